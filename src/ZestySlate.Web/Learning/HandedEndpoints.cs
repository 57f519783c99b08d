using Microsoft.AspNetCore.Mvc;
using ZestySlate.Core;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Handed;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Learning;

/// <summary>Files and recordings on their way in and out: of a learner at work, of an author's trial, and for the teacher who looks at answers.</summary>
internal static class HandedEndpoints
{
    /// <summary>An attempt, or an author's trial: the key its files are kept under, and where it stands.</summary>
    /// <param name="Key">What its files are kept under.</param>
    /// <param name="State">Where it stands.</param>
    /// <param name="Closed">Why nothing is taken any more, in words; null while it is.</param>
    private sealed record Work(string Key, AttemptState State, string? Closed = null);

    public static void MapHanded(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet(
                "/author/{activity}/answers/{of}/drawings/{spot}.svg",
                async (string activity, string of, string spot, AttemptStore attempts, MediaStore media) =>
                    await attempts.LoadAsync(of) is { } loaded && loaded.Record.ActivityId == activity
                        ? await DrawAsync(loaded.State, spot, media)
                        : Results.NotFound()
            )
            .RequireAuthorization(Rights.ActivityEditor);
        Map(routes.MapGroup("/work/{attempt}").RequireAuthorization(Rights.AttemptLearner), async context =>
            (string)context.GetRouteValue("attempt")! is var id
            && await context.RequestServices.GetRequiredService<AttemptStore>().LoadAsync(id) is { } loaded
                ? new Work(
                    id,
                    loaded.State,
                    await context.RequestServices.GetRequiredService<PublishedActivities>().WhyOverAsync(loaded) is { } why
                        ? loaded.State.Activity.Words[why]
                        : null
                )
                : null
        );
        Map(routes.MapGroup("/author/{activity}/trial").RequireAuthorization(Rights.ActivityEditor), async context =>
        {
            var (activity, person) = ((string)context.GetRouteValue("activity")!, context.User.Id());
            var draft = (await context.RequestServices.GetRequiredService<ActivityStore>().DraftAsync(activity))!.Document.WithoutBlanks();
            return new Work(
                Trials.FilesKey(activity, person),
                context.RequestServices.GetRequiredService<Trials>().State(activity, person, draft)
            );
        });
        Map(routes.MapGroup("/course-work/look").RequireAuthorization(Rights.CourseSeat), async context =>
        {
            if (await context.RequestServices.GetRequiredService<CourseLooks>().OfAsync(context) is not var (trial, document))
            {
                return null;
            }

            var person = context.User.Id();
            return new Work(
                Trials.FilesKey(trial, person),
                context.RequestServices.GetRequiredService<Trials>().State(trial, person, document)
            );
        });
        routes
            .MapGet(
                "/author/{activity}/answers/{of}/files/{id}",
                async (
                    string activity,
                    string of,
                    string id,
                    string? size,
                    HttpContext context,
                    AttemptStore attempts,
                    HandedFiles files
                ) =>
                    await attempts.LoadAsync(of) is { } loaded && loaded.Record.ActivityId == activity
                        ? await SendAsync(context, files, of, id, size)
                        : Results.NotFound()
            )
            .RequireAuthorization(Rights.ActivityEditor);
    }

    private static void Map(RouteGroupBuilder group, Func<HttpContext, Task<Work?>> find)
    {
        group
            .MapPost("/files", async (HttpContext context, HandedIntake intake) =>
            {
                var form = await context.Request.ReadFormAsync();
                if (await find(context) is not { } work)
                {
                    return Results.NotFound();
                }

                if (form.Files.Count != 1)
                {
                    throw Troubles.Unreadable("One file was expected here.");
                }

                if (work.Closed is { } closed)
                {
                    return AuthoringEndpoints.Refused(closed);
                }

                var taken = await intake.TakeAsync(work.Key, work.State, form["spot"].ToString(), form.Files[0], context.RequestAborted);
                return taken.Succeeded
                    ? Results.Json(new { id = taken.Value.Id, name = taken.Value.Name })
                    : AuthoringEndpoints.Refused(taken.Refusal!);
            })
            .AddEndpointFilter<ProofFilter>()
            .WithMetadata(new RequestSizeLimitAttribute(HandedIntake.MostBytes + 500_000));
        group
            .MapPost(
                "/recordings/{spot}/{id}/{number:int}",
                async (string spot, string id, int number, double seconds, HttpContext context, HandedIntake intake) =>
                {
                    using var piece = new MemoryStream();
                    await context.Request.Body.CopyToAsync(piece);
                    if (await find(context) is not { } work)
                    {
                        return Results.NotFound();
                    }

                    var taken = work.Closed is { } closed
                        ? Outcome<PieceTaken>.Refused(closed)
                        : await intake.AddPieceAsync(work.Key, work.State, spot, id, number, piece.ToArray(), seconds);
                    return taken.Succeeded
                        ? Results.Json(
                            new { pieces = taken.Value.Pieces },
                            statusCode: taken.Value.Taken ? StatusCodes.Status200OK : StatusCodes.Status409Conflict
                        )
                        : AuthoringEndpoints.Refused(taken.Refusal!);
                }
            )
            .AddEndpointFilter<ProofFilter>()
            .WithMetadata(new RequestSizeLimitAttribute(HandedIntake.MostPiece + 1000));
        group.MapGet("/drawings/{spot}.svg", async (string spot, HttpContext context, MediaStore media) =>
            await find(context) is { } work ? await DrawAsync(work.State, spot, media) : Results.NotFound()
        );
        group.MapGet("/files/{id}", async (string id, string? size, HttpContext context, HandedFiles files) =>
            await find(context) is { } work ? await SendAsync(context, files, work.Key, id, size) : Results.NotFound()
        );
    }

    /// <summary>A drawing as it stands, or as the try that counts left it, on its board.</summary>
    private static async Task<IResult> DrawAsync(AttemptState state, string spotId, MediaStore media)
    {
        if (state.QuestionOf(spotId) is not { } asked || QuestionTypes.For(asked.Question).As<IDrawn>() is not { } family)
        {
            return Results.NotFound();
        }

        var ground =
            family.GroundOf(asked.Question) is { } shown && await media.FindAsync(shown.Media, null) is { } file
                ? $"data:{file.ContentType};base64,{Convert.ToBase64String(await File.ReadAllBytesAsync(file.Path))}"
                : null;
        var response = asked.Response ?? asked.CountedTry(state.Activity.Rules.Counts)?.Response;
        return Results.Text(family.AsSvg(asked.Question, response, ground), "image/svg+xml; charset=utf-8");
    }

    /// <summary>Sends a file: pictures, sounds and videos can be shown in our pages; everything else is only ever saved. None has our
    /// origin when it is opened by itself.</summary>
    private static async Task<IResult> SendAsync(HttpContext context, HandedFiles files, string key, string id, string? size)
    {
        if (await files.FindAsync(key, id, size == "small") is not { } found)
        {
            return Results.NotFound();
        }

        SecurityHeaders.StandsAlone(context);
        context.Response.Headers["Cross-Origin-Resource-Policy"] = "same-origin";
        // A recording grows until it is done; everything else stays as it is.
        context.Response.Headers.CacheControl = found.File.Pieces > 0 ? "private, no-cache" : "private, max-age=86400";
        return found.File.Handed.IsShown && size != "save"
            ? Results.File(found.Path, found.ContentType, enableRangeProcessing: true)
            : Results.File(found.Path, found.ContentType, found.File.Name, enableRangeProcessing: true);
    }
}
