using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>One learner of a course.</summary>
/// <param name="Name">The name.</param>
/// <param name="Subject">The person as the course site knows them; null for one it did not name.</param>
/// <param name="Attempt">The newest attempt, or null.</param>
/// <param name="Removed">True when they belong to the course no more.</param>
/// <param name="Told">What the course site was told, newest first.</param>
public sealed record CourseRow(string Name, string? Subject, AttemptRecord? Attempt, bool Removed, IReadOnlyList<ScoreDelivery> Told)
{
    /// <summary>True when the course site was told last that it is completed.</summary>
    private bool IsCompleted => Told.Count > 0 && ScoreOf(Told[0]).ActivityProgress == "Completed";

    /// <summary>Where they stand, in words.</summary>
    public string State =>
        Attempt switch
        {
            null => "not begun",
            { ReturnedAt: not null } => "given back",
            { HandedInAt: not null } => "handed in",
            _ when IsCompleted => "completed",
            _ => "at work",
        };

    /// <summary>What a course site was told, in words.</summary>
    public static string Said(ScoreDelivery delivery)
    {
        var score = ScoreOf(delivery);
        var state = score.ActivityProgress switch
        {
            "Started" => "begun",
            "InProgress" => "at work",
            "Submitted" => "handed in",
            _ => "completed",
        };
        return score is { Given: { } given, Maximum: { } maximum }
            ? $"{given:0.##} of {maximum:0.##}, {state}{(score.GradingProgress == "PendingManual" ? ", still being marked" : "")}"
            : state;
    }

    /// <summary>What became of it, in words.</summary>
    public static string Fate(ScoreDelivery delivery) =>
        delivery.DeliveredAt is not null ? delivery.LastProblem ?? "taken"
        : delivery.StoppedAt is not null ? $"not taken: {delivery.LastProblem}"
        : "waits" + (delivery.LastProblem is { } why ? $": {why}" : "");

    private static CourseScore ScoreOf(ScoreDelivery delivery) => JsonSerializer.Deserialize<CourseScore>(delivery.Score)!;
}

/// <summary>The learners of the course that an assignment is placed in, and where they stand.</summary>
public sealed class CourseRows(IDbContextFactory<SlateDb> open)
{
    /// <summary>Everybody the course site names as a learner, and everybody who worked on it; who was removed comes last, and only with work.</summary>
    public async Task<IReadOnlyList<CourseRow>> OfAsync(AssignmentRecord given, CancellationToken stop)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var members = await db
            .CourseMembers.AsNoTracking()
            .Where(member => member.AssignmentId == given.Id && !member.HasOtherRole)
            .ToListAsync(stop);
        var known = await db.CourseSitePeople.AsNoTracking().Where(person => person.CourseSiteId == given.CourseSiteId).ToListAsync(stop);
        var attempts = (await db.Attempts.AsNoTracking().Where(a => a.AssignmentId == given.Id).ToListAsync(stop)).ToLookup(a =>
            a.PersonId
        );
        var told = (
            await db
                .ScoreDeliveries.AsNoTracking()
                .Where(d => db.Attempts.Any(a => a.Id == d.AttemptId && a.AssignmentId == given.Id))
                .OrderByDescending(d => d.Id)
                .ToListAsync(stop)
        ).ToLookup(d => d.AttemptId);
        var people = attempts.Select(same => same.Key).ToList();
        var names = await db
            .Users.AsNoTracking()
            .Where(person => db.Attempts.Any(a => a.PersonId == person.Id && a.AssignmentId == given.Id))
            .ToDictionaryAsync(person => person.Id, person => person.DisplayName, stop);
        CourseRow RowOf(string name, string? subject, string? person, bool removed)
        {
            var mine = person is null ? [] : attempts[person].ToList();
            return new CourseRow(
                name,
                subject,
                mine.MaxBy(a => a.BeganAt),
                removed,
                mine.SelectMany(a => told[a.Id]).OrderByDescending(d => d.Id).ToList()
            );
        }

        var persons = known.ToLookup(person => person.Subject, person => person.PersonId);
        var subjects = known.ToLookup(person => person.PersonId, person => person.Subject);
        var listed = members.Select(member => (Member: member, Person: persons[member.Subject].FirstOrDefault())).ToList();
        var rows = listed
            .Select(one => RowOf(one.Member.Name, one.Member.Subject, one.Person, one.Member.RemovedAt is not null))
            .Concat(
                people
                    .Except(listed.Select(one => one.Person).OfType<string>())
                    .Select(person => RowOf(names.GetValueOrDefault(person, "Somebody"), subjects[person].FirstOrDefault(), person, false))
            );
        return rows.Where(row => !row.Removed || row.Attempt is not null)
            .OrderBy(row => row.Removed)
            .ThenBy(row => row.Name, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
    }
}
