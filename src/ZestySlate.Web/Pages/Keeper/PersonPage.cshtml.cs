using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Learners;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>
/// Everything that is kept of a learner in the whole installation. Teachers and keepers have accounts, which are closed and
/// removed with their things handed over; they are not deleted here.
/// </summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class PersonPageModel(SlateDb db, LearnerExport export, LearnerDeletion deletion, Sessions sessions)
    : LearnerKeptModel(export, deletion, sessions)
{
    [FromRoute]
    public string Person { get; set; } = "";

    protected override LearnerScope Scope => new(Person);

    protected override string After => "~/keeper/people";

    protected override async Task<KeptOf?> FindAsync()
    {
        var learners = db.Users.Where(one => one.Id == Person && !db.UserRoles.Any(role => role.UserId == one.Id));
        if (await learners.Select(one => one.DisplayName).SingleOrDefaultAsync() is not { } name)
        {
            return null;
        }

        var classes = await db
            .Classes.Where(group => db.Enrolments.Any(one => one.ClassId == group.Id && one.PersonId == Person))
            .Select(group => group.Name)
            .ToListAsync();
        var sites = await db
            .CourseSites.Where(site => db.CourseSitePeople.Any(one => one.CourseSiteId == site.Id && one.PersonId == Person))
            .Select(site => site.Name)
            .ToListAsync();
        var ways = classes.Concat(sites).ToList();
        return new KeptOf(
            name,
            ways.Count > 0 ? $"In {string.Join(", ", ways)}." : "Came by a link.",
            await Scope.Attempts(db).CountAsync(),
            $"{name} and all their work in this installation"
        );
    }
}
