using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
using ZestySlate.Player.Events;
using ZestySlate.Storage.Handed;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;

namespace ZestySlate.Web.Authoring;

/// <summary>Takes what happens in a trial, and shows what came of it.</summary>
internal static class TrialEvents
{
    /// <summary>Takes one event that was posted.</summary>
    /// <param name="trials">Where trials are kept.</param>
    /// <param name="context">The request.</param>
    /// <param name="trial">What the trial is kept under.</param>
    /// <param name="document">What is tried.</param>
    /// <param name="links">How its page speaks with the server.</param>
    /// <param name="files">Where files that were handed over in it are, and what they are kept under.</param>
    /// <param name="clock">The time.</param>
    public static async Task<IResult> TakeAsync(
        this Trials trials,
        HttpContext context,
        string trial,
        Activity document,
        PlayLinks links,
        (HandedFiles Handed, string Key) files,
        TimeProvider clock
    )
    {
        var (me, now) = (context.User.Id(), clock.GetUtcNow());
        var fields = (await context.Request.ReadFormAsync()).Fields();
        var before = trials.State(trial, me, document).At(now);
        var read = EventForm.Read(fields, before, await files.Handed.OfAsync(files.Key, before), now);
        var refusal = read.Succeeded ? trials.Take(trial, me, document, read.Value) : read.Refusal;
        var after = trials.State(trial, me, document);
        EventReply.SayEdition(context, after.Edition);
        var outcome = EventOutcome.Of(fields, before, after.At(now), refusal);
        return outcome.IsQuiet
            ? Results.NoContent()
            : EventReply.Of(context, outcome, LearnerView.Of(after, now), fields["spot"], links, refusal);
    }
}
