using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Web.Teaching;

/// <summary>What one learner did of one assignment, for their teacher.</summary>
/// <param name="Given">The assignment.</param>
/// <param name="Attempt">Their newest attempt; null when nothing was begun.</param>
/// <param name="Entry">Where they stand; null when nothing was begun.</param>
/// <param name="Score">What it came to so far; null when nothing was begun, or nothing earns points.</param>
public sealed record LearnerWork(AssignmentRecord Given, LoadedAttempt? Attempt, LookoutEntry? Entry, Score? Score)
{
    /// <summary>Points as the activity writes numbers.</summary>
    public string Points => Attempt is null || Score is null ? "" : $"{Words.Number(Score.Points)} of {Words.Number(Score.OutOf)}";

    private Words Words => Attempt!.State.Activity.Words;
}

/// <summary>Everything that one learner of a class was given and did.</summary>
public sealed class LearnerWorks(IDbContextFactory<SlateDb> open, AttemptReader reader, TimeProvider clock)
{
    /// <summary>The most assignments that are looked up, the newest of them.</summary>
    private const int Most = 100;

    /// <summary>The newest assignment first.</summary>
    public async Task<IReadOnlyList<LearnerWork>> OfAsync(int classId, string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        var given = await db
            .Assignments.AsNoTracking()
            .Where(assignment => assignment.ClassId == classId && !assignment.Withdrawn)
            .OrderByDescending(assignment => assignment.Id)
            .Take(Most)
            .ToListAsync();
        var ids = given.Select(assignment => assignment.Id).ToList();
        var newest = (
            await db
                .Attempts.AsNoTracking()
                .Where(attempt => attempt.PersonId == personId && attempt.AssignmentId != null && ids.Contains(attempt.AssignmentId.Value))
                .ToListAsync()
        )
            .GroupBy(attempt => attempt.AssignmentId)
            .Select(goes => goes.MaxBy(attempt => attempt.BeganAt)!);
        var works = (await reader.AsTheyStandAsync(newest)).ToDictionary(work => work.Record.AssignmentId!.Value);

        return given
            .Select(assignment =>
                works.GetValueOrDefault(assignment.Id) is { } work
                    ? new LearnerWork(
                        assignment,
                        work,
                        LookoutEntry.Of(work.State, now),
                        work.State.Score is { OutOf: > 0 } score ? score : null
                    )
                    : new LearnerWork(assignment, null, null, null)
            )
            .ToList();
    }
}
