using System.Globalization;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Author;

/// <summary>How well an activity and its questions measured, from the attempts that were handed in, or from a simulated class.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class StatisticsModel(ActivityStore store, AttemptRows attempts) : PageModel
{
    public ActivityRecord Record { get; private set; } = null!;

    /// <summary>The statistics; null when nothing was published or handed in.</summary>
    public ClassStatistics? Statistics { get; private set; }

    /// <summary>What they are of: the newest edition, or the draft.</summary>
    public Core.Activities.Activity Document { get; private set; } = new();

    /// <summary>What a simulated class made of it, when that was asked for.</summary>
    public Rehearsal? Rehearsed { get; private set; }

    /// <summary>The words of the activity: how it writes numbers.</summary>
    public Core.Wording.Words Words { get; private set; } = Core.Wording.Words.English;

    /// <summary>The most frequent total, for the scale of the histogram; at least 1.</summary>
    public int Highest => Math.Max(1, Statistics!.Histogram.Max());

    public async Task OnGetAsync(string activity)
    {
        await FindAsync(activity);
        if (Record.NewestEdition > 0)
        {
            var edition = store.Edition(activity, Record.NewestEdition);
            var rows = await attempts.OfAsync(activity);
            Document = edition;
            Statistics = rows.Count == 0 ? null : ClassStatistics.Of(edition, rows);
        }
    }

    /// <summary>Lets a simulated class do the draft as it stands.</summary>
    public async Task OnGetRehearsalAsync(string activity, int? learners, long? seed)
    {
        await FindAsync(activity);
        var draft = (await store.DraftAsync(activity))!.Document;
        Document = draft;
        Rehearsed = Rehearsal.Run(draft, Math.Clamp(learners ?? Rehearsal.UsualLearners, 1, 500), seed ?? 1);
        Statistics = Rehearsed.HandedIn == 0 ? null : Rehearsed.Statistics;
    }

    /// <summary>Takes a frequent answer as right from now on: in the draft, which is published next.</summary>
    public async Task<IActionResult> OnPostAcceptAsync(string activity, string spot, string? part, string text)
    {
        var draft = (await store.DraftAsync(activity))!;
        if (draft.Document.SpotOf(spot)?.Question is { } question)
        {
            await store.EditAsync(
                activity,
                draft.Record.Version,
                User.Id(),
                new SetContent(spot, new Ask(QuestionTypes.For(question).WithVariant(question, part ?? "", text)))
            );
        }

        return LocalRedirect($"~/author/{activity}/publish");
    }

    private async Task FindAsync(string activity)
    {
        Record = await store.RecordAsync(activity);
        Words = (await store.DraftAsync(activity))!.Document.Words;
    }

    /// <summary>A figure to so many places, as the pages of teachers write it.</summary>
    public static string Figure(double? value, string format = "0.00") =>
        value is { } known ? known.ToString(format, CultureInfo.InvariantCulture).Replace('-', '−') : "–";

    /// <summary>A share as whole percent.</summary>
    public static string Percent(double share) => (share * 100).ToString("0", CultureInfo.InvariantCulture) + " %";

    /// <summary>Why a question looks bad, in a sentence.</summary>
    public static string Say(QuestionProblem problem, QuestionStatistics question) =>
        problem switch
        {
            QuestionProblem.WrongKeySuspected =>
                $"The strongest learners pick “{question.Options.Where(option => !option.Right).MaxBy(option => option.StrongShare)!.Words}"
                    + "” more often than the right answer: look whether the key is wrong.",
            QuestionProblem.TooEasy => $"Nearly everybody gets it right ({Percent(question.Facility)}): it tells little about who knows.",
            QuestionProblem.TooHard =>
                $"Hardly anybody gets it right ({Percent(question.Facility)}): was it taught, and is it worded clearly?",
            _ =>
                $"Those who do well otherwise do no better here (discrimination {Figure(question.Discrimination)}): it measures something else, or misleads.",
        };
}
