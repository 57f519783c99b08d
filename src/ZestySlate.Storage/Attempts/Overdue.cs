using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Storage.Attempts;

/// <summary>Hands in the attempts whose time was over while nobody looked, so that they count, and their scores go out, although nobody opens them again.</summary>
public sealed class Overdue(SlateDb db, ActivityStore activities, AttemptStore attempts, TimeProvider clock)
{
    /// <summary>How soon an attempt is looked at again whose clock does not run yet.</summary>
    private static readonly TimeSpan Pause = TimeSpan.FromMinutes(1);

    /// <summary>Looks through the open attempts at activities with a clock, each no sooner than its clock can have run out.</summary>
    /// <param name="next">When each is to be looked at next; whoever calls again and again keeps it.</param>
    public async Task HandInAsync(IDictionary<string, DateTimeOffset> next)
    {
        var now = clock.GetUtcNow();
        var published = await db.Activities.AsNoTracking().Where(activity => db.Attempts.Any(attempt => attempt.ActivityId == activity.Id && attempt.HandedInAt == null))
            .Select(activity => new { activity.Id, activity.NewestEdition }).ToListAsync();
        var timed = published.Where(activity => activities.Edition(activity.Id, activity.NewestEdition).Rules.Clock is not null).Select(activity => activity.Id).ToList();
        var open = timed.Count == 0 ? [] : await db.Attempts.AsNoTracking().Where(attempt => attempt.HandedInAt == null && timed.Contains(attempt.ActivityId)).Select(attempt => attempt.Id).ToListAsync();
        foreach (var gone in next.Keys.Except(open).ToList())
        {
            next.Remove(gone);
        }

        foreach (var id in open.Where(id => !next.TryGetValue(id, out var at) || at <= now))
        {
            // Reading it is what puts on record that its time is over.
            next[id] = (await attempts.LoadAsync(id))?.State.RunsOutAt ?? now + Pause;
        }
    }
}
