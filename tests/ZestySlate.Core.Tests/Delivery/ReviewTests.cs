using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.FileAnswer;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>A teacher's points and comments: they count at once for the teacher, and for the learner once the work is given back.</summary>
public sealed class ReviewTests
{
    private static readonly FileAnswerQuestion Photo = new()
    {
        Rubric =
        [
            new RubricRow
            {
                Id = "sharp",
                Title = "Sharp",
                Points = 2,
            },
            new RubricRow
            {
                Id = "sky",
                Title = "Sky",
                Points = 1,
            },
        ],
    };

    private static Attempt HandedIn() =>
        new Attempt(Make.Activity(Make.Asked("photo", Photo), Make.Asked("one", Make.One())), 3)
            .Then(
                (id, at) =>
                    new Answered(
                        "photo",
                        new FileAnswerResponse { Files = [new HandedFile("f", "sky.jpg", HandedKind.Picture, "image/jpeg", 9)] }
                    )
                    {
                        Id = id,
                        At = at,
                    }
            )
            .Mark("one", "b")
            .HandIn();

    private static Attempt Reviewed(Attempt attempt, string spot, Review review) =>
        attempt.Then((id, at) => new Reviewed(spot, review) { Id = id, At = at });

    private static readonly Review Good = new()
    {
        By = "ines",
        Points = 2.5m,
        Rows = [new RowPoints("sharp", 1.5m), new RowPoints("sky", 1)],
        Comment = "A fine sky.",
    };

    [Fact]
    public void The_total_follows_at_once_and_the_learner_reads_nothing_before_it_is_given_back()
    {
        var attempt = Reviewed(HandedIn(), "photo", Good);
        Assert.Equal(
            (2.5m, false, Verdict.Partly),
            (attempt.State.Score.Points, attempt.State.Score.Provisional, AttemptReport.Of(attempt.State).Answers[0].Verdict)
        );
        var before = attempt.View();
        Assert.Equal((0m, true, null), (before.Score!.Points, before.Score.Provisional, before.SpotOf("photo")!.Ask!.Review));
        Assert.Equal((0m, true), (attempt.State.AsReturned.Score.Points, attempt.State.AsReturned.Score.Provisional));

        attempt.Then((id, at) => new Returned { Id = id, At = at });
        var after = attempt.View();
        Assert.Equal(
            (2.5m, false, 2.5m, Verdict.Partly),
            (after.Score!.Points, after.Score.Provisional, after.SpotOf("photo")!.Ask!.Points, after.SpotOf("photo")!.Ask!.Verdict)
        );
        Assert.Equal("A fine sky.", after.SpotOf("photo")!.Ask!.Review!.Comment);
        Assert.Equal(
            [("Sharp", 1.5m, 2m), ("Sky", 1m, 1m)],
            after.SpotOf("photo")!.Ask!.Review!.Rows.Select(row => (row.Title, row.Points, row.OutOf))
        );

        // Taken back, it is as if nothing had been said yet.
        attempt.Then((id, at) => new TakenBack { Id = id, At = at });
        Assert.Equal((null, true), (attempt.View().SpotOf("photo")!.Ask!.Review, attempt.View().Score!.Provisional));
    }

    [Fact]
    public void A_mark_is_changed_the_newest_word_counts_and_nothing_said_is_no_review()
    {
        var attempt = Reviewed(
            HandedIn(),
            "one",
            new Review
            {
                By = "ines",
                Points = 1,
                Comment = "The wording misled you.",
            }
        );
        Assert.Equal(
            (1m, Verdict.Right, "Marked by your teacher."),
            (
                attempt.State.Score.Points,
                AttemptReport.Of(attempt.State).Answers[1].Verdict,
                AttemptReport.Of(attempt.State).Answers[1].Reason
            )
        );
        Reviewed(attempt, "one", new Review { By = "tobiah", Comment = "Look again." });
        Assert.Equal(
            (0m, "Look again.", Verdict.Wrong),
            (
                attempt.State.Score.Points,
                attempt.State.QuestionOf("one")!.Review!.Comment,
                AttemptReport.Of(attempt.State).Answers[1].Verdict
            )
        );
        Assert.Null(Reviewed(attempt, "one", new Review { By = "ines" }).State.QuestionOf("one")!.Review);
    }

    [Fact]
    public void The_reviewer_reads_what_the_learner_will_read_and_the_learner_nothing_before()
    {
        var attempt = Reviewed(HandedIn(), "photo", Good);
        var sheet = ReviewSheet.Of(attempt.State, Make.Monday.AddDays(1));
        Assert.Equal(["photo", "one"], sheet.Scenes.SelectMany(scene => scene.Asks).Select(ask => ask.SpotId));
        Assert.Null(attempt.View().SpotOf("photo")!.Ask!.Review);
        attempt.Then((id, at) => new Returned { Id = id, At = at });
        foreach (var spot in new[] { "photo", "one" })
        {
            Assert.Equal(attempt.View().SpotOf(spot)!.Ask, sheet.AskOf(spot));
        }
    }

    [Fact]
    public void Nothing_but_what_waits_is_no_total_yet()
    {
        var files = new FileAnswerResponse { Files = [new HandedFile("f", "sky.jpg", HandedKind.Picture, "image/jpeg", 9)] };
        Attempt Handed(params Action<Attempt>[] done)
        {
            var attempt = new Attempt(Make.Activity(Make.Asked("photo", Photo), Make.Asked("one", Make.One())), 3);
            attempt.Then((id, at) => new Answered("photo", files) { Id = id, At = at });
            foreach (var one in done)
            {
                one(attempt);
            }

            return attempt.HandIn();
        }

        Assert.Equal((true, 1), (Handed().State.Score.IsUnmarked, Handed().State.Score.Waiting));
        Assert.False(Handed(attempt => attempt.Mark("one", "b")).State.Score.IsUnmarked);
        Assert.False(Reviewed(Handed(), "photo", Good).State.Score.IsUnmarked);
        Assert.False(Reviewed(Handed(), "one", new Review { By = "ines", Points = 0 }).State.Score.IsUnmarked);
    }

    [Fact]
    public void What_was_said_in_one_sitting_is_taken_back_as_a_whole()
    {
        Reviewed Said(string by, double minute, string comment) =>
            new("one", new Review { By = by, Comment = comment }) { Id = comment, At = Make.Monday.AddMinutes(minute) };
        Assert.Null(Sitting.Before([Said("ines", 0, "a")]));
        Assert.Null(Sitting.Before([Said("ines", 0, "a"), Said("ines", 30, "ab"), Said("ines", 60, "abc")]));
        Assert.Equal("ab", Sitting.Before([Said("ines", 0, "a"), Said("ines", 1, "ab"), Said("ines", 31.01, "abc")])!.Id);
        Assert.Equal("b", Sitting.Before([Said("ines", 0, "a"), Said("tobiah", 1, "b"), Said("ines", 2, "c"), Said("ines", 3, "cd")])!.Id);
    }

    [Fact]
    public void The_same_words_are_not_said_twice()
    {
        Assert.True(new Review { By = "ines" }.SaysAs(null));
        Assert.False(Good.SaysAs(null));
        Assert.True(Good.SaysAs(Good with { By = "tobiah" }));
        Assert.False(Good.SaysAs(Good with { Points = 2 }));
        Assert.False(Good.SaysAs(Good with { Notes = [new ReviewNote(new TimeAnchor(1), "x")] }));
    }

    [Fact]
    public void What_cannot_be_is_refused_in_words()
    {
        var working = new Attempt(Make.Activity(Make.Asked("one", Make.One())), 3);
        Assert.Equal("It is not handed in yet.", working.Refusal(new Reviewed("one", Good) { Id = "x", At = Make.Monday }));
        Assert.Equal("It is not handed in yet.", working.Refusal(new Returned { Id = "x", At = Make.Monday }));
        Assert.Equal(
            "The points lie between 0 and 1.",
            HandedIn().Refusal(new Reviewed("one", Good) { Id = "x", At = Make.Monday.AddHours(2) })
        );
        Assert.NotNull(HandedIn().Refusal(new Reviewed("gone", Good) { Id = "x", At = Make.Monday.AddHours(2) }));
        Assert.NotNull(
            HandedIn()
                .Refusal(new Reviewed("photo", Good with { Comment = new string('x', 5000) }) { Id = "x", At = Make.Monday.AddHours(2) })
        );
    }
}
