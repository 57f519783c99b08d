using System.IO.Compression;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Handed;

namespace ZestySlate.Storage.Learners;

/// <summary>Saves everything that is kept of a learner, whichever way they came, as a file.</summary>
public sealed class LearnerExport(IDbContextFactory<SlateDb> open, HandedFiles files)
{
    private static readonly JsonSerializerOptions Readable = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>
    /// A ZIP: <c>learner.json</c> with every step of every attempt, own spots and mails, and the files and recordings that were
    /// handed over. It lies in a file that is gone once it is closed.
    /// </summary>
    public async Task<Stream> SaveAsync(LearnerScope scope)
    {
        await using var db = await open.CreateDbContextAsync();
        var attempts = await scope.Attempts(db).Select(attempt => attempt.Id).ToListAsync();
        var handed = await db.HandedFiles.AsNoTracking().Where(file => attempts.Contains(file.AttemptId)).ToListAsync();
        var all = new JsonObject
        {
            ["name"] = await db
                .Users.Where(person => person.Id == scope.PersonId)
                .Select(person => person.DisplayName)
                .SingleOrDefaultAsync(),
            ["signIn"] = await SignInAsync(db, scope),
            ["classes"] = await RostersAsync(db, scope),
            ["attempts"] = await AttemptsAsync(db, scope, handed),
            ["spots"] = await SpotsAsync(db, scope),
            ["mails"] = await MailsAsync(db, await scope.MailsAsync(db, attempts)),
        };
        var options = new FileStreamOptions
        {
            Mode = FileMode.Create,
            Access = FileAccess.ReadWrite,
            Options = FileOptions.DeleteOnClose | FileOptions.Asynchronous,
        };
        var saved = new FileStream(Path.GetTempFileName(), options);
        await using (var zip = await ZipArchive.CreateAsync(saved, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null))
        {
            await using (var json = await zip.CreateEntry("learner.json").OpenAsync())
            {
                await json.WriteAsync(JsonSerializer.SerializeToUtf8Bytes(all, Readable));
            }

            foreach (var file in handed)
            {
                await AddAsync(zip, file);
            }
        }

        saved.Position = 0;
        return saved;
    }

    /// <summary>The sign-in name and the names of passkeys that they made for themselves; null for none.</summary>
    private static async Task<JsonObject?> SignInAsync(SlateDb db, LearnerScope scope)
    {
        var name = await db
            .Users.Where(person => person.Id == scope.PersonId && person.Email == null && person.PasswordHash != null)
            .Select(person => person.UserName)
            .SingleOrDefaultAsync();
        var passkeys = await db.UserPasskeys.Where(one => one.UserId == scope.PersonId).Select(one => one.Data.Name).ToListAsync();
        return name is null && passkeys.Count == 0
            ? null
            : new JsonObject { ["name"] = name, ["passkeys"] = new JsonArray([.. passkeys.Select(passkey => JsonValue.Create(passkey))]) };
    }

    private static async Task<JsonArray> RostersAsync(SlateDb db, LearnerScope scope)
    {
        if (scope.ActivityId is not null)
        {
            return [];
        }

        var entries = await (
            from entry in db.Enrolments.AsNoTracking()
            join known in db.Classes on entry.ClassId equals known.Id
            where entry.PersonId == scope.PersonId && (scope.ClassId == null || entry.ClassId == scope.ClassId)
            select new { Class = known.Name, Entry = entry }
        ).ToListAsync();
        return ArrayOf(entries, one => new()
            {
                ["class"] = one.Class,
                ["name"] = one.Entry.RosterName,
                ["number"] = one.Entry.Number,
                ["email"] = one.Entry.Email,
                ["timeFactor"] = one.Entry.TimeFactor,
            });
    }

    private static async Task<JsonArray> AttemptsAsync(SlateDb db, LearnerScope scope, List<HandedFileRecord> handed)
    {
        var attempts = await (
            from attempt in scope.Attempts(db).AsNoTracking()
            join activity in db.Activities on attempt.ActivityId equals activity.Id
            orderby attempt.BeganAt
            select new { attempt.Id, activity.Title }
        ).ToListAsync();
        var ids = attempts.Select(attempt => attempt.Id).ToList();
        var events = (await db.Events.AsNoTracking().Where(one => ids.Contains(one.AttemptId)).ToListAsync()).ToLookup(one =>
            one.AttemptId
        );
        return ArrayOf(attempts, attempt => new()
            {
                ["activity"] = attempt.Title,
                ["attempt"] = attempt.Id,
                ["events"] = new JsonArray([.. events[attempt.Id].OrderBy(one => one.Sequence).Select(one => JsonNode.Parse(one.Json)!)]),
                ["files"] = ArrayOf(handed.Where(file => file.AttemptId == attempt.Id), file => new()
                    {
                        ["name"] = file.Name,
                        ["file"] = PathOf(file),
                        ["question"] = file.SpotId,
                        ["at"] = file.At,
                    }),
            });
    }

    private static async Task<JsonArray> SpotsAsync(SlateDb db, LearnerScope scope) =>
        ArrayOf(await scope.Spots(db).AsNoTracking().ToListAsync(), spot => new()
            {
                ["title"] = spot.Title,
                ["text"] = spot.Text,
                ["x"] = spot.X,
                ["y"] = spot.Y,
                ["state"] = spot.State.ToString(),
                ["comment"] = spot.Comment,
            });

    private static async Task<JsonArray> MailsAsync(SlateDb db, List<int> ids) =>
        ArrayOf(await db.Mails.AsNoTracking().Where(mail => ids.Contains(mail.Id)).ToListAsync(), mail => new()
            {
                ["to"] = mail.Address,
                ["subject"] = mail.Subject,
                ["text"] = mail.Text,
                ["sentAt"] = mail.SentAt,
            });

    private async Task AddAsync(ZipArchive zip, HandedFileRecord file)
    {
        if (await files.FindAsync(file.AttemptId, file.Id) is { } found && File.Exists(found.Path))
        {
            await using var from = File.OpenRead(found.Path);
            await using var to = await zip.CreateEntry(PathOf(file), CompressionLevel.NoCompression).OpenAsync();
            await from.CopyToAsync(to);
        }
    }

    private static JsonArray ArrayOf<T>(IEnumerable<T> all, Func<T, JsonObject> entry) => new([.. all.Select(one => (JsonNode)entry(one))]);

    /// <summary>Where a file lies in the ZIP; the beginning of its id keeps two of one name apart.</summary>
    private static string PathOf(HandedFileRecord file)
    {
        var name = string.Concat(file.Name.Where(sign => char.IsLetterOrDigit(sign) || sign is '.' or '-' or '_' or ' '));
        return $"files/{file.AttemptId}/{file.Id[..6]}-{name.TrimStart('.')}";
    }
}
