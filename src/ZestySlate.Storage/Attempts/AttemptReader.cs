using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Learners;

namespace ZestySlate.Storage.Attempts;

/// <summary>Reads attempts: one or many, as they stand on record or at this moment.</summary>
public sealed class AttemptReader(IDbContextFactory<SlateDb> open, ActivityStore activities, AttemptCache cache, TimeProvider clock)
{
    /// <summary>The person's attempt that goes on: on this assignment, or by link when it is null. A handed-in one counts too.</summary>
    public async Task<AttemptRecord?> CurrentAsync(string activityId, string personId, int? assignmentId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Attempts.AsNoTracking()
            .Where(a => a.ActivityId == activityId && a.PersonId == personId && a.AssignmentId == assignmentId)
            .OrderByDescending(a => a.BeganAt)
            .FirstOrDefaultAsync();
    }

    /// <summary>True when somebody has begun it.</summary>
    public async Task<bool> AnyAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Attempts.AnyAsync(attempt => attempt.ActivityId == activityId);
    }

    /// <summary>The attempts at an activity, the newest first, each with its learner's name.</summary>
    /// <param name="activityId">The activity.</param>
    /// <param name="assignmentId">One class or course; null for all.</param>
    /// <param name="handedIn">True for those alone that were handed in.</param>
    public async Task<IReadOnlyList<(AttemptRecord Attempt, string Learner)>> NamedAsync(
        string activityId,
        int? assignmentId = null,
        bool handedIn = false
    )
    {
        await using var db = await open.CreateDbContextAsync();
        var all = await (
            from attempt in db.Attempts.AsNoTracking()
            join person in db.Users on attempt.PersonId equals person.Id
            where
                attempt.ActivityId == activityId
                && (assignmentId == null || attempt.AssignmentId == assignmentId)
                && (!handedIn || attempt.HandedInAt != null)
            orderby attempt.BeganAt descending
            select new { Attempt = attempt, person.DisplayName }
        ).ToListAsync();
        return all.Select(one => (one.Attempt, one.DisplayName)).ToList();
    }

    /// <summary>The attempts of a learner at what classes and courses gave them.</summary>
    public async Task<IReadOnlyList<AttemptRecord>> AssignedAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Attempts.AsNoTracking()
            .Where(attempt => attempt.PersonId == personId && attempt.AssignmentId != null)
            .ToListAsync();
    }

    /// <summary>To what each attempt of a scope belongs: an assignment, or null for a visit by link.</summary>
    public async Task<IReadOnlyList<int?>> AssignmentsOfAsync(LearnerScope scope)
    {
        await using var db = await open.CreateDbContextAsync();
        return await scope.Attempts(db).Select(attempt => attempt.AssignmentId).ToListAsync();
    }

    /// <summary>The attempts of a learner in a class that are not handed in.</summary>
    public async Task<IReadOnlyList<string>> AtWorkAsync(int classId, string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await new LearnerScope(personId, ClassId: classId)
            .Attempts(db)
            .Where(attempt => attempt.HandedInAt == null)
            .Select(attempt => attempt.Id)
            .ToListAsync();
    }

    /// <summary>How many goes a person has had, handed in or not.</summary>
    public async Task<int> GoesAsync(string activityId, string personId, int? assignmentId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Attempts.CountAsync(a => a.ActivityId == activityId && a.PersonId == personId && a.AssignmentId == assignmentId);
    }

    /// <summary>True when the attempt is this person's.</summary>
    public async Task<bool> IsOfAsync(string attemptId, string personId) => (await ReadAsync(attemptId))?.Record.PersonId == personId;

    /// <summary>Attempts of any activities with their states at this moment, activity by activity.</summary>
    public async Task<IReadOnlyList<LoadedAttempt>> AsTheyStandAsync(IEnumerable<AttemptRecord> attempts)
    {
        var all = new List<LoadedAttempt>();
        foreach (var some in attempts.GroupBy(attempt => attempt.ActivityId))
        {
            all.AddRange(await AsTheyStandAsync(some.Key, [.. some]));
        }

        return all;
    }

    /// <summary>Attempts of one activity with their states at this moment, in the order given. Those at work lately come from memory, and
    /// the others are remembered.</summary>
    public async Task<IReadOnlyList<LoadedAttempt>> AsTheyStandAsync(string activityId, IReadOnlyList<AttemptRecord> attempts)
    {
        var now = clock.GetUtcNow();
        var known = attempts.Select(record => (Record: record, Known: cache.Find(record.Id))).ToList();
        var read = (await ReplayedAsync(activityId, known.Where(one => one.Known is null).Select(one => one.Record).ToList())).ToDictionary(
            loaded => loaded.Record.Id
        );
        foreach (var loaded in read.Values)
        {
            cache.Keep(new AttemptCache.Known(loaded.Record, loaded.Events, loaded.State));
        }

        var assignments = await AssignmentsAsync(activityId);
        return known
            .Select(one =>
                one.Known is { } there
                    ? With(AssignmentOf(there.Record, assignments), there.Record, there.Events, there.State)
                    : read[one.Record.Id]
            )
            .Select(loaded => loaded with { State = loaded.State.At(now) })
            .ToList();
    }

    /// <summary>The newest attempt of everybody at an activity, or at one assignment of it.</summary>
    public async Task<IReadOnlyList<LoadedAttempt>> NewestAsync(string activityId, int? assignmentId)
    {
        await using var db = await open.CreateDbContextAsync();
        var records = await db
            .Attempts.AsNoTracking()
            .Where(a => a.ActivityId == activityId && (assignmentId == null || a.AssignmentId == assignmentId))
            .ToListAsync();
        return await AsTheyStandAsync(
            activityId,
            records.GroupBy(a => (a.PersonId, a.AssignmentId)).Select(goes => goes.MaxBy(a => a.BeganAt)!).ToList()
        );
    }

    /// <summary>Some attempts of an activity with their states as they stand on record, in the order of their ids; for going through all of
    /// them bit by bit.</summary>
    /// <param name="activityId">The activity.</param>
    /// <param name="after">The id after which to begin; empty for the first.</param>
    /// <param name="most">How many at most.</param>
    public async Task<IReadOnlyList<LoadedAttempt>> SomeAsync(string activityId, string after, int most)
    {
        await using var db = await open.CreateDbContextAsync();
        var attempts = await db
            .Attempts.AsNoTracking()
            .Where(a => a.ActivityId == activityId && string.Compare(a.Id, after) > 0)
            .OrderBy(a => a.Id)
            .Take(most)
            .ToListAsync();
        return attempts.Count == 0 ? [] : await ReplayedAsync(activityId, attempts);
    }

    /// <summary>These attempts of an activity with their states as they stand on record, in no order.</summary>
    internal async Task<IReadOnlyList<LoadedAttempt>> TheseAsync(string activityId, IReadOnlyCollection<string> ids)
    {
        await using var db = await open.CreateDbContextAsync();
        return await ReplayedAsync(
            activityId,
            await db.Attempts.AsNoTracking().Where(a => a.ActivityId == activityId && ids.Contains(a.Id)).ToListAsync()
        );
    }

    /// <summary>Attempts of one activity with their states as they stand on record, in the order given.</summary>
    private async Task<IReadOnlyList<LoadedAttempt>> ReplayedAsync(string activityId, IReadOnlyList<AttemptRecord> attempts)
    {
        await using var db = await open.CreateDbContextAsync();
        var assignments = await AssignmentsAsync(activityId);
        var ids = attempts.Select(a => a.Id).ToList();
        var events = (await db.Events.AsNoTracking().Where(e => ids.Contains(e.AttemptId)).ToListAsync()).ToLookup(e => e.AttemptId);
        return attempts
            .AsParallel()
            .AsOrdered()
            .Select(attempt => Replayed(attempt, AssignmentOf(attempt, assignments), events[attempt.Id]))
            .ToList();
    }

    private async Task<Dictionary<int, AssignmentRecord>> AssignmentsAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Assignments.AsNoTracking().Where(a => a.ActivityId == activityId).ToDictionaryAsync(a => a.Id);
    }

    private static AssignmentRecord? AssignmentOf(AttemptRecord attempt, Dictionary<int, AssignmentRecord> assignments) =>
        attempt.AssignmentId is { } id ? assignments.GetValueOrDefault(id) : null;

    /// <summary>The state an attempt would have after one event more, whatever the event changes.</summary>
    public AttemptState StateAfter(LoadedAttempt loaded, AttemptEvent happened) =>
        Replay.ChangesActivity(happened)
            ? StateOf(loaded.Record, [.. loaded.Events, happened]) with
            {
                Terms = loaded.State.Terms,
            }
            : Replay.After(loaded.State, happened);

    /// <summary>One attempt as it stands on record; null when there is none of this id.</summary>
    internal async Task<LoadedAttempt?> ReadAsync(string attemptId)
    {
        await using var db = await open.CreateDbContextAsync();
        if (cache.Find(attemptId) is { } known)
        {
            return With(await AssignmentAsync(db, known.Record), known.Record, known.Events, known.State);
        }

        var record = await db.Attempts.AsNoTracking().SingleOrDefaultAsync(a => a.Id == attemptId);
        if (record is null)
        {
            return null;
        }

        var read = Replayed(
            record,
            await AssignmentAsync(db, record),
            await db.Events.AsNoTracking().Where(e => e.AttemptId == attemptId).ToListAsync()
        );
        cache.Keep(new AttemptCache.Known(record, read.Events, read.State));
        return read;
    }

    private static async Task<AssignmentRecord?> AssignmentAsync(SlateDb db, AttemptRecord record) =>
        record.AssignmentId is { } id ? await db.Assignments.AsNoTracking().SingleOrDefaultAsync(a => a.Id == id) : null;

    private LoadedAttempt Replayed(AttemptRecord record, AssignmentRecord? assignment, IEnumerable<EventRecord> rows)
    {
        var events = rows.OrderBy(e => e.Sequence).Select(e => EventJson.Read(e.Json)).ToList();
        return With(assignment, record, events, StateOf(record, events));
    }

    /// <summary>An attempt on the terms of its assignment as they are now.</summary>
    private static LoadedAttempt With(
        AssignmentRecord? assignment,
        AttemptRecord record,
        IReadOnlyList<AttemptEvent> events,
        AttemptState state
    ) => new(record, assignment, events, state with { Terms = assignment?.Terms ?? default });

    /// <summary>The state that events make.</summary>
    internal AttemptState StateOf(AttemptRecord record, IReadOnlyList<AttemptEvent> events) =>
        Replay.Run(
            number =>
            {
                // Many attempts are replayed at once, but a database is asked by one at a time.
                lock (activities)
                {
                    return activities.Edition(record.ActivityId, number);
                }
            },
            events
        );
}
