using ZestySlate.Core.Questions;

namespace ZestySlate.Formats.Answers;

/// <summary>One thing that a learner does. Which of the fields it needs depends on what it is.</summary>
public sealed record AnswerEntry
{
    public AnswerDo Do { get; init; } = AnswerDo.Try;

    /// <summary>The id of the spot that it is about.</summary>
    public string Spot { get; init; } = "";

    /// <summary>What was answered.</summary>
    public Response? Response { get; init; }

    /// <summary>For a try: true when the hint was asked for before.</summary>
    public bool Hint { get; init; }

    /// <summary>For a step: the part that was moved.</summary>
    public string Part { get; init; } = "";

    /// <summary>For a visit: the scene, or the step where the activity goes in order.</summary>
    public string Scene { get; init; } = "";

    /// <summary>For a code: the scene or spot whose lock it is.</summary>
    public string Lock { get; init; } = "";

    /// <summary>For a code: what was typed. For an annotation: the words.</summary>
    public string Text { get; init; } = "";

    /// <summary>How many seconds after the one before it is done; 0 when it is left out.</summary>
    public double Seconds { get; init; }
}

/// <summary>What a learner can do.</summary>
public enum AnswerDo
{
    /// <summary>
    /// All that belongs to one try: starting, going to the question, another go where one was marked, the hint, the answer, having
    /// it marked where answers are marked while working.
    /// </summary>
    Try,
    Start,
    Visit,
    Open,
    Code,
    Annotate,
    Answer,
    Mark,
    Step,
    Vote,
    Again,
    Hint,
    See,
    HandIn,
}
