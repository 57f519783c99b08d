using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Editions;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.MarkingAgain;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>After a key was corrected: who would get more or less, and why; then marking all again, and undoing it.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class MarkAgainModel(ActivityStore store, MarkAgainRuns runs, PeopleStore people) : PageModel
{
    /// <summary>A grade that would change.</summary>
    public sealed record Row(string Learner, ReportedChange Reported);

    public ActivityRecord Record { get; private set; } = null!;

    public IReadOnlyList<Row> Rows { get; private set; } = [];

    /// <summary>What differs in the keys of the editions that attempts are marked by from the newest.</summary>
    public IReadOnlyList<string> KeyChanges { get; private set; } = [];

    /// <summary>Key changes in the draft that are not published yet.</summary>
    public IReadOnlyList<string> Unpublished { get; private set; } = [];

    /// <summary>The runs so far, the newest first.</summary>
    public IReadOnlyList<MarkAgainRun> Runs { get; private set; } = [];

    public int Rise => Rows.Count(row => row.Reported.Change.Rise > 0);

    public int Fall => Rows.Count(row => row.Reported.Change.Rise < 0);

    /// <summary>Points in the activity's own way of writing numbers.</summary>
    public string Points(Fraction points) => store.Edition(Record.Id, Record.NewestEdition).Words.Number(points);

    public async Task OnGetAsync(string activity)
    {
        Record = await store.RecordAsync(activity);
        Runs = await runs.OfAsync(activity);
        if (Record.NewestEdition == 0 || Runs.Any(run => run.IsAtWork))
        {
            return;
        }

        var newest = store.Edition(activity, Record.NewestEdition);
        Unpublished = EditionDifference.Between(newest, (await store.DraftAsync(activity))!.Document).Key;
        var changes = await runs.ReportAsync(activity);
        var names = await people.NamesAsync(changes.Select(change => change.Attempt.Record.PersonId));
        Rows = changes
            .Select(change => new Row(names.GetValueOrDefault(change.Attempt.Record.PersonId, "somebody"), change))
            .OrderBy(row => row.Reported.Change.Rise)
            .ThenBy(row => row.Learner, StringComparer.CurrentCultureIgnoreCase)
            .ToList();
        KeyChanges = changes
            .Select(change => change.Attempt.State.KeyEdition)
            .Distinct()
            .SelectMany(edition => EditionDifference.Between(store.Edition(activity, edition), newest).Key)
            .Distinct()
            .ToList();
    }

    public async Task<IActionResult> OnPostApplyAsync(string activity, bool neverLower)
    {
        await runs.BeginAsync(activity, User.Id(), neverLower);
        return LocalRedirect($"~/author/{activity}/mark-again");
    }

    public async Task<IActionResult> OnPostUndoAsync(string activity, string run)
    {
        await runs.UndoAsync(activity, run);
        return LocalRedirect($"~/author/{activity}/mark-again");
    }
}
