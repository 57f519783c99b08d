using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Storage.MarkingAgain;

/// <summary>An attempt whose grade would change.</summary>
public sealed record ReportedChange(LoadedAttempt Attempt, GradeChange Change);

/// <summary>Reports, applies and undoes the marking again of an activity's attempts, in bits that are each one write.</summary>
public sealed class MarkAgainRuns(
    IDbContextFactory<SlateDb> open,
    ActivityStore activities,
    AttemptReader reader,
    AttemptStore attempts,
    TimeProvider clock
)
{
    private const int Together = 200;

    /// <summary>Every grade that the newest edition's key would change, attempts at work included; nothing is written.</summary>
    public async Task<IReadOnlyList<ReportedChange>> ReportAsync(string activityId)
    {
        var edition = await activities.NewestEditionAsync(activityId);
        var changes = new List<ReportedChange>();
        for (var reached = ""; await reader.SomeAsync(activityId, reached, Together) is { Count: > 0 } some; reached = some[^1].Record.Id)
        {
            var now = clock.GetUtcNow();
            changes.AddRange(
                some.AsParallel()
                    .AsOrdered()
                    .Where(attempt => attempt.State.KeyEdition != edition)
                    .Select(attempt =>
                        (
                            Attempt: attempt,
                            Change: MarkAgain.Between(
                                attempt.State,
                                reader.StateAfter(attempt, MarkAgain.Event(attempt.State, edition, "report", now))
                            )
                        )
                    )
                    .Where(one => one.Change is not null)
                    .Select(one => new ReportedChange(one.Attempt, one.Change!))
            );
        }

        return changes;
    }

    /// <summary>Begins a run; it is gone through by <see cref="GoOnAsync"/>. One that is at work already is gone on with.</summary>
    public async Task<MarkAgainRun> BeginAsync(string activityId, string by, bool neverLower)
    {
        await using var db = await open.CreateDbContextAsync();
        var run = new MarkAgainRun
        {
            Id = Ids.New(),
            ActivityId = activityId,
            Edition = await activities.NewestEditionAsync(activityId),
            NeverLower = neverLower,
            By = by,
            At = clock.GetUtcNow(),
            Total = await db.Attempts.CountAsync(attempt => attempt.ActivityId == activityId),
        };

        // Two presses at once begin it once: the second reads what the first wrote.
        await db.SaveTogetherAsync(async () =>
        {
            if (
                await db.MarkAgainRuns.FirstOrDefaultAsync(known => known.ActivityId == activityId && known.FinishedAt == null) is
                { } atWork
            )
            {
                run = atWork;
                return;
            }

            db.MarkAgainRuns.Add(run);
            await db.SaveInTogetherAsync();
        });
        return run;
    }

    /// <summary>Undoes a run that is finished: the key that counted before counts again for every attempt it had changed.</summary>
    public async Task UndoAsync(string activityId, string runId)
    {
        await using var db = await open.CreateDbContextAsync();
        DateTimeOffset? now = clock.GetUtcNow(),
            atWork = null;
        await db
            .MarkAgainRuns.Where(run => run.Id == runId && run.ActivityId == activityId && run.FinishedAt != null && run.UndoneAt == null)
            .ExecuteUpdateAsync(set =>
                set.SetProperty(run => run.UndoneAt, now)
                    .SetProperty(run => run.FinishedAt, atWork)
                    .SetProperty(run => run.Done, 0)
                    .SetProperty(run => run.Reached, "")
            );
    }

    /// <summary>The runs of an activity so far, the newest first.</summary>
    public async Task<IReadOnlyList<MarkAgainRun>> OfAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .MarkAgainRuns.AsNoTracking()
            .Where(run => run.ActivityId == activityId)
            .OrderByDescending(run => run.At)
            .ToListAsync();
    }

    /// <summary>The runs that are not finished.</summary>
    public async Task<IReadOnlyList<string>> AtWorkAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.MarkAgainRuns.Where(run => run.FinishedAt == null).OrderBy(run => run.At).Select(run => run.Id).ToListAsync();
    }

    /// <summary>Goes through the next attempts of a run; how far it has come is written with their events. False when it is finished.</summary>
    public async Task<bool> GoOnAsync(string runId)
    {
        await using var db = await open.CreateDbContextAsync();
        var run = await db.MarkAgainRuns.AsNoTracking().SingleAsync(known => known.Id == runId);
        if (!run.IsAtWork)
        {
            return false;
        }

        var some = await reader.SomeAsync(run.ActivityId, run.Reached, Together);
        var now = clock.GetUtcNow();
        if (some.Count == 0)
        {
            run.FinishedAt = now;
            db.MarkAgainRuns.Update(run);
            await db.SaveChangesAsync();
            return false;
        }

        var many = run.UndoneAt is null
            ? Marked(run, some, now)
            : With(
                some.Where(attempt =>
                    attempt.Events.Any(happened => happened is TookKey took && took.Run == run.Id)
                    && !attempt.Events.Any(happened => happened is GaveBackKey back && back.Run == run.Id)
                ),
                _ => MarkAgain.Undo(run.Id, now)
            );
        var reached = run.Reached;
        run.Done += some.Count;
        run.Reached = some[^1].Record.Id;
        await attempts.AppendTogetherAsync(many, together =>
            together.MarkAgainRuns.Update(run).Property(known => known.Reached).OriginalValue = reached
        );
        return true;
    }

    /// <summary>The events by which some attempts take the key; those that have it already, and those to be spared, take none.</summary>
    private List<(LoadedAttempt, AttemptEvent, AttemptState)> Marked(
        MarkAgainRun run,
        IReadOnlyList<LoadedAttempt> some,
        DateTimeOffset now
    )
    {
        var many = new List<(LoadedAttempt, AttemptEvent, AttemptState)>();
        var taking = With(
            some.Where(attempt =>
                attempt.State.KeyEdition < run.Edition
                && attempt.Events.All(happened => happened is not TookKey { } took || took.Run != run.Id)
            ),
            attempt => MarkAgain.Event(attempt.State, run.Edition, run.Id, now)
        );
        foreach (
            var (one, rise) in taking
                .AsParallel()
                .AsOrdered()
                .Select(one => (one, Rise: MarkAgain.Between(one.Attempt.State, one.After)?.Rise ?? 0))
        )
        {
            if (rise < 0 && run.NeverLower)
            {
                run.Spared++;
                continue;
            }

            run.Rose += rise > 0 ? 1 : 0;
            run.Fell += rise < 0 ? 1 : 0;
            many.Add(one);
        }

        return many;
    }

    /// <summary>Attempts with an event for each and the states after it.</summary>
    private List<(LoadedAttempt Attempt, AttemptEvent Happened, AttemptState After)> With(
        IEnumerable<LoadedAttempt> some,
        Func<LoadedAttempt, AttemptEvent> happens
    ) =>
        some.AsParallel()
            .AsOrdered()
            .Select(attempt => (attempt, Happened: happens(attempt)))
            .Select(one => (one.attempt, one.Happened, reader.StateAfter(one.attempt, one.Happened)))
            .ToList();
}
