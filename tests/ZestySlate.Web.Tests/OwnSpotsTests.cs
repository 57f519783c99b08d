using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Web.Tests;

/// <summary>Spots that learners add, by plain forms, without scripts.</summary>
public sealed class OwnSpotsTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>Somebody of the demo class at work on the map of the coast, and where they add spots.</summary>
    private async Task<(HttpClient Learner, string Address, string Attempt)> AtWorkAsync(string name)
    {
        var learner = host.Visitor();
        await learner.PostFormAsync("/join", "/join", ("Code", "COAST8"), ("Name", name));
        var attempt = SlateHost.Find(await learner.GetStringAsync("/a/coast", Stop), "data-attempt=\"([^\"]+)\"");
        return (learner, $"/work/{attempt}/spots?scene=coast", attempt);
    }

    private static async Task<string> ReadAsync(HttpClient learner, string address) =>
        WebUtility.HtmlDecode(await learner.GetStringAsync(address, Stop));

    [Fact]
    public async Task One_without_a_title_is_asked_back_and_nothing_typed_is_lost()
    {
        var (learner, address, _) = await AtWorkAsync("Amadou Keïta-Brandt");
        var refused = await learner.PostFormAsync(
            address,
            address,
            ("across", "12,5"),
            ("down", "88"),
            ("title", " "),
            ("text", "Seen from the pier.")
        );
        Assert.Equal(HttpStatusCode.OK, refused.StatusCode);
        var page = WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop));
        Assert.Contains("Say in a few words what it is.", page);
        Assert.Contains("Seen from the pier.</textarea>", page);
        Assert.Contains("name=\"across\" dir=\"ltr\" min=\"0\" max=\"100\" step=\"0.5\" value=\"12.5\"", page);
        Assert.Equal(0, await host.DbAsync(db => db.AddedSpots.CountAsync(spot => spot.Text == "Seen from the pier.", Stop)));
    }

    [Fact]
    public async Task It_is_the_authors_own_until_it_is_approved_and_nobody_elses_to_change()
    {
        var (wren, address, _) = await AtWorkAsync("Wren Abernethy");
        await wren.PostFormAsync(
            address,
            address,
            ("across", "40"),
            ("down", "70"),
            ("title", "Seals <b>asleep</b>"),
            ("text", "Seven of them.")
        );
        var spot = await host.DbAsync(db => db.AddedSpots.SingleAsync(s => s.Text == "Seven of them.", Stop));
        var (bo, own, _) = await AtWorkAsync("Jun-seo Baek");
        Assert.DoesNotContain("Seals", await ReadAsync(bo, "/a/coast"));
        Assert.Contains("Seals &lt;b&gt;asleep&lt;/b&gt;", await wren.GetStringAsync("/a/coast", Stop));

        // Nobody comes to somebody else's page, and from one's own page to nobody else's spot.
        Assert.NotEqual(HttpStatusCode.OK, (await bo.GetAsync(address, Stop)).StatusCode);
        Assert.DoesNotContain("Seven of them.", await ReadAsync(bo, $"{own}&spot={spot.Id}"));
        await bo.PostFormAsync(own, $"{own}&handler=Delete&spot={spot.Id}");
        await bo.PostFormAsync(own, $"{own}&spot={spot.Id}", ("across", "1"), ("down", "1"), ("title", "Mine"), ("text", ""));
        Assert.Equal(
            "Seven of them.",
            (await host.DbAsync(db => db.AddedSpots.AsNoTracking().SingleAsync(s => s.Id == spot.Id, Stop))).Text
        );

        // Another teacher judges nothing, and the owner not through another activity.
        var seen = spot.At.ToString("O");
        await (await host.TeacherAsync("mireille")).PostFormAsync(
            "/library",
            "/author/coast/spots",
            ("spot", spot.Id),
            ("seen", seen),
            ("state", "Shown")
        );
        var ines = await host.TeacherAsync("ines");
        await ines.PostFormAsync("/author/garden/spots", "/author/garden/spots", ("spot", spot.Id), ("seen", seen), ("state", "Shown"));
        Assert.DoesNotContain("Seals", await ReadAsync(bo, "/a/coast"));
        await ines.PostFormAsync(
            "/author/coast/spots",
            "/author/coast/spots",
            ("spot", spot.Id),
            ("seen", seen),
            ("state", "Shown"),
            ("comment", "Which rocks?")
        );
        var page = await ReadAsync(bo, "/a/coast");
        Assert.Contains("by Wren Abernethy", page);
        Assert.DoesNotContain("Which rocks?", page);
        Assert.Contains("Your teacher: Which rocks?", await ReadAsync(wren, "/a/coast"));
        var late = await ines.PostFormAsync(
            "/author/coast/spots",
            "/author/coast/spots",
            ("spot", spot.Id),
            ("seen", spot.At.AddMinutes(-1).ToString("O")),
            ("state", "Hidden")
        );
        Assert.Contains("The learner changed or deleted it meanwhile", await ReadAsync(ines, late.Headers.Location!.OriginalString));
    }

    [Fact]
    public async Task Nothing_is_added_where_nothing_is_taken_or_once_it_is_over()
    {
        var (learner, address, attempt) = await AtWorkAsync("Kaimana");
        Assert.Equal(HttpStatusCode.NotFound, (await learner.GetAsync($"/work/{attempt}/spots?scene=elsewhere", Stop)).StatusCode);
        var garden = SlateHost.Find(await learner.GetStringAsync("/a/garden", Stop), "data-attempt=\"([^\"]+)\"");
        Assert.Equal(HttpStatusCode.NotFound, (await learner.GetAsync($"/work/{garden}/spots?scene=garden", Stop)).StatusCode);

        var given = await host.DbAsync(db => db.Attempts.Where(a => a.Id == attempt).Select(a => a.AssignmentId).SingleAsync(Stop));
        var until = await host.DbAsync(db => db.Assignments.Where(a => a.Id == given).Select(a => a.Until).SingleAsync(Stop));
        await host.DbAsync(db =>
            db.Assignments.Where(a => a.Id == given)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.Until, DateTimeOffset.UtcNow.AddMinutes(-1)), Stop)
        );
        try
        {
            var refused = await learner.PostFormAsync(
                address,
                address,
                ("across", "10"),
                ("down", "10"),
                ("title", "Too late"),
                ("text", "Still here.")
            );
            Assert.Contains("Still here.</textarea>", await refused.Content.ReadAsStringAsync(Stop));
            Assert.Equal(
                0,
                await host.DbAsync(db => db.AddedSpots.CountAsync(spot => spot.Title == "Too late" && spot.State == AddedState.Waits, Stop))
            );
        }
        finally
        {
            await host.DbAsync(db =>
                db.Assignments.Where(a => a.Id == given).ExecuteUpdateAsync(set => set.SetProperty(a => a.Until, until), Stop)
            );
        }
    }
}
