using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks.Answers;
using ZestySlate.Core.Locks.Chances;
using ZestySlate.Core.Marking;
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

    /// <summary>In a story, with an ending behind each answer.</summary>
    private static readonly Activity Story = RightOrWrong
        .WithScene("good", scene => scene with { Ending = new StoryEnding("well", 1) })
        .WithScene("bad", scene => scene with { Ending = new StoryEnding("ill", 0) });

    private static AttemptEvent Decide(string spot = "q") => new Chose(spot) { Id = "decided", At = Make.Monday };

    private static Attempt Decided(Attempt attempt) => attempt.Then((id, at) => new Chose("q") { Id = id, At = at });

    private static string? Refused(Attempt attempt, AttemptEvent happened) =>
        AttemptRules.Refuse(attempt.State, happened with { At = attempt.State.LastAt.AddSeconds(1) })?.Key;

    [Theory]
    [InlineData("a", "good", "well")]
    [InlineData("b", "bad", "ill")]
    public void In_a_story_it_is_a_step_of_the_road_that_one_goes_back_to(string option, string goal, string kind)
    {
        var attempt = new Attempt(Story);
        Assert.Equal("noWayYet", Refused(attempt, Decide()));
        attempt = attempt.Mark("q", option);
        Assert.True(View(attempt).Decides);
        attempt = Decided(attempt);
        Assert.Equal((goal, 1), (attempt.State.Scene.Id, attempt.State.Way.Count));
        Assert.Equal("decidedAlready", Refused(attempt, Decide()));
        var ending = attempt.View().Story!.Ending!;
        Assert.Equal(kind, ending.Kind);
        var step = Assert.Single(ending.Road);
        Assert.Equal(Make.One().Options.Single(one => one.Id == option).Text, step.Choice);
        Assert.Equal([new WayChosen("q", goal, 1)], attempt.State.Chosen);

        attempt = attempt.Then((id, at) => new WentBack(step.Id) { Id = id, At = at });
        Assert.Equal(("start", 0), (attempt.State.Scene.Id, attempt.State.Road.Count));
        Assert.Equal([new WayChosen("q", goal, 1)], attempt.State.Chosen);
        Assert.Equal([new WayChosen("q", goal, 2)], Decided(attempt).State.Chosen);
    }

    /// <summary>While another answer is given, the one before leads nowhere.</summary>
    [Fact]
    public void In_another_go_the_answer_before_does_not_decide()
    {
        var attempt = new Attempt(Story with { Rules = Story.Rules with { Tries = 3 } }).Mark("q", "b").Again("q");
        Assert.Null(View(attempt).TurnsToScene);
        Assert.Equal("noWayYet", Refused(attempt, Decide()));
        Assert.Null(View(attempt.Answer("q", "a")).TurnsToScene);
        Assert.Equal("good", View(attempt.Mark("q", "a")).TurnsToScene);
    }

    /// <summary>A question that takes no more answers leads where it did: there is nothing to decide anew.</summary>
    [Theory]
    [InlineData(1, false)]
    [InlineData(2, true)]
    public void One_goes_back_to_a_question_only_while_it_takes_answers(int tries, bool back)
    {
        var attempt = Decided(new Attempt(Story with { Rules = Story.Rules with { Tries = tries } }).Mark("q", "b"));
        Assert.Equal(back, attempt.View().Story!.Ending!.Road.Single().MayGoBack);
    }

    [Fact]
    public void Outside_a_story_it_is_a_way_that_goes_back_and_no_decision()
    {
        var attempt = new Attempt(RightOrWrong).Mark("q", "a");
        Assert.False(View(attempt).Decides);
        Assert.Equal("noWayYet", Refused(attempt, Decide()));
        Assert.Equal("spotIsGone", Refused(attempt, Decide("nothing")));
        Assert.Equal(2, attempt.Visit("good").State.Way.Count);
    }

    /// <summary>Locked scenes are led to by no answer, and work that was handed in is looked through by plain ways.</summary>
    [Fact]
    public void Where_it_is_locked_or_handed_in_nothing_is_decided()
    {
        var locked = new Attempt(Story.WithScene("good", scene => scene with { Lock = Make.Code("open") })).Mark("q", "a");
        Assert.Equal("stillLocked", Refused(locked, Decide()));
        var done = new Attempt(Story).Mark("q", "a").HandIn();
        Assert.False(View(done).Decides);
        Assert.Equal("handedInAlready", Refused(done, Decide()));
    }

    [Fact]
    public void A_class_that_decides_by_answers_is_on_the_map_and_in_the_statistics()
    {
        AttemptRow Row(string option)
        {
            var attempt = Decided(new Attempt(Story).Mark("q", option)).HandIn();
            return AttemptRow.Of(attempt.State, attempt.Events);
        }

        var statistics = ClassStatistics.Of(Story, [Row("a"), Row("b"), Row("b")]);
        var decision = Assert.Single(statistics.Decisions);
        Assert.Equal(3, decision.Learners);
        Assert.Equal(
            [("a right answer", "Room good", 1), ("a wrong answer", "Room bad", 2)],
            decision.Choices.Select(choice => (choice.Words, choice.LeadsTo, choice.Learners))
        );
        var map = statistics.OnMap!;
        Assert.Equal([new WayTaken("start", "good", 1), new WayTaken("start", "bad", 2)], map.Ways);
        Assert.Equal([3, 1, 2, 0], new[] { "start", "good", "bad", "other" }.Select(scene => map.Here[scene]));
    }

    /// <summary>Those who practise decide by their answers, and come to both ends.</summary>
    [Fact]
    public void A_rehearsal_comes_to_the_endings_by_answers()
    {
        var rehearsal = Rehearsal.Run(Story, 40, 7);
        Assert.All(rehearsal.Statistics.Endings, ending => Assert.True(ending.Learners > 0));
        Assert.Contains("\"start\" -> \"good\" [label=\"a right answer\"]", DotWriting.Write(Story));
    }

    private static IEnumerable<string> Found(Activity activity) => ReadyCheck.Run(activity).Select(finding => finding.Message);

    private static Activity Told(params Turn[] turns) => Story.WithSpot("q", spot => spot with { During = During.Leading([.. turns]) });

    /// <summary>An answer that may be the last and leads nowhere is told; not where it can be tried on and on, or another way is there.</summary>
    [Fact]
    public void An_answer_after_which_nothing_leads_on_is_told()
    {
        const string stuck = "After some answers to";
        var free = new Rules { Reveal = new Reveal { RightAnswer = RevealMoment.Never } };
        bool Tells(Activity activity) => Found(activity).Any(said => said.Contains(stuck));
        var half = Told(To("good", TurnAfter.Right));
        Assert.True(Tells(half with { Rules = free with { Tries = 2 } }));
        Assert.True(Tells(half with { Rules = new Rules { Reveal = new Reveal { RightAnswer = RevealMoment.AfterLastTry } } }));
        Assert.False(Tells(half with { Rules = free }));
        Assert.False(Tells(Told(To("good", TurnAfter.Right), To("bad", TurnAfter.Wrong)) with { Rules = free with { Tries = 2 } }));
        Assert.False(Tells(Told(To("good", TurnAfter.Right), To("bad", TurnAfter.Always)) with { Rules = free with { Tries = 2 } }));
        var each = Told([.. Make.One().Options.Select(option => To("bad", TurnAfter.Chosen, option.Id))]);
        Assert.False(Tells(each with { Rules = free with { Tries = 2 } }));
        Assert.True(Tells(Told(To("good", TurnAfter.Chosen, "a")) with { Rules = free with { Tries = 2 } }));
        var another = half.WithScene("start", scene => scene with { Spots = scene.Spots.Add(Make.Jump("out", "other")) });
        Assert.False(Tells(another with { Rules = free with { Tries = 2 } }));
    }

    [Fact]
    public void What_is_marked_only_afterwards_leads_nowhere_and_is_told()
    {
        var late = new Rules
        {
            Reveal = new Reveal
            {
                RightOrWrong = RevealMoment.AfterEnd,
                Points = RevealMoment.AfterEnd,
                RightAnswer = RevealMoment.AfterEnd,
            },
        };
        Assert.False(AttemptRules.MarksWhileWorking(late));
        Assert.Contains(Found(Story with { Rules = late }), said =>
            said.Contains("marked only after handing in, so its answer leads nowhere")
        );
        Assert.DoesNotContain(Found(Told(To("good", TurnAfter.Always)) with { Rules = late }), said => said.Contains("leads nowhere"));
        Assert.DoesNotContain(Found(Story), said => said.Contains("leads nowhere"));
    }

    /// <summary>What is drawn is no way for everybody: not as what opens a lock, and not as the only way on.</summary>
    [Fact]
    public void A_way_past_a_drawn_question_is_told()
    {
        var page = Story.WithScene("start", scene => scene with { Spots = scene.Spots.Add(Make.Asked("p", Make.One())), Draw = 1 });
        Assert.Contains(Found(page), said => said.Contains("leads on, and it is drawn"));
        var locked = page.WithScene("other", scene => scene with { Lock = Make.By(new AnswerKey("p")) });
        Assert.Contains(Found(locked), said => said.Contains("“Room other” waits for") && said.Contains("which is drawn"));
        Assert.DoesNotContain(Found(locked.WithScene("start", scene => scene with { Draw = 2 })), said => said.Contains("drawn"));
    }

    /// <summary>From where an answer has led no way goes back: without a way on there, one is stuck.</summary>
    [Fact]
    public void Where_an_answer_has_led_it_is_told_that_no_way_on_may_be_there()
    {
        var choice = Make.Jump("on", "good", Make.By(new ChanceKey(0.5m))) with
        {
            Content = new Jump("good") { Follows = new Consequence() },
        };
        var story = Told(To("other", TurnAfter.Always)).WithScene("other", scene => scene with { Spots = [choice] });
        Assert.Contains(Found(story), said => said.Contains("“Room other” it can happen that none of the ways on is there"));
    }

    /// <summary>Where the answer leads is locked: those who practise hand in all the same.</summary>
    [Fact]
    public void A_rehearsal_does_not_end_at_a_locked_scene()
    {
        var story = Story.WithScene("good", scene => scene with { Lock = Make.By(new AnswerKey("nowhere")) });
        Assert.Equal(30, Rehearsal.Run(story, 30, 7).HandedIn);
    }
}
