using System.Globalization;
using CsCheck;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>Typed texts in every script: what is the same, what is not, what is forgiven, and what never is.</summary>
public sealed class TextTests
{
    private static CultureInfo In(string language) => CultureInfo.GetCultureInfo(language);

    [Theory]
    [InlineData("STRASSE", "Straße", "de", true)]
    [InlineData("GROẞ", "groß", "de", true)]
    [InlineData("Straße", "Strasse", "en", true)]
    [InlineData("ΟΔΟΣ", "οδός", "el", false)]
    [InlineData("ΟΔΌΣ", "οδός", "el", true)]
    [InlineData("οδοσ", "οδος", "el", true)]
    [InlineData("KIZIL", "kızıl", "tr", true)]
    [InlineData("İZMİR", "izmir", "tr", true)]
    [InlineData("KIZIL", "kizil", "tr", false)]
    [InlineData("ԵՒ", "և", "hy", true)]
    [InlineData("ﬁsh", "fish", "en", true)]
    [InlineData("ｗｉｎｄ　ｆｏｒｃｅ", "wind force", "en", true)]
    [InlineData("ｶﾞｽ", "ガス", "ja", true)]
    [InlineData("ﺳﻼﻡ", "سلام", "ar", true)]
    [InlineData("10²", "102", "en", false)]
    [InlineData("10²", "10²", "en", true)]
    [InlineData("①", "1", "en", false)]
    [InlineData("H₂O", "H2O", "en", false)]
    [InlineData("force ٧", "force 7", "en", true)]
    [InlineData("७", "7", "hi", true)]
    [InlineData("ba\u00adro\u200bme\u200dter\ufeff", "barometer", "en", true)]
    [InlineData("\u200fنسيم\u200e", "نسيم", "ar", true)]
    [InlineData("می\u200cخواهم", "میخواهم", "fa", true)]
    [InlineData("نعم؟", "نعم", "ar", true)]
    [InlineData("はい。", "はい", "ja", true)]
    [InlineData("हाँ।", "हाँ", "hi", true)]
    [InlineData("Yes ?!…", "yes", "en", true)]
    [InlineData("a\u0301", "á", "en", true)]
    [InlineData("sea\u2011breeze", "sea-breeze", "en", true)]
    [InlineData("‹sea›", "'sea'", "en", true)]
    [InlineData("sea breeze", "seabreeze", "en", false)]
    [InlineData("\ud83d", "\ud83d", "en", true)]
    public void What_looks_the_same_is_the_same(string typed, string accepted, string language, bool same) =>
        Assert.Equal(same, new TextReading().Same(typed, accepted, In(language)));

    [Theory]
    [InlineData("cafe", "café", "fr", true)]
    [InlineData("ελπιδα", "ελπίδα", "el", true)]
    [InlineData("еще", "ещё", "ru", true)]
    [InlineData("заи", "зай", "ru", false)]
    [InlineData("її", "іі", "uk", false)]
    [InlineData("lodz", "łódź", "pl", true)]
    [InlineData("kobenhavn", "København", "da", true)]
    [InlineData("كتب", "كَتَبَ", "ar", true)]
    [InlineData("שלום", "שָׁלוֹם", "he", true)]
    [InlineData("かく", "がく", "ja", false)]
    [InlineData("कत", "कित", "hi", false)]
    [InlineData("กน", "กิน", "th", false)]
    [InlineData("caf", "café", "fr", false)]
    public void Lenient_accents_take_away_accents_and_nothing_else(string typed, string accepted, string language, bool same)
    {
        Assert.Equal(same, new TextReading { LenientAccents = true }.Same(typed, accepted, In(language)));
        Assert.False(new TextReading().Same(typed, accepted, In(language)));
    }

    private static TextMatch Match(string typed, string language, string accepted, params string[] not) =>
        TextMatching.Match(
            typed,
            new TextKey { Accepted = [accepted], NotThis = [.. not] },
            new TextReading { Slips = true },
            In(language)
        );

    [Theory]
    [InlineData("हिन्दि", "हिन्दी", "hi", false)]
    [InlineData("मौसम", "मोसम", "hi", false)]
    [InlineData("बादल छाये", "बादल छाए", "hi", true)]
    [InlineData("e\u0302tre", "etre", "fr", true)]
    [InlineData("👩‍🔬 wind", "👩‍🔬 wnid", "en", true)]
    [InlineData("a b c d", "a b c e", "en", true)]
    [InlineData("a b c", "a b d", "en", false)]
    [InlineData("no gale", "no gael", "en", true)]
    [InlineData("force ८", "force 7", "en", false)]
    [InlineData("wind 10²", "wind 102", "en", false)]
    public void Letters_are_counted_as_a_person_counts_them(string typed, string accepted, string language, bool right) =>
        Assert.Equal(right ? Verdict.Right : Verdict.Wrong, Match(typed, language, accepted).Verdict);

    [Theory]
    [InlineData("forecasting", "forecast*", true)]
    [InlineData("forecast-er", "forecast*", false)]
    [InlineData("forecast2", "forecast*", false)]
    [InlineData("forecast er", "forecast*", false)]
    [InlineData("कागज़ों", "कागज़*", true)]
    [InlineData("Wolkenbruch", "wolken*", true)]
    [InlineData("𐐨𐐩", "𐐨*", true)]
    public void A_star_is_letters_of_one_word(string typed, string pattern, bool fits) =>
        Assert.Equal(fits ? Verdict.Right : Verdict.Wrong, Match(typed, "en", pattern).Verdict);

    [Fact]
    public void What_is_not_meant_may_be_a_pattern() => Assert.Equal(Verdict.Wrong, Match("effects", "en", "affects", "effect*").Verdict);

    [Fact]
    public void Two_gaps_with_the_same_answer_forgive_slips_as_one_does()
    {
        var question = Gaps(new("one", "barometer"), new("two", "barometer"));
        Assert.Equal(1, question.Marked(Asked.Typed("baromter", "barometre")).Share);
    }

    [Fact]
    public void A_slip_that_is_as_near_to_any_answer_of_another_gap_is_none()
    {
        var question = Gaps(new("one", "backing"), new("two", "other", "packing"));
        Assert.Equal(new Fraction(1, 2), question.Marked(Asked.Typed("hacking", "other")).Share);
        Assert.Equal(1, question.Marked(Asked.Typed("bcaking", "other")).Share);
    }

    [Fact]
    public void A_slip_that_is_as_near_to_the_answer_of_another_cell_is_none()
    {
        GridCell Cell(string id, string text) =>
            new()
            {
                Id = id,
                Kind = CellKind.Text,
                Text = text,
                Reading = new TextReading { Slips = true },
            };
        var question = Asked.Grid(Cell("r1.c1", "backing"), Cell("r1.c2", "packing"), Cell("r2.c1", "backing"));
        PartMark Given(string typed) => question.Marked(new GridResponse { Parts = [new PartAnswer("r1.c1", typed)] }).Of("r1.c1")!;
        Assert.Equal((Verdict.Wrong, Verdict.Right), (Given("hacking").Verdict, Given("bcaking").Verdict));
    }

    private sealed record Answer(string Id, string Words, params string[] Variants);

    private static GapTextQuestion Gaps(params Answer[] answers) =>
        new()
        {
            Text =
            [
                .. answers.Select(answer => new Run<Gap>(
                    answer.Words,
                    new Gap { Id = answer.Id == "one" ? "g1" : "g2", Variants = [.. answer.Variants] }
                )),
            ],
            Reading = new TextReading { Slips = true },
        };

    private static readonly Gen<string> Words = Gen.String[Gen.OneOf(Gen.Char['a', 'e'], Gen.Char["éß7- ñक़िงัα"]), 4, 12];

    /// <summary>Whatever is typed: what is right elsewhere and not here is never accepted here, and what is accepted keeps the digits.</summary>
    [Fact]
    public void What_is_wrong_here_is_never_a_slip() =>
        Gen.Select(Words, Words, Words, Gen.Bool)
            .Sample(
                (typed, right, wrong, lenient) =>
                {
                    var reading = new TextReading { Slips = true, LenientAccents = lenient };
                    var culture = In("en");
                    var (read, here, not) = (reading.Read(typed, culture), reading.Read(right, culture), reading.Read(wrong, culture));
                    var match = TextMatching.Match(typed, new TextKey { Accepted = [right] }, reading, culture, [wrong]);
                    return here.Length == 0
                        || read == here == (match.Verdict == Verdict.Right && match.Reason.Key == "typedRight")
                            && (
                                match.Reason.Key != "typedSlip"
                                || (
                                    read != not
                                    && here.Where(char.IsDigit).SequenceEqual(read.Where(char.IsDigit))
                                    && (here == not || TextMatching.Distance(read, not, 9) > TextMatching.Distance(read, here, 9))
                                )
                            );
                },
                iter: 5000
            );

    [Fact]
    public void Reading_in_any_script_twice_changes_nothing_more() =>
        Gen.Select(Gen.String[Gen.Char, 0, 20], Gen.Bool, Gen.Bool)
            .Sample(
                (text, matchCase, lenient) =>
                {
                    var reading = new TextReading { MatchCase = matchCase, LenientAccents = lenient };
                    var once = reading.Read(text, In("en"));
                    return reading.Read(once, In("en")) == once;
                },
                iter: 5000
            );
}
