using ZestySlate.Core.Activities;
using ZestySlate.Core.Captions;

namespace ZestySlate.Core.Checking;

/// <summary>Looks along the course in time of a scene: what never comes, comes at once, or is gone before it can be read.</summary>
internal static class TimeCheck
{
    /// <summary>How many characters are read in a second without haste, as captions reckon it.</summary>
    private const decimal ReadInASecond = 15;

    /// <summary>Stops as near as this come at once, in seconds.</summary>
    private const decimal AtOnce = 1;

    /// <summary>So long one watches on without anything to do before it is told, in seconds.</summary>
    private const decimal Long = 300;

    internal static IEnumerable<Finding> Run(Activity activity, Scene scene)
    {
        if (!scene.Backdrop.HasTime)
        {
            yield break;
        }

        foreach (var spot in scene.Spots.Where(spot => spot.During is not null))
        {
            foreach (var (blocks, words) in OfSpot(activity.NameOf(spot), spot, scene.Backdrop.Lasts))
            {
                yield return new Finding(blocks, words, scene.Id, spot.Id, "during");
            }
        }

        var stops = scene.Spots.Where(spot => spot.During is { Pauses: true }).OrderBy(spot => spot.During!.From).ToList();
        foreach (var (first, second) in stops.Zip(stops.Skip(1)))
        {
            if (second.During!.From - first.During!.From < AtOnce)
            {
                yield return new Finding(
                    false,
                    $"The video stops for «{activity.NameOf(first)}» and «{activity.NameOf(second)}» at nearly one moment, "
                        + $"{Moments.Write(first.During.From)}; they come one after the other.",
                    scene.Id,
                    second.Id,
                    "during"
                );
            }
        }

        foreach (var (from, to) in Gaps(scene))
        {
            yield return new Finding(
                false,
                $"From {Moments.Write(from)} to {Moments.Write(to)} there is nothing to do in «{activity.TitleOf(scene)}»: that is long to watch.",
                scene.Id,
                null,
                "stage"
            );
        }
    }

    private static IEnumerable<(bool Blocks, string Words)> OfSpot(string name, Spot spot, decimal? lasts)
    {
        var during = spot.During!;
        if (during.From >= lasts)
        {
            yield return (
                false,
                $"«{name}» begins at {Moments.Write(during.From)}, and the video ends at {Moments.Write(lasts.Value)}: it never comes."
            );
        }

        if (during.NeverGoesOn)
        {
            yield return (true, $"«{name}» leads back to {Moments.Write(during.Turns[0].To!.Value)} each time: nobody comes past it.");
        }

        if (
            during is { Pauses: false, Opens: false, Until: { } until }
            && spot.Content.OwnName is { Length: > 0 } words
            && words.Length > (until - during.From) * ReadInASecond
        )
        {
            yield return (false, $"«{name}» is there for {until - during.From:0.#} seconds: too short to read it.");
        }
    }

    /// <summary>Stretches in which nothing stops and nothing stands; none where the course has no stops at all, which is to be watched only.</summary>
    private static IEnumerable<(decimal From, decimal To)> Gaps(Scene scene)
    {
        var moments = scene.Spots.Select(spot => spot.During).OfType<During>().OrderBy(during => during.From).ToList();
        if (moments.Count == 0 || scene.Backdrop.Lasts is not { } lasts)
        {
            return [];
        }

        var begins = moments.Select(during => Math.Min(during.From, lasts)).Append(lasts);
        return moments.Select(during => Math.Min(during.From, lasts)).Prepend(0m).Zip(begins).Where(gap => gap.Second - gap.First > Long);
    }
}
