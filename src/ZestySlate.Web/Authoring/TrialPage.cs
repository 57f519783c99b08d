using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Authoring;

/// <summary>A page on which something is tried as learners meet it, and nothing is kept.</summary>
/// <param name="Document">What is tried.</param>
/// <param name="View">Where the trial stands.</param>
/// <param name="Links">How its page speaks with the server.</param>
/// <param name="Said">What it is, in a few words.</param>
public sealed record TrialPage(Activity Document, LearnerView View, PlayLinks Links, string Said)
{
    /// <summary>Where it leads back to, and how that is called; null in a frame.</summary>
    public (string Address, string Words)? Back { get; init; }

    /// <summary>True inside a course site's page.</summary>
    public bool IsInCourse { get; init; }

    /// <summary>The language of what is said around it.</summary>
    public string Language { get; init; } = Document.Language;
}

/// <summary>Links of pages that are loaded whole.</summary>
internal static class TrialLinks
{
    /// <summary>The same on this page, which lets its own styles through; a script takes none.</summary>
    public static PlayLinks On(this PlayLinks links, HttpContext context) =>
        links with
        {
            StyleNonce = EventReply.FromScript(context) ? null : SecurityHeaders.StyleNonce(context),
        };
}
