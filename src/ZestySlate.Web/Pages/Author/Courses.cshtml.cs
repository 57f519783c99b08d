using System.Text.Json;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Pages.Author;

/// <summary>Where an activity is placed in courses: who belongs to each, where they stand, what the course site was told and when.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class CoursesModel(SlateDb db, CourseScores scores, Memberships memberships, TimeProvider clock) : PageModel
{
    private static readonly TimeSpan Fresh = TimeSpan.FromMinutes(10);

    /// <summary>One learner of a course.</summary>
    /// <param name="Name">The name.</param>
    /// <param name="Attempt">The newest attempt, or null.</param>
    /// <param name="Removed">True when they belong to the course no more.</param>
    /// <param name="Told">What the course site was told, newest first.</param>
    public sealed record Row(string Name, AttemptRecord? Attempt, bool Removed, IReadOnlyList<ScoreDelivery> Told)
    {
        /// <summary>True when the course site was told last that it is completed.</summary>
        private bool IsCompleted =>
            Told.Count > 0 && JsonSerializer.Deserialize<CourseScore>(Told[0].Score)!.ActivityProgress == "Completed";

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
    }

    /// <summary>One placement.</summary>
    public sealed record Placed(AssignmentRecord Given, string Site, IReadOnlyList<Row> Rows, string? Problem);

    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<Placed> List { get; private set; } = [];

    /// <summary>What a course site was told, in words.</summary>
    public static string Said(ScoreDelivery delivery)
    {
        var score = JsonSerializer.Deserialize<CourseScore>(delivery.Score)!;
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

    public async Task OnGetAsync(string activity, CancellationToken stop)
    {
        Record = await db.Activities.AsNoTracking().SingleAsync(record => record.Id == activity, stop);
        var placed = new List<Placed>();
        var names = await db.CourseSites.AsNoTracking().ToDictionaryAsync(site => site.Id, site => site.Name, stop);
        foreach (
            var given in await db
                .Assignments.AsNoTracking()
                .Where(a => a.ActivityId == activity && a.CourseSiteId != null)
                .OrderByDescending(a => a.CreatedAt)
                .ToListAsync(stop)
        )
        {
            string? problem = null;
            if (given.MembershipsUrl is not null && !(clock.GetUtcNow() - given.MembersAt < Fresh))
            {
                problem = (await memberships.RefreshAsync(given, stop)).Refusal;
            }

            placed.Add(
                new Placed(
                    given,
                    names.GetValueOrDefault(given.CourseSiteId!.Value, "a course site that is gone"),
                    await RowsAsync(given, stop),
                    problem
                )
            );
        }

        List = placed;
    }

    /// <summary>Asks the course site anew who belongs to the course.</summary>
    public async Task<IActionResult> OnPostMembersAsync(string activity, int assignment)
    {
        await db
            .Assignments.Where(a => a.Id == assignment && a.ActivityId == activity && a.CourseSiteId != null)
            .ExecuteUpdateAsync(set => set.SetProperty(a => a.MembersAt, (DateTimeOffset?)null));
        return LocalRedirect($"~/author/{activity}/courses");
    }

    /// <summary>Sets what counts and what learners see.</summary>
    public async Task<IActionResult> OnPostTermsAsync(
        string activity,
        int assignment,
        string? goes,
        GoCounts? counts,
        bool? points,
        RevealMoment? shownFrom,
        bool atOnce,
        string? completed,
        bool keptBack
    )
    {
        if (
            await db.Assignments.SingleOrDefaultAsync(a => a.Id == assignment && a.ActivityId == activity && a.CourseSiteId != null) is
            { } given
        )
        {
            given.Goes = int.TryParse(goes, out var number) && number is > 0 and <= 100 ? number : null;
            (given.Counts, given.ShowsPoints, given.ShownFrom) = (counts ?? given.Counts, points, shownFrom);
            (given.PointsAtOnce, given.CompletedBy, given.KeptBack) = (atOnce, Completions.Read(completed), keptBack);
            await db.SaveChangesAsync();
            await scores.QueueAllAsync(given);
        }

        return LocalRedirect($"~/author/{activity}/courses");
    }

    private async Task<IReadOnlyList<Row>> RowsAsync(AssignmentRecord given, CancellationToken stop)
    {
        var members = await db
            .CourseMembers.AsNoTracking()
            .Where(member => member.AssignmentId == given.Id && !member.Teaches)
            .ToListAsync(stop);
        var known = await db.CourseSitePeople.AsNoTracking().Where(person => person.CourseSiteId == given.CourseSiteId).ToListAsync(stop);
        var attempts = (await db.Attempts.AsNoTracking().Where(a => a.AssignmentId == given.Id).ToListAsync(stop)).ToLookup(a =>
            a.PersonId
        );
        var ids = attempts.SelectMany(same => same).Select(a => a.Id).ToList();
        var told = (
            await db.ScoreDeliveries.AsNoTracking().Where(d => ids.Contains(d.AttemptId)).OrderByDescending(d => d.Id).ToListAsync(stop)
        ).ToLookup(d => d.AttemptId);
        var people = attempts.Select(same => same.Key).ToList();
        var names = await db
            .Users.AsNoTracking()
            .Where(person => people.Contains(person.Id))
            .ToDictionaryAsync(person => person.Id, person => person.DisplayName, stop);
        Row RowOf(string name, string? person, bool removed)
        {
            var mine = person is null ? [] : attempts[person].ToList();
            return new Row(
                name,
                mine.MaxBy(a => a.BeganAt),
                removed,
                mine.SelectMany(a => told[a.Id]).OrderByDescending(d => d.Id).ToList()
            );
        }

        var subjects = known.ToLookup(person => person.Subject, person => person.PersonId);
        var listed = members.Select(member => (Member: member, Person: subjects[member.Subject].FirstOrDefault())).ToList();
        var rows = listed
            .Select(one => RowOf(one.Member.Name, one.Person, one.Member.RemovedAt is not null))
            .Concat(
                people
                    .Except(listed.Select(one => one.Person).OfType<string>())
                    .Select(person => RowOf(names.GetValueOrDefault(person, "Somebody"), person, false))
            );
        return rows.Where(row => !row.Removed || row.Attempt is not null)
            .OrderBy(row => row.Removed)
            .ThenBy(row => row.Name, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
    }
}
