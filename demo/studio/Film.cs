using SkiaSharp;

namespace ZestySlate.DemoStudio;

/// <summary>
/// The video «A front passes»: a sky and a chart that change as a warm and a cold front pass, with a spoken commentary and its captions.
/// </summary>
internal static class Film
{
    /// <summary>What is said, and how far the fronts have come when it begins: 0 before, 1 all passed.</summary>
    private static readonly (string Words, double At)[] Commentary =
    [
        ("This is the sky over Gannet Point on an autumn morning.", 0),
        ("High, thin clouds are the first sign: a warm front is coming from the west.", 0.08),
        ("In front of it, the air pressure falls, slowly and steadily.", 0.17),
        ("The cloud grows thicker and lower, and then it rains for hours.", 0.25),
        ("Now the warm front has passed: the wind veers, and it is suddenly milder.", 0.38),
        ("Between the two fronts lies the warm sector, with low cloud and drizzle.", 0.46),
        ("Because cold air is heavier, the cold front pushes under the warm air and lifts it quickly.", 0.56),
        ("That is why towers of cloud grow there, with heavy showers and gusts.", 0.66),
        ("Behind the cold front the pressure rises, and the temperature drops by six degrees.", 0.75),
        ("The sky clears, and you can see further than on any other day.", 0.84),
        ("A few showers are left, from small clouds that have flat bases.", 0.9),
        ("So a front is no line in the sky. It is the edge between two kinds of air.", 0.96),
    ];

    /// <summary>Makes NAME.webm and NAME.vtt.</summary>
    public static void Make(string path) =>
        Filming.Make(
            path,
            [.. Commentary.Select((line, i) => (line.Words, i == 0 ? 0.6 : 1.1))],
            new SKSizeI(854, 480),
            rate: 12,
            quality: 36,
            tail: 2.6,
            (canvas, spoken, second, lasts) => Weather.Draw(canvas, 854, 480, Passed(spoken, lasts, second), second)
        );

    /// <summary>How far the fronts have come at a moment: what is said and what is seen go together.</summary>
    private static double Passed(IReadOnlyList<Spoken> times, double lasts, double second)
    {
        var i = Math.Max(0, times.Count(time => time.From <= second) - 1);
        var (from, to) = (Commentary[i].At, i + 1 < Commentary.Length ? Commentary[i + 1].At : 1);
        var (begin, end) = (times[i].From, i + 1 < times.Count ? times[i + 1].From : lasts);
        return from + ((to - from) * Math.Clamp((second - begin) / (end - begin), 0, 1));
    }
}
