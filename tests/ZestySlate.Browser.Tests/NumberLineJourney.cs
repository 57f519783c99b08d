using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A number on a line: built by showing it, answered by hand, by keys and by typing.</summary>
public sealed class NumberLineJourney(Apps apps)
{
    [Fact]
    public void A_number_is_shown_on_a_line()
    {
        using var ines = new Person().SignIn(apps).BeginQuestions(apps, "Worksheet", "Is it windy?\nanswer: true");
        ines.AddToPage("numberLine");
        ines.See(".page-open input[name=shown]");
        ines.Run("document.querySelector('.page-open [data-rich] [contenteditable], .page-open .prompt [contenteditable]').focus()");
        ines.Keys("How strong is the wind?");
        ines.Saved();

        // What is right is shown on the line; its ends are typed.
        ines.Retype(".page-open input[name=to]", "12");
        ines.Saved();
        ines.Run("document.querySelector('.page-open input[name=shown]').focus()");
        ines.Keys(Keys.Home + Keys.ArrowRight + Keys.ArrowRight + Keys.ArrowRight);
        ines.Until(() => ines.See(".page-open input[name=value]").GetAttribute("value") == "3" ? "" : null, "the right number");
        ines.Saved();
        var code = ines.PublishByLink();
        Assert.Empty(ines.Complaints());

        using var wren = new Person(390, 844);
        wren.Visit(apps, code);
        var slider = wren.See("input[data-line]");
        Assert.Equal("", wren.See("[data-family=line] input[name=text]").GetAttribute("value"));

        // By keys, from the left end.
        wren.Run("document.querySelector('input[data-line]').focus()");
        wren.Keys(Keys.ArrowRight);
        wren.Until(() => wren.See("[data-family=line] input[name=text]").GetAttribute("value") == "1" ? "" : null, "one step to the right");
        Assert.Equal("1", slider.GetAttribute("aria-valuetext"));

        // Typed, the pointer follows; by hand, the number does.
        wren.Type("[data-family=line] input[name=text]", Keys.Backspace + "9");
        wren.Until(
            () => (string?)wren.Run("return document.querySelector('input[data-line]').value") == "9" ? "" : null,
            "the pointer at 9"
        );
        var width = slider.Size.Width;
        wren.Hand.MoveToElement(slider, (int)(width * ((9 / 12.0) - 0.5)), 0)
            .ClickAndHold()
            .MoveToElement(slider, (int)(width * ((3 / 12.0) - 0.49)), 0)
            .Release()
            .Perform();
        wren.Until(() => wren.See("[data-family=line] input[name=text]").GetAttribute("value") == "3" ? "" : null, "drawn to 3");
        wren.Press("Mark my answer", "form.ask-numberline");
        wren.Reads("form.ask-numberline .verdict", "Right");
        Assert.Empty(wren.Complaints());
    }
}
