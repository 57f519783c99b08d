using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Storage.Learners;

/// <summary>How much of what is kept of a learner somebody may save and delete: what was done in a class, for its teacher; in an activity,
/// for who builds it; everything, for a keeper.</summary>
/// <param name="PersonId">The learner.</param>
/// <param name="ClassId">The class, or null.</param>
/// <param name="ActivityId">The activity, or null: what was done in it as a visitor by link, or from a course site, and not in a class.</param>
public sealed record LearnerScope(string PersonId, int? ClassId = null, string? ActivityId = null)
{
    /// <summary>The attempts.</summary>
    public IQueryable<AttemptRecord> Attempts(SlateDb db)
    {
        var mine = db.Attempts.Where(attempt => attempt.PersonId == PersonId);
        return ClassId is { } id
                ? mine.Where(attempt => db.Assignments.Any(given => given.Id == attempt.AssignmentId && given.ClassId == id))
            : ActivityId is null ? mine
            : mine.Where(attempt =>
                attempt.ActivityId == ActivityId && !db.Assignments.Any(given => given.Id == attempt.AssignmentId && given.ClassId != null)
            );
    }

    /// <summary>The spots that the learner added to scenes.</summary>
    public IQueryable<AddedSpotRecord> Spots(SlateDb db)
    {
        var mine = db.AddedSpots.Where(spot => spot.PersonId == PersonId);
        return ClassId is { } id ? mine.Where(spot => db.Assignments.Any(given => given.Id == spot.AssignmentId && given.ClassId == id))
            : ActivityId is null ? mine
            : mine.Where(spot =>
                spot.ActivityId == ActivityId && !db.Assignments.Any(given => given.Id == spot.AssignmentId && given.ClassId != null)
            );
    }

    /// <summary>The mails to the learner and about them, by their numbers. A mail's key names whom or which attempt it is about:
    /// “ASSIGNMENT what WHOM …”.</summary>
    /// <param name="db">The database.</param>
    /// <param name="attempts">The attempts of this scope.</param>
    internal async Task<List<int>> MailsAsync(SlateDb db, IReadOnlyCollection<string> attempts)
    {
        var about = attempts.Append(PersonId).ToHashSet();
        var given = ClassId is null
            ? null
            : (await db.Assignments.Where(one => one.ClassId == ClassId).Select(one => one.Id).ToListAsync())
                .Select(id => $"{id}")
                .ToHashSet();
        var entries = await db
            .Enrolments.AsNoTracking()
            .Where(one => one.PersonId == PersonId && one.Email != "" && (ClassId == null || one.ClassId == ClassId))
            .ToListAsync();
        var addresses = ActivityId is null ? entries.Select(one => (one.Email, one.RosterName)).ToHashSet() : [];
        bool IsAbout(string[] key) => key.Any(about.Contains) && (given is null || given.Contains(key[0]));
        var mails = await db
            .Mails.AsNoTracking()
            .Select(mail => new
            {
                mail.Id,
                mail.Key,
                mail.Address,
                mail.Name,
            })
            .ToListAsync();
        return mails
            .Where(mail => IsAbout(mail.Key.Split(' ')) || addresses.Contains((mail.Address, mail.Name)))
            .Select(mail => mail.Id)
            .ToList();
    }
}
