using System.Net;

namespace ZestySlate.Web.Tests;

/// <summary>The same material to look round in, and then to answer: one switch, one address.</summary>
public sealed class LookRoundTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static async Task PublishAsync(HttpClient ines, string id, string round)
    {
        var page = await ines.GetStringAsync($"/author/{id}", Stop);
        var version = SlateHost.Find(page, "data-version=\"(\\d+)\"");
        var reply = await ines.PostFormAsync(
            $"/author/{id}",
            $"/author/{id}/edit",
            ("edit", "rules"),
            ("round", round),
            ("version", version)
        );
        Assert.True(reply.IsSuccessStatusCode, await reply.Content.ReadAsStringAsync(Stop));
        await ines.PostFormAsync("/new", $"/author/{id}/publish?handler=Publish", ("visibility", "Link"));
    }

    [Fact]
    public async Task Who_looked_round_answers_at_the_same_address_once_the_switch_says_so()
    {
        var ines = await host.TeacherAsync("ines");
        var made = await ines.PostFormAsync(
            "/new",
            "/new?handler=Questions",
            ("recipe", "Worksheet"),
            ("language", "en"),
            ("title", "Signs of weather"),
            ("list", "Which shows the pressure?\n+ barometer\n- rain gauge")
        );
        var id = made.Headers.Location!.OriginalString.Split('/').Last();
        await PublishAsync(ines, id, "LookOnly");
        var learner = await host.LinkVisitorAsync(activity: id);
        var looked = await learner.GetStringAsync($"/a/{id}", Stop);
        Assert.Contains("right answer", looked);
        Assert.DoesNotContain("value=\"handIn\"", looked);
        var spot = SlateHost.Find(looked, "data-ask=\"([^\"]+)\"");
        var refused = await learner.SendEventAsync($"/a/{id}", ("act", "mark"), ("spot", spot), ("event", "m"), ("pick", "x"));
        Assert.Contains("Here one only looks round.", WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop)));

        await PublishAsync(ines, id, "LookThenAnswer");
        var first = await learner.GetStringAsync($"/a/{id}", Stop);
        Assert.Contains("Begin answering", first);
        await learner.SendEventAsync($"/a/{id}", ("act", "begin"), ("event", "b"));
        var asked = await learner.GetStringAsync($"/a/{id}", Stop);
        Assert.DoesNotContain("right answer", asked);
        Assert.Contains("value=\"handIn\"", asked);
    }
}
