using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Chances;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Joined;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Locks.Visits;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Tests.Locks;

/// <summary>What is there by how often one came, or by luck.</summary>
public sealed class RoadKeyTests
{
    private static Spot Choice(string id, string to, LockKey? key = null) =>
        Make.Note(id) with
        {
            Content = new Jump(to) { Words = "Do " + id, Follows = new Consequence() },
            Lock = key is null ? null : Make.By(key),
        };

    private static VisitsKey Visits(Comparison comparison, int times, string scene = "quay") => new(scene, comparison, times);

    /// <summary>A quay and a pier with ways between them, and what is there only sometimes.</summary>
    private static Activity Between(params Spot[] sometimes) =>
        new()
        {
            Title = "Between",
            Scenes =
            [
                Make.Scene("quay", [Choice("out", "pier"), .. sometimes]),
                Make.Scene("pier", Choice("in", "quay")),
                Make.Scene("end") with
                {
                    Ending = new StoryEnding("", 1),
                },
            ],
        };

    private static AttemptState After(Activity activity, long seed, params string[] acts) =>
        Replay.Run(
            _ => activity,
            [
                new Began(1, seed) { Id = "began", At = Make.Monday },
                .. acts.Select((act, i) => Event(act, i + 1, Make.Monday.AddSeconds(i + 1))),
            ]
        );

    private static AttemptEvent Event(string act, int number, DateTimeOffset at) =>
        act.StartsWith("back", StringComparison.Ordinal)
            ? new WentBack(act[4..].Trim()) { Id = $"e{number}", At = at }
            : new Chose(act) { Id = $"e{number}", At = at };

    private static string[] ThereAfter(Activity activity, params string[] acts) => Choices(After(activity, 7, acts));

    private static string[] Choices(AttemptState state) =>
        LearnerView.Of(state, Make.Monday.AddHours(1)).Scenes.SelectMany(scene => scene.Choices).Select(choice => choice.Id).ToArray();

    /// <summary>Whether it is there on the first, the second and the third visit.</summary>
    [Theory]
    [InlineData(Comparison.AtLeast, 2, "011")]
    [InlineData(Comparison.AtLeast, 3, "001")]
    [InlineData(Comparison.AtMost, 2, "110")]
    [InlineData(Comparison.AtMost, 0, "000")]
    [InlineData(Comparison.Just, 2, "010")]
    public void A_visit_is_counted_as_one_comes(Comparison comparison, int times, string there)
    {
        var activity = Between(Choice("rope", "end", Visits(comparison, times)));
        string[][] roads =
        [
            [],
            ["out", "in"],
            ["out", "in", "out", "in"],
        ];
        Assert.Equal(there, string.Concat(roads.Select(road => ThereAfter(activity, road).Contains("rope") ? '1' : '0')));
    }

    [Fact]
    public void Who_goes_back_has_been_there_as_often_as_then()
    {
        var activity = Between(Choice("rope", "end", Visits(Comparison.Just, 2)));
        Assert.Equal(["out", "rope"], ThereAfter(activity, "out", "in"));
        // Back to the first decision, and to the beginning, it is the first visit; back to the last it is the second.
        string[] further = ["out", "in", "rope"];
        Assert.Equal(["out"], ThereAfter(activity, [.. further, "back e1"]));
        Assert.Equal(["out", "rope"], ThereAfter(activity, [.. further, "back e3"]));
        Assert.Equal(["out"], ThereAfter(activity, [.. further, "back"]));
        Assert.Equal(["out", "rope"], ThereAfter(activity, [.. further, "back", "out", "in"]));
        Assert.Equal(0, After(activity, 7, [.. further, "back"]).Visits.GetValueOrDefault("pier"));
    }

    [Fact]
    public void Where_one_only_stays_is_no_visit()
    {
        var activity = Between(Choice("look", ""), Choice("rope", "end", Visits(Comparison.AtLeast, 2)));
        Assert.Equal(["out", "look"], ThereAfter(activity, "look", "look"));
    }

    [Fact]
    public void In_order_the_steps_of_a_scene_are_counted()
    {
        var activity = Make.Tour(
            Make.Scene("a", Make.Asked("q", Make.One())),
            Make.Scene("b", Make.Asked("r", Make.One()), Make.Clue("box", Make.By(Visits(Comparison.AtLeast, 2, "a"))))
        ) with
        {
            Flow = new Flow { Way = Way.InOrder, Paging = Paging.SectionOnAPage },
        };
        var attempt = new Attempt(activity).Visit("b");
        Assert.DoesNotContain("box", attempt.State.OpenLocks);
        Assert.Contains("box", attempt.Visit("a").State.OpenLocks);
    }

    /// <summary>As likely as said, the same while one is there, and by the seed the same for ever.</summary>
    [Fact]
    public void Luck_is_drawn_anew_with_each_visit_and_stays_while_one_is_there()
    {
        var activity = Between(Choice("look", ""), Choice("boat", "end", new ChanceKey(0.3m)), Choice("raft", "end", new ChanceKey(0.3m)));
        bool Has(string choice, long seed, params string[] acts) => Choices(After(activity, seed, acts)).Contains(choice);
        var seeds = Enumerable.Range(1, 1000).Select(seed => (long)seed).ToList();
        Assert.InRange(seeds.Count(seed => Has("boat", seed)), 250, 350);
        Assert.InRange(seeds.Count(seed => Has("boat", seed, "out", "in")), 250, 350);
        Assert.InRange(seeds.Count(seed => Has("boat", seed) && Has("raft", seed)), 50, 130);
        Assert.All(seeds.Take(50), seed => Assert.Equal(Has("boat", seed), Has("boat", seed, "look")));
        Assert.Contains(seeds, seed => Has("boat", seed) != Has("boat", seed, "out", "in"));
        Assert.Contains(seeds, seed => Has("boat", seed) != Has("boat", seed, "out", "back"));
    }

    /// <summary>What is there no more cannot be taken, by luck or by visits.</summary>
    [Fact]
    public void Nobody_takes_what_is_not_there()
    {
        var activity = Between(Choice("rope", "end", Visits(Comparison.AtLeast, 2)));
        Assert.Equal(
            "stillLocked",
            AttemptRules.Refuse(After(activity, 7), new Chose("rope") { Id = "e", At = Make.Monday.AddHours(1) })?.Key
        );
        Assert.Null(AttemptRules.Refuse(After(activity, 7, "out", "in"), new Chose("rope") { Id = "e", At = Make.Monday.AddHours(1) }));
    }

    [Theory]
    [InlineData(-1, false)]
    [InlineData(0, true)]
    [InlineData(VisitsKey.Most, true)]
    [InlineData(VisitsKey.Most + 1, false)]
    public void Visits_are_counted_to_a_limit(int times, bool taken) =>
        Assert.Equal(taken, new SetLock("out", Make.By(Visits(Comparison.AtLeast, times))).Apply(Between()).Succeeded);

    [Theory]
    [InlineData(0, false)]
    [InlineData(0.01, true)]
    [InlineData(0.99, true)]
    [InlineData(1, false)]
    public void A_chance_is_more_than_nothing_and_less_than_all(double share, bool taken) =>
        Assert.Equal(taken, new SetLock("out", Make.By(new ChanceKey((decimal)share))).Apply(Between()).Succeeded);

    [Fact]
    public void What_never_is_there_is_told()
    {
        string? Told(LockKey key) =>
            ReadyCheck.Run(Between(Choice("rope", "end", key))).FirstOrDefault(finding => finding.SpotId == "rope")?.Message;
        Assert.Contains("was not chosen or was deleted", Told(Visits(Comparison.AtLeast, 1, "gone")));
        Assert.Null(Told(Visits(Comparison.AtLeast, 3)));
        var unseen = Between(Choice("rope", "end", Visits(Comparison.AtLeast, 1, "attic")));
        unseen = unseen with { Scenes = unseen.Scenes.Add(Make.Scene("attic")) };
        Assert.Contains(ReadyCheck.Run(unseen), finding => finding.Message.StartsWith("The choice “Do rope” is never there"));
    }

    /// <summary>The shares of those who walk by chance come out as the chances say, and visits as they are counted.</summary>
    [Fact]
    public void The_roads_know_luck_and_visits()
    {
        var (boat, swim) = (new ChanceKey(0.25m), Visits(Comparison.AtLeast, 3));
        Activity Story(LockKey key) =>
            new()
            {
                Title = "Roads",
                Scenes =
                [
                    Make.Scene("start", Choice("go", "quay")),
                    Make.Scene("quay", Choice("wait", "quay"), Choice("off", "end", key)),
                    Make.Scene("end") with
                    {
                        Ending = new StoryEnding("", 1),
                    },
                ],
            };
        // The boat is there one time in four, and taken one time in two: one way to the quay, and eight from there.
        var lucky = Roads.Of(Story(boat))!;
        Assert.True(lucky.BySimulation);
        Assert.InRange(lucky.Decisions, 8.6, 9.4);
        // Twice there is only waiting; from the third visit on it is one in two.
        Assert.InRange(Roads.Of(Story(swim))!.Decisions, 4.9, 5.1);
    }

    /// <summary>A scene and a state may have one id; each is counted for itself.</summary>
    [Fact]
    public void Visits_are_no_state_of_the_same_id()
    {
        var activity = Between(
            Choice("rope", "end", Visits(Comparison.AtLeast, 2)),
            Choice("raft", "end", new StateKey("quay", Comparison.AtLeast, 1))
        );
        activity = activity with
        {
            Story = new Story
            {
                States =
                [
                    new StoryState
                    {
                        Id = "quay",
                        Name = "A raft",
                        IsThing = true,
                    },
                ],
            },
        };
        Assert.Equal(["out", "rope"], ThereAfter(activity, "out", "in"));
        var paper = new StoryOnPaper(activity);
        Assert.Equal(["only if you have: A raft"], paper.ConditionsOf(activity.SpotOf("raft")!));
        Assert.Contains("Room quay", paper.ConditionsOf(activity.SpotOf("rope")!).Single());
        Assert.Equal(1, Roads.Of(activity)!.Endings[0].Share, 2);
        var both = Between(
            Choice("raft", "end", new JoinedKey([new StateKey("quay", Comparison.AtMost, 0), Visits(Comparison.AtLeast, 2)]))
        );
        Assert.DoesNotContain(ReadyCheck.Run(both with { Story = activity.Story }), finding =>
            finding.Message.Contains("never be so together")
        );
    }

    /// <summary>Somebody who is stuck after a choice, by luck or by what they did, is told of; who can still do something is not.</summary>
    [Fact]
    public void It_is_told_where_nothing_may_be_left_to_do()
    {
        bool Told(params Spot[] onThePier)
        {
            var activity = Between();
            activity = activity.WithScene("pier", scene => scene with { Spots = onThePier.ToValueList() });
            return ReadyCheck.Run(activity).Any(finding => finding.Message.Contains("none of the ways on is there"));
        }

        Assert.True(Told(Choice("boat", "end", new ChanceKey(0.5m))));
        Assert.False(Told(Choice("boat", "end", new ChanceKey(0.5m)), Choice("walk", "end")));
        // Who came by a jump can go back.
        var byJump = Between() with
        {
            Scenes =
            [
                Make.Scene("quay", Make.Jump("walk", "pier"), Choice("end", "end")),
                Make.Scene("pier", Choice("boat", "end", new ChanceKey(0.5m))),
                Between().Scenes[2],
            ],
        };
        Assert.DoesNotContain(ReadyCheck.Run(byJump), finding => finding.Message.Contains("none of the ways on is there"));
        Assert.True(Told(Choice("boat", "quay", Visits(Comparison.AtMost, 1, "pier"))));
        Assert.False(
            Told(Choice("boat", "quay", Visits(Comparison.AtMost, 1, "pier")), Choice("in", "end", Visits(Comparison.AtLeast, 2, "pier")))
        );
    }

    [Fact]
    public void Paper_says_it_in_words()
    {
        var key = new JoinedKey([Visits(Comparison.AtLeast, 2), new ChanceKey(0.3m)], true);
        var activity = Between(
            Choice("rope", "end", key),
            Choice("raft", "end", new JoinedKey([Visits(Comparison.Just, 1), new FoundKey(["out"])]))
        );
        var paper = new StoryOnPaper(activity);
        Assert.Equal(
            ["only if the number of visits to Room quay is 2 or more, or only by chance, 30 % of the time"],
            paper.ConditionsOf(activity.SpotOf("rope")!)
        );
        Assert.Equal(
            ["only if the number of visits to Room quay is 1", activity.Words["locked"]],
            paper.ConditionsOf(activity.SpotOf("raft")!)
        );
        Assert.Empty(paper.ConditionsOf(activity.SpotOf("out")!));
    }
}
