using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Pages.Author;

/// <summary>Where an activity is placed in courses: who belongs to each, where they stand, what the course site was told and when.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class CoursesModel(SlateDb db, CourseScores scores, CourseRows rows, TimeProvider clock) : PageModel
{
    private static readonly TimeSpan Fresh = TimeSpan.FromMinutes(10);

    /// <summary>One placement.</summary>
    public sealed record Placed(AssignmentRecord Given, string Site, IReadOnlyList<CourseRow> Rows)
    {
        /// <summary>What it is called among the others: the course and its link there, and a number where both are the same twice.</summary>
        public string Heading { get; init; } = "";

        /// <summary>True while the course site is being asked who belongs to the course.</summary>
        public bool Asks => Given.MembersNext is not null;

        /// <summary>How many grades will not be taken as they are.</summary>
        public int Stopped => Rows.Count(row => row.Told.Count > 0 && row.Told[0].StoppedAt is not null);
    }

    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<Placed> List { get; private set; } = [];

    public async Task OnGetAsync(string activity, bool asked, CancellationToken stop)
    {
        Record = await db.Activities.AsNoTracking().SingleAsync(record => record.Id == activity, stop);
        var now = clock.GetUtcNow();
        if (!asked)
        {
            // The course site is asked in the background; the page shows what was told last, and comes again by itself.
            await db
                .Assignments.Where(a => a.ActivityId == activity && a.MembershipsUrl != null && a.MembersNext == null)
                .Where(a => a.MembersAt == null || a.MembersAt < now - Fresh)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.MembersNext, now), stop);
        }

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
            var heading = given.CourseTitle is { } course && course != given.Title ? $"{course}: {given.Title}" : given.Title;
            var before = placed.Count(one => one.Given.CourseTitle == given.CourseTitle && one.Given.Title == given.Title);
            placed.Add(
                new Placed(
                    given,
                    names.GetValueOrDefault(given.CourseSiteId!.Value, "a course site that is gone"),
                    await rows.OfAsync(given, stop)
                )
                {
                    Heading = before == 0 ? heading : $"{heading} ({before + 1})",
                }
            );
        }

        List = placed;
    }

    /// <summary>Asks the course site anew who belongs to the course.</summary>
    public async Task<IActionResult> OnPostMembersAsync(string activity, int assignment)
    {
        await db
            .Assignments.Where(a => a.Id == assignment && a.ActivityId == activity && a.CourseSiteId != null)
            .ExecuteUpdateAsync(set => set.SetProperty(a => a.MembersNext, clock.GetUtcNow()));
        return LocalRedirect($"~/author/{activity}/courses?asked=true");
    }

    /// <summary>Sends once more what the course site did not take, and at once what waits.</summary>
    public async Task<IActionResult> OnPostSendAsync(string activity, int assignment)
    {
        await scores.SendAgainAsync(activity, assignment);
        return LocalRedirect($"~/author/{activity}/courses");
    }

    /// <summary>Lets who teaches choose another activity as they open the link, or not after all.</summary>
    public async Task<IActionResult> OnPostAnewAsync(string activity, int assignment, bool anew)
    {
        await db
            .Assignments.Where(a => a.Id == assignment && a.ActivityId == activity && a.IsChosen)
            .ExecuteUpdateAsync(set => set.SetProperty(a => a.ChoosesAnew, anew));
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
}
