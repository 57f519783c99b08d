using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Storage.Added;

/// <summary>Keeps the spots that learners add. Those of one assignment see each other's, never those of another class.</summary>
public sealed class AddedSpots(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    /// <summary>The attempt's state with the spots that its learner may see: what the class is shown, and all their own.</summary>
    public async Task<AttemptState> WithAddedAsync(AttemptRecord attempt, AttemptState state)
    {
        if (state.Activity.Scenes.All(scene => scene.LearnersSpots is null))
        {
            return state;
        }

        await using var db = await open.CreateDbContextAsync();
        var (activity, assignment, me) = (attempt.ActivityId, attempt.AssignmentId ?? 0, attempt.PersonId);
        var found = await (
            from spot in db.AddedSpots.AsNoTracking()
            where spot.ActivityId == activity && spot.AssignmentId == assignment && (spot.State == AddedState.Shown || spot.PersonId == me)
            join person in db.Users on spot.PersonId equals person.Id
            orderby spot.At
            select new { spot, person.DisplayName }
        ).ToListAsync();
        return state with { Added = found.Select(one => Of(one.spot, one.DisplayName, me)).ToValueList() };
    }

    /// <summary>A learner's own spot, or null.</summary>
    public async Task<AddedSpotRecord?> MineAsync(AttemptRecord attempt, string id)
    {
        await using var db = await open.CreateDbContextAsync();
        return await MineAsync(db, attempt, id);
    }

    private static Task<AddedSpotRecord?> MineAsync(SlateDb db, AttemptRecord attempt, string id) =>
        db.AddedSpots.SingleOrDefaultAsync(spot =>
            spot.Id == id && spot.PersonId == attempt.PersonId && spot.ActivityId == attempt.ActivityId
        );

    /// <summary>Adds a spot, or changes one's own; what was approved waits again after a change. Gives the refusal, or null.</summary>
    public async Task<Reason?> SaveAsync(AttemptRecord attempt, Scene scene, string? id, double x, double y, string title, string text)
    {
        if (scene.LearnersSpots is not { } allowed)
        {
            return Reason.Of("unknownEvent");
        }

        if (string.IsNullOrWhiteSpace(title))
        {
            return Reason.Of("spotNeedsTitle");
        }

        await using var db = await open.CreateDbContextAsync();
        var spot = id is null ? null : await MineAsync(db, attempt, id);
        if (spot is null)
        {
            if (
                await db.AddedSpots.CountAsync(mine => mine.PersonId == attempt.PersonId && mine.ActivityId == attempt.ActivityId)
                >= AddedSpot.MostSpots
            )
            {
                return Reason.Of("spotsEnough", AddedSpot.MostSpots);
            }

            spot = new AddedSpotRecord
            {
                Id = "added" + Ids.New(12),
                ActivityId = attempt.ActivityId,
                AssignmentId = attempt.AssignmentId ?? 0,
                SceneId = scene.Id,
                PersonId = attempt.PersonId,
            };
            db.AddedSpots.Add(spot);
        }

        (spot.X, spot.Y) = (Share(x), Share(y));
        (spot.Title, spot.Text) = (
            Cut(title.ReplaceLineEndings(" "), AddedSpot.MostTitle),
            Cut(text.ReplaceLineEndings("\n"), AddedSpot.MostText)
        );
        // What a teacher has hidden stays hidden until a teacher looks at it again.
        spot.State = allowed == LearnersSpots.AtOnce && spot.State != AddedState.Hidden ? AddedState.Shown : AddedState.Waits;
        spot.At = clock.GetUtcNow();
        await db.SaveChangesAsync();
        return null;
    }

    /// <summary>Deletes one's own spot.</summary>
    public async Task DeleteAsync(AttemptRecord attempt, string id)
    {
        await using var db = await open.CreateDbContextAsync();
        await db.AddedSpots.Where(spot => spot.Id == id && spot.PersonId == attempt.PersonId).ExecuteDeleteAsync();
    }

    /// <summary>All spots that learners added to an activity, those that wait first, then the newest; each with its author's name and class.</summary>
    public async Task<IReadOnlyList<(AddedSpotRecord Spot, string By, string Class)>> AllAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        var found = await (
            from spot in db.AddedSpots.AsNoTracking()
            where spot.ActivityId == activityId
            join person in db.Users on spot.PersonId equals person.Id
            select new
            {
                spot,
                person.DisplayName,
                Class = db
                    .Classes.Where(its => db.Assignments.Any(given => given.Id == spot.AssignmentId && given.ClassId == its.Id))
                    .Select(its => its.Name)
                    .FirstOrDefault(),
            }
        ).ToListAsync();
        return found
            .OrderBy(one => one.spot.State != AddedState.Waits)
            .ThenByDescending(one => one.spot.At)
            .Select(one => (one.spot, one.DisplayName, one.Class ?? ""))
            .ToList();
    }

    /// <summary>A teacher approves a spot, hides it, or says something of it. False when its author has changed it since the teacher saw
    /// it, or it is gone.</summary>
    public async Task<bool> JudgeAsync(string activityId, string id, DateTimeOffset seen, AddedState state, string comment)
    {
        await using var db = await open.CreateDbContextAsync();
        var said = Cut(comment.ReplaceLineEndings(" "), AddedSpot.MostText);
        return await db
                .AddedSpots.Where(spot => spot.Id == id && spot.ActivityId == activityId && spot.At <= seen)
                .ExecuteUpdateAsync(set => set.SetProperty(spot => spot.State, state).SetProperty(spot => spot.Comment, said)) == 1;
    }

    /// <summary>Approves all that wait, as far as the teacher has seen them.</summary>
    public async Task ApproveAllAsync(string activityId, DateTimeOffset seen)
    {
        await using var db = await open.CreateDbContextAsync();
        await db
            .AddedSpots.Where(spot => spot.ActivityId == activityId && spot.State == AddedState.Waits && spot.At <= seen)
            .ExecuteUpdateAsync(set => set.SetProperty(spot => spot.State, AddedState.Shown));
    }

    /// <summary>A record as somebody sees it.</summary>
    public static AddedSpot Of(AddedSpotRecord spot, string by, string viewer) =>
        new(spot.Id, spot.SceneId, spot.X, spot.Y, spot.Title, spot.Text, by, spot.State, spot.Comment, spot.PersonId == viewer);

    private static double Share(double value) => double.IsFinite(value) ? Math.Clamp(value, 0, 1) : 0.5;

    private static string Cut(string text, int most) => text.Trim() is var trimmed && trimmed.Length > most ? trimmed[..most] : trimmed;
}
