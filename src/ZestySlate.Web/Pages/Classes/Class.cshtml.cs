using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>One class: its code, its learners, what was given to it.</summary>
[Authorize(Policy = Rights.ClassTeacher)]
public sealed class ClassModel(SlateDb db) : PageModel
{
    public ClassRecord Class { get; private set; } = null!;

    public IReadOnlyList<string> Names { get; private set; } = [];

    public IReadOnlyList<AssignmentRecord> Given { get; private set; } = [];

    public async Task OnGetAsync([FromRoute(Name = "class")] int id)
    {
        Class = await db.Classes.SingleAsync(c => c.Id == id);
        Names = (await db.Enrolments.Where(e => e.ClassId == id).Select(e => e.RosterName).ToListAsync()).Order(StringComparer.CurrentCultureIgnoreCase).ToList();
        Given = await db.Assignments.Where(a => a.ClassId == id).OrderBy(a => a.Title).ToListAsync();
    }
}
