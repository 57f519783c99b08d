namespace ZestySlate.Core.Classes;

/// <summary>Which go of a learner counts.</summary>
public enum GoCounts
{
    Best,
    Last,
    First,
    Average,
}

/// <summary>How the grade of an assignment is told from the goes of a learner.</summary>
public sealed record GradeRule
{
    public GoCounts Counts { get; init; } = GoCounts.Best;

    /// <summary>When it is due; null for never.</summary>
    public DateTimeOffset? Due { get; init; }

    /// <summary>The share of the grade that each day begun after the due date costs, 0..1.</summary>
    public decimal LostPerDay { get; init; }

    /// <summary>The share of the grade that is kept however late it comes, 0..1.</summary>
    public decimal LeastKept { get; init; }

    /// <summary>What the whole is worth; null for the activity's own points.</summary>
    public decimal? Worth { get; init; }

    /// <summary>The share of the grade that is kept when it is handed in then, 0..1.</summary>
    public decimal Kept(DateTimeOffset handedInAt)
    {
        if (Due is not { } due || handedInAt <= due)
        {
            return 1;
        }

        var days = (decimal)Math.Ceiling((handedInAt - due).TotalDays);
        return Math.Clamp(1 - (Math.Max(0, LostPerDay) * days), Math.Clamp(LeastKept, 0, 1), 1);
    }
}

/// <summary>One go of a learner at an assignment.</summary>
/// <param name="BeganAt">When it began.</param>
/// <param name="HandedInAt">When it was handed in, or null.</param>
/// <param name="Points">Its points, unrounded.</param>
/// <param name="OutOf">What it could reach.</param>
/// <param name="Provisional">True while something waits for a person.</param>
public sealed record Go(DateTimeOffset BeganAt, DateTimeOffset? HandedInAt, decimal Points, decimal OutOf, bool Provisional);

/// <summary>Where a learner stands with an assignment.</summary>
public enum GradeState
{
    /// <summary>Nothing was begun.</summary>
    ToDo,

    /// <summary>Begun and not handed in.</summary>
    AtWork,

    HandedIn,

    /// <summary>The due date is past and nothing was handed in: it counts as 0.</summary>
    Missing,

    /// <summary>It need not be done and counts nowhere.</summary>
    Excused,
}

/// <summary>A learner's grade for an assignment.</summary>
/// <param name="State">Where they stand.</param>
/// <param name="Points">The grade, unrounded, scaled and after what lateness cost; null when there is none.</param>
/// <param name="OutOf">What could be reached, scaled.</param>
/// <param name="Lost">The share that lateness cost, 0..1.</param>
/// <param name="IsLate">True when the go that counts was handed in after the due date.</param>
/// <param name="Provisional">True while something waits for a person.</param>
public sealed record Grade(GradeState State, decimal? Points, decimal OutOf, decimal Lost, bool IsLate, bool Provisional)
{
    /// <summary>The grade in percent, or null.</summary>
    public decimal? Percent => Points is { } points && OutOf > 0 ? ((Fraction)points * 100 / OutOf).ToDecimal() : null;

    /// <summary>
    /// The grade. Of the average, each go counts with what its own lateness left. An activity without points has no grade,
    /// only a state.
    /// </summary>
    /// <param name="rule">The rule.</param>
    /// <param name="goes">The learner's goes.</param>
    /// <param name="outOf">What can be reached where nothing was handed in.</param>
    /// <param name="extraDays">How many days later it is due for this learner.</param>
    /// <param name="excused">True when it need not be done.</param>
    /// <param name="now">The moment.</param>
    public static Grade Of(GradeRule rule, IReadOnlyList<Go> goes, decimal outOf, int extraDays, bool excused, DateTimeOffset now)
    {
        rule = rule with { Due = rule.Due?.AddDays(Math.Max(0, extraDays)) };
        var worth = rule.Worth ?? outOf;
        if (excused)
        {
            return new Grade(GradeState.Excused, null, worth, 0, false, false);
        }

        var done = goes.Where(go => go.HandedInAt is not null).OrderBy(go => go.HandedInAt).ToList();
        if (done.Count == 0)
        {
            return now > rule.Due && worth > 0
                ? new Grade(GradeState.Missing, 0, worth, 0, false, false)
                : new Grade(goes.Count > 0 ? GradeState.AtWork : GradeState.ToDo, null, worth, 0, false, false);
        }

        Fraction Share(Go go) => go.OutOf == 0 ? 0 : (Fraction)go.Points / go.OutOf * rule.Kept(go.HandedInAt!.Value);
        var counted = rule.Counts switch
        {
            GoCounts.First => done[0],
            GoCounts.Last or GoCounts.Average => done[^1],
            _ => done.MaxBy(Share)!,
        };
        var reach = rule.Worth ?? counted.OutOf;
        var share = rule.Counts == GoCounts.Average ? done.Total(Share) / done.Count : Share(counted);
        return new Grade(
            GradeState.HandedIn,
            counted.OutOf == 0 ? null : (share * reach).ToDecimal(),
            reach,
            1 - rule.Kept(counted.HandedInAt!.Value),
            counted.HandedInAt > rule.Due,
            rule.Counts == GoCounts.Average ? done.Any(go => go.Provisional) : counted.Provisional
        );
    }
}

/// <summary>The total of a learner over several assignments.</summary>
public static class GradeTotal
{
    /// <summary>
    /// The total in percent: by points, or, where categories weigh, the weighted mean of the categories that have a grade (the
    /// others' weight goes to them). Grades that are not there yet and excused ones are left out. Null when there is none.
    /// </summary>
    /// <param name="grades">The grades with their categories.</param>
    /// <param name="weights">How much each category weighs; empty when all count by their points.</param>
    public static decimal? Of(IEnumerable<(string Category, Grade Grade)> grades, IReadOnlyDictionary<string, decimal> weights)
    {
        var counted = grades.Where(one => one.Grade is { Points: not null, OutOf: > 0 }).ToList();
        decimal Percent(IReadOnlyCollection<(string Category, Grade Grade)> some) =>
            some.Sum(one => one.Grade.Points!.Value) / some.Sum(one => one.Grade.OutOf) * 100;
        if (weights.Count == 0)
        {
            return counted.Count == 0 ? null : Percent(counted);
        }

        var categories = counted
            .GroupBy(one => one.Category)
            .Where(same => weights.GetValueOrDefault(same.Key) > 0)
            .Select(same => (Weight: weights[same.Key], Percent: Percent(same.ToList())))
            .ToList();
        return categories.Count == 0 ? null : categories.Sum(one => one.Weight * one.Percent) / categories.Sum(one => one.Weight);
    }
}
