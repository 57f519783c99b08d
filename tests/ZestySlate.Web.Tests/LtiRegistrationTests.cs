using System.Net;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>Course sites that register themselves, are read from a configuration, or typed; and keys of our own.</summary>
[Collection("course site")]
public sealed class LtiRegistrationTests(SlateHost host) : LtiHarness(host)
{
    private const string Configuration = "http://anew.example/.well-known/openid-configuration";

    private Dictionary<string, object?> _said = Said();

    private static Dictionary<string, object?> Said() =>
        new()
        {
            ["issuer"] = "http://anew.example",
            ["authorization_endpoint"] = "http://anew.example/authorize",
            ["token_endpoint"] = "http://anew.example/token",
            ["jwks_uri"] = "http://anew.example/keys",
            ["registration_endpoint"] = "http://anew.example/register",
            ["authorization_server"] = "http://anew.example/server",
            ["https://purl.imsglobal.org/spec/lti-platform-configuration"] = new { product_family_code = "anew courses" },
        };

    private void Answers(HttpStatusCode status, object answer) =>
        Services = request =>
            request.RequestUri!.ToString() == Configuration ? Json(_said)
            : request.RequestUri.AbsolutePath == "/register"
                ? new HttpResponseMessage(status) { Content = new StringContent(JsonSerializer.Serialize(answer)) }
            : null;

    private async Task<string> LinkAsync()
    {
        var keeper = await Host.TeacherAsync("tobiah");
        var page = await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Link");
        return new Uri(
            SlateHost.Find(await page.Content.ReadAsStringAsync(Stop), "value=\"([^\"]+/lti/register\\?key=[^\"]+)\"")
        ).PathAndQuery;
    }

    private async Task<string> RegisterAsync(string link, string configuration = Configuration, string? token = "one-time")
    {
        var key = link[(link.IndexOf('=') + 1)..];
        var reply = await Host.Visitor()
            .PostAsync(
                "/lti/register",
                new FormUrlEncodedContent(
                    new Dictionary<string, string>
                    {
                        ["key"] = key,
                        ["openid_configuration"] = configuration,
                        ["registration_token"] = token ?? "",
                    }
                ),
                Stop
            );
        return WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop));
    }

    private Task<CourseSiteRecord?> AnewAsync() =>
        Host.DbAsync(db => db.CourseSites.AsNoTracking().SingleOrDefaultAsync(s => s.Issuer == "http://anew.example", Stop));

    private Task ForgetAsync() => Host.DbAsync(db => db.CourseSites.Where(s => s.Issuer == "http://anew.example").ExecuteDeleteAsync(Stop));

    [Fact]
    public async Task A_course_site_registers_itself_by_an_address_that_is_good_once()
    {
        Answers(
            HttpStatusCode.OK,
            new Dictionary<string, object>
            {
                ["client_id"] = "c-77",
                ["https://purl.imsglobal.org/spec/lti-tool-configuration"] = new { deployment_id = "d-1" },
            }
        );
        var link = await LinkAsync();
        var asks = await Host.Visitor()
            .GetStringAsync($"{link}&openid_configuration={Uri.EscapeDataString(Configuration)}&registration_token=t", Stop);
        Assert.Contains("anew.example", asks);
        Assert.Contains("“anew courses” is registered", await RegisterAsync(link));

        var asked = Host.Outside.Calls.Single(call => call.Address.EndsWith("/register", StringComparison.Ordinal));
        var sent = JsonDocument.Parse(asked.Body).RootElement;
        Assert.Equal("http://localhost/lti/launch", sent.GetProperty("redirect_uris")[0].GetString());
        Assert.Equal("private_key_jwt", sent.GetProperty("token_endpoint_auth_method").GetString());
        Assert.Contains(LtiNames.ScoreScope, sent.GetProperty("scope").GetString());
        var anew = (await AnewAsync())!;
        Assert.Equal(
            ("c-77", "d-1", "http://anew.example/server", "http://anew.example/keys"),
            (anew.ClientId, anew.Deployments, anew.TokenAudience, anew.KeySetUrl)
        );

        Assert.Contains("not good any more", await RegisterAsync(link));
        Assert.Contains("not good any more", await Host.Visitor().GetStringAsync(link, Stop));

        // Once more: the same registration is brought up to date, its further deployments with it.
        Answers(
            HttpStatusCode.OK,
            new Dictionary<string, object>
            {
                ["client_id"] = "c-77",
                ["https://purl.imsglobal.org/spec/lti-tool-configuration"] = new { deployment_id = "d-2" },
            }
        );
        await RegisterAsync(await LinkAsync());
        Assert.Equal((anew.Id, "d-1 d-2"), ((await AnewAsync())!.Id, (await AnewAsync())!.Deployments));
        await ForgetAsync();
    }

    [Fact]
    public async Task What_cannot_be_registered_is_told_and_leaves_nothing()
    {
        Answers(HttpStatusCode.OK, new { client_id = "c" });
        foreach (var missing in new[] { "issuer", "token_endpoint", "jwks_uri", "registration_endpoint" })
        {
            _said = Said();
            _said[missing] = missing == "jwks_uri" ? "ftp://anew.example" : 7;
            Assert.Contains(
                missing == "registration_endpoint" ? "lets no tool register" : "lacks something",
                await RegisterAsync(await LinkAsync())
            );
        }

        _said = Said();
        _said["issuer"] = "http://other.example";
        Assert.Contains("issuer of another place", await RegisterAsync(await LinkAsync()));
        _said = Said();
        Assert.Contains("does not say where its configuration is", await RegisterAsync(await LinkAsync(), "javascript:alert(1)"));
        Assert.Contains("answered 404", await RegisterAsync(await LinkAsync(), "http://anew.example/nothing"));
        Assert.Contains("not good any more", await RegisterAsync("/lti/register?key=guessed"));
        Assert.Contains("Give this whole address", await Host.Visitor().GetStringAsync(await LinkAsync(), Stop));
        Answers(HttpStatusCode.BadRequest, new { error = "invalid_token" });
        Assert.Contains("did not register us: it answered 400", await RegisterAsync(await LinkAsync(), token: "a\r\nb"));
        Answers(HttpStatusCode.OK, new { client_id = 9 });
        Assert.Contains("named no client id", await RegisterAsync(await LinkAsync()));
        Assert.Null(await AnewAsync());
    }

    [Fact]
    public async Task The_fields_are_filled_from_a_configuration_and_tried()
    {
        Answers(HttpStatusCode.OK, new { });
        var keeper = await Host.TeacherAsync("tobiah");
        foreach (var pasted in new[] { Configuration, JsonSerializer.Serialize(Said()) })
        {
            var filled = WebUtility.HtmlDecode(
                await (
                    await keeper.PostFormAsync(
                        "/keeper/course-sites",
                        "/keeper/course-sites?handler=Read",
                        ("configuration", pasted),
                        ("Site.ClientId", "typed")
                    )
                ).Content.ReadAsStringAsync(Stop)
            );
            Assert.Contains("value=\"http://anew.example/token\"", filled);
            Assert.Contains("value=\"typed\"", filled);
            Assert.Contains("Look through them, then keep them", filled);
        }

        Assert.Null(await AnewAsync());
        foreach (
            var (pasted, said) in new[]
            {
                ("{}", "no configuration"),
                ("http://anew.example/nothing", "Nothing could be fetched"),
                ("", "no configuration"),
            }
        )
        {
            var page = await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Read", ("configuration", pasted));
            Assert.Contains(said, await page.Content.ReadAsStringAsync(Stop));
        }

        var site = await Host.DbAsync(db => db.CourseSites.AsNoTracking().SingleAsync(s => s.ClientId == "zesty-slate", Stop));
        Services = request =>
            request.RequestUri!.AbsolutePath == "/lti/token"
            && request.Content!.ReadAsStringAsync(Stop).Result.Contains("contextmembership", StringComparison.Ordinal)
                ? new HttpResponseMessage(HttpStatusCode.BadRequest) { Content = new StringContent("{\"error\":\"invalid_scope\"}") }
                : null;
        var tried = await (
            await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Try", ("id", $"{site.Id}"))
        ).Content.ReadAsStringAsync(Stop);
        Assert.Contains("Its keys can be fetched: <strong>yes</strong>", tried);
        Assert.Contains("a token for grades: <strong>yes</strong>", tried);
        Assert.Contains("a token for members: <strong>no, it gave no access token (invalid_scope)</strong>", tried);
    }

    [Theory]
    [InlineData("https://courses.example", "https://courses.example")]
    [InlineData(
        " https://courses.example/some/page , https://*.portal.example:8443 ",
        "https://courses.example https://*.portal.example:8443"
    )]
    [InlineData("https://courses.example https://COURSES.example", "https://courses.example")]
    [InlineData("https://käse.example", "https://xn--kse-qla.example")]
    [InlineData("", "")]
    [InlineData("courses.example", null)]
    [InlineData("https://*", null)]
    [InlineData("https://*.example", null)]
    [InlineData("*", null)]
    [InlineData("https://a.*.example", null)]
    [InlineData("javascript:alert(1)", null)]
    [InlineData("https://user@courses.example", null)]
    [InlineData("https://courses.example;script-src", null)]
    public void Origins_are_read_as_a_policy_lists_them(string typed, string? list)
    {
        var (read, wrong) = FrameOrigins.Read(typed);
        Assert.Equal((list ?? "", list is null), (read, wrong is not null));
    }

    [Fact]
    public void Origins_are_learnt_only_where_a_keeper_lets_it_and_up_to_a_limit()
    {
        var site = new CourseSiteRecord
        {
            Name = "n",
            Issuer = "i",
            ClientId = "c",
            Deployments = "d",
            AuthorizationEndpoint = "http://courses.example/auth",
            TokenEndpoint = "t",
            KeySetUrl = "k",
        };
        Assert.False(FrameOrigins.Learn(site, "http://courses.example/back", null, "nonsense"));
        Assert.True(FrameOrigins.Learn(site, "http://school.example/back", "http://school.example/other"));
        Assert.Equal("http://school.example", site.Frames);
        for (var at = 0; at < 2 * FrameOrigins.Most; at++)
        {
            FrameOrigins.Learn(site, $"http://s{at}.example/");
        }

        Assert.Equal(FrameOrigins.Most, site.Frames.Split(' ').Length);
        site.LearnsFrames = false;
        site.Frames = "";
        Assert.False(FrameOrigins.Learn(site, "http://school.example/back"));
        Assert.Equal("", site.Frames);
    }

    [Fact]
    public async Task An_old_key_of_ours_is_withdrawn_after_a_time_or_at_once()
    {
        async Task<int> PublishedAsync() =>
            JsonDocument.Parse(await Host.Visitor().GetStringAsync("/lti/keys", Stop)).RootElement.GetProperty("keys").GetArrayLength();
        var keeper = await Host.TeacherAsync("tobiah");
        await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Withdraw");
        Assert.Equal(1, await PublishedAsync());
        await keeper.PostFormAsync("/keeper/course-sites", "/keeper/course-sites?handler=Rotate");
        Assert.Equal(2, await PublishedAsync());

        // The old one is published for thirty days from when the new one took its place.
        async Task AgeAsync(TimeSpan age) =>
            await Host.DbAsync(async db =>
            {
                var keys = await db.ToolKeys.OrderByDescending(key => key.CreatedAt).ToListAsync(Stop);
                (keys[0].CreatedAt, keys[1].CreatedAt) = (DateTimeOffset.UtcNow - age, DateTimeOffset.UtcNow - age - TimeSpan.FromDays(1));
                return await db.SaveChangesAsync(Stop);
            });
        await AgeAsync(ToolKeys.StaysFor - TimeSpan.FromMinutes(1));
        Assert.Equal(2, await PublishedAsync());
        await AgeAsync(ToolKeys.StaysFor + TimeSpan.FromMinutes(1));
        Assert.Equal(1, await PublishedAsync());
    }
}
