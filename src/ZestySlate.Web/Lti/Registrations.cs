using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Registers course sites by themselves (LTI Dynamic Registration 1.0): whoever runs the installation makes an address, good
/// once, and gives it to whoever runs the course site; the course site opens it, and both sides know each other.
/// </summary>
public sealed class Registrations(IDbContextFactory<SlateDb> open, IHttpClientFactory http, AccessTokens tokens, TimeProvider clock)
{
    /// <summary>How long an address is good.</summary>
    public static readonly TimeSpan LinkLasts = TimeSpan.FromDays(2);

    /// <summary>The largest configuration that is read, in characters.</summary>
    public const int LargestConfiguration = 100_000;

    private const string Tool = "https://purl.imsglobal.org/spec/lti-tool-configuration";

    /// <summary>A new address for one registration: what stands behind “key=”.</summary>
    public async Task<string> NewLinkAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        var (secret, now) = (Ids.Secret(), clock.GetUtcNow());
        await db.RegistrationLinks.Where(link => link.ExpiresAt < now).ExecuteDeleteAsync();
        db.RegistrationLinks.Add(new RegistrationLink { TokenHash = HashOf(secret), ExpiresAt = now + LinkLasts });
        await db.SaveChangesAsync();
        return secret;
    }

    /// <summary>True while an address is good.</summary>
    public async Task<bool> IsGoodAsync(string? secret)
    {
        await using var db = await open.CreateDbContextAsync();
        var (hash, now) = (HashOf(secret ?? ""), clock.GetUtcNow());
        return await db.RegistrationLinks.AnyAsync(link => link.TokenHash == hash && link.ExpiresAt > now);
    }

    /// <summary>Registers the course site that opened an address (3.5 to 3.7).</summary>
    /// <param name="secret">What stood behind “key=”.</param>
    /// <param name="configuration">Where the course site says what it is (openid_configuration).</param>
    /// <param name="token">What it wants shown when it is registered at (registration_token), or null.</param>
    /// <param name="own">The address of this installation.</param>
    /// <param name="stop">Ends it.</param>
    /// <returns>The course site, or why it is not registered, in words.</returns>
    public async Task<Outcome<CourseSiteRecord>> RegisterAsync(
        string? secret,
        string? configuration,
        string? token,
        string own,
        CancellationToken stop
    )
    {
        static Outcome<CourseSiteRecord> No(string why) => Outcome<CourseSiteRecord>.Refused(why);
        if (LaunchReader.Address(configuration) is not { } address)
        {
            return No("The course site does not say where its configuration is (openid_configuration).");
        }

        if (!await UseUpAsync(secret, stop))
        {
            return No("This address for registering is not good any more. A keeper can make a new one under “Course sites”.");
        }

        try
        {
            var said = PlatformConfiguration.Read(await http.CreateClient(LtiServices.Client).GetStringAsync(address, stop));
            if (said?.RegistrationEndpoint is not { } endpoint)
            {
                return No(
                    said is null
                        ? "The course site's configuration lacks something that is required."
                        : "The course site lets no tool register."
                );
            }

            // 3.6.1: the issuer must be at the host that the configuration came from.
            if (!Uri.TryCreate(said.Issuer, UriKind.Absolute, out var issuer) || issuer.Host != new Uri(address).Host)
            {
                return No($"The configuration at {address} names an issuer of another place: {said.Issuer.Cut(200)}.");
            }

            return await AskAsync(said, endpoint, token, own, stop);
        }
        catch (Exception problem)
            when (problem is HttpRequestException or TaskCanceledException or JsonException or InvalidOperationException
                && !stop.IsCancellationRequested
            )
        {
            return No(
                problem is HttpRequestException { StatusCode: { } status }
                    ? $"The course site answered {(int)status} when it was asked for its configuration."
                    : "The course site could not be asked for its configuration."
            );
        }
    }

    /// <summary>One statement uses an address up, so that two at once cannot both; false when it is good no more.</summary>
    private async Task<bool> UseUpAsync(string? secret, CancellationToken stop)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var (hash, now) = (HashOf(secret ?? ""), clock.GetUtcNow());
        return await db.RegistrationLinks.Where(link => link.TokenHash == hash && link.ExpiresAt > now).ExecuteDeleteAsync(stop) == 1;
    }

    private async Task<Outcome<CourseSiteRecord>> AskAsync(
        PlatformConfiguration said,
        string endpoint,
        string? token,
        string own,
        CancellationToken stop
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, endpoint)
        {
            Content = new StringContent(JsonSerializer.Serialize(ToolConfiguration.Of(own)), Encoding.UTF8, "application/json"),
        };
        if (token is { Length: > 0 } && token.All(letter => letter is > ' ' and < (char)127))
        {
            request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        }

        using var reply = await http.CreateClient(LtiServices.Client).SendAsync(request, stop);
        var body = await reply.Content.ReadAsStringAsync(stop);
        if (!reply.IsSuccessStatusCode)
        {
            return Outcome<CourseSiteRecord>.Refused(
                $"The course site did not register us: it answered {(int)reply.StatusCode}. {body.Cut(300)}".Trim()
            );
        }

        using var answer = JsonDocument.Parse(body);
        if (answer.RootElement.Text("client_id") is not { } client)
        {
            return Outcome<CourseSiteRecord>.Refused("The course site registered us, but named no client id.");
        }

        var deployment = answer.RootElement.TryGetProperty(Tool, out var tool) ? tool.Text("deployment_id") : null;
        return await KeepAsync(said, client, deployment, stop);
    }

    /// <summary>Keeps what was agreed. One that is there already under its issuer and client id is brought up to date, with its people and work.</summary>
    private async Task<Outcome<CourseSiteRecord>> KeepAsync(
        PlatformConfiguration said,
        string client,
        string? deployment,
        CancellationToken stop
    )
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var site = await db.CourseSites.SingleOrDefaultAsync(one => one.Issuer == said.Issuer && one.ClientId == client, stop);
        if (site is null)
        {
            site = new CourseSiteRecord
            {
                Name = said.Name ?? new Uri(said.Issuer).Host,
                Issuer = said.Issuer,
                ClientId = client,
                AuthorizationEndpoint = "",
                TokenEndpoint = "",
                KeySetUrl = "",
                Deployments = "",
            };
            db.CourseSites.Add(site);
        }

        (site.AuthorizationEndpoint, site.TokenEndpoint, site.KeySetUrl) = (said.AuthorizationEndpoint, said.TokenEndpoint, said.KeySetUrl);
        (site.TokenAudience, site.ArchivedAt) = (said.TokenAudience, null);
        if (deployment is { Length: > 0 } && !deployment.Contains(' ', StringComparison.Ordinal))
        {
            site.Deployments = string.Join(' ', site.DeploymentIds.Append(deployment).Distinct());
        }

        await db.SaveChangesAsync(stop);
        return site;
    }

    /// <summary>What a configuration that was pasted says: the text itself, or the address it is at.</summary>
    internal async Task<Outcome<PlatformConfiguration>> ReadAsync(string pasted, CancellationToken stop)
    {
        var text = pasted.Trim();
        try
        {
            if (LaunchReader.Address(text) is { } address)
            {
                text = await http.CreateClient(LtiServices.Client).GetStringAsync(address, stop);
            }
        }
        catch (Exception problem)
            when (problem is HttpRequestException or TaskCanceledException or InvalidOperationException && !stop.IsCancellationRequested)
        {
            return Outcome<PlatformConfiguration>.Refused("Nothing could be fetched from this address.");
        }

        return text.Length <= LargestConfiguration && PlatformConfiguration.Read(text) is { } said
            ? said
            : Outcome<PlatformConfiguration>.Refused(
                "This is no configuration: it must name issuer, authorization_endpoint, token_endpoint and jwks_uri, each as it is reached."
            );
    }

    /// <summary>Tries a registration: are its keys there, does it give a token?</summary>
    /// <returns>What was tried, and what came of it; null for what went well.</returns>
    public async Task<IReadOnlyList<(string What, string? Problem)>> TryAsync(CourseSiteRecord site, CancellationToken stop)
    {
        var tried = new List<(string, string?)> { ("Its keys can be fetched", await TryKeysAsync(site, stop)) };
        foreach (
            var (scope, what) in new[]
            {
                (LtiNames.ScoreScope, "grades"),
                (LtiNames.MembershipScope, "members"),
                (LtiNames.ColumnReadScope, "columns"),
            }
        )
        {
            tried.Add(($"It gives us a token for {what}", await TryTokenAsync(site, scope, stop)));
        }

        return tried;
    }

    private async Task<string?> TryKeysAsync(CourseSiteRecord site, CancellationToken stop)
    {
        try
        {
            var set = new Microsoft.IdentityModel.Tokens.JsonWebKeySet(
                await http.CreateClient(LtiServices.Client).GetStringAsync(site.KeySetUrl, stop)
            );
            return set.GetSigningKeys().Count > 0 ? null : "there is no key for signatures";
        }
        catch (Exception problem) when (!stop.IsCancellationRequested)
        {
            return Why(problem);
        }
    }

    private async Task<string?> TryTokenAsync(CourseSiteRecord site, string scope, CancellationToken stop)
    {
        try
        {
            // One that is at hand would tell nothing of whether another can be had.
            tokens.Forget(site, scope);
            await tokens.GetAsync(site, scope, stop);
            return null;
        }
        catch (Exception problem) when (!stop.IsCancellationRequested)
        {
            return Why(problem);
        }
    }

    private static string Why(Exception problem) =>
        problem switch
        {
            NoTokenException token => "it " + token.Message,
            HttpRequestException { StatusCode: { } status } => $"it answered {(int)status}",
            HttpRequestException or TaskCanceledException => "it does not answer",
            ArgumentException => "what is there is no key set",
            _ => "its address cannot be used",
        };

    private static string HashOf(string secret) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(secret)));
}
