using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Player;

namespace ZestySlate.Web.Learning;

/// <summary>The answer to an event sent by script: the pieces of the page that changed. Learners at work and authors' trials use the same.</summary>
internal static class EventReply
{
    private const string Header = "X-Slate-Script";

    /// <summary>True when a script sent the request and puts the pieces in place itself.</summary>
    public static bool FromScript(HttpContext context) => context.Request.Headers.ContainsKey(Header);

    /// <summary>Says which edition's wording the attempt has, so that an open page can bring itself up to date.</summary>
    public static void SayEdition(HttpContext context, int edition) =>
        context.Response.Headers["X-Slate-Edition"] = edition.ToString(System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>True when an answer was only kept: nothing on the page looks different, and the reply is empty.</summary>
    public static bool ChangesNothing(IFormCollection form, AttemptState before, AttemptState after, string? refusal) =>
        form["act"].ToString() is "answer" or "add" or "annotate" && refusal is null && Progress.Of(after) == Progress.Of(before) && after.OpenLocks.Count == before.OpenLocks.Count;

    /// <summary>The reply to an event that changes something.</summary>
    /// <param name="context">The request.</param>
    /// <param name="view">What the learner may see now.</param>
    /// <param name="before">Where the attempt stood before the event.</param>
    /// <param name="after">Where it stands now.</param>
    /// <param name="form">The event's form.</param>
    /// <param name="links">What the components need of the host.</param>
    /// <param name="refusal">Why the event was not taken, or null.</param>
    public static IResult Of(HttpContext context, LearnerView view, AttemptState before, AttemptState after, IFormCollection form, PlayLinks links, string? refusal)
    {
        var act = form["act"].ToString();
        if (view.HandedInAt is not null && (act == "handIn" || refusal is not null || !before.IsHandedIn))
        {
            context.Response.Headers["X-Slate-Reload"] = "result";
        }

        SayInHeader(context, "X-Slate-Spoken", refusal is null ? Spoken(before, after, act, form) : null);
        if (act is "visit" or "code" or "start" || after.IsHandedIn != before.IsHandedIn || after.StepNumber != before.StepNumber || after.OpenLocks.Count != before.OpenLocks.Count || after.Findings.Count != before.Findings.Count)
        {
            // Something opened, or one is elsewhere: the whole view is brought up to date.
            context.Response.Headers["X-Slate-Whole"] = "yes";
            SayInHeader(context, "X-Slate-Refusal", refusal);
            SayInHeader(context, "X-Slate-Said", Opened(before, after));
            return new RazorComponentResult<Learn>(new Dictionary<string, object?> { [nameof(Learn.View)] = view, [nameof(Learn.Links)] = links });
        }

        return new RazorComponentResult<AfterEvent>(new Dictionary<string, object?>
        {
            [nameof(AfterEvent.View)] = view,
            [nameof(AfterEvent.Links)] = links,
            [nameof(AfterEvent.SpotId)] = form["spot"].ToString(),
            [nameof(AfterEvent.ShowQuestion)] = act is "begin" or "hand" or "mark" or "vote" or "again" or "hint" or "see" or "step" || refusal is not null,
            [nameof(AfterEvent.Refusal)] = refusal,
        });
    }

    /// <summary>The words for what has opened, or null.</summary>
    private static string? Opened(AttemptState before, AttemptState after)
    {
        var opened = after.OpenLocks.Except(before.OpenLocks).ToList();
        return opened.Count == 0 ? null : string.Join(' ', opened.Select(id => after.Activity.LockOf(id)?.OpenWords is { Length: > 0 } own ? own
            : after.Activity.SceneOf(id) is { } scene ? after.Activity.Words.Say("openNow", after.Activity.TitleOf(scene))
            : after.Activity.SpotOf(id) is { } spot ? after.Activity.Words.Say("openNow", after.Activity.NameOf(spot)) : ""));
    }

    /// <summary>What is told of a step, or of a try that cost a life, to those who hear the page; null for nothing.</summary>
    private static string? Spoken(AttemptState before, AttemptState after, string act, IFormCollection form)
    {
        var words = after.Activity.Words;
        var spoken = new List<string>();
        if (act == "step" && before.QuestionOf(form["spot"].ToString()) is { } old && after.QuestionOf(old.Spot.Id) is { } now && now.StepMark is { } mark)
        {
            spoken.Add(words["verdict" + (now.Mistakes > old.Mistakes ? Verdict.Wrong : Verdict.Right)] + ".");
            spoken.AddRange(mark.Of(form["part"].ToString()) is { } part ? [words.Say(part.Reason)] : []);
        }

        if (after.LivesLeft is { } left && left < before.LivesLeft)
        {
            spoken.Add(words.Say("livesLeft", left) + ".");
        }

        return spoken.Count == 0 ? null : string.Join(' ', spoken);
    }

    private static void SayInHeader(HttpContext context, string header, string? words)
    {
        if (words is not null)
        {
            context.Response.Headers[header] = Uri.EscapeDataString(words);
        }
    }
}
