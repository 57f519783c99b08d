using System.Text.Json.Serialization;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Classes.Statistics;

/// <summary>What statistics need of one attempt.</summary>
/// <param name="Points">Its total, unrounded.</param>
/// <param name="OutOf">What it could reach.</param>
/// <param name="Questions">Its graded questions, by spot.</param>
public sealed record AttemptRow(decimal Points, decimal OutOf, IReadOnlyDictionary<string, QuestionRow> Questions)
{
    /// <summary>What of each scene that has a course in time was played in one go; what was played twice stands there twice.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<Stretch>> Watched { get; init; } = new Dictionary<string, IReadOnlyList<Stretch>>();

    /// <summary>The ways of a story that were decided for.</summary>
    public IReadOnlyList<WayChosen> Chosen { get; init; } = [];

    /// <summary>The scenes (or steps) it came to.</summary>
    public IReadOnlyList<string> Visited { get; init; } = [];

    /// <summary>The scenes in which an ending was reached.</summary>
    public IReadOnlyList<string> Endings { get; init; } = [];

    /// <summary>How long it was at each scene, without breaks.</summary>
    public IReadOnlyDictionary<string, TimeSpan> Stays { get; init; } = new Dictionary<string, TimeSpan>();

    /// <summary>The total as a share, 0..1; 0 when there is nothing to reach.</summary>
    [JsonIgnore]
    public double Share { get; } = OutOf == 0 ? 0 : (double)Points / (double)OutOf;

    /// <summary>The row of an attempt that was handed in.</summary>
    public static AttemptRow Of(AttemptState state, IReadOnlyList<AttemptEvent> events)
    {
        var times = Pace.Of(events);
        var score = state.Score;
        return new AttemptRow(
            score.Points.ToDecimal(),
            score.OutOf,
            state
                .Questions.Where(question => question.OutOf > 0 && !question.Waits)
                .ToDictionary(
                    question => question.Spot.Id,
                    question =>
                    {
                        var counted = question.CountedTry(state.Activity.Rules.Counts);
                        var response = counted?.Response ?? question.Response;
                        var family = QuestionTypes.For(question.Question);
                        return new QuestionRow(
                            question.Points(state.Activity.Rules.Counts).ToDecimal(),
                            question.OutOf,
                            times.GetValueOrDefault(question.Spot.Id),
                            response is null ? [] : family.Picked(question.Question, response).ToList(),
                            response is null
                                ? []
                                : family
                                    .Typed(question.Question, response)
                                    .Select(typed =>
                                        typed with
                                        {
                                            Right =
                                                counted?.Mark.Of(typed.Part)?.Verdict is Verdict.Right
                                                || counted?.Mark.Verdict is Verdict.Right,
                                        }
                                    )
                                    .ToList()
                        );
                    }
                )
        )
        {
            Watched = WatchCurve.PlayedIn(events),
            Chosen = state.Chosen,
            Visited = [.. state.VisitedScenes],
            Endings = state.Endings,
            Stays = state.Stays,
        };
    }
}

/// <summary>What statistics need of one answer.</summary>
/// <param name="Points">What it earned.</param>
/// <param name="OutOf">What it could earn; more than 0.</param>
/// <param name="Time">How long the learner was at it.</param>
/// <param name="Picked">The ids of the options picked.</param>
/// <param name="Typed">What was typed, part by part.</param>
public sealed record QuestionRow(
    decimal Points,
    decimal OutOf,
    TimeSpan Time,
    IReadOnlyList<string> Picked,
    IReadOnlyList<TypedAnswer> Typed
)
{
    /// <summary>The share of the question's points, 0..1 (below 0 where penalties may go there).</summary>
    [JsonIgnore]
    public double Share { get; } = (double)Points / (double)OutOf;
}

/// <summary>How long a learner was at each question.</summary>
public static class Pace
{
    /// <summary>The time at each question, by spot: from the event before to the one about the question, summed.</summary>
    public static IReadOnlyDictionary<string, TimeSpan> Of(IReadOnlyList<AttemptEvent> events)
    {
        var times = new Dictionary<string, TimeSpan>();
        for (var i = 1; i < events.Count; i++)
        {
            var since = events[i].At - events[i - 1].At;
            if (since <= Silence.Longest && SpotOf(events[i]) is { } spot)
            {
                times[spot] = times.GetValueOrDefault(spot) + since;
            }
        }

        return times;
    }

    /// <summary>The question a learner's event is about, or null.</summary>
    private static string? SpotOf(AttemptEvent happened) =>
        happened switch
        {
            Answered answered => answered.SpotId,
            AskedToMark asked => asked.SpotId,
            Stepped stepped => stepped.SpotId,
            AskedForHint hint => hint.SpotId,
            AnotherGo again => again.SpotId,
            SawAnswer saw => saw.SpotId,
            Voted voted => voted.SpotId,
            _ => null,
        };
}
