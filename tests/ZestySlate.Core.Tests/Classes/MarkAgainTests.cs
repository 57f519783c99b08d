using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Tests.Classes;

/// <summary>An attempt on an older edition is marked by a corrected key; what a person said stays, and it can be undone.</summary>
public sealed class MarkAgainTests
{
    private static Activity With(params (string Id, Question Question)[] asked) =>
        Make.Activity([.. asked.Select(one => Make.Asked(one.Id, one.Question))]);

    private static readonly Activity Wrong = With(("q", Make.One("a")), ("r", Make.One("a")));

    private static readonly Activity Mended = With(("q", Make.One("b")), ("r", Make.One("a")));

    private static Attempt Again(Attempt attempt, Activity edition, int number = 2, string run = "run")
    {
        attempt.Knows(number, edition);
        var before = attempt.State;
        return attempt.Then((_, at) => MarkAgain.Event(before, number, run, at));
    }

    [Fact]
    public void Whose_answer_fits_the_corrected_key_gains_and_the_report_says_by_how_much_and_why()
    {
        var attempt = new Attempt(Wrong).Mark("q", "b").Mark("r", "a").HandIn();
        var before = attempt.State;
        var after = Again(attempt, Mended).State;
        Assert.Equal((1m, 2m, 2), (before.Score.Points, after.Score.Points, after.KeyEdition));
        var change = MarkAgain.Between(before, after)!;
        Assert.Equal((50m, 1), (change.Rise, change.Answers.Count));
        Assert.Equal(("q", 0m, 1m), (change.Answers[0].SpotId, change.Answers[0].Before, change.Answers[0].After));
        Assert.Null(MarkAgain.Between(after, after));
    }

    [Fact]
    public void Whose_answer_only_fitted_the_wrong_key_loses()
    {
        var attempt = new Attempt(Wrong).Mark("q", "a").Mark("r", "a").HandIn();
        Assert.Equal(-50m, MarkAgain.Between(attempt.State, Again(attempt, Mended).State)!.Rise);
    }

    [Fact]
    public void A_person_s_points_survive()
    {
        var attempt = new Attempt(Wrong)
            .Mark("q", "a")
            .Mark("r", "a")
            .HandIn()
            .Then(
                (id, at) =>
                    new Reviewed(
                        "q",
                        new Review
                        {
                            By = "ines",
                            Points = 1,
                            Comment = "Well argued.",
                        }
                    )
                    {
                        Id = id,
                        At = at,
                    }
            );
        Assert.Equal(2m, Again(attempt, Mended).State.Score.Points);
    }

    [Fact]
    public void Undone_the_old_key_counts_again_and_a_later_run_still_can()
    {
        var attempt = Again(new Attempt(Wrong).Mark("q", "b").HandIn(), Mended);
        attempt.Then((_, at) => MarkAgain.Undo("run", at));
        Assert.Equal((0m, 1, null), (attempt.State.Score.Points, attempt.State.KeyEdition, attempt.State.KeySince));
        Assert.Equal((1m, 2), (Again(attempt, Mended, 2, "second").State.Score.Points, attempt.State.KeyEdition));
    }

    [Fact]
    public void Words_and_questions_of_the_newer_edition_do_not_come_with_its_key()
    {
        var newer = With(("q", Make.One("b") with { Prompt = RichText.Plain("Other words") }), ("new", Make.One()));
        var state = Again(new Attempt(Wrong).Mark("q", "b").HandIn(), newer).State;
        Assert.Equal(("Which one?", 2, 2m), (state.QuestionOf("q")!.Question.Prompt.Words, state.Questions.Count, state.Score.OutOf));
    }

    [Fact]
    public void Attempts_of_several_editions_come_to_the_same_key()
    {
        var second = With(("q", Make.One("c")), ("r", Make.One("a")));
        var attempt = Again(new Attempt(Wrong).Mark("q", "b").HandIn(), second, 2, "one");
        Assert.Equal(0m, attempt.State.Score.Points);
        Assert.Equal(1m, Again(attempt, Mended, 3, "two").State.Score.Points);
    }

    [Fact]
    public void Points_and_the_cost_of_tries_follow_the_new_key_and_what_may_be_tried_does_not()
    {
        var newer = Mended with
        {
            Rules = new Rules
            {
                Tries = 1,
                TryCosts = [0, 0.5m],
                PassMark = 50,
                Lives = 1,
            },
        };
        var state = Again(new Attempt(Wrong).Mark("q", "c").Again("q").Mark("q", "b").HandIn(), newer).State;
        Assert.Equal(
            (0.5m, null, null, 50m, 2),
            (
                state.Score.Points,
                state.Activity.Rules.Tries,
                state.Activity.Rules.Lives,
                state.Activity.Rules.PassMark,
                state.QuestionOf("q")!.Tries.Count
            )
        );
    }

    [Fact]
    public void A_try_after_the_one_that_was_right_all_along_counts_no_more()
    {
        var last = new Rules { Counts = CountingTry.Last };
        var attempt = new Attempt(Wrong with { Rules = last }).Mark("q", "b").Again("q").Mark("q", "a").HandIn();
        var state = Again(attempt, Mended with { Rules = last }).State;
        Assert.Equal((1m, 1), (state.QuestionOf("q")!.Points(CountingTry.Last), state.QuestionOf("q")!.Tries.Count));
    }

    [Fact]
    public void What_lives_had_ended_stays_ended_and_what_was_answered_is_not_cut_off()
    {
        var rules = new Rules { Lives = 1 };
        var lost = new Attempt(Wrong with { Rules = rules }).Then((id, at) => new Started { Id = id, At = at }).Mark("q", "b");
        Assert.Equal(Ending.Lives, lost.State.EndedBy);
        var marked = Again(lost, Mended with { Rules = rules }).State;
        Assert.Equal((Ending.Lives, 1m, lost.State.HandedInAt), (marked.EndedBy!.Value, marked.Score.Points, marked.HandedInAt));

        var won = new Attempt(Wrong with { Rules = rules })
            .Then((id, at) => new Started { Id = id, At = at })
            .Mark("q", "a")
            .Mark("r", "a")
            .HandIn();
        Assert.Equal((Ending.Finished, 1m), (Again(won, Mended with { Rules = rules }).State.EndedBy, won.State.Score.Points));
    }
}
