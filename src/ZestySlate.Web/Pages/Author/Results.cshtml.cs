using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.WebUtilities;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Formats.Results;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.Votes;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>Who did what, question by question, with the reason for each mark.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class ResultsModel(
    AssignmentStore assignments,
    AttemptReader attempts,
    ActivityStore store,
    VoteCounts votes,
    Reviewing reviewing,
    CourseScores scores
) : PageModel
{
    private const int PageSize = 60;

    /// <summary>One attempt on the page.</summary>
    public sealed record Row(LoadedAttempt Attempt, string Learner, string Origin, AttemptReport Report)
    {
        /// <summary>Working, handed in or given back.</summary>
        public string State =>
            Attempt.State.HandedInAt is null ? "at work"
            : Attempt.State.ReturnedAt is null ? "handed in"
            : "given back";

        /// <summary>True when it is handed in and was not given back.</summary>
        public bool CanBeReturned => Attempt.State is { IsHandedIn: true, ReturnedAt: null };

        /// <summary>How many answers wait for the teacher.</summary>
        public int Waiting => Report.Answers.Count(answer => answer.Waits);

        /// <summary>Points in the activity's own way of writing numbers.</summary>
        public string Points(Fraction points) => Attempt.State.Activity.Words.Number(points);
    }

    public ActivityRecord Record { get; private set; } = null!;

    /// <summary>Whose results these are.</summary>
    public Whom Whom { get; private set; } = null!;

    /// <summary>A page of them, by name.</summary>
    public IReadOnlyList<Row> Rows { get; private set; } = [];

    public Pager Pager { get; private set; } = null!;

    /// <summary>The works that can be given back and hold nothing that waits, of all pages.</summary>
    public IReadOnlyList<string> Returnable { get; private set; } = [];

    /// <summary>The names of the newest edition's questions.</summary>
    public IReadOnlyList<string> Questions { get; private set; } = [];

    /// <summary>How all have voted, poll by poll of the newest edition.</summary>
    public IReadOnlyList<(string Name, Question Question, Tally Tally)> Polls { get; private set; } = [];

    /// <summary>Grades that a course site has not taken yet.</summary>
    public int Waiting { get; private set; }

    /// <summary>How many of them it will not take as they are.</summary>
    public int NotTaken { get; private set; }

    public DateTimeOffset? NextTry { get; private set; }

    public string? LastProblem { get; private set; }

    public Task OnGetAsync(string activity, int? assignment, int at) => LoadAsync(activity, assignment, at);

    public async Task<IActionResult> OnGetCsvAsync(string activity, int? assignment)
    {
        await LoadAsync(activity, assignment, 0, int.MaxValue);
        var csv = ResultsCsv.Write(
            Rows.Select(row => new ResultsCsv.Row(
                row.Learner,
                row.Origin,
                row.Attempt.State.BeganAt,
                row.Attempt.State.HandedInAt,
                row.Report
            ))
        );
        return File(Encoding.UTF8.GetBytes(csv), "text/csv; charset=utf-8", $"{activity}-results.csv");
    }

    /// <summary>Gives back all in which nothing waits.</summary>
    public async Task<IActionResult> OnPostReturnAllAsync(string activity, int? assignment)
    {
        await LoadAsync(activity, assignment, 0);
        return await ReturnAsync(Returnable, 0);
    }

    /// <summary>Gives back those that are ticked.</summary>
    public async Task<IActionResult> OnPostReturnSomeAsync(string activity, int? assignment, int at, string[] of)
    {
        await LoadAsync(activity, assignment, at);
        return await ReturnAsync(
            Rows.Where(row => row.CanBeReturned && of.Contains(row.Attempt.Record.Id)).Select(row => row.Attempt.Record.Id),
            at
        );
    }

    private async Task<IActionResult> ReturnAsync(IEnumerable<string> attemptIds, int at)
    {
        await reviewing.ReturnAsync(attemptIds.ToList());
        return LocalRedirect(AddressOf(at));
    }

    /// <summary>The address of a page of these results.</summary>
    public string AddressOf(int at) =>
        QueryHelpers.AddQueryString(
            $"{Request.PathBase}/author/{Record.Id}/results",
            new Dictionary<string, string?>
            {
                ["assignment"] = Whom.Chosen?.ToString(CultureInfo.InvariantCulture),
                ["at"] = at > 0 ? at.ToString(CultureInfo.InvariantCulture) : null,
            }
        );

    /// <summary>Lets waiting grades be sent at once.</summary>
    public async Task<IActionResult> OnPostSendNowAsync(string activity)
    {
        await scores.SendAgainAsync(activity);
        return LocalRedirect($"~/author/{activity}/results");
    }

    private async Task LoadAsync(string activity, int? assignment, int at, int size = PageSize)
    {
        Record = await store.RecordAsync(activity);
        Whom = await Whom.OfAsync(assignments, activity, "results", assignment);
        var ordered = (await attempts.NamedAsync(activity, Whom.Chosen))
            .OrderBy(one => one.Learner, StringComparer.CurrentCultureIgnoreCase)
            .ThenByDescending(one => one.Attempt.BeganAt)
            .ToList();
        Returnable = ordered
            .Where(one => one.Attempt is { HandedInAt: not null, ReturnedAt: null, Provisional: false })
            .Select(one => one.Attempt.Id)
            .ToList();
        Pager = new Pager(Pager.Near(at, size, ordered.Count), size, ordered.Count, AddressOf);
        var classNames = await assignments.ClassNamesAsync();
        var shown = ordered.Skip(Pager.At * size).Take(size).ToList();
        var loaded = await attempts.AsTheyStandAsync(activity, shown.Select(one => one.Attempt).ToList());
        Rows = shown
            .Zip(loaded, (one, attempt) => new Row(attempt, one.Learner, OriginOf(attempt, classNames), AttemptReport.Of(attempt.State)))
            .ToList();
        var asked = Record.NewestEdition == 0 ? [] : store.Edition(activity, Record.NewestEdition).Asked.ToList();
        Questions = asked.Select(asked => asked.Spot.ReportName).ToList();
        var voted = asked.Where(one => QuestionTypes.For(one.Question).TakesVotes).ToList();
        if (voted.Count > 0)
        {
            var tallies = await votes.OfAsync(activity);
            Polls = voted.Select(one => (one.Spot.ReportName, one.Question, tallies.GetValueOrDefault(one.Spot.Id) ?? Tally.None)).ToList();
        }

        var waiting = await scores.WaitingAsync(activity);
        var first = waiting.OrderBy(delivery => delivery.StoppedAt is null).ThenBy(delivery => delivery.NextTry).FirstOrDefault();
        (Waiting, NotTaken) = (waiting.Count, waiting.Count(delivery => delivery.StoppedAt is not null));
        (NextTry, LastProblem) = (first is { StoppedAt: null } ? first.NextTry : null, first?.LastProblem);
    }

    private static string OriginOf(LoadedAttempt attempt, IReadOnlyDictionary<int, string> classNames) =>
        attempt.Assignment switch
        {
            null => "link",
            { ClassId: { } id } => classNames.GetValueOrDefault(id, "class"),
            var assignment => assignment.CourseTitle ?? "course site",
        };
}
