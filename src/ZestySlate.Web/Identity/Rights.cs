using System.Security.Claims;
using Microsoft.AspNetCore.Authorization;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Identity;

/// <summary>Who may use a route. Every route names one of these or is open to anyone; a route that names none is closed.</summary>
public static class Rights
{
    /// <summary>Anybody who is signed in by any means.</summary>
    public const string SignedIn = "signed-in";

    /// <summary>A teacher.</summary>
    public const string Teacher = "teacher";

    /// <summary>The owner of the activity that the route names.</summary>
    public const string ActivityOwner = "activity-owner";

    /// <summary>The owner, and colleagues of the same school who were let in to edit: they build, publish, see and mark the work.</summary>
    public const string ActivityEditor = "activity-editor";

    /// <summary>A teacher who may look into the activity that the route names, and copy it.</summary>
    public const string ActivityReader = "activity-reader";

    /// <summary>The owner of the entry of the media library that the route names.</summary>
    public const string MediaOwner = "media-owner";

    /// <summary>The teacher of the class that the route names.</summary>
    public const string ClassTeacher = "class-teacher";

    /// <summary>The learner whose attempt the route names.</summary>
    public const string AttemptLearner = "attempt-learner";

    /// <summary>Somebody of a course who does not learn there, at the assignment that their session is of.</summary>
    public const string CourseSeat = "course-seat";

    /// <summary>Who runs the installation.</summary>
    public const string Keeper = "keeper";

    /// <summary>The id of the signed-in person.</summary>
    public static string Id(this ClaimsPrincipal user) => user.FindFirstValue(ClaimTypes.NameIdentifier)!;

    internal static void AddRights(this IServiceCollection services)
    {
        services.AddScoped<IAuthorizationHandler, OwnThingHandler>();
        services
            .AddAuthorizationBuilder()
            // What says nothing of who may open it opens for nobody; an address where there is nothing is told as that.
            .SetFallbackPolicy(
                new AuthorizationPolicyBuilder()
                    .RequireAssertion(context => context.Resource is HttpContext http && http.GetEndpoint() is null)
                    .Build()
            )
            .AddPolicy(SignedIn, policy => policy.RequireAuthenticatedUser())
            .AddPolicy(Teacher, policy => policy.RequireRole(Roles.Teacher))
            .AddPolicy(CourseSeat, policy =>
                policy
                    .RequireAuthenticatedUser()
                    .RequireAssertion(context => context.Resource is HttpContext http && Lti.CourseSeat.Of(http) is not null)
            )
            .AddPolicy(Keeper, policy => policy.RequireRole(Roles.Keeper))
            .AddPolicy(ActivityOwner, policy => policy.RequireRole(Roles.Teacher).AddRequirements(new OwnThing("activity")))
            .AddPolicy(ActivityEditor, policy => policy.RequireRole(Roles.Teacher).AddRequirements(new OwnThing("activity", "edit")))
            .AddPolicy(ActivityReader, policy => policy.RequireRole(Roles.Teacher).AddRequirements(new OwnThing("activity", "read")))
            .AddPolicy(MediaOwner, policy => policy.RequireRole(Roles.Teacher).AddRequirements(new OwnThing("item")))
            .AddPolicy(ClassTeacher, policy => policy.RequireRole(Roles.Teacher).AddRequirements(new OwnThing("class")))
            .AddPolicy(AttemptLearner, policy => policy.RequireAuthenticatedUser().AddRequirements(new OwnThing("attempt")));
    }

    private sealed record OwnThing(string RouteValue, string Doing = "own") : IAuthorizationRequirement;

    private sealed class OwnThingHandler(
        IDbContextFactory<SlateDb> open,
        ActivityRights rights,
        AttemptReader attempts,
        IHttpContextAccessor http
    ) : AuthorizationHandler<OwnThing>
    {
        protected override async Task HandleRequirementAsync(AuthorizationHandlerContext context, OwnThing requirement)
        {
            var named = http.HttpContext?.GetRouteValue(requirement.RouteValue) as string;
            var person = context.User.FindFirstValue(ClaimTypes.NameIdentifier);
            if (named is null || person is null)
            {
                return;
            }

            await using var db = await open.CreateDbContextAsync();
            var owns = requirement.RouteValue switch
            {
                "activity" when requirement.Doing == "edit" => await rights.MayEditAsync(named, person),
                "activity" when requirement.Doing == "read" => await rights.MayReadAsync(named, person),
                "activity" => await db.Activities.AnyAsync(a => a.Id == named && a.OwnerId == person),
                "item" => await db.MediaItems.AnyAsync(item => item.Id == named && item.OwnerId == person),
                "attempt" => await attempts.IsOfAsync(named, person),
                "class" => int.TryParse(named, out var id) && await db.Classes.AnyAsync(c => c.Id == id && c.TeacherId == person),
                _ => false,
            };
            if (owns)
            {
                context.Succeed(requirement);
            }
        }
    }
}
