using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Tests.Delivery;

public sealed class AttemptTests
{
    private static Activity Two(Rules? rules = null) =>
        Make.Activity(Make.Note("n"), Make.Asked("q", Make.One("a")), Make.Asked("r", Make.Several("a", "b"))) with
        {
            Rules = rules ?? new Rules(),
        };

    private static T Event<T>(T happened)
        where T : AttemptEvent => happened;

    [Fact]
    public void The_same_events_give_the_same_state()
    {
        var attempt = new Attempt(Two()).Open("n").Mark("q", "b").Again("q").Hint("q").Mark("q", "a").Answer("r", "a").HandIn();
        var (first, second) = (attempt.State, attempt.State);
        Assert.Equal(first.Questions, second.Questions);
        Assert.Equal(first.Score, second.Score);
    }

    [Fact]
    public void The_best_try_counts_unless_the_last_is_set()
    {
        Assert.Equal(1m, new Attempt(Two()).Mark("r", "a").Again("r").Mark("r", "c").State.Score.Points);
        Assert.Equal(
            0m,
            new Attempt(Two(new Rules { Counts = CountingTry.Last })).Mark("r", "a").Again("r").Mark("r", "c").State.Score.Points
        );
    }

    [Fact]
    public void A_later_try_and_the_hint_cost_their_share_and_say_so()
    {
        var rules = new Rules { TryCosts = [0, 0.2m, 0.4m], HintCost = 0.1m };
        var question = new Attempt(Two(rules)).Mark("q", "b").Hint("q").Mark("q", "a").State.QuestionOf("q")!;
        Assert.Equal(0.7m, question.Points(CountingTry.Best));
        Assert.Equal("“Option a” is right. Try 2 costs 20 %. The hint costs 10 %.", question.LastTry!.Reason.Said());
    }

    [Fact]
    public void The_last_cost_holds_for_all_further_tries_and_never_goes_below_nothing()
    {
        var rules = new Rules { TryCosts = [0, 0.9m], HintCost = 0.5m };
        Assert.Equal(0m, new Attempt(Two(rules)).Hint("q").Mark("q", "b").Mark("q", "c").Mark("q", "a").State.Score.Points);
        Assert.Equal(0.9m, rules.CostOfTry(7));
    }

    [Fact]
    public void A_question_is_closed_when_right_or_when_no_try_is_left()
    {
        Assert.True(new Attempt(Two()).Mark("q", "a").State.QuestionOf("q")!.Closed);
        Assert.False(new Attempt(Two()).Mark("q", "b").State.QuestionOf("q")!.Closed);
        Assert.True(new Attempt(Two(new Rules { Tries = 2 })).Mark("q", "b").Mark("q", "c").State.QuestionOf("q")!.Closed);
    }

    [Fact]
    public void Answers_that_were_not_marked_count_as_a_try_at_hand_in()
    {
        var state = new Attempt(Two()).Answer("q", "b").Answer("q", "a").Mark("r", "a", "b").HandIn().State;
        Assert.Equal(3m, state.Score.Points);
        Assert.Single(state.QuestionOf("q")!.Tries);
        Assert.Single(state.QuestionOf("r")!.Tries);
    }

    [Fact]
    public void An_answer_given_after_the_last_try_was_used_is_not_counted_at_hand_in()
    {
        var state = new Attempt(Two(new Rules { Tries = 1 })).Mark("q", "b").Answer("q", "a").HandIn().State;
        Assert.Equal(0m, state.Score.Points);
    }

    [Fact]
    public void Handing_in_twice_keeps_the_first_time()
    {
        var attempt = new Attempt(Two()).HandIn();
        var first = attempt.State.HandedInAt;
        Assert.Equal(first, attempt.HandIn().State.HandedInAt);
    }

    [Fact]
    public void Nothing_is_taken_after_handing_in_but_looking_round()
    {
        var attempt = new Attempt(Two()).HandIn();
        Assert.Contains("handed in already", attempt.Refusal(Event(new AskedToMark("q", Make.Picked("a")) { Id = "x", At = Make.Monday })));
        Assert.Contains("handed in already", attempt.Refusal(Event(new Answered("q", Make.Picked("a")) { Id = "x", At = Make.Monday })));
        Assert.Null(attempt.Refusal(Event(new Opened("n") { Id = "x", At = Make.Monday })));
    }

    [Fact]
    public void What_cannot_be_is_refused_in_words()
    {
        var attempt = new Attempt(Two(new Rules { Tries = 1 })).Mark("q", "b");
        Assert.Contains("no try is left", attempt.Refusal(Event(new AskedToMark("q", Make.Picked("a")) { Id = "x", At = Make.Monday })));
        Assert.Contains("no try is left", attempt.Refusal(Event(new AnotherGo("q") { Id = "x", At = Make.Monday })));
        Assert.Contains("not in the activity", attempt.Refusal(Event(new Answered("z", Make.Picked("a")) { Id = "x", At = Make.Monday })));
        Assert.Contains("not in the activity", attempt.Refusal(Event(new Opened("z") { Id = "x", At = Make.Monday })));
        Assert.Contains("no hint", attempt.Refusal(Event(new AskedForHint("r") { Id = "x", At = Make.Monday })));
        Assert.Contains("not shown yet", attempt.Refusal(Event(new SawAnswer("r") { Id = "x", At = Make.Monday })));
        Assert.Contains("does not have", attempt.Refusal(Event(new AskedToMark("r", Make.Picked("zz")) { Id = "x", At = Make.Monday })));
    }

    [Fact]
    public void An_empty_answer_is_no_try_but_none_of_these_is()
    {
        var attempt = new Attempt(Make.Activity(Make.Asked("q", Make.Several("a") with { OffersNone = true })));
        Assert.Contains("nothing to mark", attempt.Refusal(Event(new AskedToMark("q", Make.Picked()) { Id = "x", At = Make.Monday })));
        Assert.Null(
            attempt.Refusal(
                Event(
                    new AskedToMark("q", new Core.Questions.MultipleChoice.MultipleChoiceResponse { None = true })
                    {
                        Id = "x",
                        At = Make.Monday,
                    }
                )
            )
        );
        Assert.Null(attempt.Refusal(Event(new Answered("q", Make.Picked()) { Id = "x", At = Make.Monday })));
    }

    [Fact]
    public void In_a_test_marked_at_the_end_nothing_is_marked_before()
    {
        var rules = new Rules
        {
            Reveal = new Reveal
            {
                RightOrWrong = RevealMoment.AfterEnd,
                RightAnswer = RevealMoment.AfterEnd,
                Points = RevealMoment.AfterEnd,
            },
        };
        var attempt = new Attempt(Two(rules)).Answer("q", "a");
        Assert.Contains("after handing in", attempt.Refusal(Event(new AskedToMark("q", Make.Picked("a")) { Id = "x", At = Make.Monday })));
        Assert.False(attempt.View().SpotOf("q")!.Ask!.OffersMark);
    }

    [Fact]
    public void Who_sees_the_answer_has_no_try_left_and_keeps_the_points_so_far()
    {
        var state = new Attempt(Two()).Mark("r", "a").See("r").State;
        Assert.True(state.QuestionOf("r")!.Closed);
        Assert.Equal(1m, state.Score.Points);
    }

    [Fact]
    public void The_total_is_a_sum_of_unrounded_points_rounded_only_when_shown()
    {
        var third = Make.Several("a", "b", "c") with { Points = 1 };
        var state = new Attempt(Make.Activity(Make.Asked("q", third), Make.Asked("r", third), Make.Asked("s", third)))
            .Mark("q", "a")
            .Mark("r", "a")
            .Mark("s", "a")
            .State;
        Assert.Equal("1", Words.Of("en").Number(state.Score.Points));
        Assert.Equal("0.33", Words.Of("en").Number(state.QuestionOf("q")!.Points(CountingTry.Best)));
    }

    [Theory]
    [InlineData("en", "0.5")]
    [InlineData("de", "0,5")]
    [InlineData("no-such-language-tag", "0.5")]
    public void Numbers_are_shown_in_the_activitys_language(string language, string shown) =>
        Assert.Equal(shown, Words.Of(language).Number(0.5m));

    [Theory]
    [InlineData(0.125, "0.13")]
    [InlineData(-0.125, "-0.13")]
    [InlineData(2, "2")]
    public void Halves_are_rounded_away_from_nothing(decimal points, string shown) => Assert.Equal(shown, Words.Of("en").Number(points));

    [Fact]
    public void Pass_and_distinction_are_reached_at_their_marks()
    {
        var rules = new Rules
        {
            PassMark = 33,
            DistinctionMark = 100,
            Bands = ScoreBands.Of([new ScoreBand(50, "low"), new ScoreBand(100, "high")]),
        };
        var passed = new Attempt(Two(rules)).Mark("q", "a").HandIn().State.Score;
        Assert.True(passed.Passed);
        Assert.False(passed.Distinction);
        Assert.Equal("low", passed.Band!.Text);
        var best = new Attempt(Two(rules)).Mark("q", "a").Mark("r", "a", "b").HandIn().State.Score;
        Assert.True(best.Distinction);
        Assert.Equal("high", best.Band!.Text);
        Assert.False(new Attempt(Two(rules)).HandIn().State.Score.Passed);
    }

    [Fact]
    public void Wording_of_a_newer_edition_reaches_a_running_attempt_and_its_key_does_not()
    {
        var newer = new SetContent("q", new Ask(Make.One("b") with { Hint = "Mended" })).Apply(Two()).Value;
        var attempt = new Attempt(Two()).Mark("q", "a").Edition(2, newer);
        Assert.Equal(2, attempt.State.Edition);
        Assert.Equal("Mended", attempt.State.QuestionOf("q")!.Question.Hint);
        Assert.Equal(1m, attempt.State.Score.Points);
    }

    [Fact]
    public void One_event_more_gives_the_same_as_running_all_again() =>
        Gen.Int[0, 6]
            .Array[1, 25]
            .Sample(acts =>
            {
                var attempt = new Attempt(
                    Two(
                        new Rules
                        {
                            TryCosts = [0, 0.3m],
                            HintCost = 0.1m,
                            Tries = 4,
                        }
                    )
                );
                var step = attempt.State;
                foreach (var (act, i) in acts.Select((act, i) => (act, i)))
                {
                    _ = act switch
                    {
                        0 => attempt.Open("n"),
                        1 => attempt.Answer("q", i % 2 == 0 ? "a" : "b"),
                        2 => attempt.Mark("r", i % 3 == 0 ? "a" : "c"),
                        3 => attempt.Again("r"),
                        4 => attempt.Hint("q"),
                        5 => attempt.See("r"),
                        _ => i % 5 == 0 ? attempt.HandIn() : attempt.Mark("q", "c"),
                    };
                    step = Replay.After(step, attempt.Events[^1]);
                }

                var whole = attempt.State;
                return step.Questions == whole.Questions
                    && step.HandedInAt == whole.HandedInAt
                    && step.LastAt == whole.LastAt
                    && step.OpenedSpots.SetEquals(whole.OpenedSpots)
                    && step.Score == whole.Score;
            });

    [Fact]
    public void New_wording_needs_all_events_again() =>
        Assert.Throws<ArgumentException>(() => Replay.After(new Attempt(Two()).State, new TookWording(2) { Id = "x", At = Make.Monday }));

    [Fact]
    public void An_attempt_that_does_not_begin_is_a_bug() => Assert.Throws<ArgumentException>(() => Replay.Run(_ => Two(), []));

    [Fact]
    public void The_report_gives_every_answer_its_reason()
    {
        var report = AttemptReport.Of(
            new Attempt(Two(new Rules { HintCost = 0.5m })).Hint("q").Mark("q", "b").Mark("q", "a").Answer("r", "c").State
        );
        Assert.Equal(
            ["“Option a” is right. The hint costs 50 %.", "Answered, not marked yet."],
            report.Answers.Select(a => a.Reason.Replace("50%", "50 %"))
        );
        Assert.Equal(["Option a", "Option c"], report.Answers.Select(a => a.Response));
        Assert.Equal([2, 0], report.Answers.Select(a => a.Tries));
        Assert.Equal([Verdict.Right, Verdict.Missing], report.Answers.Select(a => a.Verdict));
        Assert.True(report.Answers[0].HintSeen);
    }

    [Theory]
    [InlineData(false, 0)]
    [InlineData(true, -1)]
    public void Penalties_go_below_zero_only_where_the_rules_allow(bool allowed, int points)
    {
        var activity = Make.Activity(Make.Asked("q", Make.Several("a", "b"))) with { Rules = new Rules { GoesBelowZero = allowed } };
        Assert.Equal(points, new Attempt(activity).Mark("q", "a", "c", "d").HandIn().State.Score.Points);
    }
}
