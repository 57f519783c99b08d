using System.Linq.Expressions;
using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.Activities;

/// <summary>Who may do what with an activity. Colleagues are let in only while both are of one school.</summary>
public sealed class ActivityRights(IDbContextFactory<SlateDb> open)
{
    /// <summary>Activities that a person may build, publish, and see and mark the work of: one's own, and those of colleagues who let one in to edit.</summary>
    public static Expression<Func<ActivityRecord, bool>> Editable(SlateDb db, string personId) =>
        activity =>
            activity.OwnerId == personId
            || (
                db.ActivityColleagues.Any(colleague =>
                    colleague.ActivityId == activity.Id && colleague.PersonId == personId && colleague.MayEdit
                )
                && db.Users.Any(me =>
                    me.Id == personId
                    && me.SchoolId != null
                    && db.Users.Any(owner => owner.Id == activity.OwnerId && owner.SchoolId == me.SchoolId)
                )
            );

    /// <summary>Activities of others that a person was let into, to look or to edit.</summary>
    public static Expression<Func<ActivityRecord, bool>> LetIn(SlateDb db, string personId) =>
        activity =>
            db.ActivityColleagues.Any(colleague => colleague.ActivityId == activity.Id && colleague.PersonId == personId)
            && db.Users.Any(me =>
                me.Id == personId
                && me.SchoolId != null
                && db.Users.Any(owner => owner.Id == activity.OwnerId && owner.SchoolId == me.SchoolId)
            );

    /// <summary>Activities that colleagues published for their school or its showcase.</summary>
    public static Expression<Func<ActivityRecord, bool>> OfSchool(SlateDb db, string personId) =>
        activity =>
            activity.NewestEdition > 0
            && activity.OwnerId != personId
            && (activity.Visibility == Visibility.School || activity.Visibility == Visibility.Showcase)
            && db.Users.Any(me =>
                me.Id == personId
                && me.SchoolId != null
                && db.Users.Any(owner => owner.Id == activity.OwnerId && owner.SchoolId == me.SchoolId)
            );

    /// <summary>Activities a teacher finds without knowing their address.</summary>
    public static Expression<Func<ActivityRecord, bool>> Near(SlateDb db, string personId) =>
        activity =>
            activity.OwnerId == personId
            || (
                db.Users.Any(me =>
                    me.Id == personId
                    && me.SchoolId != null
                    && db.Users.Any(owner => owner.Id == activity.OwnerId && owner.SchoolId == me.SchoolId)
                )
                && (
                    (activity.NewestEdition > 0 && (activity.Visibility == Visibility.School || activity.Visibility == Visibility.Showcase))
                    || db.ActivityColleagues.Any(colleague => colleague.ActivityId == activity.Id && colleague.PersonId == personId)
                )
            );

    /// <summary>Activities a teacher may look into and copy: those near, and any that its owner lets whoever has the address copy.</summary>
    public static Expression<Func<ActivityRecord, bool>> Readable(SlateDb db, string personId) =>
        activity =>
            activity.OwnerId == personId
            || (
                activity.NewestEdition > 0
                && activity.BinnedAt == null
                && activity.MayBeCopied
                && (activity.Visibility == Visibility.Link || activity.Visibility == Visibility.Showcase)
            )
            || (
                db.Users.Any(me =>
                    me.Id == personId
                    && me.SchoolId != null
                    && db.Users.Any(owner => owner.Id == activity.OwnerId && owner.SchoolId == me.SchoolId)
                )
                && (
                    (activity.NewestEdition > 0 && activity.MayBeCopied && activity.Visibility == Visibility.School)
                    || db.ActivityColleagues.Any(colleague => colleague.ActivityId == activity.Id && colleague.PersonId == personId)
                )
            );

    /// <summary>True when a person may build the activity, publish it, and see and mark the work.</summary>
    public async Task<bool> MayEditAsync(string activityId, string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Activities.Where(activity => activity.Id == activityId).AnyAsync(Editable(db, personId));
    }

    /// <summary>True when a teacher may look into the activity and copy it.</summary>
    public async Task<bool> MayReadAsync(string activityId, string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Activities.Where(activity => activity.Id == activityId).AnyAsync(Readable(db, personId));
    }

    /// <summary>True when somebody is of the owner's school: a teacher of it, or a learner of one of its teachers.</summary>
    public async Task<bool> IsOfSchoolAsync(string ownerId, string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Users.AnyAsync(owner =>
            owner.Id == ownerId
            && owner.SchoolId != null
            && (
                db.Users.Any(me => me.Id == personId && me.SchoolId == owner.SchoolId)
                || db.Enrolments.Any(enrolment =>
                    enrolment.PersonId == personId
                    && db.Classes.Any(group =>
                        group.Id == enrolment.ClassId
                        && db.Users.Any(teacher => teacher.Id == group.TeacherId && teacher.SchoolId == owner.SchoolId)
                    )
                )
            )
        );
    }
}
