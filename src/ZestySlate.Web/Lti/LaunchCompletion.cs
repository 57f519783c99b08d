using System.Text.Json;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Lti;

/// <summary>Lets in whoever came by a valid launch, and leads them to their page.</summary>
internal sealed class LaunchCompletion(
    SlateDb db,
    ActivityRights rights,
    UserManager<Person> people,
    FrameSessions sessions,
    AttemptStore attempts,
    AttemptReader reader,
    CourseScores scores,
    TimeProvider clock
)
{
    /// <summary>The address to go on at, or why there is none.</summary>
    public async Task<Outcome<string>> CompleteAsync(Launch launch)
    {
        var person = await PersonAsync(launch);
        if (launch.DeepLinking is { } wish)
        {
            return launch.Teaching
                ? await sessions.BeginAsync(person.Id, launch.CourseSiteId, JsonSerializer.Serialize(wish)) + "/lti/choose"
                : Outcome<string>.Refused("ltiTeachersChoose");
        }

        var segments = new Uri(launch.TargetLinkUri).AbsolutePath.Split('/', StringSplitOptions.RemoveEmptyEntries);
        var activity = segments is ["a", var code] ? await db.Activities.SingleOrDefaultAsync(a => a.Id == code) : null;
        if (activity is null || activity.NewestEdition == 0)
        {
            return Outcome<string>.Refused("ltiActivityGone");
        }

        var session = await sessions.BeginAsync(person.Id, launch.CourseSiteId, null);
        var assignment = await AssignmentAsync(launch, activity);
        if (launch.Teaching)
        {
            return await rights.MayEditAsync(activity.Id, person.Id)
                ? $"{session}/author/{activity.Id}/results"
                : $"{session}/a/{activity.Id}";
        }

        if (await reader.CurrentAsync(activity.Id, person.Id, assignment.Id) is null)
        {
            await attempts.BeginAsync(activity, person.Id, assignment);
        }

        return $"{session}/a/{activity.Id}?assignment={assignment.Id}";
    }

    private async Task<Person> PersonAsync(Launch launch)
    {
        var known = await db.CourseSitePeople.SingleOrDefaultAsync(p =>
            p.CourseSiteId == launch.CourseSiteId && p.Subject == launch.Subject
        );
        var person = known is null ? null : await people.FindByIdAsync(known.PersonId);
        if (person is null)
        {
            person = new Person
            {
                UserName = Ids.Secret(),
                DisplayName = launch.Name,
                CreatedAt = clock.GetUtcNow(),
            };
            await people.CreateAsync(person);
            db.CourseSitePeople.Add(
                new CourseSitePerson
                {
                    CourseSiteId = launch.CourseSiteId,
                    Subject = launch.Subject,
                    PersonId = person.Id,
                }
            );
            await db.SaveChangesAsync();
        }

        var site = await db.CourseSites.AsNoTracking().SingleAsync(s => s.Id == launch.CourseSiteId);
        await AskForLinkAsync(launch, site, person);
        if (launch.Teaching && site.MakesTeachers && person.Email is null && !await people.IsInRoleAsync(person, Roles.Teacher))
        {
            await people.AddToRoleAsync(person, Roles.Teacher);
        }

        return person;
    }

    /// <summary>
    /// An e-mail address is what a course site says, and there people may write their own. So it opens no account: it is put
    /// before the account's owner, who says on the account's own page whether it is theirs. Keepers are never asked.
    /// </summary>
    private async Task AskForLinkAsync(Launch launch, CourseSiteRecord site, Person person)
    {
        if (
            !site.LinksByEmail
            || launch is not { Teaching: true, Email: { } email }
            || person.Email is not null
            || await people.FindByEmailAsync(email) is not { PasswordHash: not null } account
            || await people.IsInRoleAsync(account, Roles.Keeper)
            || await db.AccountLinks.AnyAsync(link => link.CourseSiteId == site.Id && link.Subject == launch.Subject)
        )
        {
            return;
        }

        db.AccountLinks.Add(
            new AccountLink
            {
                CourseSiteId = site.Id,
                Subject = launch.Subject,
                PersonId = account.Id,
                Name = launch.Name,
                At = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync();
    }

    private async Task<AssignmentRecord> AssignmentAsync(Launch launch, ActivityRecord activity)
    {
        Task<AssignmentRecord?> Find() =>
            db.Assignments.SingleOrDefaultAsync(a =>
                a.CourseSiteId == launch.CourseSiteId && a.DeploymentId == launch.DeploymentId && a.ResourceLinkId == launch.ResourceLinkId
            );

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

        assignment.Title = launch.ResourceLinkTitle ?? assignment.Title;
        // What a launch does not say (to a teacher, in a preview, to some roles) is not taken back by it.
        var column = launch.LineItemUrl is not null && launch.LineItemUrl != assignment.LineItemUrl;
        assignment.CourseTitle = launch.CourseTitle ?? assignment.CourseTitle;
        assignment.LineItemUrl = launch.LineItemUrl ?? assignment.LineItemUrl;
        assignment.MembershipsUrl = launch.MembershipsUrl ?? assignment.MembershipsUrl;
        assignment.Due = launch.Due ?? assignment.Due;
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Two learners opened the new link at the same moment; the other was quicker.
            db.ChangeTracker.Clear();
            return (await Find())!;
        }

        if (column)
        {
            await scores.QueueAllAsync(assignment);
        }

        return assignment;
    }
}
