using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Storage.Media;

/// <summary>Which drafts show or play which files; kept with every change of a draft.</summary>
internal static class MediaIndex
{
    /// <summary>Brings the uses of one activity in line with its draft; the caller saves.</summary>
    public static async Task SetAsync(SlateDb db, string activityId, Activity document)
    {
        var wanted = document.Media.Where(media => media.Length > 0).ToHashSet();
        foreach (var use in await db.MediaUses.Where(use => use.ActivityId == activityId).ToListAsync())
        {
            if (!wanted.Remove(use.Hash))
            {
                db.MediaUses.Remove(use);
            }
        }

        db.MediaUses.AddRange(wanted.Select(hash => new MediaUse { ActivityId = activityId, Hash = hash }));
    }

    /// <summary>A database from before there was an index gets one.</summary>
    public static async Task EnsureAsync(SlateDb db, CancellationToken stop)
    {
        if (await db.MediaUses.AnyAsync(stop))
        {
            return;
        }

        foreach (var record in await db.Activities.AsNoTracking().ToListAsync(stop))
        {
            var head = await db.Revisions.AsNoTracking().SingleAsync(r => r.ActivityId == record.Id && r.Number == record.Head, stop);
            await SetAsync(db, record.Id, Compressed.Read(head.Document));
        }

        await db.SaveChangesAsync(stop);
        db.ChangeTracker.Clear();
    }
}
