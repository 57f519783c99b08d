using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;

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
            outline.Select(line => $"{line.Name}: {string.Join(", ", line.Ways.Select(way => way.To))}")
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
            Outline.Read(text).Where(line => line.Ways.Count > 0),
            Outline.Read(Outline.Write(once)).Where(line => line.Ways.Count > 0)
        );
    }

    private const string Story = """
        The desk
          Ring the harbour → The pier
          Say nothing -> The end of the day
            * Write the log => Log [end]
          Wait →
            Look out → The pier
          Map
        The pier
          All in harbour [end: a good end]
        """;

    [Fact]
    public void An_arrow_makes_a_choice_and_what_ends_is_an_ending()
    {
        var outline = Outline.Read(Story);
        Assert.Equal(
            [
                new("Ring the harbour", "The pier"),
                new("Say nothing", "The end of the day"),
                new("Wait", ""),
                new("Look out", "The pier"),
                new("", "Map"),
            ],
            outline[0].Ways
        );
        Assert.Equal(
            ["The desk", "The pier", "The end of the day", "Log: ", "Map", "All in harbour: a good end"],
            outline.Select(line => line.Name + (line.Ending is { } kind ? $": {kind}" : ""))
        );
        Assert.Equal([new("Write the log", "Log")], outline.Single(line => line.Name == "The end of the day").Ways);
    }

    [Theory]
    [InlineData("A\n  → B", "", "B")]
    [InlineData("A\n  a → b → C", "a → b", "C")]
    [InlineData("A\n  B [ending]", "", "B [ending]")]
    [InlineData("A\n  →", null, null)]
    public void What_only_looks_like_it_is_none(string text, string? words, string? to) =>
        Assert.Equal(words is null ? [] : [new OutlineWay(words, to!)], Outline.Read(text)[0].Ways);

    [Fact]
    public void A_story_is_written_and_read_again_and_made_twice_it_changes_nothing_more()
    {
        var once = new AddOutline(Story).Apply(Make.Tour(Make.Scene("first") with { Title = "The desk" })).Value;
        Assert.Equal(4, once.Scenes[0].Spots.Count(spot => spot.Content.Consequence is not null));
        var harbour = once.Scenes.Single(scene => scene.Title == "All in harbour");
        Assert.Equal(new StoryEnding("a good end", 0), harbour.Ending);
        Assert.Equal(once, new AddOutline(Outline.Write(once)).Apply(once).Value);
        var valued = once.WithScene(harbour.Id, scene => scene with { Ending = new StoryEnding("fine", 3) });
        Assert.Equal(new StoryEnding("a good end", 3), new AddOutline(Story).Apply(valued).Value.SceneOf(harbour.Id)!.Ending);
    }

    [Fact]
    public void An_arrow_in_the_name_of_a_scene_is_part_of_its_name()
    {
        const string text = "From A -> B\n  Home [end]\nHome [end]\n  go back → From A -> B\n  From A -> B";
        var begun = Make.Tour(Make.Scene("a") with { Title = "From A -> B" }, Make.Scene("h") with { Title = "Home [end]" });
        var once = new AddOutline(text).Apply(begun).Value;
        Assert.Equal(["From A -> B", "Home [end]"], once.Scenes.Select(scene => scene.Title));
        Assert.Null(once.Scenes[1].Ending);
        Assert.Equal(["go back", ""], once.Scenes[1].Spots.Select(spot => spot.Content.OwnName));
        Assert.Equal(once, new AddOutline(Outline.Write(once)).Apply(once).Value);
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
