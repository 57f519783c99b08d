using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage;

namespace ZestySlate.Web.Teaching;

/// <summary>The way from one page of an activity's work to the others.</summary>
[ViewComponent(Name = "WorkNav")]
public sealed class WorkNav(IDbContextFactory<SlateDb> open) : ViewComponent
{
    /// <summary>What the view shows.</summary>
    /// <param name="Activity">The activity's code.</param>
    /// <param name="TakesSpots">True when learners add spots to it.</param>
    /// <param name="SpotsWait">How many of these wait for the teacher.</param>
    public sealed record Pages(string Activity, bool TakesSpots, int SpotsWait);

    public async Task<IViewComponentResult> InvokeAsync(string activity)
    {
        await using var db = await open.CreateDbContextAsync();
        var takesSpots = await db.Activities.AnyAsync(record => record.Id == activity && record.TakesSpots);
        var wait = takesSpots ? await db.AddedSpots.CountAsync(spot => spot.ActivityId == activity && spot.State == AddedState.Waits) : 0;
        return View(new Pages(activity, takesSpots, wait));
    }
}
