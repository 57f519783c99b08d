using ZestySlate.Core.Activities;

namespace ZestySlate.Web.Lti;

/// <summary>A launch from a course site that has passed every check.</summary>
public sealed record Launch
{
    public required int CourseSiteId { get; init; }

    public required string DeploymentId { get; init; }

    /// <summary>The address of ours that is opened.</summary>
    public required string TargetLinkUri { get; init; }

    /// <summary>The person as the course site knows them; null for a launch without a name (LTI 1.3 core, 5.3.6).</summary>
    public string? Subject { get; init; }

    /// <summary>What the course site calls them; null when it does not say.</summary>
    public string? Name { get; init; }

    public string? Email { get; init; }

    public CourseRole Role { get; init; }

    /// <summary>Whom an observer accompanies, as the course site knows them (role_scope_mentor).</summary>
    public IReadOnlyList<string> Mentored { get; init; } = [];

    public string? CourseTitle { get; init; }

    /// <summary>The link that was opened; null where content is to be chosen.</summary>
    public string? ResourceLinkId { get; init; }

    public string? ResourceLinkTitle { get; init; }

    /// <summary>Where scores go, when the course site lets us send them.</summary>
    public string? LineItemUrl { get; init; }

    /// <summary>Where its columns are listed, when the course site lets us read them.</summary>
    public string? LineItemsUrl { get; init; }

    /// <summary>Where the course site tells who belongs to the course, when it lets us ask.</summary>
    public string? MembershipsUrl { get; init; }

    /// <summary>The due date, when the course site tells one.</summary>
    public DateTimeOffset? Due { get; init; }

    /// <summary>What completes it, as it was placed; null for as the activity says.</summary>
    public Completion? CompletedBy { get; init; }

    /// <summary>True when it was placed to be kept back.</summary>
    public bool KeptBack { get; init; }

    public DeepLinkingRequest? DeepLinking { get; init; }

    public Presentation Presented { get; init; } = Presentation.Unsaid;
}
