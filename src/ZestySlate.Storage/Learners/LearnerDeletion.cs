using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Handed;

namespace ZestySlate.Storage.Learners;

/// <summary>Deletes everything that is kept of a learner, whichever way they came, for good.</summary>
public sealed class LearnerDeletion(IDbContextFactory<SlateDb> open, HandedFiles files, AttemptCache cache)
{
    /// <summary>
    /// Attempts with all that happened, files, own spots, mails to them and about them, scores that wait, places on rosters.
    /// Who has nothing left here is forgotten.
    /// </summary>
    /// <returns>True when they are forgotten: their sessions are to end.</returns>
    public async Task<bool> DeleteAsync(LearnerScope scope)
    {
        await using var db = await open.CreateDbContextAsync();
        var attempts = await scope.Attempts(db).Select(attempt => attempt.Id).ToListAsync();
        var mails = await scope.MailsAsync(db, attempts);
        var merged = await MergedAsync(db, scope);
        await db.SaveTogetherAsync(async () =>
        {
            await db.Mails.Where(mail => mails.Contains(mail.Id)).ExecuteDeleteAsync();
            await scope.Spots(db).ExecuteDeleteAsync();
            await db.Events.Where(one => attempts.Contains(one.AttemptId)).ExecuteDeleteAsync();
            await db.AttemptRows.Where(one => attempts.Contains(one.AttemptId)).ExecuteDeleteAsync();
            await db.ScoreDeliveries.Where(one => attempts.Contains(one.AttemptId)).ExecuteDeleteAsync();
            await db.Attempts.Where(one => attempts.Contains(one.Id)).ExecuteDeleteAsync();
            if (scope.ActivityId is null)
            {
                await LeaveAsync(db, scope.PersonId, scope.ClassId);
            }
        });
        cache.Forget(attempts);
        foreach (var attempt in attempts)
        {
            await files.DropAsync(attempt);
        }

        foreach (var entry in merged)
        {
            await ForgetAsync(db, entry);
        }

        return await ForgetAsync(db, scope.PersonId);
    }

    /// <summary>Other entries of rosters that became this learner's: they are somebody still, with nothing.</summary>
    private static async Task<List<string>> MergedAsync(SlateDb db, LearnerScope scope)
    {
        var (person, group) = (scope.PersonId, scope.ClassId);
        return scope.ActivityId is not null
            ? []
            : await db
                .Merges.Where(one => one.KeptId == person && (group == null || one.ClassId == group))
                .Select(one => one.GoneId)
                .ToListAsync();
    }

    /// <summary>Takes the learner off a roster, or off all, with what was different for them.</summary>
    private static async Task LeaveAsync(SlateDb db, string person, int? group)
    {
        await db
            .AssignmentExceptions.Where(one => one.PersonId == person)
            .Where(one => group == null || db.Assignments.Any(given => given.Id == one.AssignmentId && given.ClassId == group))
            .ExecuteDeleteAsync();
        await db.DoorAsks.Where(one => one.PersonId == person && (group == null || one.ClassId == group)).ExecuteDeleteAsync();
        await db
            .Merges.Where(one => (one.KeptId == person || one.GoneId == person) && (group == null || one.ClassId == group))
            .ExecuteDeleteAsync();
        await db.Enrolments.Where(one => one.PersonId == person && (group == null || one.ClassId == group)).ExecuteDeleteAsync();
    }

    /// <summary>Forgets who has nothing left here: no account, no class, no attempt.</summary>
    private static async Task<bool> ForgetAsync(SlateDb db, string person)
    {
        if (
            await db.Enrolments.AnyAsync(one => one.PersonId == person)
            || await db.Attempts.AnyAsync(one => one.PersonId == person)
            || await db.UserRoles.AnyAsync(one => one.UserId == person)
            || await db.Users.AnyAsync(one => one.Id == person && one.Email != null)
        )
        {
            return false;
        }

        await db.SaveTogetherAsync(async () =>
        {
            await db.KnownDevices.Where(one => one.PersonId == person).ExecuteDeleteAsync();
            await db.MailedSignIns.Where(one => one.PersonId == person).ExecuteDeleteAsync();
            await db
                .CourseMembers.Where(one =>
                    db.CourseSitePeople.Any(known =>
                        known.PersonId == person
                        && known.Subject == one.Subject
                        && db.Assignments.Any(given => given.Id == one.AssignmentId && given.CourseSiteId == known.CourseSiteId)
                    )
                )
                .ExecuteDeleteAsync();
            await db.CourseSitePeople.Where(one => one.PersonId == person).ExecuteDeleteAsync();
            await db.AccountLinks.Where(one => one.PersonId == person).ExecuteDeleteAsync();
            await db.Users.Where(one => one.Id == person).ExecuteDeleteAsync();
        });
        return true;
    }
}
