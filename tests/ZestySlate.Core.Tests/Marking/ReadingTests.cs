using System.Globalization;
using CsCheck;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>How typed texts and numbers are read.</summary>
public sealed class ReadingTests
{
    private static readonly CultureInfo English = CultureInfo.GetCultureInfo("en"),
        German = CultureInfo.GetCultureInfo("de"),
        Turkish = CultureInfo.GetCultureInfo("tr");

    [Theory]
    [InlineData("“Gale”", "\"gale\"")]
    [InlineData("it’s", "it's")]
    [InlineData("north–east", "north-east")]
    [InlineData("  two\u00a0 \t words ", "two words")]
    [InlineData("ｗｉｄｅ", "wide")]
    [InlineData("Yes!", "yes")]
    [InlineData("?", "?")]
    public void Texts_that_look_the_same_are_the_same(string typed, string accepted) =>
        Assert.True(new TextReading().Same(typed, accepted, English));

    [Fact]
    public void Case_follows_the_language()
    {
        Assert.True(new TextReading().Same("ISTANBUL", "ıstanbul", Turkish));
        Assert.False(new TextReading().Same("ISTANBUL", "istanbul", Turkish));
        Assert.True(new TextReading().Same("STRASSE", "strasse", German));
        Assert.False(new TextReading { MatchCase = true }.Same("Gale", "gale", English));
    }

    [Fact]
    public void Accents_are_strict_or_lenient()
    {
        Assert.False(new TextReading().Same("cafe", "café", English));
        Assert.True(new TextReading { LenientAccents = true }.Same("cafe", "café", English));
    }

    [Fact]
    public void Reading_twice_changes_nothing_more() =>
        Gen.String.Sample(text =>
        {
            try
            {
                text = text.Normalize();
            }
            catch (ArgumentException)
            {
                return true;
            }

            var reading = new TextReading { LenientAccents = true };
            var once = reading.Read(text, English);
            return reading.Read(once, English) == once;
        });

    [Theory]
    [InlineData("1.234,5", 1234.5)]
    [InlineData("1,234.5", 1234.5)]
    [InlineData("1 234,5", 1234.5)]
    [InlineData("1'234.5", 1234.5)]
    [InlineData("1’234’567", 1234567)]
    [InlineData(".5", 0.5)]
    [InlineData("−3", -3)]
    [InlineData("–3,5", -3.5)]
    [InlineData("2/3", 0.66667)]
    [InlineData("1 1/2", 1.5)]
    [InlineData("3e8", 300000000)]
    [InlineData("3·10^8", 300000000)]
    [InlineData("3×10⁸", 300000000)]
    [InlineData("1.5e-3", 0.0015)]
    [InlineData("2 × 10⁻²", 0.02)]
    [InlineData("45 %", 0.45)]
    [InlineData("1,5", 1.5)]
    [InlineData("1.50", 1.5)]
    [InlineData("٣٫٥", 3.5)]
    public void Numbers_are_read_as_people_write_them(string text, double value) =>
        Assert.Equal((decimal)value, NumberReading.Read(text, English)!.Value.Rounded(5).ToDecimal());

    [Theory]
    [InlineData("1,234", "en", 1234, 1.234)]
    [InlineData("1,234", "de", 1.234, 1234)]
    [InlineData("1.234", "de", 1234, 1.234)]
    [InlineData("1.234", "en", 1.234, 1234)]
    public void One_separator_alone_is_read_in_the_language_and_the_other_reading_is_known(
        string text,
        string language,
        double value,
        double other
    )
    {
        var read = NumberReading.Read(text, CultureInfo.GetCultureInfo(language))!;
        Assert.Equal(((decimal)value, (decimal)other), (read.Value, read.Other));
    }

    [Theory]
    [InlineData("")]
    [InlineData("twelve")]
    [InlineData("1/0")]
    [InlineData("1.2.3")]
    [InlineData("1,2,3")]
    [InlineData("3e999")]
    [InlineData("--3")]
    [InlineData("%")]
    [InlineData("1 2 3")]
    public void What_is_no_number_is_none(string text) => Assert.Null(NumberReading.Read(text, English));

    [Fact]
    public void A_number_written_in_a_culture_is_read_back() =>
        Gen.Select(Gen.Int[-99_999_999, 99_999_999], Gen.Int[0, 6].Select(i => new[] { "en", "de", "fr", "cs", "sv", "en-IN", "it" }[i]))
            .Sample(
                (cents, name) =>
                {
                    var culture = CultureInfo.GetCultureInfo(name);
                    var value = cents / 100m;
                    return NumberReading.Read(value.ToString("N2", culture), culture)?.Value == value
                        || name == "en-IN" && Math.Abs(value) >= 100_000;
                }
            );
}
