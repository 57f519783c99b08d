namespace ZestySlate.Browser.Tests;

/// <summary>What teachers do again and again, done by mouse within so many presses.</summary>
public sealed class PressesJourney(Apps apps)
{
    private static readonly (string Name, double X, double Y)[] Parts =
    [
        ("louvres", 0.3, 0.3),
        ("thermometer", 0.5, 0.3),
        ("roof", 0.5, 0.12),
        ("stand", 0.5, 0.85),
        ("door", 0.7, 0.4),
        ("ladder", 0.3, 0.7),
    ];

    /// <summary>A label at each part: the first one is chosen for all, then each press puts the next, and its words are typed.</summary>
    private static void LabelsAll(Person ines)
    {
        foreach (var (name, x, y) in Parts)
        {
            ines.PressStage(x, y);
            if (name == Parts[0].Name)
            {
                ines.PressCss(".chooser [data-series]");
                ines.PressKind("callout");
            }

            ines.Until(() => ines.Focused == "text" && Field(ines) == "" ? "" : null, "the field of the words");
            ines.Keys(name);
            ines.Until(() => Field(ines) == name ? "" : null, name);
        }

        ines.Saved();
        Assert.Equal(Parts.Length, ines.All("#room-stage a[data-sign]").Count);
    }

    private static string? Field(Person ines) =>
        (string?)ines.Run("return document.querySelector('#room-details textarea[name=text]')?.value");

    [Fact]
    public void A_picture_with_six_labels_given_to_a_class_in_18()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.CountPresses();
        ines.PressCss("main a[href$='/new']");
        ines.BeginActivity("shelter-inside.png", "Six parts");
        LabelsAll(ines);
        ines.Press("Publish", "#room-topline");
        ines.Press("Year 8 Coast & Sky", "main");
        ines.PressCss("input[name=noDue]");
        ines.Press("Give it", "main form");
        ines.Reads("main", "Kept.");
        ines.HasPressedAtMost(18);

        // The learners of the class find it among what is to be done.
        ines.Go(ines.Driver.Url.Split("/assignments/")[0]);
        ines.Reads("main", "Six parts");
    }

    [Fact]
    public void Six_spoken_names_in_30_and_all_are_heard()
    {
        using var ines = new Person(1280, 940, speaks: true).SignIn(apps);
        ines.CountPresses();
        ines.PressCss("main a[href$='/new']");
        ines.BeginActivity("shelter-inside.png", "Six spoken parts");
        LabelsAll(ines);
        ines.Press("Record all 6", "#room-details");
        foreach (var (name, _, _) in Parts)
        {
            ines.Reads("[data-recorder=name]", name);
            ines.Until(() => ines.All("[data-recorder=go]:enabled").FirstOrDefault(), "the microphone");
            Thread.Sleep(400);
            ines.PressCss("[data-recorder=go]");
        }

        ines.Gone("#recorder");
        ines.Saved();
        ines.HasPressedAtMost(30);
        foreach (var sign in ines.All("#room-stage [data-sign]").Select(sign => sign.GetAttribute("data-sign")!).ToList())
        {
            ines.SelectSign($"#room-stage [data-sign='{sign}']");
            ines.See("#room-details audio");
            Assert.Equal(Field(ines), ines.See("#room-details textarea[name=transcript]").GetAttribute("value"));
        }

        Assert.Empty(ines.Complaints());
    }

    /// <summary>Adds a question of a kind to the page; its prompt is in hand and typed.</summary>
    private static void Asks(Person ines, string kind, string prompt)
    {
        ines.PressCss(".page-add [data-do=add]");
        ines.See(".chooser");
        ines.Keys(kind + OpenQA.Selenium.Keys.Enter);
        Prompts(ines, prompt);
    }

    private static void Prompts(Person ines, string prompt)
    {
        ines.Until(
            () => (bool)ines.Run("return document.activeElement.closest('.page-open [data-field=prompt]') !== null")! ? "" : null,
            "the prompt in hand"
        );
        ines.Keys(prompt);
        ines.Reads(".page-open [data-field=prompt]", prompt);
    }

    /// <summary>Presses a field of the open question and types.</summary>
    private static void Into(Person ines, string css, string words)
    {
        ines.PressCss(".page-open " + css);
        ines.Keys(words);
        ines.Saved();
    }

    private static void Word(Person ines, string words) =>
        ines.Until(
            () =>
            {
                var word = ines.All(".page-open .press-word").FirstOrDefault(one => one.Text.Trim() == words);
                word?.Click();
                return word;
            },
            words
        );

    /// <summary>Goes to a setting by searching for it.</summary>
    private static void Sets(Person ines, string setting)
    {
        ines.Keys(OpenQA.Selenium.Keys.Escape);
        ines.Keys("/");
        ines.Until(() => (bool)ines.Run("return document.activeElement.matches('[data-setting-search]')")! ? "" : null, "the search");
        ines.Keys(setting);
        ines.See("[data-setting]");
        ines.Keys(OpenQA.Selenium.Keys.Enter);
    }

    [Fact]
    public void A_quiz_of_five_kinds_with_feedback_and_a_pass_mark_tried_and_published_in_30()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.CountPresses();
        ines.PressCss("main a[href$='/new']");
        ines.PressCss("#kinds > summary");
        ines.PressCss("main [name=kind][value=multipleChoice]");
        ines.See(".page-open");
        Prompts(ines, "Which shows the pressure?");
        Into(ines, "[data-option-text]", "barometer" + OpenQA.Selenium.Keys.Enter + "rain gauge");
        ines.PressCss(".page-open input[name=right]");
        Asks(ines, "true or false", "The glass falls before a storm.");
        ines.PressCss(".page-open input[name=right]");
        Asks(ines, "short text", "What measures the wind?");
        Into(ines, "[data-field=accepted] textarea", "anemometer");
        Asks(ines, "number", "How many hPa, on average?");
        Into(ines, "input[name=value]", "1013");
        Asks(ines, "gap text", "Complete it.");
        Into(ines, "textarea[name=fullText]", "A cold front brings gales.");
        Word(ines, "gales");
        ines.Saved();

        // Feedback for the wrong option of the first question.
        ines.PressCss("[data-row-open]");
        ines.PressCss(".page-open li:nth-child(2) details[id^=more-] > summary");
        Into(ines, "li:nth-child(2) textarea[name^=words-]", "It collects rain.");

        // What holds for the whole is found by its name.
        Sets(ines, "pass mark");
        ines.Keys("60");
        Sets(ines, "shuffle questions");
        ines.Saved();
        ines.PressCss("input[name=shuffleQuestions]");
        ines.Saved();
        ines.Press("Try it", "#room-topline");
        ines.See("#room-stage form[data-ask] fieldset");
        ines.PublishByLink();
        ines.HasPressedAtMost(30);
    }

    [Fact]
    public void Five_kinds_built_by_showing_and_published_in_30()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.CountPresses();
        ines.PressCss("main a[href$='/new']");
        ines.PressCss("#kinds > summary");
        ines.PressCss("main [name=kind][value=gapText]");
        ines.See(".page-open");
        Prompts(ines, "Complete the bulletin.");
        Into(ines, "textarea[name=fullText]", "A cold front brings gales.");
        Word(ines, "gales");
        ines.Saved();

        // The board: its picture where it belongs, items typed where items are, each dropped where it belongs.
        Asks(ines, "place", "Name what you see.");
        ines.See(".page-open [data-board-offer]");
        ines.All(".page-open [data-board-offer] input[type=file]")[0]
            .SendKeys(Path.Combine(Apps.Root, "demo", "pictures", "shelter-inside.png"));
        ines.See(".page-open [data-board-edit] img");
        ines.Saved();
        Into(ines, "[data-tray-new]", "thermometer" + OpenQA.Selenium.Keys.Enter + "roof" + OpenQA.Selenium.Keys.Enter);
        ines.Until(() => ines.All(".page-open [data-board-tray] .chip").Count == 2 ? "" : null, "two items in the tray");
        foreach (var (at, x, y) in new[] { (0, 0.3, 0.3), (1, 0.5, 0.1) })
        {
            var sheet = ines.See(".page-open [data-board-edit] [data-sheet]");
            ines.Run("arguments[0].scrollIntoView({ block: 'center' })", sheet);
            ines.Hand.MoveToElement(ines.All(".page-open [data-board-tray] .chip")[at])
                .ClickAndHold()
                .MoveToElement(sheet, (int)(sheet.Size.Width * (x - 0.5)), (int)(sheet.Size.Height * (y - 0.5)))
                .Release()
                .Perform();
            ines.Until(() => ines.All(".page-open [data-board-edit] .on-board").Count == at + 1 ? "" : null, "the item on the board");
            ines.Saved();
        }

        // A table: what is typed into a cell is right.
        Asks(ines, "grid", "What does it measure?");
        ines.PressCss(".page-open table td:nth-of-type(1)");
        ines.Keys("barometer" + OpenQA.Selenium.Keys.Tab + "pressure");
        ines.Saved();
        ines.Pick(".page-open [data-cell-set=kind]", "a text");
        ines.Saved();
        Asks(ines, "jumbled", "Put the words in order.");
        Into(ines, "textarea[name=lines], .page-open textarea[name^=line]", "Red sky at night");
        Asks(ines, "long text", "Why does the wind turn?");
        ines.Saved();
        ines.PublishByLink();
        ines.HasPressedAtMost(30);
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void An_old_question_into_a_new_quiz_in_5()
    {
        using var ines = new Person(1280, 940).SignIn(apps).BeginQuestions(apps);
        ines.CountPresses();
        ines.Press("Something made before", ".page-edit");
        ines.See("#reuse[open] input[name=words]").SendKeys("Wind and pressure");
        ines.Until(
            () =>
            {
                var found = ines.All("#reuse .reuse-activity")
                    .FirstOrDefault(one => one.Text.Contains("quick check", StringComparison.Ordinal));
                found?.Click();
                return found;
            },
            "the activity"
        );
        ines.PressCss("#reuse [data-several][data-take=copy]");
        ines.Reads("#reuse", "Copied ✓");
        ines.PressCss("#reuse li:nth-child(2) > span [data-several][data-take=copy]");
        ines.Until(() => ines.All(".page-row").Count == 2 ? "" : null, "two questions on the page");
        ines.HasPressedAtMost(5);
    }
}
