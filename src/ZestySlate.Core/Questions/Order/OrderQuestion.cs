using System.Text.Json.Serialization;

namespace ZestySlate.Core.Questions.Order;

/// <summary>Things to be put in order.</summary>
public sealed record OrderQuestion : Question
{
    /// <summary>The things, in the right order.</summary>
    public ValueList<OrderItem> Items { get; init; } = [];

    public OrderCredit Credit { get; init; } = OrderCredit.ExactPlace;

    [JsonIgnore]
    public override IEnumerable<PartFace> Faces => Items.Select((item, i) => new PartFace(item.Id, $"{i + 1} {item.Face.Text}", item.Face));

    public override Question WithFace(string key, Func<Face, Face> change) =>
        this with
        {
            Items = Items.Replace(item => item.Id == key, item => item with { Face = change(item.Face) }),
        };

    /// <summary>The item with this id, or null.</summary>
    public OrderItem? ItemOf(string id) => Items.FirstOrDefault(item => item.Id == id);
}

/// <summary>How an order earns credit.</summary>
public enum OrderCredit
{
    /// <summary>Each item that stands in its place.</summary>
    ExactPlace,

    /// <summary>The longest run of items that are in the right order among themselves, as a share of all.</summary>
    LongestKept,

    /// <summary>Each pair of neighbours that belong beside each other in this order.</summary>
    NeighbourPairs,
}

/// <summary>One of the things to be put in order.</summary>
public sealed record OrderItem
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public Face Face { get; init; } = new();

    /// <summary>Its weight among the things, above 0, where each place counts.</summary>
    public decimal Weight { get; init; } = 1;

    /// <summary>Words once it is marked.</summary>
    public string Feedback { get; init; } = "";
}

/// <summary>The order a learner made, by the items' ids. In what is kept, an empty id is a place that is still open.</summary>
public sealed record OrderResponse : Response
{
    public ValueList<string> Order { get; init; } = [];
}

/// <summary>What a learner may see of things to be put in order.</summary>
/// <param name="Items">The things, as they stand now.</param>
/// <param name="RightOrder">The right order by names, once it may be shown; else empty.</param>
public sealed record OrderView(ValueList<OrderItemView> Items, ValueList<string> RightOrder) : QuestionView;

/// <summary>What a learner may see of one of the things.</summary>
public sealed record OrderItemView(string Id, Face Face, bool Kept, PartSaid Said);
