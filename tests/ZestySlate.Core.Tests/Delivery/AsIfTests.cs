using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Trials that begin with something in hand.</summary>
public sealed class AsIfTests
{
    private static readonly Activity Story = Make.Tour(Make.Scene("a", Make.Clue("card"), Make.Note("note"))) with
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
                new StoryState
                {
                    Id = "lamp",
                    Name = "Lamp",
                    IsThing = true,
                },
            ],
        },
    };

    private static AttemptState Begun(AsIf asIf) =>
        Replay.Run(
            _ => asIf.On(Story),
            [new Began(0, 7) { Id = "began", At = Make.Monday }, .. asIf.Before(Story, Make.Monday.AddSeconds(1))]
        );

    [Fact]
    public void What_is_named_stands_so_within_its_bounds_and_all_else_as_it_begins()
    {
        var state = Begun(new AsIf([new StateValue("trust", 1_000), new StateValue("gone", 3)], ["card", "note", "gone"]));
        Assert.Equal((100m, 0m), (state.StateOf("trust"), state.StateOf("lamp")));
        Assert.Equal(["card"], state.Findings);
        Assert.DoesNotContain("note", state.OpenedSpots);
        Assert.Equal(1, Begun(new AsIf([new StateValue("lamp", 1)], [])).StateOf("lamp"));
    }

    [Fact]
    public void Nothing_in_hand_is_how_it_begins_for_learners()
    {
        Assert.Equal(Story, AsIf.Nothing.On(Story));
        Assert.Empty(Begun(AsIf.Nothing).Findings);
        Assert.Equal(Make.Activity(Make.Note("n")), new AsIf([new StateValue("trust", 1)], []).On(Make.Activity(Make.Note("n"))));
    }
}
