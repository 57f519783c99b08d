using System.Net;
using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.CourseSite.Lti;

namespace ZestySlate.CourseSite.Tests;

/// <summary>The course site refuses what is wrong, so that it proves something when it accepts.</summary>
public sealed class CourseSiteTests : WebApplicationFactory<Program>
{
    private const string Score = "https://purl.imsglobal.org/spec/lti-ags/scope/score";
    private static readonly RSA ToolRsa = RSA.Create(2048);
    private readonly string _folder = Directory.CreateTempSubdirectory("course-site").FullName;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("DataFolder", _folder);
        builder.UseSetting("Tool", "http://tool.example");
        builder.ConfigureTestServices(services => services.AddHttpClient("").ConfigurePrimaryHttpMessageHandler(() => new ToolKeySet()));
    }

    private HttpClient Browser() => CreateClient(new() { AllowAutoRedirect = false });

    private async Task<HttpClient> SignedInAsync(string person)
    {
        var browser = Browser();
        await PostAsync(browser, "/", "/", new() { ["person"] = person });
        return browser;
    }

    /// <summary>Posts a form of a page, with the proof that the page carries.</summary>
    private static async Task<HttpResponseMessage> PostAsync(
        HttpClient browser,
        string page,
        string action,
        Dictionary<string, string> fields
    )
    {
        var html = await browser.GetStringAsync(page);
        fields["__RequestVerificationToken"] = Regex
            .Match(html, "name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"")
            .Groups[1]
            .Value;
        return await browser.PostAsync(action, new FormUrlEncodedContent(fields));
    }

    private static string Assertion(string audience = "http://localhost/lti/token", string issuer = "zesty-slate", RSA? key = null) =>
        new JsonWebTokenHandler().CreateToken(
            JsonSerializer.Serialize(
                new
                {
                    iss = issuer,
                    sub = issuer,
                    aud = audience,
                    iat = DateTimeOffset.UtcNow.ToUnixTimeSeconds(),
                    exp = DateTimeOffset.UtcNow.AddMinutes(1).ToUnixTimeSeconds(),
                    jti = Guid.NewGuid(),
                }
            ),
            new SigningCredentials(new RsaSecurityKey(key ?? ToolRsa) { KeyId = "tool" }, SecurityAlgorithms.RsaSha256)
        );

    private static Task<HttpResponseMessage> TokenAsync(
        HttpClient browser,
        string assertion,
        string scope = Score,
        string grant = "client_credentials"
    ) =>
        browser.PostAsync(
            "/lti/token",
            new FormUrlEncodedContent(
                new Dictionary<string, string>
                {
                    ["grant_type"] = grant,
                    ["client_assertion_type"] = "urn:ietf:params:oauth:client-assertion-type:jwt-bearer",
                    ["client_assertion"] = assertion,
                    ["scope"] = scope,
                }
            )
        );

    private static async Task<HttpResponseMessage> ScoreAsync(
        HttpClient browser,
        string? token,
        object score,
        string assignment = "first-look"
    )
    {
        var request = new HttpRequestMessage(HttpMethod.Post, $"/lti/lineitems/{assignment}/scores")
        {
            Content = new StringContent(JsonSerializer.Serialize(score)),
        };
        request.Content.Headers.ContentType = new MediaTypeHeaderValue("application/vnd.ims.lis.v1.score+json");
        request.Headers.Authorization = token is null ? null : new AuthenticationHeaderValue("Bearer", token);
        return await browser.SendAsync(request);
    }

    private static async Task<string> AccessAsync(HttpClient browser) =>
        JsonDocument
            .Parse(await (await TokenAsync(browser, Assertion())).Content.ReadAsStringAsync())
            .RootElement.GetProperty("access_token")
            .GetString()!;

    private static object Given(decimal given, DateTimeOffset at, string user = "l-anouk") =>
        new
        {
            userId = user,
            timestamp = at.ToString("O"),
            activityProgress = "Completed",
            gradingProgress = "FullyGraded",
            scoreGiven = given,
            scoreMaximum = 4,
        };

    [Fact]
    public async Task A_right_assertion_gets_an_access_token() =>
        Assert.Equal(HttpStatusCode.OK, (await TokenAsync(Browser(), Assertion())).StatusCode);

    [Fact]
    public async Task Wrong_assertions_get_none()
    {
        var browser = Browser();
        using var other = RSA.Create(2048);
        foreach (var wrong in new[] { Assertion("http://elsewhere/lti/token"), Assertion(issuer: "another-tool"), Assertion(key: other) })
        {
            Assert.Equal(HttpStatusCode.BadRequest, (await TokenAsync(browser, wrong)).StatusCode);
        }

        Assert.Equal(HttpStatusCode.BadRequest, (await TokenAsync(browser, Assertion(), "some-other-scope")).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await TokenAsync(browser, Assertion(), grant: "password")).StatusCode);
    }

    [Fact]
    public async Task A_score_is_shown_scaled_to_the_assignments_points()
    {
        var browser = Browser();
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await ScoreAsync(browser, await AccessAsync(browser), Given(3, DateTimeOffset.UtcNow))).StatusCode
        );
        var grades = await (await SignedInAsync("t-ines")).GetStringAsync("/courses/watch/grades");
        Assert.Matches("Anouk Delvaux</td>\\s*<td>\\s*<strong>3 of 4</strong>\\s*<span>completed", grades);
    }

    [Fact]
    public async Task An_older_score_never_takes_the_place_of_a_newer()
    {
        var browser = Browser();
        var token = await AccessAsync(browser);
        await ScoreAsync(browser, token, Given(3, DateTimeOffset.UtcNow));
        Assert.Equal(HttpStatusCode.Conflict, (await ScoreAsync(browser, token, Given(1, DateTimeOffset.UtcNow.AddHours(-1)))).StatusCode);
    }

    [Fact]
    public async Task Wrong_scores_are_refused()
    {
        var browser = Browser();
        var token = await AccessAsync(browser);
        Assert.Equal(HttpStatusCode.Unauthorized, (await ScoreAsync(browser, null, Given(1, DateTimeOffset.UtcNow))).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await ScoreAsync(browser, "guessed", Given(1, DateTimeOffset.UtcNow))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await ScoreAsync(browser, token, Given(1, DateTimeOffset.UtcNow, "nobody"))).StatusCode);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await ScoreAsync(browser, token, Given(1, DateTimeOffset.UtcNow), "no-such-line")).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (
                await ScoreAsync(
                    browser,
                    token,
                    new
                    {
                        userId = "l-anouk",
                        timestamp = DateTimeOffset.UtcNow,
                        activityProgress = "Completed",
                        gradingProgress = "FullyGraded",
                        scoreGiven = 1,
                    }
                )
            ).StatusCode
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await ScoreAsync(browser, token, new { userId = "l-anouk" })).StatusCode);
    }

    [Theory]
    [InlineData("client_id=other", "unknown client_id")]
    [InlineData("client_id=zesty-slate&redirect_uri=http://elsewhere.example", "redirect_uri is not registered")]
    [InlineData("client_id=zesty-slate&redirect_uri=http://tool.example/lti/launch", "wrong response_type")]
    [InlineData(
        "client_id=zesty-slate&redirect_uri=http://tool.example/lti/launch&response_type=id_token&response_mode=form_post"
            + "&scope=openid",
        "nonce and state"
    )]
    [InlineData(
        "client_id=zesty-slate&redirect_uri=http://tool.example/lti/launch&response_type=id_token&response_mode=form_post"
            + "&scope=openid&nonce=n&state=s&login_hint=l-anouk&lti_message_hint=x",
        "unknown login_hint"
    )]
    public async Task A_wrong_sign_in_is_refused(string query, string reason)
    {
        var reply = await Browser().GetAsync("/lti/authorize?" + query);
        Assert.Equal(HttpStatusCode.BadRequest, reply.StatusCode);
        Assert.Contains(reason, await reply.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task What_is_kept_back_is_hidden_from_learners()
    {
        var anouk = await SignedInAsync("l-anouk");
        Assert.Contains("Round the instrument garden", await anouk.GetStringAsync("/courses/watch"));
        Assert.Contains(
            "lti_storage_target=_parent",
            WebUtility.HtmlDecode(await anouk.GetStringAsync("/courses/watch/assignments/first-look"))
        );
        Assert.NotEqual(HttpStatusCode.OK, (await anouk.GetAsync("/courses/watch/add")).StatusCode);
        Assert.NotEqual(HttpStatusCode.OK, (await anouk.GetAsync("/mischief")).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await anouk.GetAsync("/courses/watch/grades")).StatusCode);
    }

    [Fact]
    public async Task Members_come_a_page_at_a_time_and_removed_ones_are_told_as_deleted()
    {
        var ines = await SignedInAsync("t-ines");
        await PostAsync(ines, "/courses/watch", "/courses/watch?handler=Member", new() { ["person"] = "l-dorrit" });

        var browser = Browser();
        var token = JsonDocument
            .Parse(await (await TokenAsync(browser, Assertion(), ServiceScope.Memberships)).Content.ReadAsStringAsync())
            .RootElement.GetProperty("access_token")
            .GetString()!;
        var members = new List<(string Id, string Status)>();
        for (var next = "/lti/courses/watch/members?limit=50"; next is not null; )
        {
            var request = new HttpRequestMessage(HttpMethod.Get, next);
            request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
            var reply = await browser.SendAsync(request);
            Assert.Equal("application/vnd.ims.lti-nrps.v2.membershipcontainer+json", reply.Content.Headers.ContentType!.MediaType);
            var page = JsonDocument
                .Parse(await reply.Content.ReadAsStringAsync())
                .RootElement.GetProperty("members")
                .EnumerateArray()
                .ToList();
            Assert.InRange(page.Count, 1, 3);
            members.AddRange(
                page.Select(member => (member.GetProperty("user_id").GetString()!, member.GetProperty("status").GetString()!))
            );
            next = reply.Headers.TryGetValues("Link", out var links)
                ? Regex.Match(links.Single(), "<([^>]+)>; rel=\"next\"").Groups[1].Value
                : null;
        }

        Assert.Equal(8, members.Select(member => member.Id).Distinct().Count());
        Assert.Contains("m-corvin", members.Select(member => member.Id));
        Assert.Equal(["l-dorrit"], members.Where(member => member.Status == "Deleted").Select(member => member.Id));
    }

    [Fact]
    public async Task A_token_is_good_for_its_own_service_alone()
    {
        var browser = Browser();
        var request = new HttpRequestMessage(HttpMethod.Get, "/lti/courses/watch/members");
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", await AccessAsync(browser));
        Assert.Equal(HttpStatusCode.Unauthorized, (await browser.SendAsync(request)).StatusCode);
    }

    [Theory]
    [InlineData("scoreGiven", -0.5, "below zero")]
    [InlineData("scoreGiven", "3", "below zero")]
    [InlineData("scoreMaximum", 0, "not above zero")]
    [InlineData("activityProgress", "Done", "activityProgress")]
    [InlineData("gradingProgress", "graded", "gradingProgress")]
    [InlineData("timestamp", "2026-12-01T08:00:00", "timestamp")]
    [InlineData("timestamp", "yesterday", "timestamp")]
    [InlineData("userId", 7, "userId")]
    public async Task A_score_is_taken_only_as_the_standard_writes_it(string name, object value, string problem)
    {
        var browser = Browser();
        var token = await AccessAsync(browser);
        var score = new Dictionary<string, object>
        {
            ["userId"] = "l-anouk",
            ["timestamp"] = DateTimeOffset.UtcNow.ToString("O"),
            ["activityProgress"] = "Completed",
            ["gradingProgress"] = "FullyGraded",
            ["scoreGiven"] = 0,
            ["scoreMaximum"] = 4,
        };
        Assert.Equal(HttpStatusCode.NoContent, (await ScoreAsync(browser, token, score)).StatusCode);
        score[name] = value;
        var reply = await ScoreAsync(browser, token, score);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains(problem, await reply.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task An_assertion_is_good_once()
    {
        var (browser, assertion) = (Browser(), Assertion());
        Assert.Equal(HttpStatusCode.OK, (await TokenAsync(browser, assertion)).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await TokenAsync(browser, assertion)).StatusCode);
    }

    [Fact]
    public async Task Columns_are_listed_for_who_may_read_them()
    {
        var browser = Browser();
        async Task<HttpResponseMessage> AskAsync(string scope, string query)
        {
            var token = JsonDocument
                .Parse(await (await TokenAsync(browser, Assertion(), scope)).Content.ReadAsStringAsync())
                .RootElement.GetProperty("access_token")
                .GetString();
            var request = new HttpRequestMessage(HttpMethod.Get, "/lti/courses/watch/lineitems" + query);
            request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
            return await browser.SendAsync(request);
        }

        Assert.Equal(HttpStatusCode.Unauthorized, (await AskAsync(Score, "")).StatusCode);
        var both = $"{ServiceScope.Columns} {Score}";
        var column = JsonDocument
            .Parse(await (await AskAsync(both, "?resource_link_id=first-look")).Content.ReadAsStringAsync())
            .RootElement[0];
        Assert.Equal("http://localhost/lti/lineitems/first-look", column.GetProperty("id").GetString());
        Assert.Equal("[]", await (await AskAsync(ServiceScope.Columns, "?resource_link_id=none")).Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_tool_is_typed_and_granted_what_there_is()
    {
        var ines = await SignedInAsync("t-ines");
        Task KeepAsync(string login) =>
            PostAsync(
                ines,
                "/tool",
                "/tool",
                new()
                {
                    ["Told.Name"] = "Typed",
                    ["Told.ClientId"] = "typed-1",
                    ["Told.DeploymentId"] = "d-1",
                    ["Told.LoginUrl"] = login,
                    ["Told.RedirectUri"] = "http://tool.example/launch",
                    ["Told.DeepLinkUrl"] = "http://tool.example/choose",
                    ["Told.KeySetUrl"] = "http://tool.example/keys",
                    ["scopes"] = Score + " of-another-world",
                }
            );

        await KeepAsync("nowhere");
        Assert.DoesNotContain("typed-1", await ines.GetStringAsync("/tool"));
        await KeepAsync("http://tool.example/login");
        var page = await ines.GetStringAsync("/tool");
        Assert.Contains("value=\"typed-1\"", page);
        Assert.Contains($"name=\"scopes\" value=\"{Score}\"", page);
    }

    [Fact]
    public async Task A_tool_registers_itself_with_a_token_that_is_good_once()
    {
        var ines = await SignedInAsync("t-ines");
        var opens = await PostAsync(ines, "/tool", "/tool?handler=Begin", new() { ["address"] = "http://tool.example/register?key=k" });
        var address = WebUtility.HtmlDecode(
            Regex.Match(await opens.Content.ReadAsStringAsync(), "<iframe src=\"([^\"]+)\"").Groups[1].Value
        );
        var query = Microsoft.AspNetCore.WebUtilities.QueryHelpers.ParseQuery(new Uri(address).Query);
        Assert.Equal("k", query["key"]);
        var said = JsonDocument.Parse(await ines.GetStringAsync(query["openid_configuration"].ToString())).RootElement;
        Assert.Equal("http://localhost", said.GetProperty("issuer").GetString());

        async Task<HttpResponseMessage> RegisterAsync(string token, object body)
        {
            var request = new HttpRequestMessage(HttpMethod.Post, said.GetProperty("registration_endpoint").GetString())
            {
                Content = new StringContent(JsonSerializer.Serialize(body), System.Text.Encoding.UTF8, "application/json"),
            };
            request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
            return await Browser().SendAsync(request);
        }

        var tool = new Dictionary<string, object>
        {
            ["initiate_login_uri"] = "http://tool.example/login",
            ["redirect_uris"] = new[] { "http://tool.example/launch" },
            ["jwks_uri"] = "http://tool.example/keys",
            ["token_endpoint_auth_method"] = "private_key_jwt",
            ["scope"] = Score + " something-else",
            ["https://purl.imsglobal.org/spec/lti-tool-configuration"] = new { target_link_uri = "http://tool.example/choose" },
        };
        var shown = query["registration_token"].ToString();
        Assert.Equal(HttpStatusCode.Unauthorized, (await RegisterAsync("guessed", tool)).StatusCode);
        Assert.Equal(HttpStatusCode.BadRequest, (await RegisterAsync(shown, new { client_name = "incomplete" })).StatusCode);
        var answer = JsonDocument.Parse(await (await RegisterAsync(shown, tool)).Content.ReadAsStringAsync()).RootElement;
        Assert.Equal(Score, answer.GetProperty("scope").GetString());
        Assert.Contains(answer.GetProperty("client_id").GetString()!, await ines.GetStringAsync("/tool"));
        Assert.Equal(HttpStatusCode.Unauthorized, (await RegisterAsync(shown, tool)).StatusCode);
    }

    private sealed class ToolKeySet : HttpMessageHandler
    {
        protected override Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken stop)
        {
            var half = ToolRsa.ExportParameters(false);
            var keys = new
            {
                keys = new[]
                {
                    new
                    {
                        kty = "RSA",
                        use = "sig",
                        alg = "RS256",
                        kid = "tool",
                        n = Base64UrlEncoder.Encode(half.Modulus!),
                        e = Base64UrlEncoder.Encode(half.Exponent!),
                    },
                },
            };
            return Task.FromResult(
                new HttpResponseMessage(HttpStatusCode.OK) { Content = new StringContent(JsonSerializer.Serialize(keys)) }
            );
        }
    }
}
