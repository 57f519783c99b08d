using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Classes;

/// <summary>The teacher's classes; a new one is typed in.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class IndexModel(SlateDb db, ClassStore classes) : PageModel
{
    public IReadOnlyList<(ClassRecord Class, int Learners, int Given)> List { get; private set; } = [];

    public string? Problem { get; private set; }

    [BindProperty]
    public string Name { get; set; } = "";

    [BindProperty]
    public string Names { get; set; } = "";

    public Task OnGetAsync() => LoadAsync();

    public async Task<IActionResult> OnPostAsync()
    {
        var made = await classes.CreateAsync(User.Id(), Name ?? "", Names ?? "");
        if (made.Succeeded)
        {
            return LocalRedirect($"~/classes/{made.Value.Id}");
        }

        Problem = made.Refusal;
        await LoadAsync();
        return Page();
    }

    private async Task LoadAsync()
    {
        var me = User.Id();
        List = (
            await db
                .Classes.Where(c => c.TeacherId == me)
                .OrderBy(c => c.Name)
                .Select(c => new
                {
                    c,
                    Learners = db.Enrolments.Count(e => e.ClassId == c.Id),
                    Given = db.Assignments.Count(a => a.ClassId == c.Id),
                })
                .ToListAsync()
        ).Select(row => (row.c, row.Learners, row.Given)).ToList();
    }
}
