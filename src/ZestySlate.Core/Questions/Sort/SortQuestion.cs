using System.Text.Json.Serialization;

namespace ZestySlate.Core.Questions.Sort;

/// <summary>Items to be put into groups.</summary>
public sealed record SortQuestion : Question
{
    public ValueList<SortGroup> Groups { get; init; } = [];

    public ValueList<SortItem> Items { get; init; } = [];

    /// <summary>True when an item must be put into every group it belongs to; else any one of them is right.</summary>
    public bool EveryGroup { get; init; }

    [JsonIgnore]
    public override IEnumerable<PartFace> Faces => Items.Select((item, i) => new PartFace(item.Id, $"{i + 1} {item.Face.Text}", item.Face));

    public override Question WithFace(string key, Func<Face, Face> change) =>
        this with
        {
            Items = Items.Replace(item => item.Id == key, item => item with { Face = change(item.Face) }),
        };
}

/// <summary>A group that items belong to.</summary>
public sealed record SortGroup
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public string Title { get; init; } = "";
}

/// <summary>An item and the groups it belongs to; none for one that belongs nowhere.</summary>
public sealed record SortItem
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public Face Face { get; init; } = new();

    public ValueList<string> Groups { get; init; } = [];

    /// <summary>Its weight among the items, above 0.</summary>
    public decimal Weight { get; init; } = 1;

    /// <summary>Words for the learner once it is marked.</summary>
    public string Feedback { get; init; } = "";
}

/// <summary>For each item the groups it was put into.</summary>
public sealed record SortResponse : PartsResponse;

/// <summary>What a learner may see of items to be sorted.</summary>
/// <param name="Groups">The groups, as the author arranged them.</param>
/// <param name="Items">The items, in a new order.</param>
/// <param name="Several">True when an item can be put into several groups.</param>
public sealed record SortView(ValueList<SortGroup> Groups, ValueList<SortItemView> Items, bool Several) : QuestionView;

/// <summary>What a learner may see of an item.</summary>
public sealed record SortItemView(string Id, Face Face, ValueList<string> Chosen, bool Kept, PartSaid Said, string Right);
