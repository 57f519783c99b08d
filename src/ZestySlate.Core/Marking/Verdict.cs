namespace ZestySlate.Core.Marking;

/// <summary>What is said of a part or of a question.</summary>
public enum Verdict
{
    Right,
    Partly,
    Wrong,

    /// <summary>Nothing was given where something was due.</summary>
    Missing,

    /// <summary>It is not marked at all and counts on neither side of the fraction.</summary>
    Ungraded,

    /// <summary>A person has still to mark it; the total is provisional.</summary>
    Waiting,
}
