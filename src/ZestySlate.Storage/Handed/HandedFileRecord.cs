using System.ComponentModel.DataAnnotations;
using ZestySlate.Core.Questions;

namespace ZestySlate.Storage.Handed;

/// <summary>A file that a learner handed over, or a recording that grows.</summary>
public sealed class HandedFileRecord
{
    public required string Id { get; set; }

    /// <summary>The attempt it belongs to, or an author's trial.</summary>
    public required string AttemptId { get; set; }

    public required string SpotId { get; set; }

    public required string Name { get; set; }

    public required HandedKind Kind { get; set; }

    public required string ContentType { get; set; }

    public long Bytes { get; set; }

    /// <summary>How long it plays; 0 where that is not known.</summary>
    public double Seconds { get; set; }

    /// <summary>How many pieces of a recording have come; 0 for a file that came whole.</summary>
    [ConcurrencyCheck]
    public int Pieces { get; set; }

    public required DateTimeOffset At { get; set; }

    /// <summary>As an answer names it.</summary>
    public HandedFile Handed => new(Id, Name, Kind, ContentType, Bytes, Seconds);
}
