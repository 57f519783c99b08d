namespace ZestySlate.Storage.People;

/// <summary>
/// A signed-in session that is carried in the address instead of a cookie, for work inside a course site's frame where
/// browsers refuse cookies. Only the hash of its secret is stored.
/// </summary>
public sealed class FrameSession
{
    public required string TokenHash { get; set; }

    public required string PersonId { get; set; }

    public required DateTimeOffset ExpiresAt { get; set; }

    /// <summary>The course site it came from.</summary>
    public int? CourseSiteId { get; set; }

    /// <summary>The activity that a visitor does on somebody's page; null in a course site.</summary>
    public string? ActivityId { get; set; }

    /// <summary>True when the page shows the activity without its title line.</summary>
    public bool IsBare { get; set; }

    /// <summary>The assignment that was opened, and as whom (JSON), for who does not learn there; null for learners.</summary>
    public string? CourseSeat { get; set; }

    /// <summary>How the course site presents us (JSON): its language, and where it wants people back; null for nothing said.</summary>
    public string? Presentation { get; set; }

    /// <summary>What the course site wants back when content is being chosen (JSON), or null.</summary>
    public string? DeepLinking { get; set; }
}
