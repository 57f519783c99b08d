using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.Classes;

/// <summary>What was given to classes and placed in courses.</summary>
public sealed class AssignmentStore(IDbContextFactory<SlateDb> open)
{
    /// <summary>One of them.</summary>
    public async Task<AssignmentRecord> OneAsync(int id, CancellationToken stop = default)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        return await db.Assignments.AsNoTracking().SingleAsync(given => given.Id == id, stop);
    }

    /// <summary>Those of an activity that were not taken away, each with the name of its class or course.</summary>
    public async Task<IReadOnlyList<(AssignmentRecord Given, string Name)>> OfActivityAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        var names = await NamesAsync(db);
        var given = await db.Assignments.AsNoTracking().Where(one => one.ActivityId == activityId && !one.Withdrawn).ToListAsync();
        return given
            .Select(one => (one, one.ClassId is { } id ? names.GetValueOrDefault(id, "class") : one.CourseTitle ?? "course site"))
            .ToList();
    }

    /// <summary>The names of all classes, by their ids.</summary>
    public async Task<IReadOnlyDictionary<int, string>> ClassNamesAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        return await NamesAsync(db);
    }

    /// <summary>The teacher's classes by name, each with how it has the activity, or null.</summary>
    public async Task<IReadOnlyList<(ClassRecord Class, AssignmentRecord? Given)>> ForClassesOfAsync(string teacherId, string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        var given = await db
            .Assignments.AsNoTracking()
            .Where(one => one.ActivityId == activityId && one.ClassId != null && !one.Withdrawn)
            .ToDictionaryAsync(one => one.ClassId!.Value);
        var classes = await db
            .Classes.AsNoTracking()
            .Where(group => group.TeacherId == teacherId)
            .OrderBy(group => group.Name)
            .ToListAsync();
        return classes.Select(group => (group, given.GetValueOrDefault(group.Id))).ToList();
    }

    /// <summary>What a learner was given in their classes and may know of, each with what is different for them; what they are excused from
    /// is left out.</summary>
    public async Task<IReadOnlyList<(AssignmentRecord Given, AssignmentException? Exception)>> ForLearnerAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var given = await (
            from enrolment in db.Enrolments
            join assignment in db.Assignments.AsNoTracking() on enrolment.ClassId equals assignment.ClassId
            where enrolment.PersonId == personId && !assignment.Withdrawn && !assignment.KeptBack
            select assignment
        ).ToListAsync();
        var exceptions = await db
            .AssignmentExceptions.AsNoTracking()
            .Where(one => one.PersonId == personId)
            .ToDictionaryAsync(one => one.AssignmentId);
        return given.Select(one => (one, exceptions.GetValueOrDefault(one.Id))).Where(one => one.Item2?.Excused != true).ToList();
    }

    /// <summary>Those of an activity that are placed in courses, the newest first, each with the name of its course site.</summary>
    public async Task<IReadOnlyList<(AssignmentRecord Given, string Site)>> PlacedAsync(string activityId, CancellationToken stop)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var names = await db.CourseSites.AsNoTracking().ToDictionaryAsync(site => site.Id, site => site.Name, stop);
        var placed = await db
            .Assignments.AsNoTracking()
            .Where(one => one.ActivityId == activityId && one.CourseSiteId != null)
            .OrderByDescending(one => one.CreatedAt)
            .ToListAsync(stop);
        return placed.Select(one => (one, names.GetValueOrDefault(one.CourseSiteId!.Value, "a course site that is gone"))).ToList();
    }

    /// <summary>Lets course sites be asked in the background who belongs to the courses of an activity.</summary>
    /// <param name="activityId">The activity.</param>
    /// <param name="now">From when on they are asked.</param>
    /// <param name="toldBefore">Those alone that were asked before this moment, and are not being asked.</param>
    /// <param name="stop">Ends it.</param>
    public async Task AskMembersAsync(string activityId, DateTimeOffset now, DateTimeOffset toldBefore, CancellationToken stop)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        await db
            .Assignments.Where(one => one.ActivityId == activityId && one.MembershipsUrl != null && one.MembersNext == null)
            .Where(one => one.MembersAt == null || one.MembersAt < toldBefore)
            .ExecuteUpdateAsync(set => set.SetProperty(one => one.MembersNext, now), stop);
    }

    /// <summary>Changes one that is placed in a course.</summary>
    /// <returns>The changed one; null where it is not there.</returns>
    public async Task<AssignmentRecord?> ChangePlacedAsync(string activityId, int id, Action<AssignmentRecord> change)
    {
        await using var db = await open.CreateDbContextAsync();
        if (
            await db.Assignments.SingleOrDefaultAsync(one => one.Id == id && one.ActivityId == activityId && one.CourseSiteId != null)
            is not { } given
        )
        {
            return null;
        }

        change(given);
        await db.SaveChangesAsync();
        return given;
    }

    /// <summary>Lets a link of a course that was made without choosing open an activity from now on.</summary>
    /// <param name="placed">The site, the deployment and the link; with what the activity is called, where it is not placed there yet.</param>
    /// <param name="change">Sets how it is placed.</param>
    public async Task ChooseForLinkAsync(AssignmentRecord placed, Action<AssignmentRecord> change)
    {
        await using var db = await open.CreateDbContextAsync();
        var ofLink = await db
            .Assignments.Where(one =>
                one.CourseSiteId == placed.CourseSiteId
                && one.DeploymentId == placed.DeploymentId
                && one.ResourceLinkId == placed.ResourceLinkId
            )
            .ToListAsync();
        foreach (var before in ofLink)
        {
            (before.IsChosen, before.ChoosesAnew) = (false, before.IsChosen ? false : before.ChoosesAnew);
        }

        var chosen = ofLink.SingleOrDefault(one => one.ActivityId == placed.ActivityId);
        if (chosen is null)
        {
            db.Assignments.Add(chosen = placed);
        }

        chosen.IsChosen = true;
        change(chosen);
        await db.SaveChangesAsync();
    }

    /// <summary>Changes one that was given to a class, and what is different in it for whom; nothing where it is not there.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="id">The assignment.</param>
    /// <param name="change">Changes it; false to leave all as it was.</param>
    public async Task ChangeAsync(int classId, int id, Func<AssignmentRecord, ExceptionsOf, bool> change)
    {
        await using var db = await open.CreateDbContextAsync();
        if (
            await db.Assignments.SingleOrDefaultAsync(one => one.Id == id && one.ClassId == classId) is { } given
            && change(given, new ExceptionsOf(db, id, await db.AssignmentExceptions.Where(one => one.AssignmentId == id).ToListAsync()))
        )
        {
            await db.SaveChangesAsync();
        }
    }

    /// <summary>One that was given to a class, with what is different for whom; null where it is not there.</summary>
    public async Task<(AssignmentRecord Given, IReadOnlyDictionary<string, AssignmentException> Exceptions)?> InClassAsync(
        int classId,
        int id
    )
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Assignments.AsNoTracking().SingleOrDefaultAsync(one => one.Id == id && one.ClassId == classId) is { } given
            ? (
                given,
                await db.AssignmentExceptions.AsNoTracking().Where(one => one.AssignmentId == id).ToDictionaryAsync(one => one.PersonId)
            )
            : null;
    }

    private static Task<Dictionary<int, string>> NamesAsync(SlateDb db) =>
        db.Classes.AsNoTracking().ToDictionaryAsync(group => group.Id, group => group.Name);
}

/// <summary>What is different in an assignment for whom, while it is changed.</summary>
public sealed class ExceptionsOf
{
    private readonly SlateDb _db;
    private readonly int _assignmentId;
    private readonly Dictionary<string, AssignmentException> _known;

    internal ExceptionsOf(SlateDb db, int assignmentId, IEnumerable<AssignmentException> known)
    {
        (_db, _assignmentId) = (db, assignmentId);
        _known = known.ToDictionary(one => one.PersonId);
    }

    /// <summary>Sets what is different for a learner; nothing is kept where nothing is.</summary>
    public void Set(string personId, bool excused, int extraDays)
    {
        if (_known.TryGetValue(personId, out var known))
        {
            (known.Excused, known.ExtraDays) = (excused, extraDays);
        }
        else if (excused || extraDays > 0)
        {
            _db.AssignmentExceptions.Add(
                new AssignmentException
                {
                    AssignmentId = _assignmentId,
                    PersonId = personId,
                    Excused = excused,
                    ExtraDays = extraDays,
                }
            );
        }
    }
}
