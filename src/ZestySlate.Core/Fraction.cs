using System.Globalization;
using System.Numerics;
using System.Text.Json.Serialization;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core;

/// <summary>
/// An exact number: a whole number over a whole number above 0, in lowest terms. Credit is reckoned in it from the part to the
/// total, and typed numbers are compared in it; decimals are made only where something is shown or sent.
/// </summary>
/// <remarks>The whole numbers have no greatest value, so nothing overflows; how large they become is bounded where numbers come in.</remarks>
[JsonConverter(typeof(FractionJson))]
public readonly struct Fraction : IEquatable<Fraction>, IComparable<Fraction>
{
    private const int DecimalDigits = 29,
        DecimalPlaces = 28;

    private readonly BigInteger _above;

    /// <summary>What is below the line; 0 stands for 1, so that the default is 0/1.</summary>
    private readonly BigInteger _below;

    /// <summary>A whole number over another.</summary>
    /// <exception cref="DivideByZeroException">Below the line is 0.</exception>
    public Fraction(BigInteger above, BigInteger below)
    {
        if (below.IsZero)
        {
            throw new DivideByZeroException("Below the line of a fraction is 0.");
        }

        if (below.IsOne)
        {
            _above = above;
            return;
        }

        var common = BigInteger.GreatestCommonDivisor(above, below);
        common = below.Sign < 0 ? -common : common;
        _below = common.IsOne ? below : below / common;
        (_above, _below) = (common.IsOne ? above : above / common, _below.IsOne ? BigInteger.Zero : _below);
    }

    public static Fraction Zero => default;

    public static Fraction One => new(1, 1);

    /// <summary>The whole number above the line; it has the sign.</summary>
    public BigInteger Above => _above;

    /// <summary>The whole number below the line, 1 or more.</summary>
    public BigInteger Below => _below.IsZero ? BigInteger.One : _below;

    /// <summary>-1, 0 or 1.</summary>
    public int Sign => _above.Sign;

    /// <summary>True when it is a whole number.</summary>
    public bool IsWhole => _below.IsZero;

    public static implicit operator Fraction(int whole) => new(whole, 1);

    public static implicit operator Fraction(decimal number)
    {
        if (number.Scale == 0 && number is >= int.MinValue and <= int.MaxValue)
        {
            return new Fraction((int)number, BigInteger.One);
        }

        Span<int> bits = stackalloc int[4];
        decimal.GetBits(number, bits);
        var mantissa = (new BigInteger((uint)bits[2]) << 64) + (new BigInteger((uint)bits[1]) << 32) + (uint)bits[0];
        var scale = (bits[3] >> 16) & 0xFF;
        return new Fraction(number < 0 ? -mantissa : mantissa, scale == 0 ? BigInteger.One : BigInteger.Pow(10, scale));
    }

    public static Fraction operator +(Fraction one, Fraction other) =>
        one.IsWhole && other.IsWhole
            ? new(one._above + other._above, BigInteger.One)
            : new((one._above * other.Below) + (other._above * one.Below), one.Below * other.Below);

    public static Fraction operator -(Fraction one, Fraction other) => one + -other;

    public static Fraction operator -(Fraction one) => new(-one._above, one.Below);

    public static Fraction operator *(Fraction one, Fraction other) =>
        one.IsWhole && one._above.IsOne ? other
        : other.IsWhole && other._above.IsOne ? one
        : one.IsWhole && other.IsWhole ? new(one._above * other._above, BigInteger.One)
        : new(one._above * other._above, one.Below * other.Below);

    public static Fraction operator /(Fraction one, Fraction other) =>
        other.IsWhole && other._above.IsOne ? one : new(one._above * other.Below, one.Below * other._above);

    public static bool operator ==(Fraction one, Fraction other) => one.Equals(other);

    public static bool operator !=(Fraction one, Fraction other) => !one.Equals(other);

    public static bool operator <(Fraction one, Fraction other) => one.CompareTo(other) < 0;

    public static bool operator >(Fraction one, Fraction other) => one.CompareTo(other) > 0;

    public static bool operator <=(Fraction one, Fraction other) => one.CompareTo(other) <= 0;

    public static bool operator >=(Fraction one, Fraction other) => one.CompareTo(other) >= 0;

    public static Fraction Min(Fraction one, Fraction other) => one <= other ? one : other;

    public static Fraction Max(Fraction one, Fraction other) => one >= other ? one : other;

    public static Fraction Abs(Fraction one) => one.Sign < 0 ? -one : one;

    /// <summary>The number itself, or the nearer bound when it lies outside.</summary>
    public static Fraction Clamp(Fraction one, Fraction least, Fraction most) => Max(least, Min(one, most));

    /// <summary>A power of ten, also below 1.</summary>
    public static Fraction PowerOfTen(int power) =>
        power >= 0 ? new(BigInteger.Pow(10, power), BigInteger.One) : new(BigInteger.One, BigInteger.Pow(10, -power));

    /// <summary>The power of ten of its first digit: 2 for 345, -3 for 0.001; 0 for nothing.</summary>
    public int Magnitude
    {
        get
        {
            if (_above.IsZero)
            {
                return 0;
            }

            var (above, below) = (BigInteger.Abs(_above), Below);
            var guess = above.ToString(CultureInfo.InvariantCulture).Length - below.ToString(CultureInfo.InvariantCulture).Length;
            return Abs(this) >= PowerOfTen(guess) ? guess : guess - 1;
        }
    }

    /// <summary>Rounded half away from zero.</summary>
    /// <param name="places">Decimal places; below 0 for tens and hundreds.</param>
    public Fraction Rounded(int places)
    {
        var step = PowerOfTen(-places);
        var (above, below) = (BigInteger.Abs(_above) * step.Below, Below * step.Above);
        var whole = ((above * 2) + below) / (below * 2);
        return new Fraction(whole * Sign, BigInteger.One) * step;
    }

    /// <summary>A 1 that takes away the zeros behind what is divided by it.</summary>
    private const decimal Plain = 1.0000000000000000000000000000m;

    /// <summary>The nearest decimal, without zeros at its end; the greatest or least decimal when it lies outside of what a decimal holds.</summary>
    public decimal ToDecimal()
    {
        var size = Abs(this);
        if (size >= decimal.MaxValue)
        {
            return Sign < 0 ? decimal.MinValue : decimal.MaxValue;
        }

        // A decimal is a whole number of 96 bits, 28 digits or a little more, with up to 28 of them behind the point.
        var digits = size < 1 ? 0 : (size._above / size.Below).ToString(CultureInfo.InvariantCulture).Length;
        for (var places = Math.Min(DecimalPlaces, DecimalDigits - digits); ; places--)
        {
            var scaled = (size.Rounded(places) * PowerOfTen(places))._above;
            if (scaled.GetBitLength() <= 96)
            {
                return new decimal(
                        (int)(uint)(scaled & uint.MaxValue),
                        (int)(uint)((scaled >> 32) & uint.MaxValue),
                        (int)(uint)(scaled >> 64),
                        Sign < 0,
                        (byte)places
                    ) / Plain;
            }
        }
    }

    public double ToDouble() => (double)ToDecimal();

    public bool Equals(Fraction other) => _above == other._above && _below == other._below;

    public override bool Equals(object? other) => other is Fraction fraction && Equals(fraction);

    public override int GetHashCode() => HashCode.Combine(_above, _below);

    public int CompareTo(Fraction other) =>
        _below == other._below ? _above.CompareTo(other._above) : (_above * other.Below).CompareTo(other._above * Below);

    /// <summary>“2/3”, or “2” for a whole number.</summary>
    public override string ToString() =>
        IsWhole ? _above.ToString(CultureInfo.InvariantCulture) : string.Create(CultureInfo.InvariantCulture, $"{_above}/{Below}");
}

/// <summary>Sums of fractions.</summary>
public static class FractionSums
{
    /// <summary>The exact sum.</summary>
    public static Fraction Total<T>(this IEnumerable<T> all, Func<T, Fraction> of) =>
        all.Aggregate(Fraction.Zero, (sum, one) => sum + of(one));
}
