using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Classes;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Web.Learning;

/// <summary>How an address /a/CODE opens for somebody.</summary>
public abstract record Opening
{
    /// <summary>There is an attempt to go on with.</summary>
    public sealed record Attempt(AttemptRecord Record) : Opening
    {
        /// <summary>The assignment it is done for, or null.</summary>
        public AssignmentRecord? Assignment { get; init; }

        /// <summary>When it can be worked on.</summary>
        public AssignmentTimes Times { get; init; }
    }

    /// <summary>A visitor by link: the name is asked for.</summary>
    public sealed record AskName(ActivityRecord Activity) : Opening;

    /// <summary>It is for a class; the class code is asked for.</summary>
    public sealed record AskCode(ActivityRecord Activity) : Opening;

    /// <summary>It cannot be opened, and why: an entry of the words learners read.</summary>
    public sealed record Closed(string Why, ActivityRecord? Activity) : Opening;
}

/// <summary>Opens published activities for learners, by what they are allowed.</summary>
public sealed class PublishedActivities(
    IDbContextFactory<SlateDb> open,
    ActivityRights rights,
    AttemptStore attempts,
    AttemptReader reader,
    TimeProvider clock
)
{
    /// <summary>How the activity opens for this person (null: not signed in).</summary>
    public async Task<Opening> OpenAsync(string activityId, string? personId, int? assignmentId)
    {
        await using var db = await open.CreateDbContextAsync();
        var activity = await db.Activities.AsNoTracking().SingleOrDefaultAsync(a => a.Id == activityId);
        if (activity is null || activity.NewestEdition == 0)
        {
            return new Opening.Closed("notPublished", null);
        }

        if (personId is not null && await AssignmentForAsync(db, activity, personId, assignmentId) is { } assignment)
        {
            var current = await reader.CurrentAsync(activityId, personId, assignment.Id);
            var times = assignment.TimesFor(await ExtraDaysAsync(assignment.Id, personId));
            return !assignment.IsGiven && current?.HandedInAt is null
                    ? new Opening.Closed(assignment.Withdrawn ? "takenAway" : "notOpenYet", activity)
                : current is null && times.IsBefore(clock.GetUtcNow()) ? new Opening.Closed("notOpenYet", activity)
                : current is null && times.IsOver(clock.GetUtcNow()) ? new Opening.Closed("acceptedNoMore", activity)
                : new Opening.Attempt(current ?? await attempts.BeginAsync(activity, personId, assignment))
                {
                    Assignment = assignment,
                    Times = times,
                };
        }

        var isOwner = activity.OwnerId == personId;
        if (activity.BinnedAt is not null && !isOwner)
        {
            return new Opening.Closed("notPublished", null);
        }

        if (
            !isOwner
            && activity.Visibility is Visibility.Private or Visibility.ClassOnly or Visibility.School
            && !(personId is not null && await IsLetInAsync(db, activity, personId))
        )
        {
            return activity.Visibility == Visibility.Private ? new Opening.Closed("isPrivate", activity) : new Opening.AskCode(activity);
        }

        return personId is null || (activity.VisitorsSay == VisitorsSay.SignIn && !await HasAccountAsync(db, personId))
            ? new Opening.AskName(activity)
            : new Opening.Attempt(
                await reader.CurrentAsync(activityId, personId, null) ?? await attempts.BeginAsync(activity, personId, null)
            );
    }

    /// <summary>True for somebody of the school it is shown to, and for colleagues who were let in.</summary>
    private static Task<bool> HasAccountAsync(SlateDb db, string personId) =>
        db.Users.AnyAsync(person =>
            person.Id == personId
            && (person.Email != null || person.PasswordHash != null || db.UserPasskeys.Any(passkey => passkey.UserId == personId))
        );

    private async Task<bool> IsLetInAsync(SlateDb db, ActivityRecord activity, string personId) =>
        (activity.Visibility == Visibility.School && await rights.IsOfSchoolAsync(activity.OwnerId, personId))
        || await db.Activities.Where(one => one.Id == activity.Id).AnyAsync(ActivityRights.LetIn(db, personId));

    /// <summary>Why nothing more is taken for an attempt, as an entry of the words learners read; null while it is.</summary>
    public async Task<string?> WhyOverAsync(LoadedAttempt loaded) =>
        loaded.Assignment is not { } assignment
            ? null
            : WhyOver(assignment, assignment.TimesFor(await ExtraDaysAsync(assignment.Id, loaded.Record.PersonId)), clock.GetUtcNow());

    /// <summary>The same, where it is known when it is due for the learner.</summary>
    public static string? WhyOver(AssignmentRecord? assignment, AssignmentTimes times, DateTimeOffset now) =>
        assignment is null ? null
        : !assignment.IsGiven ? "takenAway"
        : times.IsOver(now) ? "acceptedNoMore"
        : null;

    /// <summary>How many days later an assignment is due for a learner.</summary>
    public async Task<int> ExtraDaysAsync(int assignmentId, string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .AssignmentExceptions.Where(e => e.AssignmentId == assignmentId && e.PersonId == personId)
            .Select(e => e.ExtraDays)
            .FirstOrDefaultAsync();
    }

    /// <summary>The assignment through which a person has the activity: the one named, or that of their class.</summary>
    private static async Task<AssignmentRecord?> AssignmentForAsync(SlateDb db, ActivityRecord activity, string personId, int? assignmentId)
    {
        if (assignmentId is { } id)
        {
            // A course site's launch began the attempt; without it the number in the address opens nothing.
            var begun = await db.Attempts.AnyAsync(a => a.ActivityId == activity.Id && a.PersonId == personId && a.AssignmentId == id);
            return begun ? await db.Assignments.SingleOrDefaultAsync(a => a.Id == id) : null;
        }

        if (activity.Visibility == Visibility.Private)
        {
            return null;
        }

        return await (
            from enrolment in db.Enrolments
            join given in db.Assignments on enrolment.ClassId equals given.ClassId
            where enrolment.PersonId == personId && given.ActivityId == activity.Id && !given.Withdrawn && !given.KeptBack
            select given
        ).FirstOrDefaultAsync();
    }
}
