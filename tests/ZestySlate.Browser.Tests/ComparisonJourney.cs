using System.Globalization;
using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Two pictures to compare: made from one, shown, and moved by hand and by keys.</summary>
public sealed class ComparisonJourney(Apps apps)
{
    private static double Seen(Person person) =>
        double.Parse(
            ((string)person.Run("return getComputedStyle(document.querySelector('[data-backdrop]')).getPropertyValue('--seen')")!).TrimEnd(
                '%'
            ),
            CultureInfo.InvariantCulture
        );

    [Fact]
    public void Two_pictures_are_laid_over_each_other_and_compared()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "Then and now");
        ines.PressCss("#room-details details[id^=fold-backdrop] summary");
        ines.Press("Compare it with another picture", "#room-details");
        ines.See("#room-stage .stage-comparison");

        // It cannot be published before there are two.
        ines.Press("Ready check", "body");
        ines.Reads("#check", "the second is not chosen yet");
        ines.Keys(Keys.Escape);
        ines.Run("document.querySelector('#room-details input[value=second]').closest('form').id = 'second-picture'");
        ines.All("#second-picture input[type=file]")[0].SendKeys(Path.Combine(Apps.Root, "demo", "pictures", "shelter-inside.png"));
        ines.See("#room-stage [data-compare]");
        ines.Type("#room-details input[name=firstWords]", "1896");
        ines.Type("#room-details input[name=secondWords]", "Today");
        ines.Saved();
        ines.Reads("#room-stage .stage", "Today");

        // A press on the stage still puts something there.
        ines.PressStage(0.3, 0.3);
        ines.Choose("callout");
        ines.Type("#room-details textarea[name=text]", "The old roof");
        ines.Saved();
        var code = ines.PublishByLink();
        Assert.Empty(ines.Complaints());

        using var wren = new Person(390, 844);
        wren.Visit(apps, code);
        wren.See(".stage-comparison [data-compare]");
        Assert.Equal(50, Seen(wren));
        wren.Run("document.querySelector('[data-compare]').focus()");
        wren.Keys(Keys.Home);
        wren.Until(() => Seen(wren) == 0 ? "" : null, "all of the second picture");
        wren.Keys(Keys.ArrowRight + Keys.ArrowRight);
        wren.Until(() => Seen(wren) == 2 ? "" : null, "a little of the first");

        // By hand: dragged to the middle and beyond.
        var slider = wren.See("[data-compare]");
        wren.Hand.MoveToElement(slider, 0, 0).ClickAndHold().MoveByOffset(60, 0).Release().Perform();
        wren.Until(() => Seen(wren) > 55 ? "" : null, "most of the first");
        wren.PressCss(".stage-comparison a.sign");
        wren.Reads(".callout", "The old roof");
        Assert.Empty(wren.Complaints());
    }
}
