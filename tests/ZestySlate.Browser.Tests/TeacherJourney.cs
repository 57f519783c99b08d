using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A teacher builds, tries, mends and publishes, with the mouse.</summary>
public sealed class TeacherJourney(Apps apps)
{
    [Fact]
    public void From_a_picture_to_a_published_activity()
    {
        string address;
        using (var ines = new Person().SignIn(apps))
        {
            ines.Press("New", "main");
            ines.BeginActivity(title: "The garden in spring");
            address = ines.Driver.Url;

            // A note with a formatted text and a picture.
            ines.PressStage(0.34, 0.56);
            ines.Choose("note");
            ines.Type("#room-details input[name=title]", "The shelter");
            ines.PressCss("[data-rich-area] [contenteditable=true]");
            ines.PressCss("[data-rich-do=bold]");
            ines.Keys("White");
            ines.PressCss("[data-rich-do=bold]");
            ines.Keys(" and full of slits.");
            ines.Saved();
            ines.All("#room-details form[data-upload] input[type=file]")[0]
                .SendKeys(Path.Combine(Apps.Root, "demo/pictures/shelter-inside.png"));
            ines.See("#room-details .illustration img");
            ines.Type("#room-details .illustration textarea", "Four thermometers");
            ines.Saved();

            // A question, by ticking what is right on the live rendering.
            ines.PressStage(0.8, 0.3);
            ines.Choose("multipleChoice");
            ines.PressCss("[data-field=prompt] [contenteditable=true]");
            ines.Keys("What turns the cups?");
            Option(ines, 0, "The rain", "Rain only wets them.");
            Option(ines, 1, "The wind", "It does.");
            Option(ines, 2, "The sum", "It shines, but does not push.");
            ines.All("input[name=right]")[1].Click();
            ines.PressCss("#room-details details[id^=fold-help] summary");
            ines.Type("textarea[name=hint]", "You feel it on your face.");
            ines.Type("textarea[name=explanation]", "Moving air pushes the hollow side harder.");
            ines.Saved();

            // One sign is moved with the mouse, the other with the arrow keys; undo and redo.
            var note = ines.All("#room-stage a.sign-note")[0];
            var before = note.GetAttribute("data-x");
            ines.Hand.MoveToElement(note).ClickAndHold().MoveByOffset(60, 30).MoveByOffset(20, 10).Release().Perform();
            ines.Saved();
            var moved = ines.All("#room-stage a.sign-note")[0].GetAttribute("data-x");
            Assert.NotEqual(before, moved);
            ines.PressCss("#room-stage a.sign-question");
            ines.See("[data-field=prompt]");
            var asked = ines.All("#room-stage a.sign-question")[0].GetAttribute("data-y");
            ines.Run("document.querySelector('#room-stage a.sign-question').focus()");
            ines.Keys(Keys.ArrowDown + Keys.ArrowDown + Keys.ArrowDown);
            Thread.Sleep(300);
            ines.Saved();
            Assert.NotEqual(asked, ines.All("#room-stage a.sign-question")[0].GetAttribute("data-y"));
            ines.PressCss("[data-do=undo]");
            ines.Until(() => ines.All("#room-stage a.sign-question")[0].GetAttribute("data-y") == asked ? "" : null, "undo");
            ines.PressCss("[data-do=undo]");
            ines.Until(() => ines.All("#room-stage a.sign-note")[0].GetAttribute("data-x") == before ? "" : null, "undo of the drag");
            ines.PressCss("[data-do=redo]");
            ines.Until(() => ines.All("#room-stage a.sign-note")[0].GetAttribute("data-x") == moved ? "" : null, "redo");
            ines.Saved();
            Assert.Equal([], ines.Complaints());
        }

        // She closed the browser without saving and finds everything there.
        using var again = new Person().SignIn(apps);
        again.Go(address);
        Assert.Equal("The garden in spring", again.See("#title").GetAttribute("value"));
        Assert.Equal(2, again.All("#room-stage a[data-sign]").Count);

        // She tries it: a wrong answer, its words, another go; leaves and mends a typo.
        again.Press("Try it");
        again.See("body.in-trial .learn");
        again.PressCss("#room-stage a.sign-question");
        again.Press("The sum", ".panel.open");
        again.Press("Mark my answer", ".panel.open");
        again.Reads(".panel.open", "It shines, but does not push.");
        again.Reads(".panel.open .verdict", "Not right");
        again.Press("Another go", ".panel.open");
        again.See(".panel.open fieldset:enabled");
        again.Press("The wind", ".panel.open");
        again.Press("Mark my answer", ".panel.open");
        again.Reads(".panel.open .verdict", "Right");
        again.Reads(".panel.open", "Moving air pushes");
        again.Press("Back to building");
        again.See("#room-stage .stage-mat");
        again.PressCss("#room-stage a.sign-question");
        again.Until(() => again.All("[data-option-text]").Count == 3 ? "" : null, "options");
        var typo = again.All("[data-option-text]").Single(field => field.GetAttribute("value") == "The sum");
        typo.SendKeys(Keys.Backspace + "n");
        again.Saved();

        // The media library knew what the picture shows; without it, the ready check leads to the field.
        again.PressCss("#room-storyboard .board-scene");
        again
            .Until(
                () => again.All("#room-details textarea[name=alternativeText]").FirstOrDefault(field => field.Displayed),
                "the scene's details"
            )
            .Clear();
        again.Saved();
        again.Press("Ready check");
        again.Press("The picture has no alternative text", "#check");
        again.Until(() => again.Focused == "alternativeText" ? "" : null, "the field to be in hand");
        again.Keys("A lawn with weather instruments above the sea");
        again.Saved();
        again.PressCss("[data-do=check]");
        again.Reads("#check", "Nothing is missing.");

        // She publishes, and it is said who may open it.
        again.Press("Publish");
        again.Press("Anyone with the link");
        again.PressCss("main form button.button-main");
        again.Reads("main", "Edition 1 is what you have built");
        var link = again.See("input[data-copy]").GetAttribute("value")!;
        Assert.True((bool)again.Run("const i = document.querySelector('#hand-out img'); return i.complete && i.naturalWidth > 0")!);
        Assert.Equal([], again.Complaints());

        using var learner = new Person();
        learner.Go(link);
        learner.Type("input[name=name]", "Curious Carl");
        learner.Press("Start");
        learner.PressCss("a.sign-question");
        learner.Reads(".panel.open", "The sun");
    }

    [Fact]
    public void Two_tabs_never_write_over_each_other()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity("rain-gauge-cut.png", "Two tabs");
        var address = ines.Driver.Url;
        var first = ines.Driver.CurrentWindowHandle;
        ines.OpenTab();
        ines.Go(address);
        ines.Type("#title", "From the second tab");
        ines.Saved();
        ines.Driver.SwitchTo().Window(first);
        ines.Type("#title", "From the first tab");
        ines.Reads("#conflict", "changed meanwhile by you, in another tab");
        ines.Press("Put my change on top of it", "#conflict");
        ines.Gone("#conflict");
        ines.Saved();
        ines.Go(address);
        Assert.Equal("From the first tab", ines.See("#title").GetAttribute("value"));
    }

    [Fact]
    public void A_lost_connection_loses_nothing_that_was_typed()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity("rain-gauge-cut.png", "On the train");
        ines.Connection(false);
        ines.Type("#title", "In the tunnel");
        ines.Reads("#saved", "No connection; kept here, trying again");
        ines.Connection(true);
        ines.Saved();
        ines.Go(ines.Driver.Url);
        Assert.Equal("In the tunnel", ines.See("#title").GetAttribute("value"));
    }

    [Fact]
    public void A_file_that_is_no_picture_is_refused_in_words()
    {
        var liar = Path.Combine(Directory.CreateTempSubdirectory().FullName, "garden.png");
        File.WriteAllText(liar, "not a picture");
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.See("input[type=file]").SendKeys(liar);
        ines.Press("Begin", "main");
        ines.Reads(".problem", "“garden.png” cannot be used here");
    }

    private static void Option(Person ines, int index, string text, string words)
    {
        ines.All("[data-option-text]")[index].SendKeys(text);
        ines.All("details[id^=more-] > summary")[index].Click();
        ines.All(".edit-option-words")[index].SendKeys(words);
        ines.Saved();
    }
}
