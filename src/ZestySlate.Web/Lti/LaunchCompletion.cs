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
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Lti;

/// <summary>Lets in whoever came by a valid launch, and leads them to their page.</summary>
internal sealed class LaunchCompletion(
    IDbContextFactory<SlateDb> open,
    ActivityRights rights,
    UserManager<Person> people,
    FrameSessions sessions,
    AttemptStore attempts,
    AttemptReader reader,
    CourseAssignments assignments,
    AnonymousLaunches anonymous,
    FrameAncestors frames,
    TimeProvider clock
)
{
    /// <summary>The address to go on at, or why there is none, as an entry of the words of pages.</summary>
    public async Task<Outcome<string>> CompleteAsync(Launch launch)
    {
        await using var db = await open.CreateDbContextAsync();
        var site = await db.CourseSites.SingleAsync(s => s.Id == launch.CourseSiteId);
        if (FrameOrigins.Learn(site, launch.Presented.ReturnUrl, launch.DeepLinking?.ReturnUrl))
        {
            await db.SaveChangesAsync();
            frames.Forget();
        }

        if (launch.DeepLinking is { } wish)
        {
            return launch.Role.MayChoose() ? await ChooseAsync(launch, site, wish) : Outcome<string>.Refused("ltiTeachersChoose");
        }

        var activity = await assignments.ActivityOfAsync(launch);
        if (launch.Subject is null)
        {
            return activity is null ? Outcome<string>.Refused("ltiActivityGone") : await anonymous.BeginAsync(launch, activity);
        }

        return activity is null ? await WithoutActivityAsync(launch, site) : await OpenAsync(launch, site, activity);
    }

    private async Task<Outcome<string>> OpenAsync(Launch launch, CourseSiteRecord site, ActivityRecord activity)
    {
        var person = await PersonAsync(launch, site);
        var assignment = await assignments.OfAsync(launch, activity);
        if (launch.Role != CourseRole.Learner)
        {
            var seat = new CourseSeat(assignment.Id, launch.Role, launch.Mentored);
            var sits = await BeginAsync(launch, person, session => session.CourseSeat = JsonSerializer.Serialize(seat));
            return launch.Role.MayChoose() && await rights.MayEditAsync(activity.Id, person.Id)
                ? $"{sits}/author/{activity.Id}/results?assignment={assignment.Id}"
                : $"{sits}/course-work";
        }

        if (await reader.CurrentAsync(activity.Id, person.Id, assignment.Id) is null)
        {
            await attempts.BeginAsync(activity, person.Id, assignment);
        }

        return $"{await BeginAsync(launch, person, _ => { })}/a/{activity.Id}?assignment={assignment.Id}";
    }

    /// <summary>A link that no activity is behind: it was deleted, or none was ever chosen, which who teaches can do now.</summary>
    private async Task<Outcome<string>> WithoutActivityAsync(Launch launch, CourseSiteRecord site) =>
        CourseAssignments.NamesActivity(launch) ? Outcome<string>.Refused("ltiActivityGone")
        : launch.Role.MayChoose()
            ? await ChooseAsync(
                launch,
                site,
                new DeepLinkingRequest(null, null, launch.DeploymentId, launch.CourseTitle ?? "the course")
                {
                    LinkId = launch.ResourceLinkId,
                }
            )
        : Outcome<string>.Refused("ltiNothingChosen");

    private async Task<Outcome<string>> ChooseAsync(Launch launch, CourseSiteRecord site, DeepLinkingRequest wish)
    {
        var person = await PersonAsync(launch, site);
        return await people.IsInRoleAsync(person, Roles.Teacher)
            ? await BeginAsync(launch, person, session => session.DeepLinking = JsonSerializer.Serialize(wish)) + "/lti/choose"
            : Outcome<string>.Refused("ltiAccountFirst");
    }

    private Task<string> BeginAsync(Launch launch, Person person, Action<FrameSession> with) =>
        sessions.BeginAsync(person.Id, launch.CourseSiteId, session =>
        {
            session.Presentation = launch.Presented == Presentation.Unsaid ? null : JsonSerializer.Serialize(launch.Presented);
            with(session);
        });

    private async Task<Person> PersonAsync(Launch launch, CourseSiteRecord site)
    {
        var person = await KnownAsync(launch) ?? await NewAsync(launch, site);
        if (launch.Name is { } name && person.DisplayName != name && person is { Email: null, PasswordHash: null })
        {
            // Known by the course site alone, they are called what it calls them now; an account has a name of its own.
            person.DisplayName = name;
            await people.UpdateAsync(person);
        }

        await AskForLinkAsync(launch, site, person);
        if (launch.Role.MayChoose() && site.MakesTeachers && person.Email is null && !await people.IsInRoleAsync(person, Roles.Teacher))
        {
            await people.AddToRoleAsync(person, Roles.Teacher);
        }

        return person;
    }

    private async Task<Person?> KnownAsync(Launch launch)
    {
        await using var db = await open.CreateDbContextAsync();
        return
            await db
                .CourseSitePeople.Where(p => p.CourseSiteId == launch.CourseSiteId && p.Subject == launch.Subject)
                .Select(p => p.PersonId)
                .SingleOrDefaultAsync()
                is { } id
            ? await people.FindByIdAsync(id)
            : null;
    }

    private async Task<Person> NewAsync(Launch launch, CourseSiteRecord site)
    {
        var person = new Person
        {
            UserName = Ids.Secret(),
            DisplayName = launch.Name ?? "Somebody from " + site.Name,
            CreatedAt = clock.GetUtcNow(),
        };
        await people.CreateAsync(person);
        await using var db = await open.CreateDbContextAsync();
        db.CourseSitePeople.Add(
            new CourseSitePerson
            {
                CourseSiteId = launch.CourseSiteId,
                Subject = launch.Subject!,
                PersonId = person.Id,
            }
        );
        try
        {
            await db.SaveChangesAsync();
            return person;
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Several links on one page opened at the same moment; another of them was quicker.
            await db.Users.Where(one => one.Id == person.Id).ExecuteDeleteAsync();
            return (await KnownAsync(launch))!;
        }
    }

    /// <summary>
    /// An e-mail address is what a course site says, and there people may write their own. So it opens no account: it is put
    /// before the account's owner, who says on the account's own page whether it is theirs. Keepers are never asked.
    /// </summary>
    private async Task AskForLinkAsync(Launch launch, CourseSiteRecord site, Person person)
    {
        await using var db = await open.CreateDbContextAsync();
        if (
            !site.LinksByEmail
            || !launch.Role.MayChoose()
            || launch.Email is not { } email
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
                Subject = launch.Subject!,
                PersonId = account.Id,
                Name = person.DisplayName,
                At = clock.GetUtcNow(),
            }
        );
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Several links on one page opened at the same moment; it is asked already.
        }
    }
}
