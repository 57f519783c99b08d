using System.Globalization;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>Numbers with their units and tolerances.</summary>
public sealed class QuantityTests
{
    private static readonly CultureInfo German = CultureInfo.GetCultureInfo("de");

    [Theory]
    [InlineData("7 kt", 7, "kt")]
    [InlineData("12,50 €", 12.5, "€")]
    [InlineData("€ 12.50", 12.5, "€")]
    [InlineData("45 %", 45, "%")]
    [InlineData("1 013 hPa", 1013, "hPa")]
    [InlineData("-3°C", -3, "°C")]
    [InlineData("3 oktas", 3, "oktas")]
    [InlineData("17", 17, "")]
    public void A_number_is_read_with_its_unit(string typed, double value, string unit)
    {
        var read = QuantityReading.Read(typed, German)!;
        Assert.Equal(((decimal)value, unit), (read.Number.Value, read.Unit));
    }

    [Theory]
    [InlineData("hPa")]
    [InlineData("")]
    [InlineData("seven")]
    public void What_has_no_number_is_none(string typed) => Assert.Null(QuantityReading.Read(typed, German));

    [Theory]
    [InlineData("1013.25 hPa", "101325 Pa")]
    [InlineData("1013.25 hPa", "1.01325 bar")]
    [InlineData("10 m/s", "36 km/h")]
    [InlineData("1.852 km/h", "1 kt")]
    [InlineData("0 °C", "32 °F")]
    [InlineData("0 °C", "273.15 K")]
    [InlineData("1 m", "100 cm")]
    [InlineData("0.3048 m", "1 ft")]
    [InlineData("1 h", "60 min")]
    [InlineData("1 kg", "1000 g")]
    [InlineData("1 L", "1000 mL")]
    public void Units_of_one_quantity_are_converted(string right, string typed)
    {
        var key = QuantityReading.Read(right, InEnglish.Culture)!;
        var mark = Asked.Number(key.Number.Value, key.Unit).Marked(Asked.Number(typed));
        Assert.Equal(1, mark.Share);
        Assert.Contains("converted", mark.Reason.Said());
    }

    [Theory]
    [InlineData("1013 hPa", UnitUse.Required, 1)]
    [InlineData("1013", UnitUse.Optional, 1)]
    [InlineData("1013", UnitUse.Required, 0.5)]
    [InlineData("1013 kt", UnitUse.Required, 0.5)]
    [InlineData("1013 kt", UnitUse.Optional, 0.5)]
    [InlineData("1000 hPa", UnitUse.Required, 0)]
    [InlineData("1000 kt", UnitUse.Required, 0)]
    public void A_wrong_unit_and_a_wrong_number_are_told_apart(string typed, UnitUse use, double share) =>
        Assert.Equal((decimal)share, Asked.Number(1013, "hPa", use).Marked(Asked.Number(typed)).Share);

    [Fact]
    public void A_unit_of_its_own_is_compared_by_its_letters()
    {
        Assert.Equal(1, Asked.Number(3, "oktas").Marked(Asked.Number("3 oktas")).Share);
        Assert.Equal(
            "3 eighths is right. The unit eighths is not right here; it is oktas.",
            Asked.Number(3, "oktas").Marked(Asked.Number("3 eighths")).Reason.Said()
        );
    }

    [Fact]
    public void A_unit_where_none_is_asked_is_passed_over() => Assert.Equal(1, Asked.Number(5).Marked(Asked.Number("5 km")).Share);

    [Theory]
    [InlineData(ToleranceKind.Absolute, 0.5, "10.5", true)]
    [InlineData(ToleranceKind.Absolute, 0.5, "10.51", false)]
    [InlineData(ToleranceKind.Relative, 0.05, "10.5", true)]
    [InlineData(ToleranceKind.Relative, 0.05, "10.6", false)]
    [InlineData(ToleranceKind.DecimalPlaces, 1, "10.04", true)]
    [InlineData(ToleranceKind.DecimalPlaces, 1, "10.05", false)]
    [InlineData(ToleranceKind.SignificantFigures, 2, "10.4", true)]
    [InlineData(ToleranceKind.SignificantFigures, 2, "10.6", false)]
    public void A_number_may_be_off_as_set(ToleranceKind kind, double amount, string typed, bool takes) =>
        Assert.Equal(
            takes ? 1 : 0,
            (Asked.Number(10) with { Tolerance = new Tolerance(kind, (decimal)amount) }).Marked(Asked.Number(typed)).Share
        );

    [Fact]
    public void Significant_figures_round_tens_and_hundreds_too() =>
        Assert.True(new Tolerance(ToleranceKind.SignificantFigures, 2).Takes(101_325, 101_000));

    [Fact]
    public void A_number_that_would_be_right_with_the_other_sign_is_told_how_it_was_read()
    {
        var mark = ZestySlate
            .Core.Questions.QuestionTypes.For(Asked.Number(1.234m))
            .Mark(Asked.Number(1.234m), Asked.Number("1,234"), InEnglish.Culture);
        Assert.Equal(Verdict.Wrong, mark.Verdict);
        Assert.StartsWith("“1,234” was read as 1234", mark.Reason.Said());
    }

    [Fact]
    public void The_activitys_language_says_which_sign_is_the_decimal_one() =>
        Assert.Equal(
            1,
            ZestySlate
                .Core.Questions.QuestionTypes.For(Asked.Number(1.234m))
                .Mark(Asked.Number(1.234m), Asked.Number("1,234"), German)
                .Share
        );

    [Fact]
    public void What_is_no_number_is_wrong_and_says_so() =>
        Assert.Equal("“many” could not be read as a number.", Asked.Number(5).Marked(Asked.Number("many")).Reason.Said());

    [Theory]
    [InlineData("hPa", true)]
    [InlineData("oktas", true)]
    [InlineData("3", false)]
    [InlineData("", false)]
    public void A_unit_that_nobody_can_type_is_known(string unit, bool can) => Assert.Equal(can, QuantityReading.CanBeTyped(unit));
}
