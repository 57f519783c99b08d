using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A step back while one is in a field: what is on the screen is what is stored.</summary>
public sealed class UndoJourney(Apps apps)
{
    [Fact]
    public void In_the_title_of_a_page_of_questions()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps);
        StayTogether(ines, "input[name=title]");
    }

    [Fact]
    public void In_the_words_of_a_callout()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity();
        ines.PressStage(0.5, 0.5);
        ines.Choose("callout");
        StayTogether(ines, "#room-details textarea[name=text]", () => ines.SelectSign("#room-stage [data-sign]"));
    }

    private static void StayTogether(Person ines, string field, Action? reach = null)
    {
        ines.Saved();
        var before = ines.See(field).GetAttribute("value");
        ines.See(field).SendKeys(Keys.Control + "a");
        ines.See(field).SendKeys("chamber of magma");
        ines.Saved();
        ines.See(field).SendKeys(Keys.Control + "z");
        ines.Until(() => ines.See(field).GetAttribute("value") == before ? "" : null, "the step back in the field");
        ines.Saved();
        var address = ines.Driver.Url;
        ines.Driver.Navigate().Refresh();
        reach?.Invoke();
        Assert.Equal(before, ines.See(field).GetAttribute("value"));
        ines.See(field).SendKeys(Keys.Control + "y");
        ines.Until(() => ines.See(field).GetAttribute("value") == "chamber of magma" ? "" : null, "the step forth in the field");
        ines.Driver.Navigate().Refresh();
        reach?.Invoke();
        Assert.Equal("chamber of magma", ines.See(field).GetAttribute("value"));
        Assert.Equal(address, ines.Driver.Url);
    }
}
