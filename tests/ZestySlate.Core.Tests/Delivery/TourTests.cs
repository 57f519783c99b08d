using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.WebPages;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.FileAnswer;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Going from scene to scene, and what completes an activity.</summary>
public sealed class TourTests
{
    private static readonly Activity Three = Make.Tour(
        Make.Scene("a", Make.Jump("ab", "b"), Make.Note("na")),
        Make.Scene("b", Make.Jump("bc", "c"), Make.Asked("q", Make.One())),
        Make.Scene("c", Make.Jump("ca", "a")),
        Make.Scene("far")
    );

    [Fact]
    public void One_begins_in_the_first_scene_and_sees_no_other()
    {
        var view = new Attempt(Three).View();
        Assert.Equal("a", view.Scene().Id);
        Assert.Null(view.Back);
        Assert.Null(view.SpotOf("q"));
        Assert.Equal("To Room b", view.SpotOf("ab")!.Name);
    }

    [Fact]
    public void The_way_back_leads_where_one_came_from()
    {
        var attempt = new Attempt(Three).Visit("b").Visit("c");
        Assert.Equal("b", attempt.View().Back!.Id);
        attempt.Visit("b");
        Assert.Equal(("b", "a"), (attempt.View().Scene().Id, attempt.View().Back!.Id));
        attempt.Visit("a");
        Assert.Null(attempt.View().Back);
    }

    [Fact]
    public void Where_one_is_survives_a_replay()
    {
        var attempt = new Attempt(Three).Visit("b").Open("q").Visit("c");
        Assert.Equal("c", Replay.Run(_ => Three, [.. attempt.Events]).Scene.Id);
        Assert.True(attempt.View().Scene().Spots.Single().Opened);
    }

    [Theory]
    [InlineData("b", null)]
    [InlineData("a", null)]
    [InlineData("c", "no way there yet")]
    [InlineData("far", "no way there yet")]
    [InlineData("gone", "not in the activity any more")]
    public void One_goes_only_where_a_jump_leads(string scene, string? refusal)
    {
        var said = new Attempt(Three).Refused((id, at) => new Visited(scene) { Id = id, At = at });
        Assert.True(refusal is null ? said is null : said!.Contains(refusal, StringComparison.Ordinal), said);
    }

    [Fact]
    public void With_the_list_of_scenes_one_goes_anywhere()
    {
        var attempt = new Attempt(Three with { SceneList = true });
        Assert.Null(attempt.Refused((id, at) => new Visited("far") { Id = id, At = at }));
        Assert.Equal(["Room a", "Room b", "Room c", "Room far"], attempt.View().SceneList.Select(s => s.Title));
        Assert.Empty(new Attempt(Three).View().SceneList);
    }

    [Fact]
    public void What_is_in_a_scene_not_visited_takes_no_event()
    {
        var attempt = new Attempt(Three);
        Assert.Contains("locked", attempt.Refused((id, at) => new AskedToMark("q", Make.Picked("a")) { Id = id, At = at }));
        Assert.Contains("locked", attempt.Refused((id, at) => new Opened("bc") { Id = id, At = at }));
        Assert.Contains("locked", attempt.Refused((id, at) => new AskedForHint("q") { Id = id, At = at }));
        Assert.Null(attempt.Visit("b").Refused((id, at) => new AskedToMark("q", Make.Picked("a")) { Id = id, At = at }));
    }

    [Fact]
    public void After_handing_in_one_may_still_look_round()
    {
        var attempt = new Attempt(Three).HandIn();
        Assert.Null(attempt.Refused((id, at) => new Visited("b") { Id = id, At = at }));
    }

    [Theory]
    [InlineData(null, false, false, true)]
    [InlineData(Completion.OpenedAll, false, false, false)]
    [InlineData(Completion.Graded, false, false, true)]
    [InlineData(Completion.AnsweredAll, false, true, true)]
    [InlineData(Completion.HandedIn, false, false, true)]
    public void It_is_completed_as_its_rules_say(Completion? completion, bool afterOpening, bool afterAnswering, bool afterHandingIn)
    {
        var attempt = new Attempt(Three with { Rules = new Rules { Completion = completion } });
        Assert.False(attempt.State.IsCompleted);
        Assert.Equal(afterOpening, attempt.Open("na").State.IsCompleted);
        Assert.Equal(afterAnswering, attempt.Visit("b").Mark("q", "b").State.IsCompleted);
        Assert.Equal(afterHandingIn, attempt.HandIn().View().IsCompleted);
    }

    [Fact]
    public void Everything_is_opened_once_every_scene_was_visited_and_every_note_and_callout_met()
    {
        var callout = Make.Note("t") with { Content = new Callout("A word") };
        var page = Make.Scene("p", Make.Note("read")) with { Backdrop = new PageBackdrop(RichText.Plain("Read.")) };
        var attempt = new Attempt(
            Make.Tour(Make.Scene("a", Make.Note("n"), callout, Make.Jump("ap", "p")), page) with
            {
                Rules = new Rules { Completion = Completion.OpenedAll },
            }
        );
        Assert.Equal((0, 2, 1, 2), Said(attempt));
        Assert.False(attempt.Open("n").State.IsCompleted);
        Assert.False(attempt.Open("t").State.IsCompleted);
        Assert.Equal((2, 2, 1, 2), Said(attempt));
        Assert.True(attempt.Visit("p").State.IsCompleted);
        Assert.Equal(1, attempt.View().Progress.Share);
        static (int, int, int, int) Said(Attempt attempt) =>
            attempt.View().Progress is var now ? (now.Opened, now.Spots, now.Visited, now.Places) : default;
    }

    [Fact]
    public void What_a_course_asks_for_goes_before_what_the_author_says()
    {
        var attempt = new Attempt(Three with { Rules = new Rules { Completion = Completion.OpenedAll } }).HandIn();
        Assert.False(attempt.State.IsCompleted);
        Assert.True((attempt.State with { Terms = new AttemptTerms(null, null, Completion.HandedIn) }).IsCompleted);
    }

    [Fact]
    public void It_is_completed_when_graded_once_nothing_waits_for_a_person()
    {
        var photo = new FileAnswerQuestion { Prompt = RichText.Plain("Your logbook."), Points = 2 };
        var attempt = new Attempt(Make.Activity(Make.Asked("w", photo)) with { Rules = new Rules { Completion = Completion.Graded } });
        attempt
            .Then(
                (id, at) =>
                    new Answered(
                        "w",
                        new FileAnswerResponse { Files = [new HandedFile("f1", "log.jpg", HandedKind.Picture, "image/jpeg", 9)] }
                    )
                    {
                        Id = id,
                        At = at,
                    }
            )
            .HandIn();
        Assert.False(attempt.State.IsCompleted);
        attempt.Then((id, at) => new Reviewed("w", new Review { By = "ines", Points = 1 }) { Id = id, At = at });
        Assert.True(attempt.State.IsCompleted);
    }

    [Fact]
    public void It_is_completed_when_passed()
    {
        var attempt = new Attempt(
            Three with
            {
                Rules = new Rules { Completion = Completion.Passed, PassMark = 50 },
            }
        ).Visit("b").Mark("q", "b");
        Assert.False(attempt.State.IsCompleted);
        Assert.True(attempt.Again("q").Mark("q", "a").State.IsCompleted);
    }

    [Fact]
    public void With_nothing_asked_it_is_completed_when_everything_is_opened()
    {
        var attempt = new Attempt(Make.Tour(Make.Scene("a", Make.Note("n"), Make.Note("m"))));
        Assert.False(attempt.Open("n").State.IsCompleted);
        Assert.True(attempt.Open("m").State.IsCompleted);
        Assert.True(
            new Attempt(Make.Tour(Make.Scene("p") with { Backdrop = new WebPageBackdrop("https://tides.example", 800, 600, true) }))
                .State
                .IsCompleted
        );
    }
}
