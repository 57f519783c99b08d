using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;

namespace ZestySlate.Storage.Media;

/// <summary>What to look for in a library.</summary>
/// <param name="Words">Every word must be found somewhere in its name, tags, folder, alternative text, credit.</param>
/// <param name="Kind">Only this kind, or null for all.</param>
/// <param name="Folder">Only this folder and those below it, or null for all.</param>
/// <param name="Bin">True to look in the bin.</param>
/// <param name="Page">From 0.</param>
public sealed record MediaSearch(string Words = "", MediaKind? Kind = null, string? Folder = null, bool Bin = false, int Page = 0)
{
    /// <summary>How many are shown at once.</summary>
    public const int PageSize = 60;
}

/// <summary>What was found: one page of it, and how much there is in all.</summary>
public sealed record MediaFound(IReadOnlyList<MediaItem> Items, int Total);

/// <summary>A teacher's media library.</summary>
public sealed class MediaLibrary(IDbContextFactory<SlateDb> open, MediaStore store, TimeProvider clock)
{
    /// <summary>Adds a file. The same file of the same teacher is one entry; from the bin it comes back.</summary>
    public async Task<MediaItem> AddAsync(ReadyFile file, string name, string ownerId, string folder = "")
    {
        await using var db = await open.CreateDbContextAsync();
        var bytes = file.Content.Length;
        var hash = await store.StoreAsync(file, name, ownerId);
        var known = await db.MediaItems.FirstOrDefaultAsync(item => item.OwnerId == ownerId && item.Hash == hash);
        if (known is not null)
        {
            known.BinnedAt = null;
            await db.SaveChangesAsync();
            return known;
        }

        var item = new MediaItem
        {
            Id = Ids.New(12),
            OwnerId = ownerId,
            Hash = hash,
            Kind = file.Kind,
            Name = Clean(System.IO.Path.GetFileNameWithoutExtension(name), 120) is { Length: > 0 } own ? own : "Without name",
            Folder = FolderPath.Clean(folder),
            Width = file.Width,
            Height = file.Height,
            Bytes = bytes,
            Seconds = file.Seconds,
            AddedAt = clock.GetUtcNow(),
        };
        item.Settle();
        db.MediaItems.Add(item);
        await db.SaveChangesAsync();
        return item;
    }

    /// <summary>An entry of this teacher, or null.</summary>
    public async Task<MediaItem?> FindAsync(string id, string ownerId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.MediaItems.SingleOrDefaultAsync(item => item.Id == id && item.OwnerId == ownerId);
    }

    /// <summary>This teacher's entry of a file, or null.</summary>
    public async Task<MediaItem?> ByHashAsync(string hash, string ownerId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.MediaItems.FirstOrDefaultAsync(item => item.Hash == hash && item.OwnerId == ownerId);
    }

    /// <summary>Looks for entries, the newest first.</summary>
    public async Task<MediaFound> SearchAsync(string ownerId, MediaSearch search)
    {
        await using var db = await open.CreateDbContextAsync();
        var query = db.MediaItems.AsNoTracking().Where(item => item.OwnerId == ownerId && (item.BinnedAt != null) == search.Bin);
        if (search.Kind is { } kind)
        {
            query = query.Where(item => item.Kind == kind);
        }

        if (search.Folder is { } folder)
        {
            query = query.Where(item => item.Folder == folder || item.Folder.StartsWith(folder + "/"));
        }

        foreach (var word in search.Words.ToLowerInvariant().Split([' ', ','], StringSplitOptions.RemoveEmptyEntries))
        {
            query = query.Where(item => item.SearchText.Contains(word));
        }

        var total = await query.CountAsync();
        return new MediaFound(
            await query
                .OrderByDescending(item => item.AddedAt)
                .ThenBy(item => item.Id)
                .Skip(search.Page * MediaSearch.PageSize)
                .Take(MediaSearch.PageSize)
                .ToListAsync(),
            total
        );
    }

    /// <summary>The folders in use and those they lie in, in order.</summary>
    public async Task<IReadOnlyList<string>> FoldersAsync(string ownerId)
    {
        await using var db = await open.CreateDbContextAsync();
        var used = await db
            .MediaItems.Where(item => item.OwnerId == ownerId && item.BinnedAt == null && item.Folder != "")
            .Select(item => item.Folder)
            .Distinct()
            .ToListAsync();
        return FolderPath.WithParents(used);
    }

    /// <summary>Sets the words of an entry.</summary>
    public async Task DescribeAsync(MediaItem item, string name, string folder, string tags)
    {
        await using var db = await open.CreateDbContextAsync();
        db.Attach(item);
        item.Name = Clean(name, 120) is { Length: > 0 } own ? own : item.Name;
        item.Folder = FolderPath.Clean(folder);
        item.Tags = string.Join(
            ", ",
            tags.Split([',', '\n'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                .Distinct(StringComparer.OrdinalIgnoreCase)
                .Take(30)
        );
        item.Settle();
        await db.SaveChangesAsync();
    }

    /// <summary>Puts entries into a folder.</summary>
    public Task MoveAsync(string ownerId, IReadOnlyCollection<string> ids, string folder) =>
        EachAsync(ownerId, ids, item => item.Folder = FolderPath.Clean(folder));

    /// <summary>Puts entries into the bin. What shows them goes on showing them.</summary>
    public Task BinAsync(string ownerId, IReadOnlyCollection<string> ids) =>
        EachAsync(ownerId, ids, item => item.BinnedAt = clock.GetUtcNow());

    /// <summary>Takes entries out of the bin.</summary>
    public Task RestoreAsync(string ownerId, IReadOnlyCollection<string> ids) => EachAsync(ownerId, ids, item => item.BinnedAt = null);

    /// <summary>Deletes entries that are in the bin, with their words. Their files stay where they are shown; those in no use go after a time.</summary>
    /// <returns>How many went.</returns>
    public async Task<int> DeleteAsync(string ownerId, IReadOnlyCollection<string> ids)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .MediaItems.Where(item => item.OwnerId == ownerId && item.BinnedAt != null && ids.Contains(item.Id))
            .ExecuteDeleteAsync();
    }

    /// <summary>The activities of this teacher whose drafts show or play the file.</summary>
    public async Task<IReadOnlyList<Activities.ActivityRecord>> UsedInAsync(string hash, string ownerId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await (
            from use in db.MediaUses
            where use.Hash == hash
            join activity in db.Activities on use.ActivityId equals activity.Id
            where activity.OwnerId == ownerId
            orderby activity.Title
            select activity
        )
            .AsNoTracking()
            .ToListAsync();
    }

    /// <summary>Gives an entry another file; its words stay.</summary>
    public async Task SetFileAsync(MediaItem item, ReadyFile file)
    {
        await using var db = await open.CreateDbContextAsync();
        db.Attach(item);
        item.Bytes = file.Content.Length;
        item.Hash = await store.StoreAsync(file, item.Name, item.OwnerId);
        (item.Kind, item.Width, item.Height) = (file.Kind, file.Width, file.Height);
        item.Seconds = file.Seconds;
        item.Settle();
        await db.SaveChangesAsync();
    }

    /// <summary>True when somebody else has the same file in a library, or shows it.</summary>
    public async Task<bool> IsSharedAsync(string hash, string ownerId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.MediaItems.AnyAsync(item => item.Hash == hash && item.OwnerId != ownerId)
            || await (
                from use in db.MediaUses
                where use.Hash == hash
                join activity in db.Activities on use.ActivityId equals activity.Id
                where activity.OwnerId != ownerId
                select use
            ).AnyAsync();
    }

    /// <summary>Sets the words that say what it shows or sounds like, and whose it is.</summary>
    public async Task SayAsync(MediaItem item, string alternativeText, bool decorative, string credit, string licence, string transcript)
    {
        await using var db = await open.CreateDbContextAsync();
        db.Attach(item);
        (item.AlternativeText, item.Decorative) = (Clean(alternativeText, 2000), decorative);
        (item.Credit, item.Licence, item.Transcript) = (Clean(credit, 200), Clean(licence, 200), transcript.Trim());
        item.Settle();
        await db.SaveChangesAsync();
    }

    private async Task EachAsync(string ownerId, IReadOnlyCollection<string> ids, Action<MediaItem> change)
    {
        await using var db = await open.CreateDbContextAsync();
        foreach (var item in await db.MediaItems.Where(item => item.OwnerId == ownerId && ids.Contains(item.Id)).ToListAsync())
        {
            change(item);
            item.Settle();
        }

        await db.SaveChangesAsync();
    }

    private static string Clean(string text, int most) => text.Trim() is var trimmed && trimmed.Length > most ? trimmed[..most] : trimmed;
}
