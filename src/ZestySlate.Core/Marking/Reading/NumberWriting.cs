using System.Globalization;
using System.Numerics;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>A number that is told to its last digit, and not rounded as points are.</summary>
public readonly record struct ExactNumber(Fraction Value);

/// <summary>Writes numbers so that they are read back as the same: 1013.25 · 6.626 × 10⁻³⁴ · 2/3.</summary>
public static class NumberWriting
{
    /// <summary>From so many digits before the point on, or so many zeros behind it, a power of ten is written.</summary>
    private const int MostDigits = 15,
        MostZeros = 6;

    /// <summary>The number in the language's own way, without groups.</summary>
    public static string Write(Fraction number, CultureInfo culture)
    {
        if (Digits(number) is not { } exact)
        {
            var whole = BigInteger.Divide(BigInteger.Abs(number.Above), number.Below);
            var rest = Fraction.Abs(number) - new Fraction(whole, BigInteger.One);
            return $"{Minus(number)}{(whole.IsZero ? "" : whole.ToString(CultureInfo.InvariantCulture) + " ")}{rest}";
        }

        var sign = culture.NumberFormat.NumberDecimalSeparator == "," ? "," : ".";
        var (digits, power) = exact;
        var before = digits.Length + power;
        return before > MostDigits || before < -MostZeros
            ? $"{Minus(number)}{digits[..1]}{(digits.Length > 1 ? sign + digits[1..] : "")} × 10{Raised(before - 1)}"
            : Minus(number) + Plain(digits, power, sign);
    }

    /// <summary>The number as JSON and programs read it, when it is a decimal: 1013.25, 6.626e-34; null for a number such as 2/3.</summary>
    public static string? WriteInvariant(Fraction number)
    {
        if (Digits(number) is not var (digits, power))
        {
            return null;
        }

        var (before, minus) = (digits.Length + power, number.Sign < 0 ? "-" : "");
        return before > MostDigits + 6 || before < -MostZeros
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"{minus}{digits[..1]}{(digits.Length > 1 ? "." + digits[1..] : "")}e{before - 1}"
            )
            : minus + Plain(digits, power, ".");
    }

    /// <summary>The significant digits of a decimal and the power of ten of the last of them; null when it is none.</summary>
    private static (string Digits, int Power)? Digits(Fraction number)
    {
        var (below, twos, fives) = (number.Below, 0, 0);
        for (; (below % 5).IsZero; fives++)
        {
            below /= 5;
        }

        for (; below.IsEven; twos++)
        {
            below /= 2;
        }

        if (!below.IsOne)
        {
            return null;
        }

        var places = Math.Max(twos, fives);
        var digits = (BigInteger.Abs(number.Above) * BigInteger.Pow(10, places) / number.Below).ToString(CultureInfo.InvariantCulture);
        var kept = digits.TrimEnd('0') is { Length: > 0 } significant ? significant : "0";
        return (kept, digits.Length - kept.Length - places);
    }

    private static string Plain(string digits, int power, string sign) =>
        power >= 0 ? digits + new string('0', power)
        : digits.Length > -power ? string.Concat(digits.AsSpan(0, digits.Length + power), sign, digits.AsSpan(digits.Length + power))
        : $"0{sign}{new string('0', -power - digits.Length)}{digits}";

    private static string Minus(Fraction number) => number.Sign < 0 ? "−" : "";

    private static string Raised(int power) =>
        string.Concat(power.ToString(CultureInfo.InvariantCulture).Select(letter => letter == '-' ? '⁻' : "⁰¹²³⁴⁵⁶⁷⁸⁹"[letter - '0']));
}
