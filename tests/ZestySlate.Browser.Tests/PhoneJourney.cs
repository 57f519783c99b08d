namespace ZestySlate.Browser.Tests;

/// <summary>A learner on a phone.</summary>
public sealed class PhoneJourney(Apps apps)
{
    [Theory]
    [InlineData(390, 844)]
    [InlineData(320, 640)]
    public void Everything_fits_can_be_pressed_and_is_handed_in(int width, int height)
    {
        using var learner = new Person(width, height);
        learner.Go(apps.Slate + "/a/garden");
        learner.Type("input[name=name]", "Phone Pia");
        learner.Press("Start");
        learner.See("a[data-sign]");
        Assert.True((bool)learner.Run("return document.documentElement.scrollWidth <= innerWidth")!, "the page is wider than the phone");
        var small =
            (IReadOnlyCollection<object>)
                learner.Run(
                    """
                    return [...document.querySelectorAll('a[data-sign], button, a.spot-row, .panel-close')].filter(e => e.offsetParent !== null)
                      .filter(e => e.getBoundingClientRect().width < 24 || e.getBoundingClientRect().height < 24).map(e => e.outerHTML.slice(0, 80))
                    """
                )!;
        Assert.Empty(small);

        learner.PressCss("a[data-sign=askglass]");
        var sheet = learner.See(".panel.open");
        Assert.Equal("fixed", sheet.GetCssValue("position"));
        learner.Press("Strong wind and rain", ".panel.open");
        learner.Press("Mark my answer", ".panel.open");
        learner.Reads(".panel.open .verdict", "Right");
        learner.PressCss(".panel.open [data-close]");
        learner.Gone(".panel.open");
        learner.Press("Hand in");
        learner.Press("Hand in with 2 questions open");
        learner.Reads("#result", "receipt");
        Assert.True((bool)learner.Run("return document.documentElement.scrollWidth <= innerWidth")!);
        Assert.Equal([], learner.Complaints());
    }

    [Fact]
    public void Answers_wait_for_the_connection_even_in_a_closed_tab()
    {
        using var learner = new Person(390, 844);
        learner.Go(apps.Slate + "/a/garden");
        learner.Type("input[name=name]", "Tunnel Theo");
        learner.Press("Start");
        learner.PressCss("a[data-sign=askfrost]");
        learner.See(".panel.open");
        learner.Connection(false);
        learner.Press("False", ".panel.open");
        learner.Press("Mark my answer", ".panel.open");
        learner.Reads("#connection", "kept on this device and sent as soon as it is back");
        learner.Reads(".panel.open", "marked when the connection is back");

        // The tab is closed; the next visit sends what waits.
        learner.Connection(true);
        learner.Go("about:blank");
        learner.Go(apps.Slate + "/a/garden");
        learner.Reads(".learn-foot", "1 of 3 questions answered");
        learner.PressCss("a[data-sign=askfrost]");
        learner.Reads(".panel.open", "Not right");
    }
}
