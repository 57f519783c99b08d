using System.Collections.Concurrent;
using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;
using Microsoft.IdentityModel.JsonWebTokens;
using ZestySlate.Core;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>A course site gave no access token that can be used.</summary>
/// <param name="message">Why, in words behind “the course site …”.</param>
public sealed class NoTokenException(string message) : Exception(message);

/// <summary>Access tokens until they expire: one for each course site and set of scopes.</summary>
public sealed class TokenCache
{
    private readonly ConcurrentDictionary<string, (string Token, DateTimeOffset Until)> _known = new();

    internal string? Find(string key, DateTimeOffset now) =>
        _known.TryGetValue(key, out var known) && known.Until > now ? known.Token : null;

    internal void Keep(string key, string token, DateTimeOffset until) => _known[key] = (token, until);

    internal void Forget(string key) => _known.TryRemove(key, out _);
}

/// <summary>Gets access tokens from course sites for their services, and asks these.</summary>
public sealed class AccessTokens(ToolKeys keys, TokenCache known, IHttpClientFactory http, TimeProvider clock)
{
    /// <summary>How long a token serves whose end the course site does not tell (RFC 6749, 5.1), and at most.</summary>
    private static readonly TimeSpan Unsaid = TimeSpan.FromMinutes(1),
        Longest = TimeSpan.FromHours(12);

    /// <summary>So long before its end a token is not used any more: what it is sent with is on its way for a while.</summary>
    private static readonly TimeSpan Before = TimeSpan.FromSeconds(30);

    /// <summary>Asks a service of a course site, with a token. A token that is refused is thrown away, and asked for once anew (RFC 6750, 3.1).</summary>
    /// <param name="site">The course site.</param>
    /// <param name="scope">The scopes that the service wants, parted by spaces.</param>
    /// <param name="request">Makes the request; called again for a second try.</param>
    /// <param name="stop">Ends it.</param>
    /// <exception cref="NoTokenException">No token can be had.</exception>
    public async Task<HttpResponseMessage> AskAsync(
        CourseSiteRecord site,
        string scope,
        Func<HttpRequestMessage> request,
        CancellationToken stop
    )
    {
        for (var again = false; ; again = true)
        {
            using var asked = request();
            asked.Headers.Authorization = new AuthenticationHeaderValue("Bearer", await GetAsync(site, scope, stop));
            var reply = await http.CreateClient(LtiServices.Client).SendAsync(asked, stop);
            if (reply.StatusCode != HttpStatusCode.Unauthorized)
            {
                return reply;
            }

            Forget(site, scope);
            if (again)
            {
                return reply;
            }

            reply.Dispose();
        }
    }

    /// <summary>Throws away the token that is known, so that the next one is asked for.</summary>
    public void Forget(CourseSiteRecord site, string scope) => known.Forget(KeyOf(site, scope));

    /// <summary>An access token by client credentials with a signed assertion (RFC 7523; 1EdTech Security Framework 1.0, 4.1).</summary>
    /// <exception cref="NoTokenException">None can be had.</exception>
    public async Task<string> GetAsync(CourseSiteRecord site, string scope, CancellationToken stop)
    {
        var now = clock.GetUtcNow();
        if (known.Find(KeyOf(site, scope), now) is { } token)
        {
            return token;
        }

        using var response = await http.CreateClient(LtiServices.Client)
            .PostAsync(
                site.TokenEndpoint,
                new FormUrlEncodedContent(
                    new Dictionary<string, string>
                    {
                        ["grant_type"] = "client_credentials",
                        ["client_assertion_type"] = "urn:ietf:params:oauth:client-assertion-type:jwt-bearer",
                        ["client_assertion"] = await AssertionAsync(site, now),
                        ["scope"] = scope,
                    }
                ),
                stop
            );
        var (given, lasts) = Read(response.StatusCode, await response.Content.ReadAsStringAsync(stop));
        known.Keep(KeyOf(site, scope), given, now + (lasts < Longest ? lasts : Longest) - Before);
        return given;
    }

    private async Task<string> AssertionAsync(CourseSiteRecord site, DateTimeOffset now) =>
        new JsonWebTokenHandler().CreateToken(
            JsonSerializer.Serialize(
                new
                {
                    iss = site.ClientId,
                    sub = site.ClientId,
                    aud = site.TokenAudience ?? site.TokenEndpoint,
                    iat = now.ToUnixTimeSeconds(),
                    exp = now.AddMinutes(2).ToUnixTimeSeconds(),
                    jti = Ids.Secret(),
                }
            ),
            await keys.SigningAsync()
        );

    /// <summary>The token in an answer and how long it serves (RFC 6749, 5.1), or why there is none (5.2).</summary>
    private static (string Token, TimeSpan Lasts) Read(HttpStatusCode status, string body)
    {
        try
        {
            using var answer = JsonDocument.Parse(body);
            var root = answer.RootElement;
            if (
                (int)status is >= 200 and < 300
                && root.Text("access_token") is { Length: > 0 } token
                && token.All(char.IsAscii)
                && !token.Any(Blank)
            )
            {
                var said =
                    root.TryGetProperty("expires_in", out var lasts)
                    && lasts.ValueKind == JsonValueKind.Number
                    && lasts.TryGetDouble(out var seconds)
                        ? TimeSpan.FromSeconds(Math.Clamp(seconds, 0, Longest.TotalSeconds))
                        : Unsaid;
                return (token, said);
            }

            if (root.Text("error") is { Length: > 0 } error)
            {
                throw new NoTokenException($"gave no access token ({error.Cut(60)})");
            }
        }
        catch (JsonException)
        {
            // Told below as what it is.
        }

        throw new NoTokenException(
            (int)status is >= 200 and < 300
                ? "gave no access token that can be used"
                : $"answered {(int)status} when it was asked for an access token"
        );
    }

    private static bool Blank(char letter) => char.IsWhiteSpace(letter) || char.IsControl(letter);

    private static string KeyOf(CourseSiteRecord site, string scope) =>
        $"{site.ClientId} {site.TokenEndpoint} {site.TokenAudience} {scope}";
}
