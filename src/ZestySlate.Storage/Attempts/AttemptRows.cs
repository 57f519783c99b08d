using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Json;

namespace ZestySlate.Storage.Attempts;

/// <summary>What statistics need of an attempt that was handed in, kept ready; the events are the truth, and it can be made anew from them
/// at any time.</summary>
public sealed class RowRecord
{
    public required string AttemptId { get; set; }

    /// <summary>How many events it was made from. When the attempt has more it is not true any more.</summary>
    public required int Events { get; set; }

    /// <summary>The rules it was made by: the build of the core.</summary>
    public required Guid Rules { get; set; }

    /// <summary>What it is, as UTF-8 JSON.</summary>
    public required byte[] Json { get; set; }
}

/// <summary>Keeps ready what statistics need, so that they need not go through everything that ever happened.</summary>
public sealed class AttemptRows(IDbContextFactory<SlateDb> open, AttemptReader attempts)
{
    private const int Together = 200;
    private static readonly Guid Rules = typeof(AttemptRow).Module.ModuleVersionId;

    /// <summary>What statistics need of every attempt of an activity that was handed in. What is not ready is made now, bit by bit, and kept.</summary>
    public async Task<IReadOnlyList<AttemptRow>> OfAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        var all = await (
            from attempt in db.Attempts.AsNoTracking()
            where attempt.ActivityId == activityId && attempt.HandedInAt != null
            orderby attempt.Id
            let events = db.Events.Count(happened => happened.AttemptId == attempt.Id)
            select new
            {
                attempt.Id,
                Json = db
                    .AttemptRows.Where(row => row.AttemptId == attempt.Id && row.Events == events && row.Rules == Rules)
                    .Select(row => row.Json)
                    .FirstOrDefault(),
            }
        ).ToListAsync();
        var rows = all.AsParallel()
            .Where(one => one.Json is not null)
            .ToDictionary(one => one.Id, one => JsonSerializer.Deserialize(one.Json!, StoredJson.TypeOf<AttemptRow>(StoredJson.Trusted))!);
        foreach (var some in all.Where(one => one.Json is null).Select(one => one.Id).Chunk(Together))
        {
            var made = (await attempts.TheseAsync(activityId, some))
                .AsParallel()
                .Select(loaded => (loaded.Record.Id, Row: AttemptRow.Of(loaded.State, loaded.Events), loaded.Events.Count))
                .ToList();
            await KeepAsync(some, made.Select(one => RecordOf(one.Id, one.Count, one.Row)));
            foreach (var one in made)
            {
                rows[one.Id] = one.Row;
            }
        }

        return all.Select(one => rows[one.Id]).ToList();
    }

    /// <summary>The record of an attempt as it stands.</summary>
    internal static RowRecord RecordOf(LoadedAttempt loaded) =>
        RecordOf(loaded.Record.Id, loaded.Events.Count, AttemptRow.Of(loaded.State, loaded.Events));

    private static RowRecord RecordOf(string attemptId, int events, AttemptRow row) =>
        new()
        {
            AttemptId = attemptId,
            Events = events,
            Rules = Rules,
            Json = JsonSerializer.SerializeToUtf8Bytes(row, StoredJson.TypeOf<AttemptRow>(StoredJson.Trusted)),
        };

    private async Task KeepAsync(IReadOnlyList<string> attemptIds, IEnumerable<RowRecord> made)
    {
        await using var db = await open.CreateDbContextAsync();
        await db.AttemptRows.Where(row => attemptIds.Contains(row.AttemptId)).ExecuteDeleteAsync();
        db.AttemptRows.AddRange(made);
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Somebody else who looks at the same statistics has kept them meanwhile.
        }
    }
}
