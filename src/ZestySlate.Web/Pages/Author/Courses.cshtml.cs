using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Pages.Author;

/// <summary>Where an activity is placed in courses: who belongs to each, where they stand, what the course site was told and when.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class CoursesModel(ActivityStore store, AssignmentStore assignments, CourseScores scores, CourseRows rows, TimeProvider clock)
    : PageModel
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
        Record = await store.RecordAsync(activity, stop);
        var now = clock.GetUtcNow();
        if (!asked)
        {
            // The course site is asked in the background; the page shows what was told last, and comes again by itself.
            await assignments.AskMembersAsync(activity, now, now - Fresh, stop);
        }

        var placed = new List<Placed>();
        foreach (var (given, site) in await assignments.PlacedAsync(activity, stop))
        {
            var heading = given.CourseTitle is { } course && course != given.Title ? $"{course}: {given.Title}" : given.Title;
            var before = placed.Count(one => one.Given.CourseTitle == given.CourseTitle && one.Given.Title == given.Title);
            placed.Add(
                new Placed(given, site, await rows.OfAsync(given, stop)) { Heading = before == 0 ? heading : $"{heading} ({before + 1})" }
            );
        }

        List = placed;
    }

    /// <summary>Asks the course site anew who belongs to the course.</summary>
    public async Task<IActionResult> OnPostMembersAsync(string activity, int assignment)
    {
        await assignments.ChangePlacedAsync(activity, assignment, given => given.MembersNext = clock.GetUtcNow());
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
        await assignments.ChangePlacedAsync(activity, assignment, given => given.ChoosesAnew = given.IsChosen ? anew : given.ChoosesAnew);
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
        var changed = await assignments.ChangePlacedAsync(activity, assignment, given =>
        {
            given.Goes = int.TryParse(goes, out var number) && number is > 0 and <= 100 ? number : null;
            (given.Counts, given.ShowsPoints, given.ShownFrom) = (counts ?? given.Counts, points, shownFrom);
            (given.PointsAtOnce, given.CompletedBy, given.KeptBack) = (atOnce, Completions.Read(completed), keptBack);
        });
        if (changed is not null)
        {
            await scores.QueueAllAsync(changed);
        }

        return LocalRedirect($"~/author/{activity}/courses");
    }
}
