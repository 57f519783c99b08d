using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Media;

/// <summary>What the media library and its picker ask of the server.</summary>
internal static class MediaLibraryEndpoints
{
    public static void MapMediaLibrary(this IEndpointRouteBuilder routes)
    {
        var group = routes.MapGroup("/media-library").RequireAuthorization(Rights.Teacher).AddEndpointFilter<ProofFilter>();
        group.MapGet("/picker", PickerAsync);
        group.MapPost("/files", AddFileAsync).WithMetadata(new RequestSizeLimitAttribute(MediaIntake.MostBytes + 1_000_000));
        group.MapPost("/fetch", FetchAsync);
        group.MapPost("/several", SeveralAsync);
    }

    /// <summary>Reads what is looked for from an address.</summary>
    public static MediaSearch SearchOf(string? words, string? kind, string? folder, string? bin, int page) =>
        new(
            words ?? "",
            Named.TryRead<MediaKind>(kind, out var known) ? known : null,
            string.IsNullOrEmpty(folder) ? null : folder,
            bin == "yes",
            Math.Max(0, page)
        );

    private static async Task<IResult> PickerAsync(
        string? words,
        string? kind,
        string? folder,
        int? page,
        HttpContext context,
        MediaLibrary library
    )
    {
        var search = SearchOf(words, kind, folder, null, page ?? 0);
        return new RazorComponentResult<MediaPicker>(
            new Dictionary<string, object?>
            {
                [nameof(MediaPicker.Found)] = await library.SearchAsync(context.User.Id(), search),
                [nameof(MediaPicker.Folders)] = await library.FoldersAsync(context.User.Id()),
                [nameof(MediaPicker.Search)] = search,
                [nameof(MediaPicker.Address)] = $"{context.Request.PathBase}{context.Request.Path}",
            }
        );
    }

    private static async Task<IResult> AddFileAsync(HttpContext context, MediaIntake intake)
    {
        var form = await context.Request.ReadFormAsync();
        if (form.Files.Count != 1)
        {
            return AuthoringEndpoints.Refused("Choose a file first.");
        }

        var taken = await intake.TakeAsync(form.Files[0], context.User.Id(), context.RequestAborted, form["folder"].ToString());
        return taken.Succeeded
            ? Results.Json(
                new
                {
                    id = taken.Value.Id,
                    name = taken.Value.Name,
                    media = taken.Value.Hash,
                    kind = taken.Value.Kind.ToString(),
                    alternativeText = taken.Value.AlternativeText,
                }
            )
            : AuthoringEndpoints.Refused(taken.Refusal!);
    }

    private static async Task<IResult> FetchAsync(HttpContext context, AddressFetcher fetcher, MediaIntake intake, CancellationToken stop)
    {
        var form = await context.Request.ReadFormAsync(stop);
        var fetched = await fetcher.FileAsync(form["address"].ToString(), stop);
        if (!fetched.Succeeded)
        {
            return AuthoringEndpoints.Refused(fetched.Refusal!);
        }

        using var turn = await PictureGate.EnterAsync(context.RequestAborted);
        var taken = await intake.TakeAsync(fetched.Value.Bytes, fetched.Value.Name, context.User.Id(), form["folder"].ToString());
        return taken.Succeeded
            ? Results.Json(new { id = taken.Value.Id, name = taken.Value.Name })
            : AuthoringEndpoints.Refused(taken.Refusal!);
    }

    private static async Task<IResult> SeveralAsync(HttpContext context, MediaLibrary library)
    {
        var form = await context.Request.ReadFormAsync();
        var ids = form["items"].ToString().Split(',', StringSplitOptions.RemoveEmptyEntries);
        var owner = context.User.Id();
        switch (form["act"].ToString())
        {
            case "bin":
                await library.BinAsync(owner, ids);
                break;
            case "restore":
                await library.RestoreAsync(owner, ids);
                break;
            case "delete":
                await library.DeleteAsync(owner, ids);
                break;
            case "move":
                await library.MoveAsync(owner, ids, form["folder"].ToString());
                break;
            default:
                return AuthoringEndpoints.Refused("This page sent something unknown; load it again.");
        }

        var many = ids.Length == 1 ? "1 file" : $"{ids.Length} files";
        context.Tell(
            form["act"].ToString() switch
            {
                "bin" => $"{many} to the bin.",
                "restore" => $"{many} restored.",
                "delete" => $"{many} deleted.",
                _ => $"{many} moved.",
            },
            "slate:media"
        );
        return Results.NoContent();
    }
}
