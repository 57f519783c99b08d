using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Joined;
using ZestySlate.Core.Locks.Rewards;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Tests.Trails;

/// <summary>Activities that become stops, stay linked, and are brought up to date under running attempts.</summary>
public sealed class TakingStopsTests
{
    private static readonly Activity Source = new()
    {
        Title = "Rooms",
        Rules = new Rules
        {
            Tries = 2,
            Reveal = new Reveal { RightAnswer = RevealMoment.Never },
        },
        Story = new Story { States = [new StoryState { Id = "trust", Name = "Trust" }] },
        Scenes =
        [
            Make.Scene("a", Make.Clue("clue"), Make.Jump("on", "b")) with
            {
                Spots =
                [
                    Make.Clue("clue"),
                    Make.Jump("on", "b"),
                    Make.Note("choice") with
                    {
                        Content = new Jump("b")
                        {
                            Words = "Ring",
                            Follows = new Consequence { Changes = [new StateChange("trust", ChangeBy.Raise, 5)] },
                        },
                    },
                    Make.Note("timed") with
                    {
                        During = new During(0, null) { Turns = [new Turn(TurnAfter.Always, null) { Scene = "b" }] },
                    },
                ],
            },
            Make.Scene("b", Make.Asked("q", Make.One())) with
            {
                Lock = Make.By(new FoundKey(["clue"])),
            },
            Make.Scene("c") with
            {
                Lock = Make.By(new StateKey("trust", Comparison.AtLeast, 3)),
            },
        ],
    };

    private static readonly Activity Cover = Make.Tour(Make.Scene("a", Make.Asked("q", Make.One())));

    private static Activity Taken(string id = "t", Activity? into = null, Activity? source = null) =>
        new TakeAsStop(id, source ?? Source, new Origin("rooms", 1, "")).Apply(into ?? Cover).Value;

    /// <summary>What introduces an activity is told where the stop begins, on a page and on a picture, and only there.</summary>
    [Fact]
    public void What_introduces_it_comes_along_and_what_does_not_is_named()
    {
        var introduced = Source with { Flow = new Flow { Introduction = RichText.Plain("Look round first.") } };
        var picture = Taken(source: introduced);
        Assert.Equal("Look round first.", picture.SceneOf("t-a")!.Text.Words);
        Assert.True(picture.SceneOf("t-b")!.Text.IsEmpty);
        var page = Taken(
            source: introduced with
            {
                Scenes = [Make.Scene("a") with { Backdrop = new PageBackdrop(RichText.Plain("Read.")) }],
            }
        );
        var first = page.SceneOf("t-a")!;
        Assert.True(first.Text.IsEmpty);
        Assert.Matches("^Look round first.\\s+Read.$", ((PageBackdrop)first.Backdrop).Text.Words);

        Assert.Empty(Copies.LeftBehind(Source));
        var own = Source with
        {
            Rules = Source.Rules with { Clock = new Clock(ClockFor.Whole, 60), Lives = 3, PassMark = 50 },
            Look = new Look { Accent = "#123456" },
        };
        Assert.Equal(["its clock", "its lives", "its pass mark", "its look"], Copies.LeftBehind(own));
    }

    /// <summary>Whatever refers to something inside refers to its twin, and nothing clashes with what is there.</summary>
    [Fact]
    public void All_that_names_something_inside_names_its_twin()
    {
        var trail = Taken();
        Assert.Equal(["a", "t-a", "t-b", "t-c"], trail.Scenes.Select(scene => scene.Id));
        Assert.All(trail.Scenes.Skip(1), scene => Assert.Equal("t", scene.Stop));
        Assert.Equal("t-b", trail.SpotOf("t-on")!.Content.Goal);
        Assert.Equal("t-trust", trail.SpotOf("t-choice")!.Content.Consequence!.Changes[0].State);
        Assert.Equal("t-b", trail.SpotOf("t-timed")!.During!.Turns[0].Scene);
        Assert.Equal(["t-clue"], ((FoundKey)trail.SceneOf("t-b")!.Lock!.Key).SpotIds);
        Assert.Equal("t-trust", ((StateKey)trail.SceneOf("t-c")!.Lock!.Key).State);
        Assert.Equal(["t-trust"], trail.Story!.States.Select(state => state.Id));
        var stop = trail.Trail!.Stops.Single();
        Assert.Equal(("Rooms", 2, RevealMoment.Never), (stop.Title, stop.Tries, stop.Reveal!.RightAnswer));
        // Twice is no clash.
        Assert.Null(ActivityJson.Read(ActivityJson.Write(Taken("u", trail))).Refusal);
    }

    [Fact]
    public void A_trail_in_a_trail_keeps_its_stops_and_rewards()
    {
        var outer = Taken("o", source: Taken());
        Assert.Equal([("o", null), ("o-t", "o")], outer.Trail!.Stops.Select(stop => (stop.Id, stop.Within)));
        Assert.Equal(["o", "o-t", "o-t", "o-t"], outer.Scenes.Skip(1).Select(scene => scene.Stop));
        Assert.Equal(4, outer.ScenesOf("o").Count());
        var deepest = Taken("x", source: outer);
        Assert.Equal([("x", null), ("x-o", "x"), ("x-o-t", "x-o")], deepest.Trail!.Stops.Select(stop => (stop.Id, stop.Within)));
        Assert.Null(deepest.Trail.Refuse());
    }

    /// <summary>At the most scenes it is taken, one more is refused.</summary>
    [Theory]
    [InlineData(AddOutline.MostScenes - 3, true)]
    [InlineData(AddOutline.MostScenes - 2, false)]
    public void No_more_scenes_than_there_may_be(int there, bool taken)
    {
        var full = Make.Tour([.. Enumerable.Range(0, there).Select(i => Make.Scene($"s{i}"))]);
        Assert.Equal(taken, new TakeAsStop("t", Source, null).Apply(full).Succeeded);
    }

    /// <summary>Nor more states than a story keeps in mind, whether it is taken or brought up to date.</summary>
    [Theory]
    [InlineData(Story.MostStates - 1, true)]
    [InlineData(Story.MostStates, false)]
    public void No_more_states_than_there_may_be(int there, bool taken)
    {
        var states = Enumerable.Range(0, there).Select(i => new StoryState { Id = $"n{i}", Name = $"Number {i}" }).ToValueList();
        var full = Cover with { Story = new Story { States = states } };
        Assert.Equal(taken, new TakeAsStop("t", Source, null).Apply(full).Succeeded);
        var before = Taken(into: full, source: Source with { Story = null });
        Assert.Equal(taken, new UpdateStop("t", Source, 2).Apply(before).Succeeded);
    }

    [Fact]
    public void An_update_keeps_what_the_trail_says_of_its_stop()
    {
        var trail = Taken();
        trail = new SetStop(
            trail.Trail!.Stops[0] with
            {
                Title = "Mine",
                Weight = 3,
                Reward = new Reward { Title = "Won" },
            }
        ).Apply(trail).Value;
        trail = trail.WithScene("t-a", scene => scene with { Lock = Make.By(new RewardKey(["other"])) });
        var newer = Source.WithScene("a", scene => scene with { Title = "New hall" }) with
        {
            Scenes = Source.Scenes.Add(Make.Scene("d")).RemoveAll(scene => scene.Id == "c"),
        };
        newer = newer.WithScene("a", scene => scene with { Title = "New hall" });
        var updated = new UpdateStop("t", newer, 4).Apply(new AddScenes([Make.Scene("last")]).Apply(trail).Value).Value;
        Assert.Equal(["a", "t-a", "t-b", "t-d", "last"], updated.Scenes.Select(scene => scene.Id));
        Assert.Equal("New hall", updated.SceneOf("t-a")!.Title);
        Assert.IsType<RewardKey>(updated.SceneOf("t-a")!.Lock!.Key);
        var stop = updated.Trail!.Stops.Single();
        Assert.Equal(("Mine", 3m, "Won", 4), (stop.Title, stop.Weight, stop.Reward!.Title, stop.Origin!.Edition));
        Assert.Equal(
            "This stop is not linked any more.",
            new UpdateStop("t", newer, 5).Apply(new CutStopLink("t").Apply(trail).Value).Refusal
        );
    }

    /// <summary>A linked stop is updated while somebody works: wording reaches them, what is asked stays, another key waits for marking
    /// again.</summary>
    [Fact]
    public void An_update_reaches_attempts_by_the_rules_of_editions()
    {
        var before = Taken(source: Make.Tour(Make.Scene("a", Make.Asked("q", Make.One()))));
        var newer = Make.Tour(
            Make.Scene("a", Make.Asked("q", Make.One("b") with { Hint = "Look down." }), Make.Asked("more", Make.One())) with
            {
                Title = "Renamed",
            }
        );
        var after = new UpdateStop("t", newer, 2).Apply(before).Value;
        var difference = EditionDifference.Between(before, after);
        Assert.Contains(difference.Wording, line => line.Contains("Renamed"));
        Assert.Contains(difference.Key, line => line.Contains("Which one?"));
        Assert.Contains(difference.Structure, line => line.StartsWith("New question", StringComparison.Ordinal));
        var attempt = new Attempt(before with { Trail = before.Trail! with { Shown = TrailShown.Contents } })
            .Visit("t-a")
            .Mark("t-q", "a")
            .Edition(2, after with { Trail = after.Trail! with { Shown = TrailShown.Contents } });
        Assert.Equal("Renamed", attempt.View().Scenes[0].Title);
        Assert.Equal(2, attempt.State.Questions.Count);
        Assert.Equal((Fraction)1, attempt.State.Score.Points);
        attempt.Then((id, at) => new TookKey(2, "run") { Id = id, At = at });
        Assert.Equal((Fraction)0, attempt.State.Score.Points);
    }

    [Fact]
    public void What_counts_is_key_what_is_told_is_wording_and_what_may_be_done_is_structure()
    {
        var trail = Taken();
        EditionDifference Of(Func<Stop, Stop> change) =>
            EditionDifference.Between(
                trail,
                trail with
                {
                    Trail = trail.Trail! with { Stops = trail.Trail.Stops.Replace(_ => true, change) },
                }
            );
        static (int, int, int) Counts(EditionDifference difference) =>
            (difference.Wording.Count, difference.Key.Count, difference.Structure.Count);
        Assert.Equal((1, 0, 0), Counts(Of(stop => stop with { Title = "Other" })));
        Assert.Equal((0, 1, 0), Counts(Of(stop => stop with { Weight = 2 })));
        Assert.Equal((0, 0, 1), Counts(Of(stop => stop with { Tries = 1 })));
        Assert.Equal((0, 0, 1), Counts(Of(stop => stop with { Goes = Stop.UntilWon })));
        Assert.Equal((0, 0, 1), Counts(Of(stop => stop with { Reward = new Reward() })));
        Assert.True(Of(stop => stop with { Origin = new Origin("rooms", 9, "") }).IsEmpty);
        Assert.Equal((0, 0, 1), Counts(EditionDifference.Between(trail, trail.WithScene("t-c", scene => scene with { Stop = null }))));
    }

    [Theory]
    [InlineData("a")]
    [InlineData("q")]
    public void A_stop_has_an_id_of_its_own(string taken) => Assert.False(new AddStop(taken, []).Apply(Cover).Succeeded);

    [Fact]
    public void Stops_go_with_their_scenes()
    {
        var trail = Taken("u", Taken(source: Make.Tour(Make.Scene("x"))), Make.Tour(Make.Scene("y"), Make.Scene("z")));
        var moved = new MoveStop("u", -1).Apply(trail).Value;
        Assert.Equal(["u", "t"], moved.Trail!.Stops.Select(stop => stop.Id));
        Assert.Equal(["a", "u-y", "u-z", "t-x"], moved.Scenes.Select(scene => scene.Id));
        Assert.Equal(moved, new MoveStop("u", int.MinValue).Apply(moved).Value);
        Assert.Equal(trail, new MoveStop("u", int.MaxValue).Apply(moved).Value);
        Assert.Equal(["a", "t-x"], new RemoveStop("u", true).Apply(moved).Value.Scenes.Select(scene => scene.Id));
        Assert.Null(new RemoveStop("u", false).Apply(moved).Value.SceneOf("u-y")!.Stop);
        var locked = new LockStopsInOrder().Apply(moved).Value;
        Assert.Null(locked.SceneOf("u-y")!.Lock);
        Assert.Equal(["u"], ((RewardKey)locked.SceneOf("t-x")!.Lock!.Key).Stops);
        // What waits for more than the trail is left alone.
        var mixed = Make.By(new JoinedKey([new RewardKey(["t"]), new FoundKey(["q"])]));
        var kept = new LockStopsInOrder().Apply(moved.WithScene("t-x", scene => scene with { Lock = mixed })).Value;
        Assert.Equal(mixed, kept.SceneOf("t-x")!.Lock);
        var board = new AddWaysToStops("a").Apply(moved).Value;
        Assert.Equal(["u-y", "t-x"], board.SceneOf("a")!.Spots.Skip(1).Select(spot => spot.Content.Goal));
        Assert.False(new AddWaysToStops("a").Apply(board).Succeeded);
        Assert.All(new CountOnlyWhatIsNoStop().Apply(moved).Value.Trail!.Stops, stop => Assert.True(stop.IsPractice));
    }
}
