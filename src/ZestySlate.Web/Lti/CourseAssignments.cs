using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>
/// The assignments behind the links of courses. A link has one for each activity that it ever opened: pointed to another
/// activity, it begins anew there, and the work on the former stays where it was done.
/// </summary>
internal sealed class CourseAssignments(IDbContextFactory<SlateDb> open, CourseScores scores, TimeProvider clock)
{
    /// <summary>True when the address that is opened names an activity, be it there or not.</summary>
    public static bool NamesActivity(Launch launch) => CodeOf(launch) is not null;

    /// <summary>The published activity that a launch opens: the one its address names, else the one that was chosen for its link
    /// here; null for none, and for who teaches where another is to be chosen.</summary>
    public async Task<ActivityRecord?> ActivityOfAsync(Launch launch)
    {
        await using var db = await open.CreateDbContextAsync();
        var code = CodeOf(launch);
        if (code is null)
        {
            var chosen = await OfLink(db, launch).OrderByDescending(a => a.IsChosen).ThenByDescending(a => a.Id).FirstOrDefaultAsync();
            code = chosen is { ChoosesAnew: true } && launch.Role.MayChoose() ? null : chosen?.ActivityId;
        }

        return await db.Activities.SingleOrDefaultAsync(a => a.Id == code && a.NewestEdition > 0);
    }

    /// <summary>The assignment of a launch, with what the launch says of it.</summary>
    public async Task<AssignmentRecord> OfAsync(Launch launch, ActivityRecord activity)
    {
        await using var db = await open.CreateDbContextAsync();
        Task<AssignmentRecord?> Find() => OfLink(db, launch).SingleOrDefaultAsync(a => a.ActivityId == activity.Id);
        var assignment = await Find();
        if (assignment is null)
        {
            assignment = new AssignmentRecord
            {
                ActivityId = activity.Id,
                Title = activity.Title,
                CourseSiteId = launch.CourseSiteId,
                DeploymentId = launch.DeploymentId,
                ResourceLinkId = launch.ResourceLinkId,
                CreatedAt = clock.GetUtcNow(),
                // As it was placed; from now on the teacher says so here.
                CompletedBy = launch.CompletedBy,
                KeptBack = launch.KeptBack,
            };
            db.Assignments.Add(assignment);
        }

        var column = launch.LineItemUrl is not null && launch.LineItemUrl != assignment.LineItemUrl;
        Say(launch, assignment);
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Two learners opened the new link at the same moment; the other was quicker.
            return (await Find())!;
        }

        if (column)
        {
            // The column belongs to what the link opens now.
            await OfLink(db, launch)
                .Where(other => other.Id != assignment.Id)
                .ExecuteUpdateAsync(set =>
                    set.SetProperty(other => other.LineItemUrl, (string?)null).SetProperty(other => other.LineItemsUrl, (string?)null)
                );
            await scores.QueueAllAsync(assignment);
        }

        return assignment;
    }

    /// <summary>What a launch says. What it does not say (to a teacher, in a preview, to some roles) is not taken back by it.</summary>
    private void Say(Launch launch, AssignmentRecord assignment)
    {
        assignment.Title = launch.ResourceLinkTitle ?? assignment.Title;
        assignment.CourseTitle = launch.CourseTitle ?? assignment.CourseTitle;
        assignment.LineItemUrl = launch.LineItemUrl ?? assignment.LineItemUrl;
        assignment.LineItemsUrl = launch.LineItemsUrl ?? assignment.LineItemsUrl;
        assignment.Due = launch.Due ?? assignment.Due;
        if (assignment is { LineItemUrl: null, LineItemsUrl: not null })
        {
            assignment.ColumnNext = clock.GetUtcNow();
        }

        if (launch.MembershipsUrl is { } members && members != assignment.MembershipsUrl)
        {
            (assignment.MembershipsUrl, assignment.MembersNext) = (members, clock.GetUtcNow());
        }
    }

    private static IQueryable<AssignmentRecord> OfLink(SlateDb db, Launch launch) =>
        db.Assignments.Where(a =>
            a.CourseSiteId == launch.CourseSiteId && a.DeploymentId == launch.DeploymentId && a.ResourceLinkId == launch.ResourceLinkId
        );

    private static string? CodeOf(Launch launch) =>
        new Uri(launch.TargetLinkUri).AbsolutePath.Split('/', StringSplitOptions.RemoveEmptyEntries) is ["a", var code] ? code : null;
}
