using System.Net;
using System.Security.Cryptography;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>A course site, played by the test: it can send any launch, right or wrong.</summary>
public abstract class LtiHarness
{
    protected LtiHarness(SlateHost host)
    {
        Host = host;
        host.Outside.Answer = (request, _) => Task.FromResult(Answer(request));
        host.Outside.Calls.Clear();
    }

    protected SlateHost Host { get; }

    protected const string Claim = "https://purl.imsglobal.org/spec/lti/claim/";
    protected static readonly RSA Rsa = RSA.Create(2048);
    protected const string KeyId = "site-key";

    protected static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>What its services answer, where a test says so.</summary>
    protected Func<HttpRequestMessage, HttpResponseMessage?>? Services { get; set; }

    private HttpResponseMessage Answer(HttpRequestMessage request)
    {
        if (Services?.Invoke(request) is { } special)
        {
            return special;
        }

        if (request.RequestUri!.AbsolutePath == "/lti/keys")
        {
            var half = Rsa.ExportParameters(false);
            return Json(
                new
                {
                    keys = new[]
                    {
                        new
                        {
                            kty = "RSA",
                            use = "sig",
                            alg = "RS256",
                            kid = KeyId,
                            n = Base64UrlEncoder.Encode(half.Modulus!),
                            e = Base64UrlEncoder.Encode(half.Exponent!),
                        },
                    },
                }
            );
        }

        return request.RequestUri.AbsolutePath switch
        {
            "/lti/token" => Json(
                new
                {
                    access_token = "t",
                    token_type = "Bearer",
                    // Used up at once: each test says anew what its course site gives.
                    expires_in = 30,
                }
            ),
            var path when path.EndsWith("/scores", StringComparison.Ordinal) => new HttpResponseMessage(HttpStatusCode.NoContent),
            _ => new HttpResponseMessage(HttpStatusCode.NotFound),
        };
    }

    protected static HttpResponseMessage Json(object body) =>
        new(HttpStatusCode.OK) { Content = new StringContent(JsonSerializer.Serialize(body)) };

    /// <summary>A sign-in begun in a browser of its own.</summary>
    protected sealed record Begun(HttpClient Browser, string State, string Nonce, string Target);

    protected async Task<Begun> BeginAsync(string target = "http://localhost/a/garden", bool cookies = true)
    {
        var browser = Host.CreateClient(
            new()
            {
                AllowAutoRedirect = false,
                BaseAddress = new Uri("https://localhost"),
                HandleCookies = cookies,
            }
        );
        target = target.Replace("http:", "https:");
        var reply = await browser.GetAsync(
            $"/lti/login?iss=http://courses.example&client_id=zesty-slate&login_hint=s1&lti_message_hint=h&target_link_uri={Uri.EscapeDataString(target)}"
                + $"{(cookies ? "" : "&lti_storage_target=_parent")}",
            Stop
        );
        var address = cookies
            ? reply.Headers.Location!.OriginalString
            : WebUtility.HtmlDecode(Regex.Match(await reply.Content.ReadAsStringAsync(Stop), "data-next=\"([^\"]+)\"").Groups[1].Value);
        var query = Microsoft.AspNetCore.WebUtilities.QueryHelpers.ParseQuery(new Uri(address).Query);
        return new Begun(browser, query["state"]!, query["nonce"]!, target);
    }

    protected Dictionary<string, object?> Claims(Begun begun, string subject = "s1", string role = "Learner") =>
        new()
        {
            ["iss"] = "http://courses.example",
            ["aud"] = "zesty-slate",
            ["azp"] = "zesty-slate",
            ["sub"] = subject,
            ["name"] = "Anouk Delvaux",
            ["iat"] = DateTimeOffset.UtcNow.ToUnixTimeSeconds(),
            ["exp"] = DateTimeOffset.UtcNow.AddMinutes(5).ToUnixTimeSeconds(),
            ["nonce"] = begun.Nonce,
            [Claim + "version"] = "1.3.0",
            [Claim + "message_type"] = "LtiResourceLinkRequest",
            [Claim + "deployment_id"] = "gannet-point-1",
            [Claim + "target_link_uri"] = begun.Target,
            [Claim + "resource_link"] = new { id = "link-1", title = "Round the garden" },
            [Claim + "context"] = new { id = "c", title = "Watchkeepers" },
            [Claim + "roles"] = new[] { "http://purl.imsglobal.org/vocab/lis/v2/membership#" + role },
            [Claim + "custom"] = new { due = "2026-12-24T18:00:00Z" },
            ["https://purl.imsglobal.org/spec/lti-ags/claim/endpoint"] = new
            {
                scope = new[] { "https://purl.imsglobal.org/spec/lti-ags/scope/score" },
                lineitem = "http://courses.example/lti/lineitems/1?type=x",
            },
        };

    protected string Sign(object claims, SigningCredentials? credentials = null) =>
        new JsonWebTokenHandler().CreateToken(
            JsonSerializer.Serialize(claims),
            credentials ?? new SigningCredentials(new RsaSecurityKey(Rsa) { KeyId = KeyId }, SecurityAlgorithms.RsaSha256)
        );

    protected static Task<HttpResponseMessage> LaunchAsync(Begun begun, string token, string? state = null) =>
        begun.Browser.PostAsync(
            "/lti/launch",
            new FormUrlEncodedContent([KeyValuePair.Create("state", state ?? begun.State), KeyValuePair.Create("id_token", token)]),
            Stop
        );

    protected static async Task RefusedAsync(HttpResponseMessage reply, string words)
    {
        Assert.Equal(HttpStatusCode.Forbidden, reply.StatusCode);
        Assert.Contains(words, WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop)));
    }

    protected async Task RefusedAsync(Action<Dictionary<string, object?>> change, string words)
    {
        var begun = await BeginAsync();
        var claims = Claims(begun);
        change(claims);
        await RefusedAsync(await LaunchAsync(begun, Sign(claims)), words);
    }

    /// <summary>A learner opens a link of the course and answers; the page to go on at.</summary>
    protected async Task<string> OpenedAsync(
        string subject,
        string link,
        object? members = null,
        string deployment = "gannet-point-1",
        string? lineItem = "http://courses.example/lti/lineitems/1?type=x"
    )
    {
        var begun = await BeginAsync();
        var claims = Claims(begun, subject);
        claims["name"] = "Learner " + subject;
        claims[Claim + "deployment_id"] = deployment;
        claims[Claim + "resource_link"] = new { id = link, title = "Garden" };
        const string ags = "https://purl.imsglobal.org/spec/lti-ags/claim/endpoint";
        claims[ags] = new { scope = new[] { "https://purl.imsglobal.org/spec/lti-ags/scope/score" }, lineitem = lineItem ?? "" };
        if (lineItem is null)
        {
            claims.Remove(ags);
        }

        if (members is not null)
        {
            claims["https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice"] = members;
        }

        return (await LaunchAsync(begun, Sign(claims))).Headers.Location!.OriginalString;
    }

    /// <summary>The person behind a subject of the played course site: others use the same names for theirs.</summary>
    protected Task<string> PersonOfAsync(string subject) =>
        Host.DbAsync(db =>
            db.CourseSitePeople.Where(p => p.Subject == subject)
                .Where(p => db.CourseSites.Any(site => site.Id == p.CourseSiteId && site.Issuer == "http://courses.example"))
                .Select(p => p.PersonId)
                .SingleAsync(Stop)
        );

    /// <summary>Asks course sites who belongs to courses, until nothing is due.</summary>
    protected Task AskMembersAsync() => AskMembersAsync(Host);

    /// <inheritdoc cref="AskMembersAsync()"/>
    internal static async Task AskMembersAsync(SlateHost host)
    {
        var now = DateTimeOffset.UtcNow;
        // A turn asks about twenty of them; of course sites that are put away nobody is asked.
        for (
            var turn = 0;
            turn < 20 && await host.DbAsync(db => db.Assignments.AnyAsync(a => a.MembersNext <= now || a.ColumnNext <= now, Stop));
            turn++
        )
        {
            await host.WithAsync(
                async (IServiceProvider provider) =>
                {
                    await MembersLoop.AskDueAsync(provider, Stop);
                    return true;
                }
            );
        }
    }

    /// <summary>Clients that reach the outside world of the test.</summary>
    protected sealed class OneClient(HttpMessageHandler handler) : IHttpClientFactory
    {
        public HttpClient CreateClient(string name) => new(handler, disposeHandler: false);
    }

    /// <summary>A clock that moves ten seconds each time it is read.</summary>
    protected sealed class LaterClock : TimeProvider
    {
        private DateTimeOffset _now = DateTimeOffset.UnixEpoch;

        public override DateTimeOffset GetUtcNow() => _now += TimeSpan.FromSeconds(10);
    }

    /// <summary>A clock that the test sets.</summary>
    protected sealed class SetClock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 12, 1, 8, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }

    /// <summary>Sends what the course site's frame has kept, as our own page does, to go on with a launch.</summary>
    protected static Task<HttpResponseMessage> ProveAsync(Begun begun, string? proof = null, string? origin = "https://localhost")
    {
        var request = new HttpRequestMessage(HttpMethod.Post, "/lti/continue")
        {
            Content = new FormUrlEncodedContent([
                KeyValuePair.Create("state", begun.State),
                KeyValuePair.Create("proof", proof ?? begun.Nonce),
            ]),
        };
        if (origin is not null)
        {
            request.Headers.Add("Origin", origin);
        }

        return begun.Browser.SendAsync(request, Stop);
    }
}
