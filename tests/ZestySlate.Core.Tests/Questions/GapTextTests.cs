using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.GapText;

namespace ZestySlate.Core.Tests.Questions;

public sealed class GapTextTests
{
    private static readonly GapTextQuestion Bulletin = Asked.Gaps("A {falling} glass and a rising {wind} tell of a {gale}.");

    [Theory]
    [InlineData("falling", "wind", "gale", 3)]
    [InlineData("falling", "wind", "calm", 2)]
    [InlineData("", "wind", "calm", 1)]
    [InlineData("rising", "rain", "calm", 0)]
    public void Each_gap_is_a_part(string one, string two, string three, int right) =>
        Assert.Equal(new Fraction(right, 3), Bulletin.Marked(Asked.Typed(one, two, three)).Share);

    [Fact]
    public void Each_gap_has_its_verdict_and_its_reason()
    {
        var mark = Bulletin.Marked(Asked.Typed("falling", "rain"));
        Assert.Equal([Verdict.Right, Verdict.Wrong, Verdict.Missing], mark.Parts.Select(part => part.Verdict));
        Assert.Equal("“rain” is not right.", mark.Of("g2")!.Reason.Said());
        Assert.Equal("1 of 3 is right.", mark.Reason.Said());
    }

    [Fact]
    public void Variants_are_right_too_and_what_is_on_the_other_list_is_not()
    {
        var question = Bulletin.With("g1", gap =>
            gap with
            {
                Variants = ["sinking"],
                NotThis = ["failing"],
                WordsForRight = "Yes.",
                WordsForWrong = "Look again.",
            }
        ) with
        {
            Reading = new TextReading { Slips = true },
        };
        Assert.Equal(
            (Verdict.Right, "Yes."),
            (question.Marked(Asked.Typed("Sinking")).Parts[0].Verdict, question.Marked(Asked.Typed("Sinking")).Parts[0].Feedback)
        );
        Assert.Equal(
            (Verdict.Wrong, "Look again."),
            (question.Marked(Asked.Typed("failing")).Parts[0].Verdict, question.Marked(Asked.Typed("failing")).Parts[0].Feedback)
        );
    }

    [Fact]
    public void Weights_make_gaps_heavier()
    {
        var question = Bulletin.With("g1", gap => gap with { Weight = 3 });
        Assert.Equal(0.6m, question.Marked(Asked.Typed("falling")).Share);
        Assert.Equal(5, ZestySlate.Core.Questions.QuestionTypes.For(question).OutOf(question));
    }

    [Fact]
    public void A_penalty_never_goes_below_nothing() =>
        Assert.Equal(0, (Bulletin with { Penalty = 1 }).Marked(Asked.Typed("falling", "rain", "calm")).Share);

    [Fact]
    public void A_wrong_gap_takes_away_its_penalty() =>
        Assert.Equal(0.5m, (Bulletin with { Penalty = 0.5m }).Marked(Asked.Typed("falling", "wind", "calm")).Share);

    [Fact]
    public void Exchangeable_gaps_take_their_answers_in_any_order_but_each_once()
    {
        var question = Asked
            .Gaps("{wind} and {rain} and {sun}")
            .With("g1", gap => gap with { Exchange = "A" })
            .With("g2", gap => gap with { Exchange = "A" });
        Assert.Equal(1, question.Marked(Asked.Typed("rain", "wind", "sun")).Share);
        var twice = question.Marked(Asked.Typed("rain", "rain", "sun"));
        Assert.Equal(new Fraction(2, 3), twice.Share);
        Assert.Equal(
            "This belongs here only once, and stands in another gap already.",
            twice.Parts.Single(part => part.Verdict == Verdict.Wrong).Reason.Said()
        );
        Assert.Equal(0, question.Marked(Asked.Typed("sun")).Share);
    }

    [Fact]
    public void The_bank_has_every_word_once_for_each_gap_and_the_extra_ones()
    {
        var question = Asked.Gaps("{wind} and {wind} and {rain}", GapFilling.Bank) with { ExtraWords = ["sun"] };
        Assert.Equal(["wind", "wind", "rain", "sun"], question.Bank);
        Assert.Equal(["wind", "rain", "sun"], (question with { WordsOften = true }).Bank);
    }

    [Fact]
    public void A_list_offers_the_gaps_own_wrong_words_or_all_words_of_the_text()
    {
        var question = Asked.Gaps("{veer} or {back}", GapFilling.List).With("g1", gap => gap with { NotThis = ["turn"] });
        Assert.Equal(["veer", "turn"], question.ListOf(question.Gaps.First().Gap, "veer"));
        Assert.Equal(["veer", "back"], question.ListOf(question.Gaps.Last().Gap, "back"));
    }

    [Theory]
    [InlineData("no gap: press the words", "The glass falls.")]
    [InlineData("no text yet", "")]
    public void Without_gaps_it_cannot_be_published(string words, string text) =>
        Assert.Contains(ZestySlate.Core.Questions.QuestionTypes.For(Bulletin).Check(Asked.Gaps(text), InEnglish.Culture), weakness =>
            weakness.Blocks && weakness.Message.Contains(words)
        );

    [Fact]
    public void The_check_names_contradictions()
    {
        var family = ZestySlate.Core.Questions.QuestionTypes.For(Bulletin);
        var both = Bulletin.With("g1", gap => gap with { NotThis = ["Falling"] });
        Assert.Contains(family.Check(both, InEnglish.Culture), weakness =>
            weakness.Message.Contains("“Falling” as right and has it on the list")
        );
        var near = Asked.Gaps("{backing} or {packing}") with { Reading = new TextReading { Slips = true } };
        Assert.Contains(family.Check(near, InEnglish.Culture), weakness => weakness.Message.Contains("a slip away"));
        var twoHomes = Asked.Gaps("{wind} and {rain}", GapFilling.Bank).With("g2", gap => gap with { Variants = ["wind"] });
        Assert.Contains(family.Check(twoHomes, InEnglish.Culture), weakness =>
            weakness.Message.Contains("“wind” in its bank, which fits two gaps")
        );
        Assert.DoesNotContain(
            family.Check(
                twoHomes.With("g1", gap => gap with { Exchange = "A" }).With("g2", gap => gap with { Exchange = "A" }),
                InEnglish.Culture
            ),
            weakness => weakness.Message.Contains("fits two gaps")
        );
    }
}
