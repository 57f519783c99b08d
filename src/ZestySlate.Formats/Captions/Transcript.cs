using System.Text.RegularExpressions;
using ZestySlate.Core;
using ZestySlate.Core.Captions;

namespace ZestySlate.Formats.Captions;

/// <summary>
/// Reads captions however they come: WebVTT, SubRip, or plain lines with their times, as “0:07 Words”, “[00:07] Words”, or a time on a
/// line of its own with the words below it.
/// </summary>
public static partial class Transcript
{
    /// <summary>The longest text, in characters.</summary>
    public const int Longest = 2_000_000;

    /// <summary>How long the last line is there where nothing says when it ends, in seconds.</summary>
    private const decimal Last = 5;

    /// <summary>The captions, or why there are none.</summary>
    /// <param name="text">What was pasted, or the words of a file.</param>
    /// <param name="lasts">How long the video lasts, in seconds; null where that is not known.</param>
    public static Outcome<ValueList<Caption>> Read(string text, decimal? lasts = null)
    {
        if (text.Length > Longest)
        {
            return Outcome<ValueList<Caption>>.Refused($"These are {text.Length:N0} characters; captions may have up to {Longest:N0}.");
        }

        var captions = text.Contains("-->")
            ? WebVtt.Read(text.TrimStart('\ufeff').StartsWith("WEBVTT", StringComparison.Ordinal) ? text : SubRip.ToWebVtt(text))
            : Lines(text, lasts);
        return captions.Count > 0
            ? captions
            : Outcome<ValueList<Caption>>.Refused(
                "No times were found in this. Paste captions (WebVTT or SRT), or lines that begin with a time, as “0:07 The front comes near.”"
            );
    }

    private static ValueList<Caption> Lines(string text, decimal? lasts)
    {
        var begun = new List<(decimal From, decimal? To, List<string> Words)>();
        foreach (var line in text.ReplaceLineEndings("\n").Split('\n').Select(line => line.Trim()).Where(line => line.Length > 0))
        {
            var timed = Timed().Match(line);
            if (timed.Success && Moments.Read(timed.Groups[1].Value) is { } from)
            {
                begun.Add((from, Moments.Read(timed.Groups[2].Value), [timed.Groups[3].Value.Trim()]));
            }
            else if (begun.Count > 0)
            {
                begun[^1].Words.Add(line);
            }
        }

        // What begins at one moment ends where something begins later, so that none of it lasts no time at all.
        var ordered = begun.OrderBy(one => one.From).ToList();
        var later = new decimal?[ordered.Count];
        for (var i = ordered.Count - 2; i >= 0; i--)
        {
            later[i] = ordered[i + 1].From > ordered[i].From ? ordered[i + 1].From : later[i + 1];
        }

        return ordered
            .Select(
                (one, i) =>
                    new Caption(
                        one.From,
                        one.To ?? later[i] ?? Math.Max(one.From + 0.5m, Math.Min(one.From + Last, lasts ?? decimal.MaxValue)),
                        string.Join(' ', one.Words.Where(words => words.Length > 0))
                    )
            )
            .Where(caption => caption.Text.Length > 0 && caption.To > caption.From)
            .Take(WebVtt.Most)
            .ToValueList();
    }

    /// <summary>Captions as plain lines that are read back as they are: from – to, and the words.</summary>
    public static string Write(IEnumerable<Caption> captions) =>
        string.Join(
            '\n',
            captions.Select(caption =>
                $"{Moments.Write(caption.From)} – {Moments.Write(caption.To)} {caption.Text.ReplaceLineEndings(" ")}"
            )
        );

    /// <summary>A time at the beginning of a line, or a time and its end, in brackets or not, with a dash or a colon behind it or not.</summary>
    [GeneratedRegex(
        @"^[\[(]?\s*((?:[0-9]{1,3}:)?[0-9]{1,3}:[0-9]{2}(?:[.,][0-9]{1,3})?)"
            + @"(?:\s*[-–—]\s*((?:[0-9]{1,3}:)?[0-9]{1,3}:[0-9]{2}(?:[.,][0-9]{1,3})?)\s*[\])]?|\s*[\])]?\s*[-–—:|]?)\s*(.*)$"
    )]
    private static partial Regex Timed();
}
