using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Drafting;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Backdrops.Videos;

/// <summary>Questions drafted from the captions of a video: to look through, and to take one by one.</summary>
internal static class DraftEndpoints
{
    public static void MapDrafts(this IEndpointRouteBuilder group)
    {
        group.MapGet("/drafts", ListAsync);
        group.MapPost("/drafts", TakeAsync);
    }

    private static async Task<IResult> ListAsync(string activity, string scene, ActivityStore store, MediaStore media)
    {
        var document = (await store.DraftAsync(activity))!.Document;
        return document.SceneOf(scene) is { Backdrop: VideoBackdrop film } shown
            ? new RazorComponentResult<DraftList>(
                new Dictionary<string, object?>
                {
                    [nameof(DraftList.Scene)] = shown,
                    [nameof(DraftList.Drafted)] = Open(await DraftsAsync(activity, film, store, media), shown),
                }
            )
            : Results.NotFound();
    }

    /// <summary>Puts a draft onto the video, where its sentence has been said.</summary>
    private static async Task<IResult> TakeAsync(string activity, HttpContext context, ActivityStore store, MediaStore media)
    {
        var form = await context.Request.ReadFormAsync();
        var document = (await store.DraftAsync(activity))!.Document;
        if (document.SceneOf(form["scene"].ToString()) is not { Backdrop: VideoBackdrop film } scene)
        {
            return AuthoringEndpoints.Refused("This scene has no video any more; load the page again to see how it stands.");
        }

        if ((await DraftsAsync(activity, film, store, media)).FirstOrDefault(draft => draft.Id == form["draft"]) is not { } draft)
        {
            return AuthoringEndpoints.Refused(
                "The captions have changed, and this draft is not made of them any more. Look at the new ones."
            );
        }

        return await AuthoringEndpoints.MakeAsync(
            context,
            store,
            activity,
            form,
            new AddSpot(
                scene.Id,
                new Spot
                {
                    Id = SceneForms.NewId(form),
                    Place = Copies.FreePlace(scene, new AtPoint(0.5, 0.4)),
                    During = During.Beginning(draft.Sentence.To, stops: true, film.Lasts),
                    Content = new Ask(draft.Question),
                }
            )
        );
    }

    private static async Task<ValueList<DraftedQuestion>> DraftsAsync(
        string activity,
        VideoBackdrop film,
        ActivityStore store,
        MediaStore media
    ) =>
        film.Captions.FirstOrDefault(track => Drafts.Know(track.Language)) is { } track
        && await CaptionEndpoints.CaptionsAsync(activity, track.Media, store, media) is { } captions
            ? Drafts.Of(captions, track.Language)
            : [];

    /// <summary>The drafts that were not taken yet: nothing stops the video where their sentence has been said.</summary>
    private static ValueList<DraftedQuestion> Open(ValueList<DraftedQuestion> drafts, Scene scene) =>
        drafts
            .Where(draft => !scene.Spots.Any(spot => spot.During is { Pauses: true } during && during.From == draft.Sentence.To))
            .ToValueList();
}
