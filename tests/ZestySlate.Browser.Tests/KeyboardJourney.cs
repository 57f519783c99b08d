using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Building and learning without ever touching a mouse.</summary>
public sealed class KeyboardJourney(Apps apps)
{
    /// <summary>Presses Tab until the wanted thing is in hand.</summary>
    private static void TabTo(Person person, string css)
    {
        for (var i = 0; i < 80; i++)
        {
            if ((bool)person.Run("return document.activeElement.matches(arguments[0])", css)!)
            {
                return;
            }

            person.Keys(Keys.Tab);
        }

        throw new TimeoutException($"{css} is not reached by Tab; it stands at {person.Focused}");
    }

    /// <summary>Goes through the open chooser by its arrows, and has the prompt of the new question in hand.</summary>
    private static void ChooseTrueOrFalse(Person ines)
    {
        ines.See(".chooser");
        ines.Until(
            () =>
            {
                ines.Keys(Keys.ArrowRight);
                return (string?)ines.Run("return document.activeElement.dataset.kind") == "trueOrFalse" ? "" : null;
            },
            "true or false in the chooser"
        );
        ines.Keys(Keys.Enter);
        ines.Until(
            () => (bool)ines.Run("return document.activeElement.closest('[data-field=prompt]') !== null")! ? "" : null,
            "the prompt to be in hand"
        );
    }

    [Fact]
    public void A_learner_explores_answers_and_hands_in_by_keys_alone()
    {
        using var learner = new Person();
        learner.Go(apps.Slate + "/a/garden");
        learner.See("input[name=name]");
        learner.Keys("Keyboard Kim" + Keys.Enter);
        learner.See(".learn");

        TabTo(learner, "a[data-sign=shelter]");
        learner.Keys(Keys.Enter);
        learner.Reads(".panel.open", "The louvred shelter");
        learner.Keys(Keys.Escape);
        learner.Gone(".panel.open");
        Assert.Equal("shelter", learner.Focused);

        TabTo(learner, "a[data-sign=vane]");
        learner.Reads("a[data-sign=vane] .callout", "where the wind comes from");

        // From the list as well as from the picture.
        TabTo(learner, "a[data-open=askfrost]");
        learner.Keys(Keys.Enter);
        learner.See(".panel.open");
        TabTo(learner, ".panel.open input[type=radio]");
        learner.Keys(Keys.Space);
        TabTo(learner, ".panel.open button[value=mark]");
        learner.Keys(Keys.Enter);
        learner.Reads(".panel.open .verdict", "Right");
        Assert.True((bool)learner.Run("return document.activeElement.matches('[data-verdict]')")!);
        learner.Keys(Keys.Escape);

        TabTo(learner, "form[data-hand-in] button");
        learner.Keys(Keys.Enter);
        learner.Reads("form[data-hand-in] button", "Hand in with 2 questions open");
        learner.Keys(Keys.Enter);
        learner.Reads("#result", "Handed in");
        Assert.Equal("result", learner.Focused);
        Assert.Equal([], learner.Complaints());
    }

    [Fact]
    public void A_teacher_builds_by_keys_alone()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity("shelter-inside.png", "By keys");

        ines.Run("document.body.focus()");
        TabTo(ines, ".stage-mat");
        ines.Keys("a");
        ines.See(".chooser");
        ines.Keys(Keys.ArrowRight);
        Assert.Equal("note", (string)ines.Run("return document.activeElement.dataset.kind")!);
        ines.Keys(Keys.Enter);
        ines.Until(() => ines.Focused == "title" ? "" : null, "the title to be in hand");
        ines.Keys("Made without a mouse");
        ines.Saved();

        ines.Run("document.querySelector('#title').focus()");
        TabTo(ines, "#room-stage a[data-sign]");
        var before = ines.See("#room-stage a[data-sign]").GetAttribute("data-x");
        ines.Keys(Keys.ArrowRight + Keys.ArrowRight);
        ines.Hand.KeyDown(Keys.Shift).SendKeys(Keys.ArrowRight).KeyUp(Keys.Shift).Perform();
        ines.Keys("+");
        Thread.Sleep(300);
        ines.Saved();
        var sign = ines.See("#room-stage a[data-sign]");
        Assert.Equal(
            double.Parse(before!, System.Globalization.CultureInfo.InvariantCulture) + 0.04,
            double.Parse(sign.GetAttribute("data-x")!, System.Globalization.CultureInfo.InvariantCulture),
            3
        );
        Assert.Equal("1.1", sign.GetAttribute("data-size"));

        ines.Hand.KeyDown(Keys.Control).SendKeys("d").KeyUp(Keys.Control).Perform();
        ines.Until(() => ines.All("#room-stage a[data-sign]").Count == 2 ? "" : null, "the twin");
        ines.Saved();
        ines.Run("document.querySelector('#room-stage a.sign-selected').focus()");
        ines.Keys(Keys.Delete);
        ines.Until(() => ines.All("#room-stage a[data-sign]").Count == 1 ? "" : null, "the twin to go");
        ines.Saved();
        ines.Hand.KeyDown(Keys.Control).SendKeys("z").KeyUp(Keys.Control).Perform();
        ines.Until(() => ines.All("#room-stage a[data-sign]").Count == 2 ? "" : null, "undo");
        ines.Saved();
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys("?");
        ines.Reads("#keys", "Arrows");
        ines.Keys(Keys.Escape);
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys("t");
        ines.See("body.in-trial .learn");
        ines.Keys("t");
        ines.See("#room-stage .stage-mat");

        // A question: its prompt, its right answer, the words of an option.
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys("a");
        ChooseTrueOrFalse(ines);
        ines.Keys("The wet bulb is kept moist.");
        TabTo(ines, "[data-option-text]");
        ines.Hand.KeyDown(Keys.Shift).SendKeys(Keys.Tab).KeyUp(Keys.Shift).Perform();
        Assert.True((bool)ines.Run("return document.activeElement.matches('input[name=right]:checked')")!);
        TabTo(ines, "details[id^=more-] > summary");
        ines.Keys(Keys.Enter);
        TabTo(ines, ".edit-option-words");
        ines.Keys("A wick sees to it.");
        ines.Saved();

        // The twin is taken away again, and the activity is published.
        ines.Run("document.querySelectorAll('#room-stage a.sign-note')[1].focus()");
        ines.Until(() => ines.All("#room-stage a.sign-note.sign-selected").Count == 1 ? "" : null, "the twin to be selected");
        ines.Keys(Keys.Delete);
        ines.Until(() => ines.All("#room-stage a.sign-note").Count == 1 ? "" : null, "the twin to go");
        ines.Saved();
        ines.Run("document.querySelector('#title').focus()");
        TabTo(ines, "a[href$='/publish']");
        ines.Keys(Keys.Enter);
        ines.See("main form button.button-main");
        TabTo(ines, "input[name=visibility]");
        ines.Keys(Keys.ArrowUp + Keys.ArrowUp);
        TabTo(ines, "main form button.button-main");
        ines.Keys(Keys.Enter);
        ines.Reads("main", "Edition 1 is what you have built");
        Assert.Equal([], ines.Complaints());
    }

    [Fact]
    public void A_video_that_stops_is_built_by_keys_alone()
    {
        double Now(Person person) =>
            Convert.ToDouble(
                person.Run("return document.querySelector('.stage [data-film]').currentTime"),
                System.Globalization.CultureInfo.InvariantCulture
            );
        void At(Person person, double moment) => person.Until(() => Math.Abs(Now(person) - moment) < 0.02 ? "" : null, $"moment {moment}");

        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.All("input[type=file]")[0].SendKeys(Path.Combine(Apps.Root, "demo", "videos", "a-front-passes.webm"));
        ines.Type("input[name=title]", "Film by keys");
        TabTo(ines, "main form button.button-main");
        ines.Keys(Keys.Enter);
        ines.See("[data-strip-track]");
        ines.Until(() => ines.Run("return document.querySelector('.stage [data-film]').readyState") is >= 2L ? "" : null, "the video");

        // By five seconds, and with Alt by a frame; back with the other arrow; space plays and stands.
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys(Keys.ArrowRight + Keys.ArrowRight + Keys.ArrowLeft);
        At(ines, 5);
        ines.Hand.KeyDown(Keys.Alt).SendKeys(Keys.ArrowRight).KeyUp(Keys.Alt).Perform();
        At(ines, 5.04);
        ines.Keys(" ");
        ines.Until(() => Now(ines) > 5.2 ? "" : null, "it plays");
        ines.Keys(" ");
        ines.Until(() => ines.Run("return document.querySelector('.stage [data-film]').paused") is true ? "" : null, "it stands");

        // Something here now.
        ines.Keys("n");
        ChooseTrueOrFalse(ines);
        ines.Keys("The sky is clear.");
        ines.Saved();

        // Its stop is moved along the strip, and after a wrong answer it goes back to the moment shown.
        ines.Run("document.querySelector('.stage-mat').focus()");
        TabTo(ines, "[data-cue]");
        var from = ines.See("[data-cue]").GetAttribute("data-from");
        ines.Keys(Keys.ArrowRight);
        ines.Until(() => ines.See("[data-cue]").GetAttribute("data-from") != from ? "" : null, "another moment");
        Thread.Sleep(500);
        ines.Saved();
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys(Keys.ArrowLeft);
        ines.Run("document.querySelector('#room-details .details-head button').focus()");
        TabTo(ines, "details[id^=fold-time] > summary");
        ines.Keys(Keys.Enter);
        TabTo(ines, "input[name=turn-Wrong] + button");
        ines.Keys(Keys.Enter);
        ines.See("[data-turn=turn-Wrong]");
        ines.Saved();

        // Its panel gets a box of its own, which arrows move and plus makes larger.
        TabTo(ines, "details[id^=fold-sign] > summary");
        ines.Keys(Keys.Enter);
        TabTo(ines, "#room-details select[name=opens]");
        ines.Keys(Keys.ArrowDown);
        ines.See("[data-stage-box=panel]");
        ines.Saved();
        var left = ines.See("#room-details input[name=left]").GetAttribute("value");
        ines.Run("document.querySelector('.stage-mat').focus()");
        TabTo(ines, "[data-stage-box=panel]");
        ines.Keys(Keys.ArrowLeft + Keys.ArrowLeft + "-");
        ines.Until(() => ines.See("#room-details input[name=left]").GetAttribute("value") != left ? "" : null, "the box to be moved");
        ines.Saved();
        var box = ines.See("[data-stage-box=panel]").GetAttribute("data-percents")!.Split(' ').Select(double.Parse).ToArray();

        // Published, it opens there.
        ines.Run("document.querySelector('#title').focus()");
        TabTo(ines, "a[href$='/publish']");
        ines.Keys(Keys.Enter);
        ines.See("main form button.button-main");
        TabTo(ines, "input[name=visibility]");
        ines.Until(
            () =>
            {
                ines.Keys(Keys.ArrowUp);
                return ines.Run("return document.activeElement.value") is "Link" ? "" : null;
            },
            "anybody with the link"
        );
        var code = ines.Driver.Url.Split('/')[^2];
        TabTo(ines, "main form button.button-main");
        ines.Keys(Keys.Enter);
        ines.Reads("main", "Edition 1 is what you have built");
        Assert.Equal([], ines.Complaints());

        using var wren = new Person(1280, 900).Visit(apps, code);
        wren.Until(() => wren.Run("return document.querySelector('.stage [data-film]').readyState") is >= 2L ? "" : null, "the video");
        wren.Run("document.querySelector('[data-video-at]').focus()");
        wren.Keys("]");
        wren.Keys(" ");
        wren.See(".panel.open");
        var shares = (System.Collections.ObjectModel.ReadOnlyCollection<object>)
            wren.Run(
                """
                const [panel, stage] = ['.panel.open', '.stage'].map(css => document.querySelector(css).getBoundingClientRect());
                return [(panel.left - stage.left) / stage.width, (panel.top - stage.top) / stage.height, panel.width / stage.width,
                    panel.height / stage.height].map(share => share * 100);
                """
            )!;
        Assert.All(shares.Select(Convert.ToDouble).Zip(box), pair => Assert.Equal(pair.Second, pair.First, 0.5));
        Assert.Equal([], wren.Complaints());
    }

    [Fact]
    public void A_locked_room_is_built_by_keys_alone()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity(title: "Locked by keys");

        // Two scenes and the way between them, from the outline.
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys("m");
        ines.See("#map .map-node");
        TabTo(ines, "#outline");
        ines.Hand.KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control).Perform();
        ines.Keys("Locked by keys" + Keys.Enter + "  Vault" + Keys.Enter + "Vault" + Keys.Enter + "  Locked by keys");
        TabTo(ines, "#map [data-outline] button");
        ines.Keys(Keys.Enter);
        ines.Until(() => ines.All("#map .map-node").Count == 2 ? "" : null, "two scenes");
        ines.Keys(Keys.Escape);

        // The vault gets its lock.
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys(Keys.PageDown);
        ines.Until(() => ines.See("#room-details input[name=title]").GetAttribute("value") == "Vault" ? "" : null, "the vault");
        ines.Saved();
        // From behind the stage, since Tab on the stage selects the signs it meets.
        ines.Run("document.querySelector('#room-details input[name=title]').focus()");
        TabTo(ines, "#room-details details[id^=fold-lock] > summary");
        ines.Keys(Keys.Enter);
        TabTo(ines, "#room-details select[name=opensBy]");
        ines.Keys(Keys.ArrowDown);
        ines.See("#room-details textarea[name=codes]");
        ines.Saved();
        TabTo(ines, "#room-details textarea[name=codes]");
        ines.Keys("barometer");
        ines.Saved();
        ines.Reads("#room-details details[id^=fold-lock] summary", "code barometer");

        // A clue before it.
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys(Keys.PageUp);
        ines.See("#room-stage .stage-picture");
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys("a");
        ines.See(".chooser");
        ines.Keys("clue");
        ines.Reads(".chooser", "1 kind");
        ines.Keys(Keys.Enter);
        ines.Until(() => ines.Focused == "title" ? "" : null, "the clue's title in hand");
        ines.Keys("What falls before a storm?");
        ines.Saved();

        // Tried by keys: the lock holds, the word opens it.
        ines.Run("document.querySelector('.stage-mat').focus()");
        ines.Keys("t");
        ines.See("body.in-trial .learn");
        TabTo(ines, "#room-stage .spot-list a[data-open]");
        ines.Keys(Keys.Enter);
        ines.See("#room-stage .panel.open");
        TabTo(ines, "#room-stage .panel.open input[name=code]");
        ines.Keys("barometer" + Keys.Enter);
        ines.Reads("#room-stage #connection", "Open now: Vault.");
        Assert.Equal([], ines.Complaints());
    }
}
