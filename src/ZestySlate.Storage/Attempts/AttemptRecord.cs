using ZestySlate.Core.Delivery;

namespace ZestySlate.Storage.Attempts;

/// <summary>An attempt; its events are the truth, and what stands here only helps to find it.</summary>
public sealed record AttemptRecord
{
    public required string Id { get; set; }

    public required string ActivityId { get; set; }

    public required string PersonId { get; set; }

    /// <summary>The assignment it belongs to, or null for a visitor by link.</summary>
    public int? AssignmentId { get; set; }

    public required DateTimeOffset BeganAt { get; set; }

    /// <summary>True when what the learner got is on record; false only in what earlier versions stored, until it is brought over.</summary>
    public bool Recorded { get; set; }

    public DateTimeOffset? HandedInAt { get; set; }

    /// <summary>When it was given back; null before, and while it was taken back.</summary>
    public DateTimeOffset? ReturnedAt { get; set; }

    /// <summary>The points as the events of a handed-in attempt make them, unrounded; null before.</summary>
    public decimal? Points { get; set; }

    /// <summary>What could be reached, with <see cref="Points"/>.</summary>
    public decimal OutOf { get; set; }

    /// <summary>True when something waits for a person, with <see cref="Points"/>.</summary>
    public bool Provisional { get; set; }

    /// <summary>The same attempt with what a state says of it.</summary>
    internal AttemptRecord As(AttemptState state) =>
        state.HandedInAt is not { } at ? this with { HandedInAt = null, Points = null }
        : state.Score is var score
            ? this with
            {
                HandedInAt = at,
                ReturnedAt = state.ReturnedAt,
                Points = score.Points.ToDecimal(),
                OutOf = score.OutOf,
                Provisional = score.Provisional,
            }
        : this;
}

/// <summary>One event of an attempt, in its JSON form.</summary>
public sealed class EventRecord
{
    public required string AttemptId { get; set; }

    public required int Sequence { get; set; }

    public required string EventId { get; set; }

    public required string Json { get; set; }
}
