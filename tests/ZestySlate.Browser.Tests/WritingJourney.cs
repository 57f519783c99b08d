using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Texts and tables: built by showing, tried by the author, answered by mouse, on a phone and by keys alone.</summary>
public sealed class WritingJourney(Apps apps)
{
    [Fact]
    public void A_long_text_is_marked_by_key_ideas()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("longText", "Why does the sea breeze blow?");
        ines.Fill("textarea[name=modelAnswer]", "By day the land warms faster than the sea. Warm air rises over it.");

        // Words pressed in the model answer are ideas; pressed by mistake, one is undone by pressing it again.
        ines.Until(() => ines.All(".press-word").FirstOrDefault(e => e.Text == "land"), "the words to press").Click();
        ines.Until(() => ines.All("textarea[name^=phrases]").Count == 1 && ines.All(".press-gap").Count == 1 ? "" : null, "the first idea");
        ines.Saved();
        ines.Hand.MoveToElement(ines.All(".press-word").First(e => e.Text == "air"))
            .ClickAndHold()
            .MoveToElement(ines.All(".press-word").First(e => e.Text == "rises"))
            .Release()
            .Perform();
        ines.Until(() => ines.All("textarea[name^=phrases]").Count == 2 ? "" : null, "the second idea");
        ines.Saved();
        ines.All(".press-word").First(e => e.Text == "sea").Click();
        ines.Until(() => ines.All(".press-gap").Count == 3 ? "" : null, "a third idea");
        ines.Saved();
        ines.All(".press-gap").First(e => e.Text == "sea").Click();
        ines.Until(() => ines.All(".press-gap").Count == 2 ? "" : null, "two ideas again");
        ines.Saved();

        // A sample text shows what would be found in it, idea by idea.
        ines.PressCss(".page-open details[id^=fold-samples] summary");
        ines.Fill("textarea[name=sample]", "The lnad? The aire slowly rises.");
        ines.Reads(".samples", "50 %");
        ines.Reads(".samples tbody td:nth-child(2)", "1 of 1");
        ines.PressCss(".page-open details[id^=fold-length] summary");
        ines.Fill("input[name=least]", "4");

        ines.TryIt();
        ines.Type(".long-text textarea", "The moon.");
        ines.Reads(".long-text-length", "This is shorter than asked for.");
        ines.MarkThis("Not right");
        ines.AnotherGo();

        // The text stays; it goes on by keys alone.
        Assert.Equal("The moon.", ines.See(".long-text textarea").GetAttribute("value"));
        ines.TabTo(".long-text textarea");
        ines.Keys(Keys.End + " The land warms, and over it the air rises.");
        ines.Until(
            () => ines.See(".long-text-length").Text.StartsWith("11 words", StringComparison.Ordinal) ? "" : null,
            "the words counted"
        );
        ines.TabTo("[value=mark]");
        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
        Assert.Equal(["land1", "air rises2"], ines.All("#room-stage .long-text-marked mark").Select(e => e.Text));
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void A_table_is_pasted_and_filled()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("grid", "Complete the tide table.");
        void Cell(int row, int column) =>
            ines.Until(
                () =>
                    ines.All(".grid-edit [data-cell]").ElementAtOrDefault((row * 3) + column) is { } cell
                    && cell.FindElements(By.CssSelector("input")).FirstOrDefault() is { } field
                    && Clicked(field)
                        ? ""
                        : null,
                $"the cell {row}, {column}"
            );
        static bool Clicked(IWebElement field)
        {
            field.Click();
            return true;
        }

        // From a spreadsheet, with a row more than there was.
        Cell(0, 0);
        ines.Run(
            "const d = new DataTransfer(); d.setData('text/plain', arguments[0]); "
                + "document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, "
                + "cancelable: true }))",
            "Tide\tTime\tHeight, m\nLow\t02:10\t0.8\nHigh\t08:20\t4.25\nSpring tide\t\tyes\nDay\tneap\t"
        );
        ines.Until(() => ines.All(".grid-edit [data-cell]").Count == 15 ? "" : null, "the pasted table");
        ines.Saved();
        Assert.Equal("Tide", ines.All(".grid-edit [data-cell] input")[0].GetAttribute("value"));

        // Two cells at once by Shift and arrow; each a number worth a quarter.
        Cell(1, 2);
        ines.Hand.KeyDown(Keys.Shift).SendKeys(Keys.ArrowDown).KeyUp(Keys.Shift).Perform();
        ines.Until(() => ines.All(".grid-edit .chosen").Count == 2 ? "" : null, "two cells chosen");
        ines.Pick(".grid-edit select[name=cellKind]", "a number");
        ines.Until(() => ines.All(".grid-edit td.kind-number").Count == 2 ? "" : null, "two numbers");
        ines.Saved();
        ines.Retype(".grid-edit input[name=cellPoints]", "0,25");
        ines.Until(
            () => ines.All(".grid-edit td.kind-number .grid-cell-kind").All(e => e.Text == "0.25") ? "" : null,
            "a quarter of a point each"
        );
        ines.Saved();
        Cell(3, 2);
        ines.Pick(".grid-edit select[name=cellKind]", "a tick");
        ines.See(".grid-edit td.kind-tick input:checked");
        ines.Saved();
        Cell(1, 1);
        ines.Pick(".grid-edit select[name=cellKind]", "a text");
        ines.See(".grid-edit td.kind-text");
        ines.Saved();
        Cell(4, 1);
        ines.Pick(".grid-edit select[name=cellKind]", "a pick from a list");
        ines.Saved();
        ines.Retype("textarea[name^=options]", "neap\nspring");
        ines.Saved();
        ines.PressCss(".grid-edit [name=gridDo][value=rowAfter]");
        ines.Until(() => ines.All(".grid-edit [data-cell]").Count == 18 ? "" : null, "a row more");
        ines.Saved();
        ines.PressCss("[data-do=undo]");
        ines.Until(() => ines.All(".grid-edit [data-cell]").Count == 15 ? "" : null, "undo");
        ines.Saved();

        ines.TryIt();
        var fields = ines.All("#room-stage .sheet-table :is(input, select)");
        fields[0].SendKeys("3:10");
        ines.MarkThis("Not right");
        ines.Reads("#room-stage .part-list", "Low, Time");
        ines.AnotherGo();

        // By keys alone, as in a spreadsheet: Enter goes down, the arrows to the side; undecided cells are passed over.
        ines.TabTo("#room-stage .sheet-table input");
        ines.Hand.KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control).Perform();
        ines.Keys("02:10" + Keys.ArrowRight + "0,8" + Keys.Enter + "4.25" + Keys.Enter + Keys.Space);
        Assert.Equal(
            "02:10 0,8 4.25 yes",
            string.Join(
                " ",
                ines.All("#room-stage .sheet-table input")
                    .Select(field =>
                        field.GetAttribute("type") == "checkbox"
                            ? field.Selected
                                ? "yes"
                                : "no"
                            : field.GetAttribute("value")
                    )
            )
        );
        ines.TabTo("#room-stage .sheet-table select");
        ines.Keys("n");
        ines.TabTo("[value=mark]");
        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
        ines.Reads(".verdict-points", "3.5 of 3.5 points");

        // On a phone the head column stays while the table is moved.
        ines.Press("Back to building", "#room-topline");
        ines.See(".page-open");
        using var wren = new Person(390, 844).Visit(apps, ines.PublishByLink());
        wren.Ready();
        wren.Run("document.querySelector('.sheet-table').style.width = '700px'; document.querySelector('.grid-wrap').scrollLeft = 200");
        Assert.True(
            (bool)
                wren.Run(
                    "const a = document.querySelector('.grid-wrap').getBoundingClientRect().left, b = "
                        + "document.querySelector('tr:nth-child(2) th').getBoundingClientRect().left; return Math.abs(a - b) "
                        + "< 3"
                )!
        );
        Assert.Empty(wren.Complaints());
    }
}
