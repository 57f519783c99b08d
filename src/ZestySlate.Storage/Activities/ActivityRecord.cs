using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Embedding;

namespace ZestySlate.Storage.Activities;

/// <summary>An activity: its draft as it stands, and who may open it. The id is the code in its address and never changes.</summary>
public sealed class ActivityRecord
{
    public required string Id { get; set; }

    public required string OwnerId { get; set; }

    public required string Title { get; set; }

    public Visibility Visibility { get; set; }

    /// <summary>True when teachers who can open it may look into it and copy it, and so read its right answers. Colleagues who were let in
    /// always may.</summary>
    public bool MayBeCopied { get; set; } = true;

    /// <summary>True when its author offers it as a way to start: colleagues of the school who may copy it find it where they begin.</summary>
    public bool IsStart { get; set; }

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

    /// <summary>The owner's folder, parts separated by a slash; empty for none.</summary>
    public string Folder { get; set; } = "";

    /// <summary>When it was put into the bin; null while it is in the library.</summary>
    public DateTimeOffset? BinnedAt { get; set; }

    /// <summary>What the draft says of itself, for looking it up: see <see cref="Audience"/>.</summary>
    public string Language { get; set; } = "";

    public string Subject { get; set; } = "";

    public string Level { get; set; } = "";

    public int? AgeFrom { get; set; }

    public int? AgeTo { get; set; }

    public ActivityKind Kind { get; set; }

    /// <summary>True when learners add spots of their own to it.</summary>
    public bool TakesSpots { get; set; }

    /// <summary>Six digits by which it is found where codes are typed; null until there are some.</summary>
    public string? JoinNumber { get; set; }

    /// <summary>How those who come by its link or number say who they are.</summary>
    public VisitorsSay VisitorsSay { get; set; }

    /// <summary>On whose pages it may stand in a frame, as far as its author says.</summary>
    public Framing Framing { get; set; }

    /// <summary>The sites that may, one a line, when they are listed.</summary>
    public string FrameSites { get; set; } = "";

    internal DraftHistory History =>
        new(Version, Head, Undone.Split(',', StringSplitOptions.RemoveEmptyEntries).Select(int.Parse).ToValueList());

    internal void Set(DraftHistory history) => (Version, Head, Undone) = (history.Version, history.Head, string.Join(',', history.Undone));
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

    /// <summary>Teachers of the owner's school, and learners of their classes.</summary>
    School,

    /// <summary>Anyone, and it is listed among the examples of the owner's school.</summary>
    Showcase,
}

/// <summary>How visitors say who they are.</summary>
public enum VisitorsSay
{
    Name,

    Nickname,

    /// <summary>A number that they were given.</summary>
    Number,

    /// <summary>An e-mail address.</summary>
    Email,

    /// <summary>By signing in; then only who has an account comes in.</summary>
    SignIn,

    /// <summary>Nothing: they are told apart by a number of ours.</summary>
    Nothing,
}

/// <summary>All words of a draft in small letters; apart from the record, so that lists stay quick.</summary>
public sealed class ActivityWords
{
    public required string ActivityId { get; set; }

    public required string Text { get; set; }
}

/// <summary>A colleague of the owner's school who was let in.</summary>
public sealed class ActivityColleague
{
    public required string ActivityId { get; set; }

    public required string PersonId { get; set; }

    /// <summary>True when they may build, publish and mark; else they may look at it and copy it.</summary>
    public bool MayEdit { get; set; }
}

/// <summary>When a teacher has opened an activity last, to build it.</summary>
public sealed class ActivityOpening
{
    public required string ActivityId { get; set; }

    public required string PersonId { get; set; }

    public required DateTimeOffset At { get; set; }
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

    /// <summary>What an author called it; empty for nothing. What has a name is not thinned out.</summary>
    public string Name { get; set; } = "";

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

    /// <summary>What an author called it; empty for nothing.</summary>
    public string Name { get; set; } = "";
}
