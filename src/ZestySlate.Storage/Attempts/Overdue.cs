using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Storage.Attempts;

/// <summary>What is known of open attempts from looking through them before.</summary>
public sealed class OverdueMemory
{
    /// <summary>When each attempt is to be looked at next, by its id.</summary>
    internal Dictionary<string, DateTimeOffset> Next { get; } = [];

    /// <summary>Whether an edition has a clock, by its activity's id and its number.</summary>
    internal Dictionary<(string ActivityId, int Edition), bool> HasClock { get; } = [];
}

/// <summary>Hands in the attempts whose time was over while nobody looked, so that they count, and their scores go out, although nobody
/// opens them again.</summary>
public sealed class Overdue(IDbContextFactory<SlateDb> open, ActivityStore activities, AttemptStore attempts, TimeProvider clock)
{
    /// <summary>How soon an attempt is looked at again whose clock does not run yet.</summary>
    private static readonly TimeSpan Pause = TimeSpan.FromMinutes(1);

    /// <summary>Looks through the open attempts at activities with a clock, each no sooner than its clock can have run out.</summary>
    /// <param name="memory">What was learnt the times before; whoever calls keeps it.</param>
    public async Task HandInAsync(OverdueMemory memory)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();

        // Visitors leave thousands of attempts open; only those at activities with a clock are asked for.
        var begun = await db
            .Activities.Where(activity => db.Attempts.Any(attempt => attempt.ActivityId == activity.Id && attempt.HandedInAt == null))
            .Select(activity => new { activity.Id, activity.NewestEdition })
            .ToListAsync();
        var clocked = begun
            .Where(activity => MayHaveClock(memory, activity.Id, activity.NewestEdition))
            .Select(activity => activity.Id)
            .ToList();
        var timed = (
            await db
                .Attempts.Where(attempt => attempt.HandedInAt == null && clocked.Contains(attempt.ActivityId))
                .Select(attempt => attempt.Id)
                .ToListAsync()
        ).ToHashSet();
        foreach (var gone in memory.Next.Keys.Where(id => !timed.Contains(id)).ToList())
        {
            memory.Next.Remove(gone);
        }

        foreach (var id in timed.Where(id => !memory.Next.TryGetValue(id, out var at) || at <= now))
        {
            // Reading it is what puts on record that its time is over. One that cannot be read does not keep the others waiting.
            memory.Next[id] = now + Pause;
            memory.Next[id] = (await attempts.LoadAsync(id))?.State.RunsOutAt ?? now + Pause;
        }
    }

    /// <summary>Whether any edition has a clock. An attempt runs on its own: the newest may have lost the clock, or got it only now.</summary>
    private bool MayHaveClock(OverdueMemory memory, string activityId, int newest) =>
        Enumerable.Range(1, newest).Any(edition => HasClock(memory, activityId, edition));

    private bool HasClock(OverdueMemory memory, string activityId, int edition)
    {
        if (!memory.HasClock.TryGetValue((activityId, edition), out var has))
        {
            has = activities.Edition(activityId, edition).Rules.Clock is not null;
            memory.HasClock[(activityId, edition)] = has;
        }

        return has;
    }
}
