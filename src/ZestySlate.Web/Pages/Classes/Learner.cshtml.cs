using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.Learners;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>One learner of a class: what is known of them, to be saved, merged with another entry of theirs, or deleted.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class LearnerModel(
    AttemptReader reader,
    ClassStore classes,
    Merges merges,
    Doors doors,
    OwnSignIns signIns,
    Sessions sessions,
    LearnerExport export,
    LearnerDeletion deletion,
    AttemptCache cache,
    LearnerWorks works
) : PageModel
{
    public ClassRecord Class { get; private set; } = null!;

    public EnrolmentRecord Learner { get; private set; } = null!;

    public IReadOnlyList<EnrolmentRecord> Others { get; private set; } = [];

    public int Attempts { get; private set; }

    /// <summary>What they were given and did, the newest first.</summary>
    public IReadOnlyList<LearnerWork> Works { get; private set; } = [];

    public IReadOnlyList<KnownDevice> Devices { get; private set; } = [];

    /// <summary>Who wanted to come in as this learner lately.</summary>
    public IReadOnlyList<DoorAsk> Asks { get; private set; } = [];

    public bool HasSign { get; private set; }

    /// <summary>True when they have a passkey or a password of their own.</summary>
    public bool SignsInAlone { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>What merging with <see cref="MergeWith"/> would do, when that is asked.</summary>
    public MergePreview? Merge { get; private set; }

    public string MergeWith { get; private set; } = "";

    /// <summary>The mergings that can be taken back.</summary>
    public IReadOnlyList<MergeRecord> Merged { get; private set; } = [];

    /// <summary>What was just done.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Said { get; set; }

    public async Task<IActionResult> OnGetAsync([FromRoute(Name = "class")] int id, string person) =>
        await LoadAsync(id, person) ? Page() : NotFound();

    /// <summary>Everything that is kept of the learner in this class, as a ZIP.</summary>
    public async Task<IActionResult> OnGetExportAsync([FromRoute(Name = "class")] int id, string person) =>
        await LoadAsync(id, person)
            ? File(await export.SaveAsync(new LearnerScope(person, ClassId: id)), "application/zip", "learner.zip")
            : NotFound();

    /// <summary>Sets how the learner stands on the roster; two of a class never have the same name or number.</summary>
    public async Task<IActionResult> OnPostDescribeAsync(
        [FromRoute(Name = "class")] int id,
        string person,
        string? name,
        string? number,
        string? email
    )
    {
        if (!await LoadAsync(id, person))
        {
            return NotFound();
        }

        var (told, known, mail) = ((name ?? "").Trim(), (number ?? "").Trim(), (email ?? "").Trim());
        Problem =
            told.Length == 0 ? "A learner needs a name; the old one is kept."
            : Others.FirstOrDefault(other => string.Equals(other.RosterName, told, StringComparison.CurrentCultureIgnoreCase)) is { } same
                ? $"“{same.RosterName}” is in this class already. Tell the two apart, or merge them below."
            : known.Length > 0 && Others.FirstOrDefault(other => other.Number == known) is { } taken
                ? $"{taken.RosterName} has the number {known} already."
            : null;
        if (Problem is not null)
        {
            return Page();
        }

        await classes.DescribeAsync(id, person, told.Cut(100), known.Cut(60), mail.Cut(200));
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

    /// <summary>Forgets the learner's devices, sign and sign-in, and ends where they are signed in: for a sign that was forgotten, or somebody who
    /// should not be in.</summary>
    public async Task<IActionResult> OnPostForgetAsync([FromRoute(Name = "class")] int id, string person)
    {
        if (!await LoadAsync(id, person))
        {
            return NotFound();
        }

        await doors.ForgetAsync(person);
        await signIns.ForgetAsync(person);

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
            Problem = $"Type “{Learner.RosterName}” to delete. Nothing was deleted.";
            return Page();
        }

        if (await deletion.DeleteAsync(new LearnerScope(person, ClassId: id)))
        {
            await sessions.EndAllAsync(person);
        }

        return LocalRedirect($"~/classes/{id}");
    }

    private async Task<bool> LoadAsync(int id, string person)
    {
        Class = await classes.ClassAsync(id);
        var roster = await classes.RosterAsync(id);
        if (roster.FirstOrDefault(e => e.PersonId == person) is not { } learner)
        {
            return false;
        }

        Learner = learner;
        Others = roster.Where(e => e.PersonId != person).OrderBy(e => e.RosterName, StringComparer.CurrentCultureIgnoreCase).ToList();
        Attempts = (await reader.AssignmentsOfAsync(new LearnerScope(person, ClassId: id))).Count;
        Works = await works.OfAsync(id, person);
        Merged = await merges.OfAsync(id, person);
        (Devices, Asks, HasSign) = (await doors.DevicesOfAsync(person), await doors.AsksOfAsync(person), await doors.HasSignAsync(person));
        SignsInAlone = await signIns.LearnerAsync(person) is not null && await signIns.HasAsync(person);
        return true;
    }
}
