using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Codes;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>What learners can get to, at its edges.</summary>
public sealed class ReachEdgeTests
{
    [Theory]
    [InlineData(0, 1)]
    [InlineData(1, 1)]
    [InlineData(2, 2)]
    [InlineData(3, 3)]
    [InlineData(4, 3)]
    public void A_draw_gives_at_least_one_and_at_most_all(int draw, int given)
    {
        var scene = new Scene
        {
            Id = "s",
            Backdrop = new PageBackdrop(default),
            Draw = draw,
            Spots = [Make.Asked("a", Make.One()), Make.Asked("b", Make.One()), Make.Asked("c", Make.One())],
        };
        var state = new Attempt(
            new Activity
            {
                Title = "Pool",
                Scenes = [scene],
                Flow = new Flow { Way = Way.InOrder },
            }
        ).State;
        Assert.Equal(given, state.Questions.Count);
    }

    [Fact]
    public void Nobody_has_been_in_a_scene_that_is_locked()
    {
        var locked = Make.Scene("b") with { Lock = new Lock { Key = new CodeKey(["sesame"]) } };
        var attempt = new Attempt(Make.Tour(Make.Scene("a", Make.Jump("ab", "b")), locked) with { SceneList = true });
        Assert.False(attempt.State.HasBeenIn("b"));
        attempt.Visit("b");
        Assert.False(attempt.State.HasBeenIn("b"));
        attempt.Code("b", "sesame").Visit("b");
        Assert.True(attempt.State.HasBeenIn("b"));
        Assert.True(attempt.State.HasBeenIn("a"));
        Assert.False(attempt.State.HasBeenIn("none"));
    }
}
