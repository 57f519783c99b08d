using System.Security.Cryptography;
using System.Text;

namespace ZestySlate.Storage.Media;

/// <summary>Where files lie that are still on their way: on the same disk as the folder of media.</summary>
public sealed record ArrivingFolder(string Path);

/// <summary>
/// A file on its way: whose it is, and what is said of it by who sends it. Who says the same of it again goes on where it broke off, also
/// after the browser was closed or on another day.
/// </summary>
/// <param name="OwnerId">Whose media library it is for.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Bytes">How many bytes it has as a whole.</param>
/// <param name="Changed">When it was changed, as its sender's device counts; another state of the file is another file.</param>
public sealed record Arriving(string OwnerId, string Name, long Bytes, string Changed);

/// <summary>What became of a piece.</summary>
/// <param name="There">How many bytes are there now; the next piece begins at this one.</param>
/// <param name="Taken">False when it did not begin where the one before it ended, or another is just being written.</param>
public sealed record PieceOfFile(long There, bool Taken);

/// <summary>Takes large files in pieces, straight to the disk: memory and time do not grow with the file.</summary>
public sealed class ArrivingFiles(ArrivingFolder folder, TimeProvider clock) : IDisposable
{
    /// <summary>The largest piece, in bytes.</summary>
    public const int LargestPiece = 4 * 1024 * 1024;

    /// <summary>So many files of a person are on their way at once; with one more, the one that rested longest is given up.</summary>
    public const int MostAtOnce = 6;

    /// <summary>So long a file waits for its next piece.</summary>
    public static readonly TimeSpan Kept = TimeSpan.FromDays(3);

    private const string Noted = ".done";

    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>How many bytes are there already.</summary>
    public long There(Arriving file) => new FileInfo(PathOf(file)) is { Exists: true } found ? found.Length : 0;

    /// <summary>Takes a piece. What arrived of one that broke off stays, and the next one begins behind it.</summary>
    /// <param name="file">The file.</param>
    /// <param name="at">Where the piece begins, in bytes from the beginning of the file.</param>
    /// <param name="piece">Its bytes; what lies behind <see cref="LargestPiece"/> or the end of the file is left unread.</param>
    /// <param name="gone">Cancelled when its sender is gone.</param>
    public async Task<PieceOfFile> AddAsync(Arriving file, long at, Stream piece, CancellationToken gone)
    {
        var path = PathOf(file);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        MakeRoom(path);
        FileStream there;
        try
        {
            there = new FileStream(path, FileMode.OpenOrCreate, FileAccess.Write, FileShare.Read);
        }
        catch (IOException problem) when (StoreTrouble.Of(problem) is null)
        {
            // The same file comes from a second window, or the piece before is still being written.
            return new PieceOfFile(There(file), false);
        }

        await using (there)
        {
            if (there.Length != at)
            {
                return new PieceOfFile(there.Length, false);
            }

            there.Position = at;
            var (buffer, left) = (new byte[81920], Math.Min(LargestPiece, file.Bytes - at));
            int read;
            while (left > 0 && (read = await piece.ReadAsync(buffer.AsMemory(0, (int)Math.Min(buffer.Length, left)), gone)) > 0)
            {
                await there.WriteAsync(buffer.AsMemory(0, read), CancellationToken.None);
                left -= read;
            }
        }

        File.SetLastWriteTimeUtc(path, clock.GetUtcNow().UtcDateTime);
        return new PieceOfFile(There(file), true);
    }

    /// <summary>Puts files to use one at a time: who asks twice for the same one comes to it when it is done.</summary>
    public async Task<T> OneByOneAsync<T>(Func<Task<T>> use, CancellationToken gone)
    {
        await _turn.WaitAsync(gone);
        try
        {
            return await use();
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>The content of a file that is there as a whole; null while something is missing.</summary>
    public FileContent? Whole(Arriving file) => There(file) == file.Bytes && file.Bytes > 0 ? FileContent.OnDisk(PathOf(file)) : null;

    /// <summary>Its first bytes, as soon as so many are there or all of it is; null before.</summary>
    public byte[]? HeadOf(Arriving file, int most) =>
        There(file) >= Math.Min(most, file.Bytes) ? FileContent.OnDisk(PathOf(file)).Head(most) : null;

    /// <summary>Gives a file up: what is there of it is deleted.</summary>
    public void Drop(Arriving file) => File.Delete(PathOf(file));

    /// <summary>Notes what became of a file that was there as a whole: who did not hear of it asks once more.</summary>
    /// <param name="file">The file; it is not there any more.</param>
    /// <param name="outcome">What its sender is told again.</param>
    public void Done(Arriving file, string outcome)
    {
        Drop(file);
        File.WriteAllText(PathOf(file) + Noted, outcome);
    }

    /// <summary>What became of a file, or null when nothing is known of it.</summary>
    public string? OutcomeOf(Arriving file) => File.Exists(PathOf(file) + Noted) ? File.ReadAllText(PathOf(file) + Noted) : null;

    /// <summary>Writes a file that came in one go to the disk, gives what is done with it, and leaves nothing behind.</summary>
    public async Task<T> AsideAsync<T>(Stream all, Func<FileContent, Task<T>> use, CancellationToken gone)
    {
        Directory.CreateDirectory(folder.Path);
        var path = Path.Combine(folder.Path, Core.Ids.New());
        try
        {
            await using (var file = File.Create(path))
            {
                await all.CopyToAsync(file, gone);
            }

            return await use(FileContent.OnDisk(path));
        }
        finally
        {
            File.Delete(path);
        }
    }

    /// <summary>Deletes what has waited longer than <see cref="Kept"/> for its next piece; gives how many went.</summary>
    public int Tidy()
    {
        var old = new DirectoryInfo(folder.Path) is { Exists: true } all
            ? all.EnumerateFiles("*", SearchOption.AllDirectories)
                .Where(file => file.LastWriteTimeUtc < clock.GetUtcNow().UtcDateTime - Kept)
                .ToList()
            : [];
        old.ForEach(file => file.Delete());
        return old.Count;
    }

    public void Dispose() => _turn.Dispose();

    private static void MakeRoom(string path)
    {
        if (File.Exists(path))
        {
            return;
        }

        foreach (
            var rested in new DirectoryInfo(Path.GetDirectoryName(path)!)
                .EnumerateFiles()
                .Where(file => file.Extension != Noted)
                .OrderByDescending(file => file.LastWriteTimeUtc)
                .Skip(MostAtOnce - 1)
        )
        {
            rested.Delete();
        }
    }

    /// <summary>A folder for each person, a file for all that is said of a file.</summary>
    private string PathOf(Arriving file) =>
        Path.Combine(folder.Path, Named(file.OwnerId), Named($"{file.Bytes} {file.Changed} {file.Name}"));

    private static string Named(string words) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(words)))[..32];
}
