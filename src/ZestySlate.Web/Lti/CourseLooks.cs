using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Player;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Handed;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;

namespace ZestySlate.Web.Lti;

/// <summary>Looks that people of a course have at an activity without learning there: trials on its newest edition, kept in memory only.</summary>
public sealed class CourseLooks(IDbContextFactory<SlateDb> open, ActivityStore store, TimeProvider clock)
{
    /// <summary>Where events of a look go.</summary>
    public static void Map(IEndpointRouteBuilder routes) =>
        routes.MapPost("/course-work/look/events", TakeAsync).RequireAuthorization(Rights.CourseSeat);

    /// <summary>The trial and what is tried: what the seat of the present session looks at; null when that may not be looked at now.</summary>
    public async Task<(string Trial, Activity Document)?> OfAsync(HttpContext context)
    {
        await using var db = await open.CreateDbContextAsync();
        var seat = CourseSeat.Of(context)!;
        var given = await db.Assignments.AsNoTracking().SingleAsync(a => a.Id == seat.AssignmentId);
        var document = store.Edition(given.ActivityId, await store.NewestEditionAsync(given.ActivityId));
        return May(seat.Role, given, document, clock.GetUtcNow()) ? ($"course-{seat.AssignmentId}", document) : null;
    }

    /// <summary>
    /// True when somebody in a role may look: who teaches, marks or runs the course always; others once its learners may open it,
    /// and at a test only when it is over for them.
    /// </summary>
    public static bool May(CourseRole role, AssignmentRecord given, Activity document, DateTimeOffset now) =>
        role.SeesEverybody() || (given.IsGiven && !(given.From > now) && (!document.Rules.IsTest || (given.Until ?? given.Due) <= now));

    /// <summary>How the page of a look speaks with the server.</summary>
    public static PlayLinks LinksOf(HttpContext context) =>
        new($"{context.Request.PathBase}/course-work/look/events", "trial", LearningEndpoints.Proof(context), null)
        {
            IsTrial = true,
            Base = context.Request.PathBase,
            OwnHost = context.Request.Host.Value ?? "",
        };

    private static async Task<IResult> TakeAsync(
        HttpContext context,
        CourseLooks looks,
        Trials trials,
        HandedFiles handed,
        TimeProvider clock
    )
    {
        if (await looks.OfAsync(context) is not var (trial, document))
        {
            return Results.NotFound();
        }

        var files = (handed, Trials.FilesKey(trial, context.User.Id()));
        return await trials.TakeAsync(context, trial, document, LinksOf(context), files, clock);
    }
}
