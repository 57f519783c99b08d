using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Embedding;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;

namespace ZestySlate.Storage.Embedding;

/// <summary>An activity as other pages may show it.</summary>
/// <param name="Activity">The activity.</param>
/// <param name="Own">What its author allows.</param>
/// <param name="School">What the author's school allows.</param>
public sealed record Embeddable(ActivityRecord Activity, FrameRule Own, FrameRule School)
{
    /// <summary>Who may frame it.</summary>
    public FrameRule Rule => Own.Within(School);

    /// <summary>True when it opens for anybody who has its address.</summary>
    public bool IsOpen =>
        Activity is { BinnedAt: null, NewestEdition: > 0, Visibility: Activities.Visibility.Link or Activities.Visibility.Showcase };
}

/// <summary>Who may put which activity into a frame.</summary>
public sealed class Embeddings(IDbContextFactory<SlateDb> open)
{
    /// <summary>An activity with its rules, or null when there is none of this code.</summary>
    public async Task<Embeddable?> FindAsync(string activityId, CancellationToken stop = default)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var found = await (
            from activity in db.Activities.AsNoTracking()
            where activity.Id == activityId
            join person in db.Users on activity.OwnerId equals person.Id
            join school in db.Schools on person.SchoolId equals school.Id into schools
            from school in schools.DefaultIfEmpty()
            select new { Activity = activity, School = school }
        ).SingleOrDefaultAsync(stop);
        return found is null
            ? null
            : new Embeddable(
                found.Activity,
                RuleOf(found.Activity.Framing, found.Activity.FrameSites),
                found.School is { } set ? RuleOf(set.Framing, set.FrameSites) : FrameRule.Anyone
            );
    }

    /// <summary>Sets what the author of an activity allows.</summary>
    public async Task SetAsync(string activityId, FrameRule rule)
    {
        await using var db = await open.CreateDbContextAsync();
        var sites = string.Join('\n', rule.Sites);
        await db
            .Activities.Where(activity => activity.Id == activityId)
            .ExecuteUpdateAsync(set =>
                set.SetProperty(activity => activity.Framing, rule.By).SetProperty(activity => activity.FrameSites, sites)
            );
    }

    /// <summary>Sets what a school allows for all that its teachers publish.</summary>
    public async Task SetForSchoolAsync(int schoolId, FrameRule rule)
    {
        await using var db = await open.CreateDbContextAsync();
        var sites = string.Join('\n', rule.Sites);
        await db
            .Schools.Where(school => school.Id == schoolId)
            .ExecuteUpdateAsync(set => set.SetProperty(school => school.Framing, rule.By).SetProperty(school => school.FrameSites, sites));
    }

    /// <summary>The rule as it stands in a row.</summary>
    public static FrameRule RuleOf(Framing by, string sites) =>
        new(by, sites.Split('\n', StringSplitOptions.RemoveEmptyEntries).ToValueList());

    /// <summary>The rule of a school.</summary>
    public static FrameRule RuleOf(School school) => RuleOf(school.Framing, school.FrameSites);
}
