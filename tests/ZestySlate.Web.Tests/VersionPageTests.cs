using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Pages.Author;

namespace ZestySlate.Web.Tests;

/// <summary>The pages of an activity's versions.</summary>
public sealed class VersionPageTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>A copy of the garden: published, then renamed twice.</summary>
    private Task<(string Id, int Version)> GardenAsync() =>
        host.WithAsync(
            async (ActivityStore store) =>
            {
                var garden = (await store.DraftAsync("garden"))!;
                var id = (await store.CreateAsync(garden.Record.OwnerId, garden.Document)).Record.Id;
                await store.PublishAsync(id, garden.Record.OwnerId);
                // The second is a step of its own; two renames soon after each other would be one.
                await EditAsync(store, id, new RenameActivity("First of two"));
                await EditAsync(store, id, new Restore(garden.Document with { Title = "Second of two" }, "what was"));
                return (id, (await store.DraftAsync(id))!.Record.Version);
            }
        );

    private static async Task EditAsync(ActivityStore store, string id, Edit edit)
    {
        var draft = (await store.DraftAsync(id))!.Record;
        await store.EditAsync(id, draft.Version, draft.OwnerId, edit);
    }

    private Task<string> TitleAsync(string id) =>
        host.WithAsync(async (ActivityStore store) => (await store.DraftAsync(id))!.Document.Title);

    private static string Text(string html) => WebUtility.HtmlDecode(html);

    [Fact]
    public async Task Versions_are_listed_named_and_compared()
    {
        var (id, _) = await GardenAsync();
        var ines = await host.TeacherAsync("ines");
        var page = $"/author/{id}/versions";
        var html = Text(await ines.GetStringAsync(page, Stop));
        Assert.Contains("learners see it", html, StringComparison.Ordinal);
        Assert.Contains("Ines Halloran", html, StringComparison.Ordinal);
        var named = await ines.PostFormAsync(page, $"{page}?handler=Name", ("version", "edition-1"), ("name", "For the <open> day"));
        Assert.Contains(
            "For the &lt;open&gt; day",
            await ines.GetStringAsync(named.Headers.Location!.OriginalString, Stop),
            StringComparison.Ordinal
        );
        var compared = Text(await ines.GetStringAsync($"{page}?from=edition-1&to=state-3", Stop));
        Assert.Contains("From edition 1 to state 3", compared, StringComparison.Ordinal);
        Assert.Contains("is now “Second of two”", compared, StringComparison.Ordinal);
        Assert.Contains(
            "not kept any more",
            Text(await ines.GetStringAsync($"{page}?from=edition-1&to=state-77", Stop)),
            StringComparison.Ordinal
        );
        Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync($"{page}?from=nonsense&to=&at=-4", Stop)).StatusCode);
        Assert.Contains("Choose two", await ines.GetStringAsync($"{page}?from=edition-1&compare=true", Stop), StringComparison.Ordinal);
    }

    [Fact]
    public async Task One_is_looked_at_as_its_author_built_it_and_as_a_learner_meets_it()
    {
        var (id, _) = await GardenAsync();
        var ines = await host.TeacherAsync("ines");
        var built = await ines.GetStringAsync($"/author/{id}/versions/edition-1?spot=askglass", Stop);
        Assert.Contains("<fieldset class=\"card grid gap-3 content-start min-w-0\" disabled", built, StringComparison.Ordinal);
        Assert.Contains("Strong wind and rain", built, StringComparison.Ordinal);
        var tried = await ines.GetStringAsync($"/author/{id}/versions/state-2/learner", Stop);
        Assert.Contains("First of two", tried, StringComparison.Ordinal);
        var events = SlateHost.Find(tried, "data-events=\"([^\"]+)\"");
        Assert.EndsWith("trial/events?version=state-2", events, StringComparison.Ordinal);
        var taken = await ines.PostAsync(
            events,
            new FormUrlEncodedContent(
                new Dictionary<string, string>
                {
                    ["act"] = "open",
                    ["spot"] = "shelter",
                    ["event"] = Ids.New(),
                    ["proof"] = SlateHost.Find(tried, "data-proof=\"([^\"]+)\""),
                }
            ),
            Stop
        );
        Assert.True((int)taken.StatusCode < 400, $"{taken.StatusCode}");
        Assert.Contains("1 of", await ines.GetStringAsync($"/author/{id}/versions/state-2/learner", Stop), StringComparison.Ordinal);

        // Each version has a trial of its own.
        Assert.Contains("0 of", await ines.GetStringAsync($"/author/{id}/versions/edition-1/learner", Stop), StringComparison.Ordinal);
        foreach (var gone in new[] { "state-99", "edition-2", "nonsense" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/author/{id}/versions/{gone}", Stop)).StatusCode);
            Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/author/{id}/versions/{gone}/learner", Stop)).StatusCode);
        }
    }

    [Fact]
    public async Task Bringing_one_back_never_writes_over_what_somebody_changed_meanwhile()
    {
        var (id, version) = await GardenAsync();
        var ines = await host.TeacherAsync("ines");
        var page = $"/author/{id}/versions";
        var stale = await ines.PostFormAsync(page, $"{page}?handler=Restore", ("version", "edition-1"), ("seen", $"{version - 1}"));
        Assert.Equal(HttpStatusCode.Conflict, stale.StatusCode);
        Assert.Contains("nothing was brought back", await stale.Content.ReadAsStringAsync(Stop), StringComparison.Ordinal);
        Assert.Equal("Second of two", await TitleAsync(id));
        var back = await ines.PostFormAsync(page, $"{page}?handler=Restore", ("version", "state-2"), ("seen", $"{version}"));
        Assert.Equal($"/author/{id}", back.Headers.Location!.OriginalString);
        Assert.Equal("First of two", await TitleAsync(id));
        var gone = await ines.PostFormAsync(page, $"{page}?handler=Restore", ("version", "state-99"), ("seen", $"{version}"));
        Assert.Equal(HttpStatusCode.NotFound, gone.StatusCode);
    }

    [Fact]
    public async Task Another_activity_begins_from_one()
    {
        var (id, _) = await GardenAsync();
        var ines = await host.TeacherAsync("ines");
        var page = $"/author/{id}/versions";
        var begun = await ines.PostFormAsync(page, $"{page}?handler=Copy", ("version", "state-2"));
        Assert.Equal("First of two, from state 2", await TitleAsync(begun.Headers.Location!.OriginalString["/author/".Length..]));
        Assert.Equal("Second of two", await TitleAsync(id));
    }

    [Fact]
    public async Task An_activity_is_printed_blank_with_its_key_and_with_numbered_spots()
    {
        var ines = await host.TeacherAsync("ines");
        var blank = Text(await ines.GetStringAsync("/author/garden/paper", Stop));
        Assert.Contains("@page { size: a4 }", blank, StringComparison.Ordinal);
        Assert.Contains("Strong wind and rain", blank, StringComparison.Ordinal);
        Assert.DoesNotContain("said-right", blank, StringComparison.Ordinal);
        // What opens on a screen is written out: there is nothing to open on paper.
        var sheet = await ines.GetStringAsync("/author/watchtest/paper", Stop);
        Assert.Contains("Choose from: open wind · sheltered", Text(sheet));
        Assert.DoesNotContain("<select name=\"part-", sheet);
        // A number and the points at each question, and a line for what a hand fills in; none of it on a screen.
        Assert.Contains("data-number=\"24\"", sheet);
        Assert.Contains("<span class=\"paper-points\">of 1</span>", sheet);
        Assert.Contains("Class:", Text(sheet));
        Assert.DoesNotContain("data-number", await ines.GetStringAsync("/a/watchtest", Stop));
        var key = Text(await ines.GetStringAsync("/author/garden/paper?what=key&size=letter", Stop));
        Assert.Contains("@page { size: letter }", key, StringComparison.Ordinal);
        Assert.True(key.Length > blank.Length);
        Assert.Contains("Answer key", key, StringComparison.Ordinal);
        Assert.DoesNotContain("Class:", key, StringComparison.Ordinal);
        var numbers = Text(await ines.GetStringAsync("/author/garden/paper?what=numbers&size=nonsense", Stop));
        Assert.Contains("The louvred shelter</strong>", numbers, StringComparison.Ordinal);
        Assert.Contains(">12<", numbers, StringComparison.Ordinal);

        // Every activity of the demo can be printed in every way.
        var all = await host.DbAsync(db =>
            db.Activities.Where(a => a.BinnedAt == null && db.Users.Any(user => user.Id == a.OwnerId && user.Email!.StartsWith("ines")))
                .Select(a => a.Id)
                .ToListAsync(Stop)
        );
        Assert.Contains("breeze", all);
        foreach (var id in all)
        {
            foreach (var what in PaperModel.Sheets.Select(sheet => sheet.Key))
            {
                Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync($"/author/{id}/paper?what={what}", Stop)).StatusCode);
            }
        }
    }
}
