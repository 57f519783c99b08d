using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>The class while it works.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class LookoutModel(SlateDb db, Lookouts lookouts) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<Watched> Rows { get; private set; } = [];

    /// <summary>Who is watched.</summary>
    public Whom Whom { get; private set; } = null!;

    public async Task OnGetAsync(string activity, int? assignment)
    {
        Record = await db.Activities.AsNoTracking().SingleAsync(a => a.Id == activity);
        Whom = await Whom.OfAsync(db, activity, "lookout", assignment);
        Rows = await lookouts.OfAsync(activity, Whom.Chosen);
    }
}
