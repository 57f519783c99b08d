using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>All answers to one question, to be given points and comments one after the other; the same short answers together.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class AnswersModel(
    AssignmentStore assignments,
    ActivityStore store,
    AttemptStore attempts,
    AttemptReader reader,
    Reviewing reviewing
) : PageModel
{
    private const int PageSize = 40;

    /// <summary>One answer, or several that are the same.</summary>
    public sealed record Entry(string Who, ReviewForm Form);

    /// <summary>What of the answers is shown.</summary>
    /// <param name="Spot">The question; one that waits when it is none.</param>
    /// <param name="Only">"waiting" for those alone that wait for a person.</param>
    /// <param name="Names">"hidden" to mark without knowing whose it is.</param>
    /// <param name="Assignment">One class or course; null for all.</param>
    /// <param name="At">Which page, from 0.</param>
    public sealed record Filter(string? Spot, string? Only, string? Names, int? Assignment, int At);

    /// <summary>The first attempt of every entry of all pages.</summary>
    private List<string> _order = [];

    public ActivityRecord Record { get; private set; } = null!;

    /// <summary>The questions, each with how many of its answers wait.</summary>
    public IReadOnlyList<(string SpotId, string Name, int Waits)> Questions { get; private set; } = [];

    /// <summary>The question shown; empty when there is none.</summary>
    public string SpotId { get; private set; } = "";

    /// <summary>A page of the answers.</summary>
    public IReadOnlyList<Entry> Entries { get; private set; } = [];

    /// <summary>Where of all entries those of this page stand.</summary>
    public Pager Pager { get; private set; } = null!;

    /// <summary>Whose answers these are.</summary>
    public Whom Whom { get; private set; } = null!;

    public bool OnlyWaiting { get; private set; }

    public bool NamesHidden { get; private set; }

    public string? Previous { get; private set; }

    public string? Next { get; private set; }

    /// <summary>The address of a page of a question's answers under the same filters.</summary>
    public string AddressOf(string spot, int at = 0) =>
        $"{Request.PathBase}/author/{Record.Id}/answers?spot={spot}{(OnlyWaiting ? "&only=waiting" : "")}"
        + $"{(NamesHidden ? "&names=hidden" : "")}{(Whom.Chosen is { } chosen ? $"&assignment={chosen}" : "")}"
        + $"{(at > 0 ? $"&at={at}" : "")}";

    public Task OnGetAsync(string activity, [FromQuery] Filter filter) => LoadAsync(activity, filter, [], null);

    public async Task<IActionResult> OnPostAsync(string activity, [FromForm] Filter filter)
    {
        var spot = filter.Spot ?? "";
        var form = Request.Form;
        var of = form["attempts"].OfType<string>().ToList();
        string? problem = null;
        foreach (var id in of)
        {
            if (
                await attempts.LoadAsync(id) is not { } loaded
                || loaded.Record.ActivityId != activity
                || !loaded.State.IsHandedIn
                || AttemptReport.Of(loaded.State).Answers.FirstOrDefault(answer => answer.SpotId == spot) is not { } answer
            )
            {
                return NotFound();
            }

            if (form["undo"] == "yes")
            {
                await reviewing.UndoAsync(id, spot, User.Id());
                continue;
            }

            var read = ReviewForm.Read(form, answer, loaded.State.Activity.Words, User.Id());
            var seen = of.Count == 1 ? ReviewForm.Seen(form) : null;
            problem = read.Refusal ?? await reviewing.KeepAsync(id, spot, seen, read.Value);
            if (problem is not null && Fragments.IsOne(HttpContext))
            {
                return await FragmentAsync(id, spot, filter, problem);
            }

            if (problem is not null)
            {
                await LoadAsync(activity, filter, [id], problem);
                return Page();
            }
        }

        if (form["keepPhrase"] == "true")
        {
            await reviewing.KeepPhraseAsync(User.Id(), form["comment"].ToString());
        }

        if (Fragments.IsOne(HttpContext) && of is [var one])
        {
            return await FragmentAsync(one, spot, filter, null);
        }

        // What was kept just now stands in its place once more, so that it is known what comes after it.
        await LoadAsync(activity, filter, of, null);
        var kept = _order.FindIndex(of.Contains);
        var next = _order.FindIndex(kept + 1, first => !of.Contains(first));
        var place = next < 0 ? Math.Max(0, kept) : next - (OnlyWaiting ? _order.Take(next).Count(of.Contains) : 0);
        return LocalRedirect(AddressOf(spot, place / PageSize) + (next < 0 ? "" : "#of-" + _order[next]));
    }

    /// <summary>What a review that was kept, or was not, changes on the page.</summary>
    private async Task<IActionResult> FragmentAsync(string id, string spot, Filter filter, string? problem)
    {
        var attempt = (await attempts.LoadAsync(id))!;
        var answer = AttemptReport.Of(attempt.State).Answers.First(answer => answer.SpotId == spot);
        var form = FormOf(attempt, answer, [id], filter) with
        {
            Phrases = await reviewing.PhrasesAsync(User.Id()),
            Kept = problem is null,
            Problem = problem,
            Over = problem is null ? null : Reviewing.OverOf(attempt, spot, ReviewForm.Seen(Request.Form)),
        };
        return problem is null ? Partial("_ReviewSaved", form) : Fragments.Beside(this, "_ReviewKept", form);
    }

    private ReviewForm FormOf(LoadedAttempt attempt, AnswerReport answer, IReadOnlyList<string> ids, Filter filter) =>
        new(
            answer,
            ids,
            Reviewing.NewestOf(attempt, answer.SpotId),
            attempt.State.Activity.Words,
            $"{Request.PathBase}/author/{attempt.Record.ActivityId}/answers/{attempt.Record.Id}"
        )
        {
            Along =
            [
                ("only", filter.Only ?? ""),
                ("names", filter.Names ?? ""),
                ("assignment", filter.Assignment?.ToString(CultureInfo.InvariantCulture) ?? ""),
            ],
        };

    /// <summary>Lets a phrase go.</summary>
    public async Task<IActionResult> OnPostDropAsync(string activity, string phrase, string? spot)
    {
        await reviewing.DropPhraseAsync(User.Id(), phrase);
        return LocalRedirect($"~/author/{activity}/answers?spot={spot}");
    }

    /// <param name="activity">The activity.</param>
    /// <param name="filter">What is shown.</param>
    /// <param name="also">Attempts whose answers are shown though they wait no more.</param>
    /// <param name="problem">Why what was typed about them could not be kept, or null.</param>
    private async Task LoadAsync(string activity, Filter filter, IReadOnlyList<string> also, string? problem)
    {
        Record = await store.RecordAsync(activity);
        (OnlyWaiting, NamesHidden) = (filter.Only == "waiting", filter.Names == "hidden");
        Whom = await Whom.OfAsync(assignments, activity, "answers", filter.Assignment);
        var chosen = Whom.Chosen;
        var named = await reader.NamedAsync(activity, chosen, handedIn: true);
        var all = await reader.AsTheyStandAsync(activity, named.Select(one => one.Attempt).ToList());
        var known = named.DistinctBy(one => one.Attempt.PersonId).ToDictionary(one => one.Attempt.PersonId, one => one.Learner);
        var reports = all.Select(attempt => (Attempt: attempt, Report: AttemptReport.Of(attempt.State))).ToList();
        var asked = Record.NewestEdition == 0 ? [] : store.Edition(activity, Record.NewestEdition).Asked.ToList();
        Questions = asked
            .Select(one =>
                (
                    one.Spot.Id,
                    one.Spot.ReportName,
                    reports.Count(report => report.Report.Answers.Any(answer => answer.SpotId == one.Spot.Id && answer.Waits))
                )
            )
            .ToList();
        SpotId = Questions.Any(one => one.SpotId == filter.Spot)
            ? filter.Spot!
            : Questions.FirstOrDefault(one => one.Waits > 0).SpotId ?? (Questions.Count > 0 ? Questions[0].SpotId : "");
        Whom = Whom with { Along = $"spot={SpotId}{(OnlyWaiting ? "&only=waiting" : "")}{(NamesHidden ? "&names=hidden" : "")}" };
        var at = Questions.ToList().FindIndex(one => one.SpotId == SpotId);
        (Previous, Next) = (
            at > 0 ? Questions[at - 1].SpotId : null,
            at >= 0 && at + 1 < Questions.Count ? Questions[at + 1].SpotId : null
        );
        var phrases = await reviewing.PhrasesAsync(User.Id());

        // Where names are hidden, the order does not tell them either.
        var answers = reports
            .SelectMany(report =>
                report
                    .Report.Answers.Where(answer =>
                        answer.SpotId == SpotId && (!OnlyWaiting || answer.Waits || also.Contains(report.Attempt.Record.Id))
                    )
                    .Select(answer => (report.Attempt, Answer: answer))
            )
            .OrderBy(
                one => NamesHidden ? one.Attempt.Record.Id : known.GetValueOrDefault(one.Attempt.Record.PersonId),
                StringComparer.CurrentCultureIgnoreCase
            );
        var groups = answers.GroupBy(one => Reviewing.SameAs(one.Answer) ?? one.Attempt.Record.Id).ToList();
        _order = groups.Select(same => same.First().Attempt.Record.Id).ToList();
        var stumbled = problem is null ? -1 : groups.FindIndex(same => same.Any(one => also.Contains(one.Attempt.Record.Id)));
        Pager = new Pager(
            Pager.Near(stumbled >= 0 ? stumbled / PageSize : filter.At, PageSize, groups.Count),
            PageSize,
            groups.Count,
            page => AddressOf(SpotId, page)
        );
        Entries = groups
            .Select((same, number) => (same, number))
            .Skip(Pager.At * PageSize)
            .Take(PageSize)
            .Select(one =>
            {
                var (same, number) = one;
                var (attempt, answer) = same.First();
                var ids = same.Select(one => one.Attempt.Record.Id).ToList();
                var who = NamesHidden
                    ? (ids.Count > 1 ? $"{ids.Count} learners" : $"Learner {number + 1}")
                    : string.Join(", ", same.Select(one => known.GetValueOrDefault(one.Attempt.Record.PersonId, "somebody")));
                var wrong = problem is not null && ids.Any(also.Contains);
                return new Entry(
                    ids.Count > 1 && !NamesHidden ? $"{ids.Count} learners: {who}" : who,
                    FormOf(attempt, answer, ids, filter with { Assignment = chosen }) with
                    {
                        Phrases = phrases,
                        Problem = wrong ? problem : null,
                        Typed = wrong ? Request.Form : null,
                    }
                );
            })
            .ToList();
    }
}
