using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Answers;
using ZestySlate.Core.Locks.Chances;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Joined;
using ZestySlate.Core.Locks.Scores;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Locks.Visits;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Tests.Locks;

/// <summary>Locks with several conditions.</summary>
public sealed class JoinedKeyTests
{
    private static readonly FoundKey Card = new(["key1"]);

    private static readonly AnswerKey Right = new("q");

    private static Activity Behind(LockKey key) =>
        Make.Tour(Make.Scene("a", Make.Clue("key1"), Make.Clue("key2"), Make.Asked("q", Make.One()), Make.Clue("box", Make.By(key))));

    private static bool IsOpen(Attempt attempt) => attempt.View().SpotOf("box")!.Content is not null;

    /// <summary>Every way of having some of what is asked for.</summary>
    [Theory]
    [InlineData(false, false, false, false)]
    [InlineData(false, true, false, false)]
    [InlineData(false, false, true, false)]
    [InlineData(false, true, true, true)]
    [InlineData(true, false, false, false)]
    [InlineData(true, true, false, true)]
    [InlineData(true, false, true, true)]
    [InlineData(true, true, true, true)]
    public void It_opens_by_all_or_by_one(bool one, bool card, bool right, bool opens)
    {
        var attempt = new Attempt(Behind(new JoinedKey([Card, Right], one)));
        attempt = card ? attempt.Open("key1") : attempt;
        attempt = right ? attempt.Mark("q", "a") : attempt;
        Assert.Equal(opens, IsOpen(attempt));
    }

    [Fact]
    public void The_learner_reads_how_near_each_of_them_is()
    {
        var attempt = new Attempt(Behind(new JoinedKey([new FoundKey(["key1", "key2"]), new ScoreKey(1)]))).Open("key1");
        var closed = attempt.View().SpotOf("box")!.Lock!;
        Assert.Equal("lockAllOf", closed.WordsKey);
        Assert.Equal([new Nearness("foundSoFar", 1, 2), new Nearness("pointsSoFar", 0, 1)], closed.Nearness);
    }

    /// <summary>At the most it is taken, one more is refused; and so is what cannot be joined, by hand and from a file.</summary>
    [Fact]
    public void What_is_joined_is_a_few_keys_that_nobody_types()
    {
        LockKey[] Many(int count) => [.. Enumerable.Repeat(Card, count)];
        foreach (
            var (keys, taken) in new (LockKey[], bool)[]
            {
                (Many(2), true),
                (Many(JoinedKey.Most), true),
                (Many(JoinedKey.Most + 1), false),
                (Many(1), false),
                ([], false),
                ([Card, new CodeKey(["x"])], false),
                ([Card, new JoinedKey([Card, Right])], false),
                ([Card, new ChanceKey(1)], false),
            }
        )
        {
            var set = new SetLock("box", Make.By(new JoinedKey(keys.ToValueList()))).Apply(Behind(Card));
            Assert.Equal(taken, set.Succeeded);
            var file = ActivityJson.Read(ActivityJson.Write(Behind(new JoinedKey(keys.ToValueList()))));
            Assert.Equal(taken || keys.Contains(new ChanceKey(1)), file.Succeeded);
        }

        Assert.Null(Joining.Of([], false));
        Assert.Same(Card, Joining.Of([Card], true));
        Assert.Equal(new JoinedKey([Card, Right], true), Joining.Of([Card, Right], true));
    }

    /// <summary>By brute force: the check says that conditions contradict each other just when no number fits them all.</summary>
    [Fact]
    public void Conditions_contradict_each_other_when_no_number_fits_all() =>
        Gen.Select(Gen.Enum<Comparison>(), Gen.Int[0, 6])
            .Array[2, 4]
            .Sample(conditions =>
            {
                var activity = Behind(
                    new JoinedKey(conditions.Select(one => new StateKey("trust", one.Item1, one.Item2)).ToValueList<LockKey>())
                ) with
                {
                    Story = new Story { States = [new StoryState { Id = "trust", Name = "Trust" }] },
                };
                var fits = Enumerable
                    .Range(0, 10)
                    .Any(n => conditions.All(one => new Condition(new Counted("trust"), one.Item1, one.Item2).Holds(n)));
                var told = ReadyCheck.Run(activity).Any(finding => finding.Message.Contains("never be so together"));
                return told == !fits;
            });

    [Fact]
    public void One_that_can_never_be_so_closes_it_only_where_all_are_needed()
    {
        var gone = new FoundKey(["gone"]);
        bool Blocks(LockKey key) => ReadyCheck.Run(Behind(key)).Any(finding => finding.Blocks && finding.Message.Contains("lock on"));
        Assert.True(Blocks(new JoinedKey([Card, gone])));
        Assert.False(Blocks(new JoinedKey([Card, gone], true)));
        Assert.True(Blocks(new JoinedKey([gone, gone], true)));
        Assert.False(Blocks(new JoinedKey([Card, Right])));
    }

    /// <summary>Where states go up and down, it closes again with what closes; and what contradicts itself opens nothing that is behind it.</summary>
    [Fact]
    public void It_closes_again_when_one_that_is_needed_holds_no_more()
    {
        StateKey Trust(Comparison comparison, int value) => new("trust", comparison, value);
        var activity = Behind(new JoinedKey([Card, Trust(Comparison.AtMost, 50)])) with
        {
            Story = new Story
            {
                States =
                [
                    new StoryState
                    {
                        Id = "trust",
                        Name = "Trust",
                        Begins = 50,
                    },
                ],
            },
        };
        var raise = Make.Note("raise") with
        {
            Content = new Jump("")
            {
                Words = "Raise",
                Follows = new Consequence { Changes = [new StateChange("trust", ChangeBy.Raise, 1)] },
            },
        };
        activity = activity.WithScene("a", scene => scene with { Spots = scene.Spots.Add(raise) });
        var attempt = new Attempt(activity).Open("key1");
        Assert.True(IsOpen(attempt));
        Assert.False(IsOpen(attempt.Then((id, at) => new Chose("raise") { Id = id, At = at })));
        bool Opens(LockKey key) => SceneMap.Of(activity.WithSpot("box", spot => spot with { Lock = Make.By(key) })).CanOpen("box");
        Assert.True(Opens(new JoinedKey([Trust(Comparison.AtMost, 50), Trust(Comparison.AtLeast, 50)])));
        Assert.False(Opens(new JoinedKey([Trust(Comparison.AtMost, 50), Trust(Comparison.AtLeast, 51)])));
        Assert.True(Opens(new JoinedKey([Trust(Comparison.AtMost, 50), Trust(Comparison.AtLeast, 51)], true)));
    }

    [Fact]
    public void A_copy_waits_for_its_own()
    {
        var key = new JoinedKey([new VisitsKey("a", Comparison.AtLeast, 2), Card], true);
        var taken = new TakeAsStop("t", Behind(key), null).Apply(Make.Tour(Make.Scene("cover"))).Value;
        Assert.Equal(
            new JoinedKey([new VisitsKey("t-a", Comparison.AtLeast, 2), new FoundKey(["t-key1"])], true),
            taken.LockOf("t-box")!.Key
        );
        Assert.Equal(taken, ActivityJson.Read(ActivityJson.Write(taken)).Value);
    }

    /// <summary>What the story decides of it, for those who reckon where its roads lead.</summary>
    [Fact]
    public void Where_one_is_enough_chances_add_up_and_what_is_done_once_decides_nothing()
    {
        var (half, trust) = (new ChanceKey(0.5m), new StateKey("trust", Comparison.AtLeast, 3));
        Assert.Equal(
            [new Clause([new Condition(new Counted("trust"), Comparison.AtLeast, 3)]), new Clause([], 0.5m)],
            new JoinedKey([trust, half]).Clauses
        );
        Assert.Equal(
            [new Clause([new Condition(new Counted("trust"), Comparison.AtLeast, 3)], 0.75m)],
            new JoinedKey([half, trust, half], true).Clauses
        );
        Assert.Empty(new JoinedKey([half, Card], true).Clauses);
        Assert.Equal([new Clause([], 0.5m)], new JoinedKey([half, Card]).Clauses);
    }
}
