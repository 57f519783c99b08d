namespace ZestySlate.Core.Marking.Reading;

/// <summary>A unit: value in the quantity's base unit = value × factor + offset.</summary>
/// <param name="Quantity">What it measures; units of one quantity are converted into each other.</param>
/// <param name="Symbol">How it is written.</param>
public sealed record Unit(string Quantity, string Symbol, decimal Factor, decimal Offset = 0)
{
    /// <summary>A value of this unit in the quantity's base unit.</summary>
    public decimal ToBase(decimal value) => (value * Factor) + Offset;

    /// <summary>A value of the base unit in this one.</summary>
    public decimal FromBase(decimal value) => (value - Offset) / Factor;
}

/// <summary>
/// The units that are converted within a quantity. Factors are exact by definition: the foot (0.3048 m), the nautical mile
/// (1852 m), degrees Celsius and Fahrenheit (SI Brochure, 9th edition, and NIST SP 811). Any other unit is compared by its letters.
/// </summary>
public static class Units
{
    private static readonly Dictionary<string, Unit> ByName = new(StringComparer.Ordinal);

    static Units()
    {
        Add("length", 1, 0, "m", "metre", "metres", "meter", "meters");
        Add("length", 1000, 0, "km");
        Add("length", 0.01m, 0, "cm");
        Add("length", 0.001m, 0, "mm");
        Add("length", 0.3048m, 0, "ft", "foot", "feet", "′");
        Add("length", 1852, 0, "nmi", "NM");
        Add("temperature", 1, 273.15m, "°C", "C", "℃", "degC");
        Add("temperature", 5m / 9m, 459.67m * 5m / 9m, "°F", "F", "℉", "degF");
        Add("temperature", 1, 0, "K");
        Add("pressure", 1, 0, "Pa");
        Add("pressure", 100, 0, "hPa", "mbar", "mb");
        Add("pressure", 1000, 0, "kPa");
        Add("pressure", 100_000, 0, "bar");
        Add("time", 1, 0, "s", "sec", "second", "seconds");
        Add("time", 60, 0, "min", "minute", "minutes");
        Add("time", 3600, 0, "h", "hr", "hour", "hours");
        Add("speed", 1, 0, "m/s", "m s⁻¹", "ms⁻¹", "mps");
        Add("speed", 1m / 3.6m, 0, "km/h", "kmh", "kph");
        Add("speed", 1852m / 3600m, 0, "kt", "kn", "kts", "knot", "knots");
        Add("mass", 1, 0, "kg");
        Add("mass", 0.001m, 0, "g");
        Add("volume", 1, 0, "L", "l", "litre", "litres");
        Add("volume", 0.001m, 0, "mL", "ml");
        Add("share", 0.01m, 0, "%", "٪", "per cent", "percent");
        Add("euro", 1, 0, "€", "EUR");
        Add("dollar", 1, 0, "$", "USD");
        Add("pound", 1, 0, "£", "GBP");
        Names = ByName.Keys.OrderByDescending(name => name.Length).ToList();
        Symbols = ByName.Values.Select(unit => unit.Symbol).Distinct().ToList();
    }

    /// <summary>Every name of a unit, longest first.</summary>
    public static IReadOnlyList<string> Names { get; }

    /// <summary>How each unit is written, once.</summary>
    public static IReadOnlyList<string> Symbols { get; }

    /// <summary>The unit of this name, or null when it is none of the table.</summary>
    public static Unit? Find(string name) => ByName.GetValueOrDefault(name.Trim());

    private static void Add(string quantity, decimal factor, decimal offset, params string[] names)
    {
        foreach (var name in names)
        {
            ByName.Add(name, new Unit(quantity, names[0], factor, offset));
        }
    }
}
