using System.Text.RegularExpressions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions;

/// <summary>A stretch of text: plain, or marked as something (a gap, a word to be picked).</summary>
/// <param name="Text">The words as they stand in the text, with the spaces between.</param>
/// <param name="Mark">What it is marked as; null for plain text.</param>
public sealed record Run<TMark>(string Text, TMark? Mark = null)
    where TMark : class;

/// <summary>A word of a text, or what stands between words.</summary>
/// <param name="Index">Its number among the words, from 0; -1 for what stands between.</param>
/// <param name="Text">Its letters.</param>
/// <param name="Start">Where it begins in the whole text.</param>
public readonly record struct Token(int Index, string Text, int Start);

/// <summary>Texts in which words and phrases are marked by pressing them.</summary>
public static partial class MarkedText
{
    /// <summary>The most words of a text in which words are marked, and the most marks.</summary>
    public const int MostWords = 4000,
        MostMarks = 500;

    private const int MostCharacters = 80_000;

    /// <summary>How many pairs of words are compared at most when a text is changed: beyond, what lies between what stayed at both ends
    /// loses its marks.</summary>
    private const int MostCompared = 4_000_000;

    /// <summary>Why a text cannot be taken, or null.</summary>
    public static string? Refusal(string text) =>
        text.Length <= MostCharacters && Word().Count(text) <= MostWords
            ? null
            : AuthorWords.Say("textInWhichWordsMarked", MostWords, MostCharacters);

    /// <summary>The whole text without marks.</summary>
    public static string TextOf<TMark>(IEnumerable<Run<TMark>> runs)
        where TMark : class => string.Concat(runs.Select(run => run.Text));

    /// <summary>Plain text as one run.</summary>
    public static ValueList<Run<TMark>> Plain<TMark>(string text)
        where TMark : class => text.Length == 0 ? [] : [new Run<TMark>(Lines(text))];

    /// <summary>The words of a text and what stands between them, in order.</summary>
    public static IReadOnlyList<Token> Tokens(string text)
    {
        var tokens = new List<Token>();
        var (at, index) = (0, 0);
        foreach (var word in Word().EnumerateMatches(text))
        {
            if (word.Index > at)
            {
                tokens.Add(new Token(-1, text[at..word.Index], at));
            }

            tokens.Add(new Token(index++, text.Substring(word.Index, word.Length), word.Index));
            at = word.Index + word.Length;
        }

        if (at < text.Length)
        {
            tokens.Add(new Token(-1, text[at..], at));
        }

        return tokens;
    }

    /// <summary>
    /// The text after its words from one to another (numbers of words in the whole text, in either order) were pressed: a
    /// marked stretch that is touched becomes plain again when it was pressed as it is; else the pressed words become one
    /// marked stretch, and marks they touch are replaced.
    /// </summary>
    public static ValueList<Run<TMark>> Press<TMark>(ValueList<Run<TMark>> runs, int from, int to, Func<string, TMark> mark)
        where TMark : class
    {
        var text = TextOf(runs);
        var words = Tokens(text).Where(token => token.Index >= 0).ToList();
        if (words.Count == 0 || Math.Max(from, to) >= words.Count || Math.Min(from, to) < 0)
        {
            return runs;
        }

        var first = words[Math.Min(from, to)];
        var last = words[Math.Max(from, to)];
        var (start, end) = (first.Start, last.Start + last.Text.Length);
        var pieces = new List<(int Start, int End, TMark Mark)>();
        var undone = false;
        foreach (var (runStart, runEnd, run) in Placed(runs).Where(placed => placed.Run.Mark is not null))
        {
            if (runEnd <= start || runStart >= end)
            {
                pieces.Add((runStart, runEnd, run.Mark!));
            }
            else if (start >= runStart && end <= runEnd)
            {
                undone = true;
            }
        }

        if (!undone)
        {
            pieces.Add((start, end, mark(text[start..end])));
        }

        return Cut(text, pieces);
    }

    /// <summary>The runs with the mark of one stretch changed.</summary>
    public static ValueList<Run<TMark>> Change<TMark>(ValueList<Run<TMark>> runs, Func<TMark, bool> which, Func<TMark, TMark> change)
        where TMark : class => runs.Replace(run => run.Mark is not null && which(run.Mark), run => run with { Mark = change(run.Mark!) });

    /// <summary>
    /// Another text with the marks of this one: words that are still there keep their marks (by the longest common run of
    /// words), a marked word that was changed in its place keeps its mark too.
    /// </summary>
    public static ValueList<Run<TMark>> WithText<TMark>(ValueList<Run<TMark>> runs, string text)
        where TMark : class
    {
        text = Lines(text);
        var before = Tokens(TextOf(runs)).Where(token => token.Index >= 0).ToList();
        var after = Tokens(text).Where(token => token.Index >= 0).ToList();
        var goes = Aligned(before, after);
        var pieces = new List<(int Start, int End, TMark Mark)>();
        foreach (var (start, end, run) in Placed(runs).Where(placed => placed.Run.Mark is not null))
        {
            var inside = before.Where(word => word.Start >= start && word.Start < end).Select(word => word.Index).ToList();
            var kept = inside.Where(goes.ContainsKey).Select(word => goes[word]).ToList();
            if (kept.Count > 0 && kept.Count == inside.Count && kept[^1] - kept[0] == inside[^1] - inside[0])
            {
                pieces.Add((after[kept[0]].Start, after[kept[^1]].Start + after[kept[^1]].Text.Length, run.Mark!));
            }
        }

        return Cut(text, pieces);
    }

    /// <summary>Which word of the new text each word of the old one is: the same word, or the one in its place between two that stayed.</summary>
    private static Dictionary<int, int> Aligned(List<Token> before, List<Token> after)
    {
        var most = Math.Min(before.Count, after.Count);
        var same = 0;
        while (same < most && before[same].Text == after[same].Text)
        {
            same++;
        }

        var sameAtEnd = 0;
        while (sameAtEnd < most - same && before[^(sameAtEnd + 1)].Text == after[^(sameAtEnd + 1)].Text)
        {
            sameAtEnd++;
        }

        var goes = Enumerable.Range(0, same).ToDictionary(word => word);
        for (var k = 1; k <= sameAtEnd; k++)
        {
            goes[before.Count - k] = after.Count - k;
        }

        var (old, now) = (before[same..^sameAtEnd], after[same..^sameAtEnd]);
        if ((long)old.Count * now.Count <= MostCompared)
        {
            foreach (var (from, to) in Compared(old, now))
            {
                goes[same + from] = same + to;
            }
        }

        return goes;
    }

    /// <summary>The same by the longest common run of words, whose cost is the product of the two lengths.</summary>
    private static Dictionary<int, int> Compared(List<Token> before, List<Token> after)
    {
        var length = new int[before.Count + 1, after.Count + 1];
        for (var i = before.Count - 1; i >= 0; i--)
        {
            for (var j = after.Count - 1; j >= 0; j--)
            {
                length[i, j] = before[i].Text == after[j].Text ? length[i + 1, j + 1] + 1 : Math.Max(length[i + 1, j], length[i, j + 1]);
            }
        }

        var goes = new Dictionary<int, int>();
        var (left, right, oldGap, newGap) = (0, 0, 0, 0);
        while (left < before.Count || right < after.Count)
        {
            if (
                left < before.Count
                && right < after.Count
                && before[left].Text == after[right].Text
                && length[left, right] == length[left + 1, right + 1] + 1
            )
            {
                InPlace(oldGap, left, newGap, right);
                goes[left] = right;
                (left, right) = (left + 1, right + 1);
                (oldGap, newGap) = (left, right);
            }
            else if (right == after.Count || (left < before.Count && length[left + 1, right] >= length[left, right + 1]))
            {
                left++;
            }
            else
            {
                right++;
            }
        }

        InPlace(oldGap, before.Count, newGap, after.Count);
        return goes;

        void InPlace(int oldStart, int oldEnd, int newStart, int newEnd)
        {
            for (var k = 0; oldEnd - oldStart == newEnd - newStart && k < oldEnd - oldStart; k++)
            {
                goes[oldStart + k] = newStart + k;
            }
        }
    }

    private static IEnumerable<(int Start, int End, Run<TMark> Run)> Placed<TMark>(ValueList<Run<TMark>> runs)
        where TMark : class
    {
        var at = 0;
        foreach (var run in runs)
        {
            yield return (at, at + run.Text.Length, run);
            at += run.Text.Length;
        }
    }

    private static ValueList<Run<TMark>> Cut<TMark>(string text, List<(int Start, int End, TMark Mark)> pieces)
        where TMark : class
    {
        var runs = new List<Run<TMark>>();
        var at = 0;
        foreach (var (start, end, mark) in pieces.OrderBy(piece => piece.Start))
        {
            if (start > at)
            {
                runs.Add(new Run<TMark>(text[at..start]));
            }

            runs.Add(new Run<TMark>(text[start..end], mark));
            at = end;
        }

        if (at < text.Length)
        {
            runs.Add(new Run<TMark>(text[at..]));
        }

        return runs.ToValueList();
    }

    private static string Lines(string text) => text.ReplaceLineEndings("\n").Trim('\n');

    /// <summary>Letters and digits, with apostrophes, hyphens, points and commas inside; a letter of a script without spaces is a word.</summary>
    [GeneratedRegex(
        @"[\p{IsCJKUnifiedIdeographs}\p{IsHiragana}\p{IsKatakana}]|"
            + @"[\p{L}\p{M}\p{N}-[\p{IsCJKUnifiedIdeographs}\p{IsHiragana}\p{IsKatakana}]]+(?:['’\-.,][\p{L}\p{M}\p{N}]+)*"
    )]
    private static partial Regex Word();
}
