using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Nothing that a learner did is lost: not by a second page of theirs, and not by something that the server will not keep.</summary>
public sealed class TwoPagesJourney(Apps apps)
{
    private static void Ready(Person person, string family) => person.See($"[data-family={family}][data-ready=yes]");

    private static void Sent(Person person) =>
        person.Until(
            () =>
                person.Run(
                    "return document.querySelector('form[data-pending]') || Object.keys(localStorage).some(key => "
                        + "key.startsWith('zesty-slate ')) ? null : 'sent'"
                ),
            "everything to be sent"
        );

    private static void To(Person person, string window) => person.Driver.SwitchTo().Window(window);

    [Fact]
    public void Cells_filled_on_two_pages_are_all_there()
    {
        using var wren = new Person().Visit(apps, "tides");
        Ready(wren, "grid");
        var first = wren.Driver.CurrentWindowHandle;
        var second = wren.OpenTab();
        wren.Go($"{apps.Slate}/a/tides");
        Ready(wren, "grid");

        // Both pages are open; each is older than what the other says.
        Fill(wren, first, 0, "4.1");
        Fill(wren, second, 1, "0.9");
        Fill(wren, first, 2, "3.7");
        wren.Driver.Navigate().Refresh();
        Ready(wren, "grid");
        Assert.Equal(["4.1", "0.9", "3.7"], Cells(wren).Take(3).Select(cell => cell.GetAttribute("value")));
    }

    private static IReadOnlyList<IWebElement> Cells(Person person) => person.All("form[data-ask] input[name^=part-]:not([type=checkbox])");

    private static void Fill(Person person, string window, int cell, string value)
    {
        To(person, window);
        Cells(person)[cell].SendKeys(value + Keys.Tab);
        Sent(person);
    }

    [Fact]
    public void Lines_drawn_on_two_pages_are_all_there()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        ines.AddQuestion("drawing", "Draw the wind.");
        var code = ines.PublishByLink();
        using var wren = new Person().Visit(apps, code);
        Ready(wren, "drawing");
        var first = wren.Driver.CurrentWindowHandle;
        var second = wren.OpenTab();
        wren.Go($"{apps.Slate}/a/{code}");
        Ready(wren, "drawing");
        foreach (var (window, y) in new[] { (first, -60), (first, -30), (second, 0), (second, 30), (first, 60) })
        {
            To(wren, window);
            wren.Hand.MoveToElement(wren.See(".drawing-sheet"), -100, y)
                .ClickAndHold()
                .MoveByOffset(60, 5)
                .MoveByOffset(60, -5)
                .Release()
                .Perform();
            Sent(wren);
        }

        wren.Driver.Navigate().Refresh();
        Ready(wren, "drawing");
        Assert.Equal(5, wren.All("[data-drawn] g").Count);
    }

    [Fact]
    public void What_cannot_be_kept_is_set_aside_with_its_words_and_the_rest_goes_on()
    {
        using var wren = new Person().Visit(apps, "breeze");
        Ready(wren, "writing");
        wren.Run(
            """
            const real = window.fetch;
            window.fetch = (address, options) => typeof options?.body === 'string' && options.body.includes('thunder') && !window.mended
              ? Promise.resolve(new Response('This word is too loud.', { status: 422 })) : real(address, options);
            """
        );
        wren.See("form[data-ask] textarea").SendKeys("The sun warms the land, says the thunder.");
        wren.Reads("#set-aside", "One of your steps could not be kept. This word is too loud.");
        Assert.Contains("says the thunder", wren.See("#set-aside textarea").GetAttribute("value"));

        // It is there after the page is opened again, and what comes after it has gone through.
        wren.PressCss("[data-visit] button, .learn-foot .button-main");
        wren.Reads(".course-bar, .learn-foot", "2");
        wren.Driver.Navigate().Refresh();
        wren.Reads("#set-aside", "could not be kept");
        wren.Run("window.mended = true");
        wren.Press("Send it again", "#set-aside");
        wren.Gone("#set-aside > div");
        Sent(wren);
    }
}
