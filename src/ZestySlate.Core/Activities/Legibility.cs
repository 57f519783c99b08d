using System.Globalization;

namespace ZestySlate.Core.Activities;

/// <summary>Contrast of colours, and colours mended until they can be read (WCAG 2.2, relative luminance and contrast ratio).</summary>
public static class Legibility
{
    /// <summary>The least contrast of text (1.4.3) and of things that are not text (1.4.11).</summary>
    public const double Text = 4.5,
        Shapes = 3;

    /// <summary>The product's dark and light inks.</summary>
    public const string DarkInk = "#17232b",
        LightInk = "#fffdf7";

    /// <summary>The light and the dark ground that pages stand on.</summary>
    public const string PaperSurface = "#fffdf7",
        SlateSurface = "#1e2d37";

    /// <summary>Where red, green and blue stand in #rrggbb.</summary>
    private static readonly int[] Channels = [1, 3, 5];

    /// <summary>The contrast ratio of two colours given as #rrggbb, 1 to 21.</summary>
    public static double Contrast(string one, string other)
    {
        var (a, b) = (Luminance(one), Luminance(other));
        return (Math.Max(a, b) + 0.05) / (Math.Min(a, b) + 0.05);
    }

    /// <summary>The ink that reads better on a colour.</summary>
    public static string InkOn(string colour) => Contrast(DarkInk, colour) >= Contrast(LightInk, colour) ? DarkInk : LightInk;

    /// <summary>The colour itself when its contrast is enough, else the nearest lighter or darker one that has it.</summary>
    public static string Mended(string colour, string ground, double least)
    {
        var goal = Luminance(ground) > 0.18 ? 0 : 255;
        for (var step = 0; step <= 100; step++)
        {
            var tried = Mixed(colour, goal, step / 100.0);
            if (Contrast(tried, ground) >= least)
            {
                return tried;
            }
        }

        return InkOn(ground);
    }

    /// <summary>Relative luminance, 0 to 1.</summary>
    private static double Luminance(string colour)
    {
        double Channel(int at)
        {
            var value = Part(colour, at) / 255.0;
            return value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4);
        }

        return (0.2126 * Channel(1)) + (0.7152 * Channel(3)) + (0.0722 * Channel(5));
    }

    private static string Mixed(string colour, int goal, double share) =>
        "#"
        + string.Concat(
            Channels.Select(at =>
                ((int)Math.Round(Part(colour, at) + ((goal - Part(colour, at)) * share))).ToString("x2", CultureInfo.InvariantCulture)
            )
        );

    private static int Part(string colour, int at) => int.Parse(colour.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
}
