using System.Net;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Trails;

namespace ZestySlate.Web.Tests;

/// <summary>The trail of the demo over HTTP: played to its rewards and its last decision, telling nothing before its time.</summary>
public sealed class TrailPlayTests(SlateHost host)
{
    private const string Address = "/a/buoy";

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<string> PageAsync(HttpClient learner) => WebUtility.HtmlDecode(await learner.GetStringAsync(Address, Cancel));

    private static async Task<string> DoAsync(HttpClient learner, params (string, string)[] fields)
    {
        await learner.SendEventAsync(Address, [.. fields, ("event", Guid.NewGuid().ToString("N"))]);
        return await PageAsync(learner);
    }

    private static Task<string> VisitAsync(HttpClient learner, string scene) => DoAsync(learner, ("act", "visit"), ("scene", scene));

    private static Task<string> MarkAsync(HttpClient learner, string spot, params (string, string)[] answer) =>
        DoAsync(learner, [("act", "mark"), ("spot", spot), .. answer]);

    /// <summary>What each station asks, answered right.</summary>
    private static async Task<string> SolveAsync(HttpClient learner, string stop)
    {
        await VisitAsync(learner, stop + "1");
        return stop switch
        {
            "light" => await MarkAsync(learner, "light-var", ("pick", "light-var-0")) is not null
                ? await MarkAsync(learner, "light-true", ("text", "55°"))
                : "",
            "tower" => await MarkAsync(learner, "tower-true", ("text", "323")) is not null
                ? await MarkAsync(learner, "tower-where", ("pick", "tower-where-0"))
                : "",
            "tide" => await MarkAsync(learner, "tide-set", ("pick", "tide-set-0")) is not null
                ? await MarkAsync(learner, "tide-miles", ("text", "3 nm"))
                : "",
            _ => await MarkAsync(learner, "echo-miles", ("text", "6.1 nm")),
        };
    }

    [Fact]
    public async Task It_is_played_to_its_decision_and_tells_nothing_before_its_time()
    {
        var trail = await host.DocumentAsync("buoy");
        var nora = await host.LinkVisitorAsync("Navigating Nora", "buoy");
        var page = await PageAsync(nora);
        void TellsOnlyOf(string scene, params string[] won)
        {
            Assert.All(trail.Trail!.Stops.Where(stop => !won.Contains(stop.Id)), stop =>
                Assert.DoesNotContain(stop.Reward!.Text.Words, page)
            );
            Assert.All(
                trail.Scenes.Where(one => one.Id != scene).SelectMany(one => one.Spots).Where(spot => spot.Question is not null),
                spot => Assert.DoesNotContain($"data-ask=\"{spot.Id}\"", page)
            );
            foreach (var (row, stop) in new[] { ("Time adrift", "log"), ("Distance from the light", "echo"), ("Drift, nautical", "tide") })
            {
                Assert.Equal(scene == "sheet" && won.Contains(stop), page.Contains(row, StringComparison.Ordinal));
            }
        }

        TellsOnlyOf("board");
        Assert.Contains("Findings sheet", page);
        page = await VisitAsync(nora, "decide");
        TellsOnlyOf("board");
        page = await VisitAsync(nora, "sheet");
        TellsOnlyOf("sheet");

        // A wrong number, twice: the card is not won, the right one is not told, and the stop is begun again.
        await VisitAsync(nora, "echo1");
        await MarkAsync(nora, "echo-miles", ("text", "75.3 nm"));
        page = await MarkAsync(nora, "echo-miles", ("text", "12.35 nm"));
        TellsOnlyOf("echo1");
        Assert.DoesNotContain("75.3 ÷ 12.35 = 6.1", page);
        Assert.Contains("data-act=\"stopAgain\"", page);
        page = await DoAsync(nora, ("act", "stopAgain"), ("stop", "echo"));
        Assert.Contains("2 tries left", page);
        page = await SolveAsync(nora, "echo");
        Assert.Contains("Won: From the light: 6.1 miles.", page);
        Assert.DoesNotContain("stopAgain", page);
        TellsOnlyOf("echo1", "echo");
        await SolveAsync(nora, "light");
        page = await SolveAsync(nora, "tower");
        Assert.DoesNotContain("data-open=\"decide\"", page);
        page = await VisitAsync(nora, "decide");
        TellsOnlyOf("tower1", "echo", "light", "tower");
        page = await SolveAsync(nora, "tide");
        page = await VisitAsync(nora, "board");
        Assert.Contains("The light, done", page);
        Assert.DoesNotContain("The log of the buoy, done", page);

        // The sheet has the rows of what was found; what one does not know cannot be filled in.
        page = await VisitAsync(nora, "sheet");
        TellsOnlyOf("sheet", "echo", "light", "tower", "tide");
        var refused = await nora.SendEventAsync(
            Address,
            ("act", "answer"),
            ("spot", "sheet-grid"),
            ("part-r-log.value", "2"),
            ("event", "forged")
        );
        Assert.True(
            refused.Headers.Contains("X-Slate-Refusal") || (await refused.Content.ReadAsStringAsync(Cancel)).Contains("data-refusal")
        );
        await DoAsync(
            nora,
            ("act", "answer"),
            ("spot", "sheet-grid"),
            ("part-r-light.value", "55"),
            ("part-r-light.use", "a line to draw"),
            ("part-r-tower.value", "323"),
            ("part-r-tower.use", "a circle to draw")
        );
        await VisitAsync(nora, "board");
        page = await VisitAsync(nora, "decide");
        Assert.Contains("Press the place where the buoy must be.", page);
        Assert.DoesNotContain("cross here", page);
        await DoAsync(nora, ("act", "answer"), ("spot", "decide-sure"), ("pick", "ds0"), ("pick", "ds1"));
        page = await DoAsync(nora, ("act", "handIn"));
        // Three of four cells filled right, half a point each; the decision was not pressed; both findings are worth two.
        Assert.Matches("<strong>3.5</strong> of 12 points", page);
        Assert.Contains("id=\"trail-standing\"", page);
        Assert.Contains("practice", page);
    }

    [Theory]
    [InlineData("stopAgain", "stop", "echo")]
    [InlineData("stopAgain", "stop", "")]
    [InlineData("stopAgain", "stop", "nowhere")]
    [InlineData("visit", "scene", "decide")]
    [InlineData("annotate", "spot", "light")]
    public async Task What_cannot_be_done_yet_is_refused_and_changes_nothing(string act, string field, string value)
    {
        var fred = await host.LinkVisitorAsync("Forging Fred", "buoy");
        var reply = await fred.SendEventAsync(Address, ("act", act), (field, value), ("text", "x"), ("event", "x"));
        Assert.True((int)reply.StatusCode < 500);
        Assert.True(
            reply.Headers.Contains("X-Slate-Refusal")
                || (await reply.Content.ReadAsStringAsync(Cancel)).Contains("data-refusal=\"", StringComparison.Ordinal)
        );
        Assert.Contains("In the gale of last night", await PageAsync(fred));
    }

    [Fact]
    public async Task Its_class_has_a_past_of_which_practice_is_told_as_such()
    {
        var ines = await host.TeacherAsync("ines");
        var results = WebUtility.HtmlDecode(await ines.GetStringAsync("/author/buoy/results", Cancel));
        Assert.Contains("/ 12", results);
        Assert.Contains("practice, not handed in", results);
        Assert.Contains("reward won", results);
        Assert.Contains("reward not won", results);
    }
}
