using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>The class while it works.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class LookoutModel(
    AssignmentStore assignments,
    Lookouts lookouts,
    AttemptStore attempts,
    AttemptReader reader,
    ActivityStore store,
    TimeProvider clock
) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<WatchedLearner> Rows { get; private set; } = [];

    /// <summary>Who is watched.</summary>
    public Whom Whom { get; private set; } = null!;

    public async Task OnGetAsync(string activity, int? assignment)
    {
        Record = await store.RecordAsync(activity);
        Whom = await Whom.OfAsync(assignments, activity, "lookout", assignment);
        Rows = await lookouts.OfAsync(activity, Whom.Chosen);
        Decides = (await store.DraftAsync(activity))?.Document.HasChoices == true;
        TakesTime = (await reader.NewestAsync(activity, Whom.Chosen)).Any(one =>
            !one.State.IsHandedIn && SecondThoughts.TakesTime(one.State)
        );
    }

    /// <summary>True for a story: who is where is shown on its map.</summary>
    public bool Decides { get; private set; }

    /// <summary>Who is where on the map, of the newest edition somebody works on.</summary>
    public async Task<IActionResult> OnGetMapAsync(string activity, int? assignment)
    {
        Whom = await Whom.OfAsync(assignments, activity, "lookout", assignment);
        var names = (await lookouts.OfAsync(activity, Whom.Chosen))
            .Where(row => row.AttemptId is not null)
            .DistinctBy(row => row.AttemptId)
            .ToDictionary(row => row.AttemptId!, row => row.Learner);
        var at = await reader.NewestAsync(activity, Whom.Chosen);
        var document = at.MaxBy(one => one.State.Edition)?.State.Activity;
        var live = document is null
            ? null
            : ClassMap.Live(document, [.. at.Select(one => (names.GetValueOrDefault(one.Record.Id, "somebody"), one.State))]);
        return Partial("_LookoutMap", live is null ? null : new OnTheMap(document!, live));
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

        Whom = await Whom.OfAsync(assignments, activity, "lookout", assignment);
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

/// <summary>A class on the map of an activity.</summary>
/// <param name="Activity">The activity as the newest attempt has it.</param>
/// <param name="Class">Where they were and are.</param>
public sealed record OnTheMap(Core.Activities.Activity Activity, ClassMap Class);
