using System.Collections.ObjectModel;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;

namespace ZestySlate.Browser.Tests;

/// <summary>Somebody at a browser: headless Chromium, a fresh profile.</summary>
internal sealed class Person : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(15);

    /// <summary>The person's browser context; null where the browser is theirs alone.</summary>
    private readonly string? _context;

    public Person(
        int width = 1280,
        int height = 800,
        bool refusesThirdPartyCookies = false,
        bool withoutWebGl = false,
        bool speaks = false,
        bool trusts = false
    )
    {
        ChromeDriver Start() => StartBrowser(width, height, refusesThirdPartyCookies, withoutWebGl, speaks, trusts);
        if (refusesThirdPartyCookies || withoutWebGl || speaks || trusts)
        {
            Driver = Start();
        }
        else
        {
            (Driver, _context) = Browsers.Take(Start, width, height);
        }

        if (width < 500)
        {
            // Windows have a least width; a phone's screen is narrower.
            Cdp("Emulation.setDeviceMetricsOverride", ("width", width), ("height", height), ("deviceScaleFactor", 1), ("mobile", true));
        }
    }

    private static ChromeDriver StartBrowser(
        int width,
        int height,
        bool refusesThirdPartyCookies,
        bool withoutWebGl,
        bool speaks,
        bool trusts
    )
    {
        // A certificate that nobody has signed is taken only where a test makes one.
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium", AcceptInsecureCertificates = trusts };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-dev-shm-usage",
            "--disable-quic",
            "--no-first-run",
            "--hide-scrollbars",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--force-prefers-reduced-motion",
            $"--user-data-dir={Directory.CreateTempSubdirectory("slate-profile").FullName}",
            $"--window-size={width},{height}"
        );
        options.AddArguments(withoutWebGl ? ["--disable-3d-apis"] : ["--use-angle=swiftshader", "--enable-unsafe-swiftshader"]);
        if (speaks)
        {
            // A microphone that beeps, allowed without a question.
            options.AddArguments("--use-fake-ui-for-media-stream", "--use-fake-device-for-media-stream");
        }

        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        // A context of its own takes others' cookies as a browser's usual windows do, unless this is who refuses them.
        options.AddUserProfilePreference("profile.cookie_controls_mode", refusesThirdPartyCookies ? 1 : 0);
        if (refusesThirdPartyCookies)
        {
            // Frames of other sites stay in the page's own process, so that a lost connection can be played for them too.
            options.AddArguments(
                "--test-third-party-cookie-phaseout",
                "--disable-site-isolation-trials",
                "--disable-features=IsolateOrigins,site-per-process"
            );
            options.AddUserProfilePreference("profile.block_third_party_cookies", true);
        }

        var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        return new ChromeDriver(service, options, TimeSpan.FromSeconds(90));
    }

    public ChromeDriver Driver { get; }

    public Actions Hand => new(Driver);

    public void Dispose()
    {
        if (_context is null)
        {
            Browsers.End(Driver);
        }
        else
        {
            Browsers.GiveBack(Driver, _context);
        }
    }

    /// <summary>Opens another tab and goes on in it; what it is called is returned.</summary>
    public string OpenTab()
    {
        var there = Driver.WindowHandles;
        Run("window.open('about:blank')");
        var tab = Until(() => Driver.WindowHandles.FirstOrDefault(window => !there.Contains(window)), "a new tab");
        Driver.SwitchTo().Window(tab);
        return tab;
    }

    public void Go(string address) => Driver.Navigate().GoToUrl(address);

    /// <summary>Waits for something to be there and to be seen.</summary>
    public IWebElement See(string css) => Until(() => Seen(css), css);

    public ReadOnlyCollection<IWebElement> All(string css) => Driver.FindElements(By.CssSelector(css));

    /// <summary>Waits for a button, link or label of these words and presses it.</summary>
    public void Press(string words, string within = "body") => Press($":is({within}) :is(button, a, label, summary)", words, words);

    public void PressCss(string css) => Press(css, "", css);

    private void Press(string css, string words, string what) =>
        Until(
            () =>
            {
                var found = Seen(css, words, "all");
                found?.Click();
                return found;
            },
            what
        );

    /// <summary>
    /// The first of these that is seen, with words in it where some are asked for. One script looks for all of it, so that waiting
    /// costs little; what it finds is what a driver calls displayed, too.
    /// </summary>
    /// <param name="css">Which.</param>
    /// <param name="words">What stands in it.</param>
    /// <param name="reading">"shown": what is read of it; "all": what stands in it, which is then brought up from under the bar at the
    /// foot, as a person would.</param>
    private IWebElement? Seen(string css, string words = "", string reading = "shown") =>
        ((IReadOnlyCollection<object>)Run(LookFor, css, words, reading)!).Cast<IWebElement>().FirstOrDefault(element => element.Displayed);

    private const string LookFor = """
        const [css, words, reading] = arguments;
        const plain = said => said.replace(/[\s\u00a0]+/g, " ");
        const of = element => plain((reading === "all" ? element.textContent : (element.innerText ?? element.textContent)) ?? "");
        const found = [...document.querySelectorAll(css)]
          .filter(element => element.checkVisibility({ visibilityProperty: true }) && (words === "" || of(element).includes(plain(words))))
          .slice(0, 5);
        if (reading === "all") {
          found[0]?.scrollIntoView({ block: "nearest" });
        }
        return found;
        """;

    public void Type(string css, string words)
    {
        var field = See(css);
        field.Clear();
        field.SendKeys(words);
    }

    public void Keys(string keys) => Hand.SendKeys(keys).Perform();

    /// <summary>Waits until these words stand inside an element.</summary>
    public void Reads(string css, string words) => Until(() => Seen(css, words), $"“{words}” in {css}");

    /// <summary>Selects the characters from..to of the first run of words in an element.</summary>
    public void Select(string css, int from, int to) =>
        Run(
            """
            const element = document.querySelector(arguments[0]);
            element.focus();
            const words = document.createTreeWalker(element, NodeFilter.SHOW_TEXT).nextNode();
            getSelection().setBaseAndExtent(words, arguments[1], words, arguments[2]);
            """,
            css,
            from,
            to
        );

    public void Gone(string css) => Until(() => Seen(css) is null ? "" : null, css + " to go");

    /// <summary>Waits until the workbench has saved everything.</summary>
    public void Saved() =>
        Until(
            () =>
                (string?)Run(
                    "const s = document.getElementById('saved'); return s && (s.dataset.state ?? 'saved') === 'saved' "
                        + "&& s.textContent.includes('Saved') ? 'yes' : null"
                ),
            "Saved"
        );

    public object? Run(string script, params object[] arguments) => Driver.ExecuteScript(script, arguments);

    public string Focused => (string)Run("const e = document.activeElement; return e.dataset.sign ?? e.name ?? e.id ?? e.tagName")!;

    public void Cdp(string command, params (string Name, object Value)[] values) =>
        Driver.ExecuteCdpCommand(command, values.ToDictionary(v => v.Name, v => (object?)v.Value));

    /// <summary>The cookies of every site, as JSON.</summary>
    public string AllCookies()
    {
        var reply = (Dictionary<string, object?>)Driver.ExecuteCdpCommand("Network.getAllCookies", [])!;
        return System.Text.Json.JsonSerializer.Serialize(reply["cookies"]);
    }

    public void Connection(bool there)
    {
        Cdp("Network.enable");
        Cdp("Network.emulateNetworkConditions", ("offline", !there), ("latency", 0), ("downloadThroughput", -1), ("uploadThroughput", -1));
    }

    /// <summary>Problems that the browser has written down, save those that a test brings about.</summary>
    public List<string> Complaints() =>
        Driver
            .Manage()
            .Logs.GetLog(LogType.Browser)
            .Select(entry => entry.Message[(entry.Message.IndexOf(' ') + 1)..])
            .Where(message =>
                !message.Contains("ERR_INTERNET_DISCONNECTED", StringComparison.Ordinal)
                && !message.Contains("GL Driver Message", StringComparison.Ordinal)
            )
            .ToList();

    public T Until<T>(Func<T?> look, string what)
        where T : class
    {
        var end = DateTime.UtcNow + Patience;
        Exception? last = null;
        // What comes at once is seen at once; who waits longer looks less often, and leaves the machine to what is waited for.
        var pause = 20;
        while (DateTime.UtcNow < end)
        {
            try
            {
                if (look() is { } found)
                {
                    return found;
                }
            }
            catch (Exception problem)
                when (problem
                        is StaleElementReferenceException
                            or ElementNotInteractableException
                            or NoSuchElementException
                            or JavaScriptException
                    || (
                        problem is UnknownErrorException
                        && problem.Message.Contains("does not belong to the document", StringComparison.Ordinal)
                    )
                )
            {
                last = problem;
            }

            Thread.Sleep(pause);
            pause = Math.Min(pause * 3 / 2, 150);
        }

        throw new TimeoutException(
            $"Waited for {what} at {Driver.Url}. {last?.Message}\nThe page reads: {Words()}\nThe browser says: {string.Join(" | ", Complaints())}"
        );
    }

    /// <summary>The beginning of what the page, or the frame in it, reads; what cannot be read is told too.</summary>
    private string Words()
    {
        try
        {
            var words = Driver.FindElement(By.TagName("body")).Text.ReplaceLineEndings(" / ");
            return words[..Math.Min(words.Length, 600)];
        }
        catch (WebDriverException problem)
        {
            return problem.Message;
        }
    }
}

/// <summary>What people do again and again.</summary>
internal static class Doings
{
    public const string Password = "barometer-rising";

    public static Person SignIn(this Person person, Apps apps, string email = "ines.halloran@gannetpoint.example")
    {
        person.Go(apps.Slate + "/sign-in");
        person.Type("input[name=Email]", email);
        person.Type("input[type=password]", Password);
        person.Press("Sign in", "main");
        person.Reads("h1", "Library");
        return person;
    }

    /// <summary>Comes to a published activity by its link, with a name.</summary>
    public static Person Visit(this Person person, Apps apps, string code)
    {
        person.Go($"{apps.Slate}/a/{code}");
        person.Type("input[name=name]", "Wren");
        person.PressCss(".gate button");
        return person;
    }

    /// <summary>Begins an activity from a demo picture and leaves the person in its workbench.</summary>
    public static void BeginActivity(this Person person, string picture = "instrument-garden.png", string? title = null)
    {
        person.See("input[type=file]").SendKeys(Path.Combine(Apps.Root, "demo", "pictures", picture));
        if (title is not null)
        {
            person.Type("input[name=title]", title);
        }

        person.Press("Begin", "main");
        person.See("#room-stage .stage img");
    }

    /// <summary>Presses the stage at shares of its width and height.</summary>
    public static void PressStage(this Person person, double x, double y)
    {
        person.See("html.scripted");
        var stage = person.See("#room-stage .stage");
        person.Hand.MoveToElement(stage, (int)(stage.Size.Width * (x - 0.5)), (int)(stage.Size.Height * (y - 0.5))).Click().Perform();
    }

    /// <summary>Adds a scene from a file of the demo.</summary>
    public static void AddScene(this Person person, string file)
    {
        var before = person.All("#room-storyboard .board-scene").Count;
        person.PressCss("[data-do=addScene]");
        person.Until(
            () =>
            {
                // Closed, it still holds what it was filled with before, which is thrown away as it opens.
                var field = person.All("#picker[open] input[type=file]").FirstOrDefault();
                field?.SendKeys(Path.Combine(Apps.Root, "demo", file));
                return field;
            },
            "the picker"
        );
        person.Until(() => person.All("#room-storyboard .board-scene").Count > before ? "" : null, "the new scene");
        person.Saved();
    }

    /// <summary>Makes a jump at a place of the stage to the scene of this title.</summary>
    public static void MakeJump(this Person person, double x, double y, string title)
    {
        person.PressStage(x, y);
        person.Choose("jump");
        person.Pick("#room-details select[name=to]", title);
        person.Saved();
    }

    /// <summary>Presses a sign of the stage and waits for its details.</summary>
    public static void SelectSign(this Person person, string css)
    {
        var sign = person.See(css);
        sign.Click();
        person.See($"#room-details[data-of='{sign.GetAttribute("data-sign")}']");
    }

    /// <summary>Picks an option of a list by its words.</summary>
    public static void Pick(this Person person, string css, string words) =>
        person.Until(
            () =>
            {
                var option = person.See(css).FindElements(By.TagName("option")).FirstOrDefault(o => o.Text.Trim() == words);
                option?.Click();
                return option;
            },
            words
        );

    public static void Choose(this Person person, string kind)
    {
        person.PressKind(kind);
        person.See("#room-details form[data-edit]");
        person.Saved();
    }

    /// <summary>Presses a kind of the open chooser, wherever it stands in it.</summary>
    public static void PressKind(this Person person, string kind)
    {
        person.See(".chooser");
        if ((bool)person.Run("return document.querySelector(`.chooser [data-kind=${arguments[0]}]`).hidden", kind)!)
        {
            person.PressCss(".chooser [data-kinds-all]");
        }

        person.PressCss($".chooser [data-kind={kind}]");
    }

    /// <summary>Adds something of a kind to the page on the stage; it is open for changing.</summary>
    public static void AddToPage(this Person person, string kind)
    {
        person.PressCss(".page-add [data-do=add]");
        person.PressKind(kind);
        person.See(".page-open");
    }

    /// <summary>Goes to a tab of the details: <c>scene</c> or <c>activity</c>.</summary>
    public static void DetailsOf(this Person person, string tab) => person.PressCss($"[data-details-tab={tab}]");

    /// <summary>Publishes for anybody who has the link; returns the activity's code.</summary>
    public static string PublishByLink(this Person person)
    {
        var code = person.Driver.Url.Split('/')[^1].Split('?')[0];
        person.Press("Publish", "#room-topline");
        person.PressCss("input[value=Link]");
        person.Press("Publish", "main");
        person.See("input[data-copy]");
        return code;
    }

    /// <summary>On the page that publishes: gives the activity to a class, with no due date.</summary>
    public static void Give(this Person person, string group)
    {
        person.Press("to " + group, "#classes");
        person.PressCss("input[name=noDue]");
        person.Press("Give it", "main form");
        person.Reads("main", "Kept.");
    }

    public static void SignInToCourses(this Person person, Apps apps, string name) => person.SignInToCourses(apps.Course, name);

    public static void SignInToCourses(this Person person, string course, string name)
    {
        person.Go(course);
        if (person.All("header form button").Count > 0)
        {
            person.Press("Sign out", "header");
        }

        person.Press(name, "main");
        person.Reads("h1", "Courses");
    }

    /// <summary>Keeps what stands in a form of the course site, and waits until the page that answers it is there.</summary>
    public static void Keep(this Person person)
    {
        person.Run("document.documentElement.dataset.before = 'yes'");
        person.Press("Keep", "main form");
        person.Until(() => (string?)person.Run("return document.documentElement.dataset.before ? null : 'kept'"), "what was kept");
    }

    public static void IntoFrame(this Person person, string css = "iframe")
    {
        person.Driver.SwitchTo().DefaultContent();
        person.Driver.SwitchTo().Frame(person.See(css));
    }

    /// <summary>In the course site's frame: looks for an activity by words of its title. The list is a page of the newest only.</summary>
    public static void LookFor(this Person person, string words)
    {
        person.Type("input[name=words]", words);
        person.Press("Look", "main");
        person.Until(
            () =>
                (string?)
                    person.Run(
                        "return document.querySelector('#found.htmx-request, form.htmx-request') ? null : "
                            + "document.querySelector('#found').textContent.toLowerCase().includes(arguments[0].toLowerCase()) ? 'there' : null",
                        words
                    ),
            "the activities of these words"
        );
    }

    public static void OutOfFrame(this Person person) => person.Driver.SwitchTo().DefaultContent();
}
