using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>What is drawn, spoken, handed over and voted on; and material beside the questions.</summary>
public sealed class HandJourney(Apps apps)
{
    private static string Path(string file) => System.IO.Path.Combine(Apps.Root, "demo", file);

    [Fact]
    public void A_chart_is_drawn_on_beside_a_text_and_a_pdf()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("drawing", "Draw the isobars.");
        ines.Press("Put material beside the questions", ".page-edit");
        ines.See("[data-field=material] [contenteditable=true]").SendKeys("The pressure falls inland.");
        ines.Saved();
        ines.Run(
            "document.querySelectorAll('[id^=material-fold] form[data-upload] input[type=file]').forEach(field => field.classList.remove('sr-only'))"
        );
        ines.All("[id^=material-fold] form[data-upload] input[type=file]")[1].SendKeys(Path("documents/drawing-isobars.pdf"));
        ines.Reads("[data-field=material]", "drawing-isobars");
        ines.Retype("input[name=shareTyped]", "40");
        ines.PressCss("input[name=saved]");
        var code = ines.PublishByLink();

        using var wren = new Person().Visit(apps, code);
        wren.Ready();
        wren.Reads(".material", "The pressure falls inland.");
        wren.Reads(".pdf-tools", "Page 1 of 2");
        wren.Until(
            () =>
                ((string)wren.Run("return document.querySelector('.pdf-words')?.textContent ?? ''")!).Contains(
                    "An isobar is a line",
                    StringComparison.Ordinal
                )
                    ? ""
                    : null,
            "the words of the PDF"
        );
        wren.PressCss("[data-pdf-turn='1']");
        wren.Reads(".pdf-tools", "Page 2 of 2");
        Assert.Equal("40", wren.See("[data-divider]").GetAttribute("aria-valuenow"));
        wren.Hand.DragAndDropToOffset(wren.See("[data-divider]"), 120, 0).Perform();
        Assert.InRange(int.Parse(wren.See("[data-divider]").GetAttribute("aria-valuenow")!), 47, 54);
        wren.Keys(Keys.ArrowLeft);

        // A line and an arrow by the mouse; the line is taken back and brought again.
        var board = wren.See(".drawing-sheet");
        Stroke(wren, board, (-150, -40), (0, -20), (150, -60));
        Marks(wren, 1);
        wren.Run("document.querySelector('input[name=tool][value=arrow]').click()");
        Stroke(wren, board, (0, 80), (-60, 20));
        Marks(wren, 2);
        wren.PressCss("[data-undo]");
        wren.PressCss("[data-undo]");
        Marks(wren, 0);
        wren.PressCss("[data-redo]");
        Marks(wren, 1);
        wren.Reads("[data-said]", "1 mark on the board");

        // Erased by a touch of the eraser, which is one step too.
        wren.Run("document.querySelector('input[name=tool][value=erase]').click()");
        Stroke(wren, board, (0, -40), (0, 0));
        Marks(wren, 0);
        wren.PressCss("[data-undo]");
        Marks(wren, 1);

        // What the server keeps is what was drawn, to the letter, also after the page is opened again.
        var drawn = (string)wren.Run("return document.querySelector('[data-drawn] path').getAttribute('d')")!;
        wren.Until(() => Kept(wren).Contains($"d=\"{drawn}\"", StringComparison.Ordinal) ? "" : null, "the drawing as the server keeps it");
        wren.Driver.Navigate().Refresh();
        wren.Ready();
        Assert.Equal(drawn, wren.Run("return document.querySelector('[data-drawn] path').getAttribute('d')"));
        Assert.Empty(wren.Complaints());

        // The teacher sees it among the answers.
        ines.Go(apps.Slate + $"/author/{code}/results");
        ines.PressCss(".attempt summary");
        ines.Until(
            () =>
                (bool)
                    ines.Run("const drawn = document.querySelector('.answer-drawn img'); return drawn?.complete && drawn.naturalWidth > 0")!
                    ? ""
                    : null,
            "the drawing among the answers"
        );
    }

    [Fact]
    public void A_large_drawing_is_stretched_while_it_is_sized_painted_sharp_after_and_drawn_on_where_the_pen_is()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("drawing", "Hatch the sea.");
        using var wren = new Person().Visit(apps, ines.PublishByLink());
        wren.Ready();
        wren.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(30);
        wren.Driver.ExecuteAsyncScript(
            """
            const done = arguments[arguments.length - 1], learn = document.querySelector("[data-learn]");
            const marks = Array.from({ length: 320 }, (_, i) => ({ number: i + 1, sort: "straight", colour: "#17232b", width: 45,
              points: `${i * 30},100 ${i * 30},900` }));
            const body = new URLSearchParams({ act: "add", spot: document.querySelector("[data-ask]").dataset.ask, event: "hatched",
              put: JSON.stringify(marks) });
            fetch(learn.dataset.events, { method: "POST", body, headers: { "X-Slate-Script": "1", "X-Slate-Proof": learn.dataset.proof } }).then(done);
            """
        );
        wren.Driver.Navigate().Refresh();
        wren.Ready();
        Marks(wren, 320);
        Assert.Contains(
            "scale(1.5)",
            (string)
                wren.Run(
                    "document.querySelector('[data-larger]').click(); return document.querySelector('.drawing-sheet').style.transform"
                )!
        );
        wren.Until(
            () =>
                (string)wren.Run("const s = document.querySelector('.drawing-sheet').style; return s.transform + s.width")! == "150%"
                    ? ""
                    : null,
            "the sharp drawing"
        );

        // In the middle of what is seen one draws in the middle of the board, stretched or sharp.
        var view = wren.See(".drawing-view");
        wren.Run("arguments[0].scrollIntoView({ block: 'center' }); document.querySelector('input[name=tool][value=line]').click()", view);
        Stroke(wren, view, (0, 0), (40, 10));
        Marks(wren, 321);
        var from = ((string)wren.Run("return document.querySelector('[data-drawn] g:last-child path').getAttribute('d')")!)[1..]
            .Split('Q')[0]
            .Split(',')
            .Select(double.Parse)
            .ToArray();
        Assert.InRange(from[0], 4800, 5200);
        Assert.InRange(from[1], 2800, 3450);
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void A_board_is_drawn_on_by_keys_alone_and_by_a_finger()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("drawing", "Mark the front.");
        ines.TryIt();
        ines.TabTo(".drawing-view");
        ines.Keys(Keys.ArrowLeft + Keys.ArrowLeft + Keys.Enter + Keys.ArrowRight + Keys.ArrowDown + Keys.ArrowRight + Keys.Enter);
        Marks(ines, 1);

        // A word, placed at the cross.
        ines.Run("document.querySelector('input[name=tool][value=text]').focus()");
        ines.Keys(" ");
        ines.TabTo("[name=drawnWords]");
        ines.Keys("High" + Keys.Enter);
        ines.Keys(Keys.ArrowUp + Keys.Enter);
        Marks(ines, 2);
        Assert.Equal("High", ines.See("[data-drawn] text").Text);

        // It is chosen at the cross, moved by arrows, taken away.
        ines.Run("document.querySelector('input[name=tool][value=select]').focus()");
        ines.Keys(" ");
        ines.Run("document.querySelector('.drawing-view').focus()");
        ines.Keys(Keys.Enter);
        ines.Reads("[data-said]", "Text “High” chosen");
        var before = ines.See("[data-drawn] text").GetAttribute("x");
        ines.Keys(Keys.ArrowRight);
        Assert.NotEqual(before, ines.See("[data-drawn] text").GetAttribute("x"));
        ines.Keys(Keys.Delete);
        Marks(ines, 1);
        ines.Hand.KeyDown(Keys.Control).SendKeys("z").KeyUp(Keys.Control).Perform();
        Marks(ines, 2);

        // A place first, then its words: they are seen as they are typed, and stay; over the whole window as well.
        ines.PressCss("[data-large]");
        ines.See(".drawing:popover-open");
        ines.Run("document.querySelector('input[name=tool][value=text]').click()");
        ines.See("[name=drawnWords]").Clear();
        ines.Hand.MoveToElement(ines.See(".drawing-sheet"), -60, -40).Click().Perform();
        ines.Reads("[data-said]", "Write the words");
        ines.Keys("cloud");
        Assert.Equal("cloud", ines.See("[data-hand] text").Text);
        ines.Keys(Keys.Enter);
        Marks(ines, 3);
        Assert.Equal("", ines.See("[name=drawnWords]").GetAttribute("value"));
        ines.See(".drawing:popover-open");
        ines.Keys(Keys.Escape);
        ines.Gone(".drawing:popover-open");
        Assert.Equal(3, ines.All("[data-drawn] [data-mark]").Count);
        ines.Press("Back to building", "#room-topline");

        using var wren = new Person(390, 844).Visit(apps, ines.PublishByLink());
        wren.Ready();
        var board = wren.See(".drawing-sheet");
        wren.Run("arguments[0].scrollIntoView({ block: 'center' })", board);
        var at = (
            (IReadOnlyCollection<object>)
                wren.Run("const b = arguments[0].getBoundingClientRect(); return [b.left, b.top, b.width, b.height]", board)!
        )
            .Select(Convert.ToDouble)
            .ToArray();
        void Touch(string kind, params (double X, double Y)[] points) =>
            wren.Touch(kind, [.. points.Select(point => (at[0] + (at[2] * point.X), at[1] + (at[3] * point.Y)))]);
        Touch("touchStart", (0.2, 0.2));
        Touch("touchMove", (0.4, 0.3));
        Touch("touchMove", (0.7, 0.6));
        Touch("touchEnd");
        Marks(wren, 1);

        // Two fingers draw nothing: they make the board larger.
        Touch("touchStart", (0.4, 0.4));
        Touch("touchStart", (0.4, 0.4), (0.6, 0.6));
        Touch("touchMove", (0.2, 0.2), (0.8, 0.8));
        Touch("touchEnd");
        wren.Until(() => wren.All(".drawing-view.zoomed").Count == 1 ? "" : null, "a larger board");
        Marks(wren, 1);
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void An_answer_is_spoken_heard_again_and_taken_back()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("spoken", "Read the bulletin.");
        ines.Retype(".page-open input[name=seconds]", "0:20");
        ines.Saved();
        var code = ines.PublishByLink();

        using var wren = new Person(390, 844, speaks: true).Visit(apps, code);
        wren.Ready();
        wren.Reads(".spoken", "up to 0:20");
        wren.PressCss("[data-speak]");
        wren.Reads("[data-said]", "Recording");

        // Pieces leave while one speaks; a lost connection is waited out.
        wren.Until(
            () => wren.Run("return document.querySelector('[name=recording]').value") is string { Length: > 0 } ? "" : null,
            "the first piece"
        );
        wren.Connection(false);
        wren.Reads("[data-said]", "The connection is lost");
        wren.Connection(true);
        wren.PressCss("[data-stop]");
        wren.Reads(".recording-own", "Your recording");
        wren.Until(
            () =>
                (bool)wren.Run("const a = document.querySelector('.recording-own audio'); return a.readyState > 0 && !a.error")!
                    ? ""
                    : null,
            "a recording that plays"
        );
        wren.Reads(".learn-foot", "1 of 1 question");
        ines.Go(apps.Slate + $"/author/{code}/results");
        ines.PressCss(".attempt summary");
        ines.Until(
            () =>
                (bool)ines.Run("const a = document.querySelector('.attempt audio'); a?.load(); return a !== null && !a.error")! ? "" : null,
            "the recording among the answers"
        );
        wren.PressCss("[data-take-back]");
        wren.Gone(".recording-own");

        // Once more by keys alone: what was pressed last stays in hand.
        wren.TabTo("[data-speak]");
        wren.Keys(Keys.Enter);
        wren.Until(
            () => wren.Run("return document.querySelector('[name=recording]').value") is string { Length: > 0 } ? "" : null,
            "a piece again"
        );
        wren.Keys(Keys.Enter);
        wren.Reads(".recording-own", "Your recording");

        // Where there is no microphone another way is offered in words.
        using var lou = new Person(390, 844).Visit(apps, code);
        lou.Ready();
        lou.PressCss("[data-speak]");
        lou.Reads("[data-said]", "choose a sound file instead");
        lou.Run("document.querySelector('.spoken input[type=file]').classList.remove('sr-only')");
        lou.See(".spoken input[type=file]").SendKeys(Path("sounds/bell-buoy.wav"));
        lou.Reads(".recording-own", "bell-buoy.wav");

        // A comment at a time of the recording is a press away from what it is about.
        lou.Reads(".learn-foot", "1 of 1 question");
        lou.Press("Hand in", ".learn-foot");
        lou.See("#result");
        ines.Go(apps.Slate + $"/author/{code}/results");
        ines.Until(
            () =>
                ines.All("a[href*='/review/']")
                    .FirstOrDefault(link => link.Displayed && link.Text.Contains("Review", StringComparison.Ordinal)),
            "the review"
        );
        ines.Go(
            ines.All("a[href*='/review/']").First(link => link.Text.Contains("Review", StringComparison.Ordinal)).GetAttribute("href")!
        );
        ines.Run("document.querySelector('[data-review-answer] audio').currentTime = 0.4");
        ines.PressCss("[data-add-note]");
        ines.Keys("Louder here.");
        ines.Reads("[data-kept]", "Kept.");
        ines.Press("Give back", "#done");
        ines.Reads("#done", "Given back");
        lou.Driver.Navigate().Refresh();
        lou.Reads(".review-notes", "Louder here.");
        lou.PressCss("button[data-at]");
        lou.Until(
            () => Convert.ToDouble(lou.Run("return document.querySelector('.handed-file audio').currentTime")) >= 0.4 ? "" : null,
            "playing from there"
        );
    }

    [Fact]
    public void Photos_are_handed_over_replaced_and_taken_out_and_votes_are_given_once()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("fileAnswer", "Photograph the sky.");
        ines.AddQuestion("rating", "How was it?");
        ines.Fill("textarea[name$=-text]", "poor");
        var code = ines.PublishByLink();

        using var wren = new Person(390, 844).Visit(apps, code);
        wren.Ready();
        wren.Run("document.querySelectorAll('.file-answer input[type=file]').forEach(field => field.classList.remove('sr-only'))");
        wren.See(".handed-add input[type=file]").SendKeys(Path("pictures/rain-gauge-cut.png") + "\n" + Path("pictures/wall-chart.png"));
        wren.Until(() => wren.All(".handed img").Count == 2 && wren.All(".handed button").Count == 2 ? "" : null, "two photos");
        wren.Run("document.querySelectorAll('.file-answer input[type=file]').forEach(field => field.classList.remove('sr-only'))");
        wren.All("[data-replace]")[1].SendKeys(Path("documents/drawing-isobars.pdf"));
        wren.Reads("[data-said]", "is of a kind that is not taken here");
        wren.All("[data-replace]")[1].SendKeys(Path("pictures/shelter-inside.png"));
        wren.Reads(".handed", "shelter-inside.png");
        Assert.DoesNotContain("wall-chart.png", wren.See(".handed").Text);
        wren.All(".handed button")[0].Click();
        wren.Until(() => wren.All(".handed li").Count == 1 ? "" : null, "one photo");
        wren.Until(
            () => (bool)wren.Run("const i = document.querySelector('.handed img'); return i.complete && i.naturalWidth > 0")! ? "" : null,
            "its thumbnail"
        );

        // A choice stays on the page until it is voted; then it is for good.
        wren.Run("document.querySelectorAll('.poll input')[3].click()");
        wren.Press("Vote", ".ask-poll");
        wren.Reads(".poll", "1 vote · 100 %");
        Assert.Empty(wren.All(".ask-poll button"));
        Assert.DoesNotContain(wren.Complaints(), words => !words.Contains("422", StringComparison.Ordinal));

        // By keys alone, and by a finger.
        using var lou = new Person(390, 844).Visit(apps, code);
        lou.Ready();
        lou.TabTo(".poll input");
        lou.Keys(Keys.ArrowDown + Keys.ArrowDown);
        lou.TabTo("[value=vote]");
        lou.Keys(Keys.Enter);
        lou.Reads(".poll", "1 vote · 50 %");
        using var ada = new Person(390, 844).Visit(apps, code);
        ada.Ready();
        ada.Tap(ada.All(".poll-choice")[3], 0.5, 0.5);
        ada.Tap(ada.See("[value=vote]"), 0.5, 0.5);
        ada.Reads(".poll", "2 votes · 67 %");
        ines.Go(apps.Slate + $"/author/{code}/results");
        ines.Reads(".votes", "3 have voted.");
    }

    [Fact]
    public void A_drawing_is_reviewed_by_its_rubric_given_back_and_read_on_a_phone()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("drawing", "Draw the front.");
        ines.PressCss(".page-open details[id^=fold-waits] summary");
        ines.PressCss(".page-open [data-add-row=rubric]");
        ines.Until(() => ines.All(".page-open textarea[name^=rubricTitle]").Count == 1 ? "" : null, "a row of the rubric");
        ines.Keys("Smooth" + Keys.Tab);
        ines.Saved();
        var code = ines.PublishByLink();

        using var wren = new Person(390, 844).Visit(apps, code);
        wren.Ready();
        var board = wren.See(".drawing-sheet");
        Stroke(wren, board, (-80, -30), (80, 20));
        Marks(wren, 1);
        wren.Reads(".learn-foot", "1 of 1 question");
        wren.Press("Hand in", ".learn-foot");
        wren.Reads(".result", "1 answer waits for your teacher");
        Assert.DoesNotContain("0 of", wren.See(".result").Text);

        ines.Go(apps.Slate + $"/author/{code}/results");
        ines.Press("Review: 1 waits", ".results-grid");
        Assert.True(ines.See(".drawing-marks path").Size.Width > 50);
        ines.Type("input[name^=row-]", "7");
        ines.Reads("[data-kept] .problem", "“Smooth” earns between 0 and 1 points.");
        ines.Retype("input[name^=row-]", "0.5");
        ines.Type("textarea[name=comment]", "A little edgy.");
        ines.Reads(".review-total", "nothing waits for you");
        ines.Press("Give back to Wren", "#done");
        ines.Reads("#done", "Given back");

        wren.Driver.Navigate().Refresh();
        wren.Reads(".result", "Given back by your teacher");
        wren.Reads(".said-review", "A little edgy.");
        wren.Reads(".said-review", "Smooth: 0.5 of 1 point");
        Assert.DoesNotContain("provisional", wren.See(".result").Text);
        ines.Press("Take back", "#done");
        ines.Reads("#done", "Give back to Wren");
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void On_a_phone_the_material_is_a_press_away()
    {
        using var wren = new Person(390, 844).Visit(apps, "breeze");
        wren.PressCss("[data-next]");
        wren.See(".split[data-ready] .drawing[data-ready]");
        wren.See(".pdf-sheet canvas");
        wren.Run("window.scrollTo(0, 900)");
        var before = Convert.ToDouble(wren.Run("return window.scrollY"));
        wren.PressCss("[data-material-show]");
        wren.See(".split.material-over .material");
        wren.Keys(Keys.Escape);
        wren.Gone(".split-back");
        Assert.InRange(Convert.ToDouble(wren.Run("return window.scrollY")) - before, -40, 40);
    }

    /// <summary>Draws with the mouse through points, in pixels from the middle of the board.</summary>
    private static void Stroke(Person person, IWebElement board, params (int X, int Y)[] points)
    {
        person.Run("arguments[0].scrollIntoView({ block: 'center' })", board);
        var hand = person.Hand.MoveToElement(board, points[0].X, points[0].Y).ClickAndHold();
        foreach (var (x, y) in points.Skip(1))
        {
            hand = hand.MoveToElement(board, x, y);
        }

        hand.Release().Perform();
    }

    private static void Marks(Person person, int count) =>
        person.Until(() => person.All("[data-drawn] [data-mark]").Count == count ? "" : null, $"{count} marks");

    private static string Kept(Person person) =>
        (string)
            person.Driver.ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                const drawings = document.querySelector("#learn").dataset.events.replace(/[^/]+$/, "drawings/");
                fetch(`${drawings}${document.querySelector("[data-ask]").dataset.ask}.svg`).then(reply => reply.text()).then(done);
                """
            )!;
}
