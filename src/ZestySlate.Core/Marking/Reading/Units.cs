namespace ZestySlate.Core.Marking.Reading;

/// <summary>A unit: value in the quantity's base units = value × factor + offset.</summary>
/// <param name="Dimension">The powers of the base units, as “kg m^-1 s^-2”; units of one dimension are converted into each other.</param>
/// <param name="Symbol">How it is written.</param>
/// <param name="Factor">How many base units it is.</param>
/// <param name="Offset">Where it begins to count, for temperatures.</param>
public sealed record Unit(string Dimension, string Symbol, Fraction Factor, Fraction Offset)
{
    /// <summary>What it measures, in a word; empty where there is none in use here.</summary>
    public string Quantity => Units.QuantityOf(Dimension);

    /// <summary>A value of this unit in base units.</summary>
    public Fraction ToBase(Fraction value) => (value * Factor) + Offset;

    /// <summary>A value in base units in this one.</summary>
    public Fraction FromBase(Fraction value) => (value - Offset) / Factor;
}

/// <summary>
/// The units that are converted. Factors are exact by definition (SI Brochure, 9th edition, tables 2, 4, 7 and 8; NIST SP 811,
/// appendix B). Units that may have one take a prefix, and all of them powers, products and quotients: see <see cref="UnitReading"/>.
/// Any other unit is compared by its letters.
/// </summary>
public static class Units
{
    private static readonly Dictionary<string, Unit> ByName = new(StringComparer.Ordinal);
    private static readonly HashSet<string> TakePrefix = new(StringComparer.Ordinal);

    /// <summary>What each dimension measures, where there is a word for it.</summary>
    private static readonly Dictionary<string, string> Quantities = new(StringComparer.Ordinal)
    {
        ["m"] = "length",
        ["m^2"] = "area",
        ["m^3"] = "volume",
        ["kg"] = "mass",
        ["s"] = "time",
        ["s^-1"] = "frequency",
        ["K"] = "temperature",
        ["m s^-1"] = "speed",
        ["m s^-2"] = "acceleration",
        ["kg m s^-2"] = "force",
        ["kg m^-1 s^-2"] = "pressure",
        ["kg m^2 s^-2"] = "energy",
        ["kg m^2 s^-3"] = "power",
        ["kg m^-3"] = "density",
        ["A"] = "current",
        ["A^-1 kg m^2 s^-3"] = "voltage",
        ["A^-2 kg m^2 s^-3"] = "resistance",
        ["mol"] = "amount",
        ["cd"] = "light",
        ["%"] = "share",
        ["°"] = "angle",
    };

    static Units()
    {
        WithPrefixes("m", 1, "m");
        Add("m", 1, "metre", "metres", "meter", "meters");
        Add("m", 0.3048m, "ft", "foot", "feet", "′");
        Add("m", 0.0254m, "in", "inch", "inches", "″");
        Add("m", 0.9144m, "yd", "yard", "yards");
        Add("m", 1609.344m, "mi", "mile", "miles");
        Add("m", 1852, "nmi", "NM");
        Add("m", 149_597_870_700m, "au", "AU");
        Add("m", 9_460_730_472_580_800m, "ly");
        WithPrefixes("kg", 0.001m, "g");
        Add("kg", 1000, "t");
        Add("kg", 0.45359237m, "lb", "lbs");
        WithPrefixes("s", 1, "s");
        Add("s", 1, "sec", "second", "seconds");
        Add("s", 60, "min", "minute", "minutes");
        Add("s", 3600, "h", "hr", "hour", "hours");
        Add("s", 86_400, "d", "day", "days");
        WithPrefixes("s^-1", 1, "Hz");
        WithPrefixes("A", 1, "A");
        WithPrefixes("mol", 1, "mol");
        WithPrefixes("cd", 1, "cd");
        WithPrefixes("K", 1, "K");
        ByName.AddAll(new Unit("K", "°C", 1, 273.15m), "°C", "C", "℃", "degC");
        ByName.AddAll(new Unit("K", "°F", new Fraction(5, 9), 459.67m * new Fraction(5, 9)), "°F", "F", "℉", "degF");
        WithPrefixes("kg m s^-2", 1, "N");
        WithPrefixes("kg m^-1 s^-2", 1, "Pa");
        WithPrefixes("kg m^-1 s^-2", 100_000, "bar");
        Add("kg m^-1 s^-2", 100, "mbar", "mb");
        Add("kg m^-1 s^-2", 101_325, "atm");
        WithPrefixes("kg m^2 s^-2", 1, "J");
        WithPrefixes("kg m^2 s^-2", 3600, "Wh");
        WithPrefixes("kg m^2 s^-2", 4.184m, "cal");
        WithPrefixes("kg m^2 s^-2", new Fraction(1602176634, System.Numerics.BigInteger.Pow(10, 28)), "eV");
        WithPrefixes("kg m^2 s^-3", 1, "W");
        WithPrefixes("A^-1 kg m^2 s^-3", 1, "V");
        WithPrefixes("A^-2 kg m^2 s^-3", 1, "Ω", "Ω", "ohm");
        WithPrefixes("m^3", 0.001m, "L", "l", "litre", "litres", "liter", "liters");
        Add("m^2", 10_000, "ha");
        Add("m s^-1", new Fraction(1852, 3600), "kt", "kn", "kts", "knot", "knots");
        Add("m s^-1", new Fraction(1000, 3600), "km/h", "kmh", "kph");
        Add("m s^-1", 1, "m/s", "mps", "ms⁻¹");
        Add("m s^-1", 0.44704m, "mph");
        Add("%", 1, "%", "٪", "per cent", "percent");
        Add("%", 0.1m, "‰");
        Add("°", 1, "°", "º");
        foreach (var (sign, name) in new[] { ("€", "EUR"), ("$", "USD"), ("£", "GBP"), ("¥", "JPY"), ("₹", "INR") })
        {
            Add(sign, 1, sign, name);
        }

        Symbols = ByName
            .Values.Select(unit => unit.Symbol)
            .Concat(["km", "cm", "mm", "kg", "hPa", "kPa", "mL", "kWh", "kJ"])
            .Distinct()
            .ToList();
    }

    /// <summary>How each unit is written, once, with the prefixes in most use.</summary>
    public static IReadOnlyList<string> Symbols { get; }

    /// <summary>The unit of this name, with prefixes, powers, products and quotients; null when it is none that is known.</summary>
    public static Unit? Find(string name) => ByName.GetValueOrDefault(name.Trim()) ?? UnitReading.Read(name.Trim());

    /// <summary>The unit of one name of the table, or of a prefix and a name that takes one; null for none.</summary>
    internal static Unit? FindOne(string name)
    {
        if (ByName.TryGetValue(name, out var known))
        {
            return known;
        }

        foreach (var (prefix, power) in UnitReading.Prefixes)
        {
            if (
                name.Length > prefix.Length
                && name.StartsWith(prefix, StringComparison.Ordinal)
                && TakePrefix.Contains(name[prefix.Length..])
            )
            {
                var unit = ByName[name[prefix.Length..]];
                return unit with { Symbol = name, Factor = unit.Factor * Fraction.PowerOfTen(power) };
            }
        }

        return null;
    }

    internal static string QuantityOf(string dimension) => Quantities.GetValueOrDefault(dimension, "");

    private static void WithPrefixes(string dimension, Fraction factor, params string[] names)
    {
        Add(dimension, factor, names);
        TakePrefix.UnionWith(names);
    }

    private static void Add(string dimension, Fraction factor, params string[] names) =>
        ByName.AddAll(new Unit(dimension, names[0], factor, 0), names);

    private static void AddAll(this Dictionary<string, Unit> all, Unit unit, params string[] names)
    {
        foreach (var name in names)
        {
            all.TryAdd(name, unit);
        }
    }
}
