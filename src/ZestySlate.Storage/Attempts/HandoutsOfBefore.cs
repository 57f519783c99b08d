using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Storage.Attempts;

/// <summary>Puts on record what attempts of earlier versions got, once, when such a database is opened first.</summary>
internal static class HandoutsOfBefore
{
    private const int Together = 200;

    /// <summary>Goes through all attempts that have none on record, bit by bit; broken off, it goes on where it was.</summary>
    internal static async Task EnsureAsync(SlateDb db, CancellationToken stop)
    {
        for (var after = ""; ; )
        {
            var some = await db
                .Attempts.Where(attempt => !attempt.Recorded && string.Compare(attempt.Id, after) > 0)
                .OrderBy(attempt => attempt.Id)
                .Take(Together)
                .ToListAsync(stop);
            if (some.Count == 0)
            {
                return;
            }

            after = some[^1].Id;
            foreach (var ofActivity in some.GroupBy(attempt => attempt.ActivityId))
            {
                await RecordAsync(db, ofActivity.Key, [.. ofActivity], stop);
            }

            await db.SaveChangesAsync(stop);
            db.ChangeTracker.Clear();
        }
    }

    private static async Task RecordAsync(SlateDb db, string activityId, List<AttemptRecord> attempts, CancellationToken stop)
    {
        var editions = new Dictionary<int, Activity>();
        foreach (var edition in await db.Editions.AsNoTracking().Where(edition => edition.ActivityId == activityId).ToListAsync(stop))
        {
            editions[edition.Number] = Compressed.Read(edition.Document);
        }

        var ids = attempts.Select(attempt => attempt.Id).ToList();
        var rows = (await db.Events.Where(happened => ids.Contains(happened.AttemptId)).ToListAsync(stop)).ToLookup(happened =>
            happened.AttemptId
        );
        foreach (var attempt in attempts)
        {
            var own = rows[attempt.Id].OrderBy(row => row.Sequence).ToList();
            var before = own.Select(row => EventJson.Read(row.Json)).ToList();
            var after = HandoutOfBefore.Recorded(number => editions[number], before);
            for (var i = 0; i < own.Count; i++)
            {
                if (!ReferenceEquals(before[i], after[i]))
                {
                    own[i].Json = EventJson.Write(after[i]);
                }
            }

            db.Entry(attempt).Property(a => a.Recorded).CurrentValue = true;
        }
    }
}
