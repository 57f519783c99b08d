namespace ZestySlate.Browser.Tests;

/// <summary>From two answers to an activity: a way to start is found, tried with one's own words, and begun.</summary>
public sealed class StartJourney(Apps apps)
{
    [Fact]
    public void Own_words_are_tried_on_the_spot_and_begun_by_a_press()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.See("html.scripted");
        ines.PressCss("label:has(> input[name=does][value=Arrange])");
        ines.Until(() => ines.All("#starts li").Count is > 0 and < 8 ? "" : null, "fewer ways");
        ines.Type("#start-words", "vocabulary");
        ines.Until(() => ines.All("#starts li").Count == 1 ? "" : null, "one way");
        ines.Press("Match pairs", "#starts");

        // The example answers to what is typed, and is marked as learners are.
        ines.Type("textarea[name=typed]", "ash = ash tree\noak = oak tree");
        ines.Reads("#example", "Made of what you typed");
        ines.IntoFrame();
        ines.Reads("main", "ash tree");
        ines.OutOfFrame();
        ines.Type("input[name=title]", "Trees by name");
        ines.Press("Begin", "main form");
        ines.See(".page-edit");
        ines.Reads("#room-stage", "What belongs together?");
        Assert.Equal("Trees by name", ines.See("#room-topline input[name=title]").GetAttribute("value"));
    }
}
