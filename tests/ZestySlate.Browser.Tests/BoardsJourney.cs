using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Questions on a board: built by drawing and dropping, answered by mouse, by finger and by keys alone.</summary>
public sealed class BoardsJourney(Apps apps)
{
    private static IWebElement Named(Person person, string css, string words) => person.Until(() => person.All(css).FirstOrDefault(e => e.Displayed && e.Text.Trim() == words), $"{words} in {css}");

    private static IWebElement Sheet(Person person, string within) => person.See(within + " [data-sheet]");

    /// <summary>Brings the author's board to the top of the stage.</summary>
    private static void ToBoard(Person person) => person.Run("document.querySelector('.board-edit').scrollIntoView({ block: 'start' })");

    /// <summary>Draws an area from corner to corner, in shares of the board.</summary>
    private static void Draw(Person person, string tool, double left, double top, double right, double bottom)
    {
        ToBoard(person);
        person.PressCss($".board-edit [data-draw={tool}]");
        var sheet = Sheet(person, ".board-edit");
        var size = sheet.Size;
        (int X, int Y) At(double x, double y) => ((int)(size.Width * (x - 0.5)), (int)(size.Height * (y - 0.5)));
        person.Hand.MoveToElement(sheet, At(left, top).X, At(left, top).Y).ClickAndHold().MoveByOffset(20, 10).MoveToElement(sheet, At(right, bottom).X, At(right, bottom).Y).Release().Perform();
        person.Until(() => person.All(".board-edit [data-draw][aria-pressed=true]").Count == 0 ? "" : null, "the tool laid down");
    }

    [Fact]
    public void Items_are_put_where_they_belong()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("placing", "High or low?");
        ines.See("[data-option-text=item]").Click();
        ines.Keys("cirrus" + Keys.Enter + "stratus" + Keys.Enter + "fog");
        ines.Saved();

        // One zone is drawn and named, the other is made where an item is dropped.
        Draw(ines, "rectangle", 0.1, 0.05, 0.9, 0.3);
        ines.Keys("high");
        ines.Saved();
        ToBoard(ines);
        ines.DragTo(Named(ines, "[data-board-tray] .chip", "cirrus"), Sheet(ines, ".board-edit"), 0.5, 0.15);
        ines.Until(() => ines.All(".board-edit .on-board").Count == 1 ? "" : null, "cirrus on its zone");
        ines.Saved();
        ines.DragTo(Named(ines, "[data-board-tray] .chip", "stratus"), Sheet(ines, ".board-edit"), 0.5, 0.7);
        ines.Until(() => ines.All(".board-edit [data-zone]").Count == 2 && ines.All(".board-edit .on-board").Count == 2 ? "" : null, "a zone round stratus");
        ines.Saved();

        // Fog belongs there too; the zone takes several. Arrows move a zone.
        ines.All("textarea[name^=zoneName]")[1].SendKeys("low" + Keys.Tab);
        ines.Keys(Keys.Space);
        ines.Saved();
        ToBoard(ines);
        ines.DragTo(Named(ines, "[data-board-tray] .chip", "fog"), Sheet(ines, ".board-edit"), 0.5, 0.7);
        ines.Until(() => ines.All(".board-edit .on-board").Count == 3 ? "" : null, "fog beside stratus");
        ines.Saved();
        var before = ines.All("[data-area]")[0].GetAttribute("value");
        ines.Run("document.querySelector('.board-edit [data-zone]').focus()");
        ines.Keys(Keys.ArrowDown + Keys.ArrowDown);
        ines.Until(() => ines.All("[data-area]")[0].GetAttribute("value") != before ? "" : null, "the zone moved");
        ines.Saved();

        ines.TryIt();
        var board = Sheet(ines, "#room-stage .placing");
        ines.DragTo(Named(ines, "[data-place-item] [data-carry]", "cirrus"), board, 0.5, 0.72);
        ines.DragTo(Named(ines, "[data-place-item] [data-carry]", "fog"), board, 0.9, 0.9);
        ines.Until(() => ines.All(".placing .on-board").Count == 2 ? "" : null, "two items on the board");
        ines.MarkThis("Not right");
        ines.Reads(".place-item", "«cirrus» does not belong there.");
        ines.AnotherGo();

        // By keys alone: each item's place is chosen by its name.
        foreach (var key in ines.All("[data-place-item]").Select(item => item.Text.Contains("cirrus", StringComparison.Ordinal) ? "h" : "l").ToList())
        {
            ines.TabTo("[data-place-item] select:not(.done)");
            ines.Run("document.activeElement.classList.add('done')");
            ines.Keys(key);
        }

        ines.TabTo("[value=mark]");
        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
        ines.Press("Back to building", "#room-topline");
        ines.See(".page-open");

        // A finger on a phone; each drop is marked, and what is wrong comes back.
        ines.PressCss(".page-open details[id^=fold-placing] summary");
        ines.PressCss(".page-open input[name=returns]");
        ines.Saved();
        var code = ines.PublishByLink();
        using var wren = new Person(390, 844);
        wren.Go($"{apps.Slate}/a/{code}");
        wren.Type("input[name=name]", "Wren");
        wren.PressCss(".gate button");
        wren.Ready();
        wren.TouchOnto(Named(wren, "[data-place-item] [data-carry]", "cirrus"), Sheet(wren, ".placing"), 0.5, 0.72);
        wren.Reads(".place-item", "«cirrus» does not belong there.");
        Assert.Empty(wren.All(".on-board"));
        wren.TouchOnto(Named(wren, "[data-place-item] [data-carry]", "cirrus"), Sheet(wren, ".placing"), 0.5, 0.2);
        wren.Until(() => wren.All(".on-board.kept").Count == 1 ? "" : null, "cirrus stays");
        Assert.Empty(wren.Complaints());
    }
}
