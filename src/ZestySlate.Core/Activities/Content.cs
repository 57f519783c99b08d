using System.Text.Json.Serialization;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Activities;

/// <summary>What a spot holds.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Callout), "callout")]
[JsonDerivedType(typeof(Note), "note")]
[JsonDerivedType(typeof(Ask), "ask")]
public abstract record Content
{
    /// <summary>The kind's name on screen.</summary>
    [JsonIgnore]
    public abstract string KindName { get; }

    /// <summary>A name drawn from the content; empty when there are no words yet.</summary>
    [JsonIgnore]
    public abstract string OwnName { get; }

    /// <summary>The pictures it shows.</summary>
    [JsonIgnore]
    public virtual IEnumerable<Picture> Pictures => [];
}

/// <summary>A word or a short phrase shown on hover, focus or tap.</summary>
public sealed record Callout(string Text) : Content
{
    /// <summary>The greatest length, in characters as a person counts them.</summary>
    public const int MostCharacters = 100;

    public override string KindName => "Callout";

    public override string OwnName => Text.Trim();
}

/// <summary>A text with a title and pictures, opened by pressing the spot.</summary>
public sealed record Note : Content
{
    public string Title { get; init; } = "";

    public RichText Text { get; init; }

    public ValueList<Picture> Illustrations { get; init; } = [];

    public override string KindName => "Note";

    public override string OwnName => Title.Trim() is { Length: > 0 } title ? title : Text.FirstWords;

    public override IEnumerable<Picture> Pictures => Illustrations;
}

/// <summary>A question asked at the spot.</summary>
public sealed record Ask(Question Question) : Content
{
    public override string KindName => "Question";

    public override string OwnName => Question.Prompt.FirstWords;
}
