using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Storage.CourseSites;

/// <summary>Puts the scores of attempts on their way to the course sites they were begun from.</summary>
public sealed class CourseScores(IDbContextFactory<SlateDb> open, AttemptReader attempts, TimeProvider clock)
{
    /// <summary>Puts the score of an attempt on its way when an event has changed it; it is written with what else the context holds.</summary>
    internal async Task QueueIfChangedAsync(SlateDb db, LoadedAttempt before, AttemptState after)
    {
        var score = Told(before.Assignment, after);
        if (score != Told(before.Assignment, before.State))
        {
            await QueueAsync(db, before.Assignment, before.Record, score);
        }
    }

    /// <summary>What a course site is told of an attempt: points once its learners may see them here, unless the assignment sends them at once.</summary>
    internal CourseScore Told(AssignmentRecord? assignment, AttemptState state)
    {
        var score = CourseScore.Of(state.AsReturned);
        var tells =
            assignment is not { PointsAtOnce: false } || score.Given is null || RevealNow.Total(state, clock.GetUtcNow(), assignment.Due);
        return tells ? score : score.Withheld(state.Rules);
    }

    /// <summary>Puts the scores on their way that were held back until a due date which is past now.</summary>
    /// <returns>The attempts that could not be read.</returns>
    public async Task<IReadOnlyList<string>> QueuePastDueAsync()
    {
        var now = clock.GetUtcNow();
        await using var db = await open.CreateDbContextAsync();
        var past = db.Assignments.Where(a => a.CourseSiteId != null && a.LineItemUrl != null && a.Due <= now);
        var unread = new List<string>();
        foreach (var assignment in await past.Where(a => a.PointsToldFor == null || a.PointsToldFor != a.Due).ToListAsync())
        {
            assignment.PointsToldFor = assignment.Due;
            unread.AddRange(await QueueAllAsync(db, assignment));
        }

        return unread;
    }

    /// <summary>
    /// Puts the scores of all that was done in an assignment on their way, as far as its course site was not told the same: it
    /// has just said where they go, or may be told more. An attempt that cannot be read keeps no other back.
    /// </summary>
    /// <returns>The attempts that could not be read.</returns>
    public async Task<IReadOnlyList<string>> QueueAllAsync(AssignmentRecord assignment)
    {
        await using var db = await open.CreateDbContextAsync();
        return await QueueAllAsync(db, assignment);
    }

    /// <summary>Scores of an activity that course sites have not taken yet, the next to be sent first.</summary>
    public async Task<IReadOnlyList<ScoreDelivery>> WaitingAsync(string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await (
            from delivery in db.ScoreDeliveries.AsNoTracking()
            join attempt in db.Attempts on delivery.AttemptId equals attempt.Id
            where attempt.ActivityId == activityId && delivery.DeliveredAt == null
            orderby delivery.NextTry
            select delivery
        ).ToListAsync();
    }

    /// <summary>Lets what waits be sent at once, and what was not taken once more: of an assignment, or of all of an activity.</summary>
    public async Task SendAgainAsync(string activityId, int? assignmentId = null)
    {
        var now = clock.GetUtcNow();
        await using var db = await open.CreateDbContextAsync();
        await db
            .ScoreDeliveries.Where(delivery =>
                delivery.DeliveredAt == null
                && db.Attempts.Any(a =>
                    a.Id == delivery.AttemptId && a.ActivityId == activityId && (assignmentId == null || a.AssignmentId == assignmentId)
                )
            )
            .ExecuteUpdateAsync(set =>
                set.SetProperty(delivery => delivery.NextTry, now).SetProperty(delivery => delivery.StoppedAt, (DateTimeOffset?)null)
            );
    }

    private async Task<IReadOnlyList<string>> QueueAllAsync(SlateDb db, AssignmentRecord assignment)
    {
        var all = await db.Attempts.AsNoTracking().Where(a => a.AssignmentId == assignment.Id).ToListAsync();
        var unread = new List<string>();
        foreach (var attempt in all.GroupBy(a => a.PersonId).Select(goes => goes.MaxBy(a => a.BeganAt)!))
        {
            try
            {
                if (await attempts.ReadAsync(attempt.Id) is { } loaded)
                {
                    await QueueAsync(db, assignment, loaded.Record, Told(assignment, loaded.State with { Terms = assignment.Terms }));
                }
            }
            catch (Exception problem) when (StoreTrouble.Of(problem) is null)
            {
                unread.Add(attempt.Id);
            }
        }

        await db.SaveChangesAsync();
        return unread;
    }

    /// <summary>Puts a score on its way, unless the course site was told the same last; it is written with what else the context holds.</summary>
    public async Task QueueAsync(SlateDb db, AssignmentRecord? assignment, AttemptRecord attempt, CourseScore score)
    {
        if (assignment is not { LineItemUrl: { } lineItem, CourseSiteId: { } siteId })
        {
            return;
        }

        var subject = await db
            .CourseSitePeople.Where(p => p.CourseSiteId == siteId && p.PersonId == attempt.PersonId)
            .Select(p => p.Subject)
            .FirstOrDefaultAsync();
        if (subject is null)
        {
            return;
        }

        if (await CountedAsync(db, assignment, attempt, score) is not { } counted)
        {
            return;
        }

        // A score is never below zero (Assignment and Grade Services 2.0, 3.4.5), though penalties may take the points there.
        counted = counted.Given < 0 ? counted with { Given = 0 } : counted;
        var now = clock.GetUtcNow();
        var before = db.ScoreDeliveries.Where(d => d.CourseSiteId == siteId && d.LineItemUrl == lineItem && d.Subject == subject);
        if (
            await before.OrderByDescending(d => d.Id).Select(d => new { d.Score, d.StoppedAt }).FirstOrDefaultAsync()
                is { StoppedAt: null } last
            && JsonSerializer.Deserialize<CourseScore>(last.Score) == counted
        )
        {
            return;
        }

        db.ScoreDeliveries.Add(
            new ScoreDelivery
            {
                AttemptId = attempt.Id,
                CourseSiteId = siteId,
                LineItemUrl = lineItem,
                Subject = subject,
                Score = JsonSerializer.Serialize(counted),
                CreatedAt = now,
                NextTry = now,
            }
        );
    }

    /// <summary>
    /// What a course site is told where somebody did it more than once: the go that counts, by the rule of the assignment.
    /// Null while a further go is at work: the course site keeps what it has.
    /// </summary>
    private async Task<CourseScore?> CountedAsync(SlateDb db, AssignmentRecord assignment, AttemptRecord attempt, CourseScore own)
    {
        var others = await db
            .Attempts.AsNoTracking()
            .Where(a => a.AssignmentId == assignment.Id && a.PersonId == attempt.PersonId && a.Id != attempt.Id && a.HandedInAt != null)
            .ToListAsync();
        if (others.Count == 0 || own is not { Given: { } given, Maximum: { } maximum })
        {
            return others.Count == 0 ? own : null;
        }

        var goes = new List<Go>
        {
            new(attempt.BeganAt, attempt.HandedInAt ?? clock.GetUtcNow(), given, maximum, own.GradingProgress != "FullyGraded"),
        };
        foreach (var other in others)
        {
            var score = (await attempts.ReadAsync(other.Id))!.State.AsReturned.Score;
            goes.Add(new Go(other.BeganAt, other.HandedInAt, score.Points.ToDecimal(), score.OutOf, score.Provisional));
        }

        var grade = Grade.Of(new GradeRule { Counts = assignment.Counts }, goes, maximum, 0, false, clock.GetUtcNow());
        return own with
        {
            Given = grade.Points,
            Maximum = grade.OutOf,
            GradingProgress = grade.Provisional ? "PendingManual" : "FullyGraded",
        };
    }
}
