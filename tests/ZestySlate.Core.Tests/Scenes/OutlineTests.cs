using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>Scenes typed as indented lines.</summary>
public sealed class OutlineTests
{
    [Fact]
    public void A_line_leads_to_the_lines_indented_below_it()
    {
        var outline = Outline.Read("Watch room\n  Lamp gallery\n    Roof\n  Boathouse\nlamp gallery\n\t- Watch Room\n");
        Assert.Equal(
            ["Watch room: Lamp gallery, Boathouse", "Lamp gallery: Roof, Watch Room", "Roof: ", "Boathouse: "],
            outline.Select(line => $"{line.Name}: {string.Join(", ", line.LeadsTo)}")
        );
    }

    [Fact]
    public void The_scenes_are_there_with_their_jumps_and_what_was_there_stays()
    {
        var before = Make.Tour(Make.Scene("a", Make.Note("n")) with { Title = "Watch room" });
        var after = new AddOutline("Watch room\n  Lamp gallery\nLamp gallery\n  Watch room\n  Lamp gallery").Apply(before).Value;
        Assert.Equal(["Watch room", "Lamp gallery"], after.Scenes.Select(s => s.Title));
        Assert.IsType<PlainBoardBackdrop>(after.Scenes[1].Backdrop);
        Assert.Equal([after.Scenes[1].Id], after.Scenes[0].Spots.Select(s => s.Content).OfType<Jump>().Select(j => j.SceneId));
        Assert.Equal(["a"], after.Scenes[1].Spots.Select(s => s.Content).OfType<Jump>().Select(j => j.SceneId));
        Assert.Equal("n", after.Scenes[0].Spots[0].Id);
    }

    [Fact]
    public void Made_twice_it_changes_nothing_more()
    {
        const string text = "A\n  B\n  C\nB\n  A";
        var once = new AddOutline(text).Apply(Make.Tour(Make.Scene("first") with { Title = "A" })).Value;
        Assert.Equal(once, new AddOutline(text).Apply(once).Value);
        Assert.Equal(
            Outline.Read(text).Where(line => line.LeadsTo.Count > 0),
            Outline.Read(Outline.Write(once)).Where(line => line.LeadsTo.Count > 0)
        );
    }

    [Fact]
    public void Jumps_of_one_scene_do_not_lie_on_each_other()
    {
        var after = new AddOutline("A\n  B\n  C\n  D\n  E").Apply(Make.Tour(Make.Scene("first") with { Title = "A" })).Value;
        Assert.Equal(4, after.Scenes[0].Spots.Select(s => s.Place).Distinct().Count());
    }

    [Theory]
    [InlineData("", "names of scenes")]
    [InlineData(" \n\t\n", "names of scenes")]
    public void An_empty_outline_is_refused_in_words(string text, string words) =>
        Assert.Contains(words, new AddOutline(text).Apply(Make.Tour(Make.Scene("a"))).Refusal);

    [Fact]
    public void Too_many_scenes_are_refused() =>
        Assert.Contains(
            "up to 500 scenes",
            new AddOutline(string.Join('\n', Enumerable.Range(0, 600).Select(i => $"S{i}"))).Apply(Make.Tour(Make.Scene("a"))).Refusal
        );
}
