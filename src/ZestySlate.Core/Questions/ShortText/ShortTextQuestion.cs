using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Questions.ShortText;

/// <summary>A question answered by typing a word or a short phrase.</summary>
public sealed record ShortTextQuestion : Question
{
    /// <summary>Answers that are right, or partly: the first is the one that is shown.</summary>
    public ValueList<ShortAnswer> Accepted { get; init; } = [];

    /// <summary>Answers that are wrong however near they come, with words for who gives them.</summary>
    public ValueList<ShortAnswer> NotThis { get; init; } = [];

    /// <summary>How what is typed is read.</summary>
    public TextReading Reading { get; init; } = new();
}

/// <summary>An answer that is known.</summary>
/// <param name="Text">The answer; “*” stands for any run of letters or none.</param>
public sealed record ShortAnswer(string Text)
{
    /// <summary>What it earns, 0..1.</summary>
    public decimal Share { get; init; } = 1;

    /// <summary>Words for who gives it.</summary>
    public string Feedback { get; init; } = "";
}

/// <summary>What a learner typed.</summary>
public sealed record ShortTextResponse : Response
{
    public string Text { get; init; } = "";

    [System.Text.Json.Serialization.JsonIgnore]
    public override string Prose => Text.ReplaceLineEndings("\n");
}

/// <summary>What a learner may see of a question for a short text.</summary>
/// <param name="Given">What the learner typed.</param>
/// <param name="Right">The right answer, once it may be shown; else empty.</param>
public sealed record ShortTextView(string Given, PartSaid Said, string Right) : QuestionView;
