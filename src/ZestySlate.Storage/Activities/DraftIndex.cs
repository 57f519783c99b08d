using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Activities;

/// <summary>What drafts are looked up by: their words, what they say of themselves, the files they show. Kept with every change of a draft.</summary>
internal static class DraftIndex
{
    /// <summary>Brings what is known of one activity in line with its draft; the caller saves.</summary>
    public static async Task SetAsync(SlateDb db, ActivityRecord record, Activity document)
    {
        record.Title = document.Title;
        (record.Language, record.Subject, record.Level) = (document.Language, document.Audience.Subject, document.Audience.Level);
        (record.AgeFrom, record.AgeTo, record.Kind) = (document.Audience.AgeFrom, document.Audience.AgeTo, ActivityKinds.Of(document));
        record.TakesSpots = document.Scenes.Any(scene => scene.LearnersSpots is not null);
        var text = SearchWords.Of(document);
        if (await db.ActivityWords.SingleOrDefaultAsync(words => words.ActivityId == record.Id) is { } known)
        {
            known.Text = text;
        }
        else
        {
            db.ActivityWords.Add(new ActivityWords { ActivityId = record.Id, Text = text });
        }

        await MediaIndex.SetAsync(db, record.Id, document);
    }

    /// <summary>A database from before there was an index gets one.</summary>
    public static async Task EnsureAsync(SlateDb db, CancellationToken stop)
    {
        foreach (
            var record in await db
                .Activities.Where(activity => !db.ActivityWords.Any(words => words.ActivityId == activity.Id))
                .ToListAsync(stop)
        )
        {
            var head = await db.Revisions.AsNoTracking().SingleAsync(r => r.ActivityId == record.Id && r.Number == record.Head, stop);
            await SetAsync(db, record, Compressed.Read(head.Document));
        }

        await db.SaveChangesAsync(stop);
        db.ChangeTracker.Clear();
    }
}
