using System.Globalization;
using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Videos that lie at a host of videos: taken by their address, driven through its player, and what is said when the host behaves badly.</summary>
public sealed class HostedVideoJourney(Apps apps)
{
    private const string Address = "#room-details form[data-path='/video-address']";

    private async Task BehaveAsync(string manner)
    {
        using var http = new HttpClient();
        using var form = new FormUrlEncodedContent([new("manner", manner)]);
        await http.PostAsync(apps.Films + "/manner", form, TestContext.Current.CancellationToken);
    }

    private static double Now(Person person, string stage = ".stage") =>
        Convert.ToDouble(person.Run($"return document.querySelector('{stage} [data-film]').currentTime"), CultureInfo.InvariantCulture);

    private static bool Paused(Person person) => person.Run("return document.querySelector('.stage [data-film]').paused") is true;

    private static void Take(Person ines, string address)
    {
        ines.Run("document.querySelector('#room-details details[id^=fold-backdrop]').open = true");
        ines.Type($"{Address} input[name=address]", address);
        ines.Press("Take it", Address);
    }

    /// <summary>A question at a moment of the video that is on the stage, marked right or wrong by its first option.</summary>
    private static void AskAt(Person ines, string from)
    {
        ines.PressCss("[data-strip-do=play]");
        ines.Until(() => Now(ines, "#room-stage") > 0.3 ? "" : null, "it plays in the workbench");
        ines.PressCss("[data-strip-do=play]");
        ines.PressCss("[data-strip-do] ~ [data-do=add]");
        ines.Choose("trueOrFalse");
        ines.PressCss("[data-field=prompt] [contenteditable=true]");
        ines.Keys("This is the morning sky.");
        ines.Saved();
        ines.Run("document.querySelector('#room-details details[id^=fold-time]').open = true");
        ines.Type("#room-details input[name=from]", from);
        ines.Keys(Keys.Tab);
        ines.Saved();
    }

    [Fact]
    public async Task A_film_of_a_host_is_taken_by_its_page_and_stops_where_it_asks()
    {
        await BehaveAsync("Well");
        using var ines = new Person(1400, 900).SignIn(apps);
        ines.Press("New", "main");
        ines.Press("Or a video that is large", "main");
        ines.Type("form[action*=Video] input[name=address]", $"{apps.Films}/films/a-front-passes");
        ines.Press("Begin", "form[action*=Video]");
        Assert.Equal("A front passes", ines.See("input[name=title]").GetAttribute("value"));

        // Title of the picture, its size and how long it lasts fill themselves in.
        ines.See("[data-strip-track]");
        ines.Reads("#room-details", "1:17");
        ines.Reads("[data-strip-ruler]", "1:10");
        ines.Reads("#room-details", "854 × 480");
        ines.See("#room-storyboard .board-here img");
        ines.Saved();
        AskAt(ines, "0:03");
        var code = ines.PublishByLink();

        using var wren = new Person().Visit(apps, code);
        wren.Until(() => wren.Run("return document.querySelector('[data-film]')?.readyState") is 4L ? "" : null, "the player");
        wren.PressCss("[data-video-do=play]");
        wren.See(".panel.open");
        Assert.True(Paused(wren));
        Assert.InRange(Now(wren), 2.9, 3.15);

        // The player itself stands there, not only what we believe of it.
        wren.Driver.SwitchTo().Frame(wren.See("hosted-film iframe"));
        wren.Until(() => wren.Run("return document.querySelector('video').paused") is true ? "" : null, "the player stands");
        Assert.InRange(
            Convert.ToDouble(wren.Run("return document.querySelector('video').currentTime"), CultureInfo.InvariantCulture),
            2.85,
            3.2
        );
        wren.OutOfFrame();

        // On with it, as far as one likes; what was watched is kept.
        wren.Run("document.querySelector('.panel.open [data-close]').click()");
        wren.Until(() => Now(wren) > 4.2 ? "" : null, "it goes on");
        wren.PressCss("[data-video-do=play]");
        wren.Until(() => Paused(wren) ? "" : null, "it stands");
        wren.Driver.Navigate().Refresh();
        wren.Until(
            () => wren.Run("return document.querySelector('[data-film]')?.dataset.watched") is string { Length: > 0 } ? "" : null,
            "what was watched"
        );
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public async Task A_file_at_an_address_is_played_as_it_is()
    {
        await BehaveAsync("Well");
        using var ines = new Person(1400, 900).SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "From an address");
        Take(ines, $"{apps.Films}/files/a-front-passes.webm");
        ines.See("[data-strip-track]");
        ines.Reads("#room-details", "1:17, 854 × 480");
        ines.Saved();
        AskAt(ines, "0:02");
        var code = ines.PublishByLink();
        using var wren = new Person(390, 844).Visit(apps, code);
        wren.Until(() => wren.Run("return document.querySelector('[data-film]')?.readyState") is >= 2L ? "" : null, "the video");
        wren.PressCss("[data-video-do=play]");
        wren.See(".panel.open");
        Assert.InRange(Now(wren), 1.95, 2.1);
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public async Task A_host_that_behaves_badly_is_told_as_what_it_is_and_the_work_stays()
    {
        using var ines = new Person(1400, 900).SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "From a bad host");
        foreach (
            var (manner, said) in new[]
            {
                ("Forbidding", "forbids that its player is shown in other pages"),
                ("Away", "answered 503"),
                ("Lying", "nor a page that tells of its player"),
            }
        )
        {
            await BehaveAsync(manner);
            Take(ines, $"{apps.Films}/films/a-front-passes");
            ines.Reads("body", said);
            Assert.Empty(ines.All("[data-strip-track]"));
        }

        // A slow one only takes its time.
        await BehaveAsync("Slow");
        Take(ines, $"{apps.Films}/films/a-front-passes");
        ines.See("[data-strip-track]");
        ines.Saved();
        Assert.Equal("A front passes", ines.See("#room-details form[data-edit] input[name=title]").GetAttribute("value"));
        var code = ines.PublishByLink();

        // Away when the class comes: everything in it stands in the list, and that is said.
        await BehaveAsync("Mute");
        using var wren = new Person().Visit(apps, code);
        wren.Reads("[data-video-said]", "The video cannot be loaded");
        await BehaveAsync("Well");
    }
}
