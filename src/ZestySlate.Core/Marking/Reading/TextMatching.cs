using System.Globalization;
using System.Text;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>What a typed text may be and what it may not be.</summary>
public sealed record TextKey
{
    /// <summary>The texts that are right. “*” stands for any run of letters of a word, or none.</summary>
    public ValueList<string> Accepted { get; init; } = [];

    /// <summary>Texts that are wrong however near they come to an accepted one.</summary>
    public ValueList<string> NotThis { get; init; } = [];
}

/// <summary>What became of a typed text.</summary>
/// <param name="Verdict">Right, partly (a slip that costs something), wrong or missing.</param>
/// <param name="Earned">How much of it is right, 0..1.</param>
/// <param name="Reason">Why.</param>
public readonly record struct TextMatch(Verdict Verdict, decimal Earned, Reason Reason);

/// <summary>Compares typed texts with what is accepted.</summary>
public static class TextMatching
{
    private const int MostLetters = 200;

    /// <summary>
    /// Marks a typed text. A slip is accepted only when what was typed is strictly nearer to what is right here than to anything
    /// that is wrong here: what is on the "not this" list, and what is right in another place and not here; never when digits differ.
    /// </summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="key">What is accepted.</param>
    /// <param name="reading">How texts are read.</param>
    /// <param name="culture">The activity's culture.</param>
    /// <param name="elsewhere">Right answers of other places of the same question.</param>
    public static TextMatch Match(
        string typed,
        TextKey key,
        TextReading reading,
        CultureInfo culture,
        IEnumerable<string>? elsewhere = null
    )
    {
        var read = reading.Read(typed, culture);
        if (read.Length == 0)
        {
            return new TextMatch(Verdict.Missing, 0, Reason.Of("nothingTyped"));
        }

        foreach (var accepted in key.Accepted)
        {
            if (accepted.Length > 0 && string.Equals(read, reading.Read(accepted, culture), StringComparison.Ordinal))
            {
                return new TextMatch(Verdict.Right, 1, Reason.Of("typedRight", typed.Trim()));
            }
        }

        foreach (var wrong in key.NotThis)
        {
            var not = reading.Read(wrong, culture);
            if (string.Equals(read, not, StringComparison.Ordinal) || (wrong.Contains('*') && FitsPattern(read, not)))
            {
                return new TextMatch(Verdict.Wrong, 0, Reason.Of("typedNotThis", typed.Trim()));
            }
        }

        foreach (var accepted in key.Accepted)
        {
            if (accepted.Contains('*') && accepted.Length > 1 && FitsPattern(read, reading.Read(accepted, culture)))
            {
                return new TextMatch(Verdict.Right, 1, Reason.Of("typedPattern", typed.Trim(), accepted.Trim()));
            }
        }

        return (reading.Slips ? Slip(read, key, reading, culture, elsewhere ?? []) : null) switch
        {
            (var slip, false) => new TextMatch(
                reading.SlipShare >= 1 ? Verdict.Right : Verdict.Partly,
                Math.Clamp(reading.SlipShare, 0, 1),
                slip
            ),
            (var near, true) => new TextMatch(Verdict.Wrong, 0, Reason.Of("typedWrong", typed.Trim()).Then(near)),
            _ => new TextMatch(Verdict.Wrong, 0, Reason.Of("typedWrong", typed.Trim())),
        };
    }

    /// <summary>How many slips a text of so many letters may have: none up to 3, 1 up to 7, 2 from 8 on.</summary>
    public static int SlipsAllowed(int letters) =>
        letters switch
        {
            <= 3 => 0,
            <= 7 => 1,
            _ => 2,
        };

    /// <summary>How many slips a text may have. Letters are counted as a person counts them; spaces are none.</summary>
    public static int SlipsAllowed(string text) =>
        SlipsAllowed((TextLetters.IsSimple(text) ? text.Length : TextLetters.Clusters(text).Length) - text.Count(letter => letter == ' '));

    /// <summary>The slip with which a text is right; or, where it comes as near to something that is wrong, that, without saying to what.
    /// Null when it is far from all that is right.</summary>
    private static (Reason Said, bool NearWrong)? Slip(
        string read,
        TextKey key,
        TextReading reading,
        CultureInfo culture,
        IEnumerable<string> elsewhere
    )
    {
        var (nearest, best) = ("", int.MaxValue);
        var rightHere = key
            .Accepted.Where(accepted => !accepted.Contains('*'))
            .Select(accepted => (Text: accepted, Read: reading.Read(accepted, culture)))
            .ToList();
        foreach (var (accepted, right) in rightHere)
        {
            var allowed = SlipsAllowed(right);
            if (allowed > 0 && SameDigits(read, right) && Distance(read, right, allowed) is var slips && slips <= allowed && slips < best)
            {
                (nearest, best) = (accepted, slips);
            }
        }

        if (best == int.MaxValue)
        {
            return null;
        }

        foreach (
            var wrong in key.NotThis.Concat(elsewhere.Where(other => !rightHere.Any(right => right.Read == reading.Read(other, culture))))
        )
        {
            if (Distance(read, reading.Read(wrong, culture), best) <= best)
            {
                return (Reason.Of("nearToWrong"), true);
            }
        }

        return (Reason.Of("typedSlip", best, nearest.Trim()), false);
    }

    /// <summary>Whether two texts have the same digits in the same order; in the form in which texts are compared, those of every script are 0 to 9.</summary>
    internal static bool SameDigits(string one, string other) => one.Where(char.IsAsciiDigit).SequenceEqual(other.Where(char.IsAsciiDigit));

    /// <summary>
    /// The optimal string alignment distance: insertions, deletions, replacements and swaps of neighbours, each part edited
    /// once (Boytsov 2011, section 2.2). More than the limit is told as limit + 1.
    /// </summary>
    public static int Distance(string one, string other, int limit) =>
        TextLetters.IsSimple(one) && TextLetters.IsSimple(other)
            ? Distance<char>(one, other, limit)
            : Distance<string>(TextLetters.Clusters(one), TextLetters.Clusters(other), limit);

    private static int Distance<T>(ReadOnlySpan<T> one, ReadOnlySpan<T> other, int limit)
        where T : IEquatable<T>
    {
        if (Math.Abs(one.Length - other.Length) > limit || one.Length > MostLetters || other.Length > MostLetters)
        {
            return limit + 1;
        }

        var width = other.Length + 1;
        Span<int> before = stackalloc int[width],
            last = stackalloc int[width],
            now = stackalloc int[width];
        for (var j = 0; j < width; j++)
        {
            last[j] = j;
        }

        for (var i = 1; i <= one.Length; i++)
        {
            now[0] = i;
            for (var j = 1; j < width; j++)
            {
                var same = one[i - 1].Equals(other[j - 1]) ? 0 : 1;
                var least = Math.Min(Math.Min(last[j] + 1, now[j - 1] + 1), last[j - 1] + same);
                if (i > 1 && j > 1 && one[i - 1].Equals(other[j - 2]) && one[i - 2].Equals(other[j - 1]))
                {
                    least = Math.Min(least, before[j - 2] + 1);
                }

                now[j] = least;
            }

            var rotated = before;
            before = last;
            last = now;
            now = rotated;
        }

        return Math.Min(last[other.Length], limit + 1);
    }

    /// <summary>Whether a text fits a pattern in which “*” stands for any run of letters with their marks, or none; spaces, digits and
    /// hyphens are no letters.</summary>
    internal static bool FitsPattern(string text, string pattern)
    {
        var (t, p, star, mark) = (0, 0, -1, 0);
        while (t < text.Length)
        {
            if (p < pattern.Length && pattern[p] == '*')
            {
                (star, mark) = (p++, t);
            }
            else if (p < pattern.Length && pattern[p] == text[t])
            {
                (t, p) = (t + 1, p + 1);
            }
            else if (star >= 0 && LetterAt(text, mark) is > 0 and var length)
            {
                mark += length;
                (p, t) = (star + 1, mark);
            }
            else
            {
                return false;
            }
        }

        return pattern.AsSpan(p).TrimStart('*').Length == 0;
    }

    /// <summary>How long the letter or mark at a place is, in UTF-16 units; 0 when there is none.</summary>
    private static int LetterAt(string text, int at) =>
        Rune.TryGetRuneAt(text, at, out var rune)
        && (
            Rune.IsLetter(rune)
            || Rune.GetUnicodeCategory(rune)
                is UnicodeCategory.NonSpacingMark
                    or UnicodeCategory.SpacingCombiningMark
                    or UnicodeCategory.EnclosingMark
        )
            ? rune.Utf16SequenceLength
            : 0;
}
