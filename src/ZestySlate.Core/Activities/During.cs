namespace ZestySlate.Core.Activities;

/// <summary>When a spot is there, on a backdrop that has a course in time. It belongs to the structure, as what one may do depends on it.</summary>
/// <param name="From">Seconds from the beginning, 0 or more.</param>
/// <param name="Until">Seconds from the beginning, after <paramref name="From"/>; null for up to the end.</param>
public sealed record During(decimal From, decimal? Until)
{
    /// <summary>The longest course in time, in seconds: a day.</summary>
    public const decimal Longest = 86_400;

    /// <summary>True when it is there at this moment; its end is not part of it.</summary>
    public bool Holds(decimal second) => second >= From && (Until is null || second < Until);

    /// <summary>Why it cannot be, in words; null when it can.</summary>
    public string? Refuse() =>
        From is < 0 or >= Longest ? "A spot is there from a moment between the beginning and the end of a day."
        : Until <= From ? "A spot is there for some time: its end lies behind its beginning."
        : Until > Longest ? "A spot is there for up to a day."
        : null;
}
