using System.Globalization;
using System.Text;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>Makes the many letters with which numbers are written into few: plain digits and signs, single spaces, “^” before what is raised.</summary>
internal static class NumberLetters
{
    private const string Raised = "⁰¹²³⁴⁵⁶⁷⁸⁹";

    /// <summary>The plain letters of a number. Circled and lowered digits are no digits.</summary>
    internal static string Plain(string text)
    {
        if (IsPlain(text))
        {
            return text;
        }

        var plain = new StringBuilder(text.Length);
        var isRaised = false;
        foreach (var rune in text.EnumerateRunes())
        {
            var category = Rune.GetUnicodeCategory(rune);
            if (category == UnicodeCategory.Format || rune.Value is >= 0xFE00 and <= 0xFE0F)
            {
                // Marks that only steer the direction or the look of writing are no part of the number.
                continue;
            }

            var wasRaised = isRaised;
            var letter = RaisedLetter(rune);
            isRaised = letter != '\0';
            if (isRaised)
            {
                plain.Append(wasRaised ? "" : "^").Append(letter);
            }
            else if (category == UnicodeCategory.DecimalDigitNumber)
            {
                plain.Append((int)Rune.GetNumericValue(rune));
            }
            else if (
                category == UnicodeCategory.OtherNumber
                && rune.ToString().Normalize(NormalizationForm.FormKC) is var ratio
                && ratio.Contains('⁄')
            )
            {
                // ½ is 1/2, and 2⅓ is 2 1/3.
                plain.Append(plain.Length > 0 && char.IsAsciiDigit(plain[^1]) ? " " : "").Append(ratio.Replace('⁄', '/'));
            }
            else if (Sign(rune) is var sign && sign != ' ')
            {
                plain.Append(sign == '\0' ? rune.ToString() : sign.ToString());
            }
            else if (plain.Length > 0 && plain[^1] != ' ')
            {
                plain.Append(' ');
            }
        }

        // A full stop that ends the answer is no part of the number.
        return plain.ToString().Trim() is var whole && whole.EndsWith('.') ? whole[..^1].TrimEnd() : whole;
    }

    /// <summary>Digits with a sign, a point or a comma at most: as they are.</summary>
    private static bool IsPlain(string text)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (!char.IsAsciiDigit(text[i]) && !(text[i] is '.' or ',' && i < text.Length - 1) && !(text[i] == '-' && i == 0))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>The digit or sign that a raised letter stands for, or 0.</summary>
    private static char RaisedLetter(Rune rune) =>
        rune.Value switch
        {
            '⁻' => '-',
            '⁺' => '+',
            _ when rune.IsBmp && Raised.IndexOf((char)rune.Value) is >= 0 and var digit => (char)('0' + digit),
            _ => '\0',
        };

    /// <summary>The plain sign, a space for every sort of space, or 0 for a letter that stays.</summary>
    private static char Sign(Rune rune) =>
        rune.Value switch
        {
            // Full-width forms lie as far from the plain ones as their first does.
            >= 0xFF01 and <= 0xFF5E => Sign(new Rune(rune.Value - 0xFEE0)) is var narrow && narrow != '\0'
                ? narrow
                : (char)(rune.Value - 0xFEE0),
            '−' or '–' or '—' or '‐' or '‑' or '‒' or '―' or '﹣' or '﹘' or '➖' => '-',
            '﹢' or '➕' or '﬩' => '+',
            '’' or '‘' or 'ʼ' or '`' or '´' => '\'',
            '⁄' or '∕' or '÷' or '➗' => '/',
            '×' or '·' or '⋅' or '∙' or '*' or '✕' or '✖' => '×',
            '٪' or '﹪' => '%',
            _ when Rune.IsWhiteSpace(rune) => ' ',
            _ => '\0',
        };
}
