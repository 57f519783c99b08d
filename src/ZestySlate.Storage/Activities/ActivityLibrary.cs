using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Activities;

/// <summary>Which part of the library is looked at.</summary>
public enum Shelf
{
    /// <summary>The teacher's own.</summary>
    Mine,

    /// <summary>What colleagues let the teacher into.</summary>
    Shared,

    /// <summary>What colleagues published for the school.</summary>
    School,

    /// <summary>The teacher's own that were thrown away.</summary>
    Bin,
}

/// <summary>How a list of activities is ordered.</summary>
public enum LibraryOrder
{
    /// <summary>What the one who looks has opened last comes first; what they never opened stands where it was changed.</summary>
    Opened,

    /// <summary>What was changed last comes first.</summary>
    Changed,

    /// <summary>What learners worked on last comes first.</summary>
    Used,

    /// <summary>By title.</summary>
    Title,
}

/// <summary>What an activity has come to, as one looks for it.</summary>
public enum ActivityStage
{
    /// <summary>Never published.</summary>
    Draft,

    /// <summary>Published.</summary>
    Published,

    /// <summary>Published, and changed since.</summary>
    Changed,
}

/// <summary>What to look for among activities. A field that is null or empty does not matter.</summary>
public sealed record LibrarySearch
{
    /// <summary>How many are shown at once.</summary>
    public const int PageSize = 24;

    public Shelf Shelf { get; init; }

    /// <summary>Every word must be found somewhere in it: title, summary, tags, texts, questions.</summary>
    public string Words { get; init; } = "";

    /// <summary>Only this folder and those below it.</summary>
    public string Folder { get; init; } = "";

    public string Subject { get; init; } = "";

    public string Level { get; init; } = "";

    /// <summary>Only what is for learners of this age; what names no age fits every age.</summary>
    public int? Age { get; init; }

    public string Language { get; init; } = "";

    public ActivityKind? Kind { get; init; }

    public ActivityStage? Stage { get; init; }

    public LibraryOrder Order { get; init; }

    /// <summary>From 0.</summary>
    public int Page { get; init; }

    /// <summary>True when anything but the shelf and the folder narrows the list.</summary>
    public bool IsNarrowed =>
        Words.Length > 0
        || Subject.Length > 0
        || Level.Length > 0
        || Age is not null
        || Language.Length > 0
        || Kind is not null
        || Stage is not null;
}

/// <summary>One activity that was found.</summary>
/// <param name="Record">Itself.</param>
/// <param name="Document">Its draft.</param>
/// <param name="Owner">The owner's name.</param>
/// <param name="Attempts">How many attempts there are.</param>
/// <param name="UsedAt">When somebody began one last; null when nobody did.</param>
/// <param name="OpenedAt">When the one who looks opened it last to build it; null when never.</param>
/// <param name="MayEdit">True when the one who looks may build it.</param>
/// <param name="MayCopy">True when they may look into it and copy it.</param>
public sealed record LibraryEntry(
    ActivityRecord Record,
    Activity Document,
    string Owner,
    int Attempts,
    DateTimeOffset? UsedAt,
    DateTimeOffset? OpenedAt,
    bool MayEdit,
    bool MayCopy
);

/// <summary>What was found: one page of it, and how much there is in all.</summary>
public sealed record LibraryFound(IReadOnlyList<LibraryEntry> Entries, int Total);

/// <summary>What the filters of a shelf can be set to.</summary>
public sealed record LibraryChoices(
    IReadOnlyList<string> Folders,
    IReadOnlyList<string> Subjects,
    IReadOnlyList<string> Levels,
    IReadOnlyList<string> Languages
);

/// <summary>A teacher's library of activities, with what colleagues share.</summary>
public sealed class ActivityLibrary(IDbContextFactory<SlateDb> open, ActivityStore store, ActivityRights rights, TimeProvider clock)
{
    /// <summary>What a person may edit that somebody has begun or handed in since a moment.</summary>
    public async Task<IReadOnlyList<ActivityRecord>> WorkedOnAsync(string personId, DateTimeOffset since)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Activities.AsNoTracking()
            .Where(ActivityRights.Editable(db, personId))
            .Where(record => db.Attempts.Any(one => one.ActivityId == record.Id && (one.BeganAt > since || one.HandedInAt > since)))
            .ToListAsync();
    }

    /// <summary>Looks for activities; the documents of one page are read, however many there are.</summary>
    public async Task<LibraryFound> SearchAsync(string personId, LibrarySearch search)
    {
        await using var db = await open.CreateDbContextAsync();
        var query = Filtered(db, OnShelf(db, personId, search.Shelf), search);
        var total = await query.CountAsync();
        var ordered = search.Order switch
        {
#pragma warning disable CA1304, CA1311 // It is the database that does it.
            LibraryOrder.Title => query.OrderBy(activity => activity.Title.ToLower()),
#pragma warning restore CA1304, CA1311
            LibraryOrder.Changed => query.OrderByDescending(activity => activity.ChangedAt),
            LibraryOrder.Used => query.OrderByDescending(activity =>
                db.Attempts.Where(attempt => attempt.ActivityId == activity.Id).Max(attempt => (DateTimeOffset?)attempt.BeganAt)
            ),
            _ => query.OrderByDescending(activity =>
                db.ActivityOpenings.Where(opening => opening.ActivityId == activity.Id && opening.PersonId == personId)
                    .Max(opening => (DateTimeOffset?)opening.At)
                ?? activity.ChangedAt
            ),
        };
        var records = await ordered
            .ThenBy(activity => activity.Id)
            .Skip(search.Page * LibrarySearch.PageSize)
            .Take(LibrarySearch.PageSize)
            .ToListAsync();
        return new LibraryFound(await EntriesAsync(db, personId, records), total);
    }

    /// <summary>Those of some activities that somebody may build, in the order they are named; at most a page of them.</summary>
    public async Task<IReadOnlyList<LibraryEntry>> OfAsync(string personId, IEnumerable<string> activityIds)
    {
        await using var db = await open.CreateDbContextAsync();
        var ids = activityIds.Distinct().Take(LibrarySearch.PageSize).ToList();
        var records = await db
            .Activities.AsNoTracking()
            .Where(activity => ids.Contains(activity.Id))
            .Where(ActivityRights.Editable(db, personId))
            .ToListAsync();
        return await EntriesAsync(db, personId, records.OrderBy(record => ids.IndexOf(record.Id)).ToList());
    }

    private static async Task<IReadOnlyList<LibraryEntry>> EntriesAsync(SlateDb db, string personId, List<ActivityRecord> records)
    {
        var ids = records.Select(record => record.Id).ToList();
        var heads = await db
            .Revisions.AsNoTracking()
            .Where(revision =>
                db.Activities.Any(activity =>
                    ids.Contains(activity.Id) && activity.Id == revision.ActivityId && activity.Head == revision.Number
                )
            )
            .ToDictionaryAsync(revision => revision.ActivityId, revision => revision.Document);
        var used = await db
            .Attempts.Where(attempt => ids.Contains(attempt.ActivityId))
            .GroupBy(attempt => attempt.ActivityId)
            .Select(group => new
            {
                group.Key,
                Count = group.Count(),
                Last = group.Max(attempt => attempt.BeganAt),
            })
            .ToDictionaryAsync(group => group.Key);
        var opened = await db
            .ActivityOpenings.AsNoTracking()
            .Where(opening => opening.PersonId == personId && ids.Contains(opening.ActivityId))
            .ToDictionaryAsync(opening => opening.ActivityId, opening => opening.At);
        var owners = records.Select(record => record.OwnerId).Distinct().ToList();
        var names = await db
            .Users.Where(person => owners.Contains(person.Id))
            .ToDictionaryAsync(person => person.Id, person => person.DisplayName);
        var editable = await db
            .Activities.Where(activity => ids.Contains(activity.Id))
            .Where(ActivityRights.Editable(db, personId))
            .Select(activity => activity.Id)
            .ToListAsync();
        var readable = await db
            .Activities.Where(activity => ids.Contains(activity.Id))
            .Where(ActivityRights.Readable(db, personId))
            .Select(activity => activity.Id)
            .ToListAsync();
        return records
            .Select(record => new LibraryEntry(
                record,
                Compressed.Read(heads[record.Id]),
                names.GetValueOrDefault(record.OwnerId, ""),
                used.GetValueOrDefault(record.Id)?.Count ?? 0,
                used.GetValueOrDefault(record.Id)?.Last,
                opened.TryGetValue(record.Id, out var at) ? at : null,
                editable.Contains(record.Id),
                readable.Contains(record.Id)
            ))
            .ToList();
    }

    /// <summary>What the filters of a shelf can be set to.</summary>
    public async Task<LibraryChoices> ChoicesAsync(string personId, Shelf shelf)
    {
        await using var db = await open.CreateDbContextAsync();
        var facts = await OnShelf(db, personId, shelf)
            .Select(activity => new
            {
                activity.Folder,
                activity.Subject,
                activity.Level,
                activity.Language,
            })
            .Distinct()
            .ToListAsync();
        IReadOnlyList<string> Of(IEnumerable<string> values) =>
            values
                .Where(value => value.Length > 0)
                .Distinct(StringComparer.CurrentCultureIgnoreCase)
                .Order(StringComparer.CurrentCultureIgnoreCase)
                .ToList();
        return new LibraryChoices(
            shelf == Shelf.Mine ? FolderPath.WithParents(facts.Select(fact => fact.Folder)) : [],
            Of(facts.Select(fact => fact.Subject)),
            Of(facts.Select(fact => fact.Level)),
            Of(facts.Select(fact => fact.Language))
        );
    }

    /// <summary>Remembers that somebody has opened an activity to build it.</summary>
    public async Task OpenedAsync(string personId, string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        var theirs = db.ActivityOpenings.Where(opening => opening.ActivityId == activityId && opening.PersonId == personId);
        if (await theirs.ExecuteUpdateAsync(opening => opening.SetProperty(one => one.At, now)) > 0)
        {
            return;
        }

        db.ActivityOpenings.Add(
            new ActivityOpening
            {
                ActivityId = activityId,
                PersonId = personId,
                At = now,
            }
        );
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Another tab was first, a moment ago.
        }
    }

    /// <summary>Puts own activities into a folder.</summary>
    public Task<int> MoveAsync(string ownerId, IReadOnlyCollection<string> ids, string folder) =>
        EachAsync(ownerId, ids, activity => activity.Folder = FolderPath.Clean(folder));

    /// <summary>Puts own activities into the bin: no link opens them any more; classes and courses they were given to keep them.</summary>
    public Task<int> BinAsync(string ownerId, IReadOnlyCollection<string> ids) =>
        EachAsync(ownerId, ids, activity => activity.BinnedAt = clock.GetUtcNow());

    /// <summary>Takes own activities out of the bin.</summary>
    public Task<int> RestoreAsync(string ownerId, IReadOnlyCollection<string> ids) =>
        EachAsync(ownerId, ids, activity => activity.BinnedAt = null);

    /// <summary>Deletes own activities of the bin for good, those nobody has worked on or has in a class; the others stay.</summary>
    /// <returns>How many are gone.</returns>
    public async Task<int> DeleteAsync(string ownerId, IReadOnlyCollection<string> ids)
    {
        await using var db = await open.CreateDbContextAsync();
        var gone = await db
            .Activities.Where(activity =>
                activity.OwnerId == ownerId
                && ids.Contains(activity.Id)
                && activity.BinnedAt != null
                && !db.Attempts.Any(attempt => attempt.ActivityId == activity.Id)
                && !db.Assignments.Any(given => given.ActivityId == activity.Id)
            )
            .Select(activity => activity.Id)
            .ToListAsync();
        await db.SaveTogetherAsync(async () =>
        {
            await db.Revisions.Where(revision => gone.Contains(revision.ActivityId)).ExecuteDeleteAsync();
            await db.Editions.Where(edition => gone.Contains(edition.ActivityId)).ExecuteDeleteAsync();
            await db.MediaUses.Where(use => gone.Contains(use.ActivityId)).ExecuteDeleteAsync();
            await db.ActivityWords.Where(words => gone.Contains(words.ActivityId)).ExecuteDeleteAsync();
            await db.ActivityOpenings.Where(opening => gone.Contains(opening.ActivityId)).ExecuteDeleteAsync();
            await db.ActivityColleagues.Where(colleague => gone.Contains(colleague.ActivityId)).ExecuteDeleteAsync();
            await db.Activities.Where(activity => gone.Contains(activity.Id)).ExecuteDeleteAsync();
        });
        return gone.Count;
    }

    /// <summary>The most ways to start that a school has in sight.</summary>
    private const int MostStarts = 60;

    /// <summary>What somebody's school, and they themselves, offer as ways to start: published, and free to be copied; by title.</summary>
    public async Task<IReadOnlyList<ActivityRecord>> StartsAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Activities.AsNoTracking()
            .Where(activity => activity.IsStart && activity.BinnedAt == null && activity.NewestEdition > 0)
            .Where(ActivityRights.Readable(db, personId))
            .Where(ActivityRights.Near(db, personId))
            .OrderBy(activity => activity.Title)
            .Take(MostStarts)
            .ToListAsync();
    }

    /// <summary>A copy of an activity that a teacher may look into, for somebody; a draft of its own. Null when it may not be copied.</summary>
    /// <param name="activityId">What is copied: one's own draft as it stands, somebody else's newest edition.</param>
    /// <param name="personId">Who copies.</param>
    /// <param name="forId">Whose the copy is.</param>
    /// <param name="folder">The folder it lies in.</param>
    public async Task<ActivityRecord?> CopyAsync(string activityId, string personId, string forId, string folder = "")
    {
        await using var db = await open.CreateDbContextAsync();
        var mayEdit = await rights.MayEditAsync(activityId, personId);
        var source = mayEdit
            ? (await store.DraftAsync(activityId))?.Document
            : (await store.ReusableDocumentAsync(activityId, personId))?.Document;
        if (source is null)
        {
            return null;
        }

        var taken = await db
            .Activities.Where(activity => activity.OwnerId == forId && activity.BinnedAt == null && activity.Title.StartsWith(source.Title))
            .Select(activity => activity.Title)
            .ToListAsync();
        var title = source.Title;
        for (var i = 2; taken.Contains(title, StringComparer.CurrentCultureIgnoreCase); i++)
        {
            title = $"{source.Title} ({i})";
        }

        var copy = (await store.CreateAsync(forId, source with { Title = title })).Record;
        db.Attach(copy).Entity.Folder = FolderPath.Clean(folder);
        await db.SaveChangesAsync();
        return copy;
    }

    /// <summary>The colleagues of the owner's school, with what each may do: null for nothing.</summary>
    public async Task<IReadOnlyList<(People.Person Person, bool? MayEdit)>> ColleaguesAsync(ActivityRecord activity)
    {
        await using var db = await open.CreateDbContextAsync();
        var people = await db
            .Users.AsNoTracking()
            .Where(person =>
                person.Id != activity.OwnerId
                && person.SchoolId != null
                && db.Users.Any(owner => owner.Id == activity.OwnerId && owner.SchoolId == person.SchoolId)
            )
            .ToListAsync();
        var known = await db
            .ActivityColleagues.AsNoTracking()
            .Where(colleague => colleague.ActivityId == activity.Id)
            .ToDictionaryAsync(colleague => colleague.PersonId, colleague => colleague.MayEdit);
        return people
            .OrderBy(person => person.DisplayName, StringComparer.CurrentCultureIgnoreCase)
            .Select(person => (person, known.TryGetValue(person.Id, out var edits) ? edits : (bool?)null))
            .ToList();
    }

    /// <summary>Lets a colleague of the owner's school in, or out again (null). Somebody of another school is never let in.</summary>
    public async Task<bool> LetInAsync(ActivityRecord activity, string personId, bool? mayEdit)
    {
        await using var db = await open.CreateDbContextAsync();
        if ((await ColleaguesAsync(activity)).All(colleague => colleague.Person.Id != personId))
        {
            return false;
        }

        var known = await db.ActivityColleagues.SingleOrDefaultAsync(colleague =>
            colleague.ActivityId == activity.Id && colleague.PersonId == personId
        );
        if (mayEdit is not { } edits)
        {
            if (known is not null)
            {
                db.ActivityColleagues.Remove(known);
            }
        }
        else if (known is null)
        {
            db.ActivityColleagues.Add(
                new ActivityColleague
                {
                    ActivityId = activity.Id,
                    PersonId = personId,
                    MayEdit = edits,
                }
            );
        }
        else
        {
            known.MayEdit = edits;
        }

        await db.SaveChangesAsync();
        return true;
    }

    /// <summary>The examples of a school, newest first.</summary>
    public async Task<IReadOnlyList<(ActivityRecord Record, Activity Edition)>> ShowcaseAsync(int schoolId)
    {
        await using var db = await open.CreateDbContextAsync();
        return (
            await db
                .Activities.AsNoTracking()
                .Where(activity =>
                    activity.Visibility == Visibility.Showcase
                    && activity.NewestEdition > 0
                    && activity.BinnedAt == null
                    && db.Users.Any(owner => owner.Id == activity.OwnerId && owner.SchoolId == schoolId)
                )
                .OrderByDescending(activity => activity.ChangedAt)
                .Take(200)
                .ToListAsync()
        )
            .Select(record => (record, store.Edition(record.Id, record.NewestEdition)))
            .ToList();
    }

    private static IQueryable<ActivityRecord> OnShelf(SlateDb db, string personId, Shelf shelf)
    {
        var all = db.Activities.AsNoTracking();
        return shelf switch
        {
            Shelf.Bin => all.Where(activity => activity.OwnerId == personId && activity.BinnedAt != null),
            Shelf.Shared => all.Where(activity => activity.BinnedAt == null).Where(ActivityRights.LetIn(db, personId)),
            Shelf.School => all.Where(activity => activity.BinnedAt == null).Where(ActivityRights.OfSchool(db, personId)),
            _ => all.Where(activity => activity.OwnerId == personId && activity.BinnedAt == null),
        };
    }

    private static IQueryable<ActivityRecord> Filtered(SlateDb db, IQueryable<ActivityRecord> query, LibrarySearch search)
    {
        query = query.Where(search.Words, db);
        if (search.Folder.Length > 0)
        {
            query = query.Where(activity => activity.Folder == search.Folder || activity.Folder.StartsWith(search.Folder + "/"));
        }

        if (search.Subject.Length > 0)
        {
            query = query.Where(activity => activity.Subject == search.Subject);
        }

        if (search.Level.Length > 0)
        {
            query = query.Where(activity => activity.Level == search.Level);
        }

        if (search.Language.Length > 0)
        {
            query = query.Where(activity => activity.Language == search.Language);
        }

        if (search.Age is { } age)
        {
            query = query.Where(activity =>
                (activity.AgeFrom == null || activity.AgeFrom <= age) && (activity.AgeTo == null || activity.AgeTo >= age)
            );
        }

        if (search.Kind is { } kind)
        {
            query = query.Where(activity => activity.Kind == kind);
        }

        return search.Stage switch
        {
            ActivityStage.Draft => query.Where(activity => activity.NewestEdition == 0),
            ActivityStage.Published => query.Where(activity => activity.NewestEdition > 0),
            ActivityStage.Changed => query.Where(activity => activity.NewestEdition > 0 && activity.Head != activity.PublishedRevision),
            _ => query,
        };
    }

    private async Task<int> EachAsync(string ownerId, IReadOnlyCollection<string> ids, Action<ActivityRecord> change)
    {
        await using var db = await open.CreateDbContextAsync();
        var own = await db.Activities.Where(activity => activity.OwnerId == ownerId && ids.Contains(activity.Id)).ToListAsync();
        foreach (var activity in own)
        {
            change(activity);
        }

        await db.SaveChangesAsync();
        return own.Count;
    }
}

/// <summary>Looking activities up by their words.</summary>
internal static class WordSearch
{
    /// <summary>The most words that are looked for; more are left out.</summary>
    private const int Most = 8;

    /// <summary>Those in which every one of the typed words is found somewhere.</summary>
    public static IQueryable<ActivityRecord> Where(this IQueryable<ActivityRecord> query, string typed, SlateDb db)
    {
        foreach (var word in typed.ToLowerInvariant().Split([' ', ','], StringSplitOptions.RemoveEmptyEntries).Take(Most))
        {
            query = query.Where(activity => db.ActivityWords.Any(words => words.ActivityId == activity.Id && words.Text.Contains(word)));
        }

        return query;
    }
}
