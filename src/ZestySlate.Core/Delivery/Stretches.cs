namespace ZestySlate.Core.Delivery;

/// <summary>A stretch of a course in time.</summary>
/// <param name="From">Seconds from the beginning.</param>
/// <param name="To">Seconds from the beginning, after <paramref name="From"/>.</param>
public readonly record struct Stretch(decimal From, decimal To);

/// <summary>What was watched of a course in time, in whatever order: stretches that do not touch, from the earliest to the latest.</summary>
public sealed record Stretches
{
    /// <summary>Stretches as near as this are one: players report in steps, and their clocks are not exact. In seconds.</summary>
    public const decimal Near = 0.5m;

    public static Stretches None { get; } = new();

    public ValueList<Stretch> All { get; private init; } = [];

    /// <summary>How much was watched in all, in seconds; what was watched twice counts once.</summary>
    public decimal Length => All.Sum(stretch => stretch.To - stretch.From);

    /// <summary>How much of a course in time that is, 0 to 1; 0 where it is not known how long that lasts.</summary>
    public decimal ShareOf(decimal? lasts) => lasts > 0 ? Math.Min(1, Length / lasts.Value) : 0;

    /// <summary>How far one has watched from the beginning without leaving anything out, in seconds.</summary>
    public decimal Unbroken => All.Count > 0 && All[0].From <= Near ? All[0].To : 0;

    /// <summary>True when all of this was watched.</summary>
    public bool Covers(decimal from, decimal to) => All.Any(stretch => stretch.From <= from + Near && to <= stretch.To + Near);

    /// <summary>The same with one stretch more.</summary>
    public Stretches With(Stretch more)
    {
        var (apart, touching) = (new List<Stretch>(), more);
        foreach (var stretch in All)
        {
            if (stretch.To + Near < touching.From || touching.To + Near < stretch.From)
            {
                apart.Add(stretch);
            }
            else
            {
                touching = new Stretch(Math.Min(stretch.From, touching.From), Math.Max(stretch.To, touching.To));
            }
        }

        return new Stretches { All = apart.Append(touching).OrderBy(stretch => stretch.From).ToValueList() };
    }
}
