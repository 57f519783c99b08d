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
        ines.Type(field, "chamber");
        ines.Saved();
        ines.See(field).SendKeys(" of magma");
        ines.Saved();
        ines.Keys(Keys.Control + "z" + Keys.Control);
        ines.Until(() => ines.See(field).GetAttribute("value") == "chamber" ? "" : null, "the step back in the field");
        ines.Saved();
        ines.Driver.Navigate().Refresh();
        Assert.Equal("chamber", ines.See(field).GetAttribute("value"));
        ines.Keys(Keys.Control + Keys.Shift + "z" + Keys.Shift + Keys.Control);
        ines.Until(() => ines.See(field).GetAttribute("value") == "chamber of magma" ? "" : null, "the step forth");
    }
}
