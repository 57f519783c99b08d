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

/// <summary>What became of an event: the attempt after it, and the refusal when it was not taken.</summary>
public sealed record TakeResult(LoadedAttempt Attempt, Reason? Refusal);

/// <summary>Keeps attempts as append-only lists of events.</summary>
public sealed class AttemptStore(
    IDbContextFactory<SlateDb> open,
    ActivityStore activities,
    AttemptReader reader,
    CourseScores scores,
    AttemptCache cache,
    EventWriter writer,
    TimeProvider clock
)
{
    private const int Races = 5;

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
        await using var db = await open.CreateDbContextAsync();
        db.Attempts.Add(attempt);
        var began = Handout.Recorded(
            activities.Edition(activity.Id, activity.NewestEdition),
            new Began(activity.NewestEdition, Random.Shared.NextInt64())
            {
                Id = "began",
                At = now,
                DrawSeed = await DrawSeedAsync(db, activity, personId, assignment),
                TimeFactor = await TimeFactorAsync(db, personId, assignment),
            }
        );
        db.Events.Add(RecordOf(attempt.Id, 1, began));
        await scores.QueueAsync(db, assignment, attempt, scores.Told(assignment, reader.StateOf(attempt, [began])));
        await db.SaveChangesAsync();
        return attempt;
    }

    /// <summary>Stores an attempt that was made elsewhere, event by event as the rules took it; no scores go out.</summary>
    public async Task<AttemptRecord> BringAsync(
        ActivityRecord activity,
        string personId,
        AssignmentRecord? assignment,
        IReadOnlyList<AttemptEvent> events
    )
    {
        var state = Replay.Run(number => activities.Edition(activity.Id, number), events);
        var attempt = new AttemptRecord
        {
            Id = Ids.New(12),
            ActivityId = activity.Id,
            PersonId = personId,
            AssignmentId = assignment?.Id,
            BeganAt = state.BeganAt,
            Recorded = true,
        }.As(state);
        await using var db = await open.CreateDbContextAsync();
        db.Attempts.Add(attempt);
        db.Events.AddRange(events.Select((happened, i) => RecordOf(attempt.Id, i + 1, happened)));
        KeepRow(db, new LoadedAttempt(attempt, assignment, events, state));
        await db.SaveChangesAsync();
        return attempt;
    }

    /// <summary>Where a new go is not to draw other questions, all goes of a person draw by the same seed.</summary>
    private async Task<long?> DrawSeedAsync(SlateDb db, ActivityRecord activity, string personId, AssignmentRecord? assignment)
    {
        if (activities.Edition(activity.Id, activity.NewestEdition).Flow.DrawsAgain)
        {
            return null;
        }

        var first = await db
            .Attempts.AsNoTracking()
            .Where(a =>
                a.ActivityId == activity.Id
                && a.PersonId == personId
                && (assignment == null ? a.AssignmentId == null : a.AssignmentId == assignment.Id)
            )
            .OrderBy(a => a.BeganAt)
            .Select(a => a.Id)
            .FirstOrDefaultAsync();
        var known = first is null
            ? null
            : await db.Events.AsNoTracking().Where(e => e.AttemptId == first && e.Sequence == 1).Select(e => e.Json).SingleOrDefaultAsync();
        return known is null ? null
            : EventJson.Read(known) is Began began ? began.DrawSeed ?? began.Seed
            : null;
    }

    /// <summary>How much more time the person has in the class that the activity is given to.</summary>
    private static async Task<decimal> TimeFactorAsync(SlateDb db, string personId, AssignmentRecord? assignment) =>
        assignment?.ClassId is { } classId
            ? await db
                .Enrolments.Where(e => e.ClassId == classId && e.PersonId == personId)
                .Select(e => (decimal?)e.TimeFactor)
                .FirstOrDefaultAsync()
                ?? 1
            : 1;

    /// <summary>The attempt with its state; it has taken the wording of the newest edition.</summary>
    public async Task<LoadedAttempt?> LoadAsync(string attemptId)
    {
        for (var race = 0; ; race++)
        {
            if (await reader.ReadAsync(attemptId) is not { } loaded)
            {
                return null;
            }

            var newest = await activities.NewestEditionAsync(loaded.Record.ActivityId);
            var now = clock.GetUtcNow();
            if (newest > loaded.State.Edition && race < Races)
            {
                var took = new TookWording(newest) { Id = $"wording-{newest}", At = now };
                var edition = activities.Edition(loaded.Record.ActivityId, newest);
                await AppendAsync(loaded, Handout.Recorded(loaded.State, edition, (Began)loaded.Events[0], took));
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
        if (
            happened is not Voted { Response: { } response } voted
            || state.QuestionOf(voted.SpotId) is not { Question: var question }
            || QuestionTypes.For(question).As<IVoted>() is not { } family
        )
        {
            return (Handout.Recorded(state, happened), null);
        }

        return (family.VotesOf(question).Anonymous ? voted with { Response = null } : voted, family.ChoicesOf(response));
    }

    /// <summary>
    /// Appends one event to each of several attempts, with the scores for course sites that change by it, and what else belongs
    /// to it, as one write. When one of them was written to meanwhile nothing is written, and
    /// false is returned: read anew and try again.
    /// </summary>
    /// <param name="many">Each attempt with its event and the state after it.</param>
    /// <param name="more">What else is changed, in the context that is written.</param>
    public async Task<bool> AppendTogetherAsync(
        IReadOnlyList<(LoadedAttempt Attempt, AttemptEvent Happened, AttemptState After)> many,
        Action<SlateDb>? more = null
    )
    {
        await using var db = await open.CreateDbContextAsync();
        more?.Invoke(db);
        foreach (var (attempt, happened, state) in many)
        {
            db.Events.Add(RecordOf(attempt.Record.Id, attempt.Events.Count + 1, happened));
            db.Attempts.Update(attempt.Record.As(state));
            await scores.QueueIfChangedAsync(db, attempt, state);
            cache.Drop(attempt.Record.Id);
        }

        try
        {
            await db.SaveChangesAsync();
            return true;
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
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

    /// <summary>Works out what handed-in attempts came to whose records do not say it: those from before records did.</summary>
    public async Task SummariseAsync(IReadOnlyList<string> assignmentAttempts)
    {
        await using var db = await open.CreateDbContextAsync();
        foreach (var id in assignmentAttempts)
        {
            if (await reader.ReadAsync(id) is { } read)
            {
                db.Attempts.Update(read.Record.As(read.State));
            }
        }

        await db.SaveChangesAsync();
    }

    /// <summary>Appends; null when somebody else appended meanwhile.</summary>
    private async Task<LoadedAttempt?> AppendAsync(LoadedAttempt loaded, AttemptEvent happened, ValueList<PartAnswer>? vote = null)
    {
        var events = loaded.Events.Append(happened).ToList();
        var state = reader.StateAfter(loaded, happened);
        var after = loaded with { Record = loaded.Record.As(state), Events = events, State = state };
        var row = RecordOf(loaded.Record.Id, events.Count, happened);
        var finishes =
            (state.IsHandedIn && !loaded.State.IsHandedIn)
            || (state.IsCompleted && !loaded.State.IsCompleted)
            || happened is Returned or TakenBack or Reviewed or Reopened or GotTime
            || (loaded.Assignment?.LineItemUrl is not null && !CourseScore.IsAtWork(loaded.State) && CourseScore.IsAtWork(state));
        if (
            finishes || vote is not null
                ? await WriteTogetherAsync(
                    loaded,
                    after,
                    row,
                    finishes,
                    happened is Voted { SpotId: var spot } && vote is { } choices ? (spot, choices) : null
                )
                : await writer.WriteAsync(row)
        )
        {
            cache.Keep(new AttemptCache.Known(after.Record, events, state));
            return after;
        }

        cache.Drop(loaded.Record.Id);
        return null;
    }

    /// <summary>An event and what belongs to it are one write, all or nothing: when one finishes, the time and the score for the course
    /// site; a vote, and that it was given.</summary>
    private async Task<bool> WriteTogetherAsync(
        LoadedAttempt before,
        LoadedAttempt after,
        EventRecord row,
        bool finishes,
        (string SpotId, ValueList<PartAnswer> Vote)? voted
    )
    {
        await using var db = await open.CreateDbContextAsync();
        db.Events.Add(row);
        if (finishes)
        {
            db.Attempts.Update(after.Record);
            KeepRow(db, after);
            await scores.QueueIfChangedAsync(db, before, after.State);
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
    }

    /// <summary>With an attempt that is handed in, what statistics need of it is written too.</summary>
    private static void KeepRow(SlateDb db, LoadedAttempt loaded)
    {
        if (loaded.State.IsHandedIn)
        {
            db.AttemptRows.Add(AttemptRows.RecordOf(loaded));
        }
    }

    private static EventRecord RecordOf(string attemptId, int sequence, AttemptEvent happened) =>
        new()
        {
            AttemptId = attemptId,
            Sequence = sequence,
            EventId = happened.Id,
            Json = EventJson.Write(happened),
        };
}
