using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Classes;
using ZestySlate.Storage;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Web.Teaching;

/// <summary>Somebody on a lookout page.</summary>
/// <param name="Id">Stays the same for them, for their row.</param>
/// <param name="Learner">Their name.</param>
/// <param name="AttemptId">Their attempt, or null when nothing was begun.</param>
/// <param name="Entry">Where they stand, or null when nothing was begun.</param>
/// <param name="Connected">True when their page is open.</param>
/// <param name="Early">True when they are among the first quarter to be done.</param>
public sealed record WatchedLearner(string Id, string Learner, string? AttemptId, LookoutEntry? Entry, bool Connected, bool Early);

/// <summary>Puts together who is at an activity: everybody of the classes it is given to, and who came otherwise.</summary>
public sealed class Lookouts(IDbContextFactory<SlateDb> open, AttemptReader attempts, Watch watch, TimeProvider clock)
{
    /// <summary>Everybody: who may need help first, then who is at work, has left, is done, has not begun; by name.</summary>
    public async Task<IReadOnlyList<WatchedLearner>> OfAsync(string activityId, int? assignmentId)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        var newest = await attempts.NewestAsync(activityId, assignmentId);
        var given = await db
            .Assignments.AsNoTracking()
            .Where(a => a.ActivityId == activityId && a.ClassId != null && !a.Withdrawn && (assignmentId == null || a.Id == assignmentId))
            .ToListAsync();
        var classes = given.Select(a => a.ClassId!.Value).ToList();
        var roster = await db.Enrolments.AsNoTracking().Where(e => classes.Contains(e.ClassId)).ToListAsync();
        var people = newest.Select(a => a.Record.PersonId).ToList();
        var names = await db.Users.AsNoTracking().Where(p => people.Contains(p.Id)).ToDictionaryAsync(p => p.Id, p => p.DisplayName);
        var done = newest.Where(a => a.State.IsHandedIn).Select(a => a.State.HandedInAt!.Value - a.State.BeganAt).Order().ToList();
        var early = newest.Count >= 8 && done.Count > 0 && done.Count <= newest.Count / 4 ? done[^1] : TimeSpan.Zero;
        WatchedLearner Of(LoadedAttempt a, string name) =>
            new(
                $"{a.Record.PersonId}-{a.Record.AssignmentId ?? 0}",
                name,
                a.Record.Id,
                LookoutEntry.Of(a.State, now),
                watch.IsConnected(a.Record.Id),
                a.State.IsHandedIn && a.State.HandedInAt!.Value - a.State.BeganAt <= early
            );
        var byPlace = newest.ToLookup(a => (a.Record.PersonId, a.Record.AssignmentId));
        var enrolled = given
            .SelectMany(a => roster.Where(e => e.ClassId == a.ClassId).Select(e => (Assignment: a.Id, e.PersonId, e.RosterName)))
            .ToList();
        var expected = enrolled.Select(e =>
            byPlace[(e.PersonId, e.Assignment)].FirstOrDefault() is { } attempt
                ? Of(attempt, e.RosterName)
                : new WatchedLearner($"{e.PersonId}-{e.Assignment}", e.RosterName, null, null, false, false)
        );
        var known = enrolled.Select(e => (e.PersonId, (int?)e.Assignment)).ToHashSet();
        var others = newest
            .Where(a => !known.Contains((a.Record.PersonId, a.Record.AssignmentId)))
            .Select(a => Of(a, names.GetValueOrDefault(a.Record.PersonId, "somebody")));
        return expected
            .Concat(others)
            .OrderBy(one => LookoutEntry.RankOf(one.Entry))
            .ThenBy(one => one.Learner, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
    }
}
