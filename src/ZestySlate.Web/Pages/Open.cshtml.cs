using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.RateLimiting;
using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;
using ZestySlate.Player;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.People;
using ZestySlate.Storage.Votes;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages;

/// <summary>The stable address of an activity: shows it to whoever may do it, on the newest edition.</summary>
[AllowAnonymous, EnableRateLimiting(Limits.Codes)]
public sealed class OpenModel(
    PublishedActivities published,
    AttemptStore attempts,
    AttemptReader reader,
    ActivityStore store,
    UserManager<Person> people,
    Sessions sessions,
    Visitors visitors,
    SchoolLooks schools,
    VoteCounts votes,
    AddedSpots added,
    Doors doors,
    Watch watch,
    TimeProvider clock
) : PageModel
{
    public Opening Opening { get; private set; } = null!;

    public LearnerView? View { get; private set; }

    public PlayLinks? Links { get; private set; }

    public string? Title { get; private set; }

    public string? Summary { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>The activity from which the learner came over to this one: its address and title.</summary>
    public (string Address, string Title)? Back { get; private set; }

    /// <summary>True where a course site sent the learner.</summary>
    public bool IsInCourse => FrameSessionPath.SessionOf(HttpContext)?.CourseSiteId is not null;

    /// <summary>The way back to the course; null inside its page, and where it named none.</summary>
    public string? CourseBack => Presentation.Of(HttpContext).Back;

    /// <summary>True for a learner of a class at what the class was given, who has a list to go back to.</summary>
    public bool HasList =>
        Back is null && FrameSessionPath.SessionOf(HttpContext) is null && Opening is Opening.Attempt { Assignment.ClassId: not null };

    /// <summary>How visitors say who they are.</summary>
    public VisitorsSay Say { get; private set; }

    /// <summary>True when somebody wants to come in under this learner's name.</summary>
    public bool SomebodyWaits { get; private set; }

    /// <summary>True when the author lets learners keep a copy of their work.</summary>
    public bool LetsKeepCopy { get; private set; } = true;

    /// <summary>True when nothing was done yet: then it is told what is seen.</summary>
    public bool IsFresh { get; private set; }

    /// <summary>True for the whole work below each other, for paper.</summary>
    public bool OnPaper { get; private set; }

    /// <summary>Whose work it is: stands on paper.</summary>
    public string Learner { get; private set; } = "";

    /// <summary>True on somebody's page, in a frame.</summary>
    public bool IsEmbedded => FrameSessionPath.SessionOf(HttpContext)?.ActivityId is not null;

    /// <summary>True where the title line is left out.</summary>
    public bool IsBare => FrameSessionPath.SessionOf(HttpContext)?.IsBare == true;

    /// <summary>What the page says of itself to those who show its address: only of what opens for anybody.</summary>
    public PageCard? Card { get; private set; }

    /// <summary>True where the next at the same device may be somebody else: for who came by a name, not by an account or a course site.</summary>
    public bool MayBeAnother => View is not null && !User.IsInRole(Roles.Teacher) && FrameSessionPath.SessionOf(HttpContext) is null;

    /// <summary>The words of the activity's language.</summary>
    public Words Words { get; private set; } = Words.English;

    /// <summary>The activity's look, with the school's colours where it has none of its own.</summary>
    public Core.Activities.Look? Look { get; private set; }

    /// <summary>How what the author's school publishes looks; null for no school.</summary>
    public SchoolLook? School { get; private set; }

    /// <summary>True when something in the activity names whose it is.</summary>
    public bool HasCredits { get; private set; }

    public async Task<IActionResult> OnGetAsync(string activity, int? assignment, bool paper, string? back, int? given)
    {
        Back = back is { Length: > 0 } ? await BackAsync(back, given, activity) : null;
        OnPaper = paper;
        await LoadAsync(activity, assignment);
        if (OnPaper && !LetsKeepCopy)
        {
            return NotFound();
        }

        Card = FrameSessionPath.SessionOf(HttpContext) is null ? await PageCard.OfAsync(HttpContext, activity) : null;
        return Page();
    }

    /// <summary>The way back to an activity that leads here; null to any other.</summary>
    private async Task<(string Address, string Title)?> BackAsync(string code, int? given, string here) =>
        await store.DraftAsync(code) is { Record: { BinnedAt: null, NewestEdition: > 0 } from }
        && store.Edition(from.Id, from.NewestEdition) is var before
        && before.Spots.Any(spot => spot.Content.Inside == here)
            ? ($"{Request.PathBase}/a/{from.Id}{(given is { } assignment ? $"?assignment={assignment}" : "")}", before.Title)
            : null;

    /// <summary>A visitor by link begins anew after handing in.</summary>
    public async Task<IActionResult> OnPostAgainAsync(string activity, int? assignment)
    {
        if (
            User.Identity?.IsAuthenticated == true
            && await published.OpenAsync(activity, User.Id(), assignment) is Opening.Attempt { Record.HandedInAt: not null } done
            && await store.DraftAsync(activity) is { } draft
            && await MayGoAgainAsync(done)
        )
        {
            await attempts.BeginAsync(draft.Record, User.Id(), done.Assignment);
        }

        return LocalRedirect($"~/a/{activity}{(assignment is { } id ? $"?assignment={id}" : "")}");
    }

    /// <summary>True when the activity can be done once more by this person: as often as the assignment says, or else the activity.</summary>
    private async Task<bool> MayGoAgainAsync(Opening.Attempt done)
    {
        var goes = done.Assignment?.Goes ?? (await attempts.LoadAsync(done.Record.Id))!.State.Activity.Rules.Goes;
        return !done.Times.IsOver(clock.GetUtcNow())
            && (
                goes is null
                    ? done.Assignment is null
                    : await reader.GoesAsync(done.Record.ActivityId, User.Id(), done.Assignment?.Id) < goes
            );
    }

    public async Task<IActionResult> OnPostBeginAsync(string activity, string? name)
    {
        await LoadAsync(activity, null);
        if (Opening is not Opening.AskName)
        {
            return LocalRedirect($"~/a/{activity}");
        }

        if (Visitors.Refuse(Say, name) is { } refusal)
        {
            Problem = Words[refusal];
            return Page();
        }

        await sessions.BeginAsync(await visitors.NewAsync(Say, name, Words), stays: true);
        return LocalRedirect($"~/a/{activity}");
    }

    private async Task LoadAsync(string activity, int? assignment)
    {
        Words = HttpContext.PageWords();
        Opening = await published.OpenAsync(activity, User.Identity?.IsAuthenticated == true ? User.Id() : null, assignment);
        School = await schools.OfActivityAsync(activity, HttpContext.RequestAborted);
        switch (Opening)
        {
            case Opening.Attempt { Record: var record } opened:
                var loaded = (await attempts.LoadAsync(record.Id))!;
                watch.Hear(activity, record.Id, changed: true);
                SomebodyWaits = await doors.SomebodyWaitsAsAsync(record.PersonId);
                Learner = (await people.FindByIdAsync(record.PersonId))?.DisplayName ?? "";
                Look = Under(loaded.State.Activity.Look);
                HasCredits = Core.Activities.Credits.Of(loaded.State.Activity).Count > 0;
                (LetsKeepCopy, IsFresh) = (loaded.State.Activity.Rules.LetsKeepCopy, loaded.Events.Count <= 1);
                View = LearnerView.Of(
                    await added.WithAddedAsync(loaded.Record, await votes.WithTalliesAsync(loaded)),
                    clock.GetUtcNow(),
                    opened.Times.DueForThem,
                    OnPaper
                );
                View = View with { Words = Languages.For(Request, View.Words) };
                OnPaper &= View.HandedInAt is not null;
                Links = LearningEndpoints.LinksOf(
                    HttpContext,
                    loaded.Record,
                    EventReply.FromScript(HttpContext) ? null : SecurityHeaders.StyleNonce(HttpContext)
                );
                if (!LetsKeepCopy)
                {
                    Links = Links with { Paper = null };
                }

                if (Links.Again is not null && !await MayGoAgainAsync(opened))
                {
                    Links = Links with { Again = null };
                }

                break;
            case Opening.AskName { Activity: var asked }:
                Describe(asked);
                break;
            case Opening.AskCode { Activity: var asked }:
                Describe(asked);
                break;
            case Opening.Closed { Activity: { } closed }:
                Words = Languages.For(Request, store.Edition(closed.Id, closed.NewestEdition).Words);
                Response.StatusCode = StatusCodes.Status404NotFound;
                break;
            default:
                Response.StatusCode = StatusCodes.Status404NotFound;
                break;
        }
    }

    private Core.Activities.Look Under(Core.Activities.Look own) => School?.Under(own) ?? own;

    private void Describe(ActivityRecord record)
    {
        var edition = store.Edition(record.Id, record.NewestEdition);
        (Title, Summary, Look, Say) = (edition.Title, edition.Summary, Under(edition.Look), record.VisitorsSay);
        Words = Languages.For(Request, edition.Words);
    }
}
