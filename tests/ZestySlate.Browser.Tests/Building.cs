using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>What people do again and again with questions on a page.</summary>
internal static class Building
{
    /// <summary>Begins a worksheet, quiz, test or game and leaves the person in its workbench.</summary>
    public static Person BeginQuestions(this Person person, Apps apps, string recipe = "Worksheet", string? list = null) =>
        person.BeginQuestions(apps.Slate, recipe, list);

    /// <summary>The same in any installation.</summary>
    public static Person BeginQuestions(this Person person, string slate, string recipe = "Worksheet", string? list = null)
    {
        person.Go(slate + "/new?shows=questions");
        person.See("html.scripted");
        person.PressCss($"input[name=recipe][value={recipe}]");
        if (list is not null)
        {
            person.Type("textarea[name=list]", list);
        }

        person.PressCss("form[action*=Questions] .button-main");
        person.See(".page-edit");
        return person;
    }

    /// <summary>As a teacher of a course, makes an activity of one question inside the course site and places it there.</summary>
    public static void MakesInCourse(this Person person, string course)
    {
        person.SignInToCourses(course, "Mireille Osei");
        person.Go(course + "/courses/bulletin/add");
        person.IntoFrame();
        person.Press("make a new one", "main");
        person.BeginActivity("rain-gauge-cut.png", "Made in the course");
        person.PressStage(0.5, 0.5);
        person.Choose("trueOrFalse");
        person.PressCss("[data-field=prompt] [contenteditable=true]");
        person.Keys("The rim stands level.");
        person.Saved();
        person.Press("Place in Bulletin writers");
        person.PressCss("input[name='Placed.NoDue']");
        person.Press("Place it in the course", "main");
        person.OutOfFrame();
        person.Until(
            () => person.Driver.Url.Contains("/assignments/", StringComparison.Ordinal) ? "" : null,
            "the assignment to come back"
        );
    }

    /// <summary>Adds a question of a kind to the page and gives it its prompt.</summary>
    public static void AddQuestion(this Person person, string kind, string prompt)
    {
        person.AddToPage(kind);
        person.See(".page-open form[data-edit]");
        person.Saved();
        var field = person.See(".page-open [data-field=prompt] [contenteditable=true]");
        field.Click();
        field.SendKeys(prompt);
        person.Saved();
    }

    /// <summary>Types into a field of the open question and waits until it is kept.</summary>
    public static void Fill(this Person person, string css, string words)
    {
        var field = person.See(".page-open " + css);
        field.Clear();
        field.SendKeys(words + Keys.Tab);
        person.Saved();
    }

    /// <summary>Types over what stands in a field, as a hand does: without emptying it first.</summary>
    public static void Retype(this Person person, string css, string words)
    {
        person.See(css).Click();
        person.Hand.KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control).Perform();
        person.Keys(words + Keys.Tab);
    }

    /// <summary>Makes the stage the learner's view of the open question.</summary>
    public static void TryIt(this Person person)
    {
        person.Saved();
        person.Press("Try it", "#room-topline");
        person.See("#room-stage form[data-ask] fieldset");
        person.Ready();
    }

    /// <summary>Waits until what the questions on a learner's page need is loaded.</summary>
    public static void Ready(this Person person) =>
        person.Until(
            () => person.All("form[data-ask]").Count > 0 && person.All("[data-family]:not([data-ready])").Count == 0 ? "" : null,
            "the questions' scripts"
        );

    /// <summary>Drags one thing onto a place of another with a finger; shares of its width and height.</summary>
    public static void TouchOnto(this Person person, IWebElement thing, IWebElement onto, double x = 0.5, double y = 0.5)
    {
        person.Run("arguments[0].scrollIntoView({ block: 'nearest' })", onto);
        double[] Middle(IWebElement element, double right, double down) =>
            [
                .. (
                    (IReadOnlyCollection<object>)
                        person.Run(
                            "const b = arguments[0].getBoundingClientRect(); return [b.left + b.width * arguments[1], b.top + b.height * arguments[2]]",
                            element,
                            right,
                            down
                        )!
                ).Select(Convert.ToDouble),
            ];
        var (from, to) = (Middle(thing, 0.5, 0.5), Middle(onto, x, y));
        person.Touch("touchStart", (from[0], from[1]));
        person.Touch("touchMove", (from[0] + 9, from[1] + 9));
        person.Touch("touchMove", ((from[0] + to[0]) / 2, (from[1] + to[1]) / 2));
        person.Touch("touchMove", (to[0], to[1]));
        person.Touch("touchEnd");
    }

    /// <summary>What fingers do at places of the window, in pixels; none when they let go.</summary>
    public static void Touch(this Person person, string kind, params (double X, double Y)[] points) =>
        person.Cdp(
            "Input.dispatchTouchEvent",
            ("type", kind),
            (
                "touchPoints",
                points
                    .Select(
                        (point, i) =>
                            (object)
                                new Dictionary<string, object>
                                {
                                    ["x"] = point.X,
                                    ["y"] = point.Y,
                                    ["id"] = i,
                                }
                    )
                    .ToArray()
            )
        );

    /// <summary>Presses a place of something with a finger; shares of its width and height.</summary>
    public static void Tap(this Person person, IWebElement thing, double x, double y)
    {
        person.Run("arguments[0].scrollIntoView({ block: 'center' })", thing);
        var at = (
            (IReadOnlyCollection<object>)
                person.Run(
                    "const b = arguments[0].getBoundingClientRect(); return [b.left + b.width * arguments[1], b.top + b.height * arguments[2]]",
                    thing,
                    x,
                    y
                )!
        )
            .Select(Convert.ToDouble)
            .ToArray();
        person.Touch("touchStart", (at[0], at[1]));
        person.Touch("touchEnd");
    }

    /// <summary>Drags one thing onto a place of another with the mouse; shares of its width and height.</summary>
    public static void DragTo(this Person person, IWebElement thing, IWebElement onto, double x, double y)
    {
        var size = onto.Size;
        person
            .Hand.MoveToElement(thing)
            .ClickAndHold()
            .MoveByOffset(4, 8)
            .MoveToElement(onto, (int)(size.Width * (x - 0.5)), (int)(size.Height * (y - 0.5)))
            .MoveByOffset(1, 1)
            .Release()
            .Perform();
    }

    /// <summary>Makes the stage the learner's view of the beginning.</summary>
    public static void TryItFromStart(this Person person)
    {
        person.Saved();
        person.Press("Try it", "#room-topline");
        person.See("#room-stage .start");
    }

    /// <summary>Has the answer marked and waits for the verdict.</summary>
    public static void MarkThis(this Person person, string verdict)
    {
        person.Press("Mark my answer", "form[data-ask]");
        person.Reads(".verdict", verdict);
    }

    /// <summary>Begins another try and waits until the answer is open again and in hand.</summary>
    public static void AnotherGo(this Person person)
    {
        person.Press("Another go", "form[data-ask]");
        person.Until(
            () =>
                (bool)
                    person.Run(
                        "return document.activeElement.closest('form[data-ask] fieldset:enabled') !== null && !document.querySelector('[value=again]')"
                    )!
                    ? ""
                    : null,
            "the answer in hand"
        );
    }

    /// <summary>Presses keys until something has the focus.</summary>
    public static void TabTo(this Person person, string css) =>
        person.Until(
            () =>
            {
                if ((bool)person.Run("return document.activeElement.matches(arguments[0])", css)!)
                {
                    return "";
                }

                person.Keys(Keys.Tab);
                return (bool)person.Run("return document.activeElement.matches(arguments[0])", css)! ? "" : null;
            },
            css + " by Tab"
        );

    /// <summary>Drags one thing onto another with the mouse.</summary>
    public static void DragOnto(this Person person, IWebElement thing, IWebElement onto)
    {
        person.Run("arguments[0].scrollIntoView({ block: 'center' })", onto);
        person.Hand.MoveToElement(thing).ClickAndHold().MoveByOffset(4, 8).MoveToElement(onto).MoveByOffset(1, 1).Release().Perform();
    }
}
