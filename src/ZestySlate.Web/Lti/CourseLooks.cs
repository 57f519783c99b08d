using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Player;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Handed;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;

namespace ZestySlate.Web.Lti;

/// <summary>Looks that people of a course have at an activity without learning there: trials on its newest edition, kept in memory only.</summary>
public sealed class CourseLooks(SlateDb db, ActivityStore store)
{
    /// <summary>Where events of a look go.</summary>
    public static void Map(IEndpointRouteBuilder routes) =>
        routes.MapPost("/course-work/look/events", TakeAsync).RequireAuthorization(Rights.CourseSeat);

    /// <summary>The trial and what is tried: what the seat of the present session looks at.</summary>
    public async Task<(string Trial, Activity Document)> OfAsync(HttpContext context)
    {
        var seat = CourseSeat.Of(context)!;
        var activity = await db.Assignments.Where(a => a.Id == seat.AssignmentId).Select(a => a.ActivityId).SingleAsync();
        return ($"course-{seat.AssignmentId}", store.Edition(activity, await store.NewestEditionAsync(activity)));
    }

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
        var (trial, document) = await looks.OfAsync(context);
        var files = (handed, Trials.FilesKey(trial, context.User.Id()));
        return await trials.TakeAsync(context, trial, document, LinksOf(context), files, clock);
    }
}
