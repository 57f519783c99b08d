using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Tests.Stories;

/// <summary>Where roads lead: reckoned, played, and compared with every road written out.</summary>
public sealed class RoadsTests
{
    private static Spot Choice(string id, string to, params StateChange[] changes) =>
        Make.Note(id) with
        {
            Content = new Jump(to)
            {
                Words = id,
                Follows = new Consequence { Changes = [.. changes] },
            },
        };

    private static Scene Room(int id, params int[] to) =>
        Make.Scene($"s{id}", [.. to.Select((goal, i) => Choice($"c{id}-{i}", $"s{goal}"))]);

    private static Scene End(int id) => Make.Scene($"s{id}") with { Ending = new StoryEnding("", id) };

    private static Activity Story(params Scene[] scenes) => new() { Title = "Roads", Scenes = [.. scenes] };

    [Fact]
    public void A_coin_that_is_thrown_until_it_falls_ends_as_reckoned()
    {
        // From the first: once more, or to one of two ends.
        var roads = Roads.Of(Story(Room(0, 0, 1, 2, 2), End(1), End(2)))!;
        Assert.Equal([1.0 / 3, 2.0 / 3], roads.Endings.Select(ending => ending.Share), (one, other) => Math.Abs(one - other) < 1e-12);
        Assert.Equal(4.0 / 3, roads.Decisions, 12);
        Assert.Equal((0.0, false), (Math.Round(roads.Stuck, 12), roads.BySimulation));
    }

    [Fact]
    public void A_loop_without_a_way_out_and_a_dead_end_are_traps()
    {
        var story = Story(Room(0, 1, 3, 5), Room(1, 2), Room(2, 1), Room(3, 4), End(4), Room(5));
        var roads = Roads.Of(story)!;
        Assert.Equal(["s1", "s2", "s5"], roads.Traps);
        Assert.Equal(2.0 / 3, roads.Stuck, 12);
        Assert.Equal(2, roads.Endings[0].Shortest);
        Assert.Equal(3, ReadyCheck.Run(story).Count(finding => finding.Message.Contains("no ending can be reached")));
    }

    [Fact]
    public void Where_nothing_ends_there_are_no_roads_and_where_it_begins_with_the_end_there_is_nothing_to_decide()
    {
        Assert.Null(Roads.Of(Story(Room(0, 1), Room(1, 0))));
        Assert.Equal((1.0, 0), (Roads.Of(Story(End(0), Room(1, 0)))!.Endings[0].Share, Roads.Of(Story(End(0)))!.Endings[0].Shortest));
        Assert.Null(Roads.Of(Story(Room(0), End(1)))!.Endings[0].Shortest);
    }

    [Fact]
    public void What_depends_on_states_is_played()
    {
        var lamp = new StoryState
        {
            Id = "lamp",
            Name = "Lamp",
            IsThing = true,
        };
        var dark = Choice("dark", "s2") with { Lock = Make.By(new StateKey("lamp", Comparison.AtMost, 0)) };
        var light = Choice("light", "s1") with { Lock = Make.By(new StateKey("lamp", Comparison.AtLeast, 1)) };
        var roads = Roads.Of(
            Story(
                Make.Scene("s0", Choice("take", "s3", new StateChange("lamp", ChangeBy.Set, 1))),
                End(1),
                End(2),
                Make.Scene("s3", dark, light)
            ) with
            {
                Story = new Story { States = [lamp] },
            }
        )!;
        Assert.True(roads.BySimulation);
        Assert.Equal([1.0, 0.0], roads.Endings.Select(ending => Math.Round(ending.Share, 9)));
    }

    /// <summary>Where each of four rooms leads: to rooms 0 to 3, or to the endings 4 and 5.</summary>
    private static readonly Gen<int[][]> Graphs = Gen.Int[0, 5].Array[0, 3].Array[4];

    private static Roads Of(int[][] ways, bool plays = false) =>
        Roads.Of(Story([.. ways.Select((to, i) => Room(i, to)), End(4), End(5)]), plays)!;

    /// <summary>What is reckoned is what is left when the chance of every road is followed until hardly any is left.</summary>
    [Fact]
    public void Reckoned_shares_are_those_of_all_roads_written_out() =>
        Graphs.Sample(
            ways =>
            {
                double[] now = [1, 0, 0, 0, 0, 0];
                for (var step = 0; step < 3000; step++)
                {
                    var next = new double[6];
                    for (var at = 0; at < 6; at++)
                    {
                        int[] to = at < 4 && ways[at].Length > 0 ? ways[at] : [at];
                        Array.ForEach(to, goal => next[goal] += now[at] / to.Length);
                    }

                    now = next;
                }

                return Of(ways).Endings.Zip(now.Skip(4)).All(pair => Math.Abs(pair.First.Share - pair.Second) < 1e-6);
            },
            iter: 300
        );

    [Fact]
    public void Playing_comes_near_to_what_is_reckoned() =>
        Graphs.Sample(
            ways =>
            {
                var (reckoned, played) = (Of(ways), Of(ways, plays: true));
                return reckoned.Endings.Zip(played.Endings).All(pair => Math.Abs(pair.First.Share - pair.Second.Share) < 0.04)
                    && (reckoned.Stuck > 0.8 || Math.Abs(reckoned.Decisions - played.Decisions) < 0.25 * Math.Max(1, reckoned.Decisions));
            },
            iter: 60
        );
}
