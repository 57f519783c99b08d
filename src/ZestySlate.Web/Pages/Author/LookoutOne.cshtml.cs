using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>One learner's work as it fills.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class LookoutOneModel(ActivityStore store, PeopleStore people, AttemptStore attempts, Watch watch, TimeProvider clock)
    : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public LoadedAttempt Attempt { get; private set; } = null!;

    public string Learner { get; private set; } = "";

    public LookoutEntry Entry { get; private set; } = null!;

    public AttemptReport Report { get; private set; } = null!;

    public bool Connected { get; private set; }

    /// <summary>True when a clock for the whole runs, or has ended it.</summary>
    public bool TakesTime => SecondThoughts.TakesTime(Attempt.State);

    /// <summary>Gives more time, from now on.</summary>
    public async Task<IActionResult> OnPostTimeAsync(string activity, string of, int minutes)
    {
        if (minutes is < 1 or > 240 || await attempts.LoadAsync(of) is not { } loaded || loaded.Record.ActivityId != activity)
        {
            return NotFound();
        }

        await attempts.TakeAsync(of, SecondThoughts.TimeFrom(loaded.State, minutes * 60, User.Id(), Ids.New(), clock.GetUtcNow()));
        watch.Hear(activity, of, changed: true);
        return LocalRedirect($"~/author/{activity}/lookout/{of}");
    }

    public async Task<IActionResult> OnGetAsync(string activity, string of)
    {
        if (await attempts.LoadAsync(of) is not { } loaded || loaded.Record.ActivityId != activity)
        {
            return NotFound();
        }

        Record = await store.RecordAsync(activity);
        Learner = await people.NameAsync(loaded.Record.PersonId) ?? "";
        var now = clock.GetUtcNow();
        (Attempt, Entry, Report, Connected) = (
            loaded,
            LookoutEntry.Of(loaded.State.At(now), now),
            AttemptReport.Of(loaded.State),
            watch.IsConnected(of)
        );
        return Page();
    }
}
