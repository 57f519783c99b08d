namespace ZestySlate.Core.Questions.LongText;

/// <summary>A text in the learner's own words, marked by key ideas, by a person, or by both.</summary>
public sealed record LongTextQuestion : Question
{
    public ValueList<KeyIdea> Ideas { get; init; } = [];

    /// <summary>A text as it could be written; shown with the right answer.</summary>
    public string ModelAnswer { get; init; } = "";

    public LengthMeasure Measure { get; init; } = LengthMeasure.Words;

    /// <summary>The least length, or null for none. What is shorter is told so; nothing is refused.</summary>
    public int? Least { get; init; }

    /// <summary>The most length, or null for none. What is longer is told so; nothing is cut.</summary>
    public int? Most { get; init; }

    /// <summary>True when a person marks it after the key ideas, if there are any.</summary>
    public bool WaitsForPerson { get; init; }

    /// <summary>What a person looks at.</summary>
    public ValueList<RubricRow> Rubric { get; init; } = [];

    /// <summary>Texts on which the author tries the ideas; learners never see them.</summary>
    public ValueList<string> Samples { get; init; } = [];
}

/// <summary>An idea that a text should hold.</summary>
public sealed record KeyIdea
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    /// <summary>What the idea is called; its first phrase when empty.</summary>
    public string Name { get; init; } = "";

    /// <summary>The ways to say it: words, or words in order; “*” stands for any run of letters or none.</summary>
    public ValueList<string> Phrases { get; init; } = [];

    /// <summary>How many other words may stand between two words of a phrase.</summary>
    public int Between { get; init; } = 2;

    /// <summary>True when a slip or two in a long word is forgiven.</summary>
    public bool Slips { get; init; } = true;

    /// <summary>True when capitals matter.</summary>
    public bool MatchCase { get; init; }

    /// <summary>What each mention earns.</summary>
    public decimal Points { get; init; } = 1;

    /// <summary>How many mentions count, 1 or more.</summary>
    public int Mentions { get; init; } = 1;

    /// <summary>Words for who mentions it.</summary>
    public string Found { get; init; } = "";

    /// <summary>Words for who does not.</summary>
    public string Missing { get; init; } = "";

    internal decimal Worth => Math.Max(0, Points) * Math.Max(1, Mentions);

    internal string Label =>
        Name.Trim() is { Length: > 0 } name ? name
        : Phrases.Count > 0 ? Phrases[0]
        : "";
}

/// <summary>What a text's length is counted in.</summary>
public enum LengthMeasure
{
    Words,

    /// <summary>Characters as a person counts them: grapheme clusters (UAX 29).</summary>
    Characters,
}

/// <summary>What a learner wrote.</summary>
public sealed record LongTextResponse : Response
{
    public string Text { get; init; } = "";

    [System.Text.Json.Serialization.JsonIgnore]
    public override string Prose => Text.ReplaceLineEndings("\n");
}

/// <summary>What a learner may see of a question for a long text.</summary>
/// <param name="Given">What the learner wrote.</param>
/// <param name="Length">How long it is.</param>
/// <param name="Pieces">The text with its mentions, once they may be shown; else none.</param>
/// <param name="Ideas">What is said of the ideas, once it may be; those not found are named with the right answer only.</param>
/// <param name="ModelAnswer">A text as it could be written, once it may be shown; else empty.</param>
public sealed record LongTextView(
    string Given,
    LengthMeasure Measure,
    int? Least,
    int? Most,
    int Length,
    ValueList<TextPiece> Pieces,
    ValueList<IdeaView> Ideas,
    string ModelAnswer,
    ValueList<RubricRow> Rubric
) : QuestionView;

/// <summary>A stretch of a text, with the number of the idea it mentions, from 1, or 0.</summary>
public sealed record TextPiece(string Text, int Idea);

/// <summary>What may be said of an idea.</summary>
/// <param name="Number">From 1.</param>
/// <param name="Name">What it is called; empty while that may not be told.</param>
public sealed record IdeaView(int Number, string Name, PartSaid Said);
