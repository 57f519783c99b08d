using System.IO.Compression;
using System.Net;
using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

public sealed class SecurityTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    public static TheoryData<string> Pages =>
        [
            "/sign-in",
            "/join",
            "/a/garden",
            "/library",
            "/new",
            "/author/garden",
            "/author/garden/publish",
            "/author/garden/results",
            "/classes",
            "/media-library",
            "/no-such-page",
        ];

    [Theory]
    [InlineData("gzip, br", true)]
    [InlineData("br;q=0.5", true)]
    [InlineData("br;q=0", false)]
    [InlineData("identity", false)]
    public async Task What_ships_with_the_product_is_sent_as_small_as_it_was_built(string accepted, bool small)
    {
        var request = new HttpRequestMessage(HttpMethod.Get, "/dist/learner.css?v=1");
        request.Headers.TryAddWithoutValidation("Accept-Encoding", accepted);
        var reply = await host.Visitor().SendAsync(request, Stop);
        Assert.Equal(
            (HttpStatusCode.OK, "text/css", small),
            (reply.StatusCode, reply.Content.Headers.ContentType!.MediaType, reply.Content.Headers.ContentEncoding.Contains("br"))
        );
        Assert.Contains("immutable", reply.Headers.CacheControl!.ToString());
        Assert.Equal("nosniff", reply.Headers.GetValues("X-Content-Type-Options").Single());
        var bytes = await reply.Content.ReadAsByteArrayAsync(Stop);
        var plain = await File.ReadAllBytesAsync(
            Path.Combine(SlateHost.Root(), "src", "ZestySlate.Web", "wwwroot", "dist", "learner.css"),
            Stop
        );
        using var opened = new MemoryStream();
        await (small ? new BrotliStream(new MemoryStream(bytes), CompressionMode.Decompress) : (Stream)new MemoryStream(bytes)).CopyToAsync(
            opened,
            Stop
        );
        Assert.Equal(plain, opened.ToArray());
    }

    [Theory]
    [MemberData(nameof(Pages))]
    public async Task Every_page_has_a_strict_policy_and_keeps_to_it(string page)
    {
        var reply = await (await host.TeacherAsync("ines")).GetAsync(page, Stop);
        var policy = reply.Headers.GetValues("Content-Security-Policy").Single();
        Assert.Contains("default-src 'none'", policy);
        Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
        Assert.Contains(page.StartsWith("/a/", StringComparison.Ordinal) ? "frame-ancestors 'self'" : "frame-ancestors 'none'", policy);
        Assert.Equal("nosniff", reply.Headers.GetValues("X-Content-Type-Options").Single());

        var html = await reply.Content.ReadAsStringAsync(Stop);
        Assert.DoesNotMatch(@"<[a-z][^>]*\sstyle=", html);
        Assert.DoesNotMatch(@"<[a-z][^>]*\son[a-z]+=""", html);
        Assert.DoesNotMatch(@"<script(?![^>]*\ssrc=)", html);
        var nonce = SlateHost.Find(policy, "'nonce-([^']+)'");
        Assert.All(Regex.Matches(html, "<style[^>]*>").Select(match => WebUtility.HtmlDecode(match.Value)), style =>
            Assert.Contains(nonce, style)
        );
        Assert.DoesNotMatch(@"(src|href)=""(https?:)?//", Regex.Replace(html, "<a [^>]*>|<link rel=\"(canonical|alternate)\"[^>]*>", ""));
    }

    [Theory]
    [InlineData("/author/garden/edit")]
    [InlineData("/author/garden/undo")]
    [InlineData("/author/garden/media")]
    [InlineData("/author/garden/reuse")]
    [InlineData("/media-library/files")]
    [InlineData("/media-library/fetch")]
    [InlineData("/media-library/several")]
    [InlineData("/author/garden/trial")]
    [InlineData("/author/garden/publish?handler=Publish")]
    [InlineData("/classes")]
    [InlineData("/new")]
    [InlineData("/sign-in")]
    [InlineData("/sign-out")]
    [InlineData("/join")]
    [InlineData("/a/garden?handler=begin")]
    [InlineData("/a/garden?handler=again")]
    public async Task A_post_without_proof_is_refused(string address)
    {
        var client = await host.TeacherAsync("ines");
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (
                await client.PostAsync(
                    address,
                    new FormUrlEncodedContent([KeyValuePair.Create("edit", "title"), KeyValuePair.Create("title", "Stolen")]),
                    Stop
                )
            ).StatusCode
        );
        Assert.DoesNotContain("Stolen", await client.GetStringAsync("/author/garden", Stop));
    }

    [Fact]
    public async Task A_learners_event_without_proof_is_refused()
    {
        var client = await host.LinkVisitorAsync();
        var events = SlateHost.Find(await client.GetStringAsync("/a/garden", Stop), "data-events=\"([^\"]+)\"");
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (
                await client.PostAsync(
                    events,
                    new FormUrlEncodedContent([KeyValuePair.Create("act", "handIn"), KeyValuePair.Create("event", "x")]),
                    Stop
                )
            ).StatusCode
        );
        Assert.DoesNotContain("data-handed-in", await client.GetStringAsync("/a/garden", Stop));
    }

    [Fact]
    public async Task Another_sessions_proof_does_not_do()
    {
        var ines = await host.TeacherAsync("ines");
        var theirs = SlateHost.Find(
            await (await host.TeacherAsync("mireille")).GetStringAsync("/new", Stop),
            "name=\"proof\" type=\"hidden\" value=\"([^\"]+)\""
        );
        var reply = await ines.PostAsync(
            "/author/garden/undo",
            new FormUrlEncodedContent([KeyValuePair.Create("version", "1"), KeyValuePair.Create("proof", theirs)]),
            Stop
        );
        Assert.Equal(HttpStatusCode.BadRequest, reply.StatusCode);
    }

    [Fact]
    public async Task Wrong_passwords_are_counted_and_the_message_tells_nothing()
    {
        var client = host.Visitor();
        async Task<string> TryAsync(string email, string password) =>
            await (await client.PostFormAsync("/sign-in", "/sign-in", ("Email", email), ("Password", password))).Content.ReadAsStringAsync(
                Stop
            );
        var unknown = await TryAsync("nobody@gannetpoint.example", "x");
        var wrong = await TryAsync("mireille.osei@gannetpoint.example", "x");
        Assert.Contains("do not belong together", unknown);
        Assert.Contains("do not belong together", wrong);
    }

    [Fact]
    public async Task After_many_wrong_passwords_even_the_right_one_has_to_wait()
    {
        var person = await host.WithAsync(
            async (Microsoft.AspNetCore.Identity.UserManager<Storage.People.Person> people) =>
            {
                var made = new Storage.People.Person
                {
                    UserName = "locked@gannetpoint.example",
                    Email = "locked@gannetpoint.example",
                    DisplayName = "Locked",
                };
                await people.CreateAsync(made, SlateHost.Password);
                return made;
            }
        );
        var client = host.Visitor();
        for (var i = 0; i < 8; i++)
        {
            await client.PostFormAsync("/sign-in", "/sign-in", ("Email", person.Email!), ("Password", "wrong"));
        }

        var reply = await client.PostFormAsync("/sign-in", "/sign-in", ("Email", person.Email!), ("Password", SlateHost.Password));
        Assert.Contains("Wait five minutes", await reply.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task Sign_in_does_not_lead_to_other_sites()
    {
        var client = host.Visitor();
        var reply = await client.PostFormAsync(
            "/sign-in",
            "/sign-in",
            ("Email", "ines.halloran@gannetpoint.example"),
            ("Password", SlateHost.Password),
            ("ReturnUrl", "https://elsewhere.example/")
        );
        Assert.Equal("/", reply.Headers.Location!.OriginalString);
    }

    [Fact]
    public async Task What_an_author_types_is_sanitised_before_it_is_stored()
    {
        var client = await host.TeacherAsync("ines");
        var record = await host.WithAsync(async (ActivityStore store) => (await store.DraftAsync("garden"))!.Record);
        await client.PostFormAsync(
            "/author/garden",
            "/author/garden/edit",
            ("edit", "note"),
            ("spot", "gauge"),
            ("title", "<b>Gauge</b>"),
            ("text", "<p>Rain<script>alert(1)</script><img src=x onerror=alert(1)></p>"),
            ("version", record.Version.ToString())
        );
        var draft = await host.WithAsync(async (ActivityStore store) => (await store.DraftAsync("garden"))!);
        var note = (Note)draft.Document.SpotOf("gauge")!.Content;
        Assert.Equal("<p>Rain</p>", note.Text.Html);
        Assert.Contains("&lt;b&gt;Gauge&lt;/b&gt;", await client.GetStringAsync("/author/garden", Stop));
        await client.PostFormAsync("/author/garden", "/author/garden/undo", ("version", draft.Record.Version.ToString()));
    }

    [Fact]
    public async Task A_session_in_the_address_that_is_not_known_has_ended()
    {
        var reply = await host.Visitor().GetAsync("/s/madeup/a/garden", Stop);
        Assert.Equal(HttpStatusCode.Forbidden, reply.StatusCode);
        Assert.Contains("This session has ended", await reply.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task A_missing_page_says_so_without_a_trace()
    {
        var reply = await host.Visitor().GetAsync("/a/nothing", Stop);
        Assert.Equal(HttpStatusCode.NotFound, reply.StatusCode);
        Assert.Contains("There is no published activity at this address", await reply.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task The_application_says_that_it_is_well() =>
        Assert.Equal("Healthy", await host.Visitor().GetStringAsync("/health", Stop));
}
