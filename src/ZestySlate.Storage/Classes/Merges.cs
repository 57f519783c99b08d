using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Door;

namespace ZestySlate.Storage.Classes;

/// <summary>What a merging would do, or did.</summary>
/// <param name="Name">Whose entry goes.</param>
/// <param name="Attempts">How many attempts of theirs in the class.</param>
public sealed record MergePreview(string Name, int Attempts);

/// <summary>Merges a learner who joined under two names: all that the second did in the class is the first's from then on, and the second
/// is off the roster, until it is undone.</summary>
public sealed class Merges(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    /// <summary>What merging would move; null when the two are not both in the class.</summary>
    public async Task<MergePreview?> PreviewAsync(int classId, string keepId, string goneId)
    {
        await using var db = await open.CreateDbContextAsync();
        return keepId == goneId || !await IsInAsync(db, classId, keepId)
            ? null
            : await db
                .Enrolments.Where(e => e.ClassId == classId && e.PersonId == goneId)
                .Select(e => new MergePreview(
                    e.RosterName,
                    db.Attempts.Count(a => a.PersonId == goneId && db.Assignments.Any(g => g.Id == a.AssignmentId && g.ClassId == classId))
                ))
                .FirstOrDefaultAsync();
    }

    /// <summary>Merges; the attempts that moved, or null when the two are not both in the class.</summary>
    public async Task<IReadOnlyList<string>?> MergeAsync(int classId, string keepId, string goneId)
    {
        await using var db = await open.CreateDbContextAsync();
        var gone = await db.Enrolments.AsNoTracking().SingleOrDefaultAsync(e => e.ClassId == classId && e.PersonId == goneId);
        if (gone is null || keepId == goneId || !await IsInAsync(db, classId, keepId))
        {
            return null;
        }

        var attempts = await db
            .Attempts.Where(a => a.PersonId == goneId && db.Assignments.Any(g => g.Id == a.AssignmentId && g.ClassId == classId))
            .Select(a => a.Id)
            .ToListAsync();
        var spots = await db
            .AddedSpots.Where(s => s.PersonId == goneId && db.Assignments.Any(g => g.Id == s.AssignmentId && g.ClassId == classId))
            .Select(s => s.Id)
            .ToListAsync();
        var exceptions = await db
            .AssignmentExceptions.AsNoTracking()
            .Where(e => e.PersonId == goneId && db.Assignments.Any(g => g.Id == e.AssignmentId && g.ClassId == classId))
            .ToListAsync();
        db.Merges.Add(
            new MergeRecord
            {
                ClassId = classId,
                KeptId = keepId,
                GoneId = goneId,
                RosterName = gone.RosterName,
                Number = gone.Number,
                Email = gone.Email,
                TimeFactor = gone.TimeFactor,
                Attempts = string.Join(' ', attempts),
                Spots = string.Join(' ', spots),
                Exceptions = JsonSerializer.Serialize(exceptions),
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveTogetherAsync(async () =>
        {
            await MoveAsync(db, attempts, spots, keepId);
            await db
                .AssignmentExceptions.Where(e =>
                    e.PersonId == goneId && db.Assignments.Any(g => g.Id == e.AssignmentId && g.ClassId == classId)
                )
                .ExecuteDeleteAsync();
            await db.Enrolments.Where(e => e.ClassId == classId && e.PersonId == goneId).ExecuteDeleteAsync();

            // Who came in under the other name comes in under this one at the same devices.
            var devices = await db
                .KnownDevices.AsNoTracking()
                .Where(one =>
                    one.PersonId == goneId && !db.KnownDevices.Any(own => own.PersonId == keepId && own.DeviceHash == one.DeviceHash)
                )
                .ToListAsync();
            db.KnownDevices.AddRange(
                devices.Select(one => new KnownDevice
                {
                    PersonId = keepId,
                    DeviceHash = one.DeviceHash,
                    Browser = one.Browser,
                    Since = one.Since,
                })
            );
            await db.SaveInTogetherAsync();
        });
        return attempts;
    }

    /// <summary>The mergings into a learner that can be undone, the newest first.</summary>
    public async Task<IReadOnlyList<MergeRecord>> OfAsync(int classId, string keptId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Merges.AsNoTracking()
            .Where(merge => merge.ClassId == classId && merge.KeptId == keptId)
            .OrderByDescending(merge => merge.Id)
            .ToListAsync();
    }

    /// <summary>Takes a merging back: the other is on the roster again, with what was theirs. What was done since stays whose it is. Null
    /// when there is none of this number.</summary>
    public async Task<IReadOnlyList<string>?> UndoAsync(int classId, int mergeId)
    {
        await using var db = await open.CreateDbContextAsync();
        if (
            await db.Merges.SingleOrDefaultAsync(merge => merge.Id == mergeId && merge.ClassId == classId) is not { } merge
            || await IsInAsync(db, classId, merge.GoneId)
        )
        {
            return null;
        }

        var taken = await db.Enrolments.Where(e => e.ClassId == classId).Select(e => e.RosterName).ToListAsync();
        var name = merge.RosterName;
        for (var i = 2; taken.Contains(name, StringComparer.CurrentCultureIgnoreCase); i++)
        {
            name = $"{merge.RosterName} {i}";
        }

        var (attempts, spots) = (
            merge.Attempts.Split(' ', StringSplitOptions.RemoveEmptyEntries),
            merge.Spots.Split(' ', StringSplitOptions.RemoveEmptyEntries)
        );
        db.Enrolments.Add(
            new EnrolmentRecord
            {
                ClassId = classId,
                PersonId = merge.GoneId,
                RosterName = name,
                Number = merge.Number,
                Email = merge.Email,
                TimeFactor = merge.TimeFactor,
            }
        );
        db.AssignmentExceptions.AddRange(JsonSerializer.Deserialize<List<AssignmentException>>(merge.Exceptions) ?? []);
        db.Merges.Remove(merge);
        await db.SaveTogetherAsync(() => MoveAsync(db, attempts, spots, merge.GoneId));
        return attempts;
    }

    private static async Task MoveAsync(SlateDb db, IReadOnlyCollection<string> attempts, IReadOnlyCollection<string> spots, string to)
    {
        await db.Attempts.Where(a => attempts.Contains(a.Id)).ExecuteUpdateAsync(set => set.SetProperty(a => a.PersonId, to));
        await db.AddedSpots.Where(s => spots.Contains(s.Id)).ExecuteUpdateAsync(set => set.SetProperty(s => s.PersonId, to));
    }

    private static Task<bool> IsInAsync(SlateDb db, int classId, string personId) =>
        db.Enrolments.AnyAsync(e => e.ClassId == classId && e.PersonId == personId);
}
