using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Editing;
using ZestySlate.Formats.Captions;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Backdrops.Videos;

/// <summary>What the workbench asks about captions: what is said when, their lines to be mended, and new ones from a text.</summary>
internal static class CaptionEndpoints
{
    /// <summary>How far captions are moved at most, in seconds: as long as a course in time can be.</summary>
    private const decimal MostShift = During.Longest;

    public static void MapCaptions(this IEndpointRouteBuilder group)
    {
        group.MapGet("/captions/{hash}", async (string activity, string hash, ActivityStore store, MediaStore media) =>
            await CaptionsAsync(activity, hash, store, media) is { } captions ? Said(captions, Sentences.Of(captions)) : Results.NotFound()
        );
        group.MapGet("/captions/{hash}/lines", LinesAsync);
        group.MapPost("/captions", TakeAsync);
        group
            .MapPost("/silences", async (HttpContext context, string activity, string? captions, ActivityStore store, MediaStore media) =>
            {
                using var curve = new MemoryStream();
                await context.Request.Body.CopyToAsync(curve, context.RequestAborted);
                var spoken = Silences.Spoken(curve.ToArray());
                return captions is null ? Said([], spoken)
                    : await CaptionsAsync(activity, captions, store, media) is { } known
                        ? Said(known, Sentences.Corrected(Sentences.Of(known), spoken))
                    : Results.NotFound();
            })
            .WithMetadata(new RequestSizeLimitAttribute(Silences.Most));
    }

    /// <summary>What is said when, and where sentences end; whether some of that is only reckoned, so that the sound can tell better.</summary>
    private static IResult Said(ValueList<Caption> captions, ValueList<Sentence> sentences) =>
        Results.Json(
            new
            {
                captions = captions.Select(caption => new object[] { caption.From, caption.To, caption.Text }),
                ends = sentences.Select(sentence => new object[] { sentence.To, sentence.Text, sentence.From }),
                reckoned = sentences.Any(sentence => sentence.EndReckoned),
            }
        );

    /// <summary>The captions of a file that the activity shows; null when it shows none such.</summary>
    internal static async Task<ValueList<Caption>?> CaptionsAsync(string activity, string hash, ActivityStore store, MediaStore media) =>
        (await store.DraftAsync(activity))!.Document.Scenes.Any(scene => scene.Media.Contains(hash))
        && await media.ReadAsync(hash) is { } file
            ? WebVtt.Read(Encoding.UTF8.GetString(file))
            : null;

    private static async Task<IResult> LinesAsync(
        string activity,
        string hash,
        string scene,
        string language,
        ActivityStore store,
        MediaStore media
    ) =>
        await CaptionsAsync(activity, hash, store, media) is { } captions
        && (await store.DraftAsync(activity))!.Document.SceneOf(scene) is { } shown
            ? new RazorComponentResult<CaptionLines>(
                new Dictionary<string, object?>
                {
                    [nameof(CaptionLines.Scene)] = shown,
                    [nameof(CaptionLines.Language)] = language,
                    [nameof(CaptionLines.Captions)] = captions,
                }
            )
            : Results.NotFound();

    /// <summary>Makes captions of what was pasted or mended, and gives them to the video.</summary>
    private static async Task<IResult> TakeAsync(string activity, HttpContext context, ActivityStore store, MediaIntake intake)
    {
        var form = await context.Request.ReadFormAsync();
        var document = (await store.DraftAsync(activity))!.Document;
        if (document.SceneOf(form["scene"].ToString()) is not { Backdrop: VideoBackdrop film } scene)
        {
            return AuthoringEndpoints.Refused("This scene has no video any more; load the page again to see how it stands.");
        }

        if (Languages.Known(form["language"]) is not { } language)
        {
            return AuthoringEndpoints.Refused("Choose the language of the captions.");
        }

        var read = Transcript.Read(form["text"].ToString(), film.Lasts);
        if (!read.Succeeded)
        {
            return AuthoringEndpoints.Refused(read.Refusal!);
        }

        var shift = form["shift"].ToString().Trim() is { Length: > 0 } typed ? EditForms.Decimal(typed) : 0;
        if (shift is null || Math.Abs(shift.Value) > MostShift)
        {
            return AuthoringEndpoints.Refused($"“{form["shift"]}” is no number of seconds.");
        }

        var captions = read
            .Value.Select(caption => caption with { From = Math.Max(0, caption.From + shift.Value), To = caption.To + shift.Value })
            .Where(caption => caption.To > caption.From);
        var taken = await intake.TakeAsync(
            Encoding.UTF8.GetBytes(WebVtt.Write(captions)),
            $"{document.TitleOf(scene)} ({language}).vtt",
            context.User.Id()
        );
        return taken.Succeeded
            ? await AuthoringEndpoints.MakeAsync(
                context,
                store,
                activity,
                form,
                new SetBackdrop(scene.Id, VideoForm.WithCaptions(film, language, taken.Value.Hash))
            )
            : AuthoringEndpoints.Refused(taken.Refusal!);
    }
}
