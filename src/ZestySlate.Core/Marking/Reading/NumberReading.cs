using System.Globalization;
using System.Numerics;
using System.Text.RegularExpressions;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>A number as it was read.</summary>
/// <param name="Value">Its value.</param>
/// <param name="Other">Its value in the other common way of writing, where one separator alone could be either; else null.</param>
public sealed record ReadNumber(Fraction Value, Fraction? Other);

/// <summary>Why a text was not read as a number.</summary>
public enum NumberTrouble
{
    /// <summary>It was read.</summary>
    None,

    /// <summary>There is none in it, or none that can be told.</summary>
    NoNumber,

    /// <summary>There are several, or something is done with them: “3 or 4”, “12-13”, “2/0”.</summary>
    NotOne,

    /// <summary>It is too large, too small or too long to be compared.</summary>
    TooLarge,
}

/// <summary>
/// Reads one number as people write it, in the activity's language or the other common way: 1.234,5 · 1,234.5 · 1 234,5 ·
/// 1'234.5 · ١٬٢٣٤٫٥ · .5 · −3 · 2/3 · 1 1/2 · ½ · 2⅓ · 3e8 · 10^8 · 3x10^8 · 3·10^8 · 3×10⁸ · 45 %,
/// with the digits of any script.
/// One separator alone that could be either (1,234) is read in the activity's language; but a group never begins with a 0, has
/// three digits, and a decimal has digits behind its sign.
/// </summary>
public static partial class NumberReading
{
    /// <summary>The longest text that is looked at, in characters.</summary>
    public const int LongestText = 200;

    /// <summary>The greatest power of ten, and the least below 0, that a number may be written with.</summary>
    public const int MostPower = 300;

    /// <summary>With any of these it is a power of ten, a fraction or in percent.</summary>
    private static readonly System.Buffers.SearchValues<char> NotDecimal = System.Buffers.SearchValues.Create("eExX×^/%");

    /// <summary>The number, or null when the text is none.</summary>
    public static ReadNumber? Read(string text, CultureInfo culture) => Read(text, culture, out _);

    /// <summary>The number, or null with why the text is none.</summary>
    public static ReadNumber? Read(string text, CultureInfo culture, out NumberTrouble trouble)
    {
        if (text.Length > LongestText)
        {
            trouble = text.Any(char.IsDigit) ? NumberTrouble.TooLarge : NumberTrouble.NoNumber;
            return null;
        }

        var plain = NumberLetters.Plain(text);
        var (number, tooLarge) = OfPlain(plain, culture);
        trouble =
            number is not null ? NumberTrouble.None
            : tooLarge ? NumberTrouble.TooLarge
            : DigitRuns().Count(plain) > 1 ? NumberTrouble.NotOne
            : NumberTrouble.NoNumber;
        return number;
    }

    private static (ReadNumber? Number, bool TooLarge) OfPlain(string plain, CultureInfo culture)
    {
        if (!plain.AsSpan().ContainsAny(NotDecimal))
        {
            return (OfDecimal(plain, culture), false);
        }

        if (plain.EndsWith('%'))
        {
            var (percent, large) = OfPlain(plain[..^1].TrimEnd(), culture);
            return (percent is null ? null : Scaled(percent, -2), large);
        }

        if (Scientific().Match(plain) is { Success: true } science)
        {
            var front = science.Groups["front"].Success
                ? OfDecimal(science.Groups["front"].Value.Trim(), culture)
                : Signed(Fraction.One, science.Groups["sign"].Value == "-");
            var fits =
                int.TryParse(
                    science.Groups["power"].Value.Replace(" ", ""),
                    NumberStyles.AllowLeadingSign,
                    CultureInfo.InvariantCulture,
                    out var power
                )
                && Math.Abs(power) <= MostPower;
            // Before a power of ten stands one digit, as a rule: 6,626 × 10⁻³⁴ has decimals in every language.
            front = front is { Other: { } decimals } && Fraction.Abs(decimals) < 10 ? new ReadNumber(decimals, front.Value) : front;
            return front is null ? (null, false)
                : fits ? (Scaled(front, power), false)
                : (null, true);
        }

        return (Ratio().Match(plain) is { Success: true } ratio ? OfRatio(ratio) : OfDecimal(plain, culture), false);
    }

    private static ReadNumber? OfDecimal(string plain, CultureInfo culture)
    {
        var negative = plain.StartsWith('-');
        var body = (negative || plain.StartsWith('+') ? plain[1..] : plain).Trim();
        if (body.Contains('٫') || body.Contains('٬'))
        {
            // The Arabic signs can only mean one thing.
            return body.Contains(',') || body.Contains('.')
                ? null
                : Signed(Written(body.Replace('٬', ',').Replace('٫', '.'), '.'), negative);
        }

        var (comma, point) = (body.LastIndexOf(','), body.LastIndexOf('.'));
        if (comma >= 0 == point >= 0)
        {
            return Signed(Written(body, comma > point ? ',' : '.'), negative);
        }

        var separator = comma >= 0 ? ',' : '.';
        var (asDecimal, asGroups) = (
            Signed(Written(body, separator), negative),
            Signed(Written(body, separator == ',' ? '.' : ','), negative)
        );
        return asDecimal is null || asGroups is null ? asDecimal ?? asGroups
            : DecimalSign(culture) == separator ? asDecimal with { Other = asGroups.Value }
            : asGroups with { Other = asDecimal.Value };
    }

    /// <summary>The sign for decimals among European digits: point or comma, by the language's own data (CLDR).</summary>
    private static char DecimalSign(CultureInfo culture) => culture.NumberFormat.NumberDecimalSeparator == "," ? ',' : '.';

    /// <summary>The value of digits without a sign, when this is the sign for decimals; null when they are not written so.</summary>
    private static Fraction? Written(string body, char decimalSign)
    {
        var parts = body.Split(decimalSign);
        var (front, behind) = (parts[0], parts.Length == 2 ? parts[1] : null);
        if (
            parts.Length > 2
            || (behind is not null && !Behind().IsMatch(behind))
            || (front.Length == 0 ? behind is null : !Digits().IsMatch(front) && !Groups(front, decimalSign == ',' ? '.' : ','))
        )
        {
            return null;
        }

        var places = behind?.Count(char.IsAsciiDigit) ?? 0;
        var digits = body.All(char.IsAsciiDigit) ? body : string.Concat(body.Where(char.IsAsciiDigit));
        var whole =
            digits.Length <= 18 ? long.Parse(digits, CultureInfo.InvariantCulture) : BigInteger.Parse(digits, CultureInfo.InvariantCulture);
        return new Fraction(whole, places == 0 ? BigInteger.One : BigInteger.Pow(10, places));
    }

    /// <summary>Whether digits are in groups, all by the same sign: a comma or point, a space, an apostrophe.</summary>
    private static bool Groups(string front, char sign) =>
        front.FirstOrDefault(letter => !char.IsAsciiDigit(letter)) is var by
        && (by == sign || by is ' ' or '\'')
        && (EvenGroups().IsMatch(front.Replace(by, '_')) || (by == ',' && IndianGroups().IsMatch(front)));

    private static ReadNumber? OfRatio(Match ratio)
    {
        BigInteger Number(string group) =>
            ratio.Groups[group].Length == 0 ? 0 : BigInteger.Parse(ratio.Groups[group].Value, CultureInfo.InvariantCulture);
        var (whole, over, under) = (Number("whole"), Number("over"), Number("under"));
        return under.IsZero || (ratio.Groups["whole"].Success && over >= under)
            ? null
            : Signed(new Fraction((whole * under) + over, under), ratio.Groups["sign"].Value == "-");
    }

    private static ReadNumber? Signed(Fraction? value, bool negative) =>
        value is { } number ? new ReadNumber(negative ? -number : number, null) : null;

    private static ReadNumber Scaled(ReadNumber front, int power) =>
        new(front.Value * Fraction.PowerOfTen(power), front.Other is { } other ? other * Fraction.PowerOfTen(power) : null);

    [GeneratedRegex(@"^(?:(?<front>[-+]?[ ]?[\d.,' ٫٬]*\d) ?(?:[eE] ?|[×xX] ?10 ?\^ ?)|(?<sign>[-+]?) ?10 ?\^ ?)(?<power>[-+]? ?\d{1,9})$")]
    private static partial Regex Scientific();

    [GeneratedRegex(@"^(?<sign>[-+]?) ?(?:(?<whole>\d{1,15}) )?(?<over>\d{1,15}) ?/ ?(?<under>\d{1,15})$")]
    private static partial Regex Ratio();

    [GeneratedRegex(@"^\d+$")]
    private static partial Regex Digits();

    /// <summary>Behind the sign for decimals: digits, or groups of three by spaces (SI Brochure, 9th edition, 5.4.4).</summary>
    [GeneratedRegex(@"^(?:\d+|\d{3}(?: \d{3})* \d{1,3})$")]
    private static partial Regex Behind();

    [GeneratedRegex(@"^[1-9]\d{0,2}(?:_\d{3})+$")]
    private static partial Regex EvenGroups();

    /// <summary>As in India: 12,34,567.</summary>
    [GeneratedRegex(@"^[1-9]\d?(?:,\d{2})+,\d{3}$")]
    private static partial Regex IndianGroups();

    [GeneratedRegex(@"\d+")]
    private static partial Regex DigitRuns();
}
