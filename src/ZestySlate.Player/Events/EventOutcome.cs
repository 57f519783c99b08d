using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Trails;

namespace ZestySlate.Player.Events;

/// <summary>What an event changed on a learner's page: which pieces are shown anew, and what is said.</summary>
/// <param name="IsQuiet">True when an answer was only kept: nothing on the page looks different.</param>
/// <param name="IsWhole">True when something opened, or one is elsewhere: the whole view is brought up to date.</param>
/// <param name="ShowsQuestion">True when the question itself is shown anew.</param>
/// <param name="ShowsResult">True when the page goes to the result.</param>
/// <param name="Said">The words for what has opened, or null.</param>
/// <param name="Spoken">What is told to those who hear the page, or null.</param>
public sealed record EventOutcome(bool IsQuiet, bool IsWhole, bool ShowsQuestion, bool ShowsResult, string? Said, string? Spoken)
{
    /// <summary>What an event changed.</summary>
    /// <param name="fields">The fields of its form.</param>
    /// <param name="before">Where the attempt stood before it.</param>
    /// <param name="after">Where it stands now.</param>
    /// <param name="refusal">Why it was not taken, or null.</param>
    public static EventOutcome Of(FormFields fields, AttemptState before, AttemptState after, string? refusal)
    {
        var act = fields["act"];
        return new EventOutcome(
            act is "answer" or "add" or "annotate" or "watch"
                && refusal is null
                && Progress.Of(after) == Progress.Of(before)
                && after.OpenLocks.Count == before.OpenLocks.Count,
            act is "visit" or "choose" or "back" or "stopAgain" or "code" or "start"
                || after.IsHandedIn != before.IsHandedIn
                || after.StepNumber != before.StepNumber
                || after.OpenLocks.Count != before.OpenLocks.Count
                || after.Findings.Count != before.Findings.Count
                || Trailing.StopsOf(after) != Trailing.StopsOf(before),
            act is "begin" or "hand" or "mark" or "vote" or "again" or "hint" or "see" or "step" || refusal is not null,
            after.IsHandedIn && (act == "handIn" || refusal is not null || !before.IsHandedIn),
            Opened(before, after),
            refusal is null ? SpokenOf(before, after, act, fields) : null
        );
    }

    /// <summary>The words for what has opened, or null.</summary>
    private static string? Opened(AttemptState before, AttemptState after)
    {
        // A choice that is there now shows itself where it is.
        var opened = after.OpenLocks.Except(before.OpenLocks).Where(id => after.Activity.SpotOf(id)?.Content.Consequence is null).ToList();
        return opened.Count == 0
            ? null
            : string.Join(
                ' ',
                opened.Select(id =>
                    after.Activity.LockOf(id)?.OpenWords is { Length: > 0 } own ? own
                    : after.Activity.SceneOf(id) is { } scene ? after.Activity.Words.Say("openNow", after.Activity.TitleOf(scene))
                    : after.Activity.SpotOf(id) is { } spot ? after.Activity.Words.Say("openNow", after.Activity.NameOf(spot))
                    : ""
                )
            );
    }

    /// <summary>What is told of a step, or of a try that cost a life, to those who hear the page; null for nothing.</summary>
    private static string? SpokenOf(AttemptState before, AttemptState after, string act, FormFields fields)
    {
        var words = after.Activity.Words;
        var spoken = new List<string>();
        if (
            act == "step"
            && before.QuestionOf(fields["spot"]) is { } old
            && after.QuestionOf(old.Spot.Id) is { } now
            && now.StepMark is { } mark
        )
        {
            spoken.Add(words["verdict" + (now.Mistakes > old.Mistakes ? Verdict.Wrong : Verdict.Right)] + ".");
            spoken.AddRange(mark.Of(fields["part"]) is { } part ? [words.Say(part.Reason)] : []);
        }

        if (after.LivesLeft is { } left && left < before.LivesLeft)
        {
            spoken.Add(words.Say("livesLeft", left) + ".");
        }

        return spoken.Count == 0 ? null : string.Join(' ', spoken);
    }
}
