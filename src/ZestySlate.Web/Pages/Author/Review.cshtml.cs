using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Pages.Author;

/// <summary>One learner's answers, to be given points and comments, and given back.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class ReviewModel(ActivityStore store, AttemptStore attempts, AttemptReader reader, Reviewing reviewing, TimeProvider clock)
    : PageModel
{
    private IReadOnlyList<string> _phrases = [];

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
    public string Points(Fraction points) => Attempt.State.Activity.Words.Number(points);

    /// <summary>The work as its learner will see it.</summary>
    public ReviewSheet Sheet { get; private set; } = null!;

    /// <summary>How many answers wait.</summary>
    public int Waits => Report.Answers.Count(answer => answer.Waits);

    /// <summary>The question whose review was kept just now, where only what it changes is sent; null for the whole page.</summary>
    public string? Saved { get; private set; }

    /// <summary>What somebody said meanwhile, by the event's id, where that is why something was not kept.</summary>
    public string? Over { get; private set; }

    /// <summary>True when only what was changed is sent.</summary>
    public bool IsFragment => Fragments.IsOne(HttpContext);

    private string Files => $"{Request.PathBase}/author/{Record.Id}/answers/{Attempt.Record.Id}";

    /// <summary>What learners see finds its files by these, and its style is let through.</summary>
    public PlayLinks Links => new($"{Files}/events", Attempt.Record.Id, null, SecurityHeaders.StyleNonce(HttpContext));

    /// <summary>Where the comment on the whole is sent.</summary>
    public string WholeAddress => $"{Request.PathBase}/author/{Record.Id}/review/{Attempt.Record.Id}?handler=Whole";

    /// <summary>True for an answer that the filter lets through.</summary>
    public bool IsShown(AnswerReport answer) => !OnlyWaiting || answer.Waits || Problem?.SpotId == answer.SpotId;

    /// <summary>The form of one answer.</summary>
    public ReviewForm FormOf(AnswerReport answer) =>
        new(answer, [Attempt.Record.Id], Reviewing.NewestOf(Attempt, answer.SpotId), Attempt.State.Activity.Words, Files)
        {
            Shown = Sheet.AskOf(answer.SpotId),
            Kept = Saved == answer.SpotId,
            Phrases = _phrases,
            Over = Problem is { } refused && refused.SpotId == answer.SpotId ? Over : null,
            Along = [("only", OnlyWaiting ? "waiting" : "")],
            Problem = Problem is { } problem && problem.SpotId == answer.SpotId ? problem.Words : null,
            Typed = Problem is { } same && same.SpotId == answer.SpotId ? Request.Form : null,
        };

    public async Task<IActionResult> OnGetAsync(string activity, string of, string? only) =>
        await LoadAsync(activity, of, only) ? Page() : NotFound();

    public async Task<IActionResult> OnPostAsync(string activity, string of, string spot, string? only)
    {
        if (!await LoadAsync(activity, of, only))
        {
            return NotFound();
        }

        if (Request.Form["undo"] == "yes")
        {
            await reviewing.UndoAsync(of, spot, User.Id());
            return LocalRedirect($"~/author/{activity}/review/{of}{(OnlyWaiting ? "?only=waiting" : "")}#answer-{spot}");
        }

        var answer = Report.Answers.FirstOrDefault(answer => answer.SpotId == spot);
        var read = answer is null
            ? Outcome<Review>.Refused("This question is not in the work any more.")
            : ReviewForm.Read(Request.Form, answer, Attempt.State.Activity.Words, User.Id());
        var seen = ReviewForm.Seen(Request.Form);
        var problem = read.Refusal ?? await reviewing.KeepAsync(of, spot, seen, read.Value);
        if (problem is null && Request.Form["keepPhrase"] == "true")
        {
            await reviewing.KeepPhraseAsync(User.Id(), Request.Form["comment"].ToString());
        }

        await LoadAsync(activity, of, only);
        if (problem is not null)
        {
            Problem = (spot, problem);
            Over = Reviewing.OverOf(Attempt, spot, seen);
            return answer is null ? (IsFragment ? Fragments.Refused(problem) : NotFound())
                : !IsFragment ? Page()
                : Fragments.Beside(this, "_ReviewKept", FormOf(answer));
        }

        if (IsFragment)
        {
            Saved = spot;
            return Partial("_ReviewFragment", this);
        }

        var next = Report
            .Answers.SkipWhile(other => other.SpotId != spot)
            .Skip(1)
            .FirstOrDefault(other => !OnlyWaiting || other.Waits)
            ?.SpotId;
        return LocalRedirect(
            $"~/author/{activity}/review/{of}{(OnlyWaiting ? "?only=waiting" : "")}{(next is null ? "#done" : $"#answer-{next}")}"
        );
    }

    public Task<IActionResult> OnPostReturnAsync(string activity, string of) =>
        GiveAsync(activity, of, new Returned { Id = Ids.New(), At = clock.GetUtcNow() });

    /// <summary>True when the learner handed it in: what time or lives ended is ended.</summary>
    public bool CanReopen => Attempt.State.EndedBy == Ending.Finished;

    /// <summary>Opens the work again for the learner.</summary>
    public async Task<IActionResult> OnPostReopenAsync(string activity, string of)
    {
        if (!await LoadAsync(activity, of, null))
        {
            return NotFound();
        }

        await attempts.TakeAsync(of, new Reopened(User.Id()) { Id = Ids.New(), At = clock.GetUtcNow() });
        return LocalRedirect($"~/author/{activity}/lookout/{of}");
    }

    public Task<IActionResult> OnPostTakeBackAsync(string activity, string of) =>
        GiveAsync(activity, of, new TakenBack { Id = Ids.New(), At = clock.GetUtcNow() });

    /// <summary>Keeps the comment on the whole work.</summary>
    public async Task<IActionResult> OnPostWholeAsync(string activity, string of, string? comment)
    {
        if (!await LoadAsync(activity, of, null))
        {
            return NotFound();
        }

        Problem = await reviewing.KeepAsync(
            of,
            "",
            ReviewForm.Seen(Request.Form),
            new Review { By = User.Id(), Comment = (comment ?? "").ReplaceLineEndings("\n").Trim() }
        )
            is { } words
            ? ("", words)
            : null;
        if (Problem is null && !IsFragment)
        {
            return LocalRedirect($"~/author/{activity}/review/{of}#done");
        }

        // What was said meanwhile is shown with the problem.
        await LoadAsync(activity, of, null);
        Over = Problem is null ? null : Reviewing.OverOf(Attempt, "", ReviewForm.Seen(Request.Form));
        return IsFragment ? Partial("_ReviewWhole", this) : Page();
    }

    private async Task<IActionResult> GiveAsync(string activity, string of, AttemptEvent happened)
    {
        if (!await LoadAsync(activity, of, null))
        {
            return NotFound();
        }

        await attempts.TakeAsync(of, happened);
        return LocalRedirect($"~/author/{activity}/review/{of}");
    }

    private async Task<bool> LoadAsync(string activity, string of, string? only)
    {
        if (await attempts.LoadAsync(of) is not { } loaded || loaded.Record.ActivityId != activity || !loaded.State.IsHandedIn)
        {
            return false;
        }

        Record = await store.RecordAsync(activity);
        _phrases = await reviewing.PhrasesAsync(User.Id());
        (Attempt, Report, OnlyWaiting) = (loaded, AttemptReport.Of(loaded.State), only == "waiting");
        Sheet = ReviewSheet.Of(loaded.State, clock.GetUtcNow());
        var others = (await reader.NamedAsync(activity, handedIn: true))
            .OrderBy(other => other.Learner, StringComparer.CurrentCultureIgnoreCase)
            .ThenBy(other => other.Attempt.Id, StringComparer.Ordinal)
            .ToList();
        var at = others.FindIndex(other => other.Attempt.Id == of);
        (Previous, Next) = (at > 0 ? others[at - 1].Attempt.Id : null, at >= 0 && at + 1 < others.Count ? others[at + 1].Attempt.Id : null);
        Learner = at >= 0 ? others[at].Learner : "";
        return true;
    }
}
