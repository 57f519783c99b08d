using System.Text;
using System.Text.RegularExpressions;
using ZestySlate.Core.Captions;

namespace ZestySlate.Formats.Captions;

/// <summary>Reads SubRip captions (.srt) as WebVTT (W3C WebVTT, section 4: file structure), and writes them.</summary>
public static partial class SubRip
{
    /// <summary>True when a text begins like SubRip captions: a number, a line of times.</summary>
    public static bool LooksLike(string text) => Beginning().IsMatch(text);

    /// <summary>The captions as WebVTT: times with a point instead of a comma, numbers kept as the cues' names.</summary>
    public static string ToWebVtt(string text)
    {
        var vtt = new StringBuilder("WEBVTT\n\n");
        foreach (var line in text.TrimStart('\ufeff').ReplaceLineEndings("\n").Split('\n'))
        {
            var times = Times().Match(line);
            vtt.Append(times.Success ? $"{Stamp(times, 1)} --> {Stamp(times, 5)}" : line).Append('\n');
        }

        return vtt.ToString();
    }

    /// <summary>Captions as a SubRip file: a number, a line of times with commas, the words, a line that is empty.</summary>
    public static string Write(IEnumerable<Caption> captions) =>
        string.Concat(
            captions.Select(
                (caption, i) =>
                    $"{i + 1}\n{WebVtt.Stamp(caption.From, ',')} --> {WebVtt.Stamp(caption.To, ',')}\n"
                    + $"{Blank().Replace(caption.Text.ReplaceLineEndings("\n").Trim(), "\n")}\n\n"
            )
        );

    private static string Stamp(Match times, int from) =>
        $"{times.Groups[from].Value.PadLeft(2, '0')}:{times.Groups[from + 1].Value}:{times.Groups[from + 2].Value}.{times.Groups[from + 3].Value}";

    [GeneratedRegex(@"\n[ \t]*\n\s*")]
    private static partial Regex Blank();

    [GeneratedRegex(@"^\d+\s*\r?\n\d{1,2}:\d{2}:\d{2}[,.]\d{3}\s*-->")]
    private static partial Regex Beginning();

    [GeneratedRegex(@"^\s*(\d{1,2}):(\d{2}):(\d{2})[,.](\d{3})\s*-->\s*(\d{1,2}):(\d{2}):(\d{2})[,.](\d{3})")]
    private static partial Regex Times();
}
