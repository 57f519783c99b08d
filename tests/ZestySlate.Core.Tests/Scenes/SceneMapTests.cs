using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks.Answers;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Scores;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>The map: levels, who gets where, dead ends, with locks.</summary>
public sealed class SceneMapTests
{
    [Fact]
    public void Scenes_stand_by_the_number_of_jumps_and_lost_ones_are_marked()
    {
        var map = SceneMap.Of(
            Make.Tour(
                Make.Scene("a", Make.Jump("ab", "b"), Make.Jump("ac", "c")),
                Make.Scene("b", Make.Jump("bd", "d")),
                Make.Scene("c"),
                Make.Scene("d", Make.Jump("da", "a")),
                Make.Scene("lost")
            )
        );
        Assert.Equal(
            [("a", 0, 0), ("b", 1, 0), ("c", 1, 1), ("d", 2, 0), ("lost", 0, 1)],
            map.Nodes.Select(n => (n.Scene.Id, n.Level, n.Row))
        );
        Assert.Equal(["lost"], map.Nodes.Where(n => !n.Reachable).Select(n => n.Scene.Id));
        Assert.Equal(["c", "lost"], map.Nodes.Where(n => n.IsDeadEnd).Select(n => n.Scene.Id));
    }

    [Fact]
    public void Several_jumps_to_one_scene_are_one_way_and_open_when_one_of_them_is()
    {
        var map = SceneMap.Of(Make.Tour(Make.Scene("a", Make.Jump("1", "b", Make.Code("x")), Make.Jump("2", "b")), Make.Scene("b")));
        Assert.Equal(new MapWay("a", "b", false, []), Assert.Single(map.Ways));
    }

    [Fact]
    public void A_key_behind_its_own_lock_opens_nothing()
    {
        var tour = Make.Tour(
            Make.Scene("a", Make.Jump("ab", "b")),
            Make.Scene("b", Make.Asked("q", Make.One())) with
            {
                Lock = Make.By(new AnswerKey("q")),
            }
        );
        var map = SceneMap.Of(tour);
        Assert.False(map.IsReachable("b"));
        Assert.False(map.CanOpen("b"));
    }

    [Fact]
    public void Keys_are_gathered_along_the_way()
    {
        var tour = Make.Tour(
            Make.Scene("a", Make.Clue("one"), Make.Jump("ab", "b"), Make.Jump("ac", "c")),
            Make.Scene("b", Make.Clue("two", Make.Code("7")), Make.Asked("q", Make.One())),
            Make.Scene("c", Make.Jump("cd", "d", Make.By(new ScoreKey(1)))) with
            {
                Lock = Make.By(new FoundKey(["one", "two"])),
            },
            Make.Scene("d")
        );
        Assert.All(new[] { "a", "b", "c", "d" }, id => Assert.True(SceneMap.Of(tour).IsReachable(id)));
        var poorer = tour with
        {
            Scenes = tour.Scenes.Replace(s => s.Id == "b", s => s with { Spots = [Make.Clue("two", Make.Code(""))] }),
        };
        Assert.False(SceneMap.Of(poorer).IsReachable("c"));
    }

    [Fact]
    public void With_a_list_of_scenes_everything_open_is_reached() =>
        Assert.True(SceneMap.Of(Make.Tour(Make.Scene("a"), Make.Scene("b")) with { SceneList = true }).IsReachable("b"));

    [Fact]
    public void Five_hundred_scenes_are_mapped()
    {
        var scenes = Enumerable
            .Range(0, 500)
            .Select(i => Make.Scene("s" + i, Make.Jump("j" + i, "s" + ((i + 1) % 500)), Make.Jump("k" + i, "s" + (i * 7 % 500))))
            .ToArray();
        Assert.All(SceneMap.Of(Make.Tour(scenes)).Nodes, node => Assert.True(node.Reachable));
    }
}
