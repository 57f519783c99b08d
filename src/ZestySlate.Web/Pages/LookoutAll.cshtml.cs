using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Classes;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages;

/// <summary>Everything of a teacher's that is being worked on, or was in the last day.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class LookoutAllModel(ActivityLibrary library, Lookouts lookouts, TimeProvider clock) : PageModel
{
    /// <summary>One activity that is being worked on.</summary>
    public sealed record Row(ActivityRecord Activity, int AtWork, int NeedMe, int HandedIn, DateTimeOffset LastAt);

    public IReadOnlyList<Row> Rows { get; private set; } = [];

    public async Task OnGetAsync()
    {
        var since = clock.GetUtcNow().AddDays(-1);
        var lately = await library.WorkedOnAsync(User.Id(), since);
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
