using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>What lies on the stage besides spots: a picture placed by hand, and what only decorates it.</summary>
public sealed class StageJourney(Apps apps)
{
    [Fact]
    public void A_picture_is_placed_by_its_grip_by_its_corner_and_by_keys()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity("shelter-inside.png", "Placed by hand");
        ines.PressCss("[id^=fold-backdrop] > summary");
        ines.Pick("#room-details select[name=fit]", "placed by hand");
        ines.Saved();
        var grip = ines.See("[data-stage-box=backdrop] button");
        ines.Hand.MoveToElement(grip).ClickAndHold().MoveByOffset(80, 40).MoveByOffset(8, 4).Release().Perform();
        ines.Saved();
        var moved = Middle(ines);
        Assert.True(moved.X > 0.55 && moved.Y > 0.52, $"moved to {moved}");
        Assert.Empty(ines.All(".chooser"));

        ines.Hand.MoveToElement(ines.See("[data-box-corner]"))
            .ClickAndHold()
            .MoveByOffset(-200, 0)
            .MoveByOffset(-20, 0)
            .Release()
            .Perform();
        ines.Saved();
        var sized = Middle(ines);
        Assert.True(sized.Width < 0.85, $"sized to {sized}");

        ines.Run("document.querySelector('[data-stage-box=backdrop] button').focus()");
        ines.Keys(Keys.ArrowLeft + Keys.ArrowLeft + "+");
        ines.Until(() => Middle(ines).Width > sized.Width + 0.04 ? "" : null, "a wider picture");
        ines.Saved();

        // It lies there for learners, and is still there after the page is loaded anew.
        ines.PressStage(0.6, 0.3);
        ines.Choose("callout");
        ines.Keys("Here");
        ines.Saved();
        Assert.Empty(ines.All("[data-stage-box=backdrop]"));
        var placed = Box(ines, "#room-stage .stage-window > img", "#room-stage .stage");
        var code = ines.PublishByLink();
        using var wren = new Person(390, 844).Visit(apps, code);
        wren.See(".stage-window > img");
        var seen = Box(wren, ".stage-window > img", ".stage");
        Assert.Equal(placed.X, seen.X, 0.02);
        Assert.Equal(placed.Width, seen.Width, 0.02);
    }

    [Fact]
    public void A_decoration_is_put_moved_and_sized_and_takes_no_press_of_a_learner()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity("instrument-garden.png", "Decorated");
        ines.PressStage(0.5, 0.2);
        ines.Choose("decoration");
        ines.Pick("#room-details select[name=form]", "words");
        ines.Type("#room-details input[name=signWords]:not([type=hidden])", "The garden in July" + Keys.Tab);
        ines.Saved();
        ines.Reads("#room-stage .sign-decoration", "The garden in July");
        var before = Box(ines, "#room-stage .sign-decoration", "#room-stage .stage");
        ines.Hand.MoveToElement(ines.See(".sign-decoration .handle"))
            .ClickAndHold()
            .MoveByOffset(60, 20)
            .MoveByOffset(6, 2)
            .Release()
            .Perform();
        ines.Saved();
        ines.Run("document.querySelector('#room-stage .sign-decoration').focus()");
        ines.Keys(Keys.ArrowDown + Keys.ArrowDown);
        ines.Until(
            () =>
                Box(ines, "#room-stage .sign-decoration", "#room-stage .stage") is var now && now.Width > before.Width && now.Y > before.Y
                    ? ""
                    : null,
            "it to be larger and lower"
        );
        ines.Saved();

        // What stands under the words is reached all the same.
        ines.PressStage(0.8, 0.8);
        ines.Choose("note");
        ines.Type("#room-details input[name=title]", "What this is" + Keys.Tab);
        ines.Saved();
        var code = ines.PublishByLink();

        using var wren = new Person(390, 844).Visit(apps, code);
        wren.Reads(".decorations", "The garden in July");
        Assert.Single(wren.All(".spot-list li"));
        Assert.Equal(
            false,
            wren.Run(
                "const b = document.querySelector('.sign-decoration').getBoundingClientRect();"
                    + "return document.elementFromPoint(b.left + b.width / 2, b.top + b.height / 2).closest('.sign-decoration') !== null"
            )
        );
    }

    [Fact]
    public void A_press_doubled_by_habit_is_one()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/new");
        ines.BeginActivity("instrument-garden.png", "Doubled");
        var stage = ines.See("#room-stage .stage");
        ines.Hand.MoveToElement(stage, 0, -100).DoubleClick().Perform();
        ines.See(".chooser [data-kind=callout]");
        ines.Hand.MoveToElement(ines.See(".chooser [data-kind=note]")).DoubleClick().Perform();
        ines.See("#room-details input[name=title]");
        ines.Saved();
        Assert.Empty(ines.All(".chooser"));
        Assert.Single(ines.All("#room-stage [data-sign]"));

        ines.BeginQuestions(apps);
        ines.PressCss(".page-add [data-do=add]");
        ines.Hand.MoveToElement(ines.See("[data-chooser] [data-kind=trueOrFalse]")).DoubleClick().Perform();
        ines.See(".page-open form[data-edit]");
        ines.Saved();
        Assert.Single(ines.All(".page-row"));
    }

    private static (double X, double Y, double Width) Middle(Person ines) =>
        Box(ines, "#room-stage .stage-window > img", "#room-stage .stage");

    /// <summary>The middle and the width of one thing, as shares of another.</summary>
    private static (double X, double Y, double Width) Box(Person person, string css, string of)
    {
        var shares =
            (IReadOnlyCollection<object>)
                person.Run(
                    "const b = document.querySelector(arguments[0]).getBoundingClientRect(), s = document.querySelector(arguments[1]).getBoundingClientRect();"
                        + "return [(b.left + b.width / 2 - s.left) / s.width, (b.top + b.height / 2 - s.top) / s.height, b.width / s.width]"
                        + ".map(n => String(n));",
                    css,
                    of
                )!;
        var numbers = shares.Select(share => double.Parse((string)share, System.Globalization.CultureInfo.InvariantCulture)).ToArray();
        return (numbers[0], numbers[1], numbers[2]);
    }
}
