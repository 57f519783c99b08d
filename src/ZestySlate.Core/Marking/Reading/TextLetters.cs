using System.Globalization;
using System.Text;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>
/// Makes letters that look the same the same: Unicode normalised (NFC), full and half width and joined letters (ﬁ) made plain,
/// digits of any script made 0 to 9, typographic quotes, dashes and spaces made plain, what cannot be seen left out. Raised,
/// lowered and circled digits stay what they are: 10² is not 102.
/// </summary>
internal static class TextLetters
{
    /// <summary>What may stand at the end of a word or sentence in any script, and the space before it.</summary>
    internal static readonly char[] EndMarks = [.. " .!?;:,…‥·。｡、︒؟؛،۔।॥።፧፣՞՜։՝‽⁇⁈⁉¡¿⸮᠃᠉"];

    /// <summary>The plain letters of a text.</summary>
    internal static string Plain(string text)
    {
        if (IsPlain(text))
        {
            return text;
        }

        var plain = new StringBuilder(text.Length);
        var space = false;
        foreach (var rune in Valid(text).Normalize(NormalizationForm.FormC).EnumerateRunes())
        {
            if (Rune.IsWhiteSpace(rune))
            {
                space = plain.Length > 0;
                continue;
            }

            var letters = Letters(rune);
            if (letters.Length > 0 && space)
            {
                plain.Append(' ');
                space = false;
            }

            plain.Append(letters);
        }

        return plain.ToString().Normalize(NormalizationForm.FormC);
    }

    /// <summary>Letters, digits and signs of ASCII, with single spaces inside: as they are.</summary>
    private static bool IsPlain(string text)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (text[i] is not (> ' ' and <= '~' and not '`') && (text[i] != ' ' || i == 0 || i == text.Length - 1 || text[i - 1] == ' '))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>Half of a pair alone, which cannot be normalised, becomes the sign for what cannot be read.</summary>
    private static string Valid(string text) =>
        text.AsSpan().IndexOfAnyInRange('\ud800', '\udfff') < 0
            ? text
            : string.Concat(text.EnumerateRunes().Select(rune => rune.ToString()));

    private static string Letters(Rune rune) =>
        rune.Value switch
        {
            '‘' or '’' or '‚' or '‛' or '´' or '`' or '‹' or '›' or 'ʼ' or 'ʻ' => "'",
            '“' or '”' or '„' or '‟' or '«' or '»' or '「' or '」' or '『' or '』' => "\"",
            '−' => "-",

            // Full and half width; joined letters of Latin, Armenian, Hebrew and Arabic.
            (>= 0xFF01 and <= 0xFFEE) or (>= 0xFB00 and <= 0xFB4F) or (>= 0xFB50 and <= 0xFDFF) or (>= 0xFE70 and <= 0xFEFC) => Narrow(
                rune
            ),

            // Which of two looks is meant, and where writing turns or may be broken, is no letter.
            >= 0xFE00 and <= 0xFE0F => "",
            _ => Rune.GetUnicodeCategory(rune) switch
            {
                UnicodeCategory.Format => "",
                UnicodeCategory.DecimalDigitNumber => ((int)Rune.GetNumericValue(rune)).ToString(CultureInfo.InvariantCulture),
                UnicodeCategory.DashPunctuation => "-",
                _ => rune.ToString(),
            },
        };

    private static string Narrow(Rune rune)
    {
        var narrow = rune.ToString().Normalize(NormalizationForm.FormKC);
        return narrow == rune.ToString()
            ? narrow
            : string.Concat(narrow.EnumerateRunes().Select(letter => Rune.IsWhiteSpace(letter) ? "" : Letters(letter)));
    }

    /// <summary>Case folded in full (Unicode, CaseFolding.txt, C and F), with the dotted and dotless i of the language.</summary>
    internal static string Folded(string text, CultureInfo culture)
    {
        // Through the capitals, so that both forms of sigma are one.
        var folded = culture.TextInfo.ToLower(culture.TextInfo.ToUpper(text));
        return folded.AsSpan().IndexOfAny("ßẞև") < 0
            ? folded
            : folded
                .Replace("ß", "ss", StringComparison.Ordinal)
                .Replace("ẞ", "ss", StringComparison.Ordinal)
                .Replace("և", "եւ", StringComparison.Ordinal);
    }

    /// <summary>
    /// Without accents: the marks over and under Latin and Greek letters and strokes through them, the stress and the dots of е in
    /// Cyrillic, the points of Hebrew and Arabic. Marks that make another letter (й, が) or write a vowel (कि, กิ) stay.
    /// </summary>
    internal static string WithoutAccents(string text)
    {
        var plain = new StringBuilder(text.Length);
        var last = new Rune(' ');
        foreach (var rune in text.Normalize(NormalizationForm.FormD).EnumerateRunes())
        {
            if (IsAccent(rune, last))
            {
                continue;
            }

            last = Rune.GetUnicodeCategory(rune) is UnicodeCategory.NonSpacingMark ? last : rune;
            plain.Append(
                rune.Value switch
                {
                    'ø' => "o",
                    'Ø' => "O",
                    'ł' => "l",
                    'Ł' => "L",
                    'đ' => "d",
                    'Đ' => "D",
                    'ħ' => "h",
                    'Ħ' => "H",
                    _ => rune.ToString(),
                }
            );
        }

        return plain.ToString().Normalize(NormalizationForm.FormC);
    }

    private static bool IsAccent(Rune mark, Rune letter) =>
        mark.Value switch
        {
            >= 0x0300 and <= 0x036F => letter.Value is not (>= 0x0400 and <= 0x052F)
                || mark.Value is 0x0300 or 0x0301
                || (mark.Value == 0x0308 && letter.Value is 'е' or 'Е'),
            (>= 0x1AB0 and <= 0x1AFF) or (>= 0x1DC0 and <= 0x1DFF) or (>= 0x20D0 and <= 0x20F0) => true,
            (>= 0x0591 and <= 0x05BD) or 0x05BF or 0x05C1 or 0x05C2 or 0x05C4 or 0x05C5 or 0x05C7 => true,
            (>= 0x064B and <= 0x0655) or 0x0670 or (>= 0x06D6 and <= 0x06DC) or (>= 0x06DF and <= 0x06E8) => true,
            _ => false,
        };

    /// <summary>A text in letters as a person counts them: grapheme clusters (UAX 29).</summary>
    internal static string[] Clusters(string text)
    {
        var clusters = new List<string>(text.Length);
        for (var at = 0; at < text.Length; )
        {
            var length = StringInfo.GetNextTextElementLength(text.AsSpan(at));
            clusters.Add(text.Substring(at, length));
            at += length;
        }

        return [.. clusters];
    }

    /// <summary>True when each UTF-16 unit is a letter of its own: nothing combines, no pairs.</summary>
    internal static bool IsSimple(string text) => !text.AsSpan().ContainsAnyExceptInRange('\u0020', '\u02ff');
}
