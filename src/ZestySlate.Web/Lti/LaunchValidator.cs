using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>
/// The checks of a launch (1EdTech Security Framework 1.0, 5.1.3 Authentication Response Validation; LTI 1.3 core, 5.3
/// required claims). Any failure refuses the launch with an entry of
/// the words of pages, for the person in front of it.
/// </summary>
public sealed class LaunchValidator(SlateDb db, KeySets keySets, TimeProvider clock)
{
    private static readonly TimeSpan ClockSkew = TimeSpan.FromSeconds(60);

    /// <summary>Validates the posted state and id_token. The state's nonce is used up by it.</summary>
    public async Task<Outcome<(Launch Launch, CourseSiteLogin Login)>> ValidateAsync(string state, string idToken)
    {
        static Outcome<(Launch, CourseSiteLogin)> Refused(string reason) => Outcome<(Launch, CourseSiteLogin)>.Refused(reason);

        var now = clock.GetUtcNow();
        var login = await db.CourseSiteLogins.SingleOrDefaultAsync(l => l.State == state);
        if (login is null || login.ExpiresAt < now)
        {
            return Refused("ltiSignInOld");
        }

        var site = await db.CourseSites.AsNoTracking().SingleOrDefaultAsync(s => s.Id == login.CourseSiteId);
        if (site is null)
        {
            return Refused("ltiSiteGone");
        }

        var handler = new JsonWebTokenHandler();
        if (!handler.CanReadToken(idToken))
        {
            return Refused("ltiNotSigned");
        }

        IList<SecurityKey> keys;
        try
        {
            keys = await keySets.GetAsync(site.KeySetUrl, new JsonWebToken(idToken).Kid);
        }
        catch (Exception problem) when (problem is HttpRequestException or TaskCanceledException or ArgumentException)
        {
            return Refused("ltiNoKeys");
        }

        var result = await handler.ValidateTokenAsync(
            idToken,
            new TokenValidationParameters
            {
                IssuerSigningKeys = keys,
                RequireSignedTokens = true,
                ValidateIssuerSigningKey = true,
                ValidAlgorithms = [SecurityAlgorithms.RsaSha256],
                ValidIssuer = site.Issuer,
                ValidAudience = site.ClientId,
                RequireExpirationTime = true,
                ClockSkew = ClockSkew,
                LifetimeValidator = (from, until, _, _) =>
                    until is { } end
                    && end.ToUniversalTime() > (now - ClockSkew).UtcDateTime
                    && (from is not { } begin || begin.ToUniversalTime() < (now + ClockSkew).UtcDateTime),
            }
        );
        if (!result.IsValid)
        {
            return Refused(
                result.Exception switch
                {
                    SecurityTokenSignatureKeyNotFoundException or SecurityTokenInvalidSignatureException => "ltiSignature",
                    SecurityTokenInvalidIssuerException => "ltiIssuer",
                    SecurityTokenInvalidAudienceException => "ltiAudience",
                    SecurityTokenInvalidLifetimeException or SecurityTokenExpiredException or SecurityTokenNoExpirationException =>
                        "ltiTooOld",
                    _ => "ltiBadlySigned",
                }
            );
        }

        var token = (JsonWebToken)result.SecurityToken;
        return CheckClaims(token, site, login) is { } refusal ? Refused(refusal) : await UseNonceAsync(login, token, site);
    }

    private static string? CheckClaims(JsonWebToken token, CourseSiteRecord site, CourseSiteLogin login)
    {
        var authorized = Text(token, "azp");
        if ((token.Audiences.Count() > 1 && authorized is null) || (authorized is not null && authorized != site.ClientId))
        {
            return "ltiAuthorised";
        }

        if (Text(token, "nonce") != login.Nonce)
        {
            return "ltiNonce";
        }

        if (Text(token, LtiNames.Version) != "1.3.0")
        {
            return "ltiVersion";
        }

        if (Text(token, LtiNames.MessageType) is not (LtiNames.ResourceLinkRequest or LtiNames.DeepLinkingRequest))
        {
            return "ltiMessageType";
        }

        if (Text(token, LtiNames.DeploymentId) is not { } deployment || !site.DeploymentIds.Contains(deployment))
        {
            return "ltiDeployment";
        }

        if (Text(token, LtiNames.TargetLinkUri) != login.TargetLink)
        {
            return "ltiTarget";
        }

        if (string.IsNullOrEmpty(token.Subject))
        {
            return "ltiNobody";
        }

        if (Text(token, LtiNames.MessageType) == LtiNames.ResourceLinkRequest && Part(token, LtiNames.ResourceLink, "id") is null)
        {
            return "ltiNoLink";
        }

        return
            Text(token, LtiNames.MessageType) == LtiNames.DeepLinkingRequest
            && Part(token, LtiNames.DeepLinkingSettings, "deep_link_return_url") is null
            ? "ltiNoReturn"
            : null;
    }

    private async Task<Outcome<(Launch, CourseSiteLogin)>> UseNonceAsync(CourseSiteLogin login, JsonWebToken token, CourseSiteRecord site)
    {
        // One statement decides, so that two launches at once cannot both use it.
        if (
            await db
                .CourseSiteLogins.Where(l => l.State == login.State && !l.NonceUsed)
                .ExecuteUpdateAsync(set => set.SetProperty(l => l.NonceUsed, true)) == 0
        )
        {
            return Outcome<(Launch, CourseSiteLogin)>.Refused("ltiUsed");
        }

        return (LaunchOf(token, site), login);
    }

    private static Launch LaunchOf(JsonWebToken token, CourseSiteRecord site)
    {
        var roles = Claim(token, LtiNames.Roles) is { ValueKind: JsonValueKind.Array } list
            ? list.EnumerateArray().Where(role => role.ValueKind == JsonValueKind.String).Select(role => role.GetString()!).ToList()
            : [];
        var scopes =
            Claim(token, LtiNames.AgsEndpoint) is { ValueKind: JsonValueKind.Object } ags
            && ags.TryGetProperty("scope", out var scope)
            && scope.ValueKind == JsonValueKind.Array
                ? scope.EnumerateArray().Where(s => s.ValueKind == JsonValueKind.String).Select(s => s.GetString()).ToList()
                : [];
        var name = Text(token, "name")
            ?? string.Join(' ', new[] { Text(token, "given_name"), Text(token, "family_name") }.Where(n => n is not null));
        return new Launch
        {
            CourseSiteId = site.Id,
            MessageType = Text(token, LtiNames.MessageType)!,
            DeploymentId = Text(token, LtiNames.DeploymentId)!,
            TargetLinkUri = Text(token, LtiNames.TargetLinkUri)!,
            Subject = token.Subject,
            Name = name.Length > 0 ? name : "Somebody from " + site.Name,
            Email = Claim(token, "email_verified") is { ValueKind: JsonValueKind.False } ? null : Text(token, "email"),
            Teaching = LtiNames.IsTeaching(roles),
            CourseTitle = Part(token, LtiNames.Context, "title"),
            ResourceLinkId = Part(token, LtiNames.ResourceLink, "id"),
            ResourceLinkTitle = Part(token, LtiNames.ResourceLink, "title"),
            LineItemUrl = scopes.Contains(LtiNames.ScoreScope) ? Address(Part(token, LtiNames.AgsEndpoint, "lineitem")) : null,
            MembershipsUrl = Address(Part(token, LtiNames.NrpsService, "context_memberships_url")),
            Due = DateTimeOffset.TryParse(
                Part(token, LtiNames.Custom, "due"),
                System.Globalization.CultureInfo.InvariantCulture,
                System.Globalization.DateTimeStyles.AssumeUniversal,
                out var due
            )
                ? due
                : null,
            CompletedBy = Authoring.Completions.Read(Part(token, LtiNames.Custom, "completed")),
            KeptBack = Part(token, LtiNames.Custom, "kept_back") == "true",
            DeepLinking = Part(token, LtiNames.DeepLinkingSettings, "deep_link_return_url") is { } returnUrl
                ? new DeepLinkingRequest(
                    returnUrl,
                    Part(token, LtiNames.DeepLinkingSettings, "data"),
                    Text(token, LtiNames.DeploymentId)!,
                    Part(token, LtiNames.Context, "title") ?? "the course"
                )
                {
                    TakesSeveral =
                        Claim(token, LtiNames.DeepLinkingSettings) is { } settings
                        && settings.TryGetProperty("accept_multiple", out var several)
                        && several.ValueKind == JsonValueKind.True,
                }
                : null,
        };
    }

    /// <summary>An address that can be asked: absolute, http or https; else null.</summary>
    private static string? Address(string? given) =>
        Uri.TryCreate(given, UriKind.Absolute, out var address) && (address.Scheme is "http" or "https") && address.Host.Length > 0
            ? given
            : null;

    private static JsonElement? Claim(JsonWebToken token, string name) =>
        token.TryGetPayloadValue<JsonElement>(name, out var value) ? value : null;

    private static string? Text(JsonWebToken token, string name) =>
        token.TryGetPayloadValue<string>(name, out var value) && !string.IsNullOrEmpty(value) ? value : null;

    private static string? Part(JsonWebToken token, string name, string part) =>
        Claim(token, name) is { ValueKind: JsonValueKind.Object } claim
        && claim.TryGetProperty(part, out var value)
        && value.ValueKind == JsonValueKind.String
            ? value.GetString()
            : null;
}
