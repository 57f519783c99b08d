using System.Net;

namespace ZestySlate.Web.Tests;

/// <summary>Plays the escape as a script would, reading every byte that comes: nothing behind a lock is sent before it opens.</summary>
public sealed class LockSecrecyTests(SlateHost host)
{
    private const string Page = "/a/beacon";

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static readonly string[] BehindLocks =
    [
        "wax paper",
        "half of it is enough",
        "Three are left",
        "Four small lights",
        "Which light she sees",
        "which light she sees",
        "smells of tar",
        "n-ask2",
        "n-chest",
        "n-scope",
        "n-end",
        "6 h 15 min",
    ];

    private static async Task<string> TextAsync(Task<HttpResponseMessage> reply)
    {
        var answer = await reply;
        return WebUtility.HtmlDecode(await answer.Content.ReadAsStringAsync(Stop))
            + string.Join(
                ' ',
                answer
                    .Headers.Where(h => h.Key.StartsWith("X-Slate", StringComparison.Ordinal))
                    .SelectMany(h => h.Value)
                    .Select(Uri.UnescapeDataString)
            );
    }

    [Fact]
    public async Task What_is_behind_locks_is_not_in_the_page()
    {
        var html = WebUtility.HtmlDecode(await (await host.LinkVisitorAsync(activity: "beacon")).GetStringAsync(Page, Stop));
        Assert.All(BehindLocks, secret => Assert.DoesNotContain(secret, html, StringComparison.Ordinal));
        Assert.DoesNotContain(">Boathouse<", html, StringComparison.Ordinal);
        Assert.Contains("Only for who has understood the radio", html);
    }

    [Theory]
    [InlineData("open", "spot", "n-cabinet")]
    [InlineData("open", "spot", "n-chest")]
    [InlineData("visit", "scene", "n-boat")]
    [InlineData("visit", "scene", "n-lamp")]
    [InlineData("visit", "scene", "n-end")]
    [InlineData("mark", "spot", "n-ask2")]
    [InlineData("hint", "spot", "n-ask3")]
    [InlineData("see", "spot", "n-ask3")]
    [InlineData("annotate", "spot", "n-chest")]
    public async Task Asking_for_it_by_script_gives_nothing(string act, string field, string id)
    {
        var learner = await host.LinkVisitorAsync(activity: "beacon");
        var said = await TextAsync(learner.SendEventAsync(Page, ("act", act), (field, id), ("event", "e1"), ("pick", "a"), ("text", "x")));
        Assert.All(BehindLocks.Where(secret => secret != id), secret => Assert.DoesNotContain(secret, said, StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_code_opens_the_door_and_then_what_is_behind_it_comes()
    {
        var learner = await host.LinkVisitorAsync(activity: "beacon");
        var wrong = await TextAsync(
            learner.SendEventAsync(Page, ("act", "code"), ("lock", "n-boat"), ("spot", "n-door"), ("code", "gannet"), ("event", "c1"))
        );
        Assert.Contains("The letters click and do not move.", wrong);
        Assert.DoesNotContain("smells of tar", wrong, StringComparison.Ordinal);
        var right = await TextAsync(
            learner.SendEventAsync(Page, ("act", "code"), ("lock", "n-boat"), ("spot", "n-door"), ("code", " WREN "), ("event", "c2"))
        );
        Assert.Contains("The door opens; it smells of tar.", right);
        var inside = await TextAsync(learner.SendEventAsync(Page, ("act", "visit"), ("scene", "n-boat"), ("event", "v1")));
        Assert.Contains("6 h 15 min", inside);
        Assert.DoesNotContain("half of it is enough", inside, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_script_that_tries_codes_is_slowed_down_and_the_tries_do_not_count()
    {
        var learner = await host.LinkVisitorAsync(activity: "beacon");
        var said = "";
        for (var i = 0; i < 6; i++)
        {
            said = await TextAsync(
                learner.SendEventAsync(
                    Page,
                    ("act", "code"),
                    ("lock", "n-boat"),
                    ("spot", "n-door"),
                    ("code", $"try{i}"),
                    ("event", $"c{i}")
                )
            );
        }

        Assert.Contains("After 3 wrong codes the lock rests", said);
        Assert.Contains(
            "After 3 wrong codes",
            await TextAsync(
                learner.SendEventAsync(Page, ("act", "code"), ("lock", "n-boat"), ("spot", "n-door"), ("code", "wren"), ("event", "c9"))
            )
        );
    }

    [Fact]
    public async Task Findings_and_what_is_written_beside_them_stay_with_the_attempt()
    {
        var learner = await host.LinkVisitorAsync(activity: "beacon");
        await learner.SendEventAsync(Page, ("act", "open"), ("spot", "n-log"), ("event", "o1"));
        Assert.Equal(
            HttpStatusCode.NoContent,
            (
                await learner.SendEventAsync(
                    Page,
                    ("act", "annotate"),
                    ("spot", "n-log"),
                    ("text", "An isle: <b>which</b>?"),
                    ("event", "a1")
                )
            ).StatusCode
        );
        var html = await learner.GetStringAsync(Page, Stop);
        Assert.Contains("An isle: &lt;b&gt;which&lt;/b&gt;?", html);
    }

    [Fact]
    public async Task Without_scripts_plain_forms_lead_from_room_to_room()
    {
        var learner = await host.LinkVisitorAsync(activity: "watchroom");
        var html = await learner.GetStringAsync("/a/watchroom", Stop);
        var events = SlateHost.Find(html, "data-events=\"([^\"]+)\"");
        var moved = await learner.PostFormAsync("/a/watchroom", events, ("act", "visit"), ("scene", "lamp"), ("event", "v1"));
        Assert.Equal("/a/watchroom", moved.Headers.Location!.OriginalString);
        var there = await learner.GetStringAsync("/a/watchroom", Stop);
        Assert.Contains("data-scene=\"lamp\"", there);
        Assert.Contains("name=\"scene\" value=\"watch\"", there);
    }

    [Fact]
    public async Task Credits_name_what_was_met_and_nothing_that_is_locked()
    {
        var learner = await host.LinkVisitorAsync(activity: "beacon");
        var credits = WebUtility.HtmlDecode(await learner.GetStringAsync("/a/beacon/credits", Stop));
        Assert.Contains("Gannet Point Weather School", credits);
        Assert.Contains("Watch room, 21:10", credits);
        Assert.DoesNotContain("Boathouse", credits, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Visitor().GetAsync("/a/beacon/credits", Stop)).StatusCode);
    }
}
