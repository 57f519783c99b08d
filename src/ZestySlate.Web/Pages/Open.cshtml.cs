using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>The stable address of an activity: shows it to whoever may do it, on the newest edition.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.Codes)]
public sealed class OpenModel(PublishedActivities published, AttemptStore attempts, ActivityStore store, SignInManager<Person> signIn, TimeProvider clock) : PageModel
{
    public Opening Opening { get; private set; } = null!;

    public LearnerView? View { get; private set; }

    public PlayLinks? Links { get; private set; }

    public string? Title { get; private set; }

    public string? Summary { get; private set; }

    public string? Problem { get; private set; }

    public Core.Activities.Look? Look { get; private set; }

    /// <summary>True when something in the activity names whose it is.</summary>
    public bool HasCredits { get; private set; }

    public async Task<IActionResult> OnGetAsync(string activity, int? assignment)
    {
        await LoadAsync(activity, assignment);
        return Page();
    }

    /// <summary>A visitor by link begins anew after handing in.</summary>
    public async Task<IActionResult> OnPostAgainAsync(string activity)
    {
        if (User.Identity?.IsAuthenticated == true
            && await published.OpenAsync(activity, User.Id(), null) is Opening.Attempt { Record: { AssignmentId: null, HandedInAt: not null } }
            && await store.DraftAsync(activity) is { } draft)
        {
            await attempts.BeginAsync(draft.Record, User.Id(), null);
        }

        return LocalRedirect($"~/a/{activity}");
    }

    public async Task<IActionResult> OnPostBeginAsync(string activity, string? name)
    {
        await LoadAsync(activity, null);
        if (Opening is not Opening.AskName)
        {
            return LocalRedirect($"~/a/{activity}");
        }

        if (string.IsNullOrWhiteSpace(name))
        {
            Problem = "Type a name, so that your answers can be told from others'.";
            return Page();
        }

        var visitor = new Person { UserName = Ids.Secret(), DisplayName = name.Trim()[..Math.Min(80, name.Trim().Length)], CreatedAt = clock.GetUtcNow() };
        await signIn.UserManager.CreateAsync(visitor);
        await signIn.SignInAsync(visitor, isPersistent: true);
        return LocalRedirect($"~/a/{activity}");
    }

    private async Task LoadAsync(string activity, int? assignment)
    {
        Opening = await published.OpenAsync(activity, User.Identity?.IsAuthenticated == true ? User.Id() : null, assignment);
        switch (Opening)
        {
            case Opening.Attempt { Record: var record }:
                var loaded = (await attempts.LoadAsync(record.Id))!;
                Look = loaded.State.Activity.Look;
                HasCredits = Core.Activities.Credits.Of(loaded.State.Activity).Count > 0;
                View = LearnerView.Of(loaded.State, clock.GetUtcNow(), loaded.Assignment?.Due);
                Links = LearningEndpoints.LinksOf(HttpContext, loaded.Record, EventReply.FromScript(HttpContext) ? null : SecurityHeaders.StyleNonce(HttpContext));
                break;
            case Opening.AskName { Activity: var asked }:
                Describe(asked);
                break;
            case Opening.AskCode { Activity: var asked }:
                Describe(asked);
                break;
            default:
                Response.StatusCode = StatusCodes.Status404NotFound;
                break;
        }
    }

    private void Describe(ActivityRecord record)
    {
        var edition = store.Edition(record.Id, record.NewestEdition);
        (Title, Summary, Look) = (edition.Title, edition.Summary, edition.Look);
    }
}
