using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>
/// The workbench itself: the chooser at a place, a storyboard in step with what is chosen, the two tabs of the details and the
/// search over settings.
/// </summary>
public sealed class WorkbenchJourney(Apps apps)
{
    /// <summary>How far the chooser stands out of the stage's window on any side, in pixels.</summary>
    private const string Cut =
        "const box = document.querySelector('.chooser').getBoundingClientRect(), room = document.querySelector('#room-stage').getBoundingClientRect();"
        + "return Math.max(0, room.left - box.left, room.top - box.top, box.right - room.right, box.bottom - room.bottom);";

    private static object? InHand(Person ines) =>
        ines.Run("return document.activeElement.dataset.kind ?? document.activeElement.name ?? null");

    /// <summary>Types other words into a search, and stays in it.</summary>
    private static void Search(Person ines, string css, string words)
    {
        ines.See(css).Click();
        ines.Hand.KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control).Perform();
        ines.Keys(words);
    }

    [Fact]
    public void The_chooser_is_never_cut_and_is_searched_by_a_teachers_words()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity("shelter-inside.png", "Chosen");
        foreach (var (x, y) in new[] { (0.01, 0.01), (0.99, 0.01), (0.5, 0.5), (0.01, 0.99), (0.99, 0.99) })
        {
            ines.PressStage(x, y);
            ines.See(".chooser [data-kind=callout]");
            Assert.True(Convert.ToDouble(ines.Run(Cut)) <= 0, $"cut at {x} {y}");
            ines.PressCss(".chooser [data-kinds-all]");
            ines.See(".chooser [data-kind=poll]");
            Assert.True(Convert.ToDouble(ines.Run(Cut)) <= 0, $"all cut at {x} {y}");
            Assert.False(
                (bool)ines.Run("const box = document.querySelector('.chooser'); return box.scrollHeight > box.clientHeight + 1")!,
                $"something of it is out of sight at {x} {y}"
            );
            ines.Keys(Keys.Escape);
            ines.Gone(".chooser");
        }

        // Typed at once, a teacher's own word finds it; Enter takes the first.
        ines.PressStage(0.4, 0.4);
        ines.Until(() => InHand(ines) as string == "callout" ? "" : null, "the first kind in hand");
        ines.Keys("cloz");
        ines.Keys("e");
        ines.Reads(".chooser [data-kinds-found]", "1 kind");
        Assert.Equal(1, ines.All(".chooser [data-kind]").Count(kind => kind.Displayed));
        Search(ines, "[data-kind-search]", "volcano");
        ines.Reads(".chooser", "No kind fits these words.");
        ines.Keys(Keys.Enter);
        Search(ines, "[data-kind-search]", "drag label");
        ines.Keys(Keys.Enter);
        ines.Gone(".chooser");
        ines.Reads("#room-details", "Drag each item onto the board");
        ines.Saved();
    }

    [Fact]
    public void All_scenes_stay_in_sight_and_the_spots_follow_what_is_chosen()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/author/garden");
        ines.See("html.scripted");
        var spots = ines.All("[data-board-spots] [data-select]");
        Assert.True(spots.Count > 5);
        var last = ines.See("#room-stage a[data-sign]:last-of-type").GetAttribute("data-sign");
        ines.Run("document.querySelector('#room-stage .stage-mat').focus()");
        ines.PressCss($"#room-stage a[data-sign='{last}']");
        ines.Until(
            () =>
                (bool)
                    ines.Run(
                        "const on = document.querySelector('[data-board-spots] .board-on')?.getBoundingClientRect(), "
                            + "row = document.querySelector('[data-board-spots]').getBoundingClientRect(); "
                            + "return !!on && on.left >= row.left - 2 && on.right <= row.right + 2"
                    )!
                    ? ""
                    : null,
            "the chosen spot in its row"
        );
        Assert.True(ines.See(".board-scene").Displayed);
    }

    [Fact]
    public void A_setting_is_found_by_what_a_teacher_calls_it()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps, "Quiz", "Fog is a cloud.\nanswer: true");
        Assert.False(ines.All("#fold-rules").Single().Displayed);
        ines.Type("[data-setting-search]", "pass mark");
        ines.Reads("[data-settings-found]", "Rules of play");
        ines.Keys(Keys.Enter);
        ines.Until(() => InHand(ines) as string == "passMark" ? "" : null, "the pass mark in hand");
        Assert.Equal("true", ines.See("[data-details-tab=activity]").GetAttribute("aria-selected"));
        ines.Keys("70" + Keys.Tab);
        ines.Saved();
        Assert.Equal("70", ines.See("input[name=passMark]").GetAttribute("value"));

        ines.Type("[data-setting-search]", "shuffle");
        ines.Reads("[data-settings-said]", "3 settings");
        Search(ines, "[data-setting-search]", "volcano");
        ines.Reads("[data-settings-said]", "No setting has these words.");
        ines.Keys(Keys.Escape);
        ines.Until(() => ines.All("[data-settings-said]").Single().Text.Length == 0 ? "" : null, "an empty search");

        // By keys from tab to tab; what was chosen outlives a change.
        ines.Run("document.querySelector('[data-details-tab=activity]').focus()");
        ines.Keys(Keys.ArrowLeft);
        ines.See("#details-scene");
        ines.Retype("#room-details input[data-field=sceneTitle]", "Fog" + Keys.Tab);
        ines.Saved();
        Assert.Equal("true", ines.See("[data-details-tab=scene]").GetAttribute("aria-selected"));
    }

    [Fact]
    public void Back_leads_out_of_the_trial_and_the_next_one_out_of_the_workbench()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity("shelter-inside.png", "Back");
        var here = ines.Driver.Url;
        ines.Press("Try it", "#room-topline");
        ines.Reads("[data-try-words]", "Back to building");
        ines.Driver.Navigate().Back();
        ines.Reads("[data-try-words]", "Try it");
        Assert.Equal(here, ines.Driver.Url);
        ines.See("#room-stage .stage img");

        // Left by its own button, it is not gone back into.
        ines.Press("Try it", "#room-topline");
        ines.Press("Back to building", "#room-topline");
        ines.Reads("[data-try-words]", "Try it");
        ines.Driver.Navigate().Back();
        ines.Until(() => ines.Driver.Url != here ? "" : null, "the page before");
        Assert.Empty(ines.Complaints());
    }
}
