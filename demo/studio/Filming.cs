using System.Diagnostics;
using System.Globalization;
using SkiaSharp;

namespace ZestySlate.DemoStudio;

/// <summary>When a line of the commentary is spoken, in seconds.</summary>
public readonly record struct Spoken(string Words, double From, double To);

/// <summary>Puts a video together: a spoken commentary with its captions, and pictures that are drawn. Needs espeak-ng for the voice and
/// ffmpeg; the finished files are kept.</summary>
internal static class Filming
{
    /// <summary>Makes NAME.webm and NAME.vtt.</summary>
    /// <param name="path">The path up to NAME.</param>
    /// <param name="commentary">What is said, in its order; each line with its least pause before it, in seconds.</param>
    /// <param name="size">Pixels across and down.</param>
    /// <param name="rate">Pictures a second.</param>
    /// <param name="quality">Constant quality of VP9: 0 (best) to 63.</param>
    /// <param name="tail">Seconds after the last word.</param>
    /// <param name="draw">Draws the picture of a second, knowing what is said when and how long all of it lasts.</param>
    public static void Make(
        string path,
        IReadOnlyList<(string Words, double Pause)> commentary,
        SKSizeI size,
        int rate,
        int quality,
        double tail,
        Action<SKCanvas, IReadOnlyList<Spoken>, double, double> draw
    )
    {
        var work = Directory.CreateTempSubdirectory("film").FullName;
        var (spoken, now) = (new List<Spoken>(), 0.0);
        foreach (var (words, pause) in commentary)
        {
            var file = Path.Combine(work, $"{spoken.Count}.wav");
            Run("espeak-ng", "-v", "en-gb", "-s", "142", "-p", "42", "-w", file, words);
            now += pause;
            spoken.Add(new Spoken(words, now, now + Seconds(file)));
            now = spoken[^1].To;
        }

        var lasts = now + tail;
        var pictures = Path.Combine(work, "pictures.webm");
        Pictures(pictures, size, rate, quality, lasts, (canvas, second) => draw(canvas, spoken, second, lasts));
        var delayed = spoken.Select((line, i) => $"[{i + 1}]adelay={(int)(line.From * 1000)}|{(int)(line.From * 1000)}[a{i}];");
        Run(
            "ffmpeg",
            [
                "-y",
                "-i",
                pictures,
                .. spoken.SelectMany((_, i) => new[] { "-i", Path.Combine(work, $"{i}.wav") }),
                "-filter_complex",
                string.Concat(delayed)
                    + string.Concat(spoken.Select((_, i) => $"[a{i}]"))
                    + $"amix={spoken.Count}:normalize=0,apad=whole_dur={Text(lasts)}[sound]",
                .. "-map 0:v -map [sound] -c:v copy -c:a libopus -b:a 32k -ac 1".Split(' '),
                path + ".webm",
            ]
        );
        File.WriteAllText(
            path + ".vtt",
            "WEBVTT\n" + string.Concat(spoken.Select(line => $"\n{Stamp(line.From)} --> {Stamp(line.To)}\n{line.Words}\n"))
        );
        Directory.Delete(work, true);
    }

    private static void Pictures(string path, SKSizeI size, int rate, int quality, double lasts, Action<SKCanvas, double> draw)
    {
        var start = new ProcessStartInfo("ffmpeg") { RedirectStandardInput = true };
        var how =
            $"-y -loglevel error -f rawvideo -pix_fmt rgba -s {size.Width}x{size.Height} -r {rate} -i - "
            + $"-c:v libvpx-vp9 -b:v 0 -crf {quality} -g {rate * 2} -pix_fmt yuv420p";
        foreach (var part in how.Split(' ').Append(path))
        {
            start.ArgumentList.Add(part);
        }

        using var encoder = Process.Start(start)!;
        using var picture = new SKBitmap(new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Opaque));
        using var canvas = new SKCanvas(picture);
        for (var frame = 0; frame < lasts * rate; frame++)
        {
            draw(canvas, frame / (double)rate);
            encoder.StandardInput.BaseStream.Write(picture.GetPixelSpan());
        }

        encoder.StandardInput.Close();
        encoder.WaitForExit();
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
