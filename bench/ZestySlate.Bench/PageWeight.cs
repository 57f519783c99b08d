using System.Text.RegularExpressions;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Editing;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Bench;

/// <summary>The bytes a learner's page needs before the first question can be answered, as they go over the wire.</summary>
internal static class PageWeight
{
    private const double Limit = 70 * 1024;

    public static async Task RunAsync()
    {
        await using var host = await Host.StartAsync();
        await WeighAsync(host, "garden", "a picture with spots");
        await WeighAsync(host, await WorksheetAsync(host), "a worksheet of 100 questions");
        await WeighAsync(host, "front", "a video, before its first picture", "/dist/video.css", "/dist/backdrops/video.js");
        await WeighAsync(host, await TrailAsync(host), "a trail of 20 stops and 300 questions, at its first stop", "/dist/trail.css");
    }

    /// <summary>A trail of twenty stops, each a worksheet of fifteen questions; says how long it takes to publish it, and returns its code.</summary>
    private static async Task<string> TrailAsync(Host host)
    {
        await using var scope = host.Services.CreateAsyncScope();
        var store = scope.ServiceProvider.GetRequiredService<ActivityStore>();
        var owner = (await scope.ServiceProvider.GetRequiredService<SlateDb>().Activities.FindAsync("garden"))!.OwnerId;
        var sheet = store.Edition("hundred", 1);
        sheet = sheet with { Scenes = [sheet.Scenes[0] with { Spots = sheet.Scenes[0].Spots.Take(15).ToValueList() }] };
        var trail = Enumerable
            .Range(0, 20)
            .Aggregate(Recipes.Begin(Recipe.Worksheet, "Twenty stops", "en") with { Flow = new Flow() }, (so, i) =>
                new TakeAsStop($"stop{i}", sheet, null).Apply(so).Value
            );
        trail = trail with { Scenes = trail.Scenes.Skip(1).ToValueList() };
        await store.CreateAsync(owner, trail, "twenty");
        var watch = System.Diagnostics.Stopwatch.StartNew();
        await store.PublishAsync("twenty", owner);
        Console.WriteLine($"publishing 20 stops and {trail.Asked.Count()} questions: {watch.Elapsed.TotalMilliseconds:0} ms");
        await store.SetVisibilityAsync("twenty", Visibility.Link);
        return "twenty";
    }

    /// <summary>A worksheet of a hundred questions of all families, all on a page; returns its code.</summary>
    private static async Task<string> WorksheetAsync(Host host)
    {
        await using var scope = host.Services.CreateAsyncScope();
        var store = scope.ServiceProvider.GetRequiredService<ActivityStore>();
        var owner = (await scope.ServiceProvider.GetRequiredService<SlateDb>().Activities.FindAsync("garden"))!.OwnerId;
        var pool = store.Edition("watchsheet", 1).Asked.Select(asked => asked.Question).ToList();
        var sheet = Recipes.Begin(Recipe.Worksheet, "A hundred questions", "en");
        sheet = sheet with
        {
            Scenes =
            [
                sheet.Scenes[0] with
                {
                    Spots =
                    [
                        .. Enumerable
                            .Range(0, 100)
                            .Select(i => new Spot
                            {
                                Id = "h" + i,
                                Name = "Question " + i,
                                Content = new Ask(pool[i % pool.Count]),
                            }),
                    ],
                },
            ],
        };
        await store.CreateAsync(owner, sheet, "hundred");
        await store.PublishAsync("hundred", owner);
        await store.SetVisibilityAsync("hundred", Visibility.Link);
        return "hundred";
    }

    /// <summary>Weighs the page of an activity, with what it loads besides.</summary>
    internal static async Task WeighAsync(Host host, string activity, string what, params string[] besides)
    {
        Console.WriteLine($"-- {what}");
        var page = $"/a/{activity}";
        var (browser, _, _) = await host.LearnerAsync("Weigher", activity);
        var html = await browser.GetStringAsync(page);
        var css = Host.Find(html, "href=\"(/dist/learner[^\"]+)\"");
        var style = await browser.GetStringAsync(css);
        var addresses = new List<string> { page, css, Host.Find(html, "src=\"(/dist/learner[^\"]+)\"") };
        addresses.AddRange(Regex.Matches(html, "/dist/[a-z]+\\.svg(?=#)").Select(match => match.Value).Distinct());
        addresses.AddRange(besides);
        // Only the face for the page's own letters is fetched; the one for other Latin letters waits until one is used.
        addresses.AddRange(
            Regex
                .Matches(style, "url\\(\"?(/dist/fonts/atkinson[^)\"]+-latin-wght[^)\"]+)")
                .Select(match => match.Groups[1].Value)
                .Distinct()
        );

        long total = 0;
        foreach (var address in addresses)
        {
            var request = new HttpRequestMessage(HttpMethod.Get, address);
            request.Headers.AcceptEncoding.ParseAdd("br");
            using var raw = new HttpClient(new SocketsHttpHandler { UseCookies = false }) { BaseAddress = host.Address };
            if (address == page)
            {
                // The page of a learner at work; compressed here in the same way, since its session lives in the other browser's cookie.
                var bytes = new MemoryStream();
                await using (
                    var brotli = new System.IO.Compression.BrotliStream(bytes, System.IO.Compression.CompressionLevel.Optimal, true)
                )
                {
                    await brotli.WriteAsync(System.Text.Encoding.UTF8.GetBytes(html));
                }

                total += bytes.Length;
                Console.WriteLine($"{bytes.Length, 8}  {address}");
                continue;
            }

            var content = await (await raw.SendAsync(request)).Content.ReadAsByteArrayAsync();
            total += content.Length;
            Console.WriteLine($"{content.Length, 8}  {address}");
        }

        Console.WriteLine($"{total, 8}  in all: {total / Limit:0.00} of the 70 KB limit");
    }
}
