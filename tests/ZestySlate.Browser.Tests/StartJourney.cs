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

    [Fact]
    public void What_one_teacher_offers_to_the_school_another_begins_with()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("trueOrFalse", "The glass falls before a storm.");
        ines.Retype("#room-topline input[name=title]", "Our weekly check");
        ines.Saved();
        var code = ines.PublishByLink();
        ines.Go($"{apps.Slate}/author/{code}/publish");
        ines.See("html.scripted");
        ines.PressCss("#share input[name=visibility][value=School]");
        ines.PressCss("#share #visitors > summary");
        ines.PressCss("#share input[name=start]");
        ines.Until(
            () =>
            {
                ines.Go($"{apps.Slate}/author/{code}/publish");
                return ines.All("#share input[name=start]").FirstOrDefault(tick => tick.Selected);
            },
            "it to be kept"
        );

        using var mireille = new Person().SignIn(apps, "mireille.osei@gannetpoint.example");
        mireille.Go(apps.Slate + "/new");
        mireille.Reads("#starts", "Starts of your school");
        mireille.Press("Our weekly check", "#starts");
        mireille.See(".page-edit");
        mireille.Reads("#room-stage", "The glass falls before a storm.");
        Assert.NotEqual(code, mireille.Driver.Url.Split('/')[^1].Split('?')[0]);
    }
}
