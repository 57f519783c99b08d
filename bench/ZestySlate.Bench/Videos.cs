using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Headers;
using System.Text;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Drafting;
using ZestySlate.Formats.Captions;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;

namespace ZestySlate.Bench;

/// <summary>Videos: drafting from two hours of captions, 300 watchers, how exactly stops stop, the strip of two hours.</summary>
internal static class Videos
{
    private const int Watchers = 300,
        Range = 256 * 1024,
        RangesEach = 3;

    public static async Task RunAsync()
    {
        Draft();
        await using var host = await Host.StartAsync();
        await WatchAsync(host);
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-dev-shm-usage", "--window-size=1280,900");
        options.AddArguments("--autoplay-policy=no-user-gesture-required");
        using var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        using var chrome = new ChromeDriver(service, options, TimeSpan.FromSeconds(240));
        chrome.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromSeconds(240);
        await StopAsync(host, chrome);
        await StripAsync(host, chrome);
        chrome.Quit();
    }

    /// <summary>Two hours of sentences as they are spoken.</summary>
    private static List<Caption> TwoHours()
    {
        string[] said =
        [
            "Because cold air is heavier, the cold front pushes under the warm air.",
            "The pressure falls by six hectopascals in an hour.",
            "A front is the edge between two kinds of air.",
            "First the cloud thickens, then it rains, and at last the sky clears.",
            "The sea is warm, but the land is cold at night.",
        ];
        return
        [
            .. Enumerable
                .Range(0, 2_000)
                .Select(i => new Caption(i * 3.6m, (i * 3.6m) + 3.4m, $"{said[i % said.Length]} Number {i} of them.")),
        ];
    }

    private static void Draft()
    {
        var captions = TwoHours();
        var file = WebVtt.Write(captions);
        var read = Milliseconds(() => WebVtt.Read(file));
        var drafted = Milliseconds(() => Drafts.Of(captions, "en"));
        Console.WriteLine(
            $"drafting from two hours of captions ({Drafts.Of(captions, "en").Count} drafts): {drafted:0} ms; reading them from WebVTT: {read:0} ms, "
                + $"ratio {drafted / read:0.0}"
        );
    }

    private static double Milliseconds<T>(Func<T> run)
    {
        run();
        var times = Enumerable
            .Range(0, 5)
            .Select(_ =>
            {
                var begun = Stopwatch.GetTimestamp();
                run();
                return Stopwatch.GetElapsedTime(begun).TotalMilliseconds;
            });
        return times.Order().ElementAt(2);
    }

    /// <summary>300 watchers who read ranges at once, beside the framework's own way of sending the same file.</summary>
    private static async Task WatchAsync(Host host)
    {
        var film = Path.Combine(Host.Root(), "demo", "videos", "a-front-passes.webm");
        var builder = WebApplication.CreateBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        await using var bare = builder.Build();
        bare.MapGet("/film", () => Results.File(film, "video/webm", enableRangeProcessing: true));
        await bare.StartAsync();
        await using var scope = host.Services.CreateAsyncScope();
        var hash = Hash(scope.ServiceProvider, "front");
        var (ours, theirs) = (new Uri(host.Address, $"/media/{hash}"), new Uri(new Uri(bare.Urls.First()), "/film"));
        await RoundAsync(theirs);
        await RoundAsync(ours);
        var (slow, fast) = (await RoundAsync(ours), await RoundAsync(theirs));
        Console.WriteLine(
            $"{Watchers} watchers, {RangesEach} ranges of {Range / 1024} KB each: {slow.Seconds * 1000:0} ms, {slow.Megabytes:0} MB allocated; the framework's "
                + $"own file: {fast.Seconds * 1000:0} ms, {fast.Megabytes:0} MB; ratio {slow.Seconds / fast.Seconds:0.00} and "
                + $"{slow.Megabytes / fast.Megabytes:0.00}"
        );
    }

    private static async Task<(double Seconds, double Megabytes)> RoundAsync(Uri address)
    {
        using var http = new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = Watchers });
        var before = GC.GetTotalAllocatedBytes();
        var begun = Stopwatch.GetTimestamp();
        await Task.WhenAll(
            Enumerable
                .Range(0, Watchers)
                .Select(async _ =>
                {
                    for (var i = 0; i < RangesEach; i++)
                    {
                        using var ask = new HttpRequestMessage(HttpMethod.Get, address);
                        ask.Headers.Range = new RangeHeaderValue(i * Range, ((i + 1) * Range) - 1);
                        using var reply = await http.SendAsync(ask, HttpCompletionOption.ResponseHeadersRead);
                        reply.EnsureSuccessStatusCode();
                        await (await reply.Content.ReadAsStreamAsync()).CopyToAsync(Stream.Null);
                    }
                })
        );
        return (Stopwatch.GetElapsedTime(begun).TotalSeconds, (GC.GetTotalAllocatedBytes() - before) / 1e6);
    }

    private static string Hash(IServiceProvider services, string activity) =>
        ((VideoBackdrop)services.GetRequiredService<ActivityStore>().Edition(activity, 1).Scenes[0].Backdrop).File!.Media;

    private static async Task<string> MakeAsync(Host host, string id, Func<VideoBackdrop, VideoBackdrop> film, IEnumerable<Spot> spots)
    {
        await using var scope = host.Services.CreateAsyncScope();
        var store = scope.ServiceProvider.GetRequiredService<ActivityStore>();
        var owner = (await scope.ServiceProvider.GetRequiredService<SlateDb>().Activities.FindAsync("garden"))!.OwnerId;
        var front = store.Edition("front", 1);
        await store.CreateAsync(
            owner,
            front with
            {
                Title = id,
                Scenes = [front.Scenes[0] with { Backdrop = film((VideoBackdrop)front.Scenes[0].Backdrop), Spots = spots.ToValueList() }],
            },
            id
        );
        await store.PublishAsync(id, owner);
        await store.SetVisibilityAsync(id, Visibility.Link);
        return id;
    }

    private static Spot Stop(int i, decimal from) =>
        new()
        {
            Id = $"n{i}",
            Name = $"Stop {i}",
            Place = new AtPoint(0.1 + (i % 9 * 0.1), 0.1 + (i / 9 % 9 * 0.1)),
            During = new During(from, from + 1) { Pauses = true },
            Content = new Note { Text = RichText.Plain($"Note {i}") },
        };

    /// <summary>How late the video stands still at 200 stops.</summary>
    private static async Task StopAsync(Host host, ChromeDriver chrome)
    {
        var stops = Enumerable.Range(0, 200).Select(i => Stop(i, 1 + (i * 0.37m)));
        await MakeAsync(host, "stops", film => film with { Skipping = Skipping.Free }, stops);
        chrome.Navigate().GoToUrl(new Uri(host.Address, "/a/stops"));
        chrome.FindElement(By.CssSelector("input[name=name]")).SendKeys("Stopper" + Keys.Enter);
        for (var i = 0; i < 100 && chrome.FindElements(By.CssSelector("[data-video-do=play]")).Count == 0; i++)
        {
            await Task.Delay(100);
        }

        await Task.Delay(1500);
        var late = (
            (string)
                chrome.ExecuteAsyncScript(
                    """
                    const done = arguments[arguments.length - 1], video = document.querySelector(".stage video"), late = [];
                    const froms = [...document.querySelectorAll("[data-sign][data-from]")].map(sign => Number(sign.dataset.from)).sort((a, b) => a - b);
                    const pause = video.pause.bind(video);
                    video.pause = () => {
                      const now = video.currentTime, from = froms.filter(one => one <= now + 0.001).at(-1);
                      late.push((now - from) * 1000);
                      pause();
                      setTimeout(() => video.ended ? done(late.join(" ")) : document.querySelector("[data-video-do=play]").click(), 20);
                    };
                    video.addEventListener("ended", () => done(late.join(" ")));
                    document.querySelector("[data-video-do=play]").click();
                    """
                )!
        ).Split(' ').Select(one => double.Parse(one, CultureInfo.InvariantCulture)).Order().ToArray();
        Console.WriteLine(
            $"{late.Length} stops of a playing video, how late: median {late[late.Length / 2]:0.0} ms, 99 of 100 below "
                + $"{late[(int)(late.Length * 0.99)]:0.0} ms, "
                + $"the latest {late[^1]:0.0} ms; then it stands at the very moment"
        );
    }

    /// <summary>Frames while a cue is drawn along the strip of two hours with 300 cues and 2,000 captions.</summary>
    private static async Task StripAsync(Host host, ChromeDriver chrome)
    {
        await using var scope = host.Services.CreateAsyncScope();
        var media = scope.ServiceProvider.GetRequiredService<MediaStore>();
        var said = await media.StoreAsync(
            new ReadyFile(Encoding.UTF8.GetBytes(WebVtt.Write(TwoHours())), MediaKind.Captions, "text/vtt"),
            "two-hours.vtt",
            "bench"
        );
        await MakeAsync(
            host,
            "twohours",
            film => film with { Seconds = 7200, Captions = [new CaptionTrack("en", said)] },
            Enumerable.Range(0, 300).Select(i => Stop(i, i * 24))
        );
        chrome.Navigate().GoToUrl(new Uri(host.Address, "/sign-in"));
        chrome.FindElement(By.CssSelector("input[name=Email]")).SendKeys("ines.halloran@gannetpoint.example");
        chrome.FindElement(By.CssSelector("input[type=password]")).SendKeys("barometer-rising" + Keys.Enter);
        await Task.Delay(2000);
        chrome.Navigate().GoToUrl(new Uri(host.Address, "/author/twohours"));
        await Task.Delay(4000);
        Hands.Say(
            "drawing a cue along the strip of two hours, 300 cues, 2,000 captions",
            chrome.ExecuteAsyncScript(
                Hands.Frames
                    + """
                    const cue = document.querySelectorAll("[data-cue]")[3], at = cue.getBoundingClientRect();
                    const point = (kind, x, onto) => onto.dispatchEvent(new PointerEvent(kind, { bubbles: true, cancelable: true, pointerId: 1,
                      pointerType: "mouse", isPrimary: true, button: 0, buttons: kind === "pointerup" ? 0 : 1, clientX: x, clientY: at.top + 10 }));
                    (async () => {
                      const rest = await frames(120);
                      point("pointerdown", at.left + 5, cue);
                      let step = 0, going = true, work = 0;
                      const drag = () => { if (!going) { return; } const begun = performance.now();
                        point("pointermove", at.left + 300 + 250 * Math.sin(step++ / 12), document.body);
                        work += performance.now() - begun; requestAnimationFrame(drag); };
                      requestAnimationFrame(drag);
                      const dragged = await frames(240);
                      going = false;
                      document.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape", bubbles: true }));
                      done([middle(dragged, 0.5), middle(dragged, 0.95), middle(rest, 0.5), work / step].map(time => time.toFixed(2)).join(" "));
                    })();
                    """
            )
        );
    }
}
