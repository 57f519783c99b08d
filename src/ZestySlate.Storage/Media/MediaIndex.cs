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
}
