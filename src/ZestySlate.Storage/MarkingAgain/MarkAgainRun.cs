using System.ComponentModel.DataAnnotations;

namespace ZestySlate.Storage.MarkingAgain;

/// <summary>A marking again of all attempts of an activity that were marked by an older key. It lies in the database, so that it goes on
/// where it was after a crash.</summary>
public sealed class MarkAgainRun
{
    public required string Id { get; set; }

    public required string ActivityId { get; set; }

    /// <summary>The edition whose key counts now.</summary>
    public required int Edition { get; set; }

    /// <summary>True when nobody's grade is lowered.</summary>
    public bool NeverLower { get; set; }

    /// <summary>Who wanted it.</summary>
    public required string By { get; set; }

    public required DateTimeOffset At { get; set; }

    /// <summary>How many attempts there are to look at.</summary>
    public int Total { get; set; }

    /// <summary>How many were looked at.</summary>
    public int Done { get; set; }

    /// <summary>How many grades rose and fell.</summary>
    public int Rose { get; set; }

    public int Fell { get; set; }

    /// <summary>How many would have fallen and were left, as wished.</summary>
    public int Spared { get; set; }

    /// <summary>The attempt up to which it has come, by id; empty before the first.</summary>
    [ConcurrencyCheck]
    public string Reached { get; set; } = "";

    public DateTimeOffset? FinishedAt { get; set; }

    /// <summary>When it was undone, or null; then the attempts are gone through once more.</summary>
    public DateTimeOffset? UndoneAt { get; set; }

    /// <summary>True while there are attempts to go through.</summary>
    public bool IsAtWork => FinishedAt is null;
}
