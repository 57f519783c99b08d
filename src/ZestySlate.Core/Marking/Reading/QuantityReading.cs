using System.Globalization;
using System.Text;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>A number with what stands beside it as its unit.</summary>
/// <param name="Number">The number.</param>
/// <param name="Unit">The letters of the unit; empty for none.</param>
public sealed record ReadQuantity(ReadNumber Number, string Unit);

/// <summary>
/// Reads one number with its unit: 7 kt · 12,50 € · € 12.50 · 45 % · 1 013 hPa · 6.626 × 10⁻³⁴ J·s. What stands behind a number is
/// a unit only if it is known, or one word of letters; anything else makes it more than one number, or none.
/// </summary>
public static class QuantityReading
{
    /// <summary>The number and its unit, or null when there is not one number.</summary>
    public static ReadQuantity? Read(string text, CultureInfo culture) => Read(text, culture, "", out _);

    /// <summary>The number and its unit, or null with why.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="culture">The activity's culture.</param>
    /// <param name="own">A unit that is taken whatever it is made of: the one that is asked for.</param>
    /// <param name="trouble">Why there is none.</param>
    public static ReadQuantity? Read(string text, CultureInfo culture, string own, out NumberTrouble trouble)
    {
        var plain = text.Trim();
        if (plain.Length > NumberReading.LongestText)
        {
            trouble = NumberTrouble.TooLarge;
            return null;
        }

        if (MoneyBefore(plain) is var (sign, amount))
        {
            return NumberReading.Read(amount, culture, out trouble) is { } money ? new ReadQuantity(money, sign) : null;
        }

        // The number is as long as it can be, so that 3e8 is not 3 of a unit e8.
        for (var end = plain.Length; end > 0; end--)
        {
            if (
                EndsNumber(plain, end)
                && IsUnit(plain[end..], own, out var unit)
                && NumberReading.Read(plain[..end], culture) is { } number
            )
            {
                trouble = NumberTrouble.None;
                return new ReadQuantity(number, unit);
            }
        }

        _ = NumberReading.Read(plain, culture, out trouble);
        return null;
    }

    /// <summary>Whether a unit can be typed so that it is read back; empty is none.</summary>
    public static bool CanBeTyped(string unit) =>
        unit.Trim() is { Length: > 0 } letters
        && !char.IsDigit(letters[0])
        && Read("2 " + unit, CultureInfo.InvariantCulture, letters, out _) is { Number.Value: var two } read
        && two == 2
        && read.Unit == letters;

    /// <summary>A sign of money before the number, perhaps behind a minus, and the rest.</summary>
    private static (string Sign, string Amount)? MoneyBefore(string plain)
    {
        var at = plain.Length > 1 && plain[0] is '-' or '−' ? 1 : 0;
        return plain.Length > at && char.GetUnicodeCategory(plain[at]) == UnicodeCategory.CurrencySymbol
            ? (plain.Substring(at, 1), plain[..at] + plain[(at + 1)..])
            : null;
    }

    /// <summary>True where a number may end: behind a digit of any sort.</summary>
    private static bool EndsNumber(string text, int end)
    {
        _ = Rune.DecodeLastFromUtf16(text.AsSpan(0, end), out var last, out _);
        return Rune.GetUnicodeCategory(last) is UnicodeCategory.DecimalDigitNumber or UnicodeCategory.OtherNumber
            && (end == text.Length || !char.IsLowSurrogate(text[end]));
    }

    private static bool IsUnit(string text, string own, out string unit)
    {
        unit = text.Trim();
        if (unit.Length == 0 || unit == own.Trim() || Units.Find(unit) is not null)
        {
            return true;
        }

        // An abbreviation, or the end of a sentence.
        unit = unit.TrimEnd('.', '!').TrimEnd();
        return unit.Length == 0 || unit == own.Trim() || Units.Find(unit) is not null || IsWord(unit);
    }

    private static bool IsWord(string text)
    {
        foreach (var rune in text.EnumerateRunes())
        {
            if (
                !Rune.IsLetter(rune)
                && Rune.GetUnicodeCategory(rune)
                    is not (UnicodeCategory.NonSpacingMark or UnicodeCategory.SpacingCombiningMark or UnicodeCategory.Format)
            )
            {
                return false;
            }
        }

        return true;
    }
}
