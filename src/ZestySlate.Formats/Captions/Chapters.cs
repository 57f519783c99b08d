using ZestySlate.Core;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Captions;

namespace ZestySlate.Formats.Captions;

/// <summary>Reads and writes chapters: lines with times in any of the ways of a <see cref="Transcript"/>, and WebVTT, of which chapters are
/// one use (W3C WebVTT, section 1.6).</summary>
public static class Chapters
{
    /// <summary>The longest title that is kept, in characters.</summary>
    public const int LongestTitle = 120;

    /// <summary>The chapters of a text, or why it cannot be read; none for an empty text.</summary>
    /// <param name="text">Lines, or a file.</param>
    /// <param name="lasts">How long the video lasts, in seconds; null where that is not known.</param>
    public static Outcome<ValueList<Chapter>> Read(string text, decimal? lasts)
    {
        if (string.IsNullOrWhiteSpace(text))
        {
            return (ValueList<Chapter>)[];
        }

        var read = Transcript.Read(text, lasts);
        return read.Succeeded
            ? read
                .Value.Select(caption => new Chapter(caption.From, caption.Text.ReplaceLineEndings(" ").Cut(LongestTitle)))
                .OrderBy(chapter => chapter.From)
                .ToValueList()
            : Outcome<ValueList<Chapter>>.Refused(read.Refusal!);
    }

    /// <summary>Chapters as lines to be mended.</summary>
    public static string Write(IEnumerable<Chapter> chapters) =>
        string.Join("\n", chapters.Select(chapter => $"{Moments.Write(chapter.From)} {chapter.Title}"));

    /// <summary>Chapters as a WebVTT file, each up to the next, the last to the end.</summary>
    public static string ToWebVtt(IReadOnlyList<Chapter> chapters, decimal? lasts) =>
        WebVtt.Write(
            chapters.Select(
                (chapter, i) =>
                    new Caption(
                        chapter.From,
                        i + 1 < chapters.Count ? chapters[i + 1].From : Math.Max(lasts ?? 0, chapter.From + 1),
                        chapter.Title
                    )
            )
        );
}
