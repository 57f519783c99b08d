using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Trails;

/// <summary>How much of a stop is right, whether its reward is won, and whether it may be done again.</summary>
internal static class Winning
{
    /// <summary>The share of a stop's questions that is right, 0..1, whatever the stop counts; null where nothing in it is marked.</summary>
    /// <param name="questions">The stop's questions.</param>
    /// <param name="counts">Which try counts.</param>
    internal static Fraction? ShareOf(IEnumerable<QuestionState> questions, CountingTry counts)
    {
        var marked = questions
            .Where(question => question.Round != Round.LookOnly)
            .Select(question => (question, Worth: QuestionTypes.For(question.Question).OutOf(question.Question)))
            .Where(entry => entry.Worth > 0)
            .ToList();
        var all = marked.Sum(entry => entry.Worth);
        return all <= 0 ? null : marked.Total(entry => entry.question.ShareEarned(counts) * entry.Worth) / all;
    }

    /// <summary>True when so much is right that the reward is won. Where nothing is marked, or nothing must be right, it is won once
    /// everything was answered.</summary>
    internal static bool IsWon(Reward reward, IReadOnlyList<QuestionState> questions, CountingTry counts) =>
        ShareOf(questions, counts) is { } share && reward.From > 0
            ? share * 100 >= reward.From
            : questions.Count > 0 && questions.All(question => question.HasAnswer || question.Round == Round.LookOnly);

    /// <summary>Whether a stop is done: its reward is won, or, where it has none, all in it was answered, or it was looked at.</summary>
    internal static bool IsDone(
        Activity activity,
        string stopId,
        ValueList<string> findings,
        IReadOnlyList<QuestionState> questions,
        Func<string, bool> beenIn
    ) =>
        activity.Trail?.StopOf(stopId) is { } stop
        && (
            stop.Reward is not null ? findings.Contains(stopId)
            : questions.Count > 0 ? questions.All(question => question.HasAnswer || question.Round == Round.LookOnly)
            : activity.ScenesOf(stopId).Any(scene => beenIn(scene.Id))
        );

    /// <summary>Whether the learner may do the stop once more: all of it was tried, something is not right, and there is a go left.</summary>
    internal static bool MayRepeat(AttemptState state, Stop stop)
    {
        var questions = state.QuestionsOf(stop.Id).Where(question => question.Round != Round.LookOnly).ToList();
        return !state.IsHandedIn
            && (!state.IsInOrder || state.Activity.Flow.Back)
            && MightRepeat(state, stop)
            && questions.Count > 0
            && questions.All(question =>
                question.Closed || (question.Tries.Count > question.TriesBefore && state.RulesOf(question.Spot.Id).Tries is null)
            )
            && questions.Any(question => IsRepeated(question, state.Activity.Rules.Counts));
    }

    /// <summary>Whether there can be another go at the stop: then what is right is kept from the learner.</summary>
    internal static bool MightRepeat(AttemptState state, Stop stop) =>
        stop.Goes == Stop.UntilWon
            ? stop.Reward is null || !state.Findings.Contains(stop.Id)
            : state.Repeated.GetValueOrDefault(stop.Id) + 1 < stop.Goes;

    /// <summary>Whether a question begins anew when its stop does: what is right stays, what has no right answer too.</summary>
    internal static bool IsRepeated(QuestionState question, CountingTry counts) =>
        question.Round != Round.LookOnly
        && !QuestionTypes.For(question.Question).TakesVotes
        && question.VerdictThatCounts(counts) is not (Marking.Verdict.Right or Marking.Verdict.Ungraded or Marking.Verdict.Waiting);
}
