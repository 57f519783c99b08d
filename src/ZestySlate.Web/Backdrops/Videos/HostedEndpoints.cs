using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Backdrops.Videos;

/// <summary>Gives a scene a video that lies elsewhere: what it is is found out at its address.</summary>
internal static class HostedEndpoints
{
    public static void MapHosted(this IEndpointRouteBuilder group) => group.MapPost("/video-address", TakeAsync);

    private static async Task<IResult> TakeAsync(
        string activity,
        HttpContext context,
        ActivityStore store,
        HostedLookup lookup,
        AddressFetcher fetcher,
        MediaIntake intake
    )
    {
        var form = await context.Request.ReadFormAsync();
        var (scene, typed) = (form["scene"].ToString(), form["address"].ToString().Trim());
        if (typed.Length == 0)
        {
            return AuthoringEndpoints.Refused("Type the address of the video first.");
        }

        var found = await lookup.FindAsync(typed, context.RequestAborted);
        if (!found.Succeeded)
        {
            return AuthoringEndpoints.Refused(found.Refusal!);
        }

        var poster = found.Value.Thumbnail is { } shown ? await PosterAsync(shown, found.Value, context, fetcher, intake) : null;
        return (await store.DraftAsync(activity))!.Document.SceneOf(scene) is not { } now
            ? AuthoringEndpoints.Refused("This scene is not there any more; load the page again to see how it stands.")
            : await AuthoringEndpoints.MakeAsync(
                context,
                store,
                activity,
                form,
                new SetBackdrop(
                    scene,
                    (now.Backdrop as VideoBackdrop ?? new VideoBackdrop()).With(
                        found.Value.Video,
                        0,
                        found.Value.Width,
                        found.Value.Height
                    ) with
                    {
                        Poster = poster ?? now.Backdrop.Shown,
                    }
                )
            );
    }

    /// <summary>The picture that the host has of it, in the media library; null where it cannot be had, which is no reason to go without
    /// the video.</summary>
    private static async Task<Picture?> PosterAsync(
        string address,
        HostedFound found,
        HttpContext context,
        AddressFetcher fetcher,
        MediaIntake intake
    )
    {
        var file = await fetcher.FileAsync(address, context.RequestAborted, PictureReader.MostBytes);
        if (!file.Succeeded)
        {
            return null;
        }

        var ready = await intake.ReadAsync(file.Value.Bytes, file.Value.Name, context.RequestAborted);
        return ready is { Succeeded: true, Value.Kind: MediaKind.Picture }
            ? MediaPurposes.PictureOf((await intake.TakeAsync(file.Value.Bytes, file.Value.Name, context.User.Id())).Value) with
            {
                AlternativeText = found.Title,
                Credit = found.Video.Credit,
            }
            : null;
    }
}
