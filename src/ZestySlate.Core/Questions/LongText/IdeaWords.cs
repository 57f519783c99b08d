using System.Globalization;
using System.Text;

namespace ZestySlate.Core.Questions.LongText;

/// <summary>A word or a sign of a text.</summary>
/// <param name="Text">Its letters.</param>
/// <param name="Start">Where it begins, in UTF-16 units.</param>
/// <param name="Sentence">The number of its sentence.</param>
/// <param name="Ordinal">How many words there are up to it, itself included; a sign counts with the word before it.</param>
/// <param name="IsSign">True for a sign (%, /, #, an emoji), which is no word.</param>
/// <param name="IsClose">True when it stands right behind what is before it, or is a sign.</param>
internal readonly record struct IdeaWord(string Text, int Start, int Sentence, int Ordinal, bool IsSign, bool IsClose)
{
    internal int Length => Text.Length;
}

/// <summary>
/// Cuts a text into words and signs. A word is letters, marks and digits, joined by single apostrophes or hyphens inside, digits by
/// stops or commas too (3.5 and 1,000). Letters of scripts that are written without spaces are a word each. A line end is a
/// space; an empty line ends a sentence.
/// </summary>
internal static class IdeaWords
{
    private static readonly System.Buffers.SearchValues<char> SentenceEnds = System.Buffers.SearchValues.Create(".!?…؟。．｡！？۔।॥።");

    /// <summary>The words and signs, in order.</summary>
    /// <param name="text">The text, or a phrase of a key.</param>
    /// <param name="stars">True for a phrase, in which “*” is a letter.</param>
    internal static List<IdeaWord> Of(string text, bool stars = false)
    {
        var words = new List<IdeaWord>();
        var (sentence, ordinal, last) = (0, 0, 0);
        for (var at = 0; at < text.Length; )
        {
            var length = LengthAt(text, at, stars, out var isSign);
            if (length == 0)
            {
                at++;
                continue;
            }

            sentence += EndsSentence(text.AsSpan(last, at - last)) ? 1 : 0;
            ordinal += isSign ? 0 : 1;
            words.Add(new IdeaWord(text.Substring(at, length), at, sentence, ordinal, isSign, isSign || (at == last && words.Count > 0)));
            last = at += length;
        }

        return words;
    }

    /// <summary>How many words a text has; letters that are written without spaces are one, as are digits.</summary>
    internal static int Count(string text)
    {
        var (count, last) = (0, -1);
        foreach (var word in Of(text))
        {
            count += word.IsSign || (word.Start == last && IsUnspaced(word.Text, 0)) ? 0 : 1;
            last = word.Start + word.Length;
        }

        return count;
    }

    private static int LengthAt(string text, int from, bool stars, out bool isSign)
    {
        isSign = false;
        if (IsOfWord(text, from, stars))
        {
            return IsUnspaced(text, from) ? StringInfo.GetNextTextElementLength(text, from) : WordLength(text, from, stars);
        }

        isSign = IsSign(text, from);
        return isSign ? StringInfo.GetNextTextElementLength(text, from) : 0;
    }

    private static int WordLength(string text, int from, bool stars)
    {
        var end = from;
        while (end < text.Length && !(end > from && IsUnspaced(text, end)) && (IsOfWord(text, end, stars) || Joins(text, from, end, stars)))
        {
            end += char.IsHighSurrogate(text[end]) && end + 1 < text.Length ? 2 : 1;
        }

        return end - from;
    }

    private static bool Joins(string text, int from, int at, bool stars) =>
        at > from
        && at + 1 < text.Length
        && text[at] switch
        {
            '\'' or '’' or '-' or '\u00ad' or '\u200c' or '\u200d' => IsOfWord(text, at + 1, stars),
            '.' or ',' => char.IsDigit(text[at - 1]) && char.IsDigit(text[at + 1]),
            _ => false,
        };

    private static bool IsOfWord(string text, int at, bool stars) =>
        text[at] < 128
            ? char.IsAsciiLetterOrDigit(text[at]) || (stars && text[at] == '*')
            : CharUnicodeInfo.GetUnicodeCategory(text, at) is <= UnicodeCategory.OtherNumber;

    private static bool IsSign(string text, int at) =>
        text[at] < 128
            ? "%#/&@+=<>$*^~|\\".Contains(text[at], StringComparison.Ordinal)
            : text[at] is '‰' or '§'
                || CharUnicodeInfo.GetUnicodeCategory(text, at)
                    is UnicodeCategory.MathSymbol
                        or UnicodeCategory.CurrencySymbol
                        or UnicodeCategory.OtherSymbol;

    /// <summary>Letters of scripts without spaces between words: Thai, Lao, Myanmar, Khmer, kana and the ideographs.</summary>
    private static bool IsUnspaced(string text, int at) =>
        Rune.TryGetRuneAt(text, at, out var rune)
        && rune.Value
            is (>= 0x0E01 and <= 0x0EDF)
                or (>= 0x1000 and <= 0x109F)
                or (>= 0x1780 and <= 0x17D3)
                or (>= 0x3005 and <= 0x3007)
                or (>= 0x3041 and <= 0x30FF and not 0x30FB)
                or (>= 0x3400 and <= 0x9FFF)
                or (>= 0xF900 and <= 0xFAFF)
                or (>= 0x20000 and <= 0x3FFFF);

    private static bool EndsSentence(ReadOnlySpan<char> between)
    {
        if (between.IndexOfAny(SentenceEnds) >= 0)
        {
            return true;
        }

        // The rest of a line, one that is empty, and the beginning of the next.
        var (number, empty) = (0, false);
        foreach (var line in between.EnumerateLines())
        {
            if (empty)
            {
                return true;
            }

            empty = number++ > 0 && line.Trim().Length == 0;
        }

        return false;
    }
}
