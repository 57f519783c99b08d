using System.Globalization;
using System.Text;
using ZestySlate.Core.Activities;

namespace ZestySlate.Player;

/// <summary>The look of an activity as a style sheet for its page. Colours are mended where text or shapes could not be read.</summary>
public static class LookStyle
{
    /// <summary>The style sheet; empty for the product's own look. Values come from closed sets and checked colours only.</summary>
    public static string Of(Look look, PlayAddresses addresses)
    {
        var style = new StringBuilder();
        if (look.Accent.Length > 0)
        {
            style.Append(
                CultureInfo.InvariantCulture,
                $"--zest:{look.Accent};--on-zest:{Legibility.InkOn(look.Accent)}"
                    + $";--zest-strong:light-dark({Legibility.Mended(look.Accent, Legibility.PaperSurface, Legibility.Shapes)}"
                    + $",{Legibility.Mended(look.Accent, Legibility.SlateSurface, Legibility.Shapes)});"
            );
        }

        if (look.BackgroundColour.Length > 0)
        {
            style.Append(
                CultureInfo.InvariantCulture,
                $"--ground:{look.BackgroundColour};--on-ground:{Legibility.InkOn(look.BackgroundColour)};"
            );
        }

        style.Append(
            look.Typeface switch
            {
                Typeface.Lively => "--text:\"Bricolage Grotesque\",system-ui,sans-serif;--heading:var(--text);",
                Typeface.Bookish => "--text:\"Literata\",Georgia,serif;--heading:var(--text);",
                _ => "",
            }
        );
        return (style.Length > 0 ? $":root{{{style}}}" : "")
            + (
                look.Background is { } picture
                    ? $".learner-page{{background:var(--ground) url(\"{addresses.Picture(picture, 1600)}\") center/cover "
                        + $"fixed}}.learn-summary{{background:var(--surface);color:var(--ink);padding:.6rem "
                        + $".9rem;border-radius:6px}}"
                    : ""
            );
    }
}
