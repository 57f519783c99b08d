using System.Net;
using System.Text.Json;
using SkiaSharp;
using ZestySlate.Core;
using ZestySlate.Core.Embedding;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Embedding;

namespace ZestySlate.Web.Tests;

/// <summary>Activities on other people's pages: who may show them, what a visitor can do there, what others are told.</summary>
public sealed class EmbeddingTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>A copy of the garden of its own, published and open to whom.</summary>
    private async Task<string> OpenAsync(Visibility visibility, bool publish = true) =>
        await host.WithAsync(
            async (ActivityStore store) =>
            {
                var garden = (await store.DraftAsync("garden"))!;
                var draft = await store.CreateAsync(garden.Record.OwnerId, garden.Document);
                if (publish)
                {
                    await store.PublishAsync(draft.Record.Id, garden.Record.OwnerId);
                }

                await store.SetVisibilityAsync(draft.Record.Id, visibility);
                return draft.Record.Id;
            }
        );

    private static string AncestorsOf(HttpResponseMessage reply) =>
        reply.Headers.GetValues("Content-Security-Policy").Single().Split("frame-ancestors ")[1];

    private static FormUrlEncodedContent Form(params (string Name, string Value)[] fields) =>
        new(fields.Select(field => KeyValuePair.Create(field.Name, field.Value)));

    private async Task<string> VisitAsync(string id, params (string Name, string Value)[] more)
    {
        var begun = await host.Visitor().PostAsync($"/embed/{id}?handler=Begin", Form([("name", "Framed Finn"), .. more]), Stop);
        Assert.Equal(HttpStatusCode.Redirect, begun.StatusCode);
        return begun.Headers.Location!.OriginalString;
    }

    [Fact]
    public async Task A_visitor_works_without_any_cookie_and_goes_on_where_they_were()
    {
        var id = await OpenAsync(Visibility.Link);
        var address = await VisitAsync(id);
        var visitor = host.Visitor();
        var page = await visitor.GetAsync(address, Stop);
        Assert.Equal("*", AncestorsOf(page));
        Assert.False(page.Headers.Contains("Set-Cookie"));
        var html = await page.Content.ReadAsStringAsync(Stop);
        var events = SlateHost.Find(html, "data-events=\"([^\"]+)\"");
        Assert.StartsWith(address[..address.IndexOf("/a/", StringComparison.Ordinal)], events, StringComparison.Ordinal);
        var taken = await visitor.PostAsync(
            events,
            Form(("act", "open"), ("spot", "shelter"), ("event", Ids.New()), ("proof", SlateHost.Find(html, "data-proof=\"([^\"]+)\""))),
            Stop
        );
        Assert.True(taken.IsSuccessStatusCode || taken.StatusCode == HttpStatusCode.Redirect, $"{taken.StatusCode}");

        // The device remembers the visit: the same session, no other person.
        var token = address.Split('/')[2];
        var on = await host.Visitor().PostAsync($"/embed/{id}?handler=GoOn", Form(("token", token)), Stop);
        Assert.Equal(address, on.Headers.Location!.OriginalString);
        foreach (var wrong in new[] { "", "nonsense", new string('x', 300) })
        {
            var gate = await host.Visitor().PostAsync($"/embed/{id}?handler=GoOn", Form(("token", wrong)), Stop);
            Assert.Contains("data-forget=\"yes\"", await gate.Content.ReadAsStringAsync(Stop), StringComparison.Ordinal);
        }

        var other = await OpenAsync(Visibility.Link);
        var elsewhere = await host.Visitor().PostAsync($"/embed/{other}?handler=GoOn", Form(("token", token)), Stop);
        Assert.Equal(HttpStatusCode.OK, elsewhere.StatusCode);
    }

    [Fact]
    public async Task It_begins_where_the_code_says_and_without_its_title_line()
    {
        var scene = await host.WithAsync(async (ActivityStore store) => (await store.DraftAsync("watchroom"))!.Document.Scenes[1].Id);
        var address = await VisitAsync("watchroom", ("scene", scene), ("bare", "True"));
        var html = await host.Visitor().GetStringAsync(address, Stop);
        Assert.Contains($"data-scene=\"{scene}\"", html, StringComparison.Ordinal);
        Assert.Contains("learn-head sr-only", html, StringComparison.Ordinal);

        // A scene that is none, or may not be entered yet, is passed over.
        Assert.Contains(
            "data-scene=",
            await host.Visitor().GetStringAsync(await VisitAsync("watchroom", ("scene", "none")), Stop),
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(Visibility.Private, HttpStatusCode.Forbidden, "private")]
    [InlineData(Visibility.ClassOnly, HttpStatusCode.Forbidden, "for a class")]
    [InlineData(Visibility.School, HttpStatusCode.Forbidden, "for a class")]
    public async Task What_is_not_open_says_so_in_the_frame(Visibility visibility, HttpStatusCode status, string words)
    {
        var id = await OpenAsync(visibility);
        var card = await host.Visitor().GetAsync($"/embed/{id}", Stop);
        Assert.Equal(status, card.StatusCode);
        Assert.Equal("*", AncestorsOf(card));
        Assert.Contains(words, await card.Content.ReadAsStringAsync(Stop), StringComparison.Ordinal);
        var begun = await host.Visitor().PostAsync($"/embed/{id}?handler=Begin", Form(("name", "Finn")), Stop);
        Assert.Equal(status, begun.StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Visitor().GetAsync($"/a/{id}/card/1/1200.png", Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, await OEmbedStatusAsync($"http://localhost/a/{id}"));
        Assert.DoesNotContain("og:title", await (await host.Visitor().GetAsync($"/a/{id}", Stop)).Content.ReadAsStringAsync(Stop));
    }

    [Theory]
    [InlineData(Visibility.Link, true)]
    [InlineData(Visibility.Private, false)]
    public async Task Its_author_sees_how_a_link_looks_where_it_is_shared(Visibility visibility, bool shown)
    {
        var id = await OpenAsync(visibility);
        var page = await (await host.TeacherAsync("ines")).GetStringAsync($"/author/{id}/publish", Stop);
        Assert.Equal(shown, page.Contains($"src=\"/a/{id}/card/1/1200.png\"", StringComparison.Ordinal));
    }

    [Fact]
    public async Task What_was_withdrawn_or_never_was_is_a_card_with_words()
    {
        var binned = await OpenAsync(Visibility.Link);
        await host.WithAsync(
            async (ActivityLibrary library) =>
            {
                var owner = await host.DbAsync(async db => (await db.Activities.FindAsync(binned))!.OwnerId);
                await library.BinAsync(owner, [binned]);
                return true;
            }
        );
        foreach (var id in new[] { binned, "nothing-here", await OpenAsync(Visibility.Link, publish: false) })
        {
            var card = await host.Visitor().GetAsync($"/embed/{id}", Stop);
            Assert.Equal((HttpStatusCode.NotFound, "*"), (card.StatusCode, AncestorsOf(card)));
            Assert.Contains("no published activity", await card.Content.ReadAsStringAsync(Stop), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Who_may_frame_it_is_held_on_the_gate_and_on_every_page_of_the_visit()
    {
        var id = await OpenAsync(Visibility.Link);
        var address = await VisitAsync(id);
        await host.WithAsync(
            async (Embeddings embeddings) =>
            {
                await embeddings.SetAsync(id, new FrameRule(Framing.Listed, ["https://courses.example"]));
                return true;
            }
        );
        foreach (var page in new[] { $"/embed/{id}", address, address + "/credits" })
        {
            Assert.Equal("'self' https://courses.example", AncestorsOf(await host.Visitor().GetAsync(page, Stop)));
        }

        // What is inserted in it has a rule of its own, and pages of teachers are in nobody's frame.
        Assert.Equal("*", AncestorsOf(await host.Visitor().GetAsync(address[..^id.Length] + "garden", Stop)));
        Assert.Equal("'none'", AncestorsOf(await host.Visitor().GetAsync("/library", Stop)));
        Assert.Equal("'self'", AncestorsOf(await host.Visitor().GetAsync($"/a/{id}", Stop)));

        await host.WithAsync(
            async (Embeddings embeddings) =>
            {
                await embeddings.SetAsync(id, new FrameRule(Framing.Nobody, []));
                return true;
            }
        );
        Assert.Equal("'none'", AncestorsOf(await host.Visitor().GetAsync($"/embed/{id}", Stop)));
        Assert.Equal(HttpStatusCode.Unauthorized, await OEmbedStatusAsync($"http://localhost/a/{id}"));
        Assert.DoesNotContain("oembed", await host.Visitor().GetStringAsync($"/a/{id}", Stop), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_author_chooses_a_code_and_who_may_show_it_and_a_colleague_does_not()
    {
        var ines = await host.TeacherAsync("ines");
        var id = await OpenAsync(Visibility.Link);
        var fragment = await ines.GetStringAsync($"/author/{id}/publish?handler=Embed&size=small&bare=true", Stop);
        Assert.Contains("width=&quot;480&quot;", fragment, StringComparison.Ordinal);
        Assert.Contains($"/embed/{id}?bare=true", fragment, StringComparison.Ordinal);
        var page = $"/author/{id}/publish";
        var wrong = await ines.PostFormAsync(page, $"{page}?handler=Framing", ("by", "Listed"), ("sites", "courses.example\nno;site"));
        Assert.Contains("“no;site”", WebUtility.HtmlDecode(await wrong.Content.ReadAsStringAsync(Stop)), StringComparison.Ordinal);
        var none = await ines.PostFormAsync(page, $"{page}?handler=Framing", ("by", "Listed"), ("sites", " "));
        Assert.Contains("Name a site", await none.Content.ReadAsStringAsync(Stop), StringComparison.Ordinal);
        await ines.PostFormAsync(page, $"{page}?handler=Framing", ("by", "Listed"), ("sites", "courses.example"));
        foreach (var by in new[] { "", "77", "Everybody" })
        {
            var nothing = await ines.PostFormAsync(page, $"{page}?handler=Framing", ("by", by), ("sites", ""));
            Assert.Contains("Choose whose pages", await nothing.Content.ReadAsStringAsync(Stop), StringComparison.Ordinal);
        }

        Assert.Equal("'self' https://courses.example", AncestorsOf(await host.Visitor().GetAsync($"/embed/{id}", Stop)));
    }

    private async Task<HttpStatusCode> OEmbedStatusAsync(string url, string more = "") =>
        (await host.Visitor().GetAsync($"/oembed?url={Uri.EscapeDataString(url)}{more}", Stop)).StatusCode;

    [Theory]
    [InlineData("http://elsewhere.example/a/garden", "", HttpStatusCode.NotFound)]
    [InlineData("ftp://localhost/a/garden", "", HttpStatusCode.NotFound)]
    [InlineData("javascript:alert(1)", "", HttpStatusCode.NotFound)]
    [InlineData("http://localhost/library", "", HttpStatusCode.NotFound)]
    [InlineData("http://localhost/a/nothing-here", "", HttpStatusCode.NotFound)]
    [InlineData("", "", HttpStatusCode.BadRequest)]
    [InlineData("http://localhost/a/garden", "&format=yaml", HttpStatusCode.NotImplemented)]
    [InlineData("http://localhost/a/garden", "&maxwidth=wide", HttpStatusCode.BadRequest)]
    [InlineData("http://localhost/a/garden", "&maxwidth=0", HttpStatusCode.BadRequest)]
    [InlineData("http://localhost/a/garden", "&maxheight=-5", HttpStatusCode.BadRequest)]
    [InlineData("http://localhost/a/garden", "&maxheight=99999999999999", HttpStatusCode.BadRequest)]
    [InlineData("http://localhost/a/garden/", "&maxheight=1&format=json", HttpStatusCode.OK)]
    [InlineData("http://localhost/embed/garden?scene=x", "&format=xml", HttpStatusCode.OK)]
    public async Task What_is_asked_is_answered_as_the_standard_says(string url, string more, HttpStatusCode status) =>
        Assert.Equal(status, await OEmbedStatusAsync(url, more));

    [Fact]
    public async Task Nothing_is_larger_than_asked_for_and_the_thumbnail_is_as_large_as_it_says()
    {
        foreach (
            var (asked, width, thumbnail) in new (int, int, int?)[]
            {
                (5000, 960, 1200),
                (1199, 960, 600),
                (300, 300, 300),
                (299, 299, null),
            }
        )
        {
            using var answer = JsonDocument.Parse(
                await host.Visitor().GetStringAsync($"/oembed?url=http://localhost/a/garden&maxwidth={asked}", Stop)
            );
            Assert.Equal(width, answer.RootElement.GetProperty("width").GetInt32());
            if (thumbnail is null)
            {
                Assert.False(answer.RootElement.TryGetProperty("thumbnail_url", out _));
                continue;
            }

            var address = new Uri(answer.RootElement.GetProperty("thumbnail_url").GetString()!).AbsolutePath;
            using var picture = SKBitmap.Decode(await host.Visitor().GetByteArrayAsync(address, Stop));
            Assert.Equal((thumbnail.Value, answer.RootElement.GetProperty("thumbnail_height").GetInt32()), (picture.Width, picture.Height));
        }

        Assert.Equal(HttpStatusCode.NotFound, (await host.Visitor().GetAsync("/a/garden/card/1/777.png", Stop)).StatusCode);
    }

    [Fact]
    public async Task A_school_bounds_what_its_teachers_allow()
    {
        var tobiah = await host.TeacherAsync("tobiah");
        var id = await OpenAsync(Visibility.Link);
        var school = await host.DbAsync(async db =>
            (await db.Users.FindAsync((await db.Activities.FindAsync(id))!.OwnerId))!.SchoolId!.Value
        );
        await tobiah.PostFormAsync(
            "/keeper/schools",
            "/keeper/schools?handler=Framing",
            ("school", $"{school}"),
            ("by", "Nobody"),
            ("sites", "")
        );
        try
        {
            Assert.Equal("'none'", AncestorsOf(await host.Visitor().GetAsync($"/embed/{id}", Stop)));
        }
        finally
        {
            await tobiah.PostFormAsync(
                "/keeper/schools",
                "/keeper/schools?handler=Framing",
                ("school", $"{school}"),
                ("by", "Anyone"),
                ("sites", "")
            );
        }

        Assert.Equal("*", AncestorsOf(await host.Visitor().GetAsync($"/embed/{id}", Stop)));
    }
}
