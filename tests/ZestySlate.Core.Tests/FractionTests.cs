using System.Globalization;
using System.Numerics;
using CsCheck;

namespace ZestySlate.Core.Tests;

/// <summary>Exact numbers: compared with plain whole-number arithmetic, and shown to the last digit.</summary>
public sealed class FractionTests
{
    private static readonly Gen<(int Above, int Below)> Pairs = Gen.Select(Gen.Int[-2000, 2000], Gen.Int[1, 900]);

    [Fact]
    public void Reckoning_is_that_of_whole_numbers() =>
        Gen.Select(Pairs, Pairs)
            .Sample(
                (one, other) =>
                {
                    var (a, b) = (new Fraction(one.Above, one.Below), new Fraction(other.Above, other.Below));
                    bool Is(Fraction result, long above, long below) =>
                        result.Above * below == new BigInteger(above) * result.Below
                        && result.Below > 0
                        && BigInteger.GreatestCommonDivisor(result.Above, result.Below).IsOne;
                    return Is(a + b, ((long)one.Above * other.Below) + ((long)other.Above * one.Below), (long)one.Below * other.Below)
                        && Is(a - b, ((long)one.Above * other.Below) - ((long)other.Above * one.Below), (long)one.Below * other.Below)
                        && Is(a * b, (long)one.Above * other.Above, (long)one.Below * other.Below)
                        && (other.Above == 0 || Is(a / b, (long)one.Above * other.Below, (long)one.Below * other.Above))
                        && a.CompareTo(b) == ((long)one.Above * other.Below).CompareTo((long)other.Above * one.Below)
                        && (a == b) == ((long)one.Above * other.Below == (long)other.Above * one.Below)
                        && (a != b || a.GetHashCode() == b.GetHashCode());
                }
            );

    [Fact]
    public void A_decimal_is_written_without_zeros_at_its_end() =>
        Gen.Decimal.Sample(number =>
            ((Fraction)number).ToDecimal().ToString(CultureInfo.InvariantCulture) is var written
            && (!written.Contains('.') || !written.EndsWith('0'))
        );

    [Fact]
    public void A_decimal_is_taken_exactly_and_comes_back() =>
        Gen.Decimal.Sample(number => ((Fraction)number).ToDecimal() == number && ((Fraction)number).CompareTo(number) == 0);

    [Theory]
    [InlineData("1/8", 2, "0.13")]
    [InlineData("-1/8", 2, "-0.13")]
    [InlineData("1/3", 2, "0.33")]
    [InlineData("2/3", 2, "0.67")]
    [InlineData("5/2", 0, "3")]
    [InlineData("-5/2", 0, "-3")]
    [InlineData("1250/1", -2, "1300")]
    [InlineData("1249/1", -2, "1200")]
    [InlineData("0/1", 2, "0")]
    public void It_is_rounded_half_away_from_zero(string number, int places, string rounded) =>
        Assert.Equal(decimal.Parse(rounded, CultureInfo.InvariantCulture), Read(number).Rounded(places).ToDecimal());

    [Theory]
    [InlineData("1/3", "0.3333333333333333333333333333")]
    [InlineData("2/3", "0.6666666666666666666666666667")]
    [InlineData("200/3", "66.666666666666666666666666667")]
    [InlineData("-1/7", "-0.1428571428571428571428571429")]
    public void The_nearest_decimal_is_told(string number, string nearest) =>
        Assert.Equal(decimal.Parse(nearest, CultureInfo.InvariantCulture), Read(number).ToDecimal());

    [Fact]
    public void What_no_decimal_holds_is_told_as_the_greatest_or_least()
    {
        Assert.Equal(decimal.MaxValue, Fraction.PowerOfTen(40).ToDecimal());
        Assert.Equal(decimal.MinValue, (-Fraction.PowerOfTen(40)).ToDecimal());
        Assert.Equal(decimal.MaxValue, ((Fraction)decimal.MaxValue).ToDecimal());
        Assert.Equal(0m, Fraction.PowerOfTen(-40).ToDecimal());
    }

    [Fact]
    public void The_default_is_nothing_and_nothing_is_divided_by_nothing()
    {
        Assert.Equal((Fraction)0, default);
        Assert.Equal("0", default(Fraction).ToString());
        Assert.Equal(2, default(Fraction) + 2);
        Assert.Throws<DivideByZeroException>(() => Fraction.One / 0);
    }

    private static Fraction Read(string number) =>
        number.Split('/') is [var above, var below]
            ? new Fraction(BigInteger.Parse(above, CultureInfo.InvariantCulture), BigInteger.Parse(below, CultureInfo.InvariantCulture))
            : default;
}
