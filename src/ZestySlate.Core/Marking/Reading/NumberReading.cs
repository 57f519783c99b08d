using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>A number as it was read.</summary>
/// <param name="Value">Its value.</param>
/// <param name="Other">Its value in the other common way of writing, where one separator alone could be either; else null.</param>
public sealed record ReadNumber(decimal Value, decimal? Other);

/// <summary>
/// Reads numbers as people write them, in the activity's language or the other common way: 1.234,5 · 1,234.5 · 1 234,5 ·
/// 1'234.5 · ١٬٢٣٤٫٥ · .5 · −3 · 2/3 · 1 1/2 · 3e8 · 3·10^8 · 3×10⁸ · 45 %. One separator alone that could be either (1,234) is read in the
/// activity's language.
/// </summary>
public static partial class NumberReading
{
    /// <summary>The number, or null when the text is none.</summary>
    public static ReadNumber? Read(string text, CultureInfo culture)
    {
        var plain = Plain(text);
        if (Scientific().Match(plain) is { Success: true } science)
        {
            return Read(science.Groups["front"].Value, culture) is { } front && int.TryParse(science.Groups["power"].Value, out var power) && Math.Abs(power) <= 27
                ? Scaled(front, power)
                : null;
        }

        if (Fraction().Match(plain) is { Success: true } fraction)
        {
            return OfFraction(fraction);
        }

        if (plain.EndsWith('%'))
        {
            return Read(plain[..^1].Trim(), culture) is { } percent ? new ReadNumber(percent.Value / 100, percent.Other / 100) : null;
        }

        return OfDecimal(plain, culture);
    }

    private static ReadNumber? OfDecimal(string plain, CultureInfo culture)
    {
        var negative = plain.StartsWith('-');
        var body = (plain.StartsWith('-') || plain.StartsWith('+') ? plain[1..] : plain).Trim();
        if (body.Contains('٫') || body.Contains('٬'))
        {
            // The Arabic signs can only mean one thing.
            return Parsed(body.Replace("٬", "").Replace('٫', '.'), '.', negative);
        }

        if (!Body().IsMatch(body) || !body.Any(char.IsAsciiDigit))
        {
            return null;
        }

        body = body.Replace(" ", "").Replace("'", "");
        var (comma, point) = (body.LastIndexOf(','), body.LastIndexOf('.'));
        if (comma >= 0 && point >= 0)
        {
            return Parsed(body, comma > point ? ',' : '.', negative);
        }

        if (comma < 0 && point < 0)
        {
            return Parsed(body, '.', negative);
        }

        var separator = comma >= 0 ? ',' : '.';
        var asDecimal = Parsed(body, separator, negative);
        var asGroups = Groups(separator).IsMatch(body) ? Parsed(body, separator == ',' ? '.' : ',', negative) : null;
        if (asDecimal is null || asGroups is null)
        {
            return asDecimal ?? asGroups;
        }

        return culture.NumberFormat.NumberDecimalSeparator[0] == separator
            ? asDecimal with { Other = asGroups.Value }
            : asGroups with { Other = asDecimal.Value };
    }

    private static ReadNumber? Parsed(string body, char decimalSign, bool negative)
    {
        var parts = body.Split(decimalSign);
        var grouping = decimalSign == ',' ? '.' : ',';
        if (parts.Length > 2 || parts[^1].Contains(grouping) && parts.Length == 2 || (parts[0].Contains(grouping) && !Groups(grouping).IsMatch(parts[0])))
        {
            return null;
        }

        var digits = parts[0].Replace(grouping.ToString(), "") + (parts.Length == 2 ? "." + parts[1] : "");
        return decimal.TryParse(digits, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value) ? new ReadNumber(negative ? -value : value, null) : null;
    }

    private static ReadNumber? OfFraction(Match fraction)
    {
        if (!decimal.TryParse(fraction.Groups["over"].Value, out var over) || !decimal.TryParse(fraction.Groups["under"].Value, out var under) || under == 0)
        {
            return null;
        }

        var whole = fraction.Groups["whole"].Length > 0 && decimal.TryParse(fraction.Groups["whole"].Value, out var read) ? read : 0;
        var value = whole + (over / under);
        return new ReadNumber(fraction.Groups["sign"].Value == "-" ? -value : value, null);
    }

    private static ReadNumber? Scaled(ReadNumber front, int power)
    {
        try
        {
            var factor = Enumerable.Repeat(10m, Math.Abs(power)).Aggregate(1m, (product, ten) => product * ten);
            return power >= 0 ? new ReadNumber(front.Value * factor, front.Other * factor) : new ReadNumber(front.Value / factor, front.Other / factor);
        }
        catch (OverflowException)
        {
            return null;
        }
    }

    private static string Plain(string text)
    {
        var plain = new StringBuilder();
        var raised = false;
        foreach (var letter in text.Trim())
        {
            // Marks that only steer the direction of writing are no part of the number.
            if (char.GetUnicodeCategory(letter) == UnicodeCategory.Format)
            {
                continue;
            }

            var at = "⁰¹²³⁴⁵⁶⁷⁸⁹".IndexOf(letter);
            if ((at >= 0 || letter == '⁻') && !raised)
            {
                plain.Append('^');
            }

            raised = at >= 0 || letter == '⁻';
            plain.Append(letter switch
            {
                _ when at >= 0 => (char)('0' + at),
                '−' or '–' or '—' or '‐' or '‑' or '⁻' => '-',
                '’' or '‘' or 'ʼ' => '\'',
                '⁄' or '∕' or '÷' => '/',
                '×' or '·' or '⋅' or '∙' or '*' => '×',
                _ when char.IsWhiteSpace(letter) => ' ',
                _ when char.IsDigit(letter) => (char)('0' + (int)char.GetNumericValue(letter)),
                _ => letter,
            });
        }

        return plain.ToString();
    }

    private static Regex Groups(char separator) => separator == ',' ? CommaGroups() : PointGroups();

    [GeneratedRegex(@"^(?<front>[-+]?[\d.,' ٫٬]+?)\s*(?:[eE]|×\s*10\s*\^)\s*(?<power>[-+]?\d{1,3})$")]
    private static partial Regex Scientific();

    [GeneratedRegex(@"^(?<sign>-?)\s*(?:(?<whole>\d{1,15})\s+)?(?<over>\d{1,15})\s*/\s*(?<under>\d{1,15})$")]
    private static partial Regex Fraction();

    [GeneratedRegex(@"^(\d{1,3}([ ']\d{3})+|\d[\d.,]*|[.,]\d+)([.,]\d+)?$")]
    private static partial Regex Body();

    [GeneratedRegex(@"^\d{1,3}(,\d{3})+$|^\d{1,2}(,\d{2})+,\d{3}$")]
    private static partial Regex CommaGroups();

    [GeneratedRegex(@"^\d{1,3}(\.\d{3})+$")]
    private static partial Regex PointGroups();
}
