namespace ZestySlate.Core.Activities;

/// <summary>One score band: the words for a score above the band before it, up to and including its own limit.</summary>
/// <param name="UpTo">The upper limit in percent, included.</param>
/// <param name="Text">What the learner reads.</param>
public sealed record ScoreBand(decimal UpTo, string Text);

/// <summary>
/// Score bands from 0 to 100 % without holes or overlaps. They are cut by upper limits, so that exactly half belongs to
/// "0 to 50". Built from any limits: they are sorted, doubles and values outside 0..100 are left out, the last ends at 100.
/// </summary>
public sealed record ScoreBands
{
    private ScoreBands(ValueList<ScoreBand> bands) => Bands = bands;

    public static ScoreBands None { get; } = new([]);

    /// <summary>The bands, lowest first; empty when there are none.</summary>
    public ValueList<ScoreBand> Bands { get; }

    /// <summary>Bands of these limits and words.</summary>
    public static ScoreBands Of(IEnumerable<ScoreBand> bands)
    {
        var sorted = bands.Where(band => band.UpTo is > 0 and <= 100).DistinctBy(band => band.UpTo).OrderBy(band => band.UpTo).ToList();
        if (sorted.Count > 0)
        {
            sorted[^1] = sorted[^1] with { UpTo = 100 };
        }

        return new ScoreBands(sorted.ToValueList());
    }

    /// <summary>The band of an unrounded percentage, or null when there are no bands.</summary>
    public ScoreBand? For(decimal percent) =>
        Bands.FirstOrDefault(band => percent <= band.UpTo) ?? (Bands.Count > 0 ? Bands[Bands.Count - 1] : null);
}
