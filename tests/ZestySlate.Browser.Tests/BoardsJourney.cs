using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Questions on a board: built by drawing and dropping, answered by mouse, by finger and by keys alone.</summary>
public sealed class BoardsJourney(Apps apps)
{
    /// <summary>Says in the open question whether learners look round or answer.</summary>
    private static void WorkBy(Person ines, string words)
    {
        ines.Run("document.querySelector('.page-open details[id^=fold-points]').open = true");
        ines.Pick(".page-open select[name=round]", words);
    }

    private static IWebElement Named(Person person, string css, string words) =>
        person.Until(() => person.All(css).FirstOrDefault(e => e.Displayed && e.Text.Trim() == words), $"{words} in {css}");

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
        person
            .Hand.MoveToElement(sheet, At(left, top).X, At(left, top).Y)
            .ClickAndHold()
            .MoveByOffset(20, 10)
            .MoveToElement(sheet, At(right, bottom).X, At(right, bottom).Y)
            .Release()
            .Perform();
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
        ines.Until(
            () => ines.All(".board-edit [data-zone]").Count == 2 && ines.All(".board-edit .on-board").Count == 2 ? "" : null,
            "a zone round stratus"
        );
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
        ines.Reads(".place-item", "“cirrus” does not belong there.");
        ines.AnotherGo();

        // By keys alone: each item's place is chosen by its name.
        foreach (
            var key in ines.All("[data-place-item]")
                .Select(item => item.Text.Contains("cirrus", StringComparison.Ordinal) ? "h" : "l")
                .ToList()
        )
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
        using var wren = new Person(390, 844).Visit(apps, code);
        wren.Ready();
        wren.TouchOnto(Named(wren, "[data-place-item] [data-carry]", "cirrus"), Sheet(wren, ".placing"), 0.5, 0.72);
        wren.Reads(".place-item", "“cirrus” does not belong there.");
        Assert.Empty(wren.All(".on-board"));
        wren.TouchOnto(Named(wren, "[data-place-item] [data-carry]", "cirrus"), Sheet(wren, ".placing"), 0.5, 0.2);
        wren.Until(() => wren.All(".on-board.kept").Count == 1 ? "" : null, "cirrus stays");
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void A_place_is_found_in_a_panorama_and_a_slip_taken_back()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("locating", "Find the lamp.");
        ines.PressCss(".page-open details[id^=fold-faces] summary");
        ines.All(".page-open details[id^=fold-faces] input[type=file]")[0]
            .SendKeys(Path.Combine(Apps.Root, "demo", "panoramas", "lamp-gallery.jpg"));
        ines.See(".board-edit img");
        ines.PressCss(".page-open input[name=looksRound]");
        ines.Saved();
        foreach (var (name, left) in new[] { ("behind", 0.05), ("ahead", 0.45) })
        {
            Draw(ines, "ellipse", left, 0.4, left + 0.1, 0.6);
            ines.Keys(name);
            ines.Saved();
        }

        // Looked round in by keys: the cross stands in the middle, which is ahead.
        ines.TryIt();
        ines.See("#room-stage .panorama-live [data-sphere], #room-stage [data-sphere].panorama-live");
        ines.TabTo("[data-crosshair]");
        ines.Keys(Keys.Enter);
        ines.Reads(".asked-place", "“behind” is not there.");
        for (var turn = 0; turn < 10; turn++)
        {
            ines.Hand.KeyDown(Keys.Shift).SendKeys(Keys.ArrowLeft).KeyUp(Keys.Shift).Perform();
        }

        ines.Keys(Keys.ArrowLeft + Keys.ArrowLeft + Keys.ArrowLeft);
        ines.Keys(Keys.Enter);
        ines.Until(() => ines.All(".asked-place.part-kept").Count == 1 ? "" : null, "what lies behind");

        // Dragging looks round and presses nothing.
        var stage = ines.See("[data-sphere]");
        ines.Hand.MoveToElement(stage, -100, 0).ClickAndHold().MoveByOffset(60, 5).MoveByOffset(60, 5).Release().Perform();
        ines.Until(() => ines.All(".asked-place.part-kept").Count == 1 ? "" : null, "still one");
        ines.Press("Back to building", "#room-topline");

        // Where all are to be found and marked at the end, a press on a press takes it back.
        ines.See(".page-open");
        ines.Pick(".page-open select[name=task]", "find all places");
        ines.PressCss(".page-open input[name=looksRound]");
        ines.PressCss(".page-open input[name=onePress]");
        ines.Saved();
        ines.TryIt();
        var board = Sheet(ines, "#room-stage .locating");
        ines.Hand.MoveToElement(board, 20, 0).Click().Perform();
        ines.Until(() => ines.All(".press-pin").Count == 1 ? "" : null, "a press");
        ines.Hand.MoveToElement(board, 22, 1).Click().Perform();
        ines.Until(() => ines.All(".press-pin").Count == 0 && ines.All("input[name=part-find]").Count == 0 ? "" : null, "taken back");
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void Places_are_looked_at_pressed_named_and_found()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("locating", "What stands where?");
        ines.PressCss(".page-open details[id^=fold-faces] summary");
        ines.All(".page-open details[id^=fold-faces] input[type=file]")[0]
            .SendKeys(Path.Combine(Apps.Root, "demo", "pictures", "instrument-garden.png"));
        ines.See(".board-edit img");
        ines.Saved();
        foreach (var (name, left) in new[] { ("hut", 0.05), ("screen", 0.4), ("tank", 0.75) })
        {
            Draw(ines, name == "hut" ? "rectangle" : "ellipse", left, 0.4, left + 0.2, 0.9);
            ines.Keys(name);
            ines.Saved();
        }

        // A corner by a corner: a place with a name is drawn and removed again by its key.
        ToBoard(ines);
        ines.PressCss(".board-edit [data-draw=polygon]");
        var sheet = Sheet(ines, ".board-edit");
        foreach (var (x, y) in new[] { (-0.2, -0.4), (0.2, -0.4), (0.0, -0.2) })
        {
            ines.Hand.MoveToElement(sheet, (int)(sheet.Size.Width * x), (int)(sheet.Size.Height * y)).Click().Perform();
        }

        ines.Keys(Keys.Enter);
        ines.Until(() => ines.All(".board-edit [data-zone]").Count == 4 ? "" : null, "the polygon");
        ines.Saved();
        ines.Run("[...document.querySelectorAll('.board-edit [data-zone]')].at(-1).focus()");
        var last = ines.All("input[name=place]").Last().GetAttribute("value");
        ines.Run("document.querySelector(`.board-edit [data-zone='${arguments[0]}']`).focus()", last!);
        ines.Keys(Keys.Delete);
        ines.Until(() => ines.All(".board-edit [data-zone]").Count == 3 ? "" : null, "three places");
        ines.Saved();
        WorkBy(ines, "look round, then answer");
        ines.Saved();

        // Looking round tells everything; then the same places are asked for. A wrong press is told and forgotten.
        ines.TryIt();
        ines.Reads("#room-stage .part-list", "screen");
        ines.Press("Begin answering", "form[data-ask]");
        ines.See("[data-locating][data-ready] .asked-now");
        var board = Sheet(ines, "#room-stage .locating");
        ines.Hand.MoveToElement(board, 0, -(int)(board.Size.Height * 0.45)).Click().Perform();
        ines.Reads(".asked-place", "“hut” is not there.");
        ines.Hand.MoveToElement(board, -(int)(board.Size.Width * 0.35), 0).Click().Perform();
        ines.Until(() => ines.All(".asked-place.part-kept").Count == 1 ? "" : null, "the hut found");

        // The rest by keys alone: the crosshair begins in the middle, where the screen is.
        ines.TabTo("[data-crosshair]");
        ines.Keys(Keys.ArrowDown + Keys.ArrowDown + Keys.Enter);
        ines.Until(() => ines.All(".asked-place.part-kept").Count == 2 ? "" : null, "the screen found");
        for (var i = 0; i < 6; i++)
        {
            ines.Hand.KeyDown(Keys.Shift).SendKeys(Keys.ArrowRight).KeyUp(Keys.Shift).Perform();
        }

        ines.Keys(Keys.Enter);
        ines.Reads(".verdict", "Right");
        ines.Press("Back to building", "#room-topline");

        // With one press each, a press is taken back before it is marked: by its name, or by Backspace.
        ines.See(".page-open");
        WorkBy(ines, "answer");
        ines.PressCss(".page-open input[name=onePress]");
        ines.Saved();
        ines.TryIt();
        ines.TabTo("[data-crosshair]");
        ines.Keys(Keys.Enter + Keys.Enter);
        ines.Until(() => ines.All(".press-pin").Count == 2 ? "" : null, "two presses");
        ines.Keys(Keys.Backspace);
        ines.Until(() => ines.All(".press-pin").Count == 1 ? "" : null, "one taken back");
        ines.All(".asked-place")[0].Click();
        ines.Until(
            () => ines.All(".press-pin").Count == 0 && ines.All(".asked-place")[0].GetAttribute("aria-current") == "step" ? "" : null,
            "the first asked for again"
        );
        ines.Press("Back to building", "#room-topline");

        // The same material by names, and by a finger that finds all.
        ines.See(".page-open");
        ines.Pick(".page-open select[name=task]", "write the name of each marked place");
        WorkBy(ines, "answer");
        ines.Saved();
        ines.TryIt();
        foreach (var (name, i) in new[] { "hut", "screen", "tub" }.Select((name, i) => (name, i)))
        {
            ines.All(".typed input")[i].SendKeys(name);
        }

        ines.MarkThis("Partly right");
        ines.Reads(".part-list", "tub");
        ines.Press("Back to building", "#room-topline");
        ines.See(".page-open");
        ines.Pick(".page-open select[name=task]", "find all places");
        ines.Saved();
        using var wren = new Person(390, 844).Visit(apps, ines.PublishByLink());
        wren.Ready();
        wren.Reads(".locating", "0 of 3 found");
        wren.Tap(Sheet(wren, ".locating"), 0.15, 0.6);
        wren.Reads(".locating", "1 of 3 found");
        wren.Tap(Sheet(wren, ".locating"), 0.3, 0.1);
        wren.Until(() => wren.All(".press-pin").Count == 1 ? "" : null, "the press beside forgotten");
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void A_picture_stays_on_its_board_when_looking_round_is_over()
    {
        using var wren = new Person(390, 844).Visit(apps, "sky");
        wren.PressCss(".start form button");
        const string Width = "return document.querySelector('form[data-ask] .board-sheet img').offsetWidth";
        var before = wren.Until(() => wren.Run(Width) is long and > 0 and var width ? width.ToString() : null, "the picture");
        wren.PressCss("button[value=begin]");
        wren.See("[data-locating][data-ready] .asked-now");
        Thread.Sleep(500);
        Assert.Equal(before, wren.Run(Width)!.ToString());
    }
}
