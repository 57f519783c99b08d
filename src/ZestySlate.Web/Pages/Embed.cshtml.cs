using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Embedding;
using ZestySlate.Storage.People;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages;

/// <summary>
/// What stands in a frame on somebody's page: asks a visitor who they are, and leads on to the activity with the session in the
/// address, since cookies are refused there. What cannot be shown says so in words that may be read anywhere.
/// </summary>
[AllowAnonymous, IgnoreAntiforgeryToken, EnableRateLimiting(Limits.Codes)]
public sealed class EmbedModel(
    Embeddings embeddings,
    ActivityStore store,
    AttemptStore attempts,
    PublishedActivities published,
    Visitors visitors,
    FrameSessions sessions,
    SchoolLooks schools,
    TimeProvider clock
) : PageModel
{
    /// <summary>The scene it begins at.</summary>
    [BindProperty(SupportsGet = true)]
    public string? Scene { get; set; }

    /// <summary>True without the title line.</summary>
    [BindProperty(SupportsGet = true)]
    public bool Bare { get; set; }

    public Activity? Activity { get; private set; }

    public string Id { get; private set; } = "";

    public Words Words { get; private set; } = Words.English;

    /// <summary>Why it is not shown here: an entry of the words learners read; null when it is.</summary>
    public string? Closed { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>How visitors say who they are.</summary>
    public VisitorsSay Say { get; private set; }

    /// <summary>True when what the device remembered is over.</summary>
    public bool Forget { get; private set; }

    public async Task<IActionResult> OnGetAsync(string activity)
    {
        await LoadAsync(activity);
        return Page();
    }

    public async Task<IActionResult> OnPostBeginAsync(string activity, string? name)
    {
        await LoadAsync(activity);
        if (Closed is not null)
        {
            return Page();
        }

        if (Visitors.Refuse(Say, name) is { } refusal)
        {
            Problem = Words[refusal];
            return Page();
        }

        var visitor = await visitors.NewAsync(Say, name, Words);
        if (
            await published.OpenAsync(activity, visitor.Id, null) is Opening.Attempt { Record.Id: var attempt }
            && Scene is { Length: > 0 } at
        )
        {
            await attempts.TakeAsync(attempt, new Visited(at) { Id = Ids.New(), At = clock.GetUtcNow() });
        }

        return LocalRedirect($"~{await sessions.BeginVisitAsync(visitor.Id, activity, Bare)}/a/{activity}");
    }

    /// <summary>Goes on where this device left off.</summary>
    public async Task<IActionResult> OnPostGoOnAsync(string activity, string? token)
    {
        await LoadAsync(activity);
        if (Closed is null && token is { Length: > 0 and < 200 } && await sessions.GoOnAsync(token, activity, Bare) is { } visit)
        {
            return LocalRedirect($"~{visit}/a/{activity}");
        }

        Forget = true;
        return Page();
    }

    private async Task LoadAsync(string activity)
    {
        var found = await embeddings.FindAsync(activity, HttpContext.RequestAborted);
        (Id, Words) = (activity, HttpContext.PageWords());
        SecurityHeaders.MayBeFramed(HttpContext, found is { IsOpen: true } ? found.Rule.Sources : "*");
        if (found is not { Activity: { BinnedAt: null, NewestEdition: > 0 } record })
        {
            (Closed, Response.StatusCode) = ("notPublished", StatusCodes.Status404NotFound);
            return;
        }

        var edition = store.Edition(activity, record.NewestEdition);
        (Words, Say) = (Languages.For(Request, edition.Words), record.VisitorsSay);
        if (!found.IsOpen)
        {
            Closed = record.Visibility == Visibility.Private ? "isPrivate" : "forAClass";
            Response.StatusCode = StatusCodes.Status403Forbidden;
            return;
        }

        Activity = edition with
        {
            Look = (await schools.OfActivityAsync(activity, HttpContext.RequestAborted))?.Under(edition.Look) ?? edition.Look,
        };
    }
}
