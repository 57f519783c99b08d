namespace ZestySlate.Browser.Tests;

/// <summary>What one wants after publishing is in sight: the link copied in a press, its QR code large for a projector.</summary>
public sealed class HandOutJourney(Apps apps)
{
    [Fact]
    public void The_link_is_copied_and_shown_large()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/author/garden/publish");
        Assert.True(
            (bool)ines.Run("return document.querySelector('#hand-out').getBoundingClientRect().bottom <= innerHeight")!,
            "what one wants is out of sight"
        );
        ines.PressCss("[data-copies=link]");
        ines.Reads("[data-copies=link]", "Copied");
        ines.Reads("[data-copies=link]", "Copy");
        ines.Press("Show it large", "#hand-out");
        ines.Reads("#large", "/a/garden");
        var (side, height) = (Convert.ToDouble(ines.Run("return document.querySelector('#large img').clientHeight")), 940);
        Assert.True(side > height * 0.5, $"{side} pixels are not large");
        ines.Keys(OpenQA.Selenium.Keys.Escape);
        ines.Gone("#large");
        Assert.Empty(ines.Complaints());
    }
}
