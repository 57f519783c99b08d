using System.Globalization;
using System.Numerics;
using CsCheck;
using ZestySlate.Core.Json;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>Numbers as people really write them, of any size, in any language and script; and what is not one number.</summary>
public sealed class NumberTests
{
    private static readonly CultureInfo English = CultureInfo.GetCultureInfo("en");

    private static Fraction Exact(string number) =>
        number.Split('/') is [var above, var below] ? new Fraction(BigInteger.Parse(above, English), BigInteger.Parse(below, English))
        : number.Split('e') is [var front, var power]
            ? decimal.Parse(front, NumberStyles.Float, CultureInfo.InvariantCulture)
                * Fraction.PowerOfTen(int.Parse(power, CultureInfo.InvariantCulture))
        : decimal.Parse(number, NumberStyles.Float, CultureInfo.InvariantCulture);

    [Theory]
    [InlineData("1.38e-23", "1.38e-23")]
    [InlineData("1.989e30", "1.989e30")]
    [InlineData("6.626 × 10⁻³⁴", "6.626e-34")]
    [InlineData("6,626·10^-34", "6.626e-34")]
    [InlineData("3x10^8", "3e8")]
    [InlineData("3 X 10^+8", "3e8")]
    [InlineData("10^8", "1e8")]
    [InlineData("−10⁻³", "-1e-3")]
    [InlineData("1e300", "1e300")]
    [InlineData("½", "1/2")]
    [InlineData("2⅓", "7/3")]
    [InlineData("2 ⅓", "7/3")]
    [InlineData("−2½", "-5/2")]
    [InlineData("1 1/2", "3/2")]
    [InlineData("22/7", "22/7")]
    [InlineData("＋５．５", "5.5")]
    [InlineData("－１２", "-12")]
    [InlineData("➖3", "-3")]
    [InlineData("₋3", null)]
    [InlineData("१२३", "123")]
    [InlineData("１２３", "123")]
    [InlineData("𝟏𝟐", "12")]
    [InlineData("৩.৫", "3.5")]
    [InlineData("1 234 567", "1234567")]
    [InlineData("1\u2009234\u202f567", "1234567")]
    [InlineData("12,34,567", "1234567")]
    [InlineData("3.141 592 65", "3.14159265")]
    [InlineData("0,123", "0.123")]
    [InlineData("-0,125", "-0.125")]
    [InlineData("00,123", "0.123")]
    [InlineData("5.", "5")]
    [InlineData("\u200e12\u200f", "12")]
    [InlineData("45 %", "0.45")]
    [InlineData("٤٥٪", "0.45")]
    [InlineData("0", "0")]
    [InlineData("-0", "0")]
    public void What_people_write_is_read_to_its_last_digit(string typed, string? value) =>
        Assert.Equal(value is null ? null : Exact(value), NumberReading.Read(typed, English)?.Value);

    [Theory]
    [InlineData("3 or 4", NumberTrouble.NotOne)]
    [InlineData("12-13", NumberTrouble.NotOne)]
    [InlineData("12, 13", NumberTrouble.NotOne)]
    [InlineData("2/0", NumberTrouble.NotOne)]
    [InlineData("5−3", NumberTrouble.NotOne)]
    [InlineData("5 3", NumberTrouble.NotOne)]
    [InlineData("1.2.3", NumberTrouble.NotOne)]
    [InlineData("3;4", NumberTrouble.NotOne)]
    [InlineData("2 3/2", NumberTrouble.NotOne)]
    [InlineData("1,23,456.7,8", NumberTrouble.NotOne)]
    [InlineData("10:30", NumberTrouble.NotOne)]
    [InlineData("7 x 8", NumberTrouble.NotOne)]
    [InlineData("1e400", NumberTrouble.TooLarge)]
    [InlineData("1e-400", NumberTrouble.TooLarge)]
    [InlineData("1e99999999999", NumberTrouble.NotOne)]
    [InlineData("many", NumberTrouble.NoNumber)]
    [InlineData("", NumberTrouble.NoNumber)]
    [InlineData("5,", NumberTrouble.NoNumber)]
    [InlineData("--5", NumberTrouble.NoNumber)]
    [InlineData("①", NumberTrouble.NoNumber)]
    [InlineData("5₂", NumberTrouble.NoNumber)]
    [InlineData("5²", NumberTrouble.NotOne)]
    public void One_number_is_one_number(string typed, NumberTrouble why)
    {
        Assert.Null(NumberReading.Read(typed, English, out var trouble));
        Assert.Equal(why, trouble);
        var mark = Asked.Number(5).Marked(Asked.Number(typed));
        Assert.Equal((Fraction.Zero, typed.Trim().Length == 0 ? Verdict.Missing : Verdict.Wrong), (mark.Share, mark.Verdict));
    }

    [Fact]
    public void A_text_without_end_costs_nothing()
    {
        Assert.Null(NumberReading.Read(new string('1', 1_000_000), English, out var trouble));
        Assert.Equal(NumberTrouble.TooLarge, trouble);
        Assert.Null(QuantityReading.Read(new string('1', 1_000_000) + " m", English, "", out trouble));
        Assert.Equal(NumberTrouble.TooLarge, trouble);
    }

    [Theory]
    [InlineData("100", "Boils.")]
    [InlineData("0.3 kPa", "")]
    [InlineData("10", "A zero is missing.")]
    [InlineData("10.5", "A zero is missing.")]
    [InlineData("11", "Just above.")]
    [InlineData("12", "Just above.")]
    [InlineData("12.1", "")]
    [InlineData("0.01 kPa", "A zero is missing.")]
    [InlineData("about", "")]
    public void Right_and_foreseen_wrong_numbers_have_words_as_near_as_the_right_one_must_be(string typed, string words)
    {
        var question = Asked.Number(100, "Pa") with
        {
            Tolerance = new Tolerance(ToleranceKind.Absolute, 1),
            Feedback = "Boils.",
            Foreseen = [new("w1", 10, "A zero is missing."), new("w2", 11, "Just above."), new("w3", null, "No number yet.")],
        };
        Assert.Equal(words, question.Marked(Asked.Number(typed)).Of("number")!.Feedback);
    }

    [Theory]
    [InlineData("100 Pa", "Boils.")]
    [InlineData("100", "")]
    public void The_words_for_right_are_for_what_is_wholly_right(string typed, string words)
    {
        var question = Asked.Number(100, "Pa") with { UnitUse = UnitUse.Required, Feedback = "Boils." };
        Assert.Equal(words, question.Marked(Asked.Number(typed)).Of("number")!.Feedback);
    }

    [Fact]
    public void A_foreseen_number_that_is_near_enough_to_be_right_is_named()
    {
        var question = Asked.Number(100) with { Foreseen = [new("w", 101, "")], Tolerance = new Tolerance(ToleranceKind.Absolute, 1) };
        var said = QuestionTypes.For(question).Check(question, InEnglish.Culture).Select(weakness => weakness.Message);
        Assert.Contains("foresees 101 as wrong, which is near enough to be right", said);
        Assert.Empty(QuestionTypes.For(question).Check(question with { Foreseen = [new("w", 102, "")] }, InEnglish.Culture));
    }

    public static TheoryData<string> Everywhere =>
        [
            "en",
            "ar",
            "ar-MA",
            "ar-EG",
            "cs",
            "cy",
            "da",
            "de",
            "de-CH",
            "el",
            "es",
            "es-MX",
            "et",
            "fa",
            "fi",
            "fr",
            "fr-CH",
            "ga",
            "he",
            "hi",
            "en-IN",
            "hu",
            "is",
            "it",
            "ja",
            "ko",
            "lt",
            "lv",
            "nl",
            "nb",
            "pl",
            "pt",
            "pt-BR",
            "ro",
            "ru",
            "sk",
            "sl",
            "sv",
            "tr",
            "uk",
            "ur",
            "vi",
            "zh",
        ];

    /// <summary>A number is read as its language writes it (CLDR, through .NET), with groups and without, whatever script its digits are of.</summary>
    [Theory]
    [MemberData(nameof(Everywhere))]
    public void A_number_is_read_as_its_language_writes_it(string language)
    {
        var culture = CultureInfo.GetCultureInfo(language);
        Gen.Select(Gen.Long[-99_999_999_999, 99_999_999_999], Gen.Int[0, 4], Gen.Bool, Gen.Bool)
            .Sample(
                (digits, places, groups, native) =>
                {
                    var value = new Fraction(digits, BigInteger.Pow(10, places));
                    var written = value.ToDecimal().ToString((groups ? "N" : "F") + places, culture);
                    if (native)
                    {
                        written = string.Concat(
                            written.Select(letter =>
                                char.IsAsciiDigit(letter) ? culture.NumberFormat.NativeDigits[letter - '0'] : letter.ToString()
                            )
                        );
                    }

                    // A number whose only separator stands before three digits can be either; the language decides, and it wrote it.
                    return NumberReading.Read(written, culture)?.Value == value;
                },
                iter: 300
            );
    }

    /// <summary>European digits in a language that has signs of its own: the point is for decimals in Arabic too.</summary>
    [Theory]
    [InlineData("ar", "1.234", "1.234")]
    [InlineData("ar", "1,234", "1234")]
    [InlineData("fa", "1.234", "1.234")]
    [InlineData("ar-MA", "1,234", "1.234")]
    [InlineData("de", "0.123", "0.123")]
    [InlineData("en", "0,123", "0.123")]
    [InlineData("de", "1.234", "1234")]
    [InlineData("de", "1.23", "1.23")]
    [InlineData("de", "1234.567", "1234.567")]
    public void One_separator_is_read_in_the_language_where_it_could_be_either(string language, string typed, string value) =>
        Assert.Equal(Exact(value), NumberReading.Read(typed, CultureInfo.GetCultureInfo(language))!.Value);

    [Theory]
    [MemberData(nameof(Everywhere))]
    public void What_is_written_is_read_back(string language)
    {
        var culture = CultureInfo.GetCultureInfo(language);
        Gen.Select(Gen.Long, Gen.Int[-290, 270], Gen.Int[1, 999], Gen.Bool)
            .Sample(
                (digits, power, below, ratio) =>
                {
                    var value = ratio ? new Fraction(digits % 100_000, below) : digits * Fraction.PowerOfTen(power);
                    return NumberReading.Read(NumberWriting.Write(value, culture), culture) is { } read
                        && (read.Value == value || read.Other == value)
                        && (
                            NumberWriting.WriteInvariant(value) is not { } plain
                            || NumberReading.Read(plain, CultureInfo.InvariantCulture)!.Value == value
                        );
                },
                iter: 200
            );
    }

    [Theory]
    [InlineData("1013.25", "1013.25", "1013.25")]
    [InlineData("6.626e-34", "6.626 × 10⁻³⁴", "6.626e-34")]
    [InlineData("1.989e30", "1.989 × 10³⁰", "1.989e30")]
    [InlineData("1e30", "1 × 10³⁰", "1e30")]
    [InlineData("0.000001", "0.000001", "0.000001")]
    [InlineData("-0.5", "−0.5", "-0.5")]
    [InlineData("2/3", "2/3", null)]
    [InlineData("-7/3", "−2 1/3", null)]
    [InlineData("1200", "1200", "1200")]
    [InlineData("0", "0", "0")]
    public void Numbers_are_written_as_people_read_them(string value, string written, string? invariant) =>
        Assert.Equal((written, invariant), (NumberWriting.Write(Exact(value), English), NumberWriting.WriteInvariant(Exact(value))));

    [Fact]
    public void A_key_of_any_size_is_kept_in_a_document_digit_for_digit()
    {
        foreach (var value in new[] { "1.38e-23", "1.989e30", "2/3", "0.1", "-12", "123456789012345678901234567890.5" })
        {
            var exact =
                value.Contains('.') && !value.Contains('e') && value.Length > 28
                    ? NumberReading.Read(value, CultureInfo.InvariantCulture)!.Value
                    : Exact(value);
            var question = Asked.Number(1) with { Value = exact, Tolerance = new Tolerance(ToleranceKind.Absolute, exact) };
            var activity = Make.Activity(Make.Asked("q", question));
            var read = Core.Activities.ActivityJson.Read(Core.Activities.ActivityJson.Write(activity), Core.Json.StoredJson.Trusted).Value;
            Assert.Equal(exact, ((NumberQuestion)read.Asked.Single().Question).Value);
            Assert.Equal(exact, ((NumberQuestion)read.Asked.Single().Question).Tolerance.Amount);
        }
    }

    [Theory]
    [InlineData("1e9999")]
    [InlineData("\"2/0\"")]
    [InlineData("\"many\"")]
    [InlineData("true")]
    public void A_number_that_cannot_be_kept_is_refused_in_words_of_ours(string value)
    {
        var json = Core
            .Activities.ActivityJson.Write(Make.Activity(Make.Asked("q", Asked.Number(77))))
            .Replace("77", value, StringComparison.Ordinal);
        var refusal = Core.Activities.ActivityJson.Read(json, Core.Json.StoredJson.Trusted).Refusal!;
        Assert.DoesNotContain("System.", refusal);
        Assert.DoesNotContain("ZestySlate.", refusal);
    }

    [Theory]
    [InlineData("1.38e-23", ToleranceKind.Relative, "0.01", "1.39 × 10^-23", true)]
    [InlineData("1.38e-23", ToleranceKind.Relative, "0.01", "1.40 × 10^-23", false)]
    [InlineData("1.38e-23", ToleranceKind.Absolute, "1e-25", "1.39e-23", true)]
    [InlineData("1.38e-23", ToleranceKind.Absolute, "1e-25", "1.3901e-23", false)]
    [InlineData("1.989e30", ToleranceKind.SignificantFigures, "3", "1.9894e30", true)]
    [InlineData("1.989e30", ToleranceKind.SignificantFigures, "3", "1.9851e30", true)]
    [InlineData("1.989e30", ToleranceKind.SignificantFigures, "3", "1.9849e30", false)]
    [InlineData("6.02214e23", ToleranceKind.SignificantFigures, "3", "6.02·10^23", true)]
    [InlineData("0.00123", ToleranceKind.SignificantFigures, "2", "0.0012", true)]
    [InlineData("1/3", ToleranceKind.DecimalPlaces, "2", "0.33", true)]
    [InlineData("1/3", ToleranceKind.DecimalPlaces, "2", "0.34", false)]
    [InlineData("1/3", ToleranceKind.Absolute, "0", "1/3", true)]
    [InlineData("1/3", ToleranceKind.Absolute, "0", "0.3333333333333333333333333333", false)]
    [InlineData("0", ToleranceKind.Relative, "0.5", "0", true)]
    public void Every_tolerance_holds_at_every_size_up_to_its_very_limit(
        string right,
        ToleranceKind kind,
        string amount,
        string typed,
        bool takes
    ) =>
        Assert.Equal(
            takes ? 1 : 0,
            (Asked.Number(0) with { Value = Exact(right), Tolerance = new Tolerance(kind, Exact(amount)) })
                .Marked(Asked.Number(typed))
                .Share
        );

    [Theory]
    [InlineData("5 km", 1, "5 km is right. km was not asked for and is passed over.")]
    [InlineData("5 hours", 1, "5 hours is right. hours was not asked for and is passed over.")]
    [InlineData("5 m/s²", 1, "5 m/s² is right. m/s² was not asked for and is passed over.")]
    [InlineData("5 %", 1, "5 % is right. % was not asked for and is passed over.")]
    [InlineData("6 km", 0, "6 km is not right.")]
    [InlineData("3 or 4", 0, "One number is asked for; “3 or 4” is not one.")]
    [InlineData("5 or so", 0, "“5 or so” could not be read as a number.")]
    [InlineData("5 m 20 cm", 0, "One number is asked for; “5 m 20 cm” is not one.")]
    [InlineData("1e400", 0, "“1e400” is too large, too near to nothing or too long to be compared.")]
    public void Where_no_unit_is_asked_for_one_is_passed_over_and_named(string typed, int share, string why)
    {
        var mark = Asked.Number(5).Marked(Asked.Number(typed));
        Assert.Equal((share, why), ((int)mark.Share.ToDecimal(), mark.Reason.Said()));
    }

    [Fact]
    public void A_share_may_be_written_in_percent() => Assert.Equal(1, Asked.Number(0.45m).Marked(Asked.Number("45 %")).Share);

    [Theory]
    [InlineData("1 km/h", "0.2777777777777778 m/s", false)]
    [InlineData("36 km/h", "10 m/s", true)]
    [InlineData("36 km/h", "10 m·s⁻¹", true)]
    [InlineData("36 km/h", "10 m s^-1", true)]
    [InlineData("9.81 m/s²", "981 cm/s^2", true)]
    [InlineData("9.81 m/s²", "9.81 N/kg", true)]
    [InlineData("1 kWh", "3.6 MJ", true)]
    [InlineData("1 J", "1 N·m", true)]
    [InlineData("1 J", "1 kg m² s⁻²", true)]
    [InlineData("5 W/(m²·K)", "0.005 kW/(m²·K)", true)]
    [InlineData("1 m³", "1000 L", true)]
    [InlineData("1 mL", "1 cm³", true)]
    [InlineData("20 °C", "68 °F", true)]
    [InlineData("20 °C", "293.15 K", true)]
    [InlineData("1 µm", "0.001 mm", true)]
    [InlineData("1 eV", "1.602176634e-19 J", true)]
    [InlineData("1 h", "60 min", true)]
    [InlineData("5 kt", "5 t", false)]
    [InlineData("5 m", "5 min", false)]
    public void Known_units_are_converted_exactly_with_prefixes_powers_products_and_quotients(string right, string typed, bool takes)
    {
        var key = QuantityReading.Read(right, English)!;
        var mark = (Asked.Number(1, key.Unit, UnitUse.Required) with { Value = key.Number.Value }).Marked(Asked.Number(typed));
        Assert.Equal(takes ? Verdict.Right : mark.Verdict, mark.Verdict);
        Assert.Equal(takes, mark.Verdict == Verdict.Right);
    }

    [Theory]
    [InlineData("people per km²")]
    [InlineData("beats/min")]
    [InlineData("Stück")]
    [InlineData("µg/m³")]
    public void A_unit_of_its_own_is_taken_whatever_it_is_made_of(string unit)
    {
        Assert.True(QuantityReading.CanBeTyped(unit));
        Assert.Equal(1, Asked.Number(3, unit, UnitUse.Required).Marked(Asked.Number("3 " + unit)).Share);
    }

    [Fact]
    public void A_right_answer_says_how_it_was_read_when_that_was_not_the_only_way() =>
        Assert.Equal("1,234 is right. It was read as 1234.", Asked.Number(1234).Marked(Asked.Number("1,234")).Reason.Said());

    /// <summary>Whatever is typed, marking says something of it and does not fail.</summary>
    [Fact]
    public void Whatever_is_typed_is_marked() =>
        Gen.Select(Gen.String[Gen.OneOf(Gen.Char["0123456789.,-+/eE^×·%½²⁻ kmg€°()'٫٬٣"], Gen.Char), 0, 24], Gen.Bool)
            .Sample(
                (typed, asks) =>
                    (asks ? Asked.Number(5, "km", UnitUse.Required) : Asked.Number(5)).Marked(Asked.Number(typed)).Reason.Said().Length > 0,
                iter: 5000
            );
}
