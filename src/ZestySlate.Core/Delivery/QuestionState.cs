using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>Where a learner stands with one question.</summary>
public sealed record QuestionState
{
    public required Spot Spot { get; init; }

    public required Question Question { get; init; }

    /// <summary>The points that can be reached.</summary>
    public required decimal OutOf { get; init; }

    /// <summary>The answer as it stands, marked or not; null when none was given in this go.</summary>
    public Response? Response { get; init; }

    /// <summary>The tries so far, in order.</summary>
    public ValueList<Try> Tries { get; init; } = [];

    public bool HintSeen { get; init; }

    public bool AnswerSeen { get; init; }

    /// <summary>True from the marking of a try until the learner goes on with another.</summary>
    public bool ShowsLastTry { get; init; }

    /// <summary>True when no further try is possible.</summary>
    public bool Closed { get; init; }

    /// <summary>True when an answer was given, marked or not.</summary>
    public bool HasAnswer => Response is not null || Tries.Count > 0;

    /// <summary>The last try, or null.</summary>
    public Try? LastTry => Tries.Count > 0 ? Tries[Tries.Count - 1] : null;

    /// <summary>The try that counts, or null when there was none.</summary>
    public Try? CountedTry(CountingTry counts) => counts == CountingTry.Last ? LastTry : Tries.MaxBy(t => t.Points);

    /// <summary>The points earned so far.</summary>
    public decimal Points(CountingTry counts) => CountedTry(counts)?.Points ?? 0;
}

/// <summary>One marked try.</summary>
/// <param name="Number">1 for the first.</param>
/// <param name="Points">What it earns after the cost of the try and of the hint.</param>
/// <param name="Costs">The costs in words; empty for none.</param>
public sealed record Try(int Number, Response? Response, QuestionMark Mark, decimal Points, string Costs, DateTimeOffset At);
