using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Tests.Marking;

public sealed class MultipleChoiceMarkingTests
{
    private static QuestionMark Mark(MultipleChoiceQuestion question, params string[] picked) =>
        QuestionTypes.For(question).Mark(question, Make.Picked(picked));

    [Fact]
    public void The_right_option_earns_everything_and_says_why()
    {
        var mark = Mark(Make.One("b"), "b");
        Assert.Equal((Verdict.Right, 1m), (mark.Verdict, mark.Share));
        Assert.Equal("“Option b” is right.", mark.Reason.Said());
        Assert.Equal("words b", mark.Parts[0].Feedback);
    }

    [Fact]
    public void A_wrong_option_earns_nothing_and_gives_its_own_words()
    {
        var mark = Mark(Make.One("b"), "c");
        Assert.Equal((Verdict.Wrong, 0m), (mark.Verdict, mark.Share));
        Assert.Equal("words c", Assert.Single(mark.Parts).Feedback);
    }

    [Fact]
    public void Nothing_picked_is_missing_not_wrong() => Assert.Equal(Verdict.Missing, Mark(Make.One()).Verdict);

    [Fact]
    public void A_response_never_given_is_missing() =>
        Assert.Equal(Verdict.Missing, QuestionTypes.For(Make.One()).Mark(Make.One(), null).Verdict);

    [Theory]
    [InlineData("a b", 1)]
    [InlineData("a", 0.5)]
    [InlineData("a c", 0)]
    [InlineData("a b c", 0.5)]
    [InlineData("c d", 0)]
    [InlineData("a b c d", 0)]
    public void Several_earn_right_picks_less_wrong_picks_over_right_options(string picked, decimal share) =>
        Assert.Equal(share, Mark(Make.Several("a", "b"), picked.Split(' ')).Share);

    [Fact]
    public void The_penalty_of_a_wrong_pick_can_be_a_part_of_a_right_one() =>
        Assert.Equal(0.75m, Mark(Make.Several("a", "b") with { Penalty = 0.5m }, "a", "b", "c").Share);

    [Fact]
    public void Without_penalty_wrong_picks_cost_nothing() =>
        Assert.Equal(1m, Mark(Make.Several("a", "b") with { Penalty = 0 }, "a", "b", "c").Share);

    [Fact]
    public void Without_penalty_a_wrong_pick_still_keeps_it_from_being_right() =>
        Assert.Equal(Verdict.Partly, Mark(Make.Several("a", "b") with { Penalty = 0 }, "a", "b", "c").Verdict);

    [Fact]
    public void By_whole_only_a_fully_right_answer_earns_points()
    {
        var question = Make.Several("a", "b") with { AllOrNothing = true };
        var mark = Mark(question, "a");
        Assert.Equal(0m, mark.Share);
        Assert.Contains("Only a fully right answer", mark.Reason.Said());
        Assert.Equal(1m, Mark(question, "a", "b").Share);
    }

    [Fact]
    public void None_of_these_given_on_purpose_is_right_when_no_option_is()
    {
        var question = Make.Several() with { OffersNone = true };
        var mark = QuestionTypes.For(question).Mark(question, new MultipleChoiceResponse { None = true });
        Assert.Equal((Verdict.Right, 1m), (mark.Verdict, mark.Share));
    }

    [Fact]
    public void None_of_these_is_wrong_when_an_option_is_right()
    {
        var question = Make.Several("a") with { OffersNone = true };
        var mark = QuestionTypes.For(question).Mark(question, new MultipleChoiceResponse { None = true });
        Assert.Equal((Verdict.Wrong, 0m), (mark.Verdict, mark.Share));
    }

    [Fact]
    public void Picking_an_option_is_wrong_when_none_is_right() =>
        Assert.Equal(Verdict.Wrong, Mark(Make.Several() with { OffersNone = true }, "a").Verdict);

    [Fact]
    public void A_right_option_that_was_left_is_said_to_be_missing()
    {
        var part = Mark(Make.Several("a", "b"), "a").Parts.Single(p => p.Part == "b");
        Assert.Equal(Verdict.Missing, part.Verdict);
        Assert.Equal("“Option b” is right and was not picked.", part.Reason.Said());
    }

    [Fact]
    public void The_words_of_an_option_that_was_left_are_not_given() =>
        Assert.Equal(
            "",
            Mark(Make.Several("a", "b") with { Options = [Make.Option("a", true), Make.Option("b", true, "not yet")] }, "a")
                .Parts.Single(p => p.Part == "b")
                .Feedback
        );

    [Fact]
    public void One_point_a_part_unless_points_are_set()
    {
        Assert.Equal(1m, QuestionTypes.For(Make.One()).OutOf(Make.One()));
        Assert.Equal(2m, QuestionTypes.For(Make.One()).OutOf(Make.Several("a", "b")));
        Assert.Equal(0.25m, QuestionTypes.For(Make.One()).OutOf(Make.Several("a", "b") with { Points = 0.25m }));
    }

    [Theory]
    [InlineData("a x")]
    [InlineData("a a")]
    public void Options_that_are_not_there_or_stand_twice_are_refused(string picked) =>
        Assert.NotNull(QuestionTypes.For(Make.One()).RefuseResponse(Make.Several("a"), Make.Picked(picked.Split(' '))));

    [Fact]
    public void Two_options_are_refused_where_one_is_asked_for() =>
        Assert.Equal(
            "Only one can be picked here.",
            QuestionTypes.For(Make.One()).RefuseResponse(Make.One(), Make.Picked("a", "b"))!.Said()
        );

    [Fact]
    public void An_answer_is_told_in_words() =>
        Assert.Equal("Option a; Option c", QuestionTypes.For(Make.One()).InWords(Make.Several("a"), Make.Picked("c", "a")));
}
