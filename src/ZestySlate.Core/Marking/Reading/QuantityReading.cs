using System.Globalization;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>A number with what stands beside it as its unit.</summary>
/// <param name="Number">The number.</param>
/// <param name="Unit">The letters of the unit; empty for none.</param>
public sealed record ReadQuantity(ReadNumber Number, string Unit);

/// <summary>Reads a number with its unit: 7 kt · 12,50 € · € 12.50 · 45 % · 1 013 hPa.</summary>
public static class QuantityReading
{
    private const string BeforeNumber = "€$£";

    /// <summary>The number and its unit, or null when there is no number.</summary>
    public static ReadQuantity? Read(string text, CultureInfo culture)
    {
        var plain = text.Trim();
        if (plain.Length == 0)
        {
            return null;
        }

        if (BeforeNumber.Contains(plain[0]))
        {
            return NumberReading.Read(plain[1..], culture) is { } amount ? new ReadQuantity(amount, plain[..1]) : null;
        }

        foreach (var name in Units.Names)
        {
            if (plain.EndsWith(name, StringComparison.Ordinal) && NumberReading.Read(plain[..^name.Length], culture) is { } known)
            {
                return new ReadQuantity(known, name);
            }
        }

        if (NumberReading.Read(plain, culture) is { } alone)
        {
            return new ReadQuantity(alone, "");
        }

        // A unit of no table: the letters behind the last digit.
        for (var end = plain.Length - 1; end > 0; end--)
        {
            if (!char.IsLetter(plain[end]) && NumberReading.Read(plain[..end], culture) is { } other && plain[end..].Trim().Length > 0)
            {
                return new ReadQuantity(other, plain[end..].Trim());
            }

            if (char.IsDigit(plain[end]) && NumberReading.Read(plain[..(end + 1)], culture) is { } close)
            {
                return new ReadQuantity(close, plain[(end + 1)..].Trim());
            }
        }

        return char.IsDigit(plain[0]) && NumberReading.Read(plain[..1], culture) is { } digit ? new ReadQuantity(digit, plain[1..].Trim()) : null;
    }

    /// <summary>Whether a unit can be typed so that it is read back; empty is none.</summary>
    public static bool CanBeTyped(string unit) =>
        unit.Trim() is { Length: > 0 } letters && !char.IsDigit(letters[0]) && Read("2 " + unit, CultureInfo.InvariantCulture) is { Number.Value: 2 } read && read.Unit == letters;
}
