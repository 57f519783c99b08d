using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Tests.Stories;

/// <summary>Questions whose answers are the choice: right leads here, wrong there.</summary>
public sealed class LeadingQuestionTests
{
    private static Turn To(string scene, TurnAfter after, string? option = null) => new(after, null) { Scene = scene, Option = option };

    private static Activity Asking(params Turn[] turns) =>
        Make.Tour(Make.Scene("start", Make.Asked("q", Make.One())), Make.Scene("good"), Make.Scene("bad"), Make.Scene("other"))
            .WithSpot("q", spot => spot with { During = During.Leading(turns.ToValueList()) });

    private static readonly Activity RightOrWrong = Asking(To("good", TurnAfter.Right), To("bad", TurnAfter.Wrong));

    private static SpotView View(Attempt attempt) => attempt.View().SpotOf("q")!;

    private static string? Refused(Attempt attempt, string scene) =>
        AttemptRules.Refuse(attempt.State, new Visited(scene) { Id = "go", At = attempt.State.LastAt.AddSeconds(1) })?.Key;

    /// <summary>Nowhere before; then there, and nowhere else.</summary>
    [Theory]
    [InlineData("a", "good", "bad")]
    [InlineData("b", "bad", "good")]
    public void An_answer_leads_to_its_scene_and_to_no_other(string option, string goal, string other)
    {
        var attempt = new Attempt(RightOrWrong);
        Assert.True(View(attempt) is { LeadsOn: true, TurnsToScene: null });
        Assert.NotNull(Refused(attempt, goal));
        attempt = attempt.Mark("q", option);
        Assert.Equal(goal, View(attempt).TurnsToScene);
        Assert.Null(Refused(attempt, goal));
        Assert.NotNull(Refused(attempt, other));
        Assert.NotNull(Refused(attempt, "other"));
        Assert.Equal(goal, attempt.Visit(goal).State.Scene.Id);
    }

    [Fact]
    public void What_is_left_leads_on_only_once_there_is_an_answer()
    {
        var attempt = new Attempt(Asking(To("good", TurnAfter.Chosen, "a"), To("other", TurnAfter.Always)));
        Assert.Null(View(attempt).TurnsToScene);
        Assert.Equal("other", View(attempt.Mark("q", "b")).TurnsToScene);
        Assert.Equal("good", View(new Attempt(attempt.State.Activity).Mark("q", "a")).TurnsToScene);
    }

    [Fact]
    public void A_way_to_a_scene_that_is_gone_is_not_made_and_one_that_was_there_keeps_no_other_from_being_set()
    {
        Outcome<Activity> Set(Activity on, params Turn[] turns) => new SetDuring("q", During.Leading(turns.ToValueList())).Apply(on);
        Assert.Contains("not there any more", Set(RightOrWrong, To("gone", TurnAfter.Right)).Refusal);
        var stale = Asking(To("gone", TurnAfter.Right));
        Assert.True(Set(stale, To("gone", TurnAfter.Right), To("bad", TurnAfter.Wrong)).Succeeded);
        Assert.False(Set(stale, To("gone", TurnAfter.Right), To("lost", TurnAfter.Wrong)).Succeeded);
    }

    [Fact]
    public void Only_a_way_is_set_where_there_is_no_course_in_time()
    {
        bool Takes(During during) => new SetDuring("q", during).Apply(RightOrWrong).Succeeded;
        Assert.True(Takes(During.Leading([To("good", TurnAfter.Right)])));
        Assert.True(Takes(During.Leading([])));
        Assert.False(Takes(During.Leading([new Turn(TurnAfter.Right, 3)])));
        Assert.False(Takes(During.Leading([]) with { From = 1 }));
        Assert.False(Takes(During.Leading([]) with { Until = 5 }));
        Assert.False(Takes(During.Leading([]) with { Pauses = true }));
        Assert.Equal(RightOrWrong, ActivityJson.Read(ActivityJson.Write(RightOrWrong)).Value);
        // Where there is one, the course goes there by itself.
        var film = RightOrWrong.WithScene("start", scene => scene with { Backdrop = new VideoBackdrop() });
        Assert.False(View(new Attempt(film)).LeadsOn);
    }

    [Fact]
    public void Map_check_and_paper_know_the_ways()
    {
        var map = SceneMap.Of(RightOrWrong);
        Assert.Equal([true, true, false], new[] { "good", "bad", "other" }.Select(map.IsReachable));
        Assert.Contains(ReadyCheck.Run(Asking(To("gone", TurnAfter.Right))), finding =>
            finding.Blocks && finding.Message.Contains("not there any more")
        );
        Assert.Equal("go to 2, or go to 3", new StoryOnPaper(RightOrWrong).GoalOf(RightOrWrong.SpotOf("q")!, 1));
        var taken = new TakeAsStop("t", RightOrWrong, null).Apply(Make.Tour(Make.Scene("cover"))).Value;
        Assert.Equal("t-good", taken.SpotOf("t-q")!.During!.Turns[0].Scene);
    }
}
