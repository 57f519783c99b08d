using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>What a learner of a class has to do.</summary>
[Authorize(Policy = Rights.SignedIn)]
public sealed class TodoModel(SlateDb db) : PageModel
{
    public IReadOnlyList<(AssignmentRecord Given, AttemptRecord? Attempt)> List { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var me = User.Id();
        var given = await (from enrolment in db.Enrolments
                           join assignment in db.Assignments on enrolment.ClassId equals assignment.ClassId
                           where enrolment.PersonId == me
                           orderby assignment.CreatedAt descending
                           select assignment).ToListAsync();
        var attempts = await db.Attempts.Where(a => a.PersonId == me && a.AssignmentId != null).ToListAsync();
        List = given.Select(g => (g, attempts.Where(a => a.AssignmentId == g.Id).MaxBy(a => a.BeganAt))).ToList();
    }
}
