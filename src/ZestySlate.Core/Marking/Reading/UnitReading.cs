using System.Globalization;
using System.Text.RegularExpressions;

namespace ZestySlate.Core.Marking.Reading;

/// <summary>
/// Reads units made of others: km/h · m s⁻² · kg·m^2/s^2 · W/(m²·K) · J/kg. A quotient is of what follows it alone, or of what
/// stands in brackets (SI Brochure, 9th edition, 5.4.2).
/// </summary>
internal static partial class UnitReading
{
    private const int MostPower = 12,
        LongestUnit = 40;

    /// <summary>The prefixes and their powers of ten (SI Brochure, 9th edition, table 7).</summary>
    internal static readonly (string Prefix, int Power)[] Prefixes =
    [
        ("da", 1),
        ("h", 2),
        ("k", 3),
        ("M", 6),
        ("G", 9),
        ("T", 12),
        ("P", 15),
        ("E", 18),
        ("d", -1),
        ("c", -2),
        ("m", -3),
        ("µ", -6),
        ("μ", -6),
        ("n", -9),
        ("p", -12),
        ("f", -15),
        ("a", -18),
    ];

    /// <summary>The unit, or null when any part of it is not known.</summary>
    internal static Unit? Read(string name)
    {
        if (name.Length is 0 or > LongestUnit || Whole().Match(NumberLetters.Plain(name).Replace("^^", "^")) is not { Success: true } whole)
        {
            return null;
        }

        var (powers, factor) = (new SortedDictionary<string, int>(StringComparer.Ordinal), Fraction.One);
        var units = whole.Groups["unit"].Captures;
        for (var i = 0; i < units.Count; i++)
        {
            if (Units.FindOne(units[i].Value) is not { } unit || !TryPower(whole.Groups["power"].Captures[i].Value, out var power))
            {
                return null;
            }

            // The one after the stroke is divided by, and all that stands with it in brackets.
            power *= IsBelow(whole, units[i].Index) ? -1 : 1;
            for (var times = 0; times < Math.Abs(power); times++)
            {
                factor = power > 0 ? factor * unit.Factor : factor / unit.Factor;
            }

            foreach (
                var (of, by) in unit
                    .Dimension.Split(' ')
                    .Select(part => part.Split('^'))
                    .Select(part => (part[0], part.Length > 1 ? int.Parse(part[1], CultureInfo.InvariantCulture) : 1))
            )
            {
                powers[of] = powers.GetValueOrDefault(of) + (by * power);
            }
        }

        // One alone keeps where it begins to count.
        return
            units.Count == 1
            && TryPower(whole.Groups["power"].Captures[0].Value, out var one)
            && one == 1
            && Units.FindOne(units[0].Value) is { } alone
            ? alone
            : new Unit(
                string.Join(
                    ' ',
                    powers
                        .Where(part => part.Value != 0)
                        .Select(part => part.Value == 1 ? part.Key : $"{part.Key}^{part.Value.ToString(CultureInfo.InvariantCulture)}")
                ),
                name,
                factor,
                0
            );
    }

    private static bool TryPower(string written, out int power)
    {
        power = 1;
        return written.Length == 0
            || (
                int.TryParse(written.Trim('^', '(', ')'), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out power)
                && power != 0
                && Math.Abs(power) <= MostPower
            );
    }

    private static bool IsBelow(Match whole, int at)
    {
        var text = whole.Value[..at].TrimEnd();
        var open = text.LastIndexOf('(');
        return text.EndsWith('/') || (open > 0 && text[..open].TrimEnd().EndsWith('/') && !text[open..].Contains(')'));
    }

    [GeneratedRegex(
        @"^(?:(?:^|[ ]?[×·/.][ ]?|[ ])\(?(?<unit>[\p{L}\p{M}°º′″%‰€$£¥₹µΩ]+)(?<power>(?:\^?[-+]?\d{1,2}|\^\([-+]?\d{1,2}\))?)\)?)+$"
    )]
    private static partial Regex Whole();
}
