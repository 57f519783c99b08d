using System.Text.Json;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Lti;

/// <summary>A course site's wish for content to be chosen (Deep Linking 2.0, deep_linking_settings); it lasts as long as the session in the address.</summary>
/// <param name="ReturnUrl">Where the choice is brought; null for a link of the course that was made without choosing: it is kept here.</param>
/// <param name="Data">What the course site wants back as it is.</param>
/// <param name="DeploymentId">Its deployment.</param>
/// <param name="CourseTitle">The course, or "the course".</param>
public sealed record DeepLinkingRequest(string? ReturnUrl, string? Data, string DeploymentId, string CourseTitle)
{
    /// <summary>The link of the course that was made without choosing (resource_link id); null for a wish for content items.</summary>
    public string? LinkId { get; init; }

    /// <summary>True when the course site takes several items at once (accept_multiple).</summary>
    public bool TakesSeveral { get; init; }

    /// <summary>False when the course site makes no columns of grades from what is chosen (accept_lineitem).</summary>
    public bool TakesColumns { get; init; } = true;

    /// <summary>Where the course site shows content (accept_presentation_document_targets): iframe, window, embed; empty for not said.</summary>
    public IReadOnlyList<string> Targets { get; init; } = [];

    /// <summary>True when content can be shown so.</summary>
    public bool Takes(string target) => Targets.Count == 0 || Targets.Contains(target);

    /// <summary>The wish of the present session, or null.</summary>
    public static DeepLinkingRequest? Of(HttpContext context) =>
        FrameSessionPath.SessionOf(context)?.DeepLinking is { } json ? JsonSerializer.Deserialize<DeepLinkingRequest>(json) : null;
}
