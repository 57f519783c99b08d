using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Poll;

namespace ZestySlate.Core.Tests.Questions;

public sealed class PollTests
{
    private static PollQuestion Poll(params string[] choices) =>
        new() { Choices = [.. choices.Select(choice => new PollChoice { Id = choice, Face = Face.Of(choice) })] };

    private static PollResponse For(params string[] choices) =>
        new() { Parts = [.. choices.Select(choice => new PartAnswer(PollQuestion.Whole, choice))] };

    private static Attempt On(PollQuestion poll) => new(Make.Activity(Make.Asked("q", poll), Make.Asked("o", Make.One())), 3);

    private static Attempt Vote(Attempt attempt, Response? vote) => attempt.Then((id, at) => new Voted("q", vote) { Id = id, At = at });

    [Fact]
    public void A_vote_is_never_marked_and_counts_on_neither_side()
    {
        var attempt = On(Poll("a", "b"));
        Assert.Equal(1, attempt.State.Score.OutOf);
        Vote(attempt, For("a"));
        Assert.Equal(
            (Verdict.Ungraded, true, 1m),
            (attempt.State.QuestionOf("q")!.LastTry!.Mark.Verdict, attempt.State.QuestionOf("q")!.HasAnswer, attempt.State.Score.OutOf)
        );
        Assert.Equal(
            (0m, "Your vote is counted."),
            (QuestionTypes.For(Poll()).OutOf(Poll() with { Points = 5 }), attempt.View().SpotOf("q")!.Ask!.Reason)
        );
        Assert.Null(attempt.View().SpotOf("q")!.Ask!.Points);
    }

    [Fact]
    public void One_votes_once_and_in_no_other_way()
    {
        var attempt = On(Poll("a", "b"));
        Assert.Equal("Choose something first.", attempt.Refusal(new Voted("q", For()) { Id = "x", At = Make.Monday }));
        Assert.Equal("Only one can be picked here.", attempt.Refusal(new Voted("q", For("a", "b")) { Id = "x", At = Make.Monday }));
        Assert.NotNull(attempt.Refusal(new Voted("q", For("c")) { Id = "x", At = Make.Monday }));
        Assert.NotNull(attempt.Refusal(new Voted("q", null) { Id = "x", At = Make.Monday }));
        Assert.NotNull(attempt.Refusal(new Voted("o", Make.Picked("a")) { Id = "x", At = Make.Monday }));

        // A choice that is not voted yet never reaches the record.
        Assert.NotNull(attempt.Refusal(new Answered("q", For("a")) { Id = "x", At = Make.Monday }));
        Assert.NotNull(attempt.Refusal(new AskedToMark("q", For("a")) { Id = "x", At = Make.Monday }));
        Assert.Null(attempt.Refusal(new Voted("q", For("a")) { Id = "x", At = Make.Monday }));
        Assert.NotNull(Vote(attempt, For("a")).Refusal(new Voted("q", For("b")) { Id = "x", At = Make.Monday.AddHours(1) }));
    }

    [Fact]
    public void An_anonymous_vote_says_only_that_it_was_given()
    {
        var attempt = Vote(On(Poll("a", "b") with { Anonymous = true }), null).HandIn();
        Assert.True(attempt.State.QuestionOf("q")!.HasAnswer);
        var report = AttemptReport.Of(attempt.State).Answers[0];
        Assert.Equal(("", "Your vote is counted, without your name.", null), (report.Response, report.Reason, report.Given));
        Assert.DoesNotContain(((PollView)attempt.View().SpotOf("q")!.Ask!.Parts).Statements[0].Choices, choice => choice.Chosen);
    }

    [Theory]
    [InlineData(true, false, 5, false)]
    [InlineData(true, true, 5, true)]
    [InlineData(false, true, 5, false)]
    [InlineData(true, true, 4, false)]
    public void How_all_voted_is_shown_to_who_has_voted_if_it_may_be_and_of_anonymous_votes_five_at_a_time(
        bool shows,
        bool voted,
        int voters,
        bool seen
    )
    {
        var attempt = On(Poll("a", "b") with { Anonymous = true, ShowsVotes = shows });
        if (voted)
        {
            Vote(attempt, null);
        }

        var state = attempt.State with
        {
            Tallies = new Dictionary<string, Tally>
            {
                ["q"] = Enumerable.Range(0, voters).Aggregate(Tally.None, (tally, _) => tally.With([new PartAnswer("all", "a")])),
            },
        };
        var view = (PollView)LearnerView.Of(state, Make.Monday.AddHours(1)).SpotOf("q")!.Ask!.Parts;
        Assert.Equal(
            seen ? (voters, voters, 0) : (null, null, null),
            (view.Voters, view.Statements[0].Choices[0].Votes, view.Statements[0].Choices[1].Votes)
        );
    }

    [Fact]
    public void Votes_are_counted_together_and_a_scale_has_an_average()
    {
        var scale = Poll("1", "2", "3") with
        {
            IsScale = true,
            Statements = [new PollStatement { Id = "s", Text = "Sky" }, new PollStatement { Id = "t", Text = "Tide" }],
        };
        ValueList<PartAnswer> Rated(string sky, string tide) => [new PartAnswer("s", sky), new PartAnswer("t", tide)];
        var tally = Tally.None.With(Rated("3", "1")).With(Rated("3", "2")).With(Rated("1", "2"));
        Assert.Equal((3, 2, 1), (tally.Voters, tally.For("s", "3"), tally.For("t", "1")));
        Assert.Equal(7 / 3.0, tally.AverageOf("s", [.. scale.Choices.Select(choice => choice.Id)]));
        Assert.Null(Tally.None.AverageOf("s", [.. scale.Choices.Select(choice => choice.Id)]));
        Assert.Equal("Sky: 3 · Tide: –", QuestionTypes.For(scale).InWords(scale, new PollResponse { Parts = [new PartAnswer("s", "3")] }));
        Assert.Equal("Rating", QuestionTypes.For(scale).TitleOf(scale));
    }

    [Fact]
    public void What_is_missing_is_named()
    {
        string[] Said(PollQuestion poll) =>
            [.. QuestionTypes.For(poll).Check(poll, InEnglish.Culture).Select(weakness => weakness.Message)];
        Assert.Equal(["has fewer than two choices with words or a picture"], Said(Poll("a", "")));
        Assert.Equal(
            ["has a scale whose ends say nothing: what do its first and last step mean?"],
            Said(Poll("", "", "") with { IsScale = true, Choices = [new PollChoice { Id = "1" }, new PollChoice { Id = "2" }] })
        );
        Assert.Equal(
            ["has a statement without words (number 1)"],
            Said(Poll("a", "b") with { Statements = [new PollStatement { Id = "s" }] })
        );
    }
}
