using System.Globalization;
using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Checking;

/// <summary>Looks for spots that mislead: two kinds that look alike.</summary>
internal static class LooksCheck
{
    public static IEnumerable<Finding> Run(Activity activity)
    {
        if (activity.Look.Accent is { Length: > 0 } accent)
        {
            foreach (
                var (ground, where) in new[] { (Legibility.PaperSurface, "light"), (Legibility.SlateSurface, "dark") }.Where(one =>
                    Legibility.Contrast(accent, one.Item1) < Legibility.Shapes
                )
            )
            {
                yield return new Finding(
                    false,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"The accent {accent} is hard to see on {where} ground ({Legibility.Contrast(accent, ground):0.0} to 1; "
                            + $"{Legibility.Shapes:0} to 1 is needed). Lines and marks are shown there in "
                            + $"{Legibility.Mended(accent, ground, Legibility.Shapes)}."
                    ),
                    null,
                    null,
                    "accent"
                );
            }
        }

        var seen = activity
            .Scenes.Where(scene => !scene.Backdrop.IsFlow)
            .SelectMany(scene => scene.Spots.Select(spot => (scene, spot, sign: activity.Look.Of(spot))))
            .Where(entry => entry.spot.Content.Acts && entry.sign.Form is SignForm.Symbol or null)
            .GroupBy(entry => entry.sign.Symbol);
        foreach (var alike in seen)
        {
            var first = alike.First();
            if (alike.FirstOrDefault(entry => entry.spot.Content.Kind != first.spot.Content.Kind) is { spot: not null } other)
            {
                yield return new Finding(
                    false,
                    $"“{activity.NameOf(first.spot)}” ({first.spot.Content.KindName.ToLowerInvariant()}) and "
                        + $"“{activity.NameOf(other.spot)}” ({other.spot.Content.KindName.ToLowerInvariant()}) show the same "
                        + "symbol but do different things.",
                    other.scene.Id,
                    other.spot.Id,
                    "sign"
                );
            }
        }

        foreach (var (scene, spot) in activity.Scenes.SelectMany(scene => scene.Spots.Select(spot => (scene, spot))))
        {
            var sign = activity.Look.Of(spot);
            if (sign.Form == SignForm.Words && string.IsNullOrWhiteSpace(sign.Words))
            {
                yield return new Finding(
                    false,
                    $"The sign of “{activity.NameOf(spot)}” should show words but has none.",
                    scene.Id,
                    spot.Id,
                    "sign"
                );
            }

            if (sign.Form == SignForm.Picture && sign.Picture is null)
            {
                yield return new Finding(
                    false,
                    $"The sign of “{activity.NameOf(spot)}” should show a picture but has none.",
                    scene.Id,
                    spot.Id,
                    "sign"
                );
            }
        }
    }
}
