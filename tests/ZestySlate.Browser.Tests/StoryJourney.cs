using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A story: written in the workbench, decided on a phone and by keys, gone back in, handed in.</summary>
public sealed class StoryJourney(Apps apps)
{
    [Fact]
    public void A_story_is_decided_on_a_phone_to_an_ending_and_gone_back_in()
    {
        using var wren = new Person(390, 844).Visit(apps, "warning");
        wren.Reads("[data-situation]", "twelve boats leave");
        wren.Reads("#story", "60 %");
        // What could not be kept is told, and can be decided once more.
        wren.Run(
            "const send = fetch; let first = true; window.fetch = (to, how) => how?.method === 'POST' && first"
                + " ? (first = false, Promise.resolve(new Response('', { status: 422 }))) : send(to, how)"
        );
        wren.Press("Ring the harbour master", "[data-situation]");
        wren.Press("I do not need it", "#set-aside");
        wren.Press("Ring the harbour master", "[data-situation]");
        wren.Reads("#scene-title", "The harbour master");
        wren.Reads("#said-on-the-way", "You chose: Ring the harbour master");
        Assert.True((bool)wren.Run("return document.documentElement.scrollWidth <= innerWidth")!);
        wren.Press("Say that it will be fine", "[data-situation]");
        wren.Reads("#story", "40 %");

        // Without a reading it goes out from the glass alone; who is asked, says so, or does not.
        Assert.DoesNotContain("with the reading", wren.See("[data-situation]").Text);
        wren.Press("without a reading", "[data-situation]");
        wren.Press("On the buoy", "[data-situation]");
        wren.Reads("#scene-title", "He has the buoy");
        wren.Press("Hang up", "[data-situation]");
        wren.Reads("[data-situation]", "safe, at a price");
        wren.Reads("[data-situation]", "1 of 4 endings found");
        wren.Reads("[data-situation] ol", "On the buoy");
        wren.PressCss("button[title='Decide again: The master of the ferry']");
        wren.Reads("#scene-title", "The master of the ferry");
        wren.Reads("#story", "40 %");
        wren.Press("On none yet", "[data-situation]");
        wren.Reads("#scene-title", "Still nothing");
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void By_keys_one_decides_hears_what_follows_and_hands_in()
    {
        using var wren = new Person().Visit(apps, "warning");
        void Decide(string words)
        {
            wren.Reads("[data-situation]", words);
            wren.Run(
                "[...document.querySelectorAll('[data-choose] button')].find(b => b.textContent.includes(arguments[0])).focus()",
                words
            );
            wren.Keys(Keys.Enter);
        }

        Decide("Ring the harbour master");
        wren.Until(() => wren.Focused == "scene-title" ? "" : null, "the new scene to be in hand");
        Decide("Say that it will be fine");
        Decide("Wait for the nine o’clock chart");
        Decide("One more hour");
        Decide("Call the lifeboat");
        wren.Reads("[data-situation]", "too late");
        wren.Press("Hand in");
        wren.Reads("#result", "0 of 4 points");
        Assert.Empty(wren.All("[data-back]"));
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void A_story_is_written_in_the_workbench_tried_and_published()
    {
        using var ines = new Person(1400, 900).SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "Rain or shine");

        // What the story keeps in mind.
        ines.DetailsOf("activity");
        ines.PressCss("#fold-story > summary");
        ines.Press("A number", "#fold-story");
        ines.PressCss("#fold-story input[name^=name-]");
        ines.Hand.KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control).SendKeys("Courage" + Keys.Tab).Perform();
        ines.Reads("#fold-story > summary", "Courage");
        ines.Saved();

        // A choice that leads to a new scene, says something, and lowers it.
        ines.PressStage(0.5, 0.5);
        ines.Choose("choice");
        ines.Type("#room-details textarea[name=words]", "Stay at home");
        ines.Keys(Keys.Tab);
        ines.Saved();
        ines.Reads("#choices", "Stay at home");
        ines.PressCss("#room-details [data-field=said] [contenteditable=true]");
        ines.Keys("It rains all day.");
        ines.Saved();
        ines.Pick("#room-details select[name^=by-]", "rises by");
        ines.Saved();

        // On the way something is seen and heard.
        Upload("onTheWayPicture", "pictures/rain-gauge-cut.png");
        ines.See("#room-details .illustration img");
        Upload("onTheWaySound", "sounds/bell-buoy.wav");
        ines.See("#room-details textarea[name=transcript]");
        ines.Saved();
        void Upload(string purpose, string file)
        {
            var css = $"#room-details form[data-upload]:has([value={purpose}]) input[type=file]";
            ines.Run("document.querySelector(arguments[0]).classList.remove('sr-only')", css);
            ines.All(css)[0].SendKeys(Path.Combine(Apps.Root, "demo", file));
        }

        ines.Press("Make a new scene for it", "#room-details");
        ines.See("#room-details [data-at]");
        ines.Saved();
        ines.Press("Go there", "#room-details");
        ines.Until(() => ines.See("#room-details input[name=title]").GetAttribute("value") == "Stay at home" ? "" : null, "the new scene");
        ines.PressCss("details[id^=fold-telling] > summary");
        ines.PressCss("details[id^=fold-telling] [contenteditable=true]");
        ines.Keys("You are dry.");
        ines.Saved();
        ines.PressCss("details[id^=fold-telling] input[name=ending]");
        ines.Type("details[id^=fold-telling] input[name=endingKind]", "dry");
        ines.Keys(Keys.Tab);
        ines.Saved();

        // On the map it ends there; back at the decision a second choice comes, from below the stage.
        ines.Press("Map and outline");
        ines.Reads("#map", "ends here: dry");
        ines.Keys(Keys.Escape);
        ines.PressCss("#room-storyboard [data-at]");
        ines.Reads("#choices", "Stay at home");
        ines.PressCss("#choices [data-add-kind]");
        ines.Until(() => ines.All("#choices [data-select]").Count == 2 ? "" : null, "two choices");
        ines.Type("#room-details textarea[name=words]", "Look out of the window");
        ines.Keys(Keys.Tab);
        ines.Saved();
        ines.PressCss("details[id^=fold-lock] > summary");
        ines.Pick("details[id^=fold-lock] select[name=opensBy]", "how a state or thing of the story stands");
        ines.Pick("details[id^=fold-lock] select[name=state]", "Courage");
        ines.Saved();
        // A second condition, of which one is enough; it is taken away again.
        ines.Pick("details[id^=fold-lock] select[name=k1-opensBy]", "chance");
        ines.See("details[id^=fold-lock] [name=k1-chance]");
        ines.Pick("details[id^=fold-lock] select[name=join]", "one of this is so");
        ines.Saved();
        ines.Reads("details[id^=fold-lock] > summary", "by how the story stands or by chance, 50 %");
        ines.Pick("details[id^=fold-lock] select[name=k1-opensBy]", "take this condition away");
        ines.Until(() => ines.All("details[id^=fold-lock] [name=k1-chance]").Count == 0 ? "" : null, "one condition");
        ines.Saved();
        var code = ines.PublishByLink();

        using var wren = new Person().Visit(apps, code);
        wren.Reads("#story", "Courage");
        Assert.DoesNotContain("Look out of the window", wren.See("[data-situation]").Text);
        // Pressed twice it is decided once.
        wren.Run("const b = document.querySelector('[data-choose] button'); b.click(); b.click();");
        wren.Reads("#said-on-the-way", "It rains all day.");
        wren.See("#said-on-the-way img");
        Assert.Single(wren.All("#said-on-the-way audio"));
        wren.Reads("[data-situation]", "You are dry.");
        Assert.DoesNotContain("decided already", wren.See("body").Text);
        wren.Press("Once more from the start", "[data-situation]");
        wren.See("[data-choose]");
        Assert.Empty(wren.Complaints());
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void On_the_map_a_story_is_drawn_typed_and_seen_as_a_whole()
    {
        using var ines = new Person(1400, 900).SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "On the map");
        ines.Press("Map and outline");
        ines.See("#map .map-node");

        // A line to the empty ground asks for the words, and makes the choice and its scene.
        var arrow = ines.See("#map .map-knob circle");
        ines.Hand.MoveToElement(arrow).ClickAndHold().MoveByOffset(40, 20).MoveByOffset(180, 120).Release().Perform();
        Written(ines, "What they can do", "Ring the harbour" + Keys.Enter);
        ines.Until(() => ines.All("#map .map-node").Count == 2 ? "" : null, "two scenes");
        ines.Saved();
        ines.Until(
            () => ((string)ines.Run("return document.querySelector('#outline').value")!).Contains("Ring the harbour → ") ? "" : null,
            "the choice in the outline"
        );

        // The new scene is chosen and in hand: it is carried elsewhere, its words are written beside the map, and a step back is there.
        ines.Until(() => ines.See("#map-chosen input[name=title]").GetAttribute("value") == "Ring the harbour" ? "" : null, "it is chosen");
        var carried = ines.See("#map .map-node[aria-pressed=true]");
        var (id, stood) = (carried.GetAttribute("id")!, carried.GetAttribute("transform"));
        ines.Hand.MoveToElement(ines.See($"#{id} .map-title")).ClickAndHold().MoveByOffset(10, 30).MoveByOffset(30, 60).Release().Perform();
        ines.Saved();
        ines.Until(() => ines.See("#" + id).GetAttribute("transform") != stood ? "" : null, "it stands elsewhere");
        ines.Run($"document.getElementById('{id}').focus()");
        ines.Hand.KeyDown(Keys.Control).SendKeys("z").KeyUp(Keys.Control).Perform();
        ines.Until(() => ines.See("#" + id).GetAttribute("transform") == stood ? "" : null, "it stands where it stood");
        Assert.Equal(id, ines.Run("return document.activeElement.id"));
        ines.Keys(Keys.ArrowLeft);
        Assert.NotEqual(id, ines.Run("return document.activeElement.id"));
        ines.Keys(Keys.Space + Keys.F2);
        ines.Until(() => ines.Run("return document.activeElement.name") is "title" ? "" : null, "the name in hand");
        ines.Keys("Desk" + Keys.Tab);
        ines.Keys("Ring her" + Keys.Tab);
        ines.Saved();
        ines.Reads("#map .scene-map", "Desk");
        ines.Reads("#map .map-choice", "Ring her");

        // A name, and the words of a choice, are written where they stand; what is left by Escape stays, and the map stays open.
        ines.Hand.DoubleClick(ines.See($"#{id} .map-title")).Perform();
        Written(ines, "Name of the scene", "Watch desk" + Keys.Enter);
        ines.Reads($"#{id} .map-title", "Watch desk");
        ines.Hand.DoubleClick(ines.See("#map .map-choice")).Perform();
        Written(ines, "What they can do", "Call her" + Keys.Enter);
        ines.Reads("#map .map-choice", "Call her");
        ines.Saved();
        ines.Hand.DoubleClick(ines.See("#map .map-choice")).Perform();
        Written(ines, "What they can do", "Never" + Keys.Escape);
        Assert.Equal("Call her", ines.See("#map .map-choice").Text);

        // By keys a consequence, and what stands beside it; several are chosen by a frame, copied, and deleted; that is taken back.
        ines.Run($"document.getElementById('{id}').focus()");
        ines.Keys("n");
        ines.Keys("Wait" + Keys.Enter);
        ines.Until(() => ines.All("#map .map-node").Count == 3 ? "" : null, "a consequence");
        ines.Until(
            () =>
                ines.Run("return document.activeElement.closest('.map-node')?.getAttribute('aria-label')") is string said
                && said.StartsWith("Wait", StringComparison.Ordinal)
                    ? ""
                    : null,
            "it is in hand"
        );
        ines.Keys("s");
        ines.Keys("Shout" + Keys.Enter);
        ines.Until(() => ines.All("#map .map-node").Count == 4 ? "" : null, "a sibling");
        ines.Reads("#map-chosen", "Go there");
        ines.Hand.KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control).Perform();
        ines.Reads("#map-chosen", "4 scenes");
        ines.Keys(Keys.Delete);
        ines.Reads("#map", "An activity keeps at least one scene.");
        ines.PressCss($"#{id} .map-title");
        ines.Reads("#map-chosen", "Go there");
        ines.Press("Copy", "#map-chosen");
        ines.Until(() => ines.All("#map .map-node").Count == 5 ? "" : null, "a copy");
        ines.Press("Undo", "#toast");
        ines.Until(() => ines.All("#map .map-node").Count == 4 ? "" : null, "no copy");
        ines.Press("Arrange", "#map");
        ines.Reads("#toast", "Arranged.");
        ines.Saved();
        foreach (var gone in (string[])["Wait", "Shout"])
        {
            ines.PressCss($"#map .map-node[aria-label^='{gone}'] .map-title");
            ines.Until(() => ines.See("#map-chosen input[name=title]").GetAttribute("value") == gone ? "" : null, gone);
            ines.Press("Delete", "#map-chosen");
            ines.Until(() => ines.All($"#map .map-node[aria-label^='{gone}']").Count == 0 ? "" : null, gone + " to go");
        }

        ines.Saved();
        Assert.Equal(2, ines.All("#map .map-node").Count);

        // The rest is typed.
        ines.Run("document.querySelector('#outline').focus()");
        ines.Hand.KeyDown(Keys.Control).SendKeys(Keys.End).KeyUp(Keys.Control).Perform();
        ines.Keys(Keys.Enter + "  Tell her all -> All in harbour [end: a good end]" + Keys.Enter + "  Say nothing -> Too late [end]");
        ines.Press("Make the scenes", "#map");
        ines.Until(() => ines.All("#map .map-node").Count == 4 ? "" : null, "four scenes");
        ines.Reads("#map", "ends here: a good end");
        ines.Reads("#map", "50 %");

        // Nearer by keys, the whole again by 0; by hand the ground moves.
        var wide = Width(ines);
        ines.Run("document.querySelector('.scene-map').parentElement.focus()");
        ines.Keys("+++++++");
        ines.Until(() => Width(ines) > wide * 2 ? "" : null, "nearer");
        ines.Keys("0");
        ines.Until(
            () =>
                ines.Run(
                    "const m = document.querySelector('.scene-map'); return m.getBoundingClientRect().width <= m.parentElement.clientWidth + 1"
                )
                    is true
                    ? ""
                    : null,
            "the whole"
        );

        // A graph from elsewhere is pasted; one that cannot be read is told with its line.
        ines.PressCss("#fold-map-paste > summary");
        ines.Type("#pasted", "digraph { \"Too late\" -> ");
        ines.PressCss("#fold-map-paste button");
        ines.Reads("body", "This graph cannot be read: in line 1");
        ines.PressCss("#pasted");
        ines.Keys("fog [label=\"wait\"] }");
        ines.PressCss("#fold-map-paste button");
        ines.Until(() => ines.All("#map .map-node").Count == 5 ? "" : null, "five scenes");
        // The browser itself notes what was refused.
        Assert.All(ines.Complaints(), complaint => Assert.Contains("422", complaint, StringComparison.Ordinal));
    }

    /// <summary>A question is the choice: right leads here, wrong there; at the end it is decided anew.</summary>
    [Fact]
    public void An_answer_decides_where_the_story_goes_on()
    {
        using var ines = new Person(1400, 900).SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity("coast.svg", "Out or in");
        ines.Press("Map and outline");
        ines.See("#map .map-node");
        ines.Run("document.querySelector('#outline').focus()");
        ines.Hand.KeyDown(Keys.Control).SendKeys(Keys.End).KeyUp(Keys.Control).Perform();
        ines.Keys(Keys.Enter + "Dry [end: a good end]" + Keys.Enter + "Wet [end]");
        ines.Press("Make the scenes", "#map");
        ines.Until(() => ines.All("#map .map-node").Count == 3 ? "" : null, "three scenes");
        ines.Saved();
        ines.Keys(Keys.Escape);
        ines.PressStage(0.5, 0.5);
        ines.Choose("multipleChoice");
        ines.PressCss("#room-details [data-field=prompt] [contenteditable=true]");
        ines.Keys("The glass falls. What now?");
        ines.Saved();
        ines.Retype("#room-details li:nth-child(1) [data-option-text]", "Stay in");
        ines.Retype("#room-details li:nth-child(2) [data-option-text]", "Go out");
        ines.PressCss("#room-details .edit-option:nth-child(1) input[name=right]");
        ines.Saved();
        ines.PressCss("details[id^=fold-leads] > summary");
        ines.Pick("select[name=turn-Right-scene]", "Dry");
        ines.Pick("select[name=turn-Wrong-scene]", "Wet");
        ines.Saved();
        ines.Reads("details[id^=fold-leads] > summary", "2 ways");
        var code = ines.PublishByLink();

        using var wren = new Person().Visit(apps, code);
        void Answers(string option)
        {
            wren.Run("[...document.querySelectorAll('.panel label')].find(one => one.innerText.includes(arguments[0])).click()", option);
            wren.Press("Mark my answer", ".panel");
            wren.PressCss(".panel form[data-choose] button");
        }

        wren.PressCss("a[data-sign]");
        wren.See(".panel form[data-ask]");
        Answers("Go out");
        wren.Reads("#scene-title", "Wet");
        wren.Reads("[data-situation] ol", "Go out");
        wren.PressCss("button[title^='Decide again']");
        wren.See("a[data-sign]");
        wren.PressCss("a[data-sign]");
        wren.PressCss(".panel button[value=again]");
        wren.Until(() => wren.All(".panel form[data-choose]").Count == 0 ? "" : null, "the answer before to lead nowhere");
        Answers("Stay in");
        wren.Reads("#scene-title", "Dry");
        wren.Reads("[data-situation]", "2 of 2 endings found");
        wren.Press("Hand in");
        wren.See("#result");
        Assert.Empty(wren.Complaints());

        ines.Go(apps.Slate + $"/author/{code}/statistics");
        ines.Reads("main", "a right answer");
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void Two_fingers_bring_the_map_nearer_and_one_moves_it()
    {
        using var ines = new Person(820, 1100).SignIn(apps);
        ines.Go(apps.Slate + "/author/warning");
        ines.See("html.scripted");
        ines.PressCss("[data-do=map]");
        ines.See("#map .scene-map");
        ines.Run("document.querySelector('.scene-map').parentElement.focus()");
        ines.Keys("0");
        var wide = Width(ines);
        var room = (
            (IReadOnlyCollection<object>)
                ines.Run(
                    "const b = document.querySelector('#map .map-room').getBoundingClientRect(); return [b.left, b.top, b.width, b.height]"
                )!
        )
            .Select(Convert.ToDouble)
            .ToArray();
        var (x, y) = (room[0] + (room[2] / 2), room[1] + (room[3] / 2));
        ines.Touch("touchStart", (x - 30, y));
        ines.Touch("touchStart", (x - 30, y), (x + 30, y));
        ines.Touch("touchMove", (x - 60, y), (x + 60, y));
        ines.Touch("touchMove", (x - 90, y), (x + 90, y));
        ines.Touch("touchEnd");
        ines.Until(() => Width(ines) > wide * 2 ? "" : null, "nearer");

        ines.Touch("touchStart", (x - 90, y), (x + 90, y));
        ines.Touch("touchMove", (x - 30, y), (x + 30, y));
        ines.Touch("touchEnd");
        ines.Until(() => Width(ines) < wide * 1.5 ? "" : null, "farther again");
    }

    /// <summary>What is typed into the field that is in hand.</summary>
    private static void Written(Person person, string field, string words)
    {
        person.Until(() => person.Run("return document.activeElement.ariaLabel") is string name && name == field ? "" : null, field);
        person.Keys(words);
    }

    private static readonly System.Globalization.CultureInfo Invariant = System.Globalization.CultureInfo.InvariantCulture;

    private static double Width(Person person) =>
        Convert.ToDouble(person.Run("return document.querySelector('.scene-map').getAttribute('width')"), Invariant);
}
