using System.Text.Json;

namespace ZestySlate.Browser.Tests;

/// <summary>Every page passes axe (WCAG 2.2 A and AA), light and dark.</summary>
public sealed class AccessibilityTests(Apps apps)
{
    private static readonly string Axe = File.ReadAllText(Path.Combine(Apps.Root, "src/ZestySlate.Web/node_modules/axe-core/axe.min.js"));

    private static readonly string[] EveryRule = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"];

    private static void Passes(Person person, string where)
    {
        // The other theme changes colours only, so only what is said of colours is asked of it again.
        foreach (var (theme, rules) in new[] { ("paper", EveryRule), ("slate", ["color-contrast", "link-in-text-block"]) })
        {
            person.Run("document.documentElement.dataset.theme = arguments[0]", theme);
            if (person.Run("return window.axe ? true : null") is null)
            {
                person.Run(Axe);
            }

            // A region with a tabindex can have the focus inside a disabled fieldset too, which disables form controls only (HTML, section
            // 4.10.18.5); axe takes it for disabled.
            var result = (string?)
                person.Driver.ExecuteAsyncScript(
                    """
                    const done = arguments[arguments.length - 1];
                    axe.run(document, { runOnly: arguments[0], resultTypes: ["violations"], preload: false })
                      .then(r => done(JSON.stringify(r.violations.map(v => v.id === "scrollable-region-focusable" ? { ...v,
                        nodes: v.nodes.filter(n => !n.html.includes("tabindex=\"0\"")) } : v).filter(v => v.nodes.length > 0)
                        .map(v => v.id + ": " + v.nodes.slice(0, 3).map(n => n.html.slice(0, 160) + " " + (n.any[0]?.message ?? "")).join(" | ")))));
                    """,
                    [rules]
                );
            var violations = JsonSerializer.Deserialize<string[]>(result!)!;
            Assert.True(violations.Length == 0, $"{where} ({theme}): {string.Join("\n", violations)}");
            var unseen = (string)person.Run(FieldsWithoutAnEdge)!;
            Assert.True(unseen.Length == 0, $"{where} ({theme}): nothing shows where these fields are: {unseen}");
        }
    }

    /// <summary>Fields that nothing sets off from what is around them: no border, no ground of their own, no shadow (WCAG 2.2, 1.4.11; axe
    /// does not look for it).</summary>
    private const string FieldsWithoutAnEdge = """
        const clear = colour => colour === "transparent" || /, 0\)$|\/ 0\)$/.test(colour);
        const ground = element => { for (; element; element = element.parentElement) { const colour = getComputedStyle(element)
          .backgroundColor; if (!clear(colour)) { return colour; } } return ""; };
        const edged = element => {
          const style = getComputedStyle(element);
          return ["Top", "Bottom", "Left", "Right"].some(side => parseFloat(style[`border${side}Width`]) > 0 && !clear(style[`border${side}Color`]))
            || style.boxShadow !== "none" || (!clear(style.backgroundColor) && style.backgroundColor !== ground(element.parentElement));
        };
        // A field that fills the cell of a table is seen by the lines of the table.
        const fills = field => field.parentElement.tagName === "TD" && field.offsetWidth > field.parentElement.clientWidth - 8;
        const others = "[type=hidden], [type=checkbox], [type=radio], [type=range], [type=color], [type=file]";
        return [...document.querySelectorAll(`input:not(${others}), select, textarea`)]
          .filter(field => field.checkVisibility() && field.offsetWidth > 2 && !field.closest("[inert], :disabled"))
          .filter(field => !edged(field) && !(fills(field) && edged(field.parentElement)))
          .map(field => field.outerHTML.slice(0, 120)).join(" | ");
        """;

    [Fact]
    public void Teachers_pages()
    {
        using var ines = new Person();
        ines.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        foreach (var open in new[] { "/sign-in", "/join" })
        {
            ines.Go(apps.Slate + open);
            Passes(ines, open);
        }

        ines.SignIn(apps, "tobiah.renn@gannetpoint.example");
        foreach (
            var page in new[]
            {
                "/library",
                "/library?view=list&words=tide",
                "/new?shows=kinds",
                "/help?words=picture",
                "/help/authors",
                "/classes",
                "/keeper/course-sites",
            }
        )
        {
            ines.Go(apps.Slate + page);
            Passes(ines, page);
        }
    }

    [Fact]
    public void The_pages_of_class_work()
    {
        using var ines = new Person().SignIn(apps);
        ines.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        foreach (
            var page in new[]
            {
                "/lookout",
                "/author/windcheck/lookout",
                "/author/windcheck/statistics",
                "/author/windcheck/statistics?handler=Rehearsal&learners=20",
                "/author/windcheck/mark-again",
                "/author/windcheck/answers?spot=why",
                "/author/breeze/answers?spot=chart",
                "/author/coast/spots",
                "/author/garden/courses",
                "/classes/1",
                "/classes/1/gradebook",
                "/classes/1/assignments/2",
                "/classes/1/import",
            }
        )
        {
            ines.Go(apps.Slate + page);
            ines.See("html.scripted");
            Passes(ines, page);
        }

        ines.Go(apps.Slate + "/classes/1");
        ines.PressCss(".roster a");
        Passes(ines, "a learner of a class");
    }

    [Fact]
    public void The_workbench_and_what_follows_it()
    {
        using var ines = new Person().SignIn(apps);
        ines.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        ines.Go(apps.Slate + "/author/garden");
        ines.See("#room-stage a[data-sign]");
        Passes(ines, "workbench");
        ines.PressCss("#room-stage a[data-sign=askshade]");
        ines.See("[data-option-text]");
        Passes(ines, "workbench with a question");
        ines.PressCss("#room-stage a[data-sign=shelter]");
        ines.See(".illustration");
        Passes(ines, "workbench with a note");
        ines.Press("Try it");
        ines.See("body.in-trial .learn");
        Passes(ines, "trial");
        ines.Go(apps.Slate + "/author/garden/publish");
        Passes(ines, "publish");
        ines.Go(apps.Slate + "/author/garden/results");
        Passes(ines, "results");
        ines.Press("Review", ".results-grid");
        ines.See(".review-form");
        Passes(ines, "review");
    }

    [Fact]
    public void A_learners_own_spot()
    {
        using var learner = new Person(390, 844);
        learner.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        learner.Go(apps.Slate + "/join?code=COAST8");
        learner.Type("input[name=Name]", "Wren Abernethy");
        learner.Press("Continue");
        learner.Reads("h1", "Your own sign");
        Passes(learner, "own sign");
        learner.Go(apps.Slate + "/a/coast");
        learner.See("a[data-sign^=added]");
        Passes(learner, "a map with others' spots");
        learner.Press("Add your own spot");
        learner.See("[data-adding-board]");
        Passes(learner, "adding a spot");
    }

    [Fact]
    public void The_learners_page()
    {
        using var learner = new Person();
        learner.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        learner.Go(apps.Slate + "/a/garden");
        Passes(learner, "name");
        learner.Type("input[name=name]", "Axe Anders");
        learner.Press("Start");
        learner.See("a[data-sign]");
        Passes(learner, "learner");
        learner.PressCss("a[data-sign=askshade]");
        learner.Press("Rain", ".panel.open");
        learner.Press("Mark my answer", ".panel.open");
        learner.Reads(".panel.open .verdict", "Partly right");
        Passes(learner, "learner with a marked question");
        learner.PressCss(".panel.open [data-close]");
        learner.Press("Hand in");
        learner.Press("Hand in with");
        learner.See("#result");
        Passes(learner, "result");
    }

    [Fact]
    public void Pages_of_questions()
    {
        using var ines = new Person().SignIn(apps);
        ines.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        ines.Go(apps.Slate + "/author/watchtest");
        ines.See(".page-row");
        Passes(ines, "workbench with a page");
        foreach (
            var kind in new[]
            {
                "gapText",
                "wordPick",
                "order",
                "jumbledWords",
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
            ines.Run("document.querySelectorAll('.page-open details').forEach(fold => { fold.open = true; })");
            Passes(ines, "building " + kind);
            ines.PressCss("[data-do=undo]");
            ines.Saved();
        }

        ines.Press("Put material beside the questions", ".page-edit");
        ines.See("[data-field=material] input[name=shareTyped]");
        Passes(ines, "material beside the questions");
        ines.PressCss("[data-do=undo]");
        ines.Saved();
        ines.Run("document.querySelectorAll('#room-details details').forEach(fold => { fold.open = true; })");
        Passes(ines, "rules, way and own words");
        ines.PressCss("[data-do=questionList]");
        ines.Type("#question-list textarea", "Bad\n\nGood?\n+ yes\n- no");
        ines.See(".list-questions");
        Passes(ines, "pasted list");
        ines.Go(apps.Slate + "/new?shows=questions");
        Passes(ines, "new questions");
    }

    [Theory]
    [InlineData("eighteen")]
    [InlineData("nashra")]
    [InlineData("watchsheet")]
    [InlineData("clouds")]
    [InlineData("sky")]
    [InlineData("tides")]
    [InlineData("breeze")]
    public void Learners_at_questions(string code)
    {
        using var wren = new Person(390, 844);
        wren.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        wren.Go($"{apps.Slate}/a/{code}");
        wren.Type("input[name=name]", "Axe Anders");
        wren.PressCss(".gate button");
        if (code is "eighteen" or "nashra" or "sky")
        {
            wren.See(".start");
            Passes(wren, "start of " + code);
            wren.PressCss(".start form button");
        }

        wren.See("form[data-ask]");
        for (var step = 0; step < 10; step++)
        {
            Passes(wren, $"{code}, step {step}");
            if (wren.All("[data-next]").FirstOrDefault(button => button.Displayed) is not { } next)
            {
                break;
            }

            var before = wren.See("#learn").GetAttribute("data-scene");
            next.Click();
            wren.Until(() => wren.See("#learn").GetAttribute("data-scene") != before ? "" : null, "the next step");
        }

        wren.PressCss("[data-hand-in] button");
        wren.PressCss("[data-hand-in] button");
        wren.See("#result");
        Passes(wren, "result of " + code);
    }

    [Fact]
    public void A_video_its_strip_and_its_curve()
    {
        using var ines = new Person().SignIn(apps);
        ines.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        ines.Go(apps.Slate + "/author/front");
        ines.See("[data-cue]");
        ines.Run("document.querySelectorAll('#room-details details').forEach(fold => { fold.open = true; })");
        ines.Reads("#fold-drafts-film", "Take");
        ines.Reads("#fold-captions-film", "Keep these captions");
        Passes(ines, "workbench with a video");
        ines.PressCss("[data-cue=f-passed]");
        ines.See("#room-details[data-of='f-passed']");
        ines.Run("document.querySelectorAll('#room-details details').forEach(fold => { fold.open = true; })");
        Passes(ines, "workbench with a stop");
        ines.Go(apps.Slate + "/author/front/statistics?handler=Rehearsal&learners=20");
        ines.Reads("main", "was watched");
        Passes(ines, "curve of watching");

        using var wren = new Person(390, 844).Visit(apps, "front");
        wren.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        wren.Run("document.querySelector('[data-video-transcript]').open = true");
        wren.See("[data-line-at]");
        Passes(wren, "video");
        wren.PressCss("a[data-open=f-sign]");
        wren.See("#spot-f-sign.open");
        Passes(wren, "video with an open stop");
    }

    [Fact]
    public void A_trail_its_stops_and_its_sheet()
    {
        using var ines = new Person().SignIn(apps);
        ines.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        ines.Go(apps.Slate + "/author/buoy");
        ines.DetailsOf("activity");
        ines.See("#fold-trail");
        ines.Run("document.querySelectorAll('#room-details details').forEach(fold => { fold.open = true; })");
        Passes(ines, "workbench with a trail");

        using var wren = new Person(390, 844).Visit(apps, "buoy");
        wren.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        wren.See("[data-sheet]");
        wren.Run("document.querySelector('#how-far').open = true");
        Passes(wren, "board of a trail");
        wren.PressCss("[data-sign=to-echo]");
        wren.Reads("#scene-title", "The echo");
        wren.Type("form[data-ask] input[name=text]", "6.1 nm");
        wren.Press("Mark my answer");
        wren.See("#reward-echo");
        Passes(wren, "stop of a trail with its reward");
        wren.PressCss("[data-findings]");
        wren.See("#findings.open");
        Passes(wren, "findings on a page");
        wren.PressCss("[data-sheet]");
        wren.Reads("#scene-title", "Findings sheet");
        Passes(wren, "findings sheet");

        using var kai = new Person().Visit(apps, "book");
        kai.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        kai.PressCss("[data-stop=table]");
        kai.Reads("#scene-title", "Tide table");
        kai.Run("document.querySelector('#how-far').open = true");
        Passes(kai, "stops below each other");
    }

    [Fact]
    public void Rooms_maps_and_media()
    {
        using var ines = new Person().SignIn(apps);
        ines.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        ines.Go(apps.Slate + "/author/beacon?at=n-boat");
        ines.See("#room-stage .panorama-live");
        ines.Run("document.querySelectorAll('#room-details details').forEach(fold => { fold.open = true; })");
        Passes(ines, "workbench with a panorama");
        ines.PressCss(".board-spot[data-select=n-chest]");
        ines.See("#room-details[data-of='n-chest']");
        ines.Run("document.querySelectorAll('#room-details details').forEach(fold => { fold.open = true; })");
        Passes(ines, "workbench with a lock");
        ines.PressCss("[data-do=map]");
        ines.See("#map .map-node");
        Passes(ines, "map");
        ines.Keys(OpenQA.Selenium.Keys.Escape);
        ines.PressCss("[data-do=addScene]");
        ines.See("#picker .tile");
        Passes(ines, "picker");
        ines.Go(apps.Slate + "/media-library");
        ines.PressCss("#media-list [data-tick]");
        Passes(ines, "media library");
        ines.PressCss("#media-list a.tile");
        ines.See(".media-words");
        Passes(ines, "media entry");

        using var learner = new Person(390, 844);
        learner.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(60);
        learner.Go(apps.Slate + "/a/beacon");
        learner.Type("input[name=name]", "Axe Anders");
        learner.Press("Start");
        learner.See(".panorama-live");
        Passes(learner, "a room");
        learner.Run("document.querySelector('.spot-list a[data-open=n-door]').click()");
        learner.See(".panel.open input[name=code]");
        Passes(learner, "a lock");
        learner.Run(
            "document.querySelector('.panel.open [data-close]').click(); document.querySelector('.spot-list a[data-open=n-log]').click()"
        );
        learner.Reads("[data-findings]", "1");
        learner.Run("document.querySelector('.panel.open [data-close]').click(); document.querySelector('[data-findings]').click()");
        learner.See(".panel-findings.open textarea");
        Passes(learner, "findings");
        learner.Go(apps.Slate + "/a/beacon/credits");
        Passes(learner, "credits");
    }
}
