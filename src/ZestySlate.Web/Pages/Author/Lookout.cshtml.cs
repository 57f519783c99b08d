using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>The class while it works.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class LookoutModel(SlateDb db, Lookouts lookouts, AttemptStore attempts, AttemptReader reader, TimeProvider clock) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<WatchedLearner> Rows { get; private set; } = [];

    /// <summary>Who is watched.</summary>
    public Whom Whom { get; private set; } = null!;

    public async Task OnGetAsync(string activity, int? assignment)
    {
        Record = await db.Activities.AsNoTracking().SingleAsync(a => a.Id == activity);
        Whom = await Whom.OfAsync(db, activity, "lookout", assignment);
        Rows = await lookouts.OfAsync(activity, Whom.Chosen);
        TakesTime = (await reader.NewestAsync(activity, Whom.Chosen)).Any(one =>
            !one.State.IsHandedIn && SecondThoughts.TakesTime(one.State)
        );
    }

    /// <summary>True when somebody works against a clock for the whole.</summary>
    public bool TakesTime { get; private set; }

    /// <summary>Gives everybody who is at work more time, from now on.</summary>
    public async Task<IActionResult> OnPostTimeAsync(string activity, int? assignment, int minutes)
    {
        if (minutes is < 1 or > 240)
        {
            return NotFound();
        }

        Whom = await Whom.OfAsync(db, activity, "lookout", assignment);
        foreach (var one in await reader.NewestAsync(activity, Whom.Chosen))
        {
            if (!one.State.IsHandedIn && SecondThoughts.TakesTime(one.State))
            {
                await attempts.TakeAsync(
                    one.Record.Id,
                    SecondThoughts.TimeFrom(one.State, minutes * 60, User.Id(), Ids.New(), clock.GetUtcNow())
                );
            }
        }

        return LocalRedirect($"~/author/{activity}/lookout{(Whom.Chosen is { } id ? $"?assignment={id}" : "")}");
    }
}
