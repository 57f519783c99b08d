namespace ZestySlate.Storage.Classes;

/// <summary>A merging of two entries of one roster: what moved, so that it can be undone.</summary>
public sealed class MergeRecord
{
    public int Id { get; set; }

    public required int ClassId { get; set; }

    /// <summary>Who stayed.</summary>
    public required string KeptId { get; set; }

    /// <summary>Whose entry went, as it stood on the roster.</summary>
    public required string GoneId { get; set; }

    public required string RosterName { get; set; }

    public required string Number { get; set; }

    public required string Email { get; set; }

    public required decimal TimeFactor { get; set; }

    /// <summary>The attempts that moved, by id, parted by spaces.</summary>
    public required string Attempts { get; set; }

    /// <summary>The learner's own spots that moved, likewise.</summary>
    public required string Spots { get; set; }

    /// <summary>What was different for them in assignments, as JSON of <see cref="AssignmentException"/>.</summary>
    public required string Exceptions { get; set; }

    public required DateTimeOffset At { get; set; }
}
