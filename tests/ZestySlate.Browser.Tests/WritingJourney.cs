using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A teacher writes a formatted text: by the tools, and by pasting from a word processor.</summary>
public sealed class WritingJourney(Apps apps)
{
    private const string Text = "#room-details [data-rich-area] [contenteditable=true]";

    /// <summary>What a word processor puts on the clipboard: a head, a table, raised and lowered signs, a list made of paragraphs in two
    /// depths, a picture that comes along, one that lies on a disk, a formula and a colour.</summary>
    private const string Word = """
        <html><head><style>p { margin: 0 }</style></head><body>
        <h1>Volcanoes</h1>
        <table><tr><td style="border:solid 1pt"><p class="MsoNormal">Etna</p></td><td><p>3357 m</p></td></tr></table>
        <p class="MsoNormal">H<sub>2</sub>O, <span style="color:red">m</span><span style="vertical-align:super">2</span></p>
        <p class="MsoListParagraph" style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·<span>&nbsp;</span></span>shield</p>
        <p class="MsoListParagraph" style="mso-list:l0 level2 lfo1"><span style="mso-list:Ignore">1.<span>&nbsp;</span></span>broad</p>
        <p class="MsoListParagraph" style="mso-list:l0 level1 lfo1"><span style="mso-list:Ignore">·<span>&nbsp;</span></span>cone</p>
        <p>Here: <img src="data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==">
        and <img src="file:///C:/pictures/etna.png"></p>
        <p><m:oMath>E = mc</m:oMath></p>
        </body></html>
        """;

    [Fact]
    public void What_is_pasted_from_a_word_processor_is_kept_and_what_is_not_is_said()
    {
        using var ines = Beside();
        ines.PressCss(Text);
        ines.Run(
            """
            const given = new DataTransfer();
            given.setData("text/html", arguments[1]);
            given.setData("text/plain", "Volcanoes");
            document.querySelector(arguments[0]).dispatchEvent(new ClipboardEvent("paste", { clipboardData: given, bubbles: true, cancelable: true }));
            """,
            Text,
            Word
        );
        ines.Reads("[data-rich-said]", "Not kept: 1 formula, 1 picture (put it in from its file), colours.");
        ines.See(Text + " img[src^='/media/']");
        ines.Saved();
        ines.Driver.Navigate().Refresh();
        ines.SelectSign(".sign");
        ines.See(Text + " table");
        Assert.Equal("Volcanoes", ines.See(Text + " h3").Text);
        Assert.Equal(["Etna", "3357 m"], ines.All(Text + " td").Select(cell => cell.Text));
        Assert.Equal(("2", "2"), (ines.See(Text + " sub").Text, ines.See(Text + " sup").Text));
        Assert.Equal("broad", ines.See(Text + " ul > li > ol > li").Text);
        Assert.Equal(2, ines.All(Text + " ul > li").Count);
        Assert.Single(ines.All(Text + " img[src^='/media/']"));
        Assert.Contains("E = mc", ines.See(Text).Text, StringComparison.Ordinal);
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void By_the_tools_a_text_gets_raised_letters_a_table_a_sign_a_link_and_a_picture_that_says_what_it_shows()
    {
        using var ines = Beside();
        ines.PressCss(Text);
        ines.Keys("m");
        ines.PressCss("#room-details [data-rich-do=superscript]");
        ines.Keys("2");
        ines.PressCss("#room-details [data-rich-do=superscript]");
        ines.Keys(" ");
        ines.PressCss("#room-details [data-rich-do=symbols]");
        ines.PressCss("#room-details [data-rich-sign='≈']");
        ines.Keys(" 3 ");
        ines.PressCss("#room-details [data-rich-do=link]");
        ines.Type("#room-details [data-rich-link]", "gannetpoint.example" + Keys.Enter);
        ines.See("#room-details [data-rich-file]:not([hidden])");
        ines.All("#room-details [data-rich-file]")[0].SendKeys(Path.Combine(Apps.Root, "demo/pictures/shelter-inside.png"));
        ines.See(Text + " img[src^='/media/']").Click();
        ines.Type("#room-details [data-rich-shows]", "Four thermometers" + Keys.Enter);
        ines.Hand.KeyDown(Keys.Control).SendKeys(Keys.End).KeyUp(Keys.Control).Perform();
        ines.PressCss("#room-details [data-rich-do=table]");
        ines.Keys("Head");
        ines.Press("Take the column out", "#room-details [data-rich-row=table]");
        ines.Press("Row below", "#room-details [data-rich-row=table]");
        ines.Saved();
        ines.Driver.Navigate().Refresh();
        ines.SelectSign(".sign");
        Assert.Equal("2", ines.See(Text + " sup").Text);
        Assert.Contains("≈", ines.See(Text).Text, StringComparison.Ordinal);
        Assert.Equal((2, 6), (ines.All(Text + " th").Count, ines.All(Text + " td").Count));
        Assert.Equal("Four thermometers", ines.See(Text + " img").GetAttribute("alt"));
        Assert.Empty(ines.Complaints());

        // Learners read it as it was written, and are asked for no file from elsewhere.
        var code = ines.PublishByLink();
        using var learner = new Person().Visit(apps, code);
        learner.See(".sign").Click();
        learner.See(".panel .rich img[alt='Four thermometers']");
        learner.Until(
            () => learner.Run("return document.querySelector('.panel .rich img').naturalWidth > 0") is true ? "" : null,
            "the picture"
        );
        learner.See(".panel .rich table");
        Assert.Empty(learner.Complaints());
    }

    /// <summary>A new activity with a note whose text is written.</summary>
    private Person Beside()
    {
        var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "A text");
        ines.PressStage(0.34, 0.56);
        ines.Choose("note");
        ines.Type("#room-details input[name=title]", "A text");
        ines.See(Text);
        return ines;
    }
}
