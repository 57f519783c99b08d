namespace ZestySlate.Web.Lti;

/// <summary>A launch from a course site that has passed every check.</summary>
public sealed record Launch
{
    public required int CourseSiteId { get; init; }

    public required string MessageType { get; init; }

    public required string DeploymentId { get; init; }

    public required string TargetLinkUri { get; init; }

    /// <summary>The person as the course site knows them.</summary>
    public required string Subject { get; init; }

    public required string Name { get; init; }

    public string? Email { get; init; }

    public required bool Teaching { get; init; }

    public string? CourseTitle { get; init; }

    public string? ResourceLinkId { get; init; }

    public string? ResourceLinkTitle { get; init; }

    /// <summary>Where scores go, when the course site lets us send them.</summary>
    public string? LineItemUrl { get; init; }

    /// <summary>Where the course site tells who belongs to the course, when it lets us ask.</summary>
    public string? MembershipsUrl { get; init; }

    /// <summary>The due date, when the course site tells one.</summary>
    public DateTimeOffset? Due { get; init; }

    /// <summary>What completes it, as it was placed; null for as the activity says.</summary>
    public Core.Activities.Completion? CompletedBy { get; init; }

    /// <summary>True when it was placed to be kept back.</summary>
    public bool KeptBack { get; init; }

    public DeepLinkingRequest? DeepLinking { get; init; }
}
