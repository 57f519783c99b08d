using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Lti;

/// <summary>Reads what a launch says, once it has passed the checks.</summary>
internal static class LaunchReader
{
    /// <summary>Names longer than this are cut, in characters.</summary>
    private const int LongestName = 200;

    /// <summary>How a due date is written (ISO 8601); other ways are guesses.</summary>
    private static readonly string[] Times = ["yyyy-MM-dd'T'HH:mm:ssK", "yyyy-MM-dd'T'HH:mm:ss.FFFFFFFK", "yyyy-MM-dd'T'HH:mmK"];

    /// <summary>The launch.</summary>
    /// <param name="claims">Its claims.</param>
    /// <param name="site">Who sent it.</param>
    /// <param name="login">The sign-in that it answers.</param>
    public static Launch Of(LaunchClaims claims, CourseSiteRecord site, CourseSiteLogin login)
    {
        var scopes = claims.Texts(LtiNames.AgsEndpoint, "scope") ?? [];
        var deployment = claims.Text(LtiNames.DeploymentId)!;
        var course = Cut(claims.Text(LtiNames.Context, "title") ?? claims.Text(LtiNames.Context, "label"));
        return new Launch
        {
            CourseSiteId = site.Id,
            DeploymentId = deployment,
            TargetLinkUri = login.TargetLink,
            Subject = claims.Text("sub"),
            Name = NameOf(claims.Text("name"), claims.Text("given_name"), claims.Text("family_name")),
            Email = claims.Flag("email_verified") == false ? null : claims.Text("email"),
            Role = CourseRoles.Of(claims.Texts(LtiNames.Roles) ?? []),
            Mentored = claims.Texts(LtiNames.RoleScopeMentor) ?? [],
            CourseTitle = course,
            ResourceLinkId = claims.Text(LtiNames.ResourceLink, "id"),
            ResourceLinkTitle = Cut(claims.Text(LtiNames.ResourceLink, "title")),
            LineItemUrl = scopes.Contains(LtiNames.ScoreScope) ? Address(claims.Text(LtiNames.AgsEndpoint, "lineitem")) : null,
            LineItemsUrl = scopes.Any(LtiNames.ReadsColumns) ? Address(claims.Text(LtiNames.AgsEndpoint, "lineitems")) : null,
            MembershipsUrl = Address(claims.Text(LtiNames.NrpsService, "context_memberships_url")),
            Due = DateTimeOffset.TryParseExact(
                claims.Text(LtiNames.Custom, "due"),
                Times,
                CultureInfo.InvariantCulture,
                DateTimeStyles.AssumeUniversal,
                out var due
            )
                ? due
                : null,
            CompletedBy = Completions.Read(claims.Text(LtiNames.Custom, "completed")),
            KeptBack = claims.Text(LtiNames.Custom, "kept_back") == "true",
            DeepLinking =
                claims.Text(LtiNames.MessageType) == LtiNames.DeepLinkingRequest
                    ? WishOf(claims, deployment, course ?? "the course")
                    : null,
            Presented = new Presentation(
                claims.Text(LtiNames.Presentation, "locale"),
                Address(claims.Text(LtiNames.Presentation, "return_url")),
                claims.Text(LtiNames.Presentation, "document_target") is not "window"
            ),
        };
    }

    /// <summary>A name as it is shown: what stands whole, else its parts; null when nothing is left of it without blanks.</summary>
    public static string? NameOf(string? name, string? given, string? family) =>
        Cut(
            string.IsNullOrWhiteSpace(name)
                ? string.Join(' ', new[] { given, family }.Where(part => !string.IsNullOrWhiteSpace(part)))
                : name
        );

    /// <summary>An address that can be asked: absolute, http or https; else null.</summary>
    public static string? Address(string? given) =>
        Uri.TryCreate(given, UriKind.Absolute, out var address) && (address.Scheme is "http" or "https") && address.Host.Length > 0
            ? given
            : null;

    private static DeepLinkingRequest WishOf(LaunchClaims claims, string deployment, string course) =>
        new(
            Address(claims.Text(LtiNames.DeepLinkingSettings, "deep_link_return_url")),
            claims.Text(LtiNames.DeepLinkingSettings, "data"),
            deployment,
            course
        )
        {
            TakesSeveral = claims.Flag(LtiNames.DeepLinkingSettings, "accept_multiple") == true,
            TakesColumns = claims.Flag(LtiNames.DeepLinkingSettings, "accept_lineitem") != false,
            Targets = claims.Texts(LtiNames.DeepLinkingSettings, "accept_presentation_document_targets") ?? [],
        };

    private static string? Cut(string? text) => text?.Trim() is { Length: > 0 } plain ? plain.Cut(LongestName) : null;
}
