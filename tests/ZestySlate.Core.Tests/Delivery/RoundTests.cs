using System.Text.Json;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Core.Tests.Questions;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Looking round, answering, or first the one and then the other: one switch for the whole and for each question.</summary>
public sealed class RoundTests
{
    /// <summary>A question of every family that has a key, with a word of that key.</summary>
    public static TheoryData<Question, string> WithKeys =>
        new()
        {
            { Make.One(), "\"IsRight\":true" },
            { Asked.Gaps("The {gale} comes"), "gale" },
            { Asked.Words("The {gale} [tea]"), "gale" },
            { Asked.Order("calm", "gale"), "RightOrder" },
            { Asked.Jumbled("red sky at night"), "red sky at night" },
            { Asked.Match("calm=0", "gale=8"), "gale" },
            { Asked.Number(77), "77" },
            { Asked.Short("gale"), "gale" },
            { Asked.Locating("gale", "calm") with { Task = Core.Questions.Locating.LocatingTask.Name }, "gale" },
        };

    private static Attempt Begin(Question question, Round whole = Round.AnswerOnly) =>
        new(Make.Activity(Make.Asked("q", question)) with { Rules = new Rules { Round = whole } });

    private static AskView Ask(Attempt attempt) => attempt.View().SpotOf("q")!.Ask!;

    private static string Parts(Attempt attempt) => JsonSerializer.Serialize((object)Ask(attempt).Parts);

    private static Attempt Look(Attempt attempt, string spot) => attempt.Then((id, at) => new LookedRound(spot) { Id = id, At = at });

    [Theory]
    [MemberData(nameof(WithKeys))]
    public void Whoever_looks_round_sees_what_is_right_and_whoever_answers_does_not(Question question, string key)
    {
        var looking = Begin(question with { Round = Round.LookThenAnswer, Explanation = "Because." });
        Assert.Equal((true, true, false, false), Flags(looking));
        Assert.Equal("Because.", Ask(looking).Explanation);
        Assert.Contains(key, Parts(looking));

        var answering = Look(looking, "q");
        Assert.Equal((false, false, true, true), Flags(answering));
        Assert.Null(Ask(answering).Explanation);
        Assert.Equal(Parts(Begin(question)), Parts(answering));
    }

    private static (bool Looking, bool OffersBegin, bool TakesAnswer, bool OffersMark) Flags(Attempt attempt) =>
        Ask(attempt) is var ask ? (ask.Looking, ask.OffersBegin, ask.TakesAnswer, ask.OffersMark || ask.MarksSteps) : default;

    [Fact]
    public void What_is_only_looked_at_takes_no_answer_counts_nothing_and_asks_for_no_handing_in()
    {
        var attempt = Begin(Make.One(), Round.LookOnly);
        Assert.Equal((true, false, false, false), Flags(attempt));
        Assert.Equal(
            "Here one only looks round.",
            attempt.Refused((id, at) => new Answered("q", Make.Picked("a")) { Id = id, At = at }, 1)
        );
        Assert.Equal(
            "Here one only looks round.",
            attempt.Refused((id, at) => new AskedToMark("q", Make.Picked("a")) { Id = id, At = at }, 1)
        );
        Assert.Equal("Here one only looks round.", attempt.Refused((id, at) => new LookedRound("q") { Id = id, At = at }, 1));
        Assert.Equal((0m, 0), (attempt.State.Score.OutOf, attempt.View().Progress.Questions));
        Assert.False(attempt.View().HasQuestions);
        Assert.True(attempt.State.IsCompleted);
        Assert.Equal(0, attempt.State.Activity.OutOf);

        var over = attempt.HandIn();
        Assert.Equal((0, true), (over.State.Questions[0].Tries.Count, Ask(over).Looking));
        Assert.Null(Ask(over).Verdict);
    }

    [Fact]
    public void One_press_begins_all_that_go_as_the_whole_and_none_that_has_a_switch_of_its_own()
    {
        var attempt = new Attempt(
            Make.Activity(
                Make.Asked("q", Make.One()),
                Make.Asked("own", Make.One() with { Round = Round.LookThenAnswer }),
                Make.Asked("at once", Make.One() with { Round = Round.AnswerOnly })
            ) with
            {
                Rules = new Rules { Round = Round.LookThenAnswer },
            }
        );
        bool[] Looking() => [.. attempt.State.Questions.Select(question => question.IsLooking)];
        Assert.Equal([true, true, false], Looking());
        Assert.True(attempt.View().OffersBegin);
        Assert.False(Ask(attempt).OffersBegin);
        Look(attempt, "");
        Assert.Equal([false, true, false], Looking());
        Assert.False(attempt.View().OffersBegin);
        Look(attempt, "own");
        Assert.Equal([false, false, false], Looking());
    }

    [Fact]
    public void Handed_in_without_an_answer_it_is_missing_and_not_looked_at()
    {
        var attempt = Begin(Make.One() with { Round = Round.LookThenAnswer }).HandIn();
        Assert.Equal(
            (false, 1m, (decimal)0),
            (Ask(attempt).Looking, attempt.State.Score.OutOf, (decimal)attempt.State.Score.Points.ToDecimal())
        );
    }

    [Fact]
    public void A_vote_is_always_given()
    {
        var poll = new PollQuestion { Choices = [new PollChoice { Id = "a" }, new PollChoice { Id = "b" }] };
        Assert.False(Begin(poll, Round.LookOnly).State.Questions[0].IsLooking);
    }

    [Fact]
    public void The_switch_is_structure_whoever_is_at_work_goes_on_as_they_began()
    {
        var before = Make.Activity(Make.Asked("q", Make.One()));
        var after = before with { Rules = new Rules { Round = Round.LookOnly } };
        var difference = Core.Editions.EditionDifference.Between(before, after);
        Assert.Equal(["Whether learners look round or answer (who has only looked round goes over to it)"], difference.Structure);
        Assert.Empty(difference.Key);
        Assert.False(new Attempt(before).Edition(2, after).State.Questions[0].IsLooking);
    }

    [Fact]
    public void Who_has_only_looked_round_goes_over_to_what_is_asked_next()
    {
        var look = Make.Activity(Make.Asked("q", Make.One())) with { Rules = new Rules { Round = Round.LookOnly } };
        var ask = Make.Activity(Make.Asked("q", Make.One()), Make.Asked("new", Make.One()));
        var attempt = new Attempt(look);
        attempt.Knows(2, ask);
        var took = Handout.Recorded(
            attempt.State,
            ask,
            (Began)attempt.Events[0],
            new TookWording(2) { Id = "t", At = Make.Monday.AddHours(1) }
        );
        attempt.Then((_, _) => took);
        Assert.Equal([false, false], attempt.State.Questions.Select(question => question.IsLooking));
        attempt.Mark("new", "a");
        Assert.Equal(1, attempt.State.Score.Points.ToDecimal());

        // From then on it is at work, and another switch reaches only who begins anew.
        Assert.False(attempt.State.OnlyLooks);
        Assert.Null(
            Handout.Recorded(attempt.State, look, (Began)attempt.Events[0], new TookWording(3) { Id = "u", At = Make.Monday }).Handout
        );
        Assert.False(attempt.Edition(3, look).State.Questions[0].IsLooking);
    }

    [Fact]
    public void A_lookout_counts_what_is_to_be_answered()
    {
        var state = Begin(Make.One(), Round.LookOnly).State;
        Assert.Equal(0, Core.Classes.LookoutEntry.Of(state, Make.Monday.AddHours(3)).Questions);
    }

    [Fact]
    public void A_paper_is_to_be_answered_whatever_the_switch_says()
    {
        var blank = OnPaper.Worksheet(
            Make.Activity(Make.Asked("q", Asked.Short("gale") with { Round = Round.LookOnly })) with
            {
                Rules = new Rules { Round = Round.LookOnly },
            }
        );
        Assert.DoesNotContain("gale", JsonSerializer.Serialize((object)blank.SpotOf("q")!.Ask!.Parts));
    }

    [Fact]
    public void Answered_in_attempts_of_before_looking_round_is_over()
    {
        var attempt = Begin(Asked.Locating("gale") with { Round = Round.LookThenAnswer });
        attempt.Then((id, at) => new Answered("q", new Core.Questions.Locating.LocatingResponse { Begun = true }) { Id = id, At = at });
        Assert.False(Ask(attempt).Looking);
    }

    [Fact]
    public void Feedback_only_says_right_or_wrong_and_no_points()
    {
        var attempt = Begin(Make.One() with { Points = 0 }).Mark("q", "a");
        Assert.Equal(
            (Verdict.Right, (decimal?)null, true, 0m),
            (Ask(attempt).Verdict!.Value, Ask(attempt).Points, Ask(attempt).FeedbackOnly, attempt.State.Score.OutOf)
        );

        // A text whose ideas are worth nothing is feedback too.
        var idea = Asked.Idea("gale") with { Points = 0 };
        var text = Begin(new LongTextQuestion { Ideas = [idea] });
        text.Then((id, at) => new AskedToMark("q", new LongTextResponse { Text = "A gale." }) { Id = id, At = at });
        Assert.Equal((Verdict.Right, 0m), (Ask(text).Verdict!.Value, Ask(text).OutOf));
        Assert.Null(Ask(text).Points);
    }

    [Fact]
    public void What_a_person_gives_points_for_waits_until_they_are_given()
    {
        var attempt = Begin(new LongTextQuestion { WaitsForPerson = true, Points = 3 });
        attempt.Then((id, at) => new Answered("q", new LongTextResponse { Text = "A gale." }) { Id = id, At = at }).HandIn();
        attempt.Then((id, at) => new Reviewed("q", new Review { Comment = "Read so far.", By = "ines" }) { Id = id, At = at });
        Assert.True(attempt.State.Questions[0].Waits);
        attempt.Then((id, at) => new Reviewed("q", new Review { Points = 2, By = "ines" }) { Id = id, At = at });
        Assert.False(attempt.State.Questions[0].Waits);
    }

    [Fact]
    public void What_a_person_reads_for_feedback_only_waits_until_something_is_said()
    {
        var attempt = Begin(new LongTextQuestion { WaitsForPerson = true, Points = 0 });
        attempt.Then((id, at) => new Answered("q", new LongTextResponse { Text = "A gale." }) { Id = id, At = at }).HandIn();
        Assert.True(attempt.State.Questions[0].Waits);
        attempt.Then((id, at) => new Reviewed("q", new Review { Comment = "Well seen.", By = "ines" }) { Id = id, At = at });
        attempt.Then((id, at) => new Returned { Id = id, At = at });
        Assert.False(attempt.State.Questions[0].Waits);
        Assert.Equal(("Well seen.", Verdict.Ungraded), (Ask(attempt).Review!.Comment, Ask(attempt).Verdict!.Value));
    }
}
