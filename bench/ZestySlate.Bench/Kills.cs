using System.Collections.Concurrent;
using System.Net;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Bench;

/// <summary>
/// The server is killed without a word (SIGKILL) and started again, many times, while 300 learners answer every two seconds,
/// others hand over photos, and a teacher changes, publishes and reviews. Afterwards everything that was acknowledged must be
/// there, once and as it was; answers that were not acknowledged are sent again by their learners, as their pages do, and must
/// be there once too. The run ends by itself.
/// </summary>
internal static class Kills
{
    private const int Learners = 300,
        Rounds = 30,
        Works = 12;
    private static readonly TimeSpan Pace = TimeSpan.FromSeconds(2),
        LeastBeforeKill = TimeSpan.FromSeconds(3),
        MostBeforeKill = TimeSpan.FromSeconds(7);

    public static async Task RunAsync()
    {
        var data = Directory.CreateTempSubdirectory("slate-kills").FullName;
        var server = await Server.StartAsync(data);
        var (address, random) = (server.Address, new Random(14));
        var acknowledged = new ConcurrentDictionary<string, string>();
        var (learners, uploads, teacher) = (new List<Learner>(), new KilledUploads(), await KilledTeacher.ComeAsync(server, Works));
        var (unanswered, sentAgain) = (0, 0);
        try
        {
            for (var i = 0; i < Learners; i++)
            {
                learners.Add(await Learner.ComeAsync(address, i));
            }

            for (var round = 1; round <= Rounds; round++)
            {
                using var over = new CancellationTokenSource();
                var (number, stop) = (round, over.Token);
                var work = learners
                    .Select(learner => learner.WorkAsync(number, acknowledged, stop))
                    .Append(uploads.WorkAsync(server, stop))
                    .Append(teacher.WorkAsync(stop))
                    .ToList();
                await Task.Delay(LeastBeforeKill + ((MostBeforeKill - LeastBeforeKill) * random.NextDouble()));
                await server.KillAsync();
                await over.CancelAsync();
                await Task.WhenAll(work);
                unanswered += learners.Sum(learner => learner.Waiting.Count);
                server = await Server.StartAsync(data, address);
                foreach (var learner in learners)
                {
                    sentAgain += await learner.SendWaitingAsync(acknowledged);
                }
            }
        }
        finally
        {
            await server.KillAsync();
        }

        Console.WriteLine(
            $"{Rounds} times killed under {Learners} learners: {acknowledged.Count:N0} answers acknowledged, "
                + $"{unanswered:N0} of them only when sent again ({sentAgain:N0} sent); {uploads.Acknowledged:N0} photos, "
                + $"{teacher.Acknowledged.Editions:N0} editions, {teacher.Acknowledged.Comments:N0} comments"
        );
        var (lost, twice, changed) = await FaultsAsync(data, address, acknowledged, learners, uploads, teacher);
        Console.WriteLine($"lost {lost}, stored twice {twice}, changed {changed}   (aim: 0, 0 and 0)");
        Directory.Delete(data, true);
        if (lost + twice + changed > 0)
        {
            throw new InvalidOperationException("Something acknowledged was lost, stored twice, or changed.");
        }
    }

    /// <summary>Looks for everything that was acknowledged, through the application itself.</summary>
    private static async Task<(int Lost, int Twice, int Changed)> FaultsAsync(
        string data,
        Uri address,
        ConcurrentDictionary<string, string> acknowledged,
        List<Learner> learners,
        KilledUploads uploads,
        KilledTeacher teacher
    )
    {
        await using var host = await Host.StartAsync(data, address);
        await using var scope = host.Services.CreateAsyncScope();
        var (store, attempts, db) = (
            scope.ServiceProvider.GetRequiredService<ActivityStore>(),
            scope.ServiceProvider.GetRequiredService<AttemptStore>(),
            scope.ServiceProvider.GetRequiredService<SlateDb>()
        );
        var stored = new List<(string Id, string Pick)>();
        foreach (var learner in learners)
        {
            stored.AddRange(
                (await attempts.LoadAsync(learner.Attempt))!
                    .Events.OfType<Answered>()
                    .Select(answer => (answer.Id, ((MultipleChoiceResponse)answer.Response).Picked.Single()))
            );
        }

        var picks = stored.ToLookup(answer => answer.Id, answer => answer.Pick);
        var (files, teaching) = (await uploads.FaultsAsync(db), await teacher.FaultsAsync(store, attempts));
        return (
            acknowledged.Keys.Count(id => !picks.Contains(id)) + files.Lost + teaching.Lost,
            picks.Count(one => one.Count() > 1) + files.Twice + teaching.Twice,
            acknowledged.Count(answer => picks[answer.Key].Any(pick => pick != answer.Value))
        );
    }

    /// <summary>A learner's page: what was not acknowledged waits, and is sent again under its own id.</summary>
    private sealed class Learner(HttpClient browser, int number, string attempt, string events, string proof)
    {
        public string Attempt => attempt;

        public List<(string Id, string Pick)> Waiting { get; } = [];

        public static async Task<Learner> ComeAsync(Uri address, int number)
        {
            var browser = new HttpClient(new SocketsHttpHandler { AllowAutoRedirect = false, CookieContainer = new CookieContainer() })
            {
                BaseAddress = address,
                Timeout = TimeSpan.FromSeconds(10),
            };
            var gate = await browser.GetStringAsync("/a/garden");
            await browser.PostAsync(
                "/a/garden?handler=begin",
                Host.Form(("name", $"Learner {number}"), ("proof", Host.Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"")))
            );
            var page = await browser.GetStringAsync("/a/garden");
            return new Learner(
                browser,
                number,
                Host.Find(page, "data-attempt=\"([^\"]+)\""),
                Host.Find(page, "data-events=\"([^\"]+)\""),
                Host.Find(page, "data-proof=\"([^\"]+)\"")
            );
        }

        public async Task WorkAsync(int round, ConcurrentDictionary<string, string> acknowledged, CancellationToken stop)
        {
            try
            {
                await Task.Delay(Pace * number / Learners, stop);
                for (var i = 0; !stop.IsCancellationRequested; i++)
                {
                    Waiting.Add(($"k{number}-{round}-{i}", i % 2 == 0 ? "sun" : "rain"));
                    await SendWaitingAsync(acknowledged);
                    await Task.Delay(Pace, stop);
                }
            }
            catch (OperationCanceledException)
            {
                // The server was killed: this round is over.
            }
        }

        /// <summary>Sends what waits, in order, until one is not acknowledged; gives how many were.</summary>
        public async Task<int> SendWaitingAsync(ConcurrentDictionary<string, string> acknowledged)
        {
            var sent = 0;
            while (Waiting.Count > 0 && await SendAsync(Waiting[0]))
            {
                acknowledged[Waiting[0].Id] = Waiting[0].Pick;
                Waiting.RemoveAt(0);
                sent++;
            }

            return sent;
        }

        private async Task<bool> SendAsync((string Id, string Pick) answer)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, events)
            {
                Content = Host.Form(("act", "answer"), ("spot", "askshade"), ("event", answer.Id), ("pick", answer.Pick)),
            };
            request.Headers.Add("X-Slate-Script", "1");
            request.Headers.Add("X-Slate-Proof", proof);
            try
            {
                using var reply = await browser.SendAsync(request);
                return reply.IsSuccessStatusCode;
            }
            catch (Exception problem) when (problem is HttpRequestException or TaskCanceledException)
            {
                return false;
            }
        }
    }
}
