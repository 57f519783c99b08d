using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Activities;

/// <summary>The rules of play of an activity. A new activity needs none set: every default is here.</summary>
public sealed record Rules
{
    /// <summary>How often a question may be marked; null for as often as wanted.</summary>
    public int? Tries { get; init; }

    /// <summary>The share of a question's points that the k-th try costs, 0..1: first entry for the first try; the last entry holds for all
    /// further tries.</summary>
    public ValueList<decimal> TryCosts { get; init; } = [];

    /// <summary>The share of a question's points that asking for its hint costs, 0..1.</summary>
    public decimal HintCost { get; init; }

    /// <summary>Which try of a question counts.</summary>
    public CountingTry Counts { get; init; } = CountingTry.Best;

    public Reveal Reveal { get; init; } = new();

    /// <summary>The percentage from which the activity is passed, or null when nothing is to be passed.</summary>
    public decimal? PassMark { get; init; }

    /// <summary>The percentage from which it is passed with distinction, or null.</summary>
    public decimal? DistinctionMark { get; init; }

    /// <summary>When the activity is completed; null for the usual: handed in when something is asked, else everything opened.</summary>
    public Completion? Completion { get; init; }

    /// <summary>The share of each video that is to be watched where that completes it, above 0 and up to 1.</summary>
    public decimal WatchedShare { get; init; } = 0.9m;

    /// <summary>What to say for which part of the total.</summary>
    public ScoreBands Bands { get; init; } = ScoreBands.None;

    /// <summary>True when parts that were right stay for another go.</summary>
    public bool KeepsRight { get; init; }

    /// <summary>Whether learners look round in what is asked, answer it, or both in turn; a question may say otherwise.</summary>
    public Round Round { get; init; }

    /// <summary>True when learners may keep a copy of their corrected work, as a page to print or to save.</summary>
    public bool LetsKeepCopy { get; init; } = true;

    /// <summary>True when no points are shown anywhere, only right or wrong and words.</summary>
    public bool FeedbackOnly { get; init; }

    /// <summary>True for a test: nothing of right and wrong is shown before the end.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsTest => Reveal.RightOrWrong >= RevealMoment.AfterEnd && Reveal.RightAnswer >= RevealMoment.AfterEnd;

    /// <summary>True when penalties may take a question, and the total, below nothing.</summary>
    public bool GoesBelowZero { get; init; }

    /// <summary>How often the whole may be done by one learner; null for as often as wanted.</summary>
    public int? Goes { get; init; }

    /// <summary>The number of mistakes that ends it; null for no limit.</summary>
    public int? Lives { get; init; }

    /// <summary>How long there is, or null for no limit.</summary>
    public Clock? Clock { get; init; }

    /// <summary>True when the run of right answers is shown.</summary>
    public bool ShowsStreak { get; init; }

    /// <summary>The share of the points that this try (1, 2, …) costs.</summary>
    public decimal CostOfTry(int number) => TryCosts.Count == 0 ? 0 : Math.Clamp(TryCosts[Math.Min(number, TryCosts.Count) - 1], 0, 1);
}

/// <summary>How long there is.</summary>
/// <param name="For">For the whole, or for each question.</param>
/// <param name="Seconds">The time, at least 5 seconds.</param>
public sealed record Clock(ClockFor For, int Seconds)
{
    /// <summary>The least time that can be set, in seconds.</summary>
    public const int Least = 5;
}

/// <summary>What a clock runs for.</summary>
public enum ClockFor
{
    Whole,
    Item,
}

/// <summary>Which try of a question counts.</summary>
public enum CountingTry
{
    Best,
    Last,
}

/// <summary>What completes an activity.</summary>
public enum Completion
{
    HandedIn,

    /// <summary>Every scene was visited, and every note, callout, link, panel and inserted activity opened.</summary>
    OpenedAll,
    AnsweredAll,

    /// <summary>So much of every video was watched.</summary>
    Watched,
    Passed,

    /// <summary>It was handed in, and nothing in it waits for a person any more.</summary>
    Graded,
}

/// <summary>When each of three things is shown to the learner.</summary>
public sealed record Reveal
{
    /// <summary>Right or wrong, with the words that belong to it.</summary>
    public RevealMoment RightOrWrong { get; init; } = RevealMoment.AfterMarking;

    /// <summary>The right answer and the explanation.</summary>
    public RevealMoment RightAnswer { get; init; } = RevealMoment.AfterLastTry;

    /// <summary>The points.</summary>
    public RevealMoment Points { get; init; } = RevealMoment.AfterMarking;
}

/// <summary>A moment at which something is shown, in order of time.</summary>
public enum RevealMoment
{
    /// <summary>As soon as a one-answer question is answered: choosing is marking. Others wait for <see cref="AfterMarking"/>.</summary>
    AtOnce,

    /// <summary>After each try that the learner has marked.</summary>
    AfterMarking,

    /// <summary>When the question is closed: right, no try left, or the learner asked to see the answer.</summary>
    AfterLastTry,

    /// <summary>After handing in.</summary>
    AfterEnd,

    /// <summary>After handing in, once the due date is past; without a due date, after handing in.</summary>
    AfterDueDate,

    /// <summary>Once a teacher has given the work back.</summary>
    AfterReturn,

    Never,
}
