using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;

namespace ZestySlate.Storage.Media;

/// <summary>Where media files lie.</summary>
public sealed record MediaFolder(string Path);

/// <summary>Keeps pictures on disk by content hash, each in several widths for small screens.</summary>
public sealed class MediaStore(SlateDb db, MediaFolder folder, TimeProvider clock)
{
    /// <summary>The widths kept besides the natural one, in pixels.</summary>
    public static readonly int[] Widths = [480, 960, 1600];

    /// <summary>Stores an uploaded picture, or says what is wrong with it. The same picture is stored once.</summary>
    public async Task<Outcome<Picture>> AddPictureAsync(byte[] file, string name, string ownerId)
    {
        var read = PictureReader.Read(file, name);
        if (!read.Succeeded)
        {
            return Outcome<Picture>.Refused(read.Refusal!);
        }

        var picture = read.Value;
        var hash = Convert.ToHexStringLower(SHA256.HashData(picture.Bytes));
        if (!await db.Media.AnyAsync(media => media.Hash == hash))
        {
            await WriteAsync(PathOf(hash, null), picture.Bytes);
            foreach (var width in Widths.Where(width => width < picture.Width))
            {
                await WriteAsync(PathOf(hash, width), PictureReader.Narrowed(picture.Bytes, width));
            }

            db.Media.Add(new MediaRecord
            {
                Hash = hash,
                ContentType = picture.ContentType,
                Width = picture.Width,
                Height = picture.Height,
                Bytes = picture.Bytes.Length,
                OriginalName = System.IO.Path.GetFileName(name),
                OwnerId = ownerId,
                At = clock.GetUtcNow(),
            });
            try
            {
                await db.SaveChangesAsync();
            }
            catch (DbUpdateException)
            {
                // Somebody stored the same picture at the same moment; theirs is ours.
                db.ChangeTracker.Clear();
                if (!await db.Media.AnyAsync(media => media.Hash == hash))
                {
                    throw;
                }
            }
        }

        return new Picture { Media = hash, Width = picture.Width, Height = picture.Height };
    }

    /// <summary>The file of a hash at a kept width, or at the natural one; null when there is none.</summary>
    public async Task<(string Path, string ContentType)?> FindAsync(string hash, int? width)
    {
        if (hash.Length != 64 || !hash.All(char.IsAsciiHexDigitLower) || (width is { } w && !Widths.Contains(w)))
        {
            return null;
        }

        var type = await db.Media.Where(media => media.Hash == hash).Select(media => media.ContentType).SingleOrDefaultAsync();
        if (type is null)
        {
            return null;
        }

        var path = PathOf(hash, width);
        return width is not null && File.Exists(path) ? (path, "image/webp") : (PathOf(hash, null), type);
    }

    private string PathOf(string hash, int? width) =>
        System.IO.Path.Combine(folder.Path, hash[..2], width is null ? hash : $"{hash}-{width}");

    private static async Task WriteAsync(string path, byte[] bytes)
    {
        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(path)!);
        var half = path + "." + Ids.New();
        await File.WriteAllBytesAsync(half, bytes);
        File.Move(half, path, overwrite: true);
    }
}
