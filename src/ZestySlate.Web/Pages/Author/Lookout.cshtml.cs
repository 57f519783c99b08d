using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>The class while it works.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class LookoutModel(SlateDb db, Lookouts lookouts) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<Watched> Rows { get; private set; } = [];

    /// <summary>The assignments to choose from.</summary>
    public IReadOnlyList<(AssignmentRecord Assignment, string Name)> Assignments { get; private set; } = [];

    /// <summary>The one that is watched, or null for everybody.</summary>
    public int? Chosen { get; private set; }

    public async Task OnGetAsync(string activity, int? assignment)
    {
        Record = await db.Activities.AsNoTracking().SingleAsync(a => a.Id == activity);
        var classes = await db.Classes.AsNoTracking().ToDictionaryAsync(c => c.Id, c => c.Name);
        Assignments = (await db.Assignments.AsNoTracking().Where(a => a.ActivityId == activity && !a.Withdrawn).ToListAsync())
            .Select(a => (a, a.ClassId is { } id ? classes.GetValueOrDefault(id, "class") : a.CourseTitle ?? "course site")).ToList();
        Chosen = Assignments.Any(one => one.Assignment.Id == assignment) ? assignment : null;
        Rows = await lookouts.OfAsync(activity, Chosen);
    }
}
