using System.Text.Json;
using Microsoft.AspNetCore.WebUtilities;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Lti;

/// <summary>How a course site presents us (LTI 1.3 core, 5.4.4 launch presentation claim).</summary>
/// <param name="Language">The language of its page, as a tag (BCP 47); null when it does not say.</param>
/// <param name="ReturnUrl">Where it wants people back; null when it does not say.</param>
/// <param name="InFrame">True when we stand inside its page; there is no way back needed there.</param>
public sealed record Presentation(string? Language, string? ReturnUrl, bool InFrame)
{
    /// <summary>Nothing was said of it.</summary>
    public static Presentation Unsaid { get; } = new(null, null, true);

    /// <summary>That of the present session.</summary>
    public static Presentation Of(HttpContext context) =>
        FrameSessionPath.SessionOf(context)?.Presentation is { } json ? JsonSerializer.Deserialize<Presentation>(json)! : Unsaid;

    /// <summary>Where people go back to; null inside the course's page.</summary>
    public string? Back => InFrame ? null : ReturnUrl;

    /// <summary>Where people go back to after something was refused, with why: for them, and for the course site's log (5.4.4, lti_errormsg).</summary>
    public string? BackWith(string problem) =>
        ReturnUrl is null
            ? null
            : QueryHelpers.AddQueryString(
                ReturnUrl,
                new Dictionary<string, string?> { ["lti_errormsg"] = problem, ["lti_errorlog"] = problem }
            );
}
