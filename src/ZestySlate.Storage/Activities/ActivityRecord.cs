using ZestySlate.Core;
using ZestySlate.Core.Editing;

namespace ZestySlate.Storage.Activities;

/// <summary>An activity: its draft as it stands, and who may open it. The id is the code in its address and never changes.</summary>
public sealed class ActivityRecord
{
    public required string Id { get; set; }

    public required string OwnerId { get; set; }

    public required string Title { get; set; }

    public Visibility Visibility { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    public DateTimeOffset ChangedAt { get; set; }

    /// <summary>Rises with every change of the draft; guards against two people writing over each other.</summary>
    [System.ComponentModel.DataAnnotations.ConcurrencyCheck]
    public int Version { get; set; }

    public int Head { get; set; }

    /// <summary>The revisions that redo goes back to, parted by commas.</summary>
    public string Undone { get; set; } = "";

    /// <summary>The number of the newest edition; 0 when it was never published.</summary>
    public int NewestEdition { get; set; }

    /// <summary>The revision that the newest edition was made from.</summary>
    public int PublishedRevision { get; set; }

    internal DraftHistory History => new(Version, Head,
        Undone.Split(',', StringSplitOptions.RemoveEmptyEntries).Select(int.Parse).ToValueList());

    internal void Set(DraftHistory history) =>
        (Version, Head, Undone) = (history.Version, history.Head, string.Join(',', history.Undone));
}

/// <summary>Who may open a published activity.</summary>
public enum Visibility
{
    /// <summary>The owner alone.</summary>
    Private,

    /// <summary>Anyone with the link; visitors give a name.</summary>
    Link,

    /// <summary>Learners of the classes and courses it was given to.</summary>
    ClassOnly,
}

/// <summary>One state of a draft.</summary>
public sealed class RevisionRecord
{
    public required string ActivityId { get; set; }

    public required int Number { get; set; }

    public int? Parent { get; set; }

    public required string Summary { get; set; }

    public string? StepKey { get; set; }

    public required string AuthorId { get; set; }

    public required DateTimeOffset At { get; set; }

    public required byte[] Document { get; set; }

    internal Revision Revision => new(Number, Parent, Summary, StepKey, AuthorId, At);
}

/// <summary>A published state; it never changes.</summary>
public sealed class EditionRecord
{
    public required string ActivityId { get; set; }

    public required int Number { get; set; }

    public required string AuthorId { get; set; }

    public required DateTimeOffset At { get; set; }

    public required byte[] Document { get; set; }
}
