using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Locks.Rewards;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Tests.Trails;

/// <summary>Stops with points, tries, goes and rewards of their own, in one attempt.</summary>
public sealed class TrailTests
{
    private static readonly Activity Two = new()
    {
        Title = "Trail",
        Scenes =
        [
            Make.Scene("board", Make.Jump("to1", "s1"), Make.Jump("to2", "s2")),
            Make.Scene("s1", Make.Asked("q1", Make.One()), Make.Asked("q2", Make.One())) with
            {
                Stop = "one",
            },
            Make.Scene("s2", Make.Asked("q3", Make.One())) with
            {
                Stop = "two",
            },
            Make.Scene("sheet", Make.Asked("q4", Make.One())),
        ],
        Trail = new Trail
        {
            Shown = TrailShown.Board,
            Sheet = "sheet",
            Stops = [new Stop { Id = "one" }, new Stop { Id = "two" }],
        },
    };

    private static Activity With(Func<Stop, Stop> change, Activity? activity = null, string id = "one") =>
        (activity ?? Two) with
        {
            Trail = (activity ?? Two).Trail! with { Stops = (activity ?? Two).Trail!.Stops.Replace(stop => stop.Id == id, change) },
        };

    private static Stop Rewarded(Stop stop, decimal from = 100) =>
        stop with
        {
            Reward = new Reward
            {
                From = from,
                Title = "Bearing",
                Text = RichText.Plain("125 degrees"),
            },
        };

    private static StopView ViewOf(Attempt attempt, string id) => attempt.View().Trail!.Stops.Single(stop => stop.Id == id);

    [Fact]
    public void Points_count_as_often_as_the_stop_says()
    {
        var attempt = new Attempt(With(stop => stop with { Weight = 2.5m })).Visit("s1").Mark("q1", "a").Mark("q2", "b");
        Assert.Equal(((Fraction)2.5m, 7m), (attempt.State.Score.Points, attempt.State.Score.OutOf));
        Assert.Equal(2.5m, attempt.State.QuestionOf("q1")!.OutOf);
        Assert.Equal(7m, attempt.State.Activity.OutOf);
        Assert.Equal(((Fraction)2.5m, 5m), (ViewOf(attempt, "one").Points, ViewOf(attempt, "one").OutOf));
    }

    [Fact]
    public void Practice_counts_nothing_and_waits_for_nobody_but_wins_its_reward()
    {
        var attempt = new Attempt(With(stop => Rewarded(stop) with { Weight = 0 })).Visit("s1").Mark("q1", "a").Mark("q2", "a");
        Assert.Equal(((Fraction)0, 2m), (attempt.State.Score.Points, attempt.State.Score.OutOf));
        Assert.Equal(["one"], attempt.State.Findings);
        Assert.True(attempt.View().Scenes[0].Spots[0].Ask is { Practice: true, FeedbackOnly: true });
        Assert.True(ViewOf(attempt, "one") is { Practice: true, Done: true, Points: null });
        Assert.Equal(Verdict.Right, attempt.State.QuestionOf("q1")!.VerdictThatCounts(CountingTry.Best));
    }

    /// <summary>At the limit it is won, below it is not; and it stays won.</summary>
    [Theory]
    [InlineData(50, true)]
    [InlineData(50.01, false)]
    [InlineData(100, false)]
    [InlineData(0, true)]
    public void A_reward_is_won_from_its_share_on(double from, bool won)
    {
        var attempt = new Attempt(With(stop => Rewarded(stop, (decimal)from))).Visit("s1").Mark("q1", "a").Mark("q2", "b");
        Assert.Equal(won ? ["one"] : [], attempt.State.Findings);
        Assert.Equal(won ? ["Bearing"] : [], attempt.View().Findings.Select(finding => finding.Name));
        Assert.True(attempt.View().HasFindings);
    }

    /// <summary>What asks for nothing right asks for an answer to everything.</summary>
    [Fact]
    public void A_reward_for_taking_part_is_won_with_the_last_answer()
    {
        var attempt = new Attempt(With(stop => Rewarded(stop, 0))).Visit("s1").Mark("q1", "b");
        Assert.Empty(attempt.State.Findings);
        Assert.Equal(["one"], attempt.Answer("q2", "b").State.Findings);
    }

    [Fact]
    public void What_is_won_stays_won_though_the_last_try_counts()
    {
        var last = With(stop => Rewarded(stop, 50)) with { Rules = new Rules { Counts = CountingTry.Last } };
        var attempt = new Attempt(last).Visit("s1").Mark("q1", "a").Then((id, at) => new SawAnswer("q2") { Id = id, At = at });
        Assert.Equal(["one"], attempt.Mark("q2", "b").State.Findings);
        Assert.Equal("from the pier", attempt.Annotate("one", "from the pier").View().Findings.Single().Annotation);
    }

    private static Activity Giving(Reveal? reveal = null) =>
        With(stop =>
            Rewarded(stop) with
            {
                Reveal = reveal,
                Reward = new Reward { Title = "Lamp", Changes = [new StateChange("lamp", ChangeBy.Set, 1)] },
            }
        ) with
        {
            Story = new Story
            {
                States =
                [
                    new StoryState
                    {
                        Id = "lamp",
                        Name = "Lamp",
                        IsThing = true,
                    },
                ],
            },
        };

    /// <summary>Once, and no sooner than the reward may be told of.</summary>
    [Fact]
    public void A_reward_changes_the_story_once_it_may_be_told()
    {
        var attempt = new Attempt(Giving()).Visit("s1").Mark("q1", "a");
        Assert.Equal(0, attempt.State.StateOf("lamp"));
        Assert.Equal(1, attempt.Mark("q2", "a").State.StateOf("lamp"));
        var late = new Attempt(Giving(new Reveal { RightOrWrong = RevealMoment.AfterEnd })).Visit("s1").Mark("q1", "a").Mark("q2", "a");
        Assert.Equal(["one"], late.State.Findings);
        Assert.Equal(0, late.State.StateOf("lamp"));
        Assert.Equal(1, late.HandIn().State.StateOf("lamp"));
        var gone = Giving() with { Story = null };
        Assert.Contains(ReadyCheck.Run(gone), finding => finding.Blocks && finding.Message.Contains("changes something that was deleted"));
        // What only a reward gives can be asked for.
        var dark = Giving().WithScene("s2", scene => scene with { Lock = Make.By(new StateKey("lamp", Comparison.AtLeast, 1)) });
        Assert.True(SceneMap.Of(dark).CanOpen("s2"));
        Assert.False(SceneMap.Of(With(stop => stop with { Reward = null }, dark)).CanOpen("s2"));
        var taken = new Core.Editing.TakeAsStop("t", Giving(), null).Apply(Make.Tour(Make.Scene("cover"))).Value;
        Assert.Equal("t-lamp", taken.Trail!.StopOf("t-one")!.Reward!.Changes[0].State);
    }

    /// <summary>Who goes again from the start keeps what was won.</summary>
    [Fact]
    public void What_a_reward_gave_is_not_lost_on_the_way_back()
    {
        var story = Giving();
        var choice = Make.Note("go") with
        {
            Content = new Jump("end") { Words = "Go", Follows = new Consequence() },
        };
        story = story.WithScene("board", scene => scene with { Spots = scene.Spots.Add(choice) });
        story = story with { Scenes = story.Scenes.Add(Make.Scene("end") with { Ending = new StoryEnding("", 1) }) };
        var attempt = new Attempt(story).Visit("s1").Mark("q1", "a").Mark("q2", "a").Visit("board");
        attempt = attempt.Then((id, at) => new Chose("go") { Id = id, At = at });
        Assert.Equal(1, attempt.Then((id, at) => new WentBack("") { Id = id, At = at }).State.StateOf("lamp"));
    }

    /// <summary>Where right or wrong is told later, the card would tell it.</summary>
    [Fact]
    public void A_reward_is_told_of_no_sooner_than_right_or_wrong()
    {
        var end = new Reveal
        {
            RightOrWrong = RevealMoment.AfterDueDate,
            RightAnswer = RevealMoment.AfterDueDate,
            Points = RevealMoment.AfterDueDate,
        };
        var attempt = new Attempt(With(stop => Rewarded(stop) with { Reveal = end })).Visit("s1");
        Assert.Equal(
            "In this activity answers are marked after handing in; yours is kept.",
            attempt.Refused((id, at) => new AskedToMark("q1", Make.Picked("a")) { Id = id, At = at })
        );
        attempt.Answer("q1", "a").Answer("q2", "a").HandIn();
        var due = Make.Monday.AddDays(1);
        Assert.Equal(["one"], attempt.State.Findings);
        Assert.Empty(attempt.View(due.AddSeconds(-1), due).Findings);
        Assert.False(attempt.View(due.AddSeconds(-1), due).Trail!.Stops[0].Done);
        Assert.Null(attempt.View(due.AddSeconds(-1), due).Score);
        Assert.Single(attempt.View(due, due).Findings);
        Assert.NotNull(attempt.View(due, due).Score);
    }

    [Fact]
    public void A_stop_has_tries_of_its_own()
    {
        var attempt = new Attempt(With(stop => stop with { Tries = 1 })).Visit("s1").Mark("q1", "b");
        Assert.True(attempt.State.QuestionOf("q1")!.Closed);
        Assert.False(attempt.Visit("s2").Mark("q3", "b").State.QuestionOf("q3")!.Closed);
        Assert.Equal(0, attempt.View().Scenes[0].Spots[0].Ask!.TriesLeft ?? 0);
    }

    [Fact]
    public void A_stop_is_begun_again_until_its_reward_is_won_and_what_is_right_stays()
    {
        var attempt = new Attempt(With(stop => Rewarded(stop) with { Tries = 1, Goes = Stop.UntilWon })).Visit("s1").Mark("q1", "a");
        AttemptEvent Again(string id, DateTimeOffset at) => new BeganStopAgain("one") { Id = id, At = at };
        Assert.NotNull(attempt.Refused(Again));
        attempt.Mark("q2", "b");
        // As long as it may be done again, the right answer is not told.
        Assert.Null(attempt.View().Scenes[0].Spots[1].Ask!.Explanation);
        Assert.True(ViewOf(attempt, "one").MayRepeat);
        Assert.Null(attempt.Refused(Again));
        attempt.Then(Again);
        Assert.True(attempt.State.QuestionOf("q1") is { Closed: true, Tries.Count: 1 });
        Assert.True(attempt.State.QuestionOf("q2") is { Closed: false, Response: null, Tries.Count: 1, TriesBefore: 1 });
        attempt.Mark("q2", "a");
        Assert.Equal(["one"], attempt.State.Findings);
        Assert.Equal("This stop cannot be done once more now.", attempt.Refused(Again));
        Assert.Equal("Because of the wind.", attempt.View().Scenes[0].Spots[1].Ask!.Explanation);
        Assert.Equal((Fraction)2, attempt.State.Score.Points);
    }

    /// <summary>The number of goes at the limit: two are one and one more.</summary>
    [Fact]
    public void A_stop_is_done_so_often_and_no_more_and_the_best_go_counts()
    {
        var attempt = new Attempt(With(stop => stop with { Tries = 1, Goes = 2 }) with { Rules = new Rules { TryCosts = [0, 0.5m] } })
            .Visit("s1")
            .Mark("q1", "b")
            .Mark("q2", "b");
        AttemptEvent Again(string id, DateTimeOffset at) => new BeganStopAgain("one") { Id = id, At = at };
        attempt.Then(Again).Mark("q1", "a").Mark("q2", "b");
        // The first try of a go costs what a first try costs.
        Assert.Equal((Fraction)1, attempt.State.Score.Points);
        Assert.NotNull(attempt.Refused(Again));
        Assert.NotNull(attempt.View().Scenes[0].Spots[1].Ask!.Explanation);
    }

    [Fact]
    public void A_lock_waits_for_a_stop()
    {
        var locked = With(stop => Rewarded(stop)).WithScene("s2", scene => scene with { Lock = Make.By(new RewardKey(["one"])) });
        var attempt = new Attempt(locked).Visit("s1").Mark("q1", "a");
        Assert.True(ViewOf(attempt, "two") is { Locked: true, Title: "" });
        Assert.Equal("This is still locked.", attempt.Visit("board").Refused((id, at) => new Visited("s2") { Id = id, At = at }));
        attempt.Visit("s1").Mark("q2", "a");
        Assert.False(ViewOf(attempt, "two").Locked);
        Assert.True(SceneMap.Of(locked).CanOpen("s2"));
        // Without a reward it is answered.
        var answered = Two.WithScene("s2", scene => scene with { Lock = Make.By(new RewardKey(["one", "gone"], 1)) });
        Assert.False(ViewOf(new Attempt(answered).Visit("s1").Mark("q1", "b").Mark("q2", "b"), "two").Locked);
        var both = Two.WithScene("s2", scene => scene with { Lock = Make.By(new RewardKey(["one", "gone"])) });
        Assert.Contains(ReadyCheck.Run(both), finding => finding is { Blocks: true, Message: var words } && words.Contains("was deleted"));
    }

    [Fact]
    public void The_sheet_and_the_board_are_at_hand_everywhere_and_no_other_scene_is()
    {
        var attempt = new Attempt(Two).Visit("s1");
        Assert.Null(attempt.Refused((id, at) => new Visited("sheet") { Id = id, At = at }));
        Assert.Null(attempt.Refused((id, at) => new Visited("board") { Id = id, At = at }));
        Assert.Equal(("board", "sheet"), (attempt.View().Trail!.Home!.Id, attempt.View().Trail!.Sheet!.Id));
        Assert.Null(attempt.Visit("sheet").View().Trail!.Sheet);
        // From a list, every stop is; inside of a stop, only its first scene is.
        var listed = Two with
        {
            Trail = Two.Trail! with { Shown = TrailShown.Contents },
            Scenes = Two.Scenes.Add(Make.Scene("s1b") with { Stop = "one" }),
        };
        var other = new Attempt(listed).Visit("sheet");
        Assert.Null(other.Refused((id, at) => new Visited("s2") { Id = id, At = at }));
        Assert.NotNull(other.Refused((id, at) => new Visited("s1b") { Id = id, At = at }));
        Assert.NotNull(new Attempt(listed with { Trail = null }).Refused((id, at) => new Visited("sheet") { Id = id, At = at }));
    }

    /// <summary>What went in order by itself still does as a stop: its pages follow each other, where nothing else leads to them.</summary>
    [Fact]
    public void The_pages_of_a_stop_follow_each_other()
    {
        var paged = Two with { Scenes = Two.Scenes.Insert(2, Make.Scene("s1b", Make.Asked("q5", Make.One())) with { Stop = "one" }) };
        Assert.NotNull(new Attempt(paged).Refused((id, at) => new Visited("s1b") { Id = id, At = at }));
        var attempt = new Attempt(paged).Visit("s1");
        Assert.Equal("s1b", attempt.View().Trail!.Next!.Id);
        Assert.Null(attempt.Refused((id, at) => new Visited("s1b") { Id = id, At = at }));
        Assert.Null(attempt.Visit("s1b").View().Trail!.Next);
        Assert.True(SceneMap.Of(paged).IsReachable("s1b"));
        // Where a jump leads there, it is the jump that one takes.
        var led = paged.WithScene("s1", scene => scene with { Spots = scene.Spots.Add(Make.Jump("in", "s1b", Make.Code("x"))) });
        Assert.Null(new Attempt(led).Visit("s1").View().Trail!.Next);
        Assert.NotNull(new Attempt(led).Visit("s1").Refused((id, at) => new Visited("s1b") { Id = id, At = at }));
    }

    [Fact]
    public void A_stop_says_how_it_went_once_all_of_it_was_tried()
    {
        var bands = ScoreBands.Of([new ScoreBand(50, "Look again"), new ScoreBand(100, "Well")]);
        var attempt = new Attempt(With(stop => stop with { Bands = bands })).Visit("s1").Mark("q1", "a");
        Assert.Null(ViewOf(attempt, "one").Band);
        Assert.Equal("Look again", ViewOf(attempt.Mark("q2", "b"), "one").Band!.Text);
        Assert.Equal("Well", ViewOf(attempt.Again("q2").Mark("q2", "a"), "one").Band!.Text);
    }

    [Fact]
    public void In_order_each_stop_leads_to_its_first_step()
    {
        var attempt = new Attempt(
            Two with
            {
                Flow = new Flow { Way = Way.InOrder, Paging = Paging.SectionOnAPage },
                Trail = Two.Trail! with { Shown = TrailShown.Contents },
            }
        );
        Assert.Equal(["s1", "s2"], attempt.View().Trail!.Stops.Select(stop => stop.Goes));
        Assert.True(attempt.Visit("s2").View().Trail!.Here is { Id: "two" });
    }

    /// <summary>A stop is offered where one may go, and nowhere else.</summary>
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_stop_is_offered_when_one_may_go_there(bool back)
    {
        var attempt = new Attempt(
            Two with
            {
                Flow = new Flow
                {
                    Way = Way.InOrder,
                    Paging = Paging.SectionOnAPage,
                    Back = back,
                },
            }
        );
        Assert.Equal((true, back), (ViewOf(attempt, "one").MayGo, ViewOf(attempt, "two").MayGo));
        Assert.Equal((back, true), (ViewOf(attempt.Visit("s2"), "one").MayGo, ViewOf(attempt, "two").MayGo));
        var locked = Two.WithScene("s2", scene => scene with { Lock = Make.By(new RewardKey(["one"])) });
        Assert.False(ViewOf(new Attempt(locked), "two").MayGo);
    }

    [Fact]
    public void A_stop_without_a_title_is_called_as_what_is_in_it()
    {
        Assert.Equal("Room s1", Two.TitleOf(Two.Trail!.Stops[0]));
        var untitled = Two.WithScene("s1", scene => scene with { Title = "" });
        // A scene without one is called as the stop that begins with it, and so is the way there.
        var named = With(stop => stop with { Title = "The pier" }, untitled);
        Assert.Equal(("The pier", "To The pier"), (named.TitleOf(named.SceneOf("s1")!), named.NameOf(named.SpotOf("to1")!)));
        Assert.Equal("Which one?", untitled.TitleOf(untitled.Trail!.Stops[0]));
        var empty = untitled.WithScene("s1", scene => scene with { Spots = [] });
        Assert.Equal("Stop 1", empty.TitleOf(empty.Trail!.Stops[0]));
    }

    [Fact]
    public void What_cannot_work_is_told_before_publishing()
    {
        ValueList<string> Said(Activity activity) => ReadyCheck.Run(activity).Select(finding => finding.Message).ToValueList();
        Assert.DoesNotContain(Said(Two), words => words.Contains("stop", StringComparison.Ordinal));
        Assert.Contains(
            "The stop “Stop 2” is empty: no scene is part of it.",
            Said(Two.WithScene("s2", scene => scene with { Stop = null }))
        );
        var unasked = With(stop => Rewarded(stop), Two.WithScene("s1", scene => scene with { Spots = [] }));
        Assert.Contains("The reward of the stop “Room s1” cannot be won: nothing is asked there.", Said(unasked));
        Assert.Contains(
            "Nothing on the board “Room board” leads to the stop “Room s1”.",
            Said(Two.WithScene("board", scene => scene with { Spots = scene.Spots.RemoveAll(spot => spot.Id == "to1") }))
        );
        Assert.Contains(
            "The scene with the findings sheet was deleted.",
            Said(Two with { Scenes = Two.Scenes.RemoveAll(scene => scene.Id == "sheet") })
        );
        var late = With(stop => Rewarded(stop) with { Reveal = new Reveal { RightOrWrong = RevealMoment.AfterEnd } })
            .WithScene("s2", scene => scene with { Lock = Make.By(new RewardKey(["one"])) });
        Assert.Contains(ReadyCheck.Run(late), finding => finding.Blocks && finding.Message.Contains("never opens in time"));
    }

    /// <summary>What differs from what is usual, nothing among it, is on file.</summary>
    [Fact]
    public void A_trail_is_written_as_it_is()
    {
        var trail = With(stop => Rewarded(stop, 0) with { Weight = 0, Goes = Stop.UntilWon, Tries = 3, Reveal = new Reveal() });
        Assert.Equal(trail, ActivityJson.Read(ActivityJson.Write(trail)).Value);
    }

    [Theory]
    [InlineData(0, true)]
    [InlineData(100, true)]
    [InlineData(-0.01, false)]
    [InlineData(100.01, false)]
    public void A_stop_counts_between_nothing_and_a_hundred_times(double weight, bool taken) =>
        Assert.Equal(taken, With(stop => stop with { Weight = (decimal)weight }).Trail!.Refuse() is null);

    [Fact]
    public void Stops_in_stops_multiply_and_a_circle_is_refused()
    {
        var nested = With(stop => stop with { Weight = 2 });
        nested = nested with
        {
            Trail = nested.Trail! with
            {
                Stops = nested.Trail.Stops.Add(
                    new Stop
                    {
                        Id = "inner",
                        Within = "one",
                        Weight = 3,
                    }
                ),
            },
        };
        nested = nested.WithScene("s2", scene => scene with { Stop = "inner" });
        Assert.Equal(6m, nested.WorthOf(nested.SpotOf("q3")!));
        // However deep, never more often than one may count.
        var heavy = nested.Trail! with { Stops = nested.Trail.Stops.Replace(_ => true, stop => stop with { Weight = Stop.MostWeight }) };
        Assert.Equal(Stop.MostWeight, (nested with { Trail = heavy }).WorthOf(nested.SpotOf("q3")!));
        var attempt = new Attempt(nested).Visit("s1").Mark("q1", "a").Mark("q2", "a");
        Assert.Equal((3, 1), (ViewOf(attempt, "one").Questions, ViewOf(attempt, "inner").Depth));
        Assert.Null(nested.Trail!.Refuse());
        Assert.NotNull(With(stop => stop with { Within = "two" }, With(stop => stop with { Within = "one" }, id: "two")).Trail!.Refuse());
        Assert.NotNull(With(stop => stop with { Within = "one" }).Trail!.Refuse());
        Assert.NotNull(With(stop => stop with { Within = "gone" }).Trail!.Refuse());
        Assert.Contains("twice", ActivityJson.Read(ActivityJson.Write(With(stop => stop with { Id = "q1" }))).Refusal!);
    }
}
