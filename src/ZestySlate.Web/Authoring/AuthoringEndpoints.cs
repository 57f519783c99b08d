using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Player;
using ZestySlate.Player.Events;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Handed;
using ZestySlate.Web.Backdrops.Videos;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Media;
using ZestySlate.Web.Security;
using ZestySlate.Web.Stories;
using ZestySlate.Web.Trails;

namespace ZestySlate.Web.Authoring;

/// <summary>What the workbench asks of the server: edits, undo and redo, files, the map, the trial.</summary>
internal static class AuthoringEndpoints
{
    /// <summary>The longest words of a label that a recording is known by, in characters.</summary>
    private const int MostSaid = 400;

    public static void MapAuthoring(this IEndpointRouteBuilder routes)
    {
        var group = routes.MapGroup("/author/{activity}").RequireAuthorization(Rights.ActivityEditor).AddEndpointFilter<ProofFilter>();
        group.MapGet("/rooms", async (string activity, string? selected, string? at, HttpContext context, ActivityStore store) =>
            await RoomsAsync(context, store, (await store.DraftAsync(activity))!, selected, at)
        );
        group.MapPost("/edit", EditAsync);
        group.MapPost("/undo", (string activity, HttpContext context, ActivityStore store) =>
            StepAsync(context, store, store.UndoAsync, activity)
        );
        group.MapPost("/redo", (string activity, HttpContext context, ActivityStore store) =>
            StepAsync(context, store, store.RedoAsync, activity)
        );
        group
            .MapPost("/media", UseMediaAsync)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(MediaIntake.MostBytes + 1_000_000));
        group.MapMap();
        group.MapGet("/words", async (string activity, ActivityStore store) =>
            new RazorComponentResult<WordsFields>(
                new Dictionary<string, object?> { [nameof(WordsFields.Activity)] = (await store.DraftAsync(activity))!.Document }
            )
        );
        group.MapGet("/frame-check", async (string address, OEmbedLookup lookup, CancellationToken stop) =>
            Results.Json(await lookup.FindAsync(address, stop), JsonSerializerOptions.Web)
        );
        group.MapPost("/trial", TrialAsync);
        group.MapGet("/trial", TrialAsync);
        group.MapPost("/trial/events", TrialEventAsync);
        group.MapGet("/qr.svg", (string activity, HttpContext context) =>
            Results.Text(QrCodes.Svg(PublicAddress(context, activity)), "image/svg+xml")
        );
        group.MapReuse();
        group.MapCaptions();
        group.MapHosted();
        group.MapDrafts();
        group.MapQuestionLists();
    }

    /// <summary>The address that stays while the activity changes.</summary>
    public static string PublicAddress(HttpContext context, string activityId) => $"{OwnAddress.Of(context)}/a/{activityId}";

    /// <summary>A refusal in words, for the place where the change was made.</summary>
    public static IResult Refused(string words) => Results.Text(words, statusCode: StatusCodes.Status422UnprocessableEntity);

    /// <summary>Makes an edit and answers with the rooms as they are after it.</summary>
    public static async Task<IResult> MakeAsync(
        HttpContext context,
        ActivityStore store,
        string activity,
        IFormCollection form,
        Outcome<Edit> edit
    )
    {
        if (!edit.Succeeded)
        {
            return Refused(edit.Refusal!);
        }

        var before = form["at"].ToString();
        var (selected, at) = edit.Value switch
        {
            // Who goes through drafts goes on with the next.
            AddSpot when form["stays"] == "yes" => ("", before),
            AddSpot add => (add.Spot.Id, before),
            CopySpot copy => (copy.NewId, before),
            DeleteSpot or DeleteSpots => ("", before),
            AddScenes added => ("", added.Scenes[0].Id),
            CopyScene copy => ("", copy.NewId),
            BringSpots { Move: true } bring => (string.Join(',', bring.SpotIds), bring.SceneId),
            _ => (form["selected"].ToString(), before),
        };
        return await ReplyAsync(
            context,
            store,
            await store.EditAsync(activity, SeenVersion(form), context.User.Id(), edit.Value),
            selected,
            at
        );
    }

    private static async Task<IResult> EditAsync(string activity, HttpContext context, ActivityStore store)
    {
        var form = await context.Request.ReadFormAsync();
        return await MakeAsync(context, store, activity, form, EditForms.Read(form, (await store.DraftAsync(activity))!.Document));
    }

    private static async Task<IResult> StepAsync(
        HttpContext context,
        ActivityStore store,
        Func<string, int, string, Task<EditResult>> step,
        string activity
    )
    {
        var form = await context.Request.ReadFormAsync();
        return await ReplyAsync(
            context,
            store,
            await step(activity, SeenVersion(form), context.User.Id()),
            form["selected"].ToString(),
            form["at"].ToString()
        );
    }

    /// <summary>Takes an uploaded file, or one from the library, and puts it to use.</summary>
    private static async Task<IResult> UseMediaAsync(
        string activity,
        HttpContext context,
        ActivityStore store,
        MediaIntake intake,
        Storage.Media.MediaLibrary library
    )
    {
        var form = await context.Request.ReadFormAsync();
        Storage.Media.MediaItem? item = null;
        if (form.Files.Count == 1)
        {
            var taken = await intake.TakeAsync(form.Files[0], context.User.Id(), context.RequestAborted);
            if (!taken.Succeeded)
            {
                return Refused(taken.Refusal!);
            }

            item = taken.Value;
        }
        else if (form["item"].ToString() is { Length: > 0 } id)
        {
            item = await library.FindAsync(id, context.User.Id());
        }

        return item is null
            ? Refused("Choose a file first.")
            : await MakeAsync(
                context,
                store,
                activity,
                form,
                MediaPurposes.Edit(
                    form["purpose"].ToString(),
                    item,
                    (await store.DraftAsync(activity))!.Document,
                    form["spot"].ToString(),
                    form["scene"].ToString(),
                    form["kind"].ToString(),
                    form["spoken"].ToString() is { Length: <= MostSaid } said ? said : ""
                )
            );
    }

    private static async Task<IResult> TrialAsync(
        string activity,
        HttpContext context,
        ActivityStore store,
        Trials trials,
        HandedFiles handed,
        TimeProvider clock,
        string? at,
        string? selected
    )
    {
        var document = (await store.DraftAsync(activity))!.Document.WithoutBlanks();
        if (HttpMethods.IsPost(context.Request.Method))
        {
            await handed.DropAsync(Trials.FilesKey(activity, context.User.Id()));
            var asIf = context.Request.HasFormContentType
                ? StoryForms.ReadAsIf(await context.Request.ReadFormAsync(), document)
                : AsIf.Nothing;
            trials.Begin(activity, context.User.Id(), document, document.SceneOf(at ?? "")?.Id, selected, asIf);
        }

        return new RazorComponentResult<TrialStage>(
            new Dictionary<string, object?>
            {
                [nameof(TrialStage.Activity)] = document,
                [nameof(TrialStage.AsIf)] = trials.AsIfOf(activity, context.User.Id()),
                [nameof(TrialStage.View)] = LearnerView.Of(trials.State(activity, context.User.Id(), document), clock.GetUtcNow()),
                [nameof(TrialStage.Links)] = TrialLinks(context, activity),
            }
        );
    }

    /// <summary>What is tried: the draft, or an earlier version of it with a trial of its own. Null when that is gone.</summary>
    private static async Task<(string Trial, Activity Document)?> TriedAsync(
        string activity,
        string? version,
        ActivityStore store,
        Versions versions
    )
    {
        if (version is null)
        {
            return (activity, (await store.DraftAsync(activity))!.Document.WithoutBlanks());
        }

        return VersionKey.Read(version) is { } key && await versions.DocumentAsync(activity, key) is { } document
            ? (TrialOf(activity, key), document)
            : null;
    }

    /// <summary>What the trial of a version is kept under.</summary>
    public static string TrialOf(string activity, VersionKey version) => $"{activity}@{version}";

    private static async Task<IResult> TrialEventAsync(
        string activity,
        HttpContext context,
        ActivityStore store,
        Trials trials,
        HandedFiles handed,
        Versions versions,
        TimeProvider clock,
        string? version
    )
    {
        if (await TriedAsync(activity, version, store, versions) is not var (trial, document))
        {
            return Refused("This version is not kept any more.");
        }

        var files = (handed, Trials.FilesKey(activity, context.User.Id()));
        return await trials.TakeAsync(context, trial, document, TrialLinks(context, activity, version), files, clock);
    }

    /// <summary>Where the events of a trial go: of the draft, or of one of its versions.</summary>
    public static PlayLinks TrialLinks(HttpContext context, string activity, string? version = null) =>
        new(
            $"{context.Request.PathBase}/author/{activity}/trial/events{(version is null ? "" : $"?version={version}")}",
            "trial",
            LearningEndpoints.Proof(context),
            null
        )
        {
            IsTrial = true,
            Base = context.Request.PathBase,
            OwnHost = context.Request.Host.Value ?? "",
        };

    private static int SeenVersion(IFormCollection form) => int.TryParse(form["version"], out var version) ? version : -1;

    private static async Task<IResult> ReplyAsync(HttpContext context, ActivityStore store, EditResult result, string? selected, string? at)
    {
        context.Response.Headers["X-Slate-Version"] = result.Draft.Record.Version.ToString(CultureInfo.InvariantCulture);
        if (result.Conflict is { } who)
        {
            return Results.Text(
                $"This activity was changed meanwhile by {who}. Your change was not saved, and nothing was overwritten.",
                statusCode: StatusCodes.Status409Conflict
            );
        }

        return result.Refusal is { } refusal ? Refused(refusal) : await RoomsAsync(context, store, result.Draft, selected, at);
    }

    private static async Task<IResult> RoomsAsync(HttpContext context, ActivityStore store, Draft draft, string? selected, string? at)
    {
        var model = await ModelAsync(context, store, draft, selected, at);
        context.Response.Headers["X-Slate-Version"] = draft.Record.Version.ToString(CultureInfo.InvariantCulture);
        context.Response.Headers["X-Slate-Selected"] = string.Join(',', model.Several.Select(spot => spot.Id));
        context.Response.Headers["X-Slate-At"] = model.Scene.Id;
        return new RazorComponentResult<WorkbenchRooms>(new Dictionary<string, object?> { [nameof(WorkbenchRooms.Model)] = model });
    }

    /// <summary>What the workbench shows of a draft.</summary>
    public static async Task<WorkbenchModel> ModelAsync(HttpContext context, ActivityStore store, Draft draft, string? selected, string? at)
    {
        var (scene, spots) = WorkbenchModel.Chosen(draft.Document, selected, at);
        var origin =
            spots.Count == 1 ? spots[0].Origin
            : spots.Count == 0 ? scene.Origin
            : null;
        return new WorkbenchModel(
            draft,
            scene,
            spots,
            context.Request.PathBase,
            DeepLinkingRequest.Of(context)?.CourseTitle,
            origin is null ? null
                : await store.LinkedAsync(origin.ActivityId) is { } known ? new LinkedActivity(known.Title, known.NewestEdition)
                : null,
            await context.RequestServices.GetRequiredService<SaidInVideos>().CheckAsync(draft.Document)
        )
        {
            StopLinks = await context.RequestServices.GetRequiredService<StopUpdates>().LinksAsync(draft.Document),
        };
    }
}
