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

    public DateTimeOffset? HandedInAt { get; set; }
}

/// <summary>One event of an attempt, in its JSON form.</summary>
public sealed class EventRecord
{
    public required string AttemptId { get; set; }

    public required int Sequence { get; set; }

    public required string EventId { get; set; }

    public required string Json { get; set; }
}
