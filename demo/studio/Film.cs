using System.Diagnostics;
using System.Globalization;
using SkiaSharp;

namespace ZestySlate.DemoStudio;

/// <summary>
/// The video «A front passes»: a sky and a chart that change as a warm and a cold front pass, with a spoken commentary and its captions.
/// Needs espeak-ng for the voice and ffmpeg to put it together; the finished files are kept.
/// </summary>
internal static class Film
{
    private const int Width = 854,
        Height = 480,
        Rate = 12;

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
    public static void Make(string path)
    {
        var work = Directory.CreateTempSubdirectory("film").FullName;
        var (times, now) = (new List<(double From, double To)>(), 0.6);
        var list = new List<string>();
        for (var i = 0; i < Commentary.Length; i++)
        {
            var file = Path.Combine(work, $"{i}.wav");
            Run("espeak-ng", "-v", "en-gb", "-s", "142", "-p", "42", "-w", file, Commentary[i].Words);
            var long_ = Seconds(file);
            times.Add((now, now + long_));
            list.Add($"adelay={(int)(now * 1000)}|{(int)(now * 1000)}");
            now += long_ + 1.1;
        }

        var lasts = now + 1.5;
        Pictures(Path.Combine(work, "pictures.webm"), times, lasts);
        var inputs = Enumerable.Range(0, Commentary.Length).SelectMany(i => new[] { "-i", Path.Combine(work, $"{i}.wav") });
        var mix =
            string.Concat(list.Select((delay, i) => $"[{i + 1}]{delay}[a{i}];"))
            + string.Concat(list.Select((_, i) => $"[a{i}]"))
            + $"amix={list.Count}:normalize=0,apad=whole_dur={Text(lasts)}[sound]";
        Run(
            "ffmpeg",
            [
                "-y",
                "-i",
                Path.Combine(work, "pictures.webm"),
                .. inputs,
                "-filter_complex",
                mix,
                "-map",
                "0:v",
                "-map",
                "[sound]",
                "-c:v",
                "copy",
                "-c:a",
                "libopus",
                "-b:a",
                "32k",
                "-ac",
                "1",
                path + ".webm",
            ]
        );
        File.WriteAllText(
            path + ".vtt",
            "WEBVTT\n" + string.Concat(times.Select((time, i) => $"\n{Stamp(time.From)} --> {Stamp(time.To)}\n{Commentary[i].Words}\n"))
        );
        Directory.Delete(work, true);
    }

    private static void Pictures(string path, List<(double From, double To)> times, double lasts)
    {
        var start = new ProcessStartInfo("ffmpeg") { RedirectStandardInput = true };
        foreach (
            var part in (string[])
                [
                    "-y",
                    "-loglevel",
                    "error",
                    "-f",
                    "rawvideo",
                    "-pix_fmt",
                    "rgba",
                    "-s",
                    $"{Width}x{Height}",
                    "-r",
                    $"{Rate}",
                    "-i",
                    "-",
                    "-c:v",
                    "libvpx-vp9",
                    "-b:v",
                    "0",
                    "-crf",
                    "36",
                    "-g",
                    $"{Rate * 2}",
                    "-pix_fmt",
                    "yuv420p",
                    path,
                ]
        )
        {
            start.ArgumentList.Add(part);
        }

        using var encoder = Process.Start(start)!;
        using var picture = new SKBitmap(new SKImageInfo(Width, Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        using var canvas = new SKCanvas(picture);
        for (var frame = 0; frame < lasts * Rate; frame++)
        {
            Weather.Draw(canvas, Width, Height, Passed(times, lasts, frame / (double)Rate), frame / (double)Rate);
            encoder.StandardInput.BaseStream.Write(picture.GetPixelSpan());
        }

        encoder.StandardInput.Close();
        encoder.WaitForExit();
    }

    /// <summary>How far the fronts have come at a moment: what is said and what is seen go together.</summary>
    private static double Passed(List<(double From, double To)> times, double lasts, double second)
    {
        var i = Math.Max(0, times.FindLastIndex(time => time.From <= second));
        var (from, to) = (Commentary[i].At, i + 1 < Commentary.Length ? Commentary[i + 1].At : 1);
        var (begin, end) = (times[i].From, i + 1 < times.Count ? times[i + 1].From : lasts);
        return from + ((to - from) * Math.Clamp((second - begin) / (end - begin), 0, 1));
    }

    private static double Seconds(string file) => (new FileInfo(file).Length - 44) / 2.0 / 22_050;

    private static string Stamp(double seconds) => TimeSpan.FromSeconds(seconds).ToString(@"hh\:mm\:ss\.fff", CultureInfo.InvariantCulture);

    private static string Text(double number) => number.ToString("0.###", CultureInfo.InvariantCulture);

    private static void Run(string program, params string[] arguments)
    {
        using var run = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardError = true })!;
        run.StandardError.ReadToEnd();
        run.WaitForExit();
        if (run.ExitCode != 0)
        {
            throw new InvalidOperationException($"{program} ended with {run.ExitCode}.");
        }
    }
}
