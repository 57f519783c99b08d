using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>All answers to one question, to be given points and comments one after the other; the same short answers together.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class AnswersModel(SlateDb db, ActivityStore store, AttemptStore attempts, Reviewing reviewing) : PageModel
{
    /// <summary>One answer, or several that are the same.</summary>
    public sealed record Entry(string Who, ReviewForm Form);

    public ActivityRecord Record { get; private set; } = null!;

    /// <summary>The questions, each with how many of its answers wait.</summary>
    public IReadOnlyList<(string SpotId, string Name, int Waits)> Questions { get; private set; } = [];

    /// <summary>The question shown; empty when there is none.</summary>
    public string SpotId { get; private set; } = "";

    public IReadOnlyList<Entry> Entries { get; private set; } = [];

    public bool OnlyWaiting { get; private set; }

    public bool NamesHidden { get; private set; }

    public string? Previous { get; private set; }

    public string? Next { get; private set; }

    /// <summary>The address of a question of this page under the same filters.</summary>
    public string AddressOf(string spot, bool? onlyWaiting = null, bool? namesHidden = null) =>
        $"{Request.PathBase}/author/{Record.Id}/answers?spot={spot}{((onlyWaiting ?? OnlyWaiting) ? "&only=waiting" : "")}{((namesHidden ?? NamesHidden) ? "&names=hidden" : "")}";

    public Task OnGetAsync(string activity, string? spot, string? only, string? names) => LoadAsync(activity, spot, only, names, null, null);

    public async Task<IActionResult> OnPostAsync(string activity, string spot, string? only, string? names)
    {
        var form = Request.Form;
        var of = form["attempts"].OfType<string>().ToList();
        string? problem = null;
        foreach (var id in of)
        {
            if (await attempts.LoadAsync(id) is not { } loaded || loaded.Record.ActivityId != activity || !loaded.State.IsHandedIn
                || AttemptReport.Of(loaded.State).Answers.FirstOrDefault(answer => answer.SpotId == spot) is not { } answer)
            {
                return NotFound();
            }

            if (form["undo"] == "yes")
            {
                await reviewing.UndoAsync(id, spot, User.Id());
                continue;
            }

            var read = ReviewForm.Read(form, answer, loaded.State.Activity.Words, User.Id());
            problem = read.Refusal ?? await reviewing.KeepAsync(id, spot, of.Count == 1 ? form["seen"].ToString() : null, read.Value);
            if (problem is not null)
            {
                await LoadAsync(activity, spot, only, names, id, problem);
                return Page();
            }
        }

        if (form["keepPhrase"] == "true")
        {
            await reviewing.KeepPhraseAsync(User.Id(), form["comment"].ToString());
        }

        await LoadAsync(activity, spot, only, names, null, null);
        var at = Entries.Select((entry, i) => (entry, i)).FirstOrDefault(one => of.Contains(one.entry.Form.Attempts[0])).i;
        at = OnlyWaiting ? 0 : at + 1;
        var next = at < Entries.Count ? Entries[at] : null;
        return LocalRedirect(AddressOf(spot) + (next is null ? "" : "#of-" + next.Form.Attempts[0]));
    }

    /// <summary>Lets a phrase go.</summary>
    public async Task<IActionResult> OnPostDropAsync(string activity, string phrase, string? spot)
    {
        await reviewing.DropPhraseAsync(User.Id(), phrase);
        return LocalRedirect($"~/author/{activity}/answers?spot={spot}");
    }

    private async Task LoadAsync(string activity, string? spot, string? only, string? names, string? problemOf, string? problem)
    {
        Record = await db.Activities.AsNoTracking().SingleAsync(a => a.Id == activity);
        (OnlyWaiting, NamesHidden) = (only == "waiting", names == "hidden");
        var all = (await attempts.AllAsync(activity)).Where(attempt => attempt.State.IsHandedIn).ToList();
        var people = all.Select(attempt => attempt.Record.PersonId).ToList();
        var known = await db.Users.AsNoTracking().Where(person => people.Contains(person.Id)).ToDictionaryAsync(person => person.Id, person => person.DisplayName);
        var reports = all.Select(attempt => (Attempt: attempt, Report: AttemptReport.Of(attempt.State))).ToList();
        var asked = Record.NewestEdition == 0 ? [] : store.Edition(activity, Record.NewestEdition).Asked.ToList();
        Questions = asked.Select(one => (one.Spot.Id, one.Spot.ReportName, reports.Count(report => report.Report.Answers.Any(answer => answer.SpotId == one.Spot.Id && answer.Waits)))).ToList();
        SpotId = Questions.Any(one => one.SpotId == spot) ? spot! : Questions.FirstOrDefault(one => one.Waits > 0).SpotId ?? (Questions.Count > 0 ? Questions[0].SpotId : "");
        var at = Questions.ToList().FindIndex(one => one.SpotId == SpotId);
        (Previous, Next) = (at > 0 ? Questions[at - 1].SpotId : null, at >= 0 && at + 1 < Questions.Count ? Questions[at + 1].SpotId : null);
        var phrases = await reviewing.PhrasesAsync(User.Id());

        // Where names are hidden, the order does not tell them either.
        var answers = reports.SelectMany(report => report.Report.Answers.Where(answer => answer.SpotId == SpotId && (!OnlyWaiting || answer.Waits || report.Attempt.Record.Id == problemOf)).Select(answer => (report.Attempt, Answer: answer)))
            .OrderBy(one => NamesHidden ? one.Attempt.Record.Id : known.GetValueOrDefault(one.Attempt.Record.PersonId), StringComparer.CurrentCultureIgnoreCase);
        Entries = answers.GroupBy(one => Reviewing.SameAs(one.Answer) ?? one.Attempt.Record.Id).Select((same, number) =>
        {
            var (attempt, answer) = same.First();
            var ids = same.Select(one => one.Attempt.Record.Id).ToList();
            var who = NamesHidden ? (ids.Count > 1 ? $"{ids.Count} learners" : $"Learner {number + 1}") : string.Join(", ", same.Select(one => known.GetValueOrDefault(one.Attempt.Record.PersonId, "somebody")));
            return new Entry(ids.Count > 1 && !NamesHidden ? $"{ids.Count} learners: {who}" : who,
                new ReviewForm(answer, ids, Reviewing.NewestOf(attempt, SpotId), attempt.State.Activity.Words, $"{Request.PathBase}/author/{activity}/answers/{attempt.Record.Id}")
                {
                    Phrases = phrases,
                    Along = [("only", only ?? ""), ("names", names ?? "")],
                    Problem = ids.Contains(problemOf ?? "") ? problem : null,
                    Typed = ids.Contains(problemOf ?? "") ? Request.Form : null,
                });
        }).ToList();
    }
}
