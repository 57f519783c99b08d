using Microsoft.EntityFrameworkCore;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>What the checks of a launch found.</summary>
/// <param name="Launch">The launch; null when it was refused.</param>
/// <param name="Login">The sign-in that it answers; null when there is none.</param>
/// <param name="Reason">Why it was refused, as an entry of the words of pages; null when it was not.</param>
/// <param name="Detail">What was sent that was not expected, for those who run the installation.</param>
public sealed record LaunchCheck(Launch? Launch, CourseSiteLogin? Login, string? Reason, string Detail = "");

/// <summary>
/// The checks of a launch (1EdTech Security Framework 1.0, 5.1.3 Authentication Response Validation; LTI 1.3 core, 5.3
/// required claims). Any failure refuses the launch with an entry of
/// the words of pages, for the person in front of it.
/// </summary>
public sealed class LaunchValidator(LaunchLogins logins, KeySets keySets, TimeProvider clock)
{
    private static readonly TimeSpan ClockSkew = TimeSpan.FromSeconds(60);

    private sealed record Problem(string Reason, string Detail = "");

    /// <summary>Validates the posted state and id_token. The state's nonce is used up by it.</summary>
    public async Task<LaunchCheck> ValidateAsync(string state, string idToken)
    {
        if (await logins.FindAsync(state) is not { } login)
        {
            return new LaunchCheck(null, null, "ltiSignInOld");
        }

        LaunchCheck Refused(Problem problem) => new(null, login, problem.Reason, problem.Detail);
        if (await logins.SiteOfAsync(login) is not { ArchivedAt: null } site)
        {
            return Refused(new Problem("ltiSiteGone"));
        }

        var (claims, unsigned) = await SignedAsync(idToken, site);
        if ((claims is null ? unsigned : Refuse(claims, site, login)) is { } problem)
        {
            return Refused(problem);
        }

        return await logins.UseAsync(login)
            ? new LaunchCheck(LaunchReader.Of(claims!, site, login), login, null)
            : Refused(new Problem("ltiUsed"));
    }

    /// <summary>The claims of a token that the course site has signed, or what is wrong with it.</summary>
    private async Task<(LaunchClaims? Claims, Problem? Problem)> SignedAsync(string idToken, CourseSiteRecord site)
    {
        if (idToken.Length > TokenValidationParameters.DefaultMaximumTokenSizeInBytes)
        {
            return (null, new Problem("ltiTooLarge"));
        }

        if (!new JsonWebTokenHandler().CanReadToken(idToken))
        {
            return (null, new Problem("ltiNotSigned"));
        }

        if (Read(idToken) is not { } token || LaunchClaims.Of(token) is not { } claims)
        {
            return (null, new Problem("ltiClaim"));
        }

        // What must be understood and is not makes the whole invalid (RFC 7515, 4.1.11): we understand no extension.
        if (token.TryGetHeaderValue<object>("crit", out _))
        {
            return (null, new Problem("ltiBadlySigned", "crit"));
        }

        IList<SecurityKey> keys;
        try
        {
            keys = await keySets.GetAsync(site.KeySetUrl, token.Kid);
        }
        catch (HttpRequestException)
        {
            return (null, new Problem("ltiNoKeys", site.KeySetUrl));
        }

        var problem = await CheckSignatureAsync(idToken, keys);
        if (problem?.Reason == "ltiSignature")
        {
            problem = await CheckSignatureAsync(idToken, await keySets.AgainAsync(site.KeySetUrl));
        }

        return (problem is null ? claims : null, problem);
    }

    /// <summary>The token; null where one of the claims that every token has is of another type (RFC 7519, 4.1).</summary>
    private static JsonWebToken? Read(string idToken)
    {
        try
        {
            return new JsonWebToken(idToken);
        }
        catch (Exception problem) when (problem is ArgumentException or FormatException or OverflowException)
        {
            return null;
        }
    }

    private static async Task<Problem?> CheckSignatureAsync(string idToken, IList<SecurityKey> keys)
    {
        var result = await new JsonWebTokenHandler().ValidateTokenAsync(
            idToken,
            new TokenValidationParameters
            {
                IssuerSigningKeys = keys,
                RequireSignedTokens = true,
                ValidateIssuerSigningKey = true,
                ValidAlgorithms = [SecurityAlgorithms.RsaSha256],
                // These are judged by the claims themselves, with words for each: see below.
                IssuerValidator = (issuer, _, _) => issuer,
                AudienceValidator = (_, _, _) => true,
                LifetimeValidator = (_, _, _, _) => true,
            }
        );
        return result.IsValid
            ? null
            : new Problem(
                result.Exception is SecurityTokenSignatureKeyNotFoundException or SecurityTokenInvalidSignatureException
                    ? "ltiSignature"
                    : "ltiBadlySigned"
            );
    }

    /// <summary>What is wrong with the claims; null when nothing is.</summary>
    private Problem? Refuse(LaunchClaims claims, CourseSiteRecord site, CourseSiteLogin login) =>
        RefuseSender(claims, site) ?? RefuseTime(claims) ?? RefuseMessage(claims, site, login);

    private static Problem? RefuseSender(LaunchClaims claims, CourseSiteRecord site)
    {
        if (claims.Text("iss") != site.Issuer)
        {
            return new Problem("ltiIssuer", "iss " + claims.Text("iss"));
        }

        // One audience may stand without a list around it (RFC 7519, 4.1.3). Others beside us are trusted by nobody here.
        var audience = claims.Text("aud") is { } one ? [one] : claims.Texts("aud") ?? [];
        if (audience.Count == 0 || audience.Any(name => name != site.ClientId))
        {
            return new Problem("ltiAudience", "aud " + string.Join(' ', audience));
        }

        return claims.Has("azp") && claims.Text("azp") != site.ClientId ? new Problem("ltiAuthorised", "azp " + claims.Text("azp")) : null;
    }

    private Problem? RefuseTime(LaunchClaims claims)
    {
        var now = clock.GetUtcNow();
        if (claims.Moment("exp") is not { } end)
        {
            return new Problem("ltiClaim", "exp");
        }

        if (claims.Moment("iat") is not { } issued || (claims.Has("nbf") && claims.Moment("nbf") is null))
        {
            return new Problem("ltiClaim", claims.Moment("iat") is null ? "iat" : "nbf");
        }

        return end <= now - ClockSkew ? new Problem("ltiTooOld", $"exp {end:u}")
            : issued >= now + ClockSkew || claims.Moment("nbf") >= now + ClockSkew ? new Problem("ltiTooEarly", $"iat {issued:u}")
            : null;
    }

    private static Problem? RefuseMessage(LaunchClaims claims, CourseSiteRecord site, CourseSiteLogin login)
    {
        var type = claims.Text(LtiNames.MessageType);
        var deployment = claims.Text(LtiNames.DeploymentId);
        if (claims.Text("nonce") != login.Nonce)
        {
            return new Problem("ltiNonce");
        }

        if (claims.Text(LtiNames.Version) != "1.3.0")
        {
            return new Problem("ltiVersion", "version " + claims.Text(LtiNames.Version));
        }

        if (type is not (LtiNames.ResourceLinkRequest or LtiNames.DeepLinkingRequest))
        {
            return new Problem("ltiMessageType", "message_type " + type);
        }

        // Named at the sign-in too, it must be the same (core, 4.1.2).
        if (deployment is null || !site.DeploymentIds.Contains(deployment) || (login.DeploymentId ?? deployment) != deployment)
        {
            return new Problem("ltiDeployment", "deployment_id " + deployment);
        }

        // Required of the opening of a link (core, 5.3.5); Deep Linking 2.0 does not list it for its requests.
        var target = claims.Text(LtiNames.TargetLinkUri);
        if (target is null ? type == LtiNames.ResourceLinkRequest || claims.Has(LtiNames.TargetLinkUri) : target != login.TargetLink)
        {
            return new Problem("ltiTarget", "target_link_uri " + target);
        }

        return type == LtiNames.ResourceLinkRequest ? RefuseLink(claims) : RefuseWish(claims);
    }

    private static Problem? RefuseLink(LaunchClaims claims) =>
        claims.Text(LtiNames.ResourceLink, "id") is null ? new Problem("ltiNoLink")
        // A launch without sub is somebody's without a name (core, 5.3.6); an empty or odd one is a fault.
        : claims.Has("sub") && claims.Text("sub") is null ? new Problem("ltiClaim", "sub")
        : null;

    /// <summary>A wish for content needs somebody, a way back, and must be one that we can fulfil (Deep Linking 2.0, 4.4.1).</summary>
    private static Problem? RefuseWish(LaunchClaims claims) =>
        claims.Text("sub") is null ? new Problem("ltiNobody")
        : LaunchReader.Address(claims.Text(LtiNames.DeepLinkingSettings, "deep_link_return_url")) is null ? new Problem("ltiNoReturn")
        : claims.Texts(LtiNames.DeepLinkingSettings, "accept_types") is { } types && !types.Contains(LtiNames.LinkType)
            ? new Problem("ltiTakesNoLinks", "accept_types " + string.Join(' ', types))
        : null;
}
