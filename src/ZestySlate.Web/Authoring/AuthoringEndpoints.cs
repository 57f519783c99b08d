using Microsoft.AspNetCore.Http.HttpResults;
using QRCoder;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Player;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Authoring;

/// <summary>What the workbench asks of the server: edits, undo and redo, pictures, the trial.</summary>
internal static class AuthoringEndpoints
{
    public static void MapAuthoring(this IEndpointRouteBuilder routes)
    {
        var group = routes.MapGroup("/author/{activity}").RequireAuthorization(Rights.ActivityOwner).AddEndpointFilter<ProofFilter>();
        group.MapGet("/rooms", async (string activity, string? selected, HttpContext context, ActivityStore store) =>
            Rooms(context, (await store.DraftAsync(activity))!, selected));
        group.MapPost("/edit", EditAsync);
        group.MapPost("/undo", (string activity, HttpContext context, ActivityStore store) => StepAsync(context, store.UndoAsync, activity));
        group.MapPost("/redo", (string activity, HttpContext context, ActivityStore store) => StepAsync(context, store.RedoAsync, activity));
        group.MapPost("/pictures", AddPictureAsync);
        group.MapPost("/trial", TrialAsync);
        group.MapGet("/trial", TrialAsync);
        group.MapPost("/trial/events", TrialEventAsync);
        group.MapGet("/qr.svg", (string activity, HttpContext context) => Results.Text(QrOf(PublicAddress(context, activity)), "image/svg+xml"));
    }

    /// <summary>The address that stays while the activity changes.</summary>
    public static string PublicAddress(HttpContext context, string activityId) => $"{context.Request.Scheme}://{context.Request.Host}/a/{activityId}";

    private static async Task<IResult> EditAsync(string activity, HttpContext context, ActivityStore store)
    {
        var form = await context.Request.ReadFormAsync();
        var draft = (await store.DraftAsync(activity))!;
        var edit = EditForms.Read(form, draft.Document);
        if (!edit.Succeeded)
        {
            return Results.Text(edit.Refusal!, statusCode: StatusCodes.Status422UnprocessableEntity);
        }

        var result = await store.EditAsync(activity, SeenVersion(form), context.User.Id(), edit.Value);
        var selected = edit.Value switch
        {
            AddSpot add => add.Spot.Id,
            CopySpot copy => copy.NewId,
            DeleteSpot => null,
            _ => form["selected"].ToString(),
        };
        return Reply(context, result, selected);
    }

    private static async Task<IResult> StepAsync(HttpContext context, Func<string, int, string, Task<EditResult>> step, string activity)
    {
        var form = await context.Request.ReadFormAsync();
        return Reply(context, await step(activity, SeenVersion(form), context.User.Id()), form["selected"].ToString());
    }

    private static async Task<IResult> AddPictureAsync(string activity, HttpContext context, ActivityStore store, MediaStore media)
    {
        var form = await context.Request.ReadFormAsync();
        if (form.Files.Count != 1)
        {
            return Results.Text("Choose one picture.", statusCode: StatusCodes.Status422UnprocessableEntity);
        }

        var added = await media.AddPictureAsync(await form.Files[0].BytesAsync(), form.Files[0].FileName, context.User.Id());
        if (!added.Succeeded)
        {
            return Results.Text(added.Refusal!, statusCode: StatusCodes.Status422UnprocessableEntity);
        }

        var document = (await store.DraftAsync(activity))!.Document;
        Edit? edit = document.SpotOf(form["spot"].ToString()) is { Content: Note note } spot
            ? new SetContent(spot.Id, note with { Illustrations = note.Illustrations.Add(added.Value) })
            : document.SceneOf(form["scene"].ToString()) is { Backdrop: PictureBackdrop backdrop } scene
                ? new SetBackdrop(scene.Id, new PictureBackdrop(added.Value.WithWordsOf(backdrop.Picture)))
                : null;
        return edit is null
            ? Results.Text("The note was deleted meanwhile; the picture was not added.", statusCode: StatusCodes.Status422UnprocessableEntity)
            : Reply(context, await store.EditAsync(activity, SeenVersion(form), context.User.Id(), edit), form["selected"].ToString());
    }

    private static async Task<IResult> TrialAsync(string activity, HttpContext context, ActivityStore store, Trials trials, TimeProvider clock)
    {
        if (HttpMethods.IsPost(context.Request.Method))
        {
            trials.Begin(activity, context.User.Id());
        }

        var draft = (await store.DraftAsync(activity))!;
        var state = trials.State(activity, context.User.Id(), draft.Document);
        return new RazorComponentResult<Learn>(new Dictionary<string, object?>
        {
            [nameof(Learn.View)] = LearnerView.Of(state, clock.GetUtcNow()),
            [nameof(Learn.Links)] = TrialLinks(context, activity),
        });
    }

    private static async Task<IResult> TrialEventAsync(string activity, HttpContext context, ActivityStore store, Trials trials, TimeProvider clock)
    {
        var form = await context.Request.ReadFormAsync();
        var document = (await store.DraftAsync(activity))!.Document;
        var before = trials.State(activity, context.User.Id(), document);
        var read = EventForm.Read(form, before, clock.GetUtcNow());
        var refusal = read.Succeeded ? trials.Take(activity, context.User.Id(), document, read.Value) : read.Refusal;
        return EventReply.Of(context, LearnerView.Of(trials.State(activity, context.User.Id(), document), clock.GetUtcNow()), Progress.Of(before), form, TrialLinks(context, activity), refusal);
    }

    private static PlayLinks TrialLinks(HttpContext context, string activity) =>
        new($"{context.Request.PathBase}/author/{activity}/trial/events", "trial", LearningEndpoints.Proof(context), null) { IsTrial = true };

    private static int SeenVersion(IFormCollection form) => int.TryParse(form["version"], out var version) ? version : -1;

    private static IResult Reply(HttpContext context, EditResult result, string? selected)
    {
        context.Response.Headers["X-Slate-Version"] = result.Draft.Record.Version.ToString();
        if (result.Conflict is { } who)
        {
            return Results.Text($"This activity was changed meanwhile by {who}. Your change was not saved, and nothing was overwritten.", statusCode: StatusCodes.Status409Conflict);
        }

        return result.Refusal is { } refusal
            ? Results.Text(refusal, statusCode: StatusCodes.Status422UnprocessableEntity)
            : Rooms(context, result.Draft, selected);
    }

    private static RazorComponentResult<WorkbenchRooms> Rooms(HttpContext context, Draft draft, string? selected)
    {
        var spot = draft.Document.SpotOf(selected ?? "");
        context.Response.Headers["X-Slate-Version"] = draft.Record.Version.ToString();
        context.Response.Headers["X-Slate-Selected"] = spot?.Id ?? "";
        return new RazorComponentResult<WorkbenchRooms>(new Dictionary<string, object?>
        {
            [nameof(WorkbenchRooms.Model)] = new WorkbenchModel(draft, spot, context.Request.PathBase, DeepLinkingRequest.Of(context)?.CourseTitle),
        });
    }

    private static string QrOf(string address)
    {
        using var data = QRCodeGenerator.GenerateQrCode(address, QRCodeGenerator.ECCLevel.M);
        using var svg = new SvgQRCode(data);
        return svg.GetGraphic(6);
    }
}
