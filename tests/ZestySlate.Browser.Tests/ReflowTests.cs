namespace ZestySlate.Browser.Tests;

/// <summary>At 320 pixels, or at 400 % on a usual screen, nothing lies beside the page (WCAG 2.2, 1.4.10), and what is pressed is 24 pixels
/// or more (2.5.8).</summary>
public sealed class ReflowTests(Apps apps)
{
    /// <summary>Words that are pressed in running text, and signs on a picture, which stand in the list of spots too, may be smaller.</summary>
    private const string Look = """
        const wide = document.documentElement.clientWidth, found = [];
        const size = e => e.getBoundingClientRect(),
          name = e => `${e.tagName.toLowerCase()}.${[...e.classList].join('.')} “${e.textContent.trim().slice(0, 30)}”`;
        if (document.scrollingElement.scrollWidth > wide + 1) {
          const beside = [...document.querySelectorAll('body *')].filter(e => size(e).width > 0 && size(e).right > wide + 1);
          found.push('beside the page: ' + beside.slice(0, 3).map(name).join(', '));
        }
        const scrolls = e => e && !e.matches('main') && (['auto', 'scroll'].includes(getComputedStyle(e).overflowX) || scrolls(e.parentElement));
        for (const e of document.querySelectorAll('a, button, summary, input, select, textarea, label')) {
          const { width, height, left, right } = size(e);
          if (width < 3 || height < 3 || e.matches('.sr-only, .skip, .sign, .press-word')) { continue; }
          if ((right > wide + 1 || left < -1) && !scrolls(e)) { found.push('cut off: ' + name(e)); }
          const small = Math.min(width, height) < 23.5 && getComputedStyle(e).display !== 'inline';
          if (small && !e.matches('label, [type=checkbox], [type=radio], [type=range]')) {
            found.push(`${Math.round(width)} × ${Math.round(height)}: ${name(e)}`);
          }
        }
        return found.join('; ');
        """;

    private static void Fits(Person person, string where) =>
        Assert.True((string)person.Run(Look)! is var found && found.Length == 0, $"{where}: {found}");

    [Fact]
    public void Teachers_pages()
    {
        using var keeper = new Person(320, 640).SignIn(apps, "tobiah.renn@gannetpoint.example");
        foreach (var page in new[] { "/library", "/keeper/course-sites", "/keeper/schools", "/keeper/mails" })
        {
            keeper.Go(apps.Slate + page);
            Fits(keeper, page);
        }

        using var ines = new Person(320, 640).SignIn(apps);
        foreach (
            var page in new[]
            {
                "/library",
                "/library?view=list",
                "/help",
                "/help/authors",
                "/help/running",
                "/new?shows=kinds",
                "/new",
                "/new?shows=questions",
                "/media-library",
                "/lookout",
                "/classes",
                "/classes/1",
                "/classes/1/gradebook",
                "/classes/1/import",
                "/classes/1/assignments/2",
                "/copy/garden",
                "/author/windcheck/lookout",
                "/author/windcheck/results",
                "/author/windcheck/statistics",
                "/author/windcheck/mark-again",
                "/author/windcheck/answers?spot=why",
                "/author/breeze/answers?spot=chart",
                "/author/breeze/results",
                "/author/coast/spots",
                "/author/garden/courses",
                "/author/garden/colleagues",
                "/author/garden/publish",
                "/author/garden",
                "/author/watchtest",
                "/author/front",
                "/author/front/statistics?handler=Rehearsal&learners=20",
            }
        )
        {
            ines.Go(apps.Slate + page);
            ines.See("html.scripted");
            Fits(ines, page);
        }
    }

    [Fact]
    public void Building_questions()
    {
        using var ines = new Person(320, 640).SignIn(apps);
        ines.Go(apps.Slate + "/author/watchtest");
        ines.See(".page-row");
        foreach (
            var kind in new[]
            {
                "multipleChoice",
                "gapText",
                "wordPick",
                "order",
                "match",
                "sort",
                "number",
                "shortText",
                "placing",
                "locating",
                "grid",
                "longText",
                "drawing",
                "spoken",
                "fileAnswer",
                "rating",
                "poll",
            }
        )
        {
            ines.AddToPage(kind);
            ines.See(".page-open form[data-edit]");
            ines.Saved();
            ines.Run("document.querySelectorAll('details').forEach(fold => { fold.open = true; })");
            Fits(ines, "building " + kind);
            ines.PressCss("[data-do=undo]");
            ines.Saved();
        }
    }

    [Fact]
    public void Learners_pages()
    {
        using var wren = new Person(320, 640);
        foreach (
            var code in new[] { "todaymap", "bulletin", "beacon", "eighteen", "nashra", "watchsheet", "clouds", "sky", "tides", "breeze" }
        )
        {
            wren.Go($"{apps.Slate}/a/{code}");
            if (wren.All("input[name=name]").Count > 0)
            {
                Fits(wren, "the name of " + code);
                wren.Type("input[name=name]", "Narrow Nell");
                wren.PressCss(".gate button");
            }

            wren.See("html.scripted .learn, html.scripted .start");
            Fits(wren, code);
            if (wren.All(".start form button").FirstOrDefault() is { } start)
            {
                start.Click();
                wren.See(".learn form[data-ask], .learn .stage");
                Fits(wren, code + ", begun");
            }

            for (var step = 0; step < 10 && wren.All("[data-next]").FirstOrDefault(button => button.Displayed) is { } next; step++)
            {
                var before = wren.See("#learn").GetAttribute("data-scene");
                next.Click();
                wren.Until(() => wren.See("#learn").GetAttribute("data-scene") != before ? "" : null, "the next step");
                Fits(wren, $"{code}, step {step + 2}");
            }

            if (wren.All("[data-hand-in] button").Count > 0)
            {
                wren.PressCss("[data-hand-in] button");
                Fits(wren, "handing in " + code);
                wren.PressCss("[data-hand-in] button");
                wren.See("#result");
                Fits(wren, "result of " + code);
            }
        }
    }
}
