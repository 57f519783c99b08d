using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A large video on a slow line: paused, the page closed, the same file chosen again, the connection lost, and then it is there.</summary>
public sealed class LargeVideoJourney(Apps apps)
{
    private const string Line = "#arrivals li";

    [Fact]
    public void A_large_video_goes_on_where_it_was()
    {
        var folder = Directory.CreateTempSubdirectory();
        try
        {
            var file = Path.Combine(folder.FullName, "long-film.webm");
            using (var film = File.Create(file))
            {
                film.Write(File.ReadAllBytes(Path.Combine(Apps.Root, "demo", "videos", "a-front-passes.webm")));

                // What stands behind the film is empty (RFC 8794, 11.3.2) and only makes it large.
                film.Write([0xEC, 0x10, 0xA0, 0x00, 0x00]);
                film.Write(new byte[0xA00000]);
            }

            Bring(file);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    private void Bring(string file)
    {
        using var ines = new Person(1400, 900).SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "A long film");
        var at = ines.Driver.Url;
        Choose(ines, file);
        ines.Reads(Line, "long-film.webm:");
        ines.Press("Pause", Line);
        ines.Reads(Line, "paused");
        Assert.NotEqual(" 0 %, paused", (string)ines.Run("return document.querySelector('#arrivals li').innerText.split(':')[1]")!);

        // Left while it stands, and chosen again: it begins where it was.
        ines.Run("document.querySelector('#arrivals li span').dataset.old = 'yes'");
        ines.Driver.Navigate().Refresh();
        ines.Until(
            () =>
            {
                try
                {
                    ines.Driver.SwitchTo().Alert().Accept();
                }
                catch (NoAlertPresentException) { }

                return ines.All("#arrivals li").Count == 0 ? "" : null;
            },
            "the page anew"
        );
        ines.Go(at);
        Choose(ines, file);
        ines.Until(
            () =>
                int.TryParse(
                    ((string)ines.Run("return document.querySelector('#arrivals li')?.innerText ?? ''")!).Split(": ")[^1].Split(' ')[0],
                    out var share
                )
                && share >= 20
                    ? ""
                    : null,
            "that a part is there already"
        );

        // The connection is lost, and comes back.
        ines.Connection(false);
        ines.Reads(Line, "no connection");
        ines.Connection(true);
        ines.See("[data-strip-track]");
        ines.Reads("#room-details", "1:17, 854 × 480");
        ines.Saved();
        Assert.DoesNotContain(ines.Complaints(), line => !line.Contains("ERR_INTERNET_DISCONNECTED"));
    }

    private static void Choose(Person ines, string file)
    {
        ines.PressCss("#room-details details[id^=fold-backdrop] summary");
        ines.Cdp("Network.enable");
        ines.Cdp(
            "Network.emulateNetworkConditions",
            ("offline", false),
            ("latency", 5),
            ("downloadThroughput", 20_000_000),
            ("uploadThroughput", 2_500_000)
        );
        ines.Run("document.querySelector('#room-details input[value=backdropVideo]').closest('form').id = 'the-video'");
        ines.All("#the-video input[type=file]")[0].SendKeys(file);
    }
}
