using System.Globalization;
using Microsoft.Extensions.DependencyInjection;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Scenes;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Bench;

/// <summary>What a learner's hand waits for, in headless Chromium: frames while dragging, a large table, a large drawing. Beside each stand
/// the frames of the same page at rest.</summary>
internal static class Hands
{
    /// <summary>Frame times at rest, in milliseconds: arguments are how many.</summary>
    internal const string Frames =
        "const frames = n => new Promise(done => { const times = []; let last = 0; const tick = now => { if (last) { "
        + "times.push(now - last); } last = now; if (times.length < n) { requestAnimationFrame(tick); } else { "
        + "done(times); } }; requestAnimationFrame(tick); });"
        + "const middle = (times, share) => [...times].sort((a, b) => a - b)[Math.floor(times.length * share)]; const done = arguments[arguments.length - 1];";

    public static async Task RunAsync()
    {
        await using var host = await Host.StartAsync();
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-dev-shm-usage", "--window-size=1280,900");
        using var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        using var chrome = new ChromeDriver(service, options, TimeSpan.FromSeconds(120));
        chrome.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);

        await OpenAsync(host, chrome, "board", Board(60, 40));
        Say(
            "dragging on a board of 60 items and 40 zones",
            chrome.ExecuteAsyncScript(
                Frames
                    + """
                    const item = document.querySelector("[data-place-item] [data-carry]"),
                      sheet = document.querySelector(".placing [data-sheet]"), to = sheet.getBoundingClientRect(), at = item.getBoundingClientRect();
                    const point = (kind, x, y, onto) => onto.dispatchEvent(new PointerEvent(kind, { bubbles: true, cancelable: true,
                      pointerId: 1, pointerType: "mouse", isPrimary: true, button: 0, buttons: 1, clientX: x, clientY: y }));
                    (async () => {
                      const rest = await frames(120);
                      point("pointerdown", at.x + 5, at.y + 5, item);
                      let step = 0, going = true, work = 0;
                      const drag = () => { if (!going) { return; } const begun = performance.now(); const angle = step++ / 12;
                        point("pointermove", to.x + to.width * (0.5 + 0.45 * Math.cos(angle)), to.y + to.height * (0.5 +
                        0.45 * Math.sin(angle)), document.body); work += performance.now() - begun; requestAnimationFrame(drag); };
                      requestAnimationFrame(drag);
                      const dragged = await frames(240);
                      going = false;
                      point("pointerup", to.x + to.width / 2, to.y + to.height / 2, document.body);
                      done([middle(dragged, 0.5), middle(dragged, 0.95), middle(rest, 0.5), work / step].map(time => time.toFixed(2)).join(" "));
                    })();
                    """
            )
        );

        await OpenAsync(host, chrome, "table", Table(40, 20));
        Say(
            "an arrow key and a letter in a table of 40 × 20",
            chrome.ExecuteAsyncScript(
                Frames
                    + """
                    (async () => {
                      const rest = await frames(60), times = [];
                      let cell = document.querySelector(".grid-table input, .grid-parts input, form[data-ask] table input");
                      cell.focus();
                      for (let i = 0; i < 30; i++) {
                        await frames(1);
                        const begun = performance.now();
                        document.activeElement.value += "1";
                        document.activeElement.dispatchEvent(new InputEvent("input", { bubbles: true, data: "1" }));
                        document.activeElement.dispatchEvent(new KeyboardEvent("keydown", { key: i % 2 ? "ArrowUp" : "ArrowDown",
                          bubbles: true, cancelable: true }));
                        document.body.offsetHeight;
                        times.push(performance.now() - begun);
                      }
                      done([middle(times, 0.5), middle(times, 0.95), middle(rest, 0.5), 0].map(time => time.toFixed(2)).join(" "));
                    })();
                    """
            )
        );

        await OpenAsync(host, chrome, "strokes", new DrawingQuestion());
        chrome.ExecuteAsyncScript(
            """
            const done = arguments[arguments.length - 1], learn = document.querySelector("[data-learn]"), marks = [];
            for (let i = 1; i <= 2000; i++) {
              const x = (i * 37) % 9000, y = (i * 91) % 5500, points = [];
              for (let p = 0; p < 24; p++) { points.push(`${x + p * 40},${Math.round(y + 300 * Math.sin(p / 3 + i))},50`); }
              marks.push({ number: i, sort: "line", colour: "#17232b", width: 45, points: points.join(" ") });
            }
            const body = new URLSearchParams({ act: "add", spot: document.querySelector("[data-ask]").dataset.ask, event: "many", put: JSON.stringify(marks) });
            fetch(learn.dataset.events, { method: "POST", body, headers: { "X-Slate-Script": "1", "X-Slate-Proof": learn.dataset.proof } })
              .then(reply => done(reply.status));
            """
        );
        chrome.Navigate().Refresh();
        await ReadyAsync(chrome);
        Say(
            "taking a stroke back among 2,000",
            chrome.ExecuteAsyncScript(
                Frames
                    + """
                    const sheet = document.querySelector(".drawing-sheet"), box = sheet.getBoundingClientRect();
                    const point = (kind, x, y) => sheet.dispatchEvent(new PointerEvent(kind, { bubbles: true, cancelable: true,
                      pointerId: 1, pointerType: "mouse", isPrimary: true, button: 0, buttons: 1, clientX: box.x + x, clientY: box.y + y }));
                    sheet.setPointerCapture = () => undefined;
                    (async () => {
                      const rest = await frames(60), times = [];
                      for (let i = 0; i < 12; i++) {
                        point("pointerdown", 20, 20 + i); point("pointermove", 90, 60 + i); point("pointermove", 160, 20 + i); point("pointerup", 160, 20 + i);
                        await frames(3);
                        const begun = performance.now();
                        document.querySelector("[data-undo]").click();
                        await frames(1);
                        times.push(performance.now() - begun);
                      }
                      done([middle(times, 0.5), middle(times, 0.95), middle(rest, 0.5),
                        document.querySelectorAll("[data-drawn] [data-mark]").length].map(time => time.toFixed(2)).join(" "));
                    })();
                    """
            )
        );
        Say(
            "2,000 strokes brought in line with the board, as after every reply of the server",
            chrome.ExecuteAsyncScript(
                Frames
                    + """
                    const sheet = document.querySelector(".drawing-sheet"), box = sheet.getBoundingClientRect();
                    const point = kind => sheet.dispatchEvent(new PointerEvent(kind, { bubbles: true, cancelable: true, pointerId: 1,
                      pointerType: "mouse", isPrimary: true, button: 0, buttons: 1, clientX: box.x + 20, clientY: box.y + 20 }));
                    sheet.setPointerCapture = () => undefined;
                    (async () => {
                      const rest = await frames(60), times = [];
                      for (let i = 0; i < 12; i++) {
                        await frames(10);
                        // One was changed from elsewhere; what a hand had begun is given up, and the whole board is looked through.
                        document.querySelector(`[data-drawn] [data-mark="${i * 100 + 7}"] path`).setAttribute("d", "M0,0L9,9");
                        point("pointerdown");
                        const begun = performance.now();
                        point("pointercancel");
                        document.querySelector("[data-drawn]").getBBox();
                        times.push(performance.now() - begun);
                      }
                      done([middle(times, 0.5), middle(times, 0.95), middle(rest, 0.5),
                        document.querySelectorAll('[data-drawn] path[d="M0,0L9,9"]').length].map(time => time.toFixed(2)).join(" "));
                    })();
                    """
            )
        );
        Say(
            "2,000 strokes put on an empty board, script and layout",
            chrome.ExecuteAsyncScript(
                Frames
                    + """
                    (async () => {
                      const rest = await frames(60), times = [], drawn = document.querySelector("[data-drawn]");
                      for (let i = 0; i < 12; i++) {
                        await frames(20);
                        const begun = performance.now(), marks = drawn.innerHTML;
                        drawn.innerHTML = marks;
                        drawn.getBBox();
                        times.push(performance.now() - begun);
                      }
                      done([middle(times, 0.5), middle(times, 0.95), middle(rest, 0.5), 0].map(time => time.toFixed(2)).join(" "));
                    })();
                    """
            )
        );
        Say(
            "the same drawing shown larger or smaller",
            chrome.ExecuteAsyncScript(
                Frames
                    + """
                    (async () => {
                      const rest = await frames(60), times = [];
                      for (let i = 0; i < 12; i++) {
                        await frames(40);
                        const begun = performance.now();
                        document.querySelector(i % 2 ? "[data-smaller]" : "[data-larger]").click();
                        await frames(1);
                        times.push(performance.now() - begun);
                      }
                      done([middle(times, 0.5), middle(times, 0.95), middle(rest, 0.5), 0].map(time => time.toFixed(2)).join(" "));
                    })();
                    """
            )
        );
        Say(
            "the same, until it is painted sharp, the rest of the hand (160 ms) included",
            chrome.ExecuteAsyncScript(
                Frames
                    + """
                    (async () => {
                      const rest = await frames(60), times = [], sheet = document.querySelector(".drawing-sheet");
                      for (let i = 0; i < 8; i++) {
                        await frames(40);
                        const begun = performance.now();
                        document.querySelector(i % 2 ? "[data-smaller]" : "[data-larger]").click();
                        while (sheet.style.transform) { await frames(1); }
                        await frames(1);
                        times.push(performance.now() - begun);
                      }
                      done([middle(times, 0.5), middle(times, 0.95), middle(rest, 0.5), 0].map(time => time.toFixed(2)).join(" "));
                    })();
                    """
            )
        );
        chrome.Quit();
    }

    internal static void Say(string what, object? figures)
    {
        var numbers = ((string)figures!).Split(' ').Select(number => double.Parse(number, CultureInfo.InvariantCulture)).ToArray();
        Console.WriteLine(
            $"{what}: median {numbers[0]:0.00} ms, 95 of 100 below {numbers[1]:0.00} ms; a frame of the page at rest "
                + $"{numbers[2]:0.00} ms, ratio {numbers[0] / numbers[2]:0.00}"
                + $"{(numbers[3] > 0 ? $" ({numbers[3]:0.00})" : "")}"
        );
    }

    private static PlacingQuestion Board(int items, int zones) =>
        new()
        {
            Zones =
            [
                .. Enumerable
                    .Range(0, zones)
                    .Select(i => new Zone
                    {
                        Id = "z" + i,
                        Name = "Zone " + i,
                        TakesSeveral = true,
                        Area = new RectangleArea(i % 8 * 0.125, i / 8 * 0.2, 0.11, 0.18),
                    }),
            ],
            Items =
            [
                .. Enumerable
                    .Range(0, items)
                    .Select(i => new PlacingItem
                    {
                        Id = "i" + i,
                        Face = Face.Of("Item " + i),
                        Zones = ["z" + (i % zones)],
                    }),
            ],
        };

    private static GridQuestion Table(int rows, int columns)
    {
        var grid = new GridQuestion
        {
            Rows = [.. Enumerable.Range(0, rows).Select(i => "r" + i)],
            Columns = [.. Enumerable.Range(0, columns).Select(i => new GridColumn("c" + i))],
        };
        return grid with
        {
            Cells =
            [
                .. grid.Rows.SelectMany(row =>
                    grid.Columns.Select(column => new GridCell
                    {
                        Id = GridQuestion.IdOf(row, column.Id),
                        Kind = row == "r0" || column.Id == "c0" ? CellKind.Given : CellKind.Text,
                        Text = "x",
                    })
                ),
            ],
        };
    }

    private static async Task OpenAsync(Host host, ChromeDriver chrome, string id, Question question)
    {
        await using (var scope = host.Services.CreateAsyncScope())
        {
            var store = scope.ServiceProvider.GetRequiredService<ActivityStore>();
            var owner = (await scope.ServiceProvider.GetRequiredService<SlateDb>().Activities.FindAsync("garden"))!.OwnerId;
            var sheet = Recipes.Begin(Recipe.Worksheet, id, "en");
            await store.CreateAsync(
                owner,
                sheet with
                {
                    Scenes =
                    [
                        sheet.Scenes[0] with
                        {
                            Spots =
                            [
                                new Spot
                                {
                                    Id = "q",
                                    Name = id,
                                    Content = new Ask(question with { Prompt = RichText.Plain(id) }),
                                },
                            ],
                        },
                    ],
                },
                id
            );
            await store.PublishAsync(id, owner);
            await store.SetVisibilityAsync(id, Visibility.Link);
        }

        chrome.Navigate().GoToUrl(new Uri(host.Address, $"/a/{id}"));
        if (chrome.FindElements(By.CssSelector("input[name=name]")) is [var name, ..])
        {
            name.SendKeys("Bench" + Keys.Enter);
        }

        await ReadyAsync(chrome);
    }

    private static async Task ReadyAsync(ChromeDriver chrome)
    {
        while (chrome.ExecuteScript("return document.querySelector('[data-family][data-ready]') !== null") is not true)
        {
            await Task.Delay(50);
        }
    }
}
