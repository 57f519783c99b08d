using System.Collections.Concurrent;
using System.Net;
using Microsoft.Data.Sqlite;

namespace ZestySlate.Bench;

/// <summary>
/// The server is killed without a word (SIGKILL) while 300 learners answer every two seconds, and started again, several
/// times. Afterwards every acknowledged answer must be in the database, once; those that were not acknowledged are sent
/// again by their learners, as their pages do, and must be there once too. The run ends by itself.
/// </summary>
internal static class Kills
{
    private const int Learners = 300, Rounds = 3;
    private static readonly TimeSpan Pace = TimeSpan.FromSeconds(2), BeforeKill = TimeSpan.FromSeconds(7);

    public static async Task RunAsync()
    {
        var data = Directory.CreateTempSubdirectory("slate-kills").FullName;
        var server = await Server.StartAsync(data);
        var address = server.Address;
        var acknowledged = new ConcurrentDictionary<string, bool>();
        var (unanswered, sentAgain) = (0, 0);
        try
        {
            var learners = new List<Learner>();
            for (var i = 0; i < Learners; i++)
            {
                learners.Add(await Learner.ComeAsync(address, i));
            }

            for (var round = 1; round <= Rounds; round++)
            {
                using var over = new CancellationTokenSource();
                var (number, stop) = (round, over.Token);
                var work = learners.Select(learner => learner.WorkAsync(number, acknowledged, stop)).ToList();
                await Task.Delay(BeforeKill);
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

        var times = await TimesStoredAsync(Path.Combine(data, "zesty-slate.db"));
        var (lost, twice) = (acknowledged.Keys.Count(id => !times.ContainsKey(id)), times.Count(one => one.Value > 1));
        Console.WriteLine($"{Rounds} times killed under {Learners} learners: {acknowledged.Count:N0} answers acknowledged, {unanswered:N0} of them only when sent again ({sentAgain:N0} sent); lost {lost}, stored twice {twice}   (aim: 0 and 0)");
        Directory.Delete(data, true);
        if (lost + twice > 0)
        {
            throw new InvalidOperationException("An acknowledged answer was lost, or stored twice.");
        }
    }

    /// <summary>A learner's page: what was not acknowledged waits, and is sent again under its own id.</summary>
    private sealed class Learner(HttpClient browser, int number, string events, string proof)
    {
        public List<(string Id, string Pick)> Waiting { get; } = [];

        public static async Task<Learner> ComeAsync(Uri address, int number)
        {
            var browser = new HttpClient(new SocketsHttpHandler { AllowAutoRedirect = false, CookieContainer = new CookieContainer() }) { BaseAddress = address, Timeout = TimeSpan.FromSeconds(10) };
            var gate = await browser.GetStringAsync("/a/garden");
            await browser.PostAsync("/a/garden?handler=begin", Host.Form(("name", $"Learner {number}"), ("proof", Host.Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\""))));
            var page = await browser.GetStringAsync("/a/garden");
            return new Learner(browser, number, Host.Find(page, "data-events=\"([^\"]+)\""), Host.Find(page, "data-proof=\"([^\"]+)\""));
        }

        public async Task WorkAsync(int round, ConcurrentDictionary<string, bool> acknowledged, CancellationToken stop)
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
        public async Task<int> SendWaitingAsync(ConcurrentDictionary<string, bool> acknowledged)
        {
            var sent = 0;
            while (Waiting.Count > 0 && await SendAsync(Waiting[0]))
            {
                acknowledged[Waiting[0].Id] = true;
                Waiting.RemoveAt(0);
                sent++;
            }

            return sent;
        }

        private async Task<bool> SendAsync((string Id, string Pick) answer)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, events) { Content = Host.Form(("act", "answer"), ("spot", "askshade"), ("event", answer.Id), ("pick", answer.Pick)) };
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

    /// <summary>How often each of these answers is in the database.</summary>
    private static async Task<Dictionary<string, int>> TimesStoredAsync(string path)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=false");
        await connection.OpenAsync();
        var read = connection.CreateCommand();
        read.CommandText = "SELECT EventId, COUNT(*) FROM Events WHERE EventId LIKE 'k%-%-%' GROUP BY EventId";
        var times = new Dictionary<string, int>();
        await using var rows = await read.ExecuteReaderAsync();
        while (await rows.ReadAsync())
        {
            times[rows.GetString(0)] = rows.GetInt32(1);
        }

        return times;
    }
}
