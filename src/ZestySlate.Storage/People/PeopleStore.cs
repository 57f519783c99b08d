using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.People;

/// <summary>Who people are: their names, their schools, by which ways learners came.</summary>
public sealed class PeopleStore(IDbContextFactory<SlateDb> open)
{
    /// <summary>The name of a person; null where there is none such.</summary>
    public async Task<string?> NameAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Users.Where(person => person.Id == personId).Select(person => person.DisplayName).SingleOrDefaultAsync();
    }

    /// <summary>The names of people by their ids; who is not there any more is left out.</summary>
    public async Task<IReadOnlyDictionary<string, string>> NamesAsync(IEnumerable<string> personIds)
    {
        var ids = personIds.Distinct().ToList();
        await using var db = await open.CreateDbContextAsync();
        return await db.Users.Where(person => ids.Contains(person.Id)).ToDictionaryAsync(person => person.Id, person => person.DisplayName);
    }

    /// <summary>The name of who owns an activity.</summary>
    public async Task<string> OwnerOfAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Users.Where(person => db.Activities.Any(record => record.Id == activityId && record.OwnerId == person.Id))
            .Select(person => person.DisplayName)
            .SingleAsync();
    }

    /// <summary>The school of a person; null for none.</summary>
    public async Task<School?> SchoolOfAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Schools.AsNoTracking()
            .SingleOrDefaultAsync(school => db.Users.Any(person => person.Id == personId && person.SchoolId == school.Id));
    }

    /// <summary>How many activities and classes are a person's.</summary>
    public async Task<(int Activities, int Classes)> OwnsAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return (
            await db.Activities.CountAsync(activity => activity.OwnerId == personId),
            await db.Classes.CountAsync(group => group.TeacherId == personId)
        );
    }

    /// <summary>Learners of every sort, by their own name or one on a roster.</summary>
    /// <param name="words">A part of the name.</param>
    /// <param name="most">How many at most.</param>
    public async Task<IReadOnlyList<FoundLearner>> FindLearnersAsync(string words, int most)
    {
        var like = "%" + words.Replace("\\", "\\\\").Replace("%", "\\%").Replace("_", "\\_") + "%";
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Users.AsNoTracking()
            .Where(person =>
                !db.UserRoles.Any(role => role.UserId == person.Id)
                && (
                    EF.Functions.Like(person.DisplayName, like, "\\")
                    || db.Enrolments.Any(one => one.PersonId == person.Id && EF.Functions.Like(one.RosterName, like, "\\"))
                )
            )
            .OrderBy(person => person.DisplayName)
            .Take(most)
            .Select(person => new FoundLearner(
                person.Id,
                person.DisplayName,
                db.Classes.Where(group => db.Enrolments.Any(one => one.ClassId == group.Id && one.PersonId == person.Id))
                    .Select(group => group.Name)
                    .FirstOrDefault(),
                db.CourseSites.Where(site => db.CourseSitePeople.Any(one => one.CourseSiteId == site.Id && one.PersonId == person.Id))
                    .Select(site => site.Name)
                    .FirstOrDefault(),
                db.Attempts.Count(attempt => attempt.PersonId == person.Id)
            ))
            .ToListAsync();
    }

    /// <summary>A learner's name, and the classes and course sites by which they came; null for nobody, and for who has a role.</summary>
    public async Task<(string Name, IReadOnlyList<string> Ways)?> LearnerAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var learners = db.Users.Where(one => one.Id == personId && !db.UserRoles.Any(role => role.UserId == one.Id));
        if (await learners.Select(one => one.DisplayName).SingleOrDefaultAsync() is not { } name)
        {
            return null;
        }

        var classes = await db
            .Classes.Where(group => db.Enrolments.Any(one => one.ClassId == group.Id && one.PersonId == personId))
            .Select(group => group.Name)
            .ToListAsync();
        var sites = await db
            .CourseSites.Where(site => db.CourseSitePeople.Any(one => one.CourseSiteId == site.Id && one.PersonId == personId))
            .Select(site => site.Name)
            .ToListAsync();
        return (name, [.. classes, .. sites]);
    }
}

/// <summary>A learner that was found.</summary>
/// <param name="Id">The person.</param>
/// <param name="Name">Their name.</param>
/// <param name="Class">A class they are in, or null.</param>
/// <param name="Site">A course site they came from, or null.</param>
/// <param name="Attempts">How many attempts are kept of them.</param>
public sealed record FoundLearner(string Id, string Name, string? Class, string? Site, int Attempts);
