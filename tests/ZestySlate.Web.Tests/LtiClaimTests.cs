using System.Net;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>What stands in a launch: whatever it is, it is let in rightly or refused in words.</summary>
[Collection("course site")]
public sealed class LtiClaimTests(SlateHost host) : LtiHarness(host)
{
    private const string Ags = "https://purl.imsglobal.org/spec/lti-ags/claim/endpoint",
        Nrps = "https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice",
        Settings = "https://purl.imsglobal.org/spec/lti-dl/claim/deep_linking_settings";

    /// <summary>Everything but what it should be: of other types, empty, huge, odd, and not there.</summary>
    private static readonly object?[] Odd =
    [
        null,
        "",
        "   ",
        0,
        -1,
        1e300,
        true,
        Array.Empty<object>(),
        new object?[] { null, 7, new[] { "x" }, new { a = 1 } },
        new { },
        new
        {
            id = 7,
            title = new[] { 1 },
            scope = 7,
            lineitem = 8,
            deep_link_return_url = "javascript:alert(1)",
        },
        new string('w', 60_000),
        "\ud83d\ude00\u0000\u202e<script>",
        DateTimeOffset.MaxValue.ToUnixTimeSeconds(),
    ];

    /// <summary>A launch with all that we read of one.</summary>
    private Dictionary<string, object?> Full(Begun begun, string subject, bool choosing)
    {
        var claims = Claims(begun, subject, choosing ? "Instructor" : "Learner");
        claims["nbf"] = DateTimeOffset.UtcNow.AddMinutes(-1).ToUnixTimeSeconds();
        claims["given_name"] = "Anouk";
        claims["family_name"] = "Delvaux";
        claims["email"] = "anouk@learners.gannetpoint.example";
        claims["email_verified"] = true;
        claims[Claim + "launch_presentation"] = new { locale = "de", return_url = "http://courses.example/back" };
        claims[Claim + "role_scope_mentor"] = new[] { "s1" };
        claims[Nrps] = new { context_memberships_url = "http://courses.example/members" };
        if (choosing)
        {
            claims[Claim + "message_type"] = "LtiDeepLinkingRequest";
            claims[Settings] = new { deep_link_return_url = "http://courses.example/chosen", accept_types = new[] { "ltiResourceLink" } };
        }

        return claims;
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task A_launch_with_any_one_claim_odd_is_let_in_or_refused_in_words(bool choosing)
    {
        var target = choosing ? "http://localhost/lti/choose" : "http://localhost/a/garden";
        var names = Full(await BeginAsync(target), "s-odd", choosing).Keys.ToList();
        foreach (var name in names)
        {
            for (var at = 0; at <= Odd.Length; at++)
            {
                var begun = await BeginAsync(target);
                var claims = Full(begun, "s-odd", choosing);
                if (at == Odd.Length)
                {
                    claims.Remove(name);
                }
                else
                {
                    claims[name] = Odd[at];
                }

                var reply = await LaunchAsync(begun, Sign(claims));
                var what =
                    $"{name} = {(at == Odd.Length ? "nothing" : JsonSerializer.Serialize(Odd[at])[..Math.Min(40, JsonSerializer.Serialize(Odd[at]).Length)])}";
                if (reply.StatusCode == HttpStatusCode.Redirect)
                {
                    var page = await Host.CreateClient(new() { AllowAutoRedirect = true, HandleCookies = false })
                        .GetAsync(reply.Headers.Location, Stop);
                    Assert.True(page.StatusCode == HttpStatusCode.OK, $"{what}: {page.StatusCode} behind it");
                }
                else
                {
                    Assert.True(reply.StatusCode == HttpStatusCode.Forbidden, $"{what}: {reply.StatusCode}");
                    Assert.DoesNotContain("fault is ours", await reply.Content.ReadAsStringAsync(Stop));
                }
            }
        }
    }

    [Theory]
    [InlineData("iat", null, "lacks something")]
    [InlineData("iat", 59, null)]
    [InlineData("iat", 61, "from the future")]
    [InlineData("nbf", 59, null)]
    [InlineData("nbf", 61, "from the future")]
    [InlineData("exp", -59, null)]
    [InlineData("exp", -61, "too old")]
    public async Task Clocks_may_differ_by_a_minute(string claim, int? seconds, string? refusal)
    {
        var begun = await BeginAsync();
        var claims = Claims(begun, "s-clock");
        claims[claim] = seconds is { } some ? DateTimeOffset.UtcNow.AddSeconds(some).ToUnixTimeSeconds() : null;
        var reply = await LaunchAsync(begun, Sign(claims));
        if (refusal is null)
        {
            Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        }
        else
        {
            await RefusedAsync(reply, refusal);
        }
    }

    [Fact]
    public async Task What_must_be_understood_and_is_not_makes_a_message_invalid()
    {
        var begun = await BeginAsync();
        var token = new JsonWebTokenHandler().CreateToken(
            JsonSerializer.Serialize(Claims(begun)),
            new SigningCredentials(new RsaSecurityKey(Rsa) { KeyId = KeyId }, SecurityAlgorithms.RsaSha256),
            new Dictionary<string, object> { ["crit"] = new[] { "x-must" }, ["x-must"] = 1 }
        );
        await RefusedAsync(await LaunchAsync(begun, token), "not signed as it must be");
    }

    [Fact]
    public async Task A_new_key_under_an_old_name_is_looked_for_once_and_not_at_every_bad_signature()
    {
        var (clock, half) = (new SetClock(), RSA.Create(2048));
        var (first, looks) = (true, 0);
        Services = request =>
        {
            if (request.RequestUri!.AbsolutePath != "/lti/same-kid")
            {
                return null;
            }

            looks++;
            var shown = (first ? Rsa : half).ExportParameters(false);
            return Json(
                new
                {
                    keys = new[]
                    {
                        new
                        {
                            kty = "RSA",
                            kid = KeyId,
                            n = Base64UrlEncoder.Encode(shown.Modulus!),
                            e = Base64UrlEncoder.Encode(shown.Exponent!),
                        },
                    },
                }
            );
        };
        var sets = new KeySets(new OneClient(Host.Outside), clock);
        const string address = "http://courses.example/lti/same-kid";
        var old = await sets.GetAsync(address, KeyId);
        first = false;
        clock.Now += TimeSpan.FromSeconds(29);
        Assert.Same(old, await sets.AgainAsync(address));
        clock.Now += TimeSpan.FromSeconds(1);
        Assert.NotSame(old, await sets.AgainAsync(address));
        Assert.NotSame(old, await sets.AgainAsync(address));
        Assert.Equal(2, looks);

        // A token without a name for its key looks no oftener than one with.
        await sets.GetAsync(address, null);
        Assert.Equal(2, looks);

        // What cannot be had, or is empty, takes nothing away; not even when what is known is old.
        foreach (
            var broken in new[]
            {
                Json(new { }),
                new HttpResponseMessage(HttpStatusCode.ServiceUnavailable),
                Json(new { keys = new[] { 1 } }),
            }
        )
        {
            Services = request => request.RequestUri!.AbsolutePath == "/lti/same-kid" ? broken : null;
            clock.Now += TimeSpan.FromHours(2);
            Assert.Single(await sets.GetAsync(address, KeyId));
        }

        await Assert.ThrowsAsync<HttpRequestException>(() => sets.GetAsync("http://courses.example/nowhere", KeyId));
    }

    [Fact]
    public async Task A_refused_launch_is_listed_for_keepers_with_what_was_sent_and_counted()
    {
        for (var time = 0; time < 2; time++)
        {
            var begun = await BeginAsync();
            var claims = Claims(begun);
            claims[Claim + "deployment_id"] = "sub-school-7";
            await RefusedAsync(await LaunchAsync(begun, Sign(claims)), "deployment of the course site is not registered");
        }

        await Host.Visitor()
            .GetAsync("/lti/login?iss=http://new.example&client_id=c&login_hint=x&target_link_uri=http://localhost/a/garden", Stop);
        var page = await (await Host.TeacherAsync("tobiah")).GetStringAsync("/keeper/course-sites", Stop);
        Assert.Matches("deployment_id sub-school-7</code></td><td>[2-9]", page);
        Assert.Contains("iss http://new.example client_id c", page);
        Assert.NotEqual(HttpStatusCode.OK, (await (await Host.TeacherAsync("ines")).GetAsync("/keeper/course-sites", Stop)).StatusCode);
    }

    [Fact]
    public async Task Refused_launches_of_strangers_push_out_none_of_a_registered_course_site()
    {
        var refused = Host.Services.GetService(typeof(RefusedLaunches)) as RefusedLaunches;
        var site = await Host.DbAsync(db => db.CourseSites.Where(s => s.ClientId == "zesty-slate").Select(s => s.Id).FirstAsync(Stop));
        await refused!.KeepAsync(site, "ltiNonce", "to stay");
        for (var at = 0; at < RefusedLaunches.Most + 5; at++)
        {
            await refused.KeepAsync(null, "ltiUnknownSite", $"stranger {at}");
        }

        var kept = await Host.DbAsync(db => db.RefusedLaunches.AsNoTracking().ToListAsync(Stop));
        Assert.Contains(kept, one => one.Detail == "to stay");
        Assert.Equal(RefusedLaunches.Most, kept.Count(one => one.CourseSiteId == null));
        Assert.Contains(kept, one => one.Detail == $"stranger {RefusedLaunches.Most + 4}");
        Assert.DoesNotContain(kept, one => one.Detail == "stranger 4");
        await Host.DbAsync(db => db.RefusedLaunches.ExecuteDeleteAsync(Stop));
    }

    [Theory]
    [InlineData("GET", "", "cannot be loaded again")]
    [InlineData("POST", "{\"id_token\":\"x\"}", "not begun here")]
    public async Task What_is_no_launch_is_told_so(string method, string body, string words)
    {
        var request = new HttpRequestMessage(new HttpMethod(method), "/lti/launch");
        if (body.Length > 0)
        {
            request.Content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        }

        await RefusedAsync(await Host.Visitor().SendAsync(request, Stop), words);
    }

    [Theory]
    [InlineData(19_000, false)]
    [InlineData(20_000, true)]
    public async Task A_sign_in_that_says_too_much_is_not_kept(int letters, bool refused)
    {
        var before = await Host.DbAsync(db => db.CourseSiteLogins.CountAsync(Stop));
        var fields = new Dictionary<string, string>
        {
            ["iss"] = "http://courses.example",
            ["client_id"] = "zesty-slate",
            ["login_hint"] = "x",
            ["target_link_uri"] = "http://localhost/a/garden",
            ["lti_message_hint"] = new string('h', letters),
        };
        var reply = await Host.Visitor().PostAsync("/lti/login", new FormUrlEncodedContent(fields), Stop);
        Assert.Equal(refused ? HttpStatusCode.Forbidden : HttpStatusCode.Redirect, reply.StatusCode);
        Assert.Equal(before + (refused ? 0 : 1), await Host.DbAsync(db => db.CourseSiteLogins.CountAsync(Stop)));
    }

    [Fact]
    public async Task A_course_site_that_signs_nobody_in_is_told_as_that() =>
        await RefusedAsync(
            await Host.Visitor()
                .PostAsync(
                    "/lti/launch",
                    new FormUrlEncodedContent([KeyValuePair.Create("error", "login_required"), KeyValuePair.Create("state", "s")]),
                    Stop
                ),
            "signed nobody in"
        );
}
