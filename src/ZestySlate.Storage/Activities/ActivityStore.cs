using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Inserts;
using ZestySlate.Core.Editing;

namespace ZestySlate.Storage.Activities;

/// <summary>A draft as it stands.</summary>
/// <param name="CanUndo">True when there is a revision before.</param>
public sealed record Draft(ActivityRecord Record, Activity Document, bool CanUndo, bool CanRedo, string LastStep);

/// <summary>What became of an edit: the draft after it, a refusal, or a conflict with somebody else's change.</summary>
/// <param name="Draft">The draft as it now stands, in every case.</param>
/// <param name="Refusal">Why the edit was not made, or null.</param>
/// <param name="Conflict">Who changed the draft meanwhile, or null.</param>
public sealed record EditResult(Draft Draft, string? Refusal = null, string? Conflict = null);

/// <summary>An activity that scenes, spots and questions can be taken from.</summary>
/// <param name="Id">Its code.</param>
/// <param name="Edition">The edition it is taken from; 0 for a draft.</param>
/// <param name="Document">Its content.</param>
public sealed record ReusableActivity(string Id, int Edition, Activity Document);

/// <summary>Keeps activities: drafts with their revisions, and editions.</summary>
public sealed class ActivityStore(IDbContextFactory<SlateDb> open, EditionCache cache, TimeProvider clock)
{
    /// <summary>A new activity of an author.</summary>
    public async Task<Draft> CreateAsync(string ownerId, Activity document, string? id = null)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        var record = new ActivityRecord
        {
            Id = id ?? Ids.New(),
            OwnerId = ownerId,
            Title = document.Title,
            CreatedAt = now,
            ChangedAt = now,
        };
        record.Set(DraftHistory.New);
        db.Activities.Add(record);
        db.Revisions.Add(NewRevision(record, 1, null, "Begun", null, ownerId, document));
        await DraftIndex.SetAsync(db, record, document);
        await db.SaveChangesAsync();
        return new Draft(record, document, false, false, "Begun");
    }

    /// <summary>An activity's record.</summary>
    public async Task<ActivityRecord> RecordAsync(string activityId, CancellationToken stop = default)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        return await db.Activities.AsNoTracking().SingleAsync(activity => activity.Id == activityId, stop);
    }

    /// <summary>The draft of an activity, or null when there is none.</summary>
    public async Task<Draft?> DraftAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        var record = await db.Activities.SingleOrDefaultAsync(activity => activity.Id == activityId);
        return record is null ? null : DraftOf(record, await RevisionAsync(db, activityId, record.Head));
    }

    /// <summary>Makes one edit on the version the author saw; when the draft has changed since, nothing is overwritten.</summary>
    public async Task<EditResult> EditAsync(string activityId, int seenVersion, string authorId, Edit edit)
    {
        await using var db = await open.CreateDbContextAsync();
        return await ChangeAsync(db, activityId, seenVersion, authorId, (record, head, now) =>
        {
            var document = DocumentOf(record, head);
            var outcome = edit.Apply(document);
            if (!outcome.Succeeded)
            {
                return new Change(outcome.Refusal, null);
            }

            if (outcome.Value == document)
            {
                return new Change(null, null);
            }

            var history = record.History;
            if (history.Continues(head.Revision, edit.StepKey, authorId, now) && record.PublishedRevision != head.Number)
            {
                head.Document = Compressed.Write(outcome.Value);
                head.At = now;
                head.Summary = edit.SummaryOn(document);
                record.Set(history.Amended());
            }
            else
            {
                var number = db.Revisions.Where(r => r.ActivityId == activityId).Max(r => r.Number) + 1;
                db.Revisions.Add(NewRevision(record, number, head.Number, edit.SummaryOn(document), edit.StepKey, authorId, outcome.Value));
                record.Set(history.Edited(number));
            }

            record.ChangedAt = now;
            return new Change(null, outcome.Value);
        });
    }

    /// <summary>Takes the last step back.</summary>
    public Task<EditResult> UndoAsync(string activityId, int seenVersion, string authorId) =>
        StepAsync(activityId, seenVersion, authorId, (history, head) => history.Undo(head.Parent), "There is nothing to undo.");

    /// <summary>Makes the step again that was taken back last.</summary>
    public Task<EditResult> RedoAsync(string activityId, int seenVersion, string authorId) =>
        StepAsync(activityId, seenVersion, authorId, (history, _) => history.Redo(), "There is nothing to redo.");

    /// <summary>Publishes the draft as the next edition.</summary>
    public async Task<EditionRecord> PublishAsync(string activityId, string authorId)
    {
        await using var db = await open.CreateDbContextAsync();
        var seen = await db.Activities.Where(activity => activity.Id == activityId).Select(activity => activity.Version).SingleAsync();
        // An edition is the draft byte for byte. When somebody else changes the draft just now, it goes out as it is.
        await EditAsync(activityId, seen, authorId, new DropBlanks());
        var record = await db.Activities.SingleAsync(activity => activity.Id == activityId);
        var head = await RevisionAsync(db, activityId, record.Head);
        var edition = new EditionRecord
        {
            ActivityId = activityId,
            Number = record.NewestEdition + 1,
            AuthorId = authorId,
            At = clock.GetUtcNow(),
            Document = head.Document,
        };
        db.Editions.Add(edition);
        record.MayBeCopied = record.NewestEdition == 0 ? !Compressed.Read(head.Document).Rules.IsTest : record.MayBeCopied;
        record.NewestEdition = edition.Number;
        record.PublishedRevision = head.Number;
        foreach (
            var given in await db
                .Assignments.Where(assignment => assignment.ActivityId == activityId && assignment.ClassId != null)
                .ToListAsync()
        )
        {
            given.Title = record.Title;
        }

        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // A double press, or two authors at once: the other one's edition has the same document, or this one comes after it.
            var newest = await db
                .Editions.AsNoTracking()
                .Where(other => other.ActivityId == activityId)
                .OrderByDescending(other => other.Number)
                .FirstAsync();
            return newest.Document.AsSpan().SequenceEqual(head.Document) ? newest : await PublishAsync(activityId, authorId);
        }

        cache.SetNewest(activityId, edition.Number, clock.GetUtcNow());
        return edition;
    }

    /// <summary>The number of the newest edition; 0 when there is none.</summary>
    public async Task<int> NewestEditionAsync(string activityId)
    {
        if (cache.Newest(activityId, clock.GetUtcNow()) is { } known)
        {
            return known;
        }

        await using var db = await open.CreateDbContextAsync();
        var number = await db
            .Activities.Where(activity => activity.Id == activityId)
            .Select(activity => activity.NewestEdition)
            .SingleAsync();
        cache.SetNewest(activityId, number, clock.GetUtcNow());
        return number;
    }

    /// <summary>What a linked thing was taken from, or null when it is gone.</summary>
    public async Task<ActivityRecord?> LinkedAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Activities.AsNoTracking().SingleOrDefaultAsync(activity => activity.Id == activityId);
    }

    /// <summary>Activities to take from: those the teacher may look into whose words have these, or the one whose address they are.</summary>
    public async Task<IReadOnlyList<ActivityRecord>> ReusableAsync(string personId, string words)
    {
        await using var db = await open.CreateDbContextAsync();
        var readable = db
            .Activities.AsNoTracking()
            .Where(ActivityRights.Readable(db, personId))
            .Where(activity => activity.BinnedAt == null);
        if (words.Contains("/a/", StringComparison.Ordinal))
        {
            var code = words[(words.LastIndexOf("/a/", StringComparison.Ordinal) + 3)..].Trim().TrimEnd('/');
            return await readable.Where(activity => activity.Id == code).ToListAsync();
        }

        return await readable
            .Where(ActivityRights.Near(db, personId))
            .Where(words, db)
            .OrderByDescending(a => a.ChangedAt)
            .Take(60)
            .ToListAsync();
    }

    /// <summary>An activity to take from: its newest edition, or the draft of one that was never published. Null when it may not be taken from.</summary>
    public async Task<ReusableActivity?> ReusableDocumentAsync(string activityId, string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var record = await db
            .Activities.AsNoTracking()
            .Where(ActivityRights.Readable(db, personId))
            .SingleOrDefaultAsync(a => a.Id == activityId);
        return record is null ? null
            : record.NewestEdition > 0 ? new ReusableActivity(record.Id, record.NewestEdition, Edition(record.Id, record.NewestEdition))
            : new ReusableActivity(record.Id, 0, (await DraftAsync(record.Id))!.Document);
    }

    /// <summary>True when an activity is the other one, or has it inside, at any depth.</summary>
    public async Task<bool> ContainsAsync(string activityId, string otherId)
    {
        var seen = new HashSet<string>();
        var open = new Stack<string>([activityId]);
        while (open.TryPop(out var id))
        {
            if (id == otherId)
            {
                return true;
            }

            if (seen.Add(id) && await DraftAsync(id) is { } draft)
            {
                var documents = new List<Activity> { draft.Document };
                if (draft.Record.NewestEdition > 0)
                {
                    documents.Add(Edition(id, draft.Record.NewestEdition));
                }

                foreach (var inside in documents.SelectMany(document => document.MadeOf))
                {
                    open.Push(inside);
                }
            }
        }

        return false;
    }

    /// <summary>Sets who may open the activity.</summary>
    public async Task SetVisibilityAsync(string activityId, Visibility visibility)
    {
        await using var db = await open.CreateDbContextAsync();
        var record = await db.Activities.SingleAsync(activity => activity.Id == activityId);
        record.Visibility = visibility;
        await db.SaveChangesAsync();
    }

    /// <summary>Sets how visitors say who they are.</summary>
    public async Task SetVisitorsSayAsync(string activityId, VisitorsSay say)
    {
        await using var db = await open.CreateDbContextAsync();
        await db
            .Activities.Where(activity => activity.Id == activityId)
            .ExecuteUpdateAsync(set => set.SetProperty(activity => activity.VisitorsSay, say));
    }

    /// <summary>Sets whether teachers who can open it may copy the activity.</summary>
    public async Task SetMayBeCopiedAsync(string activityId, bool may)
    {
        await using var db = await open.CreateDbContextAsync();
        (await db.Activities.SingleAsync(activity => activity.Id == activityId)).MayBeCopied = may;
        await db.SaveChangesAsync();
    }

    /// <summary>Sets whether it is offered to colleagues as a way to start.</summary>
    public async Task SetIsStartAsync(string activityId, bool offered)
    {
        await using var db = await open.CreateDbContextAsync();
        await db
            .Activities.Where(activity => activity.Id == activityId)
            .ExecuteUpdateAsync(set => set.SetProperty(a => a.IsStart, offered));
    }

    /// <summary>A published edition. Asking for one that does not exist is a bug and throws.</summary>
    public Activity Edition(string activityId, int number) => cache.Edition(activityId, number, () =>
        {
            using var db = open.CreateDbContext();
            return db
                .Editions.Where(edition => edition.ActivityId == activityId && edition.Number == number)
                .Select(edition => edition.Document)
                .Single();
        });

    private async Task<EditResult> StepAsync(
        string activityId,
        int seenVersion,
        string authorId,
        Func<DraftHistory, RevisionRecord, DraftHistory?> step,
        string refusal
    )
    {
        await using var db = await open.CreateDbContextAsync();
        return await ChangeAsync(db, activityId, seenVersion, authorId, (record, head, now) =>
        {
            if (step(record.History, head) is not { } history)
            {
                return new Change(refusal, null);
            }

            record.Set(history);
            var document = Compressed.Read(db.Revisions.Single(r => r.ActivityId == activityId && r.Number == history.Head).Document);
            record.ChangedAt = now;
            return new Change(null, document);
        });
    }

    /// <summary>What a change came to: why it was not made, or the draft after it; neither when nothing is different.</summary>
    private sealed record Change(string? Refusal, Activity? Document);

    private async Task<EditResult> ChangeAsync(
        SlateDb db,
        string activityId,
        int seenVersion,
        string authorId,
        Func<ActivityRecord, RevisionRecord, DateTimeOffset, Change> change
    )
    {
        var record = await db.Activities.SingleAsync(activity => activity.Id == activityId);
        var head = await RevisionAsync(db, activityId, record.Head);
        if (record.Version != seenVersion)
        {
            return new EditResult(DraftOf(record, head), Conflict: await WhoAsync(db, head.AuthorId, authorId));
        }

        var made = change(record, head, clock.GetUtcNow());
        if (made.Document is { } document)
        {
            await DraftIndex.SetAsync(db, record, document);
        }

        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Somebody was quicker between our reading and our writing.
            await using var theirs = await open.CreateDbContextAsync();
            record = await theirs.Activities.SingleAsync(activity => activity.Id == activityId);
            head = await RevisionAsync(theirs, activityId, record.Head);
            return new EditResult(DraftOf(record, head), Conflict: await WhoAsync(theirs, head.AuthorId, authorId));
        }

        head = await RevisionAsync(db, activityId, record.Head);
        if (made.Document is { } after)
        {
            cache.SetDraft(record.Id, record.Version, after, head.Document.Length);
        }

        return new EditResult(DraftOf(record, head), made.Refusal);
    }

    private static async Task<string> WhoAsync(SlateDb db, string authorId, string asking) =>
        authorId == asking
            ? "you, in another tab"
            : (await db.Users.Where(person => person.Id == authorId).Select(person => person.DisplayName).SingleOrDefaultAsync())
                ?? "a colleague";

    private static async Task<RevisionRecord> RevisionAsync(SlateDb db, string activityId, int number) =>
        await db.Revisions.SingleAsync(revision => revision.ActivityId == activityId && revision.Number == number);

    private Draft DraftOf(ActivityRecord record, RevisionRecord head) =>
        new(record, DocumentOf(record, head), head.Parent is not null, record.History.CanRedo, head.Summary);

    /// <summary>The draft's content. Its version tells one state of it from every other, so what was read once is kept.</summary>
    private Activity DocumentOf(ActivityRecord record, RevisionRecord head) => cache.Draft(record.Id, record.Version, head.Document);

    private RevisionRecord NewRevision(
        ActivityRecord record,
        int number,
        int? parent,
        string summary,
        string? stepKey,
        string authorId,
        Activity document
    ) =>
        new()
        {
            ActivityId = record.Id,
            Number = number,
            Parent = parent,
            Summary = summary,
            StepKey = stepKey,
            AuthorId = authorId,
            At = clock.GetUtcNow(),
            Document = Compressed.Write(document),
        };
}
