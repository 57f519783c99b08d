using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Classes.Statistics;

/// <summary>How an activity measured those who did it.</summary>
/// <param name="Attempts">How many attempts it is made from.</param>
/// <param name="Mean">The mean total, in percent.</param>
/// <param name="Median">The middle total, in percent.</param>
/// <param name="Spread">The standard deviation of the totals, in percentage points.</param>
/// <param name="Histogram">How many totals lie in each tenth: 0 to below 10 %, …, 90 to 100 %.</param>
/// <param name="Alpha">Cronbach's alpha over the questions that all had; null when it cannot be told.</param>
/// <param name="ErrorOfMeasurement">The standard error of measurement, in percentage points: the spread · √(1 − alpha); null without alpha.</param>
/// <param name="Questions">Each question.</param>
public sealed record ClassStatistics(
    int Attempts,
    double Mean,
    double Median,
    double Spread,
    ValueList<int> Histogram,
    double? Alpha,
    double? ErrorOfMeasurement,
    ValueList<QuestionStatistics> Questions
)
{
    /// <summary>How the courses in time of its scenes were watched.</summary>
    public ValueList<WatchCurve> Watching { get; init; } = [];

    /// <summary>How the class decided, where the activity is a story.</summary>
    public ValueList<Decision> Decisions { get; init; } = [];

    /// <summary>How many reached each ending.</summary>
    public ValueList<EndingReached> Endings { get; init; } = [];

    /// <summary>The class on the map of a story; null where nothing is decided.</summary>
    public ClassMap? OnMap { get; init; }

    /// <summary>Below so many attempts nothing is judged.</summary>
    public const int Fewest = 10;

    /// <summary>True when there are too few attempts to judge.</summary>
    public bool TooFew => Attempts < Fewest;

    /// <summary>The statistics of attempts on an activity.</summary>
    /// <param name="activity">The activity with the key that counts.</param>
    /// <param name="attempts">One row for each attempt.</param>
    public static ClassStatistics Of(Activity activity, IReadOnlyList<AttemptRow> attempts)
    {
        var shares = attempts.Select(attempt => attempt.Share * 100).ToList();
        var histogram = new int[10];
        foreach (var share in shares)
        {
            histogram[Math.Clamp((int)(share / 10), 0, 9)]++;
        }

        // The weakest first; equal totals in the order they came, so that the same attempts give the same thirds.
        var ranked = attempts.OrderBy(attempt => attempt.Share).ToList();
        // With many attempts, new lists cost more than the arithmetic: each core works with one of its own.
        using var had = new ThreadLocal<List<(AttemptRow, QuestionRow)>>(() => new(attempts.Count));
        var spread = Math.Sqrt(Measures.Variance(shares));
        var asked = activity.Asked.Where(asked => activity.WorthOf(asked.Spot) > 0).ToList();
        var common = asked.Select(one => one.Spot.Id).Where(id => attempts.All(attempt => attempt.Questions.ContainsKey(id))).ToArray();
        var alpha = Measures.Alpha(
            attempts.Select(attempt => Array.ConvertAll(common, id => (double)attempt.Questions[id].Points)).ToList()
        );
        return new ClassStatistics(
            attempts.Count,
            shares.Count == 0 ? 0 : shares.Average(),
            Measures.Median(shares),
            spread,
            [.. histogram],
            alpha,
            alpha is { } reliable ? spread * Math.Sqrt(Math.Max(0, 1 - reliable)) : null,
            asked
                .AsParallel()
                .AsOrdered()
                .Select(one => QuestionStatistics.Of(one.Spot, one.Question, activity.NameOf(one.Spot), ranked, had.Value!))
                .ToValueList()
        )
        {
            Watching = WatchCurve.Of(activity, attempts),
            Decisions = Decision.Of(activity, attempts),
            Endings = EndingReached.Of(activity, attempts),
            OnMap = ClassMap.Of(activity, attempts),
        };
    }
}
