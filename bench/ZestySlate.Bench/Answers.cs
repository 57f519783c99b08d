using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.Logging;

namespace ZestySlate.Bench;

/// <summary>Saving an answer against a bare endpoint that commits one row durably, in one run.</summary>
internal static class Answers
{
    private const int Calls = 600;

    public static async Task RunAsync()
    {
        foreach (var workers in new[] { 1, 8 })
        {
            var bare = await BareAsync(post => Figures.MeasureAsync(workers, Calls, (_, _) => post()));
            var ours = await OursAsync(workers);
            Console.WriteLine($"{workers} at once");
            Console.WriteLine($"bare endpoint, one row   {bare}");
            Console.WriteLine($"saving an answer         {ours}");
            Console.WriteLine($"ratio of times           {bare.PerSecond / ours.PerSecond:0.00}   (aim: below 3)");
        }

        await ClassAsync();
    }

    private const int Learners = 300,
        Seconds = 8;

    /// <summary>A class load: 300 learners who each change an answer every two seconds; beside it the bare endpoint under the same load.</summary>
    private static async Task ClassAsync()
    {
        var bare = await BareAsync(post => ClassLoadAsync((_, _) => post()));
        await using var host = await Host.StartAsync();
        var people = new List<(HttpClient Browser, string Events, string Proof)>();
        for (var i = 0; i < Learners; i++)
        {
            people.Add(await host.LearnerAsync("Learner " + i));
        }

        // A teacher keeps a lookout over all of them meanwhile.
        var ines = await host.TeacherAsync();
        using var watching = new CancellationTokenSource();
        var told = 0L;
        using var stream = await ines.GetAsync("/author/garden/lookout/events", HttpCompletionOption.ResponseHeadersRead);
        var reading = Task.Run(async () =>
        {
            await using var body = await stream.EnsureSuccessStatusCode().Content.ReadAsStreamAsync();
            var buffer = new byte[64 * 1024];
            for (int read; (read = await body.ReadAsync(buffer, watching.Token)) > 0; )
            {
                told += read;
            }
        });
        var ours = await ClassLoadAsync((w, i) => SendAsync(people[w], $"c{w}-{i}", i));
        await watching.CancelAsync();
        await Task.WhenAny(reading);
        Console.WriteLine($"{Learners} learners, an answer every 2 s");
        Console.WriteLine($"bare endpoint, one row   median {bare.Median:0.0} ms, p99 {bare.P99:0.0} ms");
        Console.WriteLine(
            $"with the lookout open    median {ours.Median:0.0} ms, p99 {ours.P99:0.0} ms   (aim: p99 below 100 ms; {told / 1024} KB told to the lookout)"
        );
        Console.WriteLine($"ratio of medians         {ours.Median / bare.Median:0.00}   (aim: below 3)");
    }

    private static async Task<(double Median, double P99)> ClassLoadAsync(Func<int, int, Task> send)
    {
        var times = new System.Collections.Concurrent.ConcurrentBag<double>();
        await Task.WhenAll(
            Enumerable
                .Range(0, Learners)
                .Select(async w =>
                {
                    await Task.Delay(w * 2000 / Learners);
                    for (var i = 0; i < Seconds / 2; i++)
                    {
                        var next = Task.Delay(2000);
                        var begun = System.Diagnostics.Stopwatch.GetTimestamp();
                        await send(w, i);
                        times.Add(System.Diagnostics.Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
                        await next;
                    }
                })
        );
        var sorted = times.Order().ToArray();
        return (sorted[sorted.Length / 2], sorted[(int)(sorted.Length * 0.99)]);
    }

    private static async Task SendAsync((HttpClient Browser, string Events, string Proof) learner, string id, int i)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, learner.Events)
        {
            Content = Host.Form(("act", "answer"), ("spot", "askshade"), ("event", id), ("pick", i % 2 == 0 ? "sun" : "rain")),
        };
        request.Headers.Add("X-Slate-Script", "1");
        request.Headers.Add("X-Slate-Proof", learner.Proof);
        (await learner.Browser.SendAsync(request)).EnsureSuccessStatusCode();
    }

    private static async Task<Figures> OursAsync(int workers)
    {
        await using var host = await Host.StartAsync();
        var learners = await Task.WhenAll(Enumerable.Range(0, workers).Select(w => host.LearnerAsync("Learner " + w)));
        return await Figures.MeasureAsync(workers, Calls, (w, i) => SendAsync(learners[w], $"e{w}-{i}", i));
    }

    private static async Task<T> BareAsync<T>(Func<Func<Task>, Task<T>> measure)
    {
        var source = $"Data Source={Path.Combine(Directory.CreateTempSubdirectory("slate-bare").FullName, "bare.db")}";
        await using (var connection = new SqliteConnection(source))
        {
            await connection.OpenAsync();
            var setUp = connection.CreateCommand();
            setUp.CommandText = "PRAGMA journal_mode=WAL; CREATE TABLE rows (id INTEGER PRIMARY KEY, text TEXT)";
            await setUp.ExecuteNonQueryAsync();
        }

        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        await using var app = builder.Build();
        app.MapPost("/", async (HttpContext context) =>
        {
            var form = await context.Request.ReadFormAsync();
            await using var connection = new SqliteConnection(source);
            await connection.OpenAsync();
            var insert = connection.CreateCommand();
            insert.CommandText = "INSERT INTO rows (text) VALUES ($text)";
            insert.Parameters.AddWithValue("$text", form["pick"].ToString());
            await insert.ExecuteNonQueryAsync();
            return Results.NoContent();
        });
        await app.StartAsync();
        using var client = new HttpClient { BaseAddress = new Uri(app.Urls.First()) };
        return await measure(async () => (await client.PostAsync("/", Host.Form(("pick", "sun")))).EnsureSuccessStatusCode());
    }
}
