using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Tests.Stories;

/// <summary>Choices and what follows from them: states, roads, endings, the ways back, and what it is worth.</summary>
public sealed class StoryTests
{
    private static Spot Choice(string id, string to, params StateChange[] changes) =>
        new()
        {
            Id = id,
            Place = new AtPoint(0.5, 0.5),
            Content = new Jump(to)
            {
                Words = "Do " + id,
                Follows = new Consequence { Said = RichText.Plain("So " + id), Changes = [.. changes] },
            },
        };

    private static Spot When(Spot choice, Comparison comparison, decimal value, string state = "trust") =>
        choice with
        {
            Lock = Make.By(new StateKey(state, comparison, value)),
        };

    private static StateChange Raise(decimal by) => new("trust", ChangeBy.Raise, by);

    private static StateChange Lower(decimal by) => new("trust", ChangeBy.Lower, by);

    private static Scene Ending(string id, decimal value, string kind = "") =>
        Make.Scene(id) with
        {
            Ending = new StoryEnding(kind, value),
        };

    /// <summary>A desk with three choices, a pier with two that depend on trust, two endings.</summary>
    private static readonly Activity Warning = new()
    {
        Title = "Warning",
        Story = new Story
        {
            Scoring = StoryScoring.ByEnding,
            States =
            [
                new StoryState
                {
                    Id = "trust",
                    Name = "Trust",
                    Begins = 50,
                },
                new StoryState
                {
                    Id = "lamp",
                    Name = "A lamp",
                    IsThing = true,
                },
            ],
        },
        Scenes =
        [
            Make.Scene(
                "desk",
                Choice("honest", "pier", Raise(10)),
                Choice("lie", "pier", Lower(1)),
                Choice("look", "", new StateChange("lamp", ChangeBy.Set, 1))
            ),
            Make.Scene("pier", When(Choice("call", "safe"), Comparison.AtLeast, 50), When(Choice("argue", "late"), Comparison.AtMost, 49)),
            Ending("safe", 4),
            Ending("late", 1),
        ],
    };

    private int _events;

    private AttemptState After(Activity activity, params string[] acts) =>
        Replay.Run(
            _ => activity,
            [new Began(1, 7) { Id = "began", At = Make.Monday }, .. acts.Select(act => Event(act, Make.Monday.AddSeconds(++_events)))]
        );

    private static AttemptEvent Event(string act, DateTimeOffset at) =>
        act.Split(' ') switch
        {
            ["back", var step] => new WentBack(step) { Id = $"back {step} {at.Ticks}", At = at },
            ["visit", var scene] => new Visited(scene) { Id = $"visit {at.Ticks}", At = at },
            ["end"] => new HandedIn { Id = "end", At = at },
            [var choice, ..] => new Chose(choice) { Id = "e-" + choice, At = at },
            _ => throw new ArgumentException(act),
        };

    private static string? Refused(AttemptState state, string act) => AttemptRules.Refuse(state, Event(act, Make.Monday.AddHours(1)))?.Key;

    private static string[] ChoicesOf(AttemptState state) =>
        LearnerView.Of(state, Make.Monday.AddHours(1)).Scenes.SelectMany(scene => scene.Choices).Select(choice => choice.Id).ToArray();

    [Fact]
    public void A_choice_changes_states_and_leads_on_and_no_way_goes_back()
    {
        var state = After(Warning, "honest");
        Assert.Equal(("pier", 60m), (state.Scene.Id, state.StateOf("trust")));
        var view = LearnerView.Of(state, Make.Monday.AddHours(1));
        Assert.Null(view.Back);
        Assert.Equal(("Do honest", "So honest"), (view.Story!.Choice, view.Story.OnTheWay!.Said.Words));
        Assert.Equal("noWayYet", Refused(state, "visit desk"));
        Assert.Equal("noWayYet", Refused(state, "visit safe"));
        Assert.Equal("decidedAlready", Refused(state, "lie"));
    }

    /// <summary>It is told by whoever came by it, and to nobody before.</summary>
    [Fact]
    public void A_picture_and_a_sound_on_the_way_are_wording_and_told_after_the_choice()
    {
        var (seen, heard) = (Make.Picture(), new Sound { Media = "wind" });
        Activity With(Picture? picture, Sound? sound) => Warning.WithSpot("honest", spot => spot with { Content = new Jump("pier")
                    {
                        Words = "Do honest",
                        Follows = new Consequence
                        {
                            Picture = picture,
                            Sound = sound,
                            Changes = [Raise(10)],
                        },
                    } });
        var story = With(seen, heard);
        Assert.Null(LearnerView.Of(After(story), Make.Monday.AddHours(1)).Story!.OnTheWay);
        Assert.Equal(new OnTheWay(default, seen, heard), LearnerView.Of(After(story, "honest"), Make.Monday.AddHours(1)).Story!.OnTheWay);
        var merged = EditionMerge.WithWording(With(null, null), story);
        Assert.Equal(story.SpotOf("honest"), merged.SpotOf("honest"));
        Assert.Contains(ReadyCheck.Run(story), finding => finding.Message.Contains("has no transcript"));
        Assert.Equal(["wind"], story.SpotOf("honest")!.Content.Played);
    }

    /// <summary>At the limit, and one below.</summary>
    [Theory]
    [InlineData("honest", "call")]
    [InlineData("lie", "argue")]
    public void Only_what_the_states_allow_is_there(string first, string there)
    {
        var state = After(Warning, first);
        Assert.Equal([there], ChoicesOf(state));
        Assert.Equal("stillLocked", Refused(state, there == "call" ? "argue" : "call"));
        Assert.Null(Refused(state, there));
    }

    [Fact]
    public void A_condition_that_held_holds_no_more_when_the_state_has_changed()
    {
        var room = Warning with
        {
            Scenes = [Make.Scene("room", Choice("spend", "", Lower(25)), When(Choice("pay", "", Lower(0)), Comparison.AtLeast, 25))],
        };
        Assert.Equal(["spend", "pay"], ChoicesOf(After(room, "spend")));
        Assert.Equal(["spend"], ChoicesOf(After(room, "spend", "spend")));
        Assert.Equal(0, After(room, "spend", "spend", "spend").StateOf("trust"));
    }

    [Fact]
    public void One_that_leads_nowhere_leads_back_to_the_decision_where_it_is_marked_or_gone()
    {
        var state = After(Warning, "look");
        Assert.Equal(("desk", 1m), (state.Scene.Id, state.StateOf("lamp")));
        Assert.True(LearnerView.Of(state, Make.Monday).Scenes[0].Choices.Single(choice => choice.Id == "look").Opened);
        Assert.Equal(["honest", "lie", "look"], ChoicesOf(state));
        var gone = Warning with { Story = Warning.Story! with { Tried = TriedChoice.Gone } };
        Assert.Equal(["honest", "lie"], ChoicesOf(After(gone, "look")));

        // When everything was tried, everything is there again.
        var tried = After(gone, "look", "honest", "call", "back ", "lie", "argue", "back ");
        Assert.Equal(["honest", "lie", "look"], ChoicesOf(tried));
    }

    /// <summary>An order of its own for each attempt, and the same whenever one comes back.</summary>
    [Fact]
    public void Choices_are_shuffled_for_each_attempt()
    {
        var shuffled = Warning with { Story = Warning.Story! with { Shuffles = true } };
        AttemptState Begun(long seed, params AttemptEvent[] events) =>
            Replay.Run(_ => shuffled, [new Began(1, seed) { Id = "began", At = Make.Monday }, .. events]);
        var orders = Enumerable.Range(0, 40).Select(seed => string.Join(' ', ChoicesOf(Begun(seed)))).ToList();
        Assert.Equal(6, orders.Distinct().Count());
        Assert.Equal(orders[7], string.Join(' ', ChoicesOf(Begun(7, new Chose("look") { Id = "l", At = Make.Monday }))));
    }

    [Fact]
    public void At_an_ending_one_goes_back_to_a_decision_with_all_as_it_stood()
    {
        var state = After(Warning, "look", "honest", "call");
        var ending = LearnerView.Of(state, Make.Monday.AddHours(1)).Story!.Ending!;
        Assert.Equal(["Do look", "Do honest", "Do call"], ending.Road.Select(step => step.Choice));
        Assert.Equal((1, 2, 1), (ending.Found, ending.Count, ending.Named.Count));
        var back = After(Warning, "look", "honest", "call", "back e-honest");
        Assert.Equal(("desk", 50m, 1m, 1), (back.Scene.Id, back.StateOf("trust"), back.StateOf("lamp"), back.Road.Count));
        var anew = After(Warning, "look", "honest", "call", "back ");
        Assert.Equal(("desk", 50m, 0m, 0), (anew.Scene.Id, anew.StateOf("trust"), anew.StateOf("lamp"), anew.Road.Count));
        Assert.Equal("noWayBack", Refused(After(Warning, "honest"), "back "));
        Assert.Equal("noWayBack", Refused(state, "back e-lie"));
        Assert.Equal("handedInAlready", Refused(After(Warning, "honest", "call", "end"), "back "));
    }

    [Fact]
    public void The_score_is_what_the_ending_is_worth_the_best_or_the_last()
    {
        Assert.Equal(4, Warning.OutOf);
        Assert.Equal(((Fraction)0, 4m), (After(Warning, "honest").Score.Points, After(Warning, "honest").Score.OutOf));
        string[] both = ["honest", "call", "back ", "lie", "argue", "end"];
        Assert.Equal(4, After(Warning, both).Score.Points);
        var last = Warning with { Rules = new Rules { Counts = CountingTry.Last } };
        Assert.Equal(1, After(last, both).Score.Points);
        var byTrust = Warning with { Story = Warning.Story! with { Scoring = StoryScoring.ByState, ScoredBy = "trust" } };
        Assert.Equal(((Fraction)60, 100m), (After(byTrust, "honest").Score.Points, byTrust.OutOf));
        Assert.Equal(0, (Warning with { Story = Warning.Story! with { Scoring = StoryScoring.None } }).OutOf);
    }

    [Fact]
    public void Where_something_is_decided_there_is_something_to_hand_in_and_the_attempt_is_kept()
    {
        Assert.True(LearnerView.Of(After(Warning), Make.Monday).HasQuestions);
        Assert.True(Warning.HasChoices);
        Assert.False(
            LearnerView.Of(After(Warning with { Story = null, Scenes = [Make.Scene("desk", Choice("a", ""))] }), Make.Monday).HasQuestions
        );
    }

    [Fact]
    public void A_story_is_completed_when_it_has_ended_or_where_it_counts_when_it_is_handed_in()
    {
        var unscored = Warning with { Story = Warning.Story! with { Scoring = StoryScoring.None } };
        Assert.False(After(unscored).IsCompleted);
        Assert.True(After(unscored, "honest", "call").IsCompleted);
        Assert.False(After(Warning, "honest", "call").IsCompleted);
        Assert.True(After(Warning, "honest", "call", "end").IsCompleted);
        Assert.Equal(ProgressShown.None, LearnerView.Of(After(Warning), Make.Monday).ProgressShown);
    }

    [Fact]
    public void A_choice_comes_with_the_scene_it_leads_to()
    {
        var after = new AddChoice("desk", "wait", " Wait for the buoy ", "").Apply(Warning).Value;
        var choice = (Jump)after.SpotOf("wait")!.Content;
        Assert.Equal(("Wait for the buoy", "Wait for the buoy"), (choice.Words, after.SceneOf(choice.SceneId)!.Title));
        Assert.Equal("pier", new AddChoice("desk", "go", "Go", "pier").Apply(Warning).Value.SpotOf("go")!.Content.Goal);
        Assert.Contains("what they can do", new AddChoice("desk", "x", " ", "").Apply(Warning).Refusal);
        Assert.Contains("not there any more", new AddChoice("desk", "x", "Go", "gone").Apply(Warning).Refusal);
        Assert.Contains("already", new AddChoice("desk", "honest", "Go", "").Apply(Warning).Refusal);
        Assert.False(new AddChoice("gone", "x", "Go", "").Apply(Warning).Succeeded);
    }

    [Fact]
    public void On_paper_the_reader_is_told_where_to_go_on_when_and_what_to_note()
    {
        var paper = new StoryOnPaper(Warning);
        Assert.Equal(("go to 2", "go to 1"), (paper.GoalOf(Warning.SpotOf("honest")!, 1), paper.GoalOf(Warning.SpotOf("look")!, 1)));
        Assert.Equal(["only if Trust is 50 or more"], paper.ConditionsOf(Warning.SpotOf("call")!));
        Assert.Equal(["only if Trust is 49 or less"], paper.ConditionsOf(Warning.SpotOf("argue")!));
        Assert.Equal(["only if you have: A lamp"], paper.ConditionsOf(When(Choice("a", ""), Comparison.AtLeast, 1, "lamp")));
        Assert.Equal(["only without: A lamp"], paper.ConditionsOf(When(Choice("a", ""), Comparison.AtMost, 0, "lamp")));
        Assert.Equal(["Trust + 10"], paper.ChangesOf(Warning.SpotOf("honest")!));
        Assert.Equal(["You get: A lamp"], paper.ChangesOf(Warning.SpotOf("look")!));
        Assert.Empty(paper.ConditionsOf(Warning.SpotOf("honest")!));
    }

    [Fact]
    public void A_choice_is_taken_and_never_only_opened()
    {
        Assert.Equal("spotIsGone", AttemptRules.Refuse(After(Warning), new Opened("look") { Id = "o", At = Make.Monday.AddHours(1) })?.Key);
        Assert.Null(AttemptRules.Refuse(After(Warning), new Chose("look") { Id = "o", At = Make.Monday.AddHours(1) }));
    }

    /// <summary>At the limit, and one below.</summary>
    [Theory]
    [InlineData(AttemptRules.LongestRoad - 1, null)]
    [InlineData(AttemptRules.LongestRoad, "noWayYet")]
    public void A_road_has_an_end(int decisions, string? refusal)
    {
        var state = After(Warning, "look");
        var road = Enumerable.Repeat(state.Road[0], decisions).ToValueList();
        Assert.Equal(refusal, Refused(state with { Road = road }, "look"));
    }

    [Fact]
    public void An_ending_that_a_plain_jump_leads_to_is_one_and_there_is_a_way_back_to_the_beginning()
    {
        var jumps = Warning.WithScene("desk", scene => scene with { Spots = scene.Spots.Add(Make.Jump("j", "safe")) });
        var state = After(jumps, "visit safe");
        Assert.Equal(4, state.Score.Points);
        Assert.Equal(1, LearnerView.Of(state, Make.Monday.AddHours(1)).Story!.Ending!.Found);
        Assert.Null(Refused(state, "back "));
        var back = After(jumps, "visit safe", "back ");
        Assert.Equal(("desk", 1), (back.Scene.Id, back.Way.Count));
    }

    [Fact]
    public void What_counts_is_marked_again_by_a_newer_edition()
    {
        var newer = Warning.WithScene("late", scene => scene with { Ending = new StoryEnding("soaked", 3) });
        var difference = EditionDifference.Between(Warning, newer);
        Assert.Equal(["What the ending is worth: Room late"], difference.Key);
        Assert.Empty(difference.Structure);
        Assert.Equal(new StoryEnding("soaked", 1), EditionMerge.WithWording(Warning, newer).SceneOf("late")!.Ending);
        Assert.Equal(new StoryEnding("", 3), EditionMerge.WithKey(Warning, newer).SceneOf("late")!.Ending);
        var byTrust = Warning with { Story = Warning.Story! with { Scoring = StoryScoring.ByState, ScoredBy = "trust" } };
        Assert.Equal(["What of the story is its score"], EditionDifference.Between(Warning, byTrust).Key);
        Assert.Equal(byTrust, EditionMerge.WithKey(Warning, byTrust));
        var renamed = Warning with { Story = Warning.Story! with { NamesEndings = true } };
        Assert.Equal((1, 0, 0), Counted(EditionDifference.Between(Warning, renamed)));
        var begun = Warning with { Story = Warning.Story! with { States = [Warning.Story.States[0] with { Begins = 51 }] } };
        Assert.Equal((0, 0, 1), Counted(EditionDifference.Between(Warning, begun)));
    }

    private static (int, int, int) Counted(EditionDifference difference) =>
        (difference.Wording.Count, difference.Key.Count, difference.Structure.Count);

    [Fact]
    public void Where_choices_lead_nowhere_and_where_endings_can_be_picked_is_told()
    {
        Assert.Contains(Checked(Warning with { Flow = new Flow { Way = Way.InOrder } }), message => message.Contains("step by step"));
        Assert.Contains(Checked(Warning with { SceneList = true }), message => message.Contains("straight to an ending"));
        Assert.DoesNotContain(Checked(Warning), message => message.Contains("step by step") || message.Contains("straight to"));
    }

    [Fact]
    public void A_file_that_says_what_cannot_be_is_refused_or_does_no_harm()
    {
        var twice = Warning with { Story = Warning.Story! with { States = [Warning.Story.States[0], Warning.Story.States[0]] } };
        Assert.Contains("keeps “trust” in mind twice", ActivityJson.Read(ActivityJson.Write(twice)).Refusal);
        var wild = Warning with
        {
            Story = Warning.Story! with
            {
                ScoredBy = "gone",
                States = [Warning.Story.States[0] with { Begins = 900, Least = 60, Most = 40 }],
            },
            Scenes = [.. Warning.Scenes.Select(scene => scene with { Ending = scene.Ending is null ? null : new StoryEnding("", -5) })],
        };
        Assert.Equal((0m, 60m), (wild.OutOf, After(wild).StateOf("trust")));
        Assert.Equal(0, After(wild, "honest", "call").Score.Points);
        var away = Warning.WithScene("desk", scene =>
            scene with
            {
                Spots = [Make.Note("n") with { Panel = new PanelBox(7, 0, 0.5, 0.5) }],
            }
        );
        Assert.Null(LearnerView.Of(After(away), Make.Monday).SpotOf("n")!.Panel);
    }

    /// <summary>No state ever leaves its bounds, and going back to the beginning is as if nothing had been chosen.</summary>
    [Fact]
    public void States_stay_within_their_bounds() =>
        Gen.Select(Gen.Int[0, 2], Gen.Int[-200, 200], (by, value) => new StateChange("trust", (ChangeBy)by, value))
            .List[1, 12]
            .Sample(changes =>
            {
                var room = Warning with
                {
                    Scenes =
                    [
                        Make.Scene("room", [.. changes.Select((change, i) => Choice($"c{i}", "", change))]) with
                        {
                            Ending = new("", 0),
                        },
                    ],
                };
                var state = After(room, [.. changes.Select((_, i) => $"c{i}")]);
                return state.StateOf("trust") is >= 0 and <= 100
                    && After(room, [.. changes.Select((_, i) => $"c{i}"), "back "]).States == room.Story!.Beginning;
            });

    private static List<string> Checked(Activity activity) => ReadyCheck.Run(activity).Select(finding => finding.Message).ToList();

    [Fact]
    public void The_check_knows_endings_words_and_what_can_never_be()
    {
        Assert.DoesNotContain(Checked(Warning), message => message.Contains("leads out of"));
        Assert.True(SceneMap.Of(Warning).CanOpen("argue"));
        Activity With(params Spot[] desk) => Warning with { Scenes = [Make.Scene("desk", desk), .. Warning.Scenes.Skip(1)] };

        // Nothing lowers trust any more: who argues is never doubted.
        Assert.False(SceneMap.Of(With(Choice("honest", "pier", Raise(10)))).CanOpen("argue"));
        Assert.Contains(Checked(With(Choice("honest", "pier", Raise(10)))), message => message.Contains("“Do argue” is never there"));
        Assert.DoesNotContain(Checked(Warning), message => message.Contains("never there"));
        Assert.Contains(Checked(With(Choice("a", "pier") with { Content = new Jump("pier") { Follows = new() } })), m =>
            m.Contains("no words")
        );
        Assert.Contains(Checked(With(Choice("a", "pier", new StateChange("gone", ChangeBy.Set, 1)))), m => m.Contains("was deleted"));
        Assert.Contains(Checked(With(Choice("b", "pier"), When(Choice("a", "pier"), Comparison.AtLeast, 101))), m =>
            m.Contains("never has the value")
        );
        Assert.Contains(Checked(With(When(Choice("a", "pier"), Comparison.Just, 1, "gone"))), m => m.Contains("was deleted"));
    }

    [Fact]
    public void What_is_said_is_wording_and_what_follows_is_structure()
    {
        var newer = Warning with
        {
            Scenes =
            [
                Make.Scene("desk", Choice("honest", "pier", Raise(20)), Choice("lie", "safe")) with
                {
                    Text = RichText.Plain("Dawn"),
                },
                .. Warning.Scenes.Skip(1),
            ],
            Story = Warning.Story! with { Scoring = StoryScoring.None },
        };
        var merged = EditionMerge.WithWording(Warning, newer);
        Assert.Equal("Dawn", merged.Scenes[0].Text.Words);
        Assert.Equal(StoryScoring.ByEnding, merged.Story!.Scoring);
        Assert.Equal(Raise(10), merged.SpotOf("honest")!.Content.Consequence!.Changes[0]);
        Assert.Equal("pier", merged.SpotOf("lie")!.Content.Goal);
        var difference = EditionDifference.Between(Warning, newer);
        Assert.Contains(difference.Structure, line => line.Contains("Other things follow from the choice: Do honest"));
        Assert.Contains(difference.Structure, line => line.Contains("leads elsewhere: Do lie"));
    }

    [Fact]
    public void What_a_story_keeps_in_mind_is_refused_in_words_where_it_cannot_be()
    {
        static string? Refuse(StoryState state) => new Story { States = [state] }.Refuse();
        var trust = Warning.Story!.States[0];
        Assert.Null(Refuse(trust));
        Assert.Null(Refuse(trust with { Begins = 0 }));
        Assert.Null(Refuse(trust with { Begins = 100 }));
        Assert.Contains("begins between", Refuse(trust with { Begins = 100.1m }));
        Assert.Contains("smaller number to a larger", Refuse(trust with { Least = 100 }));
        Assert.Contains("needs a name", Refuse(trust with { Name = " " }));
        Assert.Contains("up to 60", new Story { States = [.. Enumerable.Range(0, 61).Select(i => trust with { Id = $"s{i}" })] }.Refuse());
    }

    private static readonly Picture Key = Make.Picture() with { Media = new string('e', 64), AlternativeText = "" };

    private static Activity WithKey(bool shown = true) =>
        Warning with
        {
            Story = Warning.Story! with
            {
                States = Warning.Story!.States.Add(
                    new StoryState
                    {
                        Id = "key",
                        Name = "The key",
                        IsThing = true,
                        Shown = shown,
                        Picture = Key,
                    }
                ),
            },
        };

    /// <summary>What one has not is not in what is sent, and what is hidden never is.</summary>
    [Theory]
    [InlineData(true, 0, 0)]
    [InlineData(true, 1, 1)]
    [InlineData(false, 1, 0)]
    public void A_thing_with_a_picture_is_among_the_findings_once_one_has_it(bool shown, int begins, int seen)
    {
        var story = WithKey(shown);
        story = story with
        {
            Story = story.Story! with { States = story.Story!.States.Replace(one => one.Id == "key", one => one with { Begins = begins }) },
        };
        var view = new Attempt(story).View();
        Assert.Equal(shown, view.HasFindings);
        Assert.Equal(seen, view.Story!.Things.Count());
    }

    [Fact]
    public void The_picture_of_a_thing_is_counted_replaced_asked_about_and_is_wording()
    {
        var story = WithKey();
        Assert.Contains(Key.Media, story.Media);
        Assert.Contains(ReadyCheck.Run(story), finding => finding.Message.Contains("the thing “The key” has no alternative text"));
        var other = new ReplaceMedia(Key.Media, new string('f', 64), 10, 20).Apply(story).Value;
        Assert.Equal((new string('f', 64), 10), (other.Story!.StateOf("key")!.Picture!.Media, other.Story.StateOf("key")!.Picture!.Width));
        Assert.Equal(other.Story, EditionMerge.WithWording(story, other).Story);
        Assert.Equal(story, ActivityJson.Read(ActivityJson.Write(story)).Value);
    }

    /// <summary>Where nothing is decided, what is won changes states all the same, and is seen.</summary>
    [Fact]
    public void States_are_seen_without_choices()
    {
        var plain = WithKey() with { Scenes = [Make.Scene("one")] };
        Assert.Equal("Trust", new Attempt(plain).View().Story!.States[0].State.Name);
        Assert.Null(new Attempt(plain with { Story = null }).View().Story);
    }
}
