namespace ZestySlate.CourseSite.Lti;

/// <summary>Where the course site is. It may be reached under several addresses; it signs people in and is known under one.</summary>
/// <param name="issuer">The one, when it was set.</param>
/// <param name="services">Where its services are reached, when that is another: behind a web server that speaks https.</param>
/// <param name="other">A second address of it, for pages and for sending people on.</param>
public sealed class SiteAddress(string? issuer, string? services, string? other)
{
    /// <summary>Under which it is known: the issuer.</summary>
    public string Issuer(HttpContext context) => issuer ?? OriginOf(context);

    /// <summary>Where tools ask its services.</summary>
    public string Services(HttpContext context) => services ?? Issuer(context);

    /// <summary>Its second address; the first where it has no other.</summary>
    public string Other(HttpContext context) => other ?? Issuer(context);

    /// <summary>Where the page is that somebody looks at.</summary>
    public static string OriginOf(HttpContext context) => $"{context.Request.Scheme}://{context.Request.Host}";
}
