using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Storage.Classes;

/// <summary>Puts the grades of a class together from what attempts are known to have come to.</summary>
public sealed class Gradebooks(IDbContextFactory<SlateDb> open, ActivityStore activities, AttemptStore store, TimeProvider clock)
{
    /// <summary>The gradebook of a class.</summary>
    public async Task<Gradebook> OfAsync(ClassRecord group)
    {
        await using var db = await open.CreateDbContextAsync();
        var given = await db.Assignments.AsNoTracking().Where(a => a.ClassId == group.Id && !a.Withdrawn).ToListAsync();
        given = given.OrderBy(a => a.Due ?? DateTimeOffset.MaxValue).ThenBy(a => a.CreatedAt).ThenBy(a => a.Id).ToList();
        var ids = given.Select(a => (int?)a.Id).ToList();
        await store.SummariseAsync(
            await db
                .Attempts.Where(a => ids.Contains(a.AssignmentId) && a.HandedInAt != null && a.Points == null)
                .Select(a => a.Id)
                .ToListAsync()
        );
        var attempts = (await db.Attempts.AsNoTracking().Where(a => ids.Contains(a.AssignmentId)).ToListAsync()).ToLookup(a =>
            (a.AssignmentId!.Value, a.PersonId)
        );
        var exceptions = (await db.AssignmentExceptions.AsNoTracking().Where(e => ids.Contains(e.AssignmentId)).ToListAsync()).ToDictionary(
            e => (e.AssignmentId, e.PersonId)
        );
        var roster = (await db.Enrolments.AsNoTracking().Where(e => e.ClassId == group.Id).ToListAsync())
            .OrderBy(e => e.RosterName, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
        var newest = await db
            .Activities.AsNoTracking()
            .Where(a => db.Assignments.Any(g => g.ClassId == group.Id && g.ActivityId == a.Id))
            .ToDictionaryAsync(a => a.Id, a => a.NewestEdition);
        var weights = CategoryWeights.Read(group.Weights) is { Succeeded: true, Value: var known }
            ? known
            : new Dictionary<string, decimal>();
        var now = clock.GetUtcNow();
        var columns = given
            .Select(a => new GradebookColumn(
                a.Id,
                a.ActivityId,
                a.Title,
                a.Category,
                a.GradeRule,
                a.Worth ?? OutOf(a.ActivityId, newest.GetValueOrDefault(a.ActivityId))
            ))
            .ToValueList();
        return new Gradebook(
            group.Name,
            columns,
            roster
                .Select(learner =>
                {
                    var cells = columns
                        .Select(column =>
                        {
                            var exception = exceptions.GetValueOrDefault((column.Id, learner.PersonId));
                            var goes = attempts[(column.Id, learner.PersonId)].OrderBy(attempt => attempt.BeganAt).ToList();
                            return new GradebookCell(
                                Grade.Of(
                                    column.Rule,
                                    goes.Select(GoOf).ToList(),
                                    column.OutOf,
                                    exception?.ExtraDays ?? 0,
                                    exception?.Excused == true,
                                    now
                                ),
                                goes.LastOrDefault(attempt => attempt.HandedInAt is not null)?.Id
                            );
                        })
                        .ToValueList();
                    return new GradebookRow(
                        learner.PersonId,
                        learner.RosterName,
                        cells,
                        GradeTotal.Of(columns.Zip(cells, (column, cell) => (column.Category, cell.Grade)), weights)
                    );
                })
                .ToValueList()
        );
    }

    /// <summary>What is known of an attempt, as a go.</summary>
    public static Go GoOf(AttemptRecord attempt) =>
        new(attempt.BeganAt, attempt.HandedInAt, attempt.Points ?? 0, attempt.OutOf, attempt.Provisional);

    /// <summary>What an edition can reach; where questions are drawn, as many as are drawn count.</summary>
    private decimal OutOf(string activityId, int edition)
    {
        if (edition == 0)
        {
            return 0;
        }

        var activity = activities.Edition(activityId, edition);
        return activity.Scenes.Sum(scene =>
        {
            var points = scene.Spots.Where(spot => spot.Question is not null).Select(activity.WorthOf).ToList();
            return scene.Draw is { } draw && draw < points.Count ? points.Average() * draw : points.Sum();
        });
    }
}
