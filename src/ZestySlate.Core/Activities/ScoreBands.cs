namespace ZestySlate.Core.Activities;

/// <summary>One score band: the words for a score above the band before it, up to and including its own limit.</summary>
/// <param name="UpTo">The upper limit in percent, included.</param>
/// <param name="Text">What the learner reads.</param>
public sealed record ScoreBand(decimal UpTo, string Text)
{
    /// <summary>Shown with the words, or null.</summary>
    public Picture? Picture { get; init; }

    /// <summary>True for a last band that is reached by everything right only; the one before it then holds all below.</summary>
    public bool OnlyAll { get; init; }
}

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

    /// <summary>True when the last band is for everything right only.</summary>
    public bool LastOnlyForAll => Bands.Count > 1 && Bands[Bands.Count - 1].OnlyAll;

    /// <summary>Bands of these limits and words. Of two that end at 100, the last is for everything right only.</summary>
    public static ScoreBands Of(IEnumerable<ScoreBand> bands)
    {
        var valid = bands.Where(band => band.UpTo is > 0 and <= 100).ToList();
        var all = valid.LastOrDefault(band => band.OnlyAll);
        var sorted = valid.Where(band => !band.OnlyAll).DistinctBy(band => band.UpTo).OrderBy(band => band.UpTo).ToList();
        if (sorted.Count > 0)
        {
            sorted[^1] = sorted[^1] with { UpTo = 100 };
        }

        if (all is not null)
        {
            sorted.Add(all with { UpTo = 100, OnlyAll = sorted.Count > 0 });
        }

        return new ScoreBands(sorted.ToValueList());
    }

    /// <summary>The band of an exact percentage, or null when there are no bands.</summary>
    /// <param name="percent">The percentage.</param>
    /// <param name="allRight">True when every verdict is right, which is more than all points: hints and tries may be free, and a teacher
    /// may give points.</param>
    public ScoreBand? For(Fraction percent, bool allRight)
    {
        if (Bands.Count == 0)
        {
            return null;
        }

        return LastOnlyForAll && allRight
            ? Bands[Bands.Count - 1]
            : Bands.FirstOrDefault(band => percent <= band.UpTo) ?? Bands[Bands.Count - (LastOnlyForAll ? 2 : 1)];
    }

    /// <summary>The same limits with the words and pictures that another version has for them.</summary>
    internal ScoreBands WithWording(ScoreBands newer) =>
        new(
            Bands.Replace(
                _ => true,
                band =>
                    newer.Bands.FirstOrDefault(other => other.UpTo == band.UpTo && other.OnlyAll == band.OnlyAll) is { } same
                        ? band with
                        {
                            Text = same.Text,
                            Picture = same.Picture,
                        }
                        : band
            )
        );
}
