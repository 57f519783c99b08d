using System.Text.Json;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Lti;

/// <summary>A course site's wish for content to be chosen (Deep Linking 2.0, deep_linking_settings); it lasts as long as the session in the address.</summary>
public sealed record DeepLinkingRequest(string ReturnUrl, string? Data, string DeploymentId, string CourseTitle)
{
    /// <summary>True when the course site takes several items at once (accept_multiple).</summary>
    public bool TakesSeveral { get; init; }

    /// <summary>The wish of the present session, or null.</summary>
    public static DeepLinkingRequest? Of(HttpContext context) =>
        FrameSessionPath.SessionOf(context)?.DeepLinking is { } json ? JsonSerializer.Deserialize<DeepLinkingRequest>(json) : null;
}
