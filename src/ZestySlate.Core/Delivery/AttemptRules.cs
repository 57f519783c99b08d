using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>Which events an attempt takes in its present state.</summary>
public static class AttemptRules
{
    /// <summary>Why the event cannot be taken, in words for the learner; null when it can.</summary>
    public static string? Refuse(AttemptState state, AttemptEvent happened)
    {
        if (state.IsHandedIn && happened is not (Opened or Visited or Annotated or TookWording))
        {
            return "This activity is handed in already; nothing was changed.";
        }

        return happened switch
        {
            Opened opened => RefuseReach(state, opened.SpotId),
            Visited visited => RefuseVisit(state, visited.SceneId),
            TriedCode tried => RefuseCode(state, tried),
            Annotated annotated => state.Findings.Contains(annotated.SpotId)
                ? annotated.Text.Length > LongestAnnotation ? $"What you write beside a finding has up to {LongestAnnotation} characters; this is longer." : null
                : "This is not among your findings.",
            Answered answered => RefuseAnswer(state, answered.SpotId, answered.Response),
            AskedToMark when !MarksWhileWorking(state.Activity.Rules) => "In this activity answers are marked after handing in; yours is kept.",
            AskedToMark asked => RefuseAnswer(state, asked.SpotId, asked.Response) ?? RefuseEmpty(state, asked),
            AnotherGo again => RefuseOpen(state, again.SpotId),
            AskedForHint hint => RefuseOpen(state, hint.SpotId)
                ?? (state.QuestionOf(hint.SpotId)!.Question.Hint.Length == 0 ? "This question has no hint." : null),
            SawAnswer saw when !MaySeeAnswer(state, saw.SpotId) || !state.IsInReach(saw.SpotId) => "The answer is not shown yet.",
            _ => null,
        };
    }

    /// <summary>The most characters beside a finding.</summary>
    public const int LongestAnnotation = 2000;

    private static string? RefuseReach(AttemptState state, string spotId) =>
        state.Activity.SpotOf(spotId) is null ? "This spot is not in the activity any more."
        : state.IsInReach(spotId) ? null
        : "This is still locked.";

    private static string? RefuseVisit(AttemptState state, string sceneId) =>
        state.Activity.SceneOf(sceneId) is null ? "This place is not in the activity any more."
        : !state.Knows(sceneId) ? "There is no way there yet."
        : state.IsOpen(sceneId) ? null
        : "This is still locked.";

    private static string? RefuseCode(AttemptState state, TriedCode tried)
    {
        if (state.Activity.LockOf(tried.LockId)?.Key is not TypedKey)
        {
            return "There is no lock for a code here.";
        }

        var seen = state.Activity.SpotOf(tried.LockId) is not null ? state.VisitedScenes.Contains(state.Activity.SceneWith(tried.LockId)!.Id) : state.Knows(tried.LockId);
        if (!seen)
        {
            return "There is no way to this lock yet.";
        }

        if (tried.Typed.Trim().Length == 0 || tried.Typed.Length > Locks.LongestCode)
        {
            return "Type the code first.";
        }

        if (state.OpenLocks.Contains(tried.LockId))
        {
            return "This is open already.";
        }

        return state.WrongCodes.TryGetValue(tried.LockId, out var tries) && Locks.NextTry(tries) is var next && tried.At < next
            ? $"After {tries.Wrong} wrong codes the lock rests. Try again in {Math.Ceiling((next - tried.At).TotalSeconds)} seconds; this try did not count."
            : null;
    }

    /// <summary>True when the learner can have answers marked before handing in.</summary>
    public static bool MarksWhileWorking(Rules rules) =>
        rules.Reveal is { RightOrWrong: <= RevealMoment.AfterLastTry } or { Points: <= RevealMoment.AfterLastTry } or { RightAnswer: <= RevealMoment.AfterLastTry };

    /// <summary>True when the learner may give a question up to see the answer: after a try, while it is open.</summary>
    public static bool MaySeeAnswer(AttemptState state, string spotId) =>
        state.Activity.Rules.Reveal.RightAnswer <= RevealMoment.AfterLastTry
        && !state.IsHandedIn
        && state.QuestionOf(spotId) is { Closed: false, Tries.Count: > 0 };

    private static string? RefuseOpen(AttemptState state, string spotId) => state.QuestionOf(spotId) switch
    {
        null => "This question is not in the activity.",
        _ when !state.IsInReach(spotId) => "This question is still locked.",
        { Closed: true } => "This question is closed; no try is left.",
        _ => null,
    };

    private static string? RefuseEmpty(AttemptState state, AskedToMark asked) =>
        QuestionTypes.For(state.QuestionOf(asked.SpotId)!.Question).IsEmpty(asked.Response) ? "Nothing is answered yet, so there is nothing to mark." : null;

    private static string? RefuseAnswer(AttemptState state, string spotId, Response response) =>
        RefuseOpen(state, spotId) ?? QuestionTypes.For(state.QuestionOf(spotId)!.Question).RefuseResponse(state.QuestionOf(spotId)!.Question, response);
}
