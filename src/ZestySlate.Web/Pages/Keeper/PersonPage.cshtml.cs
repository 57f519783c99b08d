using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Learners;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>Everything that is kept of a learner in the whole installation, to be saved or deleted.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class PersonPageModel(SlateDb db, LearnerExport export, LearnerDeletion deletion, Sessions sessions) : PageModel
{
    public KeptOf Kept { get; private set; } = null!;

    public async Task<IActionResult> OnGetAsync(string person) => await LoadAsync(person) ? Page() : NotFound();

    public async Task<IActionResult> OnGetExportAsync(string person) =>
        await LoadAsync(person) ? File(await export.SaveAsync(new LearnerScope(person)), "application/zip", "learner.zip") : NotFound();

    public async Task<IActionResult> OnPostAsync(string person, string? typed)
    {
        if (!await LoadAsync(person))
        {
            return NotFound();
        }

        if (!Kept.IsTyped(typed))
        {
            Kept = Kept.Mistyped;
            return Page();
        }

        if (await deletion.DeleteAsync(new LearnerScope(person)))
        {
            await sessions.EndAllAsync(person);
        }

        return LocalRedirect("~/keeper/people");
    }

    /// <summary>Teachers and keepers have accounts, which are closed and removed with their things handed over; they are not deleted here.</summary>
    private async Task<bool> LoadAsync(string person)
    {
        var learners = db.Users.Where(one => one.Id == person && !db.UserRoles.Any(role => role.UserId == one.Id));
        var name = await learners.Select(one => one.DisplayName).SingleOrDefaultAsync();
        var classes = await db.Classes.Where(group => db.Enrolments.Any(one => one.ClassId == group.Id && one.PersonId == person)).Select(group => group.Name).ToListAsync();
        var sites = await db.CourseSites.Where(site => db.CourseSitePeople.Any(one => one.CourseSiteId == site.Id && one.PersonId == person)).Select(site => site.Name).ToListAsync();
        var ways = classes.Concat(sites).ToList();
        Kept = new KeptOf(name ?? "", ways.Count > 0 ? $"In {string.Join(", ", ways)}." : "Came by a link.",
            await db.Attempts.CountAsync(attempt => attempt.PersonId == person), $"{name} and all their work in this installation");
        return name is not null;
    }
}
