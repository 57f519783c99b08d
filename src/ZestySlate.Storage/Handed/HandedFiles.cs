using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.Spoken;
using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Handed;

/// <summary>Where handed-over files lie.</summary>
public sealed record HandedFolder(string Path);

/// <summary>What became of a piece of a recording.</summary>
/// <param name="Pieces">How many pieces are there now; the next one has this number.</param>
/// <param name="Taken">False when an earlier piece is missing, or when it is another's recording.</param>
public sealed record PieceTaken(int Pieces, bool Taken);

/// <summary>Keeps what learners hand over, apart from the media of activities. Only who may see the attempt is shown it.</summary>
public sealed class HandedFiles(IDbContextFactory<SlateDb> open, HandedFolder folder, HandedLimits limits, TimeProvider clock)
{
    /// <summary>The width of thumbnails, in pixels.</summary>
    public const int SmallWidth = 480;

    /// <summary>Pieces of one recording are written one after the other, since one that is late would cut off what came after it; so many
    /// recordings, at most, at once.</summary>
    private static readonly SemaphoreSlim[] Lanes = [.. Enumerable.Range(0, 32).Select(_ => new SemaphoreSlim(1, 1))];

    /// <summary>True when so many bytes more may be kept in an attempt.</summary>
    /// <param name="attemptId">The attempt, or an author's trial.</param>
    /// <param name="bytes">How many more.</param>
    /// <param name="files">How many files more: 1, or 0 for what adds to one.</param>
    public async Task<bool> HasRoomAsync(string attemptId, long bytes, int files = 1)
    {
        await using var db = await open.CreateDbContextAsync();
        var own = await db
            .HandedFiles.Where(file => file.AttemptId == attemptId)
            .GroupBy(file => 1)
            .Select(all => new { Count = all.Count(), Bytes = all.Sum(file => file.Bytes) })
            .FirstOrDefaultAsync();
        if ((own?.Count ?? 0) + files > HandedLimits.MostFiles || (own?.Bytes ?? 0) + bytes > limits.BytesPerAttempt)
        {
            return false;
        }

        var activity = await db
            .Attempts.Where(attempt => attempt.Id == attemptId)
            .Select(attempt => attempt.ActivityId)
            .FirstOrDefaultAsync();
        return activity is null
            || bytes
                + await db
                    .HandedFiles.Where(file => db.Attempts.Any(attempt => attempt.Id == file.AttemptId && attempt.ActivityId == activity))
                    .SumAsync(file => file.Bytes)
                <= limits.BytesPerActivity;
    }

    /// <summary>How large a file is by now; 0 when there is none.</summary>
    public async Task<long> BytesOfAsync(string id)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.HandedFiles.Where(file => file.Id == id).Select(file => (long?)file.Bytes).FirstOrDefaultAsync() ?? 0;
    }

    /// <summary>Keeps a whole file.</summary>
    public async Task<HandedFile> KeepAsync(string attemptId, string spotId, string name, HandedKind kind, string contentType, byte[] bytes)
    {
        await using var db = await open.CreateDbContextAsync();
        var record = new HandedFileRecord
        {
            Id = Ids.Secret(),
            AttemptId = attemptId,
            SpotId = spotId,
            Name = name,
            Kind = kind,
            ContentType = contentType,
            Bytes = bytes.Length,
            At = clock.GetUtcNow(),
        };
        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(PathOf(record.Id))!);
        await File.WriteAllBytesAsync(PathOf(record.Id), bytes);
        if (kind == HandedKind.Picture && contentType is not ("image/svg+xml" or "image/gif"))
        {
            await File.WriteAllBytesAsync(SmallOf(record.Id), PictureReader.Narrowed(bytes, SmallWidth));
        }

        db.HandedFiles.Add(record);
        await db.SaveChangesAsync();
        return record.Handed;
    }

    /// <summary>
    /// Adds a piece to a recording; the first begins it. Pieces come in their order; one that came already is taken again and
    /// changes nothing, so that whoever lost the connection can simply send on.
    /// </summary>
    /// <param name="begun">The recording as it is when its first piece comes.</param>
    /// <param name="number">The piece's number, from 0.</param>
    /// <param name="piece">Its bytes.</param>
    /// <param name="seconds">How long the recording is with it.</param>
    public async Task<PieceTaken> AddPieceAsync(HandedFileRecord begun, int number, byte[] piece, double seconds)
    {
        var lane = Lanes[(uint)begun.Id.GetHashCode() % Lanes.Length];
        await lane.WaitAsync();
        try
        {
            return await AddInTurnAsync(begun, number, piece, seconds);
        }
        finally
        {
            lane.Release();
        }
    }

    private async Task<PieceTaken> AddInTurnAsync(HandedFileRecord begun, int number, byte[] piece, double seconds)
    {
        await using var db = await open.CreateDbContextAsync();
        var record = await db.HandedFiles.SingleOrDefaultAsync(file => file.Id == begun.Id);
        if (record is not null && (record.AttemptId != begun.AttemptId || record.SpotId != begun.SpotId || record.Pieces == 0))
        {
            return new PieceTaken(0, false);
        }

        var there = record?.Pieces ?? 0;
        if (number != there)
        {
            return new PieceTaken(there, number < there);
        }

        if (record is null)
        {
            db.HandedFiles.Add(record = begun);
        }

        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(PathOf(record.Id))!);
        await using (var file = new FileStream(PathOf(record.Id), FileMode.OpenOrCreate, FileAccess.Write))
        {
            // What a piece left behind that broke off half-way is written over.
            file.Position = record.Bytes;
            await file.WriteAsync(piece);
            file.SetLength(file.Position);
        }

        (record.Bytes, record.Pieces, record.Seconds) = (record.Bytes + piece.Length, number + 1, seconds);
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // It was sent twice at once, through two processes; the other was taken. The same bytes lie in the same place.
            return new PieceTaken(number + 1, true);
        }

        return new PieceTaken(record.Pieces, true);
    }

    /// <summary>Everything handed over in an attempt.</summary>
    public async Task<IReadOnlyList<HandedFile>> OfAsync(string attemptId)
    {
        await using var db = await open.CreateDbContextAsync();
        return (await db.HandedFiles.AsNoTracking().Where(file => file.AttemptId == attemptId).ToListAsync())
            .Select(file => file.Handed)
            .ToList();
    }

    /// <summary>Everything handed over in an attempt; where no question takes anything there is nothing to look for.</summary>
    public async Task<IReadOnlyList<HandedFile>> OfAsync(string attemptId, AttemptState state) =>
        state.Questions.Any(question => QuestionTypes.For(question.Question) is IHandsOver) ? await OfAsync(attemptId) : [];

    /// <summary>A file of an attempt and where it lies; null when there is none.</summary>
    /// <param name="attemptId">The attempt.</param>
    /// <param name="id">The file's id.</param>
    /// <param name="small">True for its thumbnail, where it has one.</param>
    public async Task<(HandedFileRecord File, string Path, string ContentType)?> FindAsync(string attemptId, string id, bool small = false)
    {
        await using var db = await open.CreateDbContextAsync();
        var record = await db.HandedFiles.AsNoTracking().SingleOrDefaultAsync(file => file.Id == id && file.AttemptId == attemptId);
        return record is null ? null
            : small && File.Exists(SmallOf(id)) ? (record, SmallOf(id), "image/webp")
            : (record, PathOf(id), record.ContentType);
    }

    /// <summary>Takes everything out that was handed over in an attempt.</summary>
    public async Task DropAsync(string attemptId)
    {
        await using var db = await open.CreateDbContextAsync();
        var ids = await db.HandedFiles.Where(file => file.AttemptId == attemptId).Select(file => file.Id).ToListAsync();
        await db.HandedFiles.Where(file => file.AttemptId == attemptId).ExecuteDeleteAsync();
        foreach (var path in ids.SelectMany(id => new[] { PathOf(id), SmallOf(id) }))
        {
            File.Delete(path);
        }
    }

    private string PathOf(string id) => System.IO.Path.Combine(folder.Path, id[..2], id);

    private string SmallOf(string id) => PathOf(id) + "-small";
}
