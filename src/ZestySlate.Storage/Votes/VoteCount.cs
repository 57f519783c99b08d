namespace ZestySlate.Storage.Votes;

/// <summary>
/// How often a choice was taken. It holds no person, no attempt and no time, and rows are only ever counted up: so nothing in
/// it can tell who voted for what.
/// </summary>
public sealed class VoteCount
{
    public required string ActivityId { get; set; }

    /// <summary>The assignment whose learners vote together; 0 for visitors by link.</summary>
    public required int AssignmentId { get; set; }

    public required string SpotId { get; set; }

    /// <summary>The statement; empty in the row that counts voters.</summary>
    public required string Part { get; set; }

    /// <summary>The choice; empty in the row that counts voters.</summary>
    public required string Choice { get; set; }

    public int Count { get; set; }

    /// <summary>The count as it is shown of an anonymous poll: it moves on by several voters at a time, so that nobody who looks on can
    /// tell a vote by it.</summary>
    public int Shown { get; set; }
}
