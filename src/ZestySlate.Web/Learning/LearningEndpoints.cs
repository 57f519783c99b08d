using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
using ZestySlate.Player.Events;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.Handed;
using ZestySlate.Storage.Votes;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Learning;

/// <summary>Takes the events of learners at work.</summary>
internal static class LearningEndpoints
{
    public static void MapLearning(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/work/{attempt}/events", TakeAsync).RequireAuthorization(Rights.AttemptLearner).AddEndpointFilter<ProofFilter>();
        routes.MapHanded();
        routes
            .MapGet(
                "/work/{attempt}/events",
                async (string attempt, HttpContext context, AttemptStore attempts, Doors doors, Watch watch, TimeProvider clock) =>
                {
                    var loaded = (await attempts.LoadAsync(attempt))!;
                    watch.Hear(loaded.Record.ActivityId, attempt, changed: false);
                    EventReply.SayEdition(context, loaded.State.Edition);
                    if (await doors.SomebodyWaitsAsAsync(loaded.Record.PersonId))
                    {
                        context.Response.Headers["X-Slate-Door"] = "1";
                    }

                    if (loaded.State.RunsOutAt is { } end)
                    {
                        context.Response.Headers["X-Slate-Remaining"] = (end - clock.GetUtcNow()).TotalSeconds.ToString(
                            "0.0",
                            System.Globalization.CultureInfo.InvariantCulture
                        );
                    }

                    return Results.NoContent();
                }
            )
            .RequireAuthorization(Rights.AttemptLearner);
    }

    /// <summary>The page of an attempt, under the session's own path base.</summary>
    public static string PageOf(HttpContext context, AttemptRecord attempt) =>
        $"{context.Request.PathBase}/a/{attempt.ActivityId}{(attempt.AssignmentId is { } id ? $"?assignment={id}" : "")}";

    private static async Task<IResult> TakeAsync(
        string attempt,
        HttpContext context,
        AttemptStore attempts,
        HandedFiles handed,
        HandedIntake intake,
        VoteCounts votes,
        AddedSpots added,
        PublishedActivities published,
        Watch watch,
        TimeProvider clock
    )
    {
        var form = await context.Request.ReadFormAsync();
        var loaded = (await attempts.LoadAsync(attempt))!;
        var now = clock.GetUtcNow();
        var before = loaded.State.At(now);
        (form, var refusal) = await intake.TakeAllAsync(attempt, loaded.State, form, context.RequestAborted);
        var fields = form.Fields();
        var read = EventForm.Read(fields, loaded.State, await handed.OfAsync(attempt, loaded.State), now);
        refusal ??= read.Refusal;
        var times = loaded.Assignment is { } assignment
            ? assignment.TimesFor(await published.ExtraDaysAsync(assignment.Id, loaded.Record.PersonId))
            : default;
        if (
            !loaded.State.IsHandedIn
            && read is { Succeeded: true, Value: not (Opened or Visited) }
            && PublishedActivities.WhyOver(loaded.Assignment, times, now) is { } why
        )
        {
            refusal = Languages.For(context.Request, loaded.State.Activity.Words)[why];
        }
        else if (read.Succeeded)
        {
            var taken = (await attempts.TakeAsync(attempt, read.Value))!;
            (loaded, refusal) = (
                taken.Attempt,
                taken.Refusal is { } reason ? Languages.For(context.Request, taken.Attempt.State.Activity.Words).Say(reason) : refusal
            );
        }

        watch.Hear(loaded.Record.ActivityId, attempt, changed: true);
        var page = PageOf(context, loaded.Record);
        if (!EventReply.FromScript(context))
        {
            var spot = form["spot"].ToString();
            return Results.Redirect(
                page
                    + (
                        form["act"] == "handIn" ? "#result"
                        : form["act"] == "annotate" ? "#findings"
                        : form["act"] == "visit" ? ""
                        : spot.Length > 0 ? $"#spot-{spot}"
                        : ""
                    )
            );
        }

        EventReply.SayEdition(context, loaded.State.Edition);
        var outcome = EventOutcome.Of(fields, before, loaded.State.At(now), refusal);
        if (outcome.IsQuiet)
        {
            return Results.NoContent();
        }

        var view = LearnerView.Of(await added.WithAddedAsync(loaded.Record, await votes.WithTalliesAsync(loaded)), now, times.DueForThem);
        view = view with { Words = Languages.For(context.Request, view.Words) };
        return EventReply.Of(context, outcome, view, fields["spot"], LinksOf(context, loaded.Record, null), refusal);
    }

    /// <summary>What the learner's components need for this attempt.</summary>
    public static PlayLinks LinksOf(HttpContext context, AttemptRecord attempt, string? styleNonce) =>
        new($"{context.Request.PathBase}/work/{attempt.Id}/events", attempt.Id, Proof(context), styleNonce)
        {
            Base = context.Request.PathBase,
            Back = $"back={attempt.ActivityId}{(attempt.AssignmentId is { } given ? $"&given={given}" : "")}",
            OwnHost = context.Request.Host.Value ?? "",
            Paper = PageOf(context, attempt) + (attempt.AssignmentId is null ? "?" : "&") + "paper=true",
            Again = attempt.HandedInAt is not null
                ? $"{context.Request.PathBase}/a/{attempt.ActivityId}?handler=again{(attempt.AssignmentId is { } id ? $"&assignment={id}" : "")}"
                : null,
        };

    /// <summary>The form field that proves our own page.</summary>
    public static (string Name, string Value) Proof(HttpContext context) =>
        (
            RequestProof.Field,
            context
                .RequestServices.GetRequiredService<Microsoft.AspNetCore.Antiforgery.IAntiforgery>()
                .GetAndStoreTokens(context)
                .RequestToken!
        );
}
