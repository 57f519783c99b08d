using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Classes;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages;

/// <summary>Everything of a teacher's that is being worked on, or was in the last day.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class LookoutAllModel(SlateDb db, ActivityRights rights, Lookouts lookouts, TimeProvider clock) : PageModel
{
    /// <summary>One activity that is being worked on.</summary>
    public sealed record Row(ActivityRecord Activity, int AtWork, int NeedMe, int HandedIn, DateTimeOffset LastAt);

    public IReadOnlyList<Row> Rows { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var me = User.Id();
        var since = clock.GetUtcNow().AddDays(-1);
        var lately = await db
            .Activities.AsNoTracking()
            .Where(rights.Editable(me))
            .Where(a => db.Attempts.Any(t => t.ActivityId == a.Id && (t.BeganAt > since || t.HandedInAt > since)))
            .ToListAsync();
        var rows = new List<Row>();
        foreach (var activity in lately)
        {
            var entries = (await lookouts.OfAsync(activity.Id, null))
                .Select(one => one.Entry)
                .OfType<LookoutEntry>()
                .Where(entry => entry.LastAt > since)
                .ToList();
            if (entries.Count > 0)
            {
                rows.Add(
                    new Row(
                        activity,
                        entries.Count(entry => entry.Stage is LookoutStage.AtWork or LookoutStage.ForgotToHandIn),
                        entries.Count(entry => entry.MayNeedHelp),
                        entries.Count(entry => entry.Stage is LookoutStage.HandedIn or LookoutStage.Done),
                        entries.Max(entry => entry.LastAt)
                    )
                );
            }
        }

        Rows = rows.OrderByDescending(row => row.AtWork).ThenByDescending(row => row.LastAt).ToList();
    }
}
