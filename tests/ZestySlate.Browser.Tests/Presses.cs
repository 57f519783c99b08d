using System.Globalization;

namespace ZestySlate.Browser.Tests;

/// <summary>
/// What a job costs the hand, counted where it lands, in the browser: every press of the pointer, every Enter or Tab; a file
/// chosen counts three, a choice in a list two. Typed letters are free.
/// </summary>
internal static class Presses
{
    private const string Counter = """
        (() => {
          const add = count => sessionStorage.setItem('presses', Number(sessionStorage.getItem('presses') ?? 0) + count);
          const of = (event, css) => event.target instanceof Element && event.target.closest(css);
          addEventListener('pointerdown', event => { if (event.isTrusted && !of(event, 'select')) add(1); }, true);
          addEventListener('keydown', event => { if (event.isTrusted && ['Enter', 'Tab'].includes(event.key)) add(1); }, true);
          addEventListener('change', event => {
            if (of(event, 'input[type=file]')) add(3);
            if (of(event, 'select')) add(2);
          }, true);
        })();
        """;

    /// <summary>Counts from here on, in every page that is opened.</summary>
    public static void CountPresses(this Person person)
    {
        person.Cdp("Page.addScriptToEvaluateOnNewDocument", ("source", Counter));
        person.Driver.Navigate().Refresh();
        person.Run("sessionStorage.removeItem('presses')");
    }

    /// <summary>The job is done in so many presses at most.</summary>
    public static void HasPressedAtMost(this Person person, int most)
    {
        var presses = int.Parse((string)person.Run("return sessionStorage.getItem('presses') ?? '0'")!, CultureInfo.InvariantCulture);
        Assert.True(presses > 0 && presses <= most, $"{presses} presses; at most {most} were meant.");
    }
}
