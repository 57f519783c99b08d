using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.Votes;

namespace ZestySlate.Storage.Attempts;

/// <summary>An attempt with its state.</summary>
public sealed record LoadedAttempt(AttemptRecord Record, AssignmentRecord? Assignment, IReadOnlyList<AttemptEvent> Events, AttemptState State);

/// <summary>What became of an event: the attempt after it, and the refusal when it was not taken.</summary>
public sealed record TakeResult(LoadedAttempt Attempt, Reason? Refusal);

/// <summary>Keeps attempts as append-only lists of events.</summary>
public sealed class AttemptStore(SlateDb db, ActivityStore activities, AttemptCache cache, EventWriter writer, TimeProvider clock)
{
    private const int Races = 5;

    /// <summary>The person's attempt that goes on: on this assignment, or by link when it is null. A handed-in one counts too.</summary>
    public async Task<AttemptRecord?> CurrentAsync(string activityId, string personId, int? assignmentId) =>
        await db.Attempts.Where(a => a.ActivityId == activityId && a.PersonId == personId && a.AssignmentId == assignmentId)
            .OrderByDescending(a => a.BeganAt).FirstOrDefaultAsync();

    /// <summary>Begins an attempt on the newest edition.</summary>
    public async Task<AttemptRecord> BeginAsync(ActivityRecord activity, string personId, AssignmentRecord? assignment)
    {
        var now = clock.GetUtcNow();
        var attempt = new AttemptRecord
        {
            Id = Ids.New(12),
            ActivityId = activity.Id,
            PersonId = personId,
            AssignmentId = assignment?.Id,
            BeganAt = now,
            Recorded = true,
        };
        db.Attempts.Add(attempt);
        var began = Handout.Recorded(activities.Edition(activity.Id, activity.NewestEdition), new Began(activity.NewestEdition, Random.Shared.NextInt64())
        {
            Id = "began",
            At = now,
            DrawSeed = await DrawSeedAsync(activity, personId, assignment),
            TimeFactor = await TimeFactorAsync(personId, assignment),
        });
        db.Events.Add(RecordOf(attempt.Id, 1, began));
        await QueueScoreAsync(assignment, attempt, () => Told(assignment, StateOf(attempt, [began])));
        await db.SaveChangesAsync();
        return attempt;
    }

    /// <summary>Stores an attempt that was made elsewhere, event by event as the rules took it; no scores go out.</summary>
    public async Task<AttemptRecord> BringAsync(ActivityRecord activity, string personId, AssignmentRecord? assignment, IReadOnlyList<AttemptEvent> events)
    {
        var state = Replay.Run(number => activities.Edition(activity.Id, number), events);
        var attempt = new AttemptRecord { Id = Ids.New(12), ActivityId = activity.Id, PersonId = personId, AssignmentId = assignment?.Id, BeganAt = state.BeganAt, Recorded = true }.As(state);
        db.Attempts.Add(attempt);
        db.Events.AddRange(events.Select((happened, i) => RecordOf(attempt.Id, i + 1, happened)));
        KeepRow(new LoadedAttempt(attempt, assignment, events, state));
        await db.SaveChangesAsync();
        db.ChangeTracker.Clear();
        return attempt;
    }

    /// <summary>Where a new go is not to draw other questions, all goes of a person draw by the same seed.</summary>
    private async Task<long?> DrawSeedAsync(ActivityRecord activity, string personId, AssignmentRecord? assignment)
    {
        if (activities.Edition(activity.Id, activity.NewestEdition).Flow.DrawsAgain)
        {
            return null;
        }

        var first = await db.Attempts.AsNoTracking().Where(a => a.ActivityId == activity.Id && a.PersonId == personId && (assignment == null ? a.AssignmentId == null : a.AssignmentId == assignment.Id))
            .OrderBy(a => a.BeganAt).Select(a => a.Id).FirstOrDefaultAsync();
        var known = first is null ? null : await db.Events.AsNoTracking().Where(e => e.AttemptId == first && e.Sequence == 1).Select(e => e.Json).SingleOrDefaultAsync();
        return known is null ? null : EventJson.Read(known) is Began began ? began.DrawSeed ?? began.Seed : null;
    }

    /// <summary>How much more time the person has in the class that the activity is given to.</summary>
    private async Task<decimal> TimeFactorAsync(string personId, AssignmentRecord? assignment) => assignment?.ClassId is { } classId
        ? await db.Enrolments.Where(e => e.ClassId == classId && e.PersonId == personId).Select(e => (decimal?)e.TimeFactor).FirstOrDefaultAsync() ?? 1
        : 1;

    /// <summary>How many goes a person has had, handed in or not.</summary>
    public Task<int> GoesAsync(string activityId, string personId, int? assignmentId) =>
        db.Attempts.CountAsync(a => a.ActivityId == activityId && a.PersonId == personId && a.AssignmentId == assignmentId);

    /// <summary>The attempt with its state; it has taken the wording of the newest edition.</summary>
    public async Task<LoadedAttempt?> LoadAsync(string attemptId)
    {
        for (var race = 0; ; race++)
        {
            if (await ReadAsync(attemptId) is not { } loaded)
            {
                return null;
            }

            var newest = await activities.NewestEditionAsync(loaded.Record.ActivityId);
            var now = clock.GetUtcNow();
            if (newest > loaded.State.Edition && race < Races)
            {
                await AppendAsync(loaded, new TookWording(newest) { Id = $"wording-{newest}", At = now });
            }
            else if (!loaded.State.IsHandedIn && loaded.State.At(now).IsHandedIn && race < Races)
            {
                // The time ran out while nobody did anything: from now on that is on record, and the score goes out.
                await AppendAsync(loaded, new TimeRanOut { Id = $"time-{loaded.Events.Count}", At = now });
            }
            else
            {
                return loaded;
            }
        }
    }

    /// <summary>
    /// Takes one event. One that is there already (same id) changes nothing and is no error. When the learner hands in, the
    /// score for the course site is queued in the same transaction. A vote is counted in the same transaction; where votes are
    /// anonymous, it is only counted, and what is kept of the event says no more than that this learner has voted.
    /// </summary>
    /// <param name="attemptId">The attempt.</param>
    /// <param name="happened">The event.</param>
    /// <param name="unless">Asked of the attempt as it is when the event would be written: a refusal of the host's own, or null.</param>
    public async Task<TakeResult?> TakeAsync(string attemptId, AttemptEvent happened, Func<LoadedAttempt, Reason?>? unless = null)
    {
        using var entered = await cache.EnterAsync(attemptId);
        for (var race = 0; ; race++)
        {
            if (await LoadAsync(attemptId) is not { } loaded)
            {
                return null;
            }

            if (loaded.Events.Any(e => e.Id == happened.Id))
            {
                return new TakeResult(loaded, null);
            }

            if ((AttemptRules.Refuse(loaded.State, happened) ?? unless?.Invoke(loaded)) is { } refusal)
            {
                return new TakeResult(loaded, refusal);
            }

            var (kept, vote) = OnRecord(loaded.State, happened);
            if (await AppendAsync(loaded, kept, vote) is { } after)
            {
                return new TakeResult(after, null);
            }

            if (race == Races)
            {
                throw new InvalidOperationException($"Attempt {attemptId} is written by too many at once.");
            }
        }
    }

    /// <summary>What is kept of an event, and what it votes for: of an anonymous vote, nothing is kept that could tell.</summary>
    private static (AttemptEvent Kept, ValueList<PartAnswer>? Vote) OnRecord(AttemptState state, AttemptEvent happened)
    {
        if (happened is not Voted { Response: { } response } voted || state.QuestionOf(voted.SpotId) is not { Question: var question } || QuestionTypes.For(question).As<IVoted>() is not { } family)
        {
            return (Handout.Recorded(state, happened), null);
        }

        return (family.VotesOf(question).Anonymous ? voted with { Response = null } : voted, family.ChoicesOf(response));
    }

    /// <summary>Attempts of one activity with their states at this moment, in the order given. Those at work lately come from memory, and the others are remembered.</summary>
    public async Task<IReadOnlyList<LoadedAttempt>> AsTheyStandAsync(string activityId, IReadOnlyList<AttemptRecord> attempts)
    {
        var now = clock.GetUtcNow();
        var known = attempts.Select(record => (Record: record, Known: cache.Find(record.Id))).ToList();
        var read = (await ReplayedAsync(activityId, known.Where(one => one.Known is null).Select(one => one.Record).ToList())).ToDictionary(loaded => loaded.Record.Id);
        foreach (var loaded in read.Values)
        {
            cache.Keep(new AttemptCache.Known(loaded.Record, loaded.Events, loaded.State));
        }

        var assignments = await AssignmentsAsync(activityId);
        return known.Select(one => one.Known is { } there ? With(AssignmentOf(there.Record, assignments), there.Record, there.Events, there.State) : read[one.Record.Id])
            .Select(loaded => loaded with { State = loaded.State.At(now) }).ToList();
    }

    /// <summary>The newest attempt of everybody at an activity, or at one assignment of it.</summary>
    public async Task<IReadOnlyList<LoadedAttempt>> NewestAsync(string activityId, int? assignmentId)
    {
        var records = await db.Attempts.AsNoTracking().Where(a => a.ActivityId == activityId && (assignmentId == null || a.AssignmentId == assignmentId)).ToListAsync();
        return await AsTheyStandAsync(activityId, records.GroupBy(a => (a.PersonId, a.AssignmentId)).Select(goes => goes.MaxBy(a => a.BeganAt)!).ToList());
    }

    /// <summary>Some attempts of an activity with their states as they stand on record, in the order of their ids; for going through all of them bit by bit.</summary>
    /// <param name="activityId">The activity.</param>
    /// <param name="after">The id after which to begin; empty for the first.</param>
    /// <param name="most">How many at most.</param>
    public async Task<IReadOnlyList<LoadedAttempt>> SomeAsync(string activityId, string after, int most)
    {
        var attempts = await db.Attempts.AsNoTracking().Where(a => a.ActivityId == activityId && string.Compare(a.Id, after) > 0).OrderBy(a => a.Id).Take(most).ToListAsync();
        return attempts.Count == 0 ? [] : await ReplayedAsync(activityId, attempts);
    }

    /// <summary>These attempts of an activity with their states as they stand on record, in no order.</summary>
    internal async Task<IReadOnlyList<LoadedAttempt>> TheseAsync(string activityId, IReadOnlyCollection<string> ids) =>
        await ReplayedAsync(activityId, await db.Attempts.AsNoTracking().Where(a => a.ActivityId == activityId && ids.Contains(a.Id)).ToListAsync());

    /// <summary>Attempts of one activity with their states as they stand on record, in the order given.</summary>
    private async Task<IReadOnlyList<LoadedAttempt>> ReplayedAsync(string activityId, IReadOnlyList<AttemptRecord> attempts)
    {
        var assignments = await AssignmentsAsync(activityId);
        var ids = attempts.Select(a => a.Id).ToList();
        var events = (await db.Events.AsNoTracking().Where(e => ids.Contains(e.AttemptId)).ToListAsync()).ToLookup(e => e.AttemptId);
        return attempts.AsParallel().AsOrdered().Select(attempt => Replayed(attempt, AssignmentOf(attempt, assignments), events[attempt.Id])).ToList();
    }

    private Task<Dictionary<int, AssignmentRecord>> AssignmentsAsync(string activityId) => db.Assignments.AsNoTracking().Where(a => a.ActivityId == activityId).ToDictionaryAsync(a => a.Id);

    private static AssignmentRecord? AssignmentOf(AttemptRecord attempt, Dictionary<int, AssignmentRecord> assignments) => attempt.AssignmentId is { } id ? assignments.GetValueOrDefault(id) : null;

    /// <summary>The state an attempt would have after one event more, whatever the event changes.</summary>
    public AttemptState StateAfter(LoadedAttempt loaded, AttemptEvent happened) =>
        Replay.ChangesActivity(happened) ? StateOf(loaded.Record, [.. loaded.Events, happened]) with { Terms = loaded.State.Terms } : Replay.After(loaded.State, happened);

    /// <summary>
    /// Appends one event to each of several attempts, with the scores for course sites that change by it, and whatever else is
    /// changed in this store's database, as one write. When one of them was written to meanwhile nothing is written, and
    /// false is returned: read anew and try again.
    /// </summary>
    /// <param name="many">Each attempt with its event and the state after it.</param>
    public async Task<bool> AppendTogetherAsync(IReadOnlyList<(LoadedAttempt Attempt, AttemptEvent Happened, AttemptState After)> many)
    {
        foreach (var (attempt, happened, state) in many)
        {
            db.Events.Add(RecordOf(attempt.Record.Id, attempt.Events.Count + 1, happened));
            db.Attempts.Update(attempt.Record.As(state));
            await QueueScoreIfChangedAsync(attempt, state);
            cache.Drop(attempt.Record.Id);
        }

        try
        {
            await db.SaveChangesAsync();
            return true;
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            db.ChangeTracker.Clear();
            return false;
        }
        finally
        {
            foreach (var (attempt, _, _) in many)
            {
                cache.Drop(attempt.Record.Id);
            }
        }
    }

    private async Task QueueScoreIfChangedAsync(LoadedAttempt before, AttemptState after)
    {
        var score = Told(before.Assignment, after);
        if (score != Told(before.Assignment, before.State))
        {
            await QueueScoreAsync(before.Assignment, before.Record, () => score);
        }
    }

    /// <summary>Works out what handed-in attempts came to whose records do not say it: those from before records did.</summary>
    public async Task SummariseAsync(IReadOnlyList<string> assignmentAttempts)
    {
        foreach (var id in assignmentAttempts)
        {
            if (await ReadAsync(id) is { } read)
            {
                db.Attempts.Update(read.Record.As(read.State));
            }
        }

        await db.SaveChangesAsync();
        db.ChangeTracker.Clear();
    }

    /// <summary>True when the attempt is this person's.</summary>
    public async Task<bool> IsOfAsync(string attemptId, string personId) => (await ReadAsync(attemptId))?.Record.PersonId == personId;

    private async Task<LoadedAttempt?> ReadAsync(string attemptId)
    {
        if (cache.Find(attemptId) is { } known)
        {
            return With(await AssignmentAsync(known.Record), known.Record, known.Events, known.State);
        }

        var record = await db.Attempts.AsNoTracking().SingleOrDefaultAsync(a => a.Id == attemptId);
        if (record is null)
        {
            return null;
        }

        var read = Replayed(record, await AssignmentAsync(record), await db.Events.AsNoTracking().Where(e => e.AttemptId == attemptId).ToListAsync());
        cache.Keep(new AttemptCache.Known(record, read.Events, read.State));
        return read;
    }

    private async Task<AssignmentRecord?> AssignmentAsync(AttemptRecord record) =>
        record.AssignmentId is { } id ? await db.Assignments.AsNoTracking().SingleOrDefaultAsync(a => a.Id == id) : null;

    private LoadedAttempt Replayed(AttemptRecord record, AssignmentRecord? assignment, IEnumerable<EventRecord> rows)
    {
        var events = rows.OrderBy(e => e.Sequence).Select(e => EventJson.Read(e.Json)).ToList();
        return With(assignment, record, events, StateOf(record, events));
    }

    /// <summary>An attempt on the terms of its assignment as they are now.</summary>
    private static LoadedAttempt With(AssignmentRecord? assignment, AttemptRecord record, IReadOnlyList<AttemptEvent> events, AttemptState state) =>
        new(record, assignment, events, state with { Terms = assignment?.Terms ?? default });

    private AttemptState StateOf(AttemptRecord record, IReadOnlyList<AttemptEvent> events) =>
        Replay.Run(number =>
        {
            // Many attempts are replayed at once, but a database is asked by one at a time.
            lock (activities)
            {
                return activities.Edition(record.ActivityId, number);
            }
        }, events);

    /// <summary>Appends; null when somebody else appended meanwhile.</summary>
    private async Task<LoadedAttempt?> AppendAsync(LoadedAttempt loaded, AttemptEvent happened, ValueList<PartAnswer>? vote = null)
    {
        var events = loaded.Events.Append(happened).ToList();
        var state = StateAfter(loaded, happened);
        var after = loaded with { Record = loaded.Record.As(state), Events = events, State = state };
        var row = RecordOf(loaded.Record.Id, events.Count, happened);
        var finishes = (state.IsHandedIn && !loaded.State.IsHandedIn) || (state.IsCompleted && !loaded.State.IsCompleted) || happened is Returned or TakenBack or Reviewed or Reopened or GotTime
            || (loaded.Assignment?.LineItemUrl is not null && !CourseScore.IsAtWork(loaded.State) && CourseScore.IsAtWork(state));
        if (finishes || vote is not null ? await WriteTogetherAsync(loaded, after, row, finishes, happened is Voted { SpotId: var spot } && vote is { } choices ? (spot, choices) : null) : await writer.WriteAsync(row))
        {
            cache.Keep(new AttemptCache.Known(after.Record, events, state));
            return after;
        }

        cache.Drop(loaded.Record.Id);
        return null;
    }

    /// <summary>An event and what belongs to it are one write, all or nothing: when one finishes, the time and the score for the course site; a vote, and that it was given.</summary>
    private async Task<bool> WriteTogetherAsync(LoadedAttempt before, LoadedAttempt after, EventRecord row, bool finishes, (string SpotId, ValueList<PartAnswer> Vote)? voted)
    {
        db.ChangeTracker.Clear();
        db.Events.Add(row);
        if (finishes)
        {
            db.Attempts.Update(after.Record);
            KeepRow(after);
            await QueueScoreIfChangedAsync(before, after.State);
        }

        try
        {
            await db.SaveTogetherAsync(async () =>
            {
                await db.AttemptRows.Where(kept => kept.AttemptId == row.AttemptId && kept.Events < row.Sequence).ExecuteDeleteAsync();
                if (voted is { } one)
                {
                    await VoteCounts.AddAsync(db, after.Record, one.SpotId, one.Vote);
                }
            });
            return true;
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            return false;
        }
        finally
        {
            db.ChangeTracker.Clear();
        }
    }

    /// <summary>With an attempt that is handed in, what statistics need of it is written too.</summary>
    private void KeepRow(LoadedAttempt loaded)
    {
        if (loaded.State.IsHandedIn)
        {
            db.AttemptRows.Add(AttemptRows.RecordOf(loaded));
        }
    }

    /// <summary>What a course site is told of an attempt: points once its learners may see them here, unless the assignment sends them at once.</summary>
    private CourseScore Told(AssignmentRecord? assignment, AttemptState state)
    {
        var score = CourseScore.Of(state.AsReturned);
        var tells = assignment is not { PointsAtOnce: false } || score.Given is null || RevealNow.Total(state, clock.GetUtcNow(), assignment.Due);
        return tells ? score : score.Withheld(state.Rules);
    }

    /// <summary>Puts the scores on their way that were held back until a due date which is past now.</summary>
    /// <returns>The attempts that could not be read.</returns>
    public async Task<IReadOnlyList<string>> QueuePastDueAsync()
    {
        var now = clock.GetUtcNow();
        var past = db.Assignments.Where(a => a.CourseSiteId != null && a.LineItemUrl != null && a.Due <= now);
        var unread = new List<string>();
        foreach (var assignment in await past.Where(a => a.PointsToldFor == null || a.PointsToldFor != a.Due).ToListAsync())
        {
            assignment.PointsToldFor = assignment.Due;
            unread.AddRange(await QueueAllAsync(assignment));
        }

        return unread;
    }

    /// <summary>
    /// Puts the scores of all that was done in an assignment on their way, as far as its course site was not told the same: it
    /// has just said where they go, or may be told more. An attempt that cannot be read keeps no other back.
    /// </summary>
    /// <returns>The attempts that could not be read.</returns>
    public async Task<IReadOnlyList<string>> QueueAllAsync(AssignmentRecord assignment)
    {
        var all = await db.Attempts.AsNoTracking().Where(a => a.AssignmentId == assignment.Id).ToListAsync();
        var unread = new List<string>();
        foreach (var attempt in all.GroupBy(a => a.PersonId).Select(goes => goes.MaxBy(a => a.BeganAt)!))
        {
            try
            {
                if (await ReadAsync(attempt.Id) is { } loaded)
                {
                    await QueueScoreAsync(assignment, loaded.Record, () => Told(assignment, loaded.State with { Terms = assignment.Terms }));
                }
            }
            catch (Exception problem) when (StoreTrouble.Of(problem) is null)
            {
                unread.Add(attempt.Id);
            }
        }

        await db.SaveChangesAsync();
        return unread;
    }

    private async Task QueueScoreAsync(AssignmentRecord? assignment, AttemptRecord attempt, Func<CourseScore> score)
    {
        if (assignment is not { LineItemUrl: { } lineItem, CourseSiteId: { } siteId })
        {
            return;
        }

        var subject = await db.CourseSitePeople.Where(p => p.CourseSiteId == siteId && p.PersonId == attempt.PersonId).Select(p => p.Subject).FirstOrDefaultAsync();
        if (subject is null)
        {
            return;
        }

        if (await CountedAsync(assignment, attempt, score()) is not { } counted)
        {
            return;
        }

        var (now, told) = (clock.GetUtcNow(), JsonSerializer.Serialize(counted));
        var before = db.ScoreDeliveries.Where(d => d.CourseSiteId == siteId && d.LineItemUrl == lineItem && d.Subject == subject);
        if (await before.OrderByDescending(d => d.Id).Select(d => d.Score).FirstOrDefaultAsync() == told)
        {
            return;
        }

        db.ScoreDeliveries.Add(new ScoreDelivery
        {
            AttemptId = attempt.Id,
            CourseSiteId = siteId,
            LineItemUrl = lineItem,
            Subject = subject,
            Score = told,
            CreatedAt = now,
            NextTry = now,
        });
    }

    /// <summary>
    /// What a course site is told where somebody did it more than once: the go that counts, by the rule of the assignment.
    /// Null while a further go is at work: the course site keeps what it has.
    /// </summary>
    private async Task<CourseScore?> CountedAsync(AssignmentRecord assignment, AttemptRecord attempt, CourseScore own)
    {
        var others = await db.Attempts.AsNoTracking().Where(a => a.AssignmentId == assignment.Id && a.PersonId == attempt.PersonId && a.Id != attempt.Id && a.HandedInAt != null).ToListAsync();
        if (others.Count == 0 || own is not { Given: { } given, Maximum: { } maximum })
        {
            return others.Count == 0 ? own : null;
        }

        var goes = new List<Go> { new(attempt.BeganAt, attempt.HandedInAt ?? clock.GetUtcNow(), given, maximum, own.GradingProgress != "FullyGraded") };
        foreach (var other in others)
        {
            var score = (await ReadAsync(other.Id))!.State.AsReturned.Score;
            goes.Add(new Go(other.BeganAt, other.HandedInAt, score.Points.ToDecimal(), score.OutOf, score.Provisional));
        }

        var grade = Grade.Of(new GradeRule { Counts = assignment.Counts }, goes, maximum, 0, false, clock.GetUtcNow());
        return own with { Given = grade.Points, Maximum = grade.OutOf, GradingProgress = grade.Provisional ? "PendingManual" : "FullyGraded" };
    }

    private static EventRecord RecordOf(string attemptId, int sequence, AttemptEvent happened) => new()
    {
        AttemptId = attemptId,
        Sequence = sequence,
        EventId = happened.Id,
        Json = EventJson.Write(happened),
    };
}
