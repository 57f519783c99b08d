using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>Which events an attempt takes in its present state.</summary>
public static class AttemptRules
{
    /// <summary>Why the event cannot be taken, in words for the learner; null when it can.</summary>
    public static string? Refuse(AttemptState state, AttemptEvent happened)
    {
        if (state.IsHandedIn && happened is not (Opened or TookWording))
        {
            return "This activity is handed in already; nothing was changed.";
        }

        return happened switch
        {
            Opened opened when state.Activity.SpotOf(opened.SpotId) is null => "This spot is not in the activity any more.",
            Answered answered => RefuseAnswer(state, answered.SpotId, answered.Response),
            AskedToMark when !MarksWhileWorking(state.Activity.Rules) => "In this activity answers are marked after handing in; yours is kept.",
            AskedToMark asked => RefuseAnswer(state, asked.SpotId, asked.Response) ?? RefuseEmpty(state, asked),
            AnotherGo again => RefuseOpen(state, again.SpotId),
            AskedForHint hint => RefuseOpen(state, hint.SpotId)
                ?? (state.QuestionOf(hint.SpotId)!.Question.Hint.Length == 0 ? "This question has no hint." : null),
            SawAnswer saw when !MaySeeAnswer(state, saw.SpotId) => "The answer is not shown yet.",
            _ => null,
        };
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
        { Closed: true } => "This question is closed; no try is left.",
        _ => null,
    };

    private static string? RefuseEmpty(AttemptState state, AskedToMark asked) =>
        QuestionTypes.For(state.QuestionOf(asked.SpotId)!.Question).IsEmpty(asked.Response) ? "Nothing is answered yet, so there is nothing to mark." : null;

    private static string? RefuseAnswer(AttemptState state, string spotId, Response response) =>
        RefuseOpen(state, spotId) ?? QuestionTypes.For(state.QuestionOf(spotId)!.Question).RefuseResponse(state.QuestionOf(spotId)!.Question, response);
}
