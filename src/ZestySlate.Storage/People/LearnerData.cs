using System.IO.Compression;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Handed;
using ZestySlate.Storage.Mails;

namespace ZestySlate.Storage.People;

/// <summary>How much of what is kept of a learner somebody may save and delete.</summary>
/// <param name="PersonId">The learner.</param>
/// <param name="ClassId">What they did in this class; for its teacher.</param>
/// <param name="ActivityId">What they did in this activity as a visitor by link or from a course site, not in a class; for who builds it. Without class and activity: everything, for a keeper.</param>
public sealed record LearnerScope(string PersonId, int? ClassId = null, string? ActivityId = null);

/// <summary>Everything that is kept of a learner, whichever way they came: saved as a file, or deleted for good.</summary>
public sealed class LearnerData(SlateDb db, HandedFiles files, AttemptCache cache)
{
    private static readonly JsonSerializerOptions Readable = new() { WriteIndented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>The attempts within a scope.</summary>
    public IQueryable<AttemptRecord> AttemptsOf(LearnerScope scope) => db.Attempts.Where(attempt => attempt.PersonId == scope.PersonId
        && (scope.ClassId == null || db.Assignments.Any(given => given.Id == attempt.AssignmentId && given.ClassId == scope.ClassId))
        && (scope.ActivityId == null || (attempt.ActivityId == scope.ActivityId && !db.Assignments.Any(given => given.Id == attempt.AssignmentId && given.ClassId != null))));

    private IQueryable<AddedSpotRecord> SpotsOf(LearnerScope scope) => db.AddedSpots.Where(spot => spot.PersonId == scope.PersonId
        && (scope.ClassId == null || db.Assignments.Any(given => given.Id == spot.AssignmentId && given.ClassId == scope.ClassId))
        && (scope.ActivityId == null || (spot.ActivityId == scope.ActivityId && !db.Assignments.Any(given => given.Id == spot.AssignmentId && given.ClassId != null))));

    /// <summary>Mails to the learner and about them: each is known by the learner or the attempt that it is about.</summary>
    private async Task<List<int>> MailsOfAsync(LearnerScope scope, IReadOnlyCollection<string> attempts)
    {
        var about = attempts.Append(scope.PersonId).ToHashSet();
        var given = scope.ClassId is null ? null : (await db.Assignments.Where(one => one.ClassId == scope.ClassId).Select(one => one.Id).ToListAsync()).Select(id => $"{id}").ToHashSet();
        var addresses = (await db.Enrolments.AsNoTracking().Where(one => one.PersonId == scope.PersonId && one.Email != "" && (scope.ClassId == null || one.ClassId == scope.ClassId)).ToListAsync())
            .Select(one => (one.Email, one.RosterName)).ToHashSet();
        // The key is «ASSIGNMENT what WHOM …», or «come in HASH».
        return (await db.Mails.AsNoTracking().Select(mail => new { mail.Id, mail.Key, mail.Address, mail.Name }).ToListAsync())
            .Where(mail => mail.Key.Split(' ') is var key && ((key.Any(about.Contains) && (given is null || given.Contains(key[0]))) || (scope.ActivityId is null && addresses.Contains((mail.Address, mail.Name)))))
            .Select(mail => mail.Id).ToList();
    }

    /// <summary>Everything within a scope as a ZIP: <c>learner.json</c> with every step of every attempt, own spots and mails, and the files and recordings that were handed over. It lies in a file that is gone once it is closed.</summary>
    public async Task<Stream> SaveAsync(LearnerScope scope)
    {
        var attempts = await AttemptsOf(scope).AsNoTracking().OrderBy(attempt => attempt.BeganAt).ToListAsync();
        var ids = attempts.Select(attempt => attempt.Id).ToList();
        var events = (await db.Events.AsNoTracking().Where(one => ids.Contains(one.AttemptId)).ToListAsync()).ToLookup(one => one.AttemptId);
        var handed = await db.HandedFiles.AsNoTracking().Where(file => ids.Contains(file.AttemptId)).ToListAsync();
        var titles = await db.Activities.AsNoTracking().Where(activity => db.Attempts.Any(attempt => ids.Contains(attempt.Id) && attempt.ActivityId == activity.Id)).ToDictionaryAsync(activity => activity.Id, activity => activity.Title);
        var mails = await MailsOfAsync(scope, ids);
        var name = await db.Users.Where(person => person.Id == scope.PersonId).Select(person => person.DisplayName).SingleOrDefaultAsync();
        var rosters = await (from one in db.Enrolments.AsNoTracking()
                             join group_ in db.Classes on one.ClassId equals group_.Id
                             where one.PersonId == scope.PersonId && (scope.ClassId == null || one.ClassId == scope.ClassId) && scope.ActivityId == null
                             select new { Class = group_.Name, one.RosterName, one.Number, one.Email, one.TimeFactor }).ToListAsync();
        JsonObject FileOf(HandedFileRecord file) => new() { ["name"] = file.Name, ["file"] = PathOf(file), ["question"] = file.SpotId, ["at"] = file.At };
        var all = new JsonObject
        {
            ["name"] = name,
            ["classes"] = new JsonArray([.. rosters.Select(one => (JsonNode)new JsonObject { ["class"] = one.Class, ["name"] = one.RosterName, ["number"] = one.Number, ["email"] = one.Email, ["timeFactor"] = one.TimeFactor })]),
            ["attempts"] = new JsonArray([.. attempts.Select(attempt => (JsonNode)new JsonObject
            {
                ["activity"] = titles.GetValueOrDefault(attempt.ActivityId, ""),
                ["attempt"] = attempt.Id,
                ["events"] = new JsonArray([.. events[attempt.Id].OrderBy(one => one.Sequence).Select(one => JsonNode.Parse(one.Json)!)]),
                ["files"] = new JsonArray([.. handed.Where(file => file.AttemptId == attempt.Id).Select(FileOf)]),
            })]),
            ["spots"] = new JsonArray([.. (await SpotsOf(scope).AsNoTracking().ToListAsync())
                .Select(spot => (JsonNode)new JsonObject { ["title"] = spot.Title, ["text"] = spot.Text, ["x"] = spot.X, ["y"] = spot.Y, ["state"] = spot.State.ToString(), ["comment"] = spot.Comment })]),
            ["mails"] = new JsonArray([.. (await db.Mails.AsNoTracking().Where(mail => mails.Contains(mail.Id)).ToListAsync())
                .Select(mail => (JsonNode)new JsonObject { ["to"] = mail.Address, ["subject"] = mail.Subject, ["text"] = mail.Text, ["sentAt"] = mail.SentAt })]),
        };
        var saved = new FileStream(Path.GetTempFileName(), FileMode.Create, FileAccess.ReadWrite, FileShare.None, 81920, FileOptions.DeleteOnClose | FileOptions.Asynchronous);
        await using (var zip = await ZipArchive.CreateAsync(saved, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null))
        {
            await using (var json = await zip.CreateEntry("learner.json").OpenAsync())
            {
                await json.WriteAsync(JsonSerializer.SerializeToUtf8Bytes(all, Readable));
            }

            foreach (var file in handed)
            {
                if (await files.FindAsync(file.AttemptId, file.Id) is { } found && File.Exists(found.Path))
                {
                    await using var from = File.OpenRead(found.Path);
                    await using var to = await zip.CreateEntry(PathOf(file), CompressionLevel.NoCompression).OpenAsync();
                    await from.CopyToAsync(to);
                }
            }
        }

        saved.Position = 0;
        return saved;
    }

    /// <summary>Where a file lies in the ZIP; its id keeps two of one name apart.</summary>
    private static string PathOf(HandedFileRecord file) => $"files/{file.AttemptId}/{file.Id[..6]}-{string.Concat(file.Name.Where(sign => char.IsLetterOrDigit(sign) || sign is '.' or '-' or '_' or ' ')).TrimStart('.')}";

    /// <summary>Deletes everything within a scope for good: attempts with all that happened, files, own spots, mails, scores that wait, places on rosters. Who has nothing left here is forgotten.</summary>
    /// <returns>True when they are: their sessions are to end.</returns>
    public async Task<bool> DeleteAsync(LearnerScope scope)
    {
        var attempts = await AttemptsOf(scope).Select(attempt => attempt.Id).ToListAsync();
        var mails = await MailsOfAsync(scope, attempts);
        var (person, group) = (scope.PersonId, scope.ClassId);
        var merged = scope.ActivityId is not null ? [] : await db.Merges.Where(one => one.KeptId == person && (group == null || one.ClassId == group)).Select(one => one.GoneId).ToListAsync();
        await db.SaveTogetherAsync(async () =>
        {
            await db.Mails.Where(mail => mails.Contains(mail.Id)).ExecuteDeleteAsync();
            await SpotsOf(scope).ExecuteDeleteAsync();
            await db.Events.Where(one => attempts.Contains(one.AttemptId)).ExecuteDeleteAsync();
            await db.AttemptRows.Where(one => attempts.Contains(one.AttemptId)).ExecuteDeleteAsync();
            await db.ScoreDeliveries.Where(one => attempts.Contains(one.AttemptId)).ExecuteDeleteAsync();
            await db.Attempts.Where(one => attempts.Contains(one.Id)).ExecuteDeleteAsync();
            if (scope.ActivityId is null)
            {
                await db.AssignmentExceptions.Where(one => one.PersonId == person && (group == null || db.Assignments.Any(given => given.Id == one.AssignmentId && given.ClassId == group))).ExecuteDeleteAsync();
                await db.DoorAsks.Where(one => one.PersonId == person && (group == null || one.ClassId == group)).ExecuteDeleteAsync();
                await db.Merges.Where(one => (one.KeptId == person || one.GoneId == person) && (group == null || one.ClassId == group)).ExecuteDeleteAsync();
                await db.Enrolments.Where(one => one.PersonId == person && (group == null || one.ClassId == group)).ExecuteDeleteAsync();
            }
        });
        cache.Forget(attempts);
        foreach (var attempt in attempts)
        {
            await files.DropAsync(attempt);
        }

        foreach (var entry in merged)
        {
            await ForgetAsync(entry);
        }

        return await ForgetAsync(person);
    }

    /// <summary>Forgets who has nothing left here: no account, no class, no attempt.</summary>
    private async Task<bool> ForgetAsync(string person)
    {
        if (await db.Enrolments.AnyAsync(one => one.PersonId == person) || await db.Attempts.AnyAsync(one => one.PersonId == person)
            || await db.UserRoles.AnyAsync(one => one.UserId == person) || await db.Users.AnyAsync(one => one.Id == person && one.PasswordHash != null))
        {
            return false;
        }

        await db.SaveTogetherAsync(async () =>
        {
            await db.KnownDevices.Where(one => one.PersonId == person).ExecuteDeleteAsync();
            await db.MailedSignIns.Where(one => one.PersonId == person).ExecuteDeleteAsync();
            await db.CourseMembers.Where(one => db.CourseSitePeople.Any(known => known.PersonId == person && known.Subject == one.Subject
                && db.Assignments.Any(given => given.Id == one.AssignmentId && given.CourseSiteId == known.CourseSiteId))).ExecuteDeleteAsync();
            await db.CourseSitePeople.Where(one => one.PersonId == person).ExecuteDeleteAsync();
            await db.AccountLinks.Where(one => one.PersonId == person).ExecuteDeleteAsync();
            await db.Users.Where(one => one.Id == person).ExecuteDeleteAsync();
        });
        return true;
    }
}
