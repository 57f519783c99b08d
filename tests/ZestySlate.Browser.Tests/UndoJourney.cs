using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A step back while one is in a field: what is on the screen is what is stored.</summary>
public sealed class UndoJourney(Apps apps)
{
    [Theory]
    [InlineData("input[name=title]")]
    [InlineData("[data-option-text]")]
    public void Screen_and_store_stay_together(string field)
    {
        using var ines = new Person().SignIn(apps);
        ines.BeginQuestions(apps);
        ines.AddQuestion("multipleChoice", "What falls?");
        var before = ines.See(field).GetAttribute("value");
        ines.Type(field, "chamber");
        ines.See(field).SendKeys(" of magma");
        ines.Saved();
        ines.See(field).SendKeys(Keys.Control + "z");
        ines.Until(() => ines.See(field).GetAttribute("value") == before ? "" : null, "the step back in the field");
        ines.Saved();
        ines.Driver.Navigate().Refresh();
        Assert.Equal(before, ines.See(field).GetAttribute("value"));
        ines.See(field).SendKeys(Keys.Control + "y");
        ines.Until(() => ines.See(field).GetAttribute("value") == "chamber of magma" ? "" : null, "the step forth in the field");
        ines.Driver.Navigate().Refresh();
        Assert.Equal("chamber of magma", ines.See(field).GetAttribute("value"));
        Assert.Empty(ines.Complaints());
    }
}
