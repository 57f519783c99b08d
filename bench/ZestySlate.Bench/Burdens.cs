using System.Diagnostics;
using System.Text;
using SkiaSharp;

namespace ZestySlate.Bench;

/// <summary>Small inputs that could cost much, and many large ones at once: time and memory of the server, and what learners at work feel of it.</summary>
internal static class Burdens
{
    private const int Uploads = 40,
        Workers = 20;

    public static async Task RunAsync()
    {
        var data = Directory.CreateTempSubdirectory("slate-burdens").FullName;
        var server = await Server.StartAsync(data);
        try
        {
            await UploadsAsync(server);
            await HostileAsync(server);
        }
        finally
        {
            await server.KillAsync();
            Directory.Delete(data, true);
        }
    }

    /// <summary>A class hands in its photos at the end of a lesson, while another one works.</summary>
    private static async Task UploadsAsync(Server server)
    {
        var photo = Photo(4000, 3000);
        var handing = new List<(HttpClient Browser, string Events, string Proof)>();
        for (var i = 0; i < Uploads; i++)
        {
            handing.Add(await ComeAsync(server, "Hand " + i, "breeze"));
        }

        var working = new List<(HttpClient Browser, string Events, string Proof)>();
        for (var i = 0; i < Workers; i++)
        {
            working.Add(await ComeAsync(server, "Work " + i, "garden"));
        }

        var alone = await AnswersAsync(working, 0, () => Task.Delay(TimeSpan.FromSeconds(8)));
        (double Seconds, double Megabytes) cost = default;
        var taken = 0;
        var meanwhile = await AnswersAsync(working, 1, async () =>
            cost = await server.MeasureAsync(async () =>
                taken = (await Task.WhenAll(handing.Select(async one => await HandAsync(one, photo, "photo.jpg")))).Count(reply => reply)
            )
        );
        Console.WriteLine(
            $"{Uploads} photos of 12 million pixels ({photo.Length >> 10} kB each) at once: {taken} taken in "
                + $"{cost.Seconds:0.0} s, memory rose by {cost.Megabytes:0} MB at most   (aim: below 500 MB)"
        );
        Console.WriteLine(
            $"saving an answer meanwhile, {Workers} learners: median {meanwhile.Median:0.0} ms, p99 {meanwhile.P99:0.0} "
                + $"ms; without: {alone.Median:0.0} and {alone.P99:0.0} ms; ratio of p99 {meanwhile.P99 / alone.P99:0.0}   "
                + "(aim: p99 below 100 ms)"
        );
    }

    private static async Task HostileAsync(Server server)
    {
        var ines = server.Browser();
        var gate = await ines.GetStringAsync("/sign-in");
        await ines.PostAsync(
            "/sign-in",
            Host.Form(
                ("Email", "ines.halloran@gannetpoint.example"),
                ("Password", Web.Demo.DemoSchool.Password),
                ("proof", Host.Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\""))
            )
        );
        var classes = await ines.GetStringAsync("/classes");
        var import = Host.Find(classes, "href=\"(/classes/\\d+)\"") + "/import";
        var proof = Host.Find(await ines.GetStringAsync(import), "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"");
        var (deep, uses) = (
            new StringBuilder(),
            new StringBuilder("<svg xmlns=\"http://www.w3.org/2000/svg\"><g id=\"a0\"><rect width=\"1\" height=\"1\"/></g>")
        );
        deep.Append("<svg xmlns=\"http://www.w3.org/2000/svg\">")
            .Insert(deep.Length, "<g>", 200_000)
            .Insert(deep.Length, "</g>", 200_000)
            .Append("</svg>");
        for (var i = 1; i < 24; i++)
        {
            uses.Append($"<g id=\"a{i}\"><use href=\"#a{i - 1}\"/><use href=\"#a{i - 1}\"/></g>");
        }

        uses.Append("</svg>");
        var blank = Blank(10_000, 6_000);
        var words = Enumerable.Range(0, 20_000).Select(i => "w" + i).ToList();
        async Task<HttpResponseMessage> ReadAsync(string list)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/author/garden/questions/read")
            {
                Content = Host.Form(("list", list)),
            };
            request.Headers.Add("X-Slate-Proof", proof);
            return await ines.SendAsync(request);
        }

        foreach (
            var (name, work) in new (string, Func<Task>)[]
            {
                ("a picture of 60 million pixels of one colour", async () =>
                    await HandAsync(await ComeAsync(server, "Large", "breeze"), blank, "large.png")
                ),
                ("a drawing nested 200,000 deep", async () =>
                    await HandAsync(await ComeAsync(server, "Deep", "breeze"), Encoding.UTF8.GetBytes(deep.ToString()), "deep.svg")
                ),
                ("a drawing of 2 kB that paints 8 million parts", async () =>
                    await HandAsync(await ComeAsync(server, "Uses", "breeze"), Encoding.UTF8.GetBytes(uses.ToString()), "uses.svg")
                ),
                ("a roster of 100,000 lines", async () =>
                    await ines.PostAsync(
                        import,
                        Host.Form(("pasted", string.Join('\n', Enumerable.Range(0, 100_000).Select(i => "Learner " + i))), ("proof", proof))
                    )
                ),
                ("a list of 20,000 gaps", async () =>
                    await ReadAsync($"{string.Join(' ', words.Take(3000))}\ngaps: {string.Join("; ", words)}")
                ),
            }
        )
        {
            var (seconds, megabytes) = await server.MeasureAsync(work);
            Console.WriteLine($"{name, -48} {seconds, 6:0.00} s, memory rose by {megabytes, 4:0} MB   (aim: below 1 s and 100 MB)");
        }
    }

    /// <summary>What saving answers costs while something runs: each learner changes one every 100 ms.</summary>
    private static async Task<Figures> AnswersAsync(
        List<(HttpClient Browser, string Events, string Proof)> learners,
        int round,
        Func<Task> something
    )
    {
        using var over = new CancellationTokenSource();
        var times = learners
            .Select(
                async (one, number) =>
                {
                    var mine = new List<double>();
                    for (var i = 0; !over.IsCancellationRequested; i++)
                    {
                        using var request = new HttpRequestMessage(HttpMethod.Post, one.Events)
                        {
                            Content = Host.Form(
                                ("act", "answer"),
                                ("spot", "askshade"),
                                ("event", $"b{number}-{round}-{i}"),
                                ("pick", i % 2 == 0 ? "sun" : "rain")
                            ),
                        };
                        request.Headers.Add("X-Slate-Script", "1");
                        request.Headers.Add("X-Slate-Proof", one.Proof);
                        var began = Stopwatch.GetTimestamp();
                        using var reply = (await one.Browser.SendAsync(request)).EnsureSuccessStatusCode();
                        mine.Add(Stopwatch.GetElapsedTime(began).TotalMilliseconds);
                        await Task.Delay(100);
                    }

                    return mine;
                }
            )
            .ToList();
        await something();
        await over.CancelAsync();
        var sorted = (await Task.WhenAll(times)).SelectMany(mine => mine).Order().ToArray();
        return new Figures(0, sorted[sorted.Length / 2], sorted[(int)(sorted.Length * 0.99)]);
    }

    /// <summary>A visitor by link who has come to an activity; in the one that asks for a photo, to its last page.</summary>
    internal static async Task<(HttpClient Browser, string Events, string Proof)> ComeAsync(Server server, string name, string activity)
    {
        var browser = server.Browser();
        var gate = await browser.GetStringAsync($"/a/{activity}");
        await browser.PostAsync(
            $"/a/{activity}?handler=begin",
            Host.Form(("name", name), ("proof", Host.Find(gate, "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\"")))
        );
        var page = await browser.GetStringAsync($"/a/{activity}");
        var learner = (browser, Events: Host.Find(page, "data-events=\"([^\"]+)\""), Proof: Host.Find(page, "data-proof=\"([^\"]+)\""));
        if (activity == "breeze")
        {
            // The photo is asked for on the last page.
            using var request = new HttpRequestMessage(HttpMethod.Post, learner.Events)
            {
                Content = Host.Form(("act", "visit"), ("scene", "air"), ("event", "to-the-last")),
            };
            request.Headers.Add("X-Slate-Script", "1");
            request.Headers.Add("X-Slate-Proof", learner.Proof);
            (await browser.SendAsync(request)).EnsureSuccessStatusCode();
        }

        return learner;
    }

    private static async Task<bool> HandAsync((HttpClient Browser, string Events, string Proof) learner, byte[] bytes, string name)
    {
        using var form = new MultipartFormDataContent
        {
            { new StringContent("flag"), "spot" },
            { new ByteArrayContent(bytes), "file", name },
        };
        form.Headers.Add("X-Slate-Proof", learner.Proof);
        using var reply = await learner.Browser.PostAsync(learner.Events.Replace("/events", "/files", StringComparison.Ordinal), form);
        return reply.IsSuccessStatusCode;
    }

    /// <summary>A photo with something in it, so that it is as large as photos are.</summary>
    private static byte[] Photo(int width, int height)
    {
        using var bitmap = new SKBitmap(width, height);
        using var canvas = new SKCanvas(bitmap);
        using var paint = new SKPaint { Shader = SKShader.CreatePerlinNoiseTurbulence(0.02f, 0.03f, 4, 7) };
        canvas.DrawRect(0, 0, width, height, paint);
        return bitmap.Encode(SKEncodedImageFormat.Jpeg, 85).ToArray();
    }

    private static byte[] Blank(int width, int height)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(SKColors.SkyBlue);
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }
}
