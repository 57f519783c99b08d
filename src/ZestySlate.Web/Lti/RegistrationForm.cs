using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>The fields of a registration, as a keeper types them.</summary>
public sealed class RegistrationForm
{
    public string Name { get; set; } = "";

    public string Issuer { get; set; } = "";

    public string ClientId { get; set; } = "";

    public string Deployments { get; set; } = "";

    public string AuthorizationEndpoint { get; set; } = "";

    public string TokenEndpoint { get; set; } = "";

    public string? TokenAudience { get; set; }

    public string KeySetUrl { get; set; } = "";

    public string? Frames { get; set; }

    public bool LearnsFrames { get; set; } = true;

    public bool LinksByEmail { get; set; }

    public bool MakesTeachers { get; set; } = true;

    /// <summary>Of a registration that is there.</summary>
    public static RegistrationForm Of(CourseSiteRecord site) =>
        new()
        {
            Name = site.Name,
            Issuer = site.Issuer,
            ClientId = site.ClientId,
            Deployments = site.Deployments,
            AuthorizationEndpoint = site.AuthorizationEndpoint,
            TokenEndpoint = site.TokenEndpoint,
            TokenAudience = site.TokenAudience,
            KeySetUrl = site.KeySetUrl,
            Frames = site.Frames,
            LearnsFrames = site.LearnsFrames,
            LinksByEmail = site.LinksByEmail,
            MakesTeachers = site.MakesTeachers,
        };

    /// <summary>Takes over what a course site says of itself; what it does not say stays as it was typed.</summary>
    internal void Take(PlatformConfiguration said)
    {
        (Issuer, AuthorizationEndpoint, TokenEndpoint, KeySetUrl) = (
            said.Issuer,
            said.AuthorizationEndpoint,
            said.TokenEndpoint,
            said.KeySetUrl
        );
        TokenAudience = said.TokenAudience ?? TokenAudience;
        Name = Name.Length > 0 ? Name : said.Name ?? "";
    }

    /// <summary>Blanks around what was pasted are nobody's; ids may be parted by commas and lines too.</summary>
    public void Clean()
    {
        (Name, Issuer, ClientId) = (Name.Trim(), Issuer.Trim(), ClientId.Trim());
        (AuthorizationEndpoint, TokenEndpoint, KeySetUrl) = (AuthorizationEndpoint.Trim(), TokenEndpoint.Trim(), KeySetUrl.Trim());
        TokenAudience = TokenAudience?.Trim() is { Length: > 0 } audience ? audience : null;
        Deployments = string.Join(
            ' ',
            Deployments.Split([' ', ',', ';', '\t', '\r', '\n'], StringSplitOptions.RemoveEmptyEntries).Distinct()
        );
    }

    /// <summary>What cannot be, in words; null when nothing is wrong.</summary>
    public string? Refuse()
    {
        var addresses = new[] { AuthorizationEndpoint, TokenEndpoint, KeySetUrl };
        return addresses.FirstOrDefault(address => LaunchReader.Address(address) is null) is { } wrong
                ? $"“{wrong}” is not an http or https address."
            : new[] { Name, Issuer, ClientId, Deployments }.Any(field => field.Length == 0) ? "Fill in every field."
            : FrameOrigins.Read(Frames).Wrong is { } odd
                ? $"“{odd}” is no origin. One reads https://courses.example, or https://*.courses.example."
            : null;
    }

    /// <summary>Writes it into a registration.</summary>
    public void Write(CourseSiteRecord site)
    {
        (site.Name, site.Issuer, site.ClientId, site.Deployments) = (Name, Issuer, ClientId, Deployments);
        (site.AuthorizationEndpoint, site.TokenEndpoint, site.KeySetUrl) = (AuthorizationEndpoint, TokenEndpoint, KeySetUrl);
        (site.TokenAudience, site.Frames, site.LearnsFrames) = (TokenAudience, FrameOrigins.Read(Frames).List, LearnsFrames);
        (site.LinksByEmail, site.MakesTeachers) = (LinksByEmail, MakesTeachers);
    }
}
