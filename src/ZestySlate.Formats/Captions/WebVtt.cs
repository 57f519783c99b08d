using System.Globalization;
using System.Net;
using System.Text;
using System.Text.RegularExpressions;
using ZestySlate.Core;
using ZestySlate.Core.Captions;

namespace ZestySlate.Formats.Captions;

/// <summary>Reads and writes captions as WebVTT (W3C WebVTT, sections 4 and 6).</summary>
public static partial class WebVtt
{
    /// <summary>The most captions that are read of one file.</summary>
    public const int Most = 20_000;

    /// <summary>The captions of a file by the time they begin, without their marks of voices and styles. Notes, styles, regions and what has
    /// no time are passed over, as the standard has it.</summary>
    public static ValueList<Caption> Read(string text)
    {
        var captions = new List<Caption>();
        var blocks = Blank().Split(text.TrimStart('\ufeff').ReplaceLineEndings("\n"));
        foreach (var lines in blocks.Select(block => block.Trim('\n').Split('\n')))
        {
            var at = Array.FindIndex(lines, line => line.Contains("-->"));
            if (at is < 0 or > 1 || Times().Match(lines[at]) is not { Success: true } times || captions.Count >= Most)
            {
                continue;
            }

            var (from, to) = (Moments.Read(times.Groups[1].Value), Moments.Read(times.Groups[2].Value));
            if (from is { } begins && to is { } ends && ends > begins)
            {
                captions.Add(new Caption(begins, ends, Plain(string.Join('\n', lines[(at + 1)..]))));
            }
        }

        return captions.OrderBy(caption => caption.From).ToValueList();
    }

    /// <summary>Captions as a file.</summary>
    public static string Write(IEnumerable<Caption> captions)
    {
        var vtt = new StringBuilder("WEBVTT\n");
        foreach (var caption in captions)
        {
            vtt.Append('\n').Append(Stamp(caption.From, '.')).Append(" --> ").Append(Stamp(caption.To, '.')).Append('\n');
            vtt.Append(Marked(caption.Text)).Append('\n');
        }

        return vtt.ToString();
    }

    /// <summary>A moment with hours and thousandths, as both formats have it.</summary>
    internal static string Stamp(decimal seconds, char point) =>
        TimeSpan.FromMilliseconds((double)Math.Round(seconds * 1000)) is var time
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"{(int)time.TotalHours:00}:{time.Minutes:00}:{time.Seconds:00}{point}{time.Milliseconds:000}"
            )
            : "";

    /// <summary>Text as it stands in a caption: no mark, and no line that would end it.</summary>
    private static string Marked(string text) =>
        Blank().Replace(text.ReplaceLineEndings("\n").Trim(), "\n").Replace("&", "&amp;").Replace("<", "&lt;").Replace(">", "&gt;");

    private static string Plain(string text) => WebUtility.HtmlDecode(Mark().Replace(text, "")).Trim();

    [GeneratedRegex(@"\n[ \t]*\n\s*")]
    private static partial Regex Blank();

    [GeneratedRegex(@"^\s*([\d:.,]+)\s*-->\s*([\d:.,]+)")]
    private static partial Regex Times();

    [GeneratedRegex("<[^>]{0,400}>")]
    private static partial Regex Mark();
}
