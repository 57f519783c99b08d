using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;

namespace ZestySlate.Web.Pages;

/// <summary>Whose the pictures and sounds of an activity are; for whoever has the activity open. Only what was met so far is named.</summary>
[AllowAnonymous]
public sealed class CreditsModel(PublishedActivities published, AttemptStore attempts, SchoolLooks schools) : PageModel
{
    public Activity? Activity { get; private set; }

    public ValueList<Credit> Credits { get; private set; } = [];

    /// <summary>How what the author's school publishes looks; null for no school.</summary>
    public SchoolLook? School { get; private set; }

    public async Task OnGetAsync(string activity, int? assignment)
    {
        if (
            User.Identity?.IsAuthenticated == true
            && await published.OpenAsync(activity, User.Id(), assignment) is Opening.Attempt { Record: var record }
        )
        {
            var state = (await attempts.LoadAsync(record.Id))!.State;
            Activity = state.Activity;
            School = await schools.OfActivityAsync(activity, HttpContext.RequestAborted);
            Credits = Core.Activities.Credits.Of(
                state.Activity with
                {
                    // Names of what is still locked would tell of it.
                    Scenes = state
                        .Activity.Scenes.Where(scene => state.VisitedScenes.Contains(scene.Id))
                        .Select(scene => scene with { Spots = scene.Spots.RemoveAll(spot => !state.IsOpen(spot.Id)) })
                        .ToValueList(),
                }
            );
            return;
        }

        Response.StatusCode = StatusCodes.Status404NotFound;
    }
}
