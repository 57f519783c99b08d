using System.Globalization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Checking;

/// <summary>Looks for spots that mislead: two kinds that look alike.</summary>
internal static class LooksCheck
{
    public static IEnumerable<Finding> Run(Activity activity)
    {
        if (activity.Look.Accent is { Length: > 0 } accent)
        {
            foreach (
                var (ground, where) in new[]
                {
                    (Legibility.PaperSurface, AuthorWords.Say("groundLight")),
                    (Legibility.SlateSurface, AuthorWords.Say("groundDark")),
                }.Where(one => Legibility.Contrast(accent, one.Item1) < Legibility.Shapes)
            )
            {
                yield return new Finding(
                    false,
                    AuthorWords.Say(
                        "accentHardSeeOnGround",
                        accent,
                        where,
                        Legibility.Contrast(accent, ground),
                        Legibility.Shapes,
                        Legibility.Mended(accent, ground, Legibility.Shapes)
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
                    AuthorWords.Say(
                        "showSameSymbolButDo",
                        activity.NameOf(first.spot),
                        first.spot.Content.KindName.ToLowerInvariant(),
                        activity.NameOf(other.spot),
                        other.spot.Content.KindName.ToLowerInvariant()
                    ),
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
                    AuthorWords.Say("signShouldShowWordsBut", activity.NameOf(spot)),
                    scene.Id,
                    spot.Id,
                    "sign"
                );
            }

            if (sign.Form == SignForm.Picture && sign.Picture is null)
            {
                yield return new Finding(
                    false,
                    AuthorWords.Say("signShouldShowPictureBut", activity.NameOf(spot)),
                    scene.Id,
                    spot.Id,
                    "sign"
                );
            }
        }
    }
}
