using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.Handed;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>One learner of a class: what is known of them, to be saved, merged with another entry of theirs, or deleted.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class LearnerModel(SlateDb db, ClassStore classes, Merges merges, Doors doors, Sessions sessions, HandedFiles files, AttemptCache cache) : PageModel
{
    private static readonly JsonSerializerOptions Readable = new() { WriteIndented = true, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public ClassRecord Class { get; private set; } = null!;

    public EnrolmentRecord Learner { get; private set; } = null!;

    public IReadOnlyList<EnrolmentRecord> Others { get; private set; } = [];

    public int Attempts { get; private set; }

    public IReadOnlyList<KnownDevice> Devices { get; private set; } = [];

    /// <summary>Who wanted to come in as this learner lately.</summary>
    public IReadOnlyList<DoorAsk> Asks { get; private set; } = [];

    public bool HasSign { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>What merging with <see cref="MergeWith"/> would do, when that is asked.</summary>
    public MergePreview? Merge { get; private set; }

    public string MergeWith { get; private set; } = "";

    /// <summary>The mergings that can be taken back.</summary>
    public IReadOnlyList<MergeRecord> Merged { get; private set; } = [];

    /// <summary>What was just done.</summary>
    [BindProperty(SupportsGet = true)] public string? Said { get; set; }

    public async Task<IActionResult> OnGetAsync([FromRoute(Name = "class")] int id, string person) => await LoadAsync(id, person) ? Page() : NotFound();

    /// <summary>Everything that is kept of the learner in this class, as JSON.</summary>
    public async Task<IActionResult> OnGetExportAsync([FromRoute(Name = "class")] int id, string person)
    {
        if (!await LoadAsync(id, person))
        {
            return NotFound();
        }

        var attempts = await Mine(id, person).AsNoTracking().ToListAsync();
        var ids = attempts.Select(a => a.Id).ToList();
        var events = (await db.Events.AsNoTracking().Where(e => ids.Contains(e.AttemptId)).ToListAsync()).ToLookup(e => e.AttemptId);
        var titles = await db.Assignments.AsNoTracking().Where(a => a.ClassId == id).ToDictionaryAsync(a => a.Id, a => a.Title);
        var all = new JsonObject
        {
            ["name"] = Learner.RosterName,
            ["number"] = Learner.Number,
            ["email"] = Learner.Email,
            ["class"] = Class.Name,
            ["spots"] = new JsonArray([.. (await db.AddedSpots.AsNoTracking().Where(s => s.PersonId == person && db.Assignments.Any(g => g.Id == s.AssignmentId && g.ClassId == id)).ToListAsync())
                .Select(spot => (JsonNode)new JsonObject { ["title"] = spot.Title, ["text"] = spot.Text, ["x"] = spot.X, ["y"] = spot.Y, ["state"] = spot.State.ToString(), ["comment"] = spot.Comment })]),
            ["timeFactor"] = Learner.TimeFactor,
            ["attempts"] = new JsonArray([.. attempts.Select(attempt => (JsonNode)new JsonObject
            {
                ["activity"] = titles.GetValueOrDefault(attempt.AssignmentId ?? 0, ""),
                ["attempt"] = attempt.Id,
                ["events"] = new JsonArray([.. events[attempt.Id].OrderBy(e => e.Sequence).Select(e => JsonNode.Parse(e.Json)!)]),
            })]),
        };
        return File(System.Text.Encoding.UTF8.GetBytes(all.ToJsonString(Readable)), "application/json", "learner.json");
    }

    /// <summary>Sets how the learner stands on the roster; two of a class never have the same name or number.</summary>
    public async Task<IActionResult> OnPostDescribeAsync([FromRoute(Name = "class")] int id, string person, string? name, string? number, string? email)
    {
        if (!await LoadAsync(id, person))
        {
            return NotFound();
        }

        var (told, known, mail) = ((name ?? "").Trim(), (number ?? "").Trim(), (email ?? "").Trim());
        Problem = told.Length == 0 ? "A learner needs a name; the old one is kept."
            : Others.FirstOrDefault(other => string.Equals(other.RosterName, told, StringComparison.CurrentCultureIgnoreCase)) is { } same ? $"«{same.RosterName}» is in this class already. Tell the two apart, or merge them below."
            : known.Length > 0 && Others.FirstOrDefault(other => other.Number == known) is { } taken ? $"{taken.RosterName} has the number {known} already."
            : null;
        if (Problem is not null)
        {
            return Page();
        }

        await classes.DescribeAsync(id, person, told[..Math.Min(100, told.Length)], known[..Math.Min(60, known.Length)], mail[..Math.Min(200, mail.Length)]);
        return LocalRedirect($"~/classes/{id}/learners/{person}?said=kept");
    }

    /// <summary>Says what merging would do; nothing is done before that is confirmed.</summary>
    public async Task<IActionResult> OnPostAskMergeAsync([FromRoute(Name = "class")] int id, string person, string other)
    {
        if (!await LoadAsync(id, person))
        {
            return NotFound();
        }

        (Merge, MergeWith) = (await merges.PreviewAsync(id, person, other), other);
        Problem = Merge is null ? "Choose another learner of this class." : null;
        return Page();
    }

    public async Task<IActionResult> OnPostMergeAsync([FromRoute(Name = "class")] int id, string person, string other)
    {
        if (!await LoadAsync(id, person))
        {
            return NotFound();
        }

        if (await merges.MergeAsync(id, person, other) is not { } moved)
        {
            Problem = "Choose another learner of this class.";
            return Page();
        }

        cache.Forget(moved);
        return LocalRedirect($"~/classes/{id}/learners/{person}?said=merged");
    }

    /// <summary>Takes a merging back.</summary>
    public async Task<IActionResult> OnPostUnmergeAsync([FromRoute(Name = "class")] int id, string person, int merge)
    {
        if (await merges.UndoAsync(id, merge) is not { } moved)
        {
            return await LoadAsync(id, person) ? Page() : NotFound();
        }

        cache.Forget(moved);
        return LocalRedirect($"~/classes/{id}/learners/{person}?said=unmerged");
    }

    /// <summary>Forgets the learner's devices and sign, and ends where they are signed in: for a sign that was forgotten, or somebody who should not be in.</summary>
    public async Task<IActionResult> OnPostForgetAsync([FromRoute(Name = "class")] int id, string person)
    {
        if (!await LoadAsync(id, person))
        {
            return NotFound();
        }

        await doors.ForgetAsync(person);
        if (await db.Users.AnyAsync(known => known.Id == person && known.PasswordHash == null))
        {
            await sessions.EndAllAsync(person);
        }

        return LocalRedirect($"~/classes/{id}/learners/{person}?said=forgotten");
    }

    /// <summary>Deletes all that the learner did in this class, once their name was typed.</summary>
    public async Task<IActionResult> OnPostDeleteAsync([FromRoute(Name = "class")] int id, string person, string? typed)
    {
        if (!await LoadAsync(id, person))
        {
            return NotFound();
        }

        if (!string.Equals(typed?.Trim(), Learner.RosterName, StringComparison.CurrentCultureIgnoreCase))
        {
            Problem = $"Type «{Learner.RosterName}» to delete. Nothing was deleted.";
            return Page();
        }

        var gone = await classes.DeleteLearnerAsync(id, person);
        cache.Forget(gone);
        foreach (var attempt in gone)
        {
            await files.DropAsync(attempt);
        }

        if (!await db.Users.AnyAsync(known => known.Id == person))
        {
            await sessions.EndAllAsync(person);
        }

        return LocalRedirect($"~/classes/{id}");
    }

    private IQueryable<AttemptRecord> Mine(int classId, string person) => db.Attempts.Where(a => a.PersonId == person && db.Assignments.Any(g => g.Id == a.AssignmentId && g.ClassId == classId));

    private async Task<bool> LoadAsync(int id, string person)
    {
        Class = await db.Classes.AsNoTracking().SingleAsync(c => c.Id == id);
        var roster = await db.Enrolments.AsNoTracking().Where(e => e.ClassId == id).ToListAsync();
        if (roster.FirstOrDefault(e => e.PersonId == person) is not { } learner)
        {
            return false;
        }

        Learner = learner;
        Others = roster.Where(e => e.PersonId != person).OrderBy(e => e.RosterName, StringComparer.CurrentCultureIgnoreCase).ToList();
        Attempts = await Mine(id, person).CountAsync();
        Merged = await merges.OfAsync(id, person);
        (Devices, Asks, HasSign) = (await doors.DevicesOfAsync(person), await doors.AsksOfAsync(person), await doors.HasSignAsync(person));
        return true;
    }
}
