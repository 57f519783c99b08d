namespace ZestySlate.CourseSite.State;

/// <summary>How the page around the tool's frame keeps values for it.</summary>
public enum FrameStorage
{
    /// <summary>As the standard says.</summary>
    Answers,

    /// <summary>It is offered, and nobody answers.</summary>
    Mute,

    /// <summary>It answers with an error.</summary>
    Fails,

    /// <summary>It is not offered.</summary>
    NotOffered,

    /// <summary>A frame of its own in the page answers, which the tool is told by name.</summary>
    InFrame,
}

/// <summary>How the course site misbehaves, or is only another than most, for showing and testing what a tool does then.</summary>
public sealed class Mischief
{
    /// <summary>Seconds before every answer to the tool.</summary>
    public int SlowSeconds { get; set; }

    /// <summary>True to drop the tool's connections without an answer.</summary>
    public bool Away { get; set; }

    /// <summary>True to answer the tool's services with 503.</summary>
    public bool Answers503 { get; set; }

    /// <summary>True to send the nonce of an earlier launch.</summary>
    public bool OldNonce { get; set; }

    public string LastNonce { get; set; } = "";

    /// <summary>True to take scripts out of pages, as many course sites do.</summary>
    public bool NoScripts { get; set; }

    public FrameStorage Storage { get; set; }

    /// <summary>The roles of everybody's launches, parted by blanks; empty for their own, “none” for an empty list.</summary>
    public string? Roles { get; set; }

    /// <summary>True to leave names and e-mail addresses out.</summary>
    public bool NoName { get; set; }

    /// <summary>The deployment that launches name, other than their sign-in did; empty for the same.</summary>
    public string? OtherDeployment { get; set; }

    /// <summary>True to leave out who it is.</summary>
    public bool NoSub { get; set; }

    /// <summary>True to name no column of grades, only the list of columns.</summary>
    public bool ListOnly { get; set; }

    /// <summary>True to leave out grades altogether.</summary>
    public bool NoGrades { get; set; }

    /// <summary>The status that scores are answered with; 0 for as they deserve.</summary>
    public int ScoreStatus { get; set; }

    /// <summary>Seconds that the tool is asked to wait with it (Retry-After); 0 for not said.</summary>
    public int RetryAfter { get; set; }

    /// <summary>True to answer with something that is no token.</summary>
    public bool BrokenTokens { get; set; }

    /// <summary>True to leave out the address in requests for content, as the standard lets.</summary>
    public bool NoTarget { get; set; }

    /// <summary>True to take one item at a time.</summary>
    public bool OneItem { get; set; }

    /// <summary>True to make no columns from what is chosen.</summary>
    public bool NoColumns { get; set; }

    /// <summary>Kinds of content that are taken, parted by blanks; empty for links to tools.</summary>
    public string? AcceptTypes { get; set; }

    /// <summary>Where content is shown, parted by blanks; empty for in the page.</summary>
    public string? Targets { get; set; }

    /// <summary>True to send what was chosen on to the site's other address.</summary>
    public bool Elsewhere { get; set; }

    /// <summary>The language of the site's pages; empty for not said.</summary>
    public string? Locale { get; set; }
}
