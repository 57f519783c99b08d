using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;

namespace ZestySlate.Storage.Media;

/// <summary>Where media files lie.</summary>
public sealed record MediaFolder(string Path);

/// <summary>A file ready to be stored: checked, its kind known by content, metadata left behind.</summary>
/// <param name="Content">What is in it.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="ContentType">The type it is served under.</param>
/// <param name="Width">Pixels; 0 for what is neither picture nor video.</param>
/// <param name="Height">Pixels; 0 for what is neither picture nor video.</param>
/// <param name="Seconds">How long a video lasts; 0 for anything else, and where the file does not say it.</param>
public sealed record ReadyFile(FileContent Content, MediaKind Kind, string ContentType, int Width = 0, int Height = 0, decimal Seconds = 0);

/// <summary>Keeps files on disk by content hash; pictures also in several widths for small screens.</summary>
public sealed class MediaStore(IDbContextFactory<SlateDb> open, MediaFolder folder, TimeProvider clock)
{
    /// <summary>The widths kept besides the natural one, in pixels.</summary>
    public static readonly int[] Widths = [480, 960, 1600, 4096];

    /// <summary>Stores a file and returns its hash. The same file is stored once.</summary>
    public async Task<string> StoreAsync(ReadyFile file, string name, string ownerId)
    {
        await using var db = await open.CreateDbContextAsync();
        var (hash, length) = (await file.Content.HashAsync(), file.Content.Length);
        while (await db.Media.AnyAsync(media => media.Hash == hash && media.ReplacedBy != null))
        {
            // What somebody took out of sight stays out of sight where it was shown; who brings it again has it under another name.
            hash = Convert.ToHexStringLower(SHA256.HashData(Encoding.ASCII.GetBytes(hash)));
        }

        if (
            await db
                .Media.Where(media => media.Hash == hash)
                .ExecuteUpdateAsync(set => set.SetProperty(media => media.UnusedSince, (DateTimeOffset?)null)) > 0
            && File.Exists(PathOf(hash, null))
        )
        {
            return hash;
        }

        await WriteAsync(PathOf(hash, null), file.Content);
        if (file.Kind == MediaKind.Picture && file.ContentType is not ("image/svg+xml" or "image/gif"))
        {
            foreach (var width in Widths.Where(width => width < file.Width))
            {
                await WriteAsync(PathOf(hash, width), PictureReader.Narrowed(file.Content.Bytes, width));
            }
        }

        db.Media.Add(
            new MediaRecord
            {
                Hash = hash,
                ContentType = file.ContentType,
                Width = file.Width,
                Height = file.Height,
                Bytes = length,
                OriginalName = System.IO.Path.GetFileName(name),
                OwnerId = ownerId,
                At = clock.GetUtcNow(),
            }
        );
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Somebody stored the same file at the same moment; theirs is ours.
            if (!await db.Media.AnyAsync(media => media.Hash == hash))
            {
                throw;
            }
        }

        return hash;
    }

    /// <summary>The file of a hash at a kept width, or at the natural one; null when there is none. What was replaced for good is found
    /// under its old hash too.</summary>
    public async Task<(string Path, string ContentType)?> FindAsync(string hash, int? width)
    {
        if (hash.Length != 64 || !hash.All(char.IsAsciiHexDigitLower) || (width is { } w && !Widths.Contains(w)))
        {
            return null;
        }

        await using var db = await open.CreateDbContextAsync();
        var file = await db.Media.AsNoTracking().SingleOrDefaultAsync(media => media.Hash == hash);
        for (var hop = 0; file?.ReplacedBy is { } other && hop < 50; hop++)
        {
            file = await db.Media.AsNoTracking().SingleOrDefaultAsync(media => media.Hash == other);
        }

        if (file is null)
        {
            return null;
        }

        var path = PathOf(file.Hash, width);
        return width is not null && File.Exists(path) ? (path, "image/webp") : (PathOf(file.Hash, null), file.ContentType);
    }

    /// <summary>A stored file as it came, to be used once more; null where it is gone, or was replaced for good.</summary>
    /// <param name="hash">Its hash.</param>
    /// <param name="kind">What it is.</param>
    /// <param name="seconds">How long it lasts; 0 for what does not.</param>
    public async Task<ReadyFile?> AgainAsync(string hash, MediaKind kind, decimal seconds)
    {
        await using var db = await open.CreateDbContextAsync();
        return
            await db.Media.AsNoTracking().SingleOrDefaultAsync(media => media.Hash == hash && media.ReplacedBy == null) is { } file
            && await ReadAsync(hash) is { } bytes
            ? new ReadyFile(bytes, kind, file.ContentType, file.Width, file.Height, seconds)
            : null;
    }

    /// <summary>The bytes of a stored file, or null.</summary>
    public async Task<byte[]?> ReadAsync(string hash) =>
        await FindAsync(hash, null) is { } file && File.Exists(file.Path) ? await File.ReadAllBytesAsync(file.Path) : null;

    /// <summary>
    /// Takes a file out of the world: every stored size of it is deleted, and whoever asks for it gets the other one, in old
    /// versions and editions too.
    /// </summary>
    public async Task ReplaceForGoodAsync(string hash, string by)
    {
        if (hash == by)
        {
            // What was to be hidden looked the same already.
            return;
        }

        await using var db = await open.CreateDbContextAsync();
        var file = await db.Media.SingleAsync(media => media.Hash == hash);
        file.ReplacedBy = by;
        await db.SaveChangesAsync();
        foreach (var path in Widths.Select(width => PathOf(hash, width)).Prepend(PathOf(hash, null)))
        {
            File.Delete(path);
        }
    }

    /// <summary>Deletes a file that was in no use since a moment, unless somebody brought it again. False when it stays.</summary>
    internal async Task<bool> ForgetAsync(string hash, DateTimeOffset since)
    {
        await using var db = await open.CreateDbContextAsync();
        var went = false;
        await db.SaveTogetherAsync(async () =>
        {
            went = await db.Media.Where(media => media.Hash == hash && media.UnusedSince <= since).ExecuteDeleteAsync() > 0;

            // Before it is committed: whoever brings the same file just now waits, and then writes it anew.
            foreach (var path in Widths.Select(width => PathOf(hash, width)).Prepend(PathOf(hash, null)).Where(_ => went))
            {
                File.Delete(path);
            }
        });
        return went;
    }

    private string PathOf(string hash, int? width) =>
        System.IO.Path.Combine(folder.Path, hash[..2], width is null ? hash : $"{hash}-{width}");

    private static async Task WriteAsync(string path, FileContent content)
    {
        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(path)!);
        var half = path + "." + Ids.New();
        await content.PutAsync(half);
        File.Move(half, path, overwrite: true);
    }
}
