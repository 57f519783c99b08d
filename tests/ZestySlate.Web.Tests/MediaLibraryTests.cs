using System.Net;
using System.Net.Http.Headers;
using System.Text;
using Microsoft.Extensions.Configuration;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Tests;

/// <summary>The media library over HTTP: what is taken, what is refused and how, and what is never fetched.</summary>
public sealed class MediaLibraryTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static async Task<HttpResponseMessage> UploadAsync(HttpClient teacher, string name, byte[] bytes)
    {
        var form = new MultipartFormDataContent { { new ByteArrayContent(bytes), "file", name } };
        var request = new HttpRequestMessage(HttpMethod.Post, "/media-library/files") { Content = form };
        request.Headers.Add(
            "X-Slate-Proof",
            SlateHost.Find(await teacher.GetStringAsync("/media-library", Stop), "data-proof=\"([^\"]+)\"")
        );
        return await teacher.SendAsync(request, Stop);
    }

    [Theory]
    [InlineData("evil.png", "MZ this is a program", "by its content it is none of PNG, JPEG")]
    [InlineData("page.svg", "<html><script>alert(1)</script></html>", "by its content it is none of")]
    [InlineData("broken.svg", "<svg xmlns='http://www.w3.org/2000/svg'><g></svg>", "is not a drawing that can be read")]
    [InlineData("nothing.jpg", "", "is empty")]
    public async Task What_cannot_be_used_is_refused_by_name(string name, string content, string words)
    {
        var reply = await UploadAsync(await host.TeacherAsync("mireille"), name, Encoding.UTF8.GetBytes(content));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        var said = await reply.Content.ReadAsStringAsync(Stop);
        Assert.Contains(words, said);
        Assert.Contains($"“{name}”", said);
    }

    [Fact]
    public async Task A_drawing_is_served_without_its_script_and_with_a_policy_that_runs_nothing()
    {
        var mireille = await host.TeacherAsync("mireille");
        var reply = await UploadAsync(
            mireille,
            "mast.svg",
            "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9' onload='alert(1)'>"u8
                .ToArray()
                .Concat("<script>alert(2)</script><path id='mast' d='M4 0v9'/></svg>"u8.ToArray())
                .ToArray()
        );
        var id = SlateHost.Find(await reply.Content.ReadAsStringAsync(Stop), "\"id\":\"([^\"]+)\"");
        var hash = SlateHost.Find(await mireille.GetStringAsync($"/media-library/{id}", Stop), "/media/([0-9a-f]{64})");
        var served = await host.Visitor().GetAsync($"/media/{hash}", Stop);
        Assert.Equal("image/svg+xml", served.Content.Headers.ContentType!.MediaType);
        Assert.Contains("script-src 'self'", served.Headers.GetValues("Content-Security-Policy").Single());
        var drawing = await served.Content.ReadAsStringAsync(Stop);
        Assert.Contains("mast", drawing);
        Assert.DoesNotContain("alert", drawing, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_sound_can_be_played_from_any_place_in_it()
    {
        var ines = await host.TeacherAsync("ines");
        var html = await ines.GetStringAsync("/a/watchroom", Stop);
        var request = new HttpRequestMessage(HttpMethod.Get, "/media/" + SlateHost.Find(html, "data-ambient=\"/media/([0-9a-f]{64})\""));
        request.Headers.Range = new RangeHeaderValue(100, 199);
        var part = await host.Visitor().SendAsync(request, Stop);
        Assert.Equal(
            (HttpStatusCode.PartialContent, 100L, "audio/wav"),
            (part.StatusCode, part.Content.Headers.ContentLength, part.Content.Headers.ContentType!.MediaType)
        );
    }

    [Fact]
    public async Task Names_and_words_are_kept_and_the_uses_are_named()
    {
        var ines = await host.TeacherAsync("ines");
        var id = SlateHost.Find(await ines.GetStringAsync("/media-library?words=wall-chart", Stop), "/media-library/([a-z0-9]+)\"><");
        await ines.PostFormAsync(
            $"/media-library/{id}",
            $"/media-library/{id}?handler=words",
            ("seen", await SeenAsync(ines, id)),
            ("name", "Wall chart of the Sound"),
            ("folder", "Charts / Sea"),
            ("tags", "chart, sea, chart"),
            ("alternativeText", "A chart"),
            ("credit", "Weather School"),
            ("licence", "CC BY 4.0")
        );
        var page = WebUtility.HtmlDecode(await ines.GetStringAsync($"/media-library/{id}", Stop));
        Assert.Contains("value=\"Charts/Sea\"", page);
        Assert.Contains("value=\"chart, sea\"", page);
        Assert.Contains("Inside the watch room", page);
        Assert.Contains("The silent beacon", page);
    }

    private static async Task<string> SeenAsync(HttpClient teacher, string id) =>
        SlateHost.Find(await teacher.GetStringAsync($"/media-library/{id}", Stop), "name=\"seen\" value=\"(\\d+)\"");

    [Fact]
    public async Task Words_of_a_page_that_is_old_by_now_write_over_nothing_and_stay_in_its_fields()
    {
        var ines = await host.TeacherAsync("ines");
        var id = SlateHost.Find(await ines.GetStringAsync("/media-library?words=height-board", Stop), "/media-library/([a-z0-9]+)\"><");
        var seen = await SeenAsync(ines, id);
        Task<HttpResponseMessage> SayAsync(string name, string alternativeText, string of) =>
            ines.PostFormAsync(
                $"/media-library/{id}",
                $"/media-library/{id}?handler=words",
                ("seen", of),
                ("name", name),
                ("alternativeText", alternativeText)
            );
        await SayAsync("Pole", "A pole with metres on it", seen);
        var late = WebUtility.HtmlDecode(await (await SayAsync("Tide staff", "", seen)).Content.ReadAsStringAsync(Stop));
        Assert.Contains("changed meanwhile in another tab", late);
        Assert.Contains("the name “Pole”, alternative text “A pole with metres on it”.", late);
        Assert.Contains("value=\"Tide staff\"", late);
        Assert.Contains("A pole with metres on it", WebUtility.HtmlDecode(await ines.GetStringAsync($"/media-library/{id}", Stop)));

        // Saved once more it is meant.
        await SayAsync("Tide staff", "", await SeenAsync(ines, id));
        Assert.Contains("value=\"Tide staff\"", await ines.GetStringAsync($"/media-library/{id}", Stop));
    }

    [Theory]
    [InlineData("127.0.0.1")]
    [InlineData("10.1.2.3")]
    [InlineData("172.31.255.255")]
    [InlineData("192.168.0.9")]
    [InlineData("169.254.169.254")]
    [InlineData("100.64.0.1")]
    [InlineData("0.0.0.0")]
    [InlineData("224.0.0.1")]
    [InlineData("::1")]
    [InlineData("fe80::1")]
    [InlineData("fc00::1")]
    [InlineData("::ffff:10.0.0.1")]
    [InlineData("64:ff9b::a00:1")]
    [InlineData("2002:a00:1::")]
    [InlineData("::127.0.0.1")]
    [InlineData("2001:0:4136:e378::1")]
    public void Addresses_inside_are_told_from_those_outside(string address) =>
        Assert.True(AddressFetcher.IsInside(IPAddress.Parse(address)));

    [Theory]
    [InlineData("172.32.0.1")]
    [InlineData("8.8.8.8")]
    [InlineData("2606:4700::1111")]
    public void Addresses_outside_may_be_fetched_from(string address) => Assert.False(AddressFetcher.IsInside(IPAddress.Parse(address)));

    [Fact]
    public async Task Nothing_is_fetched_from_inside_not_even_through_a_redirect_unless_the_host_is_named()
    {
        using var inside = new HttpListener();
        var port = 20000 + Random.Shared.Next(20000);
        inside.Prefixes.Add($"http://127.0.0.1:{port}/");
        inside.Start();
        _ = Task.Run(
            async () =>
            {
                while (inside.IsListening)
                {
                    var asked = await inside.GetContextAsync();
                    asked.Response.Headers["X-Frame-Options"] = "DENY";
                    if (asked.Request.Url!.AbsolutePath == "/away")
                    {
                        asked.Response.Redirect($"http://localhost:{port}/secret.txt");
                    }
                    else
                    {
                        asked.Response.OutputStream.Write("from inside"u8);
                    }

                    asked.Response.Close();
                }
            },
            Stop
        );
        AddressFetcher Fetcher(params string[] allowed) =>
            new(
                new ConfigurationBuilder()
                    .AddInMemoryCollection(allowed.Select((name, i) => KeyValuePair.Create($"Fetch:AllowedHosts:{i}", (string?)name)))
                    .Build()
            );

        foreach (var name in new[] { "127.0.0.1", "localhost", "[::1]", "0x7f000001", "127.1" })
        {
            Assert.False((await Fetcher().FileAsync($"http://{name}:{port}/secret.txt", Stop)).Succeeded, name);
        }

        Assert.Contains(
            "inside this machine's own network",
            (await Fetcher().FileAsync($"http://127.0.0.1:{port}/secret.txt", Stop)).Refusal
        );
        Assert.Contains(
            "inside this machine's own network",
            (await Fetcher($"127.0.0.1:{port}").FileAsync($"http://127.0.0.1:{port}/away", Stop)).Refusal
        );
        Assert.Equal(
            "from inside",
            Encoding.UTF8.GetString((await Fetcher($"127.0.0.1:{port}").FileAsync($"http://127.0.0.1:{port}/secret.txt", Stop)).Value.Bytes)
        );
        Assert.True(await Fetcher($"127.0.0.1:{port}").ForbidsFramesAsync($"http://127.0.0.1:{port}/", Stop));
        Assert.Null(await Fetcher().ForbidsFramesAsync($"http://127.0.0.1:{port}/", Stop));
        inside.Stop();
    }
}
