using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Learners add spots of their own to a picture; the teacher approves, hides and says something of them.</summary>
public sealed class OwnSpotsJourney(Apps apps)
{
    [Fact]
    public void What_one_learner_found_is_approved_and_seen_by_the_class()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New");
        ines.BeginActivity("coast.svg", "What we saw");
        ines.PressCss("#room-storyboard .board-scene");
        ines.Pick("select[name=allowed]", "yes; the class sees them once I approve");
        ines.Type("#room-details textarea[name=alternativeText]", "A map of our coast" + Keys.Tab);
        ines.Saved();
        ines.PressStage(0.1, 0.9);
        ines.Choose("note");
        ines.Type("#room-details input[name=title]", "How to log something" + Keys.Tab);
        ines.Saved();
        var activity = ines.PublishByLink();

        // By a finger on a phone.
        using var wren = new Person(390, 844).Visit(apps, activity);
        wren.Press("Add your own spot");
        var board = wren.See("[data-adding-board]");
        wren.Hand.MoveToElement(board, -60, 20).Click().Perform();
        Assert.InRange(Convert.ToDouble(wren.Run("return Number(document.querySelector('input[name=across]').value)")), 30, 37);
        wren.Press("Add it");
        Assert.Equal("title", wren.Focused);
        wren.Type("input[name=title]", "Gannets diving");
        wren.Type("textarea[name=text]", "About forty, close to the rocks.");
        wren.Press("Add it");
        wren.See("a[data-sign^=added]");
        wren.Reads(".spot-list, .learn-main", "(by Wren · Waits for your teacher; nobody else sees it yet.)");
        wren.PressCss("a[data-sign^=added]");
        wren.Reads(".panel.open", "Waits for your teacher");

        // By keys alone, on a laptop; nothing of the other's is seen yet.
        using var bo = new Person().Visit(apps, activity);
        bo.See("a[data-sign], .learn-main");
        Assert.Empty(bo.All("a[data-sign^=added]"));
        bo.Until(
                () =>
                    bo.All("main a.button-main").FirstOrDefault(link => link.Text.Contains("Add your own spot", StringComparison.Ordinal)),
                "the link"
            )
            .SendKeys(Keys.Enter);
        var across = bo.See("input[name=across]");
        var before = (string)bo.Run("return getComputedStyle(document.querySelector('[data-adding-pin]')).left")!;
        across.SendKeys(Keys.ArrowLeft + Keys.ArrowLeft + Keys.ArrowLeft);
        Assert.NotEqual(before, (string)bo.Run("return getComputedStyle(document.querySelector('[data-adding-pin]')).left")!);
        across.SendKeys(Keys.Tab + Keys.Tab);
        bo.Keys("The river was brown" + Keys.Tab + "After the rain." + Keys.Tab + Keys.Enter);
        bo.See("a[data-sign^=added]");

        ines.Go(apps.Slate + $"/author/{activity}/spots");
        ines.Reads(".work-nav", "Learners' spots (2)");
        var card = ines.Until(
            () => ines.All("[data-own-spot]").FirstOrDefault(one => one.Text.Contains("Gannets diving", StringComparison.Ordinal)),
            "the card"
        );
        Assert.Contains("Wren", card.Text);
        card.FindElement(By.CssSelector("input[name=comment]")).SendKeys("Which tide was it?");
        card.FindElement(By.CssSelector("button[value=Shown]")).Click();
        ines.Reads(".work-nav", "Learners' spots (1)");
        ines.PressCss(
            "#"
                + ines.All("[data-own-spot]")
                    .First(one => one.Text.Contains("The river was brown", StringComparison.Ordinal))
                    .GetAttribute("id")
                + " button[value=Hidden]"
        );
        ines.Reads("[data-own-spot]", "hidden");

        bo.Driver.Navigate().Refresh();
        bo.Until(() => bo.All("a[data-sign^=added]").Count == 2 ? "" : null, "both");
        bo.Reads(".spot-list, .learn-main", "Gannets diving (by Wren)");
        wren.Driver.Navigate().Refresh();
        wren.Until(() => wren.All("a[data-sign^=added]").Count == 1 ? "" : null, "one alone");
        wren.PressCss("a[data-sign^=added]");
        wren.Reads(".panel.open", "Your teacher: Which tide was it?");

        // Its author takes it out again.
        wren.Press("Change your spot", ".panel.open");
        wren.Press("Delete it");
        wren.Gone("a[data-sign^=added]");
        Assert.Empty(ines.Complaints());
        Assert.Empty(wren.Complaints());
    }
}
