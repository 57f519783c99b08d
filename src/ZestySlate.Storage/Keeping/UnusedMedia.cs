using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Keeping;

/// <summary>
/// Deletes files that nothing shows or plays any more: no entry of a media library, also none in its bin, no draft or kept state
/// of one, no edition. A file is noted first, and goes when it was in no use for <see cref="After"/>.
/// </summary>
public sealed partial class UnusedMedia(IDbContextFactory<SlateDb> open, MediaStore store, TimeProvider clock)
{
    /// <summary>How long a file is kept that is in no use.</summary>
    public static readonly TimeSpan After = TimeSpan.FromDays(30);

    /// <summary>Notes what is in no use, and deletes what was in none for long.</summary>
    /// <returns>How many files went, and how many bytes they had.</returns>
    public async Task<(int Files, long Bytes)> CollectAsync(CancellationToken stop)
    {
        DateTimeOffset? now = clock.GetUtcNow();
        await using var db = await open.CreateDbContextAsync(stop);
        var loose = await db
            .Media.AsNoTracking()
            .Where(media =>
                media.ReplacedBy == null
                && !db.MediaItems.Any(item => item.Hash == media.Hash)
                && !db.MediaUses.Any(use => use.Hash == media.Hash)
                && !db.Media.Any(other => other.ReplacedBy == media.Hash)
            )
            .ToListAsync(stop);
        if (loose.Count == 0)
        {
            return default;
        }

        var used = await UsedAsync(db, stop);
        var unused = loose.Where(media => !used.Contains(media.Hash)).ToList();
        var again = loose.Where(media => media.UnusedSince is not null && used.Contains(media.Hash)).Select(media => media.Hash).ToList();
        await db
            .Media.Where(media => again.Contains(media.Hash))
            .ExecuteUpdateAsync(set => set.SetProperty(media => media.UnusedSince, (DateTimeOffset?)null), stop);
        var noted = unused.Where(media => media.UnusedSince is null).Select(media => media.Hash).ToList();
        await db
            .Media.Where(media => noted.Contains(media.Hash))
            .ExecuteUpdateAsync(set => set.SetProperty(media => media.UnusedSince, now), stop);
        var (files, bytes) = (0, 0L);
        foreach (var media in unused.Where(media => media.UnusedSince <= now - After))
        {
            stop.ThrowIfCancellationRequested();
            var went = await store.ForgetAsync(media.Hash, now.Value - After);
            (files, bytes) = (files + (went ? 1 : 0), bytes + (went ? media.Bytes : 0));
        }

        return (files, bytes);
    }

    /// <summary>Every file that a kept state of a draft or an edition names, whatever it names it for.</summary>
    private static async Task<HashSet<string>> UsedAsync(SlateDb db, CancellationToken stop)
    {
        var used = new HashSet<string>();
        await foreach (
            var document in db
                .Revisions.AsNoTracking()
                .Select(revision => revision.Document)
                .Concat(db.Editions.AsNoTracking().Select(edition => edition.Document))
                .AsAsyncEnumerable()
                .WithCancellation(stop)
        )
        {
            used.UnionWith(Hash().Matches(ActivityJson.Write(Compressed.Read(document))).Select(match => match.Value));
        }

        return used;
    }

    [GeneratedRegex("[0-9a-f]{64}")]
    private static partial Regex Hash();
}
