using System.Data.Common;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using ZestySlate.Core;
using ZestySlate.Storage.Sqlite;

namespace ZestySlate.Storage;

/// <summary>
/// The whole of an installation in one file: the database, media, what learners handed in, the keys. It is made while the
/// installation runs: the database is copied as it stands at one moment (<see cref="Provider.Copy"/>), and files
/// are written before the database names them, so all that it names is there.
/// </summary>
public static class Backup
{
    private const string Database = "zesty-slate.db",
        Manifest = "backup.json";
    private static readonly string[] Folders = ["media", "handed", "keys"];

    /// <summary>What a backup holds.</summary>
    /// <param name="Version">The form of the backup.</param>
    /// <param name="MadeAt">When it was begun.</param>
    /// <param name="Files">SHA-256 of every file, by its path in the backup.</param>
    private sealed record Contents(int Version, DateTimeOffset MadeAt, Dictionary<string, string> Files);

    /// <summary>Writes a backup of a data folder; returns how many files it holds, or why there is none.</summary>
    public static Outcome<int> Make(string data, string to, DateTimeOffset now)
    {
        var source = Path.Combine(data, Database);
        if (!File.Exists(source))
        {
            return Outcome<int>.Refused($"There is no Zesty Slate in “{data}”: it has no {Database}.");
        }

        if (File.Exists(to))
        {
            return Outcome<int>.Refused($"“{to}” is there already; nothing was written over.");
        }

        var (snapshot, part) = (Path.Combine(Path.GetTempPath(), $"zesty-{Guid.NewGuid():N}.db"), to + ".part");
        try
        {
            Provider.Copy(source, snapshot);
            var files = new Dictionary<string, string>();
            using (var zip = ZipFile.Open(part, ZipArchiveMode.Create))
            {
                Add(zip, files, snapshot, Database);
                foreach (
                    var file in Folders
                        .Select(folder => Path.Combine(data, folder))
                        .Where(Directory.Exists)
                        .SelectMany(folder => Directory.EnumerateFiles(folder, "*", SearchOption.AllDirectories))
                        .Order(StringComparer.Ordinal)
                )
                {
                    Add(zip, files, file, Path.GetRelativePath(data, file).Replace('\\', '/'));
                }

                using var manifest = zip.CreateEntry(Manifest).Open();
                JsonSerializer.Serialize(manifest, new Contents(1, now, files));
            }

            // Only a whole one bears the name.
            File.Move(part, to);
            return files.Count;
        }
        finally
        {
            File.Delete(snapshot);
            File.Delete(part);
        }
    }

    /// <summary>Looks whether a backup is whole: every file as it was, the database sound, and all that it names there. Returns how many
    /// files it holds, or what is wrong.</summary>
    public static Outcome<int> Check(string from)
    {
        if (!File.Exists(from))
        {
            return Outcome<int>.Refused($"There is no file “{from}”.");
        }

        var copy = Path.Combine(Path.GetTempPath(), $"zesty-{Guid.NewGuid():N}.db");
        try
        {
            using var zip = ZipFile.OpenRead(from);
            if (zip.GetEntry(Manifest) is not { } entry)
            {
                return Outcome<int>.Refused("This is no backup of Zesty Slate.");
            }

            Contents? contents;
            using (var manifest = entry.Open())
            {
                contents = JsonSerializer.Deserialize<Contents>(manifest);
            }

            foreach (var (path, hash) in contents!.Files)
            {
                if (zip.GetEntry(path) is not { } file)
                {
                    return Outcome<int>.Refused($"“{path}” is missing.");
                }

                using var stream = file.Open();
                if (Convert.ToHexStringLower(SHA256.HashData(stream)) != hash)
                {
                    return Outcome<int>.Refused($"“{path}” is damaged.");
                }
            }

            zip.GetEntry(Database)!.ExtractToFile(copy);
            return Damage(copy, contents.Files.Keys.ToHashSet()) is { } damage ? Outcome<int>.Refused(damage) : contents.Files.Count;
        }
        catch (Exception problem) when (problem is InvalidDataException or JsonException or IOException or DbException)
        {
            return Outcome<int>.Refused($"The backup cannot be read: {problem.Message}");
        }
        finally
        {
            File.Delete(copy);
        }
    }

    /// <summary>Brings a backup into an empty data folder, after checking it; returns how many files, or why not.</summary>
    public static Outcome<int> Restore(string from, string data)
    {
        if (Check(from) is { Succeeded: false } broken)
        {
            return broken;
        }

        if (Directory.Exists(data) && Directory.EnumerateFileSystemEntries(data).Any())
        {
            return Outcome<int>.Refused($"“{data}” is not empty; nothing was written over. Restore into a new folder.");
        }

        var whole = Path.GetFullPath(data) + Path.DirectorySeparatorChar;
        using var zip = ZipFile.OpenRead(from);
        var count = 0;
        foreach (var entry in zip.Entries.Where(entry => entry.FullName != Manifest))
        {
            var path = Path.GetFullPath(Path.Combine(data, entry.FullName));
            if (!path.StartsWith(whole, StringComparison.Ordinal))
            {
                return Outcome<int>.Refused($"“{entry.FullName}” would lie outside of the folder.");
            }

            Directory.CreateDirectory(Path.GetDirectoryName(path)!);
            entry.ExtractToFile(path);
            count++;
        }

        return count;
    }

    private static void Add(ZipArchive zip, Dictionary<string, string> files, string file, string path)
    {
        try
        {
            using var source = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
            using var into = zip.CreateEntry(path, CompressionLevel.Fastest).Open();
            using var hash = SHA256.Create();
            using (var both = new CryptoStream(into, hash, CryptoStreamMode.Write, leaveOpen: true))
            {
                source.CopyTo(both);
            }

            files[path] = Convert.ToHexStringLower(hash.Hash!);
        }
        catch (FileNotFoundException)
        {
            // It was deleted since the folder was read, with what named it.
        }
    }

    /// <summary>What is wrong with a database, or with the files that belong to it; null when nothing is.</summary>
    private static string? Damage(string database, HashSet<string> files)
    {
        if (Provider.Damage(database) is { } unsound)
        {
            return $"The database is damaged: {unsound}";
        }

        using var db = Provider.Open(database, pooled: false);
        var names = files.Select(path => Path.GetFileName(path)).ToHashSet();
        return db
                .Media.Where(media => media.ReplacedBy == null)
                .Select(media => media.Hash)
                .AsEnumerable()
                .FirstOrDefault(hash => !names.Contains(hash))
                is { } picture
                ? $"The file of the picture or sound {picture} is missing."
            : db.HandedFiles.Where(file => file.Bytes > 0).Select(file => file.Id).AsEnumerable().FirstOrDefault(id => !names.Contains(id))
                is { } handed
                ? $"The handed-in file {handed} is missing."
            : null;
    }
}
