using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Editing;

namespace ZestySlate.Storage.Keeping;

/// <summary>Thins out old states of drafts, by <see cref="Thinning"/>.</summary>
public sealed class Thinner(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    private const int Together = 500;

    /// <summary>The activities with states that may be old enough to go.</summary>
    public async Task<IReadOnlyList<string>> WithOldStatesAsync(CancellationToken stop)
    {
        var old = clock.GetUtcNow() - Thinning.All;
        await using var db = await open.CreateDbContextAsync(stop);
        return await db
            .Revisions.Where(revision => revision.At < old)
            .GroupBy(revision => revision.ActivityId)
            .Where(same => same.Count() > 1)
            .Select(same => same.Key)
            .ToListAsync(stop);
    }

    /// <summary>Thins out the old states of one activity's draft.</summary>
    /// <returns>How many went.</returns>
    public async Task<int> ThinAsync(string activityId)
    {
        var now = clock.GetUtcNow();
        await using var db = await open.CreateDbContextAsync();
        if ((await GoneAsync(db, activityId, now)).Gone.Count == 0)
        {
            return 0;
        }

        var gone = 0;

        // Read again inside of the write: nobody undoes to what goes meanwhile.
        await db.SaveTogetherAsync(async () =>
        {
            var (all, numbers) = await GoneAsync(db, activityId, now);
            foreach (var (number, parent) in Thinning.Parents(all, numbers))
            {
                await db
                    .Revisions.Where(revision => revision.ActivityId == activityId && revision.Number == number)
                    .ExecuteUpdateAsync(set => set.SetProperty(revision => revision.Parent, parent));
            }

            foreach (var some in numbers.Chunk(Together))
            {
                gone += await db
                    .Revisions.Where(revision => revision.ActivityId == activityId && some.Contains(revision.Number))
                    .ExecuteDeleteAsync();
            }
        });
        return gone;
    }

    /// <summary>Every state of a draft, and the numbers of those that go.</summary>
    private static async Task<(IReadOnlyList<Revision> All, ValueList<int> Gone)> GoneAsync(
        SlateDb db,
        string activityId,
        DateTimeOffset now
    )
    {
        if (await db.Activities.AsNoTracking().SingleOrDefaultAsync(activity => activity.Id == activityId) is not { } draft)
        {
            return ([], []);
        }

        var all = await db
            .Revisions.AsNoTracking()
            .Where(revision => revision.ActivityId == activityId)
            .Select(revision => new Revision(
                revision.Number,
                revision.Parent,
                revision.Summary,
                revision.StepKey,
                revision.AuthorId,
                revision.At
            ))
            .ToListAsync();
        var stays = StaysOf(draft.History, draft.PublishedRevision, all);
        stays.UnionWith(
            await db
                .Revisions.Where(revision => revision.ActivityId == activityId && revision.Name != "")
                .Select(revision => revision.Number)
                .ToListAsync()
        );
        return (all, Thinning.Gone(all, stays, now));
    }

    /// <summary>Where the draft stands and what is one press away from there, what redo goes through, what was published; and the highest,
    /// so that no number comes twice.</summary>
    private static HashSet<int> StaysOf(DraftHistory history, int published, IReadOnlyList<Revision> all) =>
        [
            history.Head,
            all.Single(revision => revision.Number == history.Head).Parent ?? history.Head,
            published,
            all.Max(revision => revision.Number),
            .. history.Undone,
        ];
}
