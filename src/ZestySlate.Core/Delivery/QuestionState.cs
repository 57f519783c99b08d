using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Delivery;

/// <summary>Where a learner stands with one question.</summary>
public sealed record QuestionState
{
    public required Spot Spot { get; init; }

    public required Question Question { get; init; }

    /// <summary>The points that can be reached.</summary>
    public required decimal OutOf { get; init; }

    /// <summary>Whether the learner looks round in it, answers it, or both in turn.</summary>
    public Round Round { get; init; }

    /// <summary>True when it is practice: it counts nothing, and nobody reviews it.</summary>
    public bool IsPractice { get; init; }

    /// <summary>How many tries were made before the present go at its stop.</summary>
    public int TriesBefore { get; init; }

    /// <summary>True once the learner has begun to answer after looking round.</summary>
    public bool HasLooked { get; init; }

    /// <summary>True while it is shown with what is right, and not answered.</summary>
    public bool IsLooking =>
        Round == Round.LookOnly || (Round == Round.LookThenAnswer && !HasLooked && Response is null && Tries.Count == 0 && !Closed);

    /// <summary>True while an answer to it can still come; what is only looked at waits for none.</summary>
    public bool IsOpen => !Closed && Round != Round.LookOnly;

    /// <summary>The answer as it stands, marked or not; null when none was given in this go.</summary>
    public Response? Response { get; init; }

    /// <summary>The parts that were right in an earlier try and stay, or null.</summary>
    public Response? Kept { get; init; }

    /// <summary>The mark of the answer as it stands, where steps are marked one by one; else null.</summary>
    public QuestionMark? StepMark { get; init; }

    /// <summary>The orders in which this go shows what is shuffled.</summary>
    public ValueList<PartOrder> Orders { get; init; } = [];

    /// <summary>How many mistakes were made in it.</summary>
    public int Mistakes { get; init; }

    /// <summary>True when its time ran out.</summary>
    public bool TimedOut { get; init; }

    /// <summary>The tries so far, in order.</summary>
    public ValueList<Try> Tries { get; init; } = [];

    public bool HintSeen { get; init; }

    public bool AnswerSeen { get; init; }

    /// <summary>True from the marking of a try until the learner goes on with another.</summary>
    public bool ShowsLastTry { get; init; }

    /// <summary>What a teacher said of it, or null.</summary>
    public Review? Review { get; init; }

    /// <summary>True when it waits for a person who has not given points yet.</summary>
    public bool Waits => LastTry?.Mark.Verdict == Verdict.Waiting && !IsReviewed && !IsPractice;

    /// <summary>True when a person has marked it: with points, or in words where it has none.</summary>
    public bool IsReviewed => Review?.Points is not null || (Review is not null && OutOf == 0 && LastTry?.Mark.Verdict == Verdict.Waiting);

    /// <summary>The verdict on the last try; none of its own once a person has said in words what there is to say.</summary>
    internal Verdict? LastVerdict(Try? last) => last?.Mark.Verdict is Verdict.Waiting && !Waits ? Verdict.Ungraded : last?.Mark.Verdict;

    /// <summary>True when no further try is possible.</summary>
    public bool Closed { get; init; }

    /// <summary>True when an answer was given, marked or not; one that was emptied again is none.</summary>
    public bool HasAnswer => Tries.Count > 0 || (Response is not null && !QuestionTypes.For(Question).IsEmpty(Response));

    /// <summary>The last try, or null.</summary>
    public Try? LastTry => Tries.Count > 0 ? Tries[Tries.Count - 1] : null;

    /// <summary>The question's own words for how the last try went, or null.</summary>
    public ScoreBand? Band => LastTry?.Mark is { } mark ? Question.Bands.For(mark.Share * 100, mark.Verdict == Verdict.Right) : null;

    /// <summary>The try that counts, or null when there was none.</summary>
    public Try? CountedTry(CountingTry counts) => counts == CountingTry.Last ? LastTry : Tries.MaxBy(t => (t.Points, t.Earned));

    /// <summary>The points earned so far: a teacher's, or those of the try that counts.</summary>
    public Fraction Points(CountingTry counts) => Review?.Points ?? CountedTry(counts)?.Points ?? Fraction.Zero;

    /// <summary>The share of the question that was earned, 0..1, whatever it counts.</summary>
    internal Fraction ShareEarned(CountingTry counts) =>
        Review?.Points is { } given && OutOf > 0 ? (Fraction)given / OutOf : CountedTry(counts)?.Earned ?? Fraction.Zero;

    /// <summary>The verdict that counts: a teacher's, or that of the try that counts.</summary>
    public Verdict VerdictThatCounts(CountingTry counts) => Review?.VerdictOf(OutOf) ?? CountedTry(counts)?.Mark.Verdict ?? Verdict.Missing;
}

/// <summary>One marked try.</summary>
/// <param name="Number">1 for the first.</param>
/// <param name="Points">What it earns after the cost of the try and of the hint.</param>
/// <param name="TryCost">The share of the points that this try cost.</param>
/// <param name="HintCost">The share of the points that the hint cost.</param>
public sealed record Try(
    int Number,
    Response? Response,
    QuestionMark Mark,
    Fraction Points,
    decimal TryCost,
    decimal HintCost,
    DateTimeOffset At
)
{
    /// <summary>The share of the question it earns, 0..1, after the cost of the try and of the hint.</summary>
    public Fraction Earned => Fraction.Clamp(Mark.Share, 0, 1) * Math.Max(0, 1 - TryCost - HintCost);

    /// <summary>Why it is marked so, with what the try and the hint cost.</summary>
    public Reason Reason =>
        Mark
            .Reason.Then(TryCost > 0 ? Reason.Of("tryCosts", Number, TryCost * 100) : null)
            .Then(HintCost > 0 ? Reason.Of("hintCosts", HintCost * 100) : null);
}
