using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Learners;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>What is kept in an activity of somebody who came by link or from a course site, to be saved or deleted. Learners of a class have a page there.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class LearnerPageModel(SlateDb db, LearnerExport export, LearnerDeletion deletion, Sessions sessions) : PageModel
{
    public string Activity { get; private set; } = "";

    public KeptOf Kept { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(string activity, string person) => await LoadAsync(activity, person) ? Page() : NotFound();

    public async Task<IActionResult> OnGetExportAsync(string activity, string person) =>
        await LoadAsync(activity, person) ? File(await export.SaveAsync(new LearnerScope(person, ActivityId: activity)), "application/zip", "learner.zip") : NotFound();

    public async Task<IActionResult> OnPostAsync(string activity, string person, string? typed)
    {
        if (!await LoadAsync(activity, person))
        {
            return NotFound();
        }

        if (!Kept.IsTyped(typed))
        {
            Kept = Kept.Mistyped;
            return Page();
        }

        if (await deletion.DeleteAsync(new LearnerScope(person, ActivityId: activity)))
        {
            await sessions.EndAllAsync(person);
        }

        return LocalRedirect($"~/author/{activity}/results");
    }

    private async Task<bool> LoadAsync(string activity, string person)
    {
        Activity = activity;
        var attempts = await new LearnerScope(person, ActivityId: activity).Attempts(db).Select(attempt => attempt.AssignmentId).ToListAsync();
        var name = await db.Users.Where(one => one.Id == person).Select(one => one.DisplayName).SingleOrDefaultAsync();
        var way = attempts.Any(assignment => assignment is null) ? "Came by the link." : "Came from a course site.";
        Kept = new KeptOf(name ?? "", way, attempts.Count, $"all work of {name} in this activity");
        return name is not null && attempts.Count > 0;
    }
}
