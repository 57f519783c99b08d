namespace ZestySlate.Player;

/// <summary>What the learner's components need to know of the host that shows them.</summary>
/// <param name="Events">Where events are posted.</param>
/// <param name="Attempt">The attempt's id; answers that wait for a connection are kept under it.</param>
/// <param name="Proof">The name and value of the form field that proves a post comes from our own page; null where none is needed.</param>
/// <param name="StyleNonce">The nonce of the page's own style element, or null inside a fragment.</param>
public sealed record PlayLinks(string Events, string Attempt, (string Name, string Value)? Proof, string? StyleNonce)
{
    /// <summary>Where files are handed over; each is then found below it by its id.</summary>
    public string Files => Beside("files");

    /// <summary>Where recordings are sent piece by piece.</summary>
    public string Recordings => Beside("recordings");

    /// <summary>Where drawings are found as SVG, each by its question with “.svg” after it.</summary>
    public string Drawings => Beside("drawings");

    /// <summary>The whole work below each other, for paper; null where there is nothing to print.</summary>
    public string? Paper { get; init; }

    /// <summary>Where learners add spots of their own; null in a trial, where nothing is kept.</summary>
    public string? Adding => IsTrial ? null : Beside("spots");

    private string Beside(string name) => Events[..(Events.LastIndexOf('/') + 1)] + name;

    /// <summary>What another activity needs in its query to lead back to this one; empty in a trial.</summary>
    public string Back { get; init; } = "";

    /// <summary>The path base of the session, in front of addresses of our own.</summary>
    public string Base { get; init; } = "";

    /// <summary>Our own host and port; pages from there are framed more strictly.</summary>
    public string OwnHost { get; init; } = "";

    /// <summary>True for an author's trial: nothing is kept, nothing is handed in for good.</summary>
    public bool IsTrial { get; init; }

    /// <summary>True on an author's sheets of paper: what opens on a screen is written out.</summary>
    public bool IsPaper { get; init; }

    /// <summary>Where a visitor begins anew after handing in, or null when that is not offered.</summary>
    public string? Again { get; init; }
}
