using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>When a typed text is accepted, and what is said of it.</summary>
public sealed class TextMatchingTests
{
    private static TextMatch Match(string typed, TextKey key, TextReading? reading = null, params string[] elsewhere) =>
        TextMatching.Match(typed, key, reading ?? new TextReading { Slips = true }, InEnglish.Culture, elsewhere);

    private static TextKey Key(params string[] accepted) => new() { Accepted = [.. accepted] };

    [Theory]
    [InlineData("gle", "gale", true)]
    [InlineData("gael", "gale", true)]
    [InlineData("galee", "gale", true)]
    [InlineData("gole", "gale", true)]
    [InlineData("gl", "gale", false)]
    [InlineData("fog", "fog", true)]
    [InlineData("fogg", "fog", false)]
    [InlineData("barmoeter", "barometer", true)]
    [InlineData("barmtr", "barometer", false)]
    [InlineData("barmetr", "barometer", true)]
    public void Slips_are_forgiven_by_the_length_of_the_word(string typed, string right, bool accepted) =>
        Assert.Equal(accepted ? Verdict.Right : Verdict.Wrong, Match(typed, Key(right)).Verdict);

    [Fact]
    public void A_slip_says_what_it_is_off() =>
        Assert.Equal("Accepted: 1 letter off “barometer”.", Match("baromter", Key("barometer")).Reason.Said());

    [Fact]
    public void A_slip_can_cost_a_share()
    {
        var match = Match("baromter", Key("barometer"), new TextReading { Slips = true, SlipShare = 0.5m });
        Assert.Equal((Verdict.Partly, 0.5m), (match.Verdict, match.Earned));
    }

    [Fact]
    public void Slips_are_off_unless_they_are_set() =>
        Assert.Equal(Verdict.Wrong, Match("baromter", Key("barometer"), new TextReading()).Verdict);

    [Fact]
    public void What_is_on_the_not_this_list_is_never_a_slip()
    {
        var key = Key("affect") with { NotThis = ["effect"] };
        Assert.Equal((Verdict.Wrong, "“effect” is something else."), (Match("effect", key).Verdict, Match("effect", key).Reason.Said()));
        Assert.Equal(Verdict.Right, Match("afect", key).Verdict);
    }

    [Fact]
    public void What_is_as_near_to_a_wrong_word_is_no_slip() =>
        Assert.Equal(Verdict.Wrong, Match("stationey", Key("stationary") with { NotThis = ["stationery"] }).Verdict);

    [Fact]
    public void The_answer_of_another_gap_is_never_a_slip() =>
        Assert.Equal(Verdict.Wrong, Match("backing", Key("packing"), null, "backing").Verdict);

    [Theory]
    [InlineData("force 7", "force 8")]
    [InlineData("1013 hPa low", "1023 hPa low")]
    public void Digits_do_not_slip(string typed, string right) => Assert.Equal(Verdict.Wrong, Match(typed, Key(right)).Verdict);

    [Theory]
    [InlineData("forecasting", "forecast*", true)]
    [InlineData("forecast", "forecast*", true)]
    [InlineData("sea breeze", "*breeze", false)]
    [InlineData("seabreeze", "*breeze", true)]
    [InlineData("barograph", "baro*ph", true)]
    [InlineData("barometer", "baro*ph", false)]
    public void A_star_stands_for_any_letters_but_no_space(string typed, string pattern, bool fits) =>
        Assert.Equal(fits ? Verdict.Right : Verdict.Wrong, Match(typed, Key(pattern), new TextReading()).Verdict);

    [Fact]
    public void The_not_this_list_outranks_a_pattern() =>
        Assert.Equal(Verdict.Wrong, Match("foreground", Key("fore*") with { NotThis = ["foreground"] }).Verdict);

    [Fact]
    public void Nothing_typed_is_missing() => Assert.Equal(Verdict.Missing, Match("  ", Key("gale")).Verdict);

    [Theory]
    [InlineData("gale", "gael", 1)]
    [InlineData("ca", "abc", 3)]
    [InlineData("", "ab", 2)]
    [InlineData("same", "same", 0)]
    public void The_distance_counts_a_swap_of_neighbours_as_one(string one, string other, int distance) =>
        Assert.Equal(distance, TextMatching.Distance(one, other, 5));
}
