using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Backdrops.Videos;

/// <summary>Gives a scene a video that lies elsewhere: what it is is found out at its address.</summary>
internal static class HostedEndpoints
{
    public static void MapHosted(this IEndpointRouteBuilder group) => group.MapPost("/video-address", TakeAsync);

    private static async Task<IResult> TakeAsync(string activity, HttpContext context, ActivityStore store, HostedLookup lookup)
    {
        var form = await context.Request.ReadFormAsync();
        var typed = form["address"].ToString().Trim();
        if (typed.Length == 0)
        {
            return AuthoringEndpoints.Refused("Type the address of the video first.");
        }

        if ((await store.DraftAsync(activity))!.Document.SceneOf(form["scene"].ToString()) is not { } scene)
        {
            return AuthoringEndpoints.Refused("This scene is not there any more; load the page again to see how it stands.");
        }

        var into = scene.Backdrop as VideoBackdrop ?? new VideoBackdrop { Poster = scene.Backdrop.Shown };
        var found = await lookup.FindAsync(typed, into, context.User.Id(), context.RequestAborted);
        return found.Succeeded
            ? await AuthoringEndpoints.MakeAsync(
                context,
                store,
                activity,
                form,
                new SetBackdrop(scene.Id, found.Value.Film) { Title = found.Value.Title }
            )
            : AuthoringEndpoints.Refused(found.Refusal!);
    }
}
