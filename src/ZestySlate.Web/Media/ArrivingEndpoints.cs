using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Pages.MediaLibrary;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Media;

/// <summary>Large files in pieces, each where the one before it ended: how much is there, the next piece, all of it put to use, given up.</summary>
internal static class ArrivingEndpoints
{
    public static void MapArriving(this IEndpointRouteBuilder routes)
    {
        var group = routes.MapGroup("/media-library/arriving").RequireAuthorization(Rights.Teacher).AddEndpointFilter<ProofFilter>();
        group.MapGet("", (string name, long bytes, string changed, HttpContext context, ArrivingFiles files) =>
            Told(files.There(new Arriving(context.User.Id(), name, bytes, changed)))
        );
        group.MapPut("", PieceAsync).WithMetadata(new RequestSizeLimitAttribute(ArrivingFiles.LargestPiece + 1));
        group.MapPost("", (HttpContext context, ArrivingFiles files, MediaIntake intake, MediaLibrary library, Replacing replacing) =>
            files.OneByOneAsync(() => UseAsync(context, files, intake, library, replacing), context.RequestAborted)
        );
        group.MapDelete("", (string name, long bytes, string changed, HttpContext context, ArrivingFiles files) =>
        {
            files.Drop(new Arriving(context.User.Id(), name, bytes, changed));
            return Results.NoContent();
        });
    }

    /// <summary>The next piece. With the first it is told at once when the file cannot be used, before all the others are sent.</summary>
    private static async Task<IResult> PieceAsync(
        string name,
        long bytes,
        string changed,
        long at,
        HttpContext context,
        ArrivingFiles files,
        MediaIntake intake,
        MediaLimits limits
    )
    {
        var file = new Arriving(context.User.Id(), name, bytes, changed);
        if (bytes is <= 0 || bytes > Math.Max(limits.Video, MediaIntake.MostBytes))
        {
            return AuthoringEndpoints.Refused(
                bytes <= 0
                    ? $"“{name}” is empty."
                    : $"“{name}” is {bytes / 1048576.0:0.0} MB; the largest file that is taken here has {limits.Video / 1048576} MB."
            );
        }

        var piece = await files.AddAsync(file, at, context.Request.Body, context.RequestAborted);
        if (
            piece.Taken
            && at == 0
            && files.HeadOf(file, MediaIntake.HeadBytes) is { } head
            && intake.RefuseEarly(head, name, bytes) is { } why
        )
        {
            files.Drop(file);
            return AuthoringEndpoints.Refused(why);
        }

        return Told(piece.There, piece.Taken ? StatusCodes.Status200OK : StatusCodes.Status409Conflict);
    }

    /// <summary>A file that is there as a whole goes into the library, or into the place of one that is there.</summary>
    private static async Task<IResult> UseAsync(
        HttpContext context,
        ArrivingFiles files,
        MediaIntake intake,
        MediaLibrary library,
        Replacing replacing
    )
    {
        var form = await context.Request.ReadFormAsync();
        var (owner, name) = (context.User.Id(), form["name"].ToString());
        if (!long.TryParse(form["bytes"], out var bytes))
        {
            throw Troubles.Unreadable("How large the file is must be said.");
        }

        var file = new Arriving(owner, name, bytes, form["changed"].ToString());
        if (files.Whole(file) is not { } content)
        {
            return files.There(file) == 0 && files.OutcomeOf(file) is { } done
                ? Results.Text(done, "application/json")
                : Told(files.There(file), StatusCodes.Status409Conflict);
        }

        var ready = await intake.ReadAsync(content, name, context.RequestAborted);
        var old = form["replaces"].ToString() is { Length: > 0 } id ? await library.FindAsync(id, owner) : null;
        var why = ready.Succeeded
            ? old is not null && old.Kind != ready.Value.Kind
                ? $"“{name}” is of another kind than what it would replace."
                : old is null && form["replaces"].ToString() != ""
                    ? "What it would replace is not in your media library any more."
                    : null
            : ready.Refusal;
        if (why is not null)
        {
            files.Drop(file);
            return AuthoringEndpoints.Refused(why);
        }

        var said = old is null ? "" : Replacing.Said(await replacing.EverywhereAsync(old, ready.Value));
        if (old is not null)
        {
            // The page of the entry is loaded anew, and says it there.
            var next = context.RequestServices.GetRequiredService<ITempDataDictionaryFactory>().GetTempData(context);
            next[nameof(ItemModel.Said)] = said;
            next.Save();
        }

        var item = old ?? await library.AddAsync(ready.Value, name, owner, form["folder"].ToString());
        var outcome = JsonSerializer.Serialize(
            new
            {
                id = item.Id,
                name = item.Name,
                said,
            }
        );
        files.Done(file, outcome);
        return Results.Text(outcome, "application/json");
    }

    private static IResult Told(long there, int status = StatusCodes.Status200OK) => Results.Json(new { there }, statusCode: status);
}
