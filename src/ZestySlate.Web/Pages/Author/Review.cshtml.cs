using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>One learner's answers, to be given points and comments, and given back.</summary>
[Authorize(Policy = Rights.ActivityOwner)]
public sealed class ReviewModel(SlateDb db, AttemptStore attempts, TimeProvider clock) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    public LoadedAttempt Attempt { get; private set; } = null!;

    public string Learner { get; private set; } = "";

    public AttemptReport Report { get; private set; } = null!;

    /// <summary>True when only what waits for a person is shown.</summary>
    public bool OnlyWaiting { get; private set; }

    /// <summary>The attempts handed in before and after this one, by the learners' names; null at the ends.</summary>
    public string? Previous { get; private set; }

    public string? Next { get; private set; }

    /// <summary>What could not be taken: the question and why; null when all was.</summary>
    public (string SpotId, string Words)? Problem { get; private set; }

    /// <summary>Points in the activity's own way of writing numbers.</summary>
    public string Points(decimal points) => Attempt.State.Activity.Words.Number(points);

    /// <summary>What stands in a field: what was typed and could not be taken, or what is kept.</summary>
    public string Typed(string spot, string field, string kept) => Problem?.SpotId == spot ? Request.Form[field].ToString() : kept;

    public async Task<IActionResult> OnGetAsync(string activity, string of, string? only) => await LoadAsync(activity, of, only) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(string activity, string of, string spot, string? only)
    {
        if (!await LoadAsync(activity, of, only))
        {
            return NotFound();
        }

        var answer = Report.Answers.FirstOrDefault(answer => answer.SpotId == spot);
        var read = answer is null ? Outcome<Review>.Refused("This question is not in the work any more.") : Read(answer);
        var problem = read.Refusal;
        if (read.Succeeded)
        {
            var taken = (await attempts.TakeAsync(of, new Reviewed(spot, read.Value) { Id = Ids.New(), At = clock.GetUtcNow() }))!;
            problem = taken.Refusal is { } refusal ? Core.Wording.Words.English.Say(refusal) : null;
        }

        if (problem is not null)
        {
            Problem = (spot, problem);
            return Page();
        }

        await LoadAsync(activity, of, only);
        var next = Report.Answers.SkipWhile(other => other.SpotId != spot).Skip(1).FirstOrDefault(other => !OnlyWaiting || other.Waits)?.SpotId;
        return LocalRedirect($"~/author/{activity}/review/{of}{(OnlyWaiting ? "?only=waiting" : "")}{(next is null ? "#done" : $"#answer-{next}")}");
    }

    public Task<IActionResult> OnPostReturnAsync(string activity, string of) => GiveAsync(activity, of, new Returned { Id = Ids.New(), At = clock.GetUtcNow() });

    public Task<IActionResult> OnPostTakeBackAsync(string activity, string of) => GiveAsync(activity, of, new TakenBack { Id = Ids.New(), At = clock.GetUtcNow() });

    private async Task<IActionResult> GiveAsync(string activity, string of, AttemptEvent happened)
    {
        if (!await LoadAsync(activity, of, null))
        {
            return NotFound();
        }

        await attempts.TakeAsync(of, happened);
        return LocalRedirect($"~/author/{activity}/review/{of}");
    }

    /// <summary>Fields: points, or row-ID for each row of the rubric; comment. An automatic mark is only changed with a reason.</summary>
    private Outcome<Review> Read(AnswerReport answer)
    {
        decimal? Number(string field, decimal most, out bool bad)
        {
            var typed = Request.Form[field].ToString().Trim();
            var number = EditForms.Decimal(typed);
            bad = typed.Length > 0 && (number is null || number < 0 || number > most);
            return typed.Length == 0 ? null : number;
        }

        var rows = new List<RowPoints>();
        foreach (var row in answer.Rubric)
        {
            var given = Number("row-" + row.Id, row.Points, out var bad);
            if (bad)
            {
                return Outcome<Review>.Refused($"«{row.Title}» earns between 0 and {Points(row.Points)} points.");
            }

            if (given is { } earned)
            {
                rows.Add(new RowPoints(row.Id, earned));
            }
        }

        var points = Number("points", answer.OutOf, out var wrong);
        var comment = Request.Form["comment"].ToString().ReplaceLineEndings("\n").Trim();
        var whole = answer.Rubric.Count > 0 ? rows.Count == 0 ? (decimal?)null : Math.Min(answer.OutOf, rows.Sum(row => row.Points)) : points;
        return wrong ? Outcome<Review>.Refused($"This answer earns between 0 and {Points(answer.OutOf)} points.")
            : whole is not null && comment.Length == 0 && answer.MarkedAlone ? Outcome<Review>.Refused("Say why you change the mark: the learner reads it.")
            : new Review { Points = whole, Rows = [.. rows], Comment = comment, By = User.Id() };
    }

    private async Task<bool> LoadAsync(string activity, string of, string? only)
    {
        if (await attempts.LoadAsync(of) is not { } loaded || loaded.Record.ActivityId != activity || !loaded.State.IsHandedIn)
        {
            return false;
        }

        Record = await db.Activities.AsNoTracking().SingleAsync(a => a.Id == activity);
        (Attempt, Report, OnlyWaiting) = (loaded, AttemptReport.Of(loaded.State), only == "waiting");
        var others = (await (from attempt in db.Attempts
                             join person in db.Users on attempt.PersonId equals person.Id
                             where attempt.ActivityId == activity && attempt.HandedInAt != null
                             select new { attempt.Id, person.DisplayName }).ToListAsync()).OrderBy(other => other.DisplayName, StringComparer.CurrentCultureIgnoreCase).ThenBy(other => other.Id, StringComparer.Ordinal).ToList();
        var at = others.FindIndex(other => other.Id == of);
        (Previous, Next) = (at > 0 ? others[at - 1].Id : null, at >= 0 && at + 1 < others.Count ? others[at + 1].Id : null);
        Learner = at >= 0 ? others[at].DisplayName : "";
        return true;
    }
}
