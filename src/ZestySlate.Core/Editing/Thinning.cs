namespace ZestySlate.Core.Editing;

/// <summary>
/// Which states of a draft are kept for how long: all of the last day, then the last of each hour for a week, the last of each
/// day for three months, and the last of each week for good.
/// </summary>
public static class Thinning
{
    /// <summary>How long all are kept.</summary>
    public static readonly TimeSpan All = TimeSpan.FromDays(1);

    /// <summary>How long one an hour is kept.</summary>
    public static readonly TimeSpan Hourly = TimeSpan.FromDays(7);

    /// <summary>How long one a day is kept.</summary>
    public static readonly TimeSpan Daily = TimeSpan.FromDays(90);

    /// <summary>The numbers of the states that go.</summary>
    /// <param name="all">Every state there is.</param>
    /// <param name="stays">The states that stay whatever their age: where the draft stands, what undo and redo go to next, what was published.</param>
    /// <param name="now">The moment.</param>
    public static ValueList<int> Gone(IReadOnlyCollection<Revision> all, IReadOnlySet<int> stays, DateTimeOffset now)
    {
        var last = all.Where(revision => now - revision.At > All)
            .GroupBy(revision => Span(revision.At, now - revision.At))
            .Select(same => same.MaxBy(revision => (revision.At, revision.Number))!.Number)
            .ToHashSet();
        return all.Where(revision => now - revision.At > All && !last.Contains(revision.Number) && !stays.Contains(revision.Number))
            .Select(revision => revision.Number)
            .ToValueList();
    }

    /// <summary>The state before each that stays and whose own went: the next before it that is there.</summary>
    public static IReadOnlyDictionary<int, int?> Parents(IReadOnlyCollection<Revision> all, ValueList<int> gone)
    {
        var parents = all.ToDictionary(revision => revision.Number, revision => revision.Parent);
        var away = gone.ToHashSet();
        int? Before(int? number)
        {
            while (number is { } one && away.Contains(one))
            {
                number = parents.GetValueOrDefault(one);
            }

            return number;
        }

        return all.Where(revision => !away.Contains(revision.Number) && revision.Parent is { } parent && away.Contains(parent))
            .ToDictionary(revision => revision.Number, revision => Before(revision.Parent));
    }

    /// <summary>The hour, day or week that a state stands for, by its age. Weeks begin on Mondays, and all is UTC.</summary>
    private static (int Length, long Number) Span(DateTimeOffset at, TimeSpan age)
    {
        var hours = at.UtcTicks / TimeSpan.TicksPerHour;
        return age <= Hourly ? (1, hours)
            : age <= Daily ? (24, hours / 24)
            : (7 * 24, hours / 24 / 7);
    }
}
