namespace ZestySlate.Core.Editing;

/// <summary>
/// Where a draft stands among its revisions. Undo goes to the revision before, redo to the one that was undone last; a new
/// edit begins from where the draft stands, and what was undone stays among the versions. <see cref="Version"/> rises with
/// every change of any sort, so that somebody who changes an older state can be told.
/// </summary>
/// <param name="Version">Rises by one with every edit, undo and redo.</param>
/// <param name="Head">The number of the revision that is the draft now.</param>
/// <param name="Undone">Revisions that redo goes back to, the next one last.</param>
public sealed record DraftHistory(int Version, int Head, ValueList<int> Undone)
{
    /// <summary>How soon an edit must follow one of the same step to belong to it.</summary>
    public static readonly TimeSpan SameStep = TimeSpan.FromSeconds(5);

    /// <summary>The history of a new draft: one revision, number 1.</summary>
    public static DraftHistory New { get; } = new(1, 1, []);

    public bool CanRedo => Undone.Count > 0;

    /// <summary>After an edit that made a new revision.</summary>
    public DraftHistory Edited(int revision) => new(Version + 1, revision, []);

    /// <summary>After an edit that belongs to the step before it: the head's content was replaced.</summary>
    public DraftHistory Amended() => this with { Version = Version + 1 };

    /// <summary>After undo, given the head's parent; null when there is nothing to undo.</summary>
    public DraftHistory? Undo(int? parent) => parent is { } before ? new(Version + 1, before, Undone.Add(Head)) : null;

    /// <summary>After redo; null when nothing was undone.</summary>
    public DraftHistory? Redo()
    {
        if (!CanRedo)
        {
            return null;
        }

        var next = Undone[Undone.Count - 1];
        return new(Version + 1, next, Undone.Take(Undone.Count - 1).ToValueList());
    }

    /// <summary>True when an edit continues the step that made the head.</summary>
    public bool Continues(Revision head, string? stepKey, string authorId, DateTimeOffset now) =>
        stepKey is not null
        && Undone.Count == 0
        && head.Parent is not null
        && head.StepKey == stepKey
        && head.AuthorId == authorId
        && now - head.At <= SameStep;
}

/// <summary>One state of a draft: what was done, by whom, when, from which state.</summary>
public sealed record Revision(int Number, int? Parent, string Summary, string? StepKey, string AuthorId, DateTimeOffset At);
