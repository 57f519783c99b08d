using System.Globalization;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Bench;

/// <summary>A teacher at work while the server is killed: one change and one edition after the other, one comment after the other on what
/// was handed in.</summary>
internal sealed class KilledTeacher(HttpClient browser, IReadOnlyList<string> handedIn)
{
    private const string Activity = "garden",
        Spot = "askshade";
    private readonly List<int> _editions = [];
    private readonly List<(string Attempt, string Comment)> _comments = [];
    private int _number;

    /// <summary>How many editions and comments were acknowledged.</summary>
    public (int Editions, int Comments) Acknowledged => (_editions.Count, _comments.Count);

    /// <summary>Comes in, and has some work handed in to look through.</summary>
    public static async Task<KilledTeacher> ComeAsync(Server server, int works)
    {
        var browser = server.Browser();
        browser.Timeout = TimeSpan.FromSeconds(10);
        await PostAsync(
            browser,
            "/sign-in",
            "/sign-in",
            ("Email", "ines.halloran@gannetpoint.example"),
            ("Password", Web.Demo.DemoSchool.Password)
        );
        var handedIn = new List<string>();
        for (var i = 0; i < works; i++)
        {
            var learner = server.Browser();
            await PostAsync(learner, "/a/garden", "/a/garden?handler=begin", ("name", $"Done {i}"));
            var page = await learner.GetStringAsync("/a/garden");
            var (events, proof) = (Host.Find(page, "data-events=\"([^\"]+)\""), Host.Find(page, "data-proof=\"([^\"]+)\""));
            await learner.PostAsync(
                events,
                Host.Form(("act", "answer"), ("spot", Spot), ("event", $"d{i}"), ("pick", "sun"), ("proof", proof))
            );
            await learner.PostAsync(events, Host.Form(("act", "handIn"), ("event", $"h{i}"), ("proof", proof)));
            handedIn.Add(Host.Find(page, "data-attempt=\"([^\"]+)\""));
        }

        return new KilledTeacher(browser, handedIn);
    }

    /// <summary>Changes, publishes, and says something of a work, until the server is gone.</summary>
    public async Task WorkAsync(CancellationToken stop)
    {
        try
        {
            for (; !stop.IsCancellationRequested; _number++)
            {
                var author = await browser.GetStringAsync($"/author/{Activity}", stop);
                var version = Host.Find(author, "data-version=\"([^\"]+)\"");
                using var changed = await PostAsync(
                    browser,
                    $"/author/{Activity}",
                    $"/author/{Activity}/edit",
                    ("edit", "describe"),
                    ("summary", SummaryOf(_number)),
                    ("language", "en"),
                    ("version", version)
                );
                using var published = await PostAsync(
                    browser,
                    $"/author/{Activity}/publish",
                    $"/author/{Activity}/publish?handler=Publish"
                );
                if (changed.IsSuccessStatusCode && published.StatusCode == System.Net.HttpStatusCode.Redirect)
                {
                    _editions.Add(_number);
                }

                var (work, comment) = (handedIn[_number % handedIn.Count], CommentOf(_number));
                var review = $"/author/{Activity}/review/{work}";
                var seen = Host.Find(
                    await browser.GetStringAsync(review, stop),
                    $"name=\"spot\" value=\"{Spot}\" />\\s*<input type=\"hidden\" name=\"seen\" value=\"([^\"]*)\""
                );
                using var said = await PostAsync(browser, review, review, ("spot", Spot), ("seen", seen), ("comment", comment));
                if (said.StatusCode == System.Net.HttpStatusCode.Redirect)
                {
                    _comments.Add((work, comment));
                }
            }
        }
        catch (Exception problem) when (problem is HttpRequestException or OperationCanceledException)
        {
            // The server was killed; what was under way then is acknowledged to nobody.
            _number++;
        }
    }

    /// <summary>What was acknowledged and is not there, or is there more than once.</summary>
    public async Task<(int Lost, int Twice)> FaultsAsync(ActivityStore store, AttemptStore attempts)
    {
        var newest = (await store.DraftAsync(Activity))!.Record.NewestEdition;
        var editions = Enumerable.Range(1, newest).Select(number => store.Edition(Activity, number).Summary).ToList();
        var comments = new List<(string, string)>();
        foreach (var work in handedIn)
        {
            comments.AddRange((await attempts.LoadAsync(work))!.Events.OfType<Reviewed>().Select(said => (work, said.Review.Comment)));
        }

        var times = _editions
            .Select(number => editions.Count(summary => summary == SummaryOf(number)))
            .Concat(_comments.Select(one => comments.Count(one.Equals)))
            .ToList();
        return (times.Count(one => one == 0), times.Count(one => one > 1));
    }

    private static string SummaryOf(int number) => string.Create(CultureInfo.InvariantCulture, $"As it was after change {number}.");

    private static string CommentOf(int number) => string.Create(CultureInfo.InvariantCulture, $"Comment {number}.");

    private static async Task<HttpResponseMessage> PostAsync(
        HttpClient browser,
        string page,
        string address,
        params (string Name, string Value)[] fields
    )
    {
        var gate = await browser.GetStringAsync(page);
        var proof = Host.Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"") is { Length: > 0 } field
            ? field
            : Host.Find(gate, "data-proof=\"([^\"]+)\"");
        using var request = new HttpRequestMessage(HttpMethod.Post, address) { Content = Host.Form([.. fields, ("proof", proof)]) };
        request.Headers.Add("X-Slate-Proof", proof);
        return await browser.SendAsync(request);
    }
}
