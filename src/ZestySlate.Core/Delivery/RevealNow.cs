using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Delivery;

/// <summary>What of right or wrong, the right answer and the points may be shown at a moment.</summary>
public static class RevealNow
{
    /// <summary>For one question.</summary>
    public static Shown For(AttemptState state, QuestionState question, DateTimeOffset now, DateTimeOffset? due)
    {
        var reveal = state.RulesOf(question.Spot.Id).Reveal;
        bool Reached(RevealMoment moment) =>
            moment switch
            {
                RevealMoment.AtOnce or RevealMoment.AfterMarking => question.ShowsLastTry || question.Closed,
                RevealMoment.AfterLastTry => question.Closed,
                _ => AfterTheEnd(state, moment, now, due),
            };
        return new Shown(
            Reached(reveal.RightOrWrong),
            Reached(reveal.RightAnswer) && !KeepsRightAnswer(state, question.Spot.Id),
            !state.Rules.FeedbackOnly && Reached(reveal.Points)
        );
    }

    /// <summary>True while a stop may be done again: what is right is told once it may not, or is found.</summary>
    internal static bool KeepsRightAnswer(AttemptState state, string spotId) =>
        state.Activity.Trail is { } trail
        && !state.IsHandedIn
        && state.Activity.StopOf(state.SceneWith(spotId)) is { } stop
        && state.QuestionOf(spotId) is { } question
        && Winning.IsRepeated(question, state.Activity.Rules.Counts)
        && trail.Around(stop).Any(one => Winning.MightRepeat(state, one));

    /// <summary>Whether a reward that was won may be shown: once right or wrong is told in its stop.</summary>
    internal static bool Reward(AttemptState state, Stop stop, DateTimeOffset now, DateTimeOffset? due) =>
        state.Findings.Contains(stop.Id) && Verdict(state, stop, now, due);

    /// <summary>Whether right or wrong may be told of a stop as a whole.</summary>
    internal static bool Verdict(AttemptState state, Stop stop, DateTimeOffset now, DateTimeOffset? due) =>
        IsTold(state, RevealIn(state, stop).RightOrWrong, now, due);

    /// <summary>Whether the points of a stop may be shown.</summary>
    internal static bool Points(AttemptState state, Stop stop, DateTimeOffset now, DateTimeOffset? due) =>
        !state.Rules.FeedbackOnly && IsTold(state, RevealIn(state, stop).Points, now, due);

    private static Reveal RevealIn(AttemptState state, Stop stop) =>
        state.Terms.On(state.Activity.Trail!.RulesIn(state.Activity.Rules, stop)).Reveal;

    private static bool IsTold(AttemptState state, RevealMoment moment, DateTimeOffset now, DateTimeOffset? due) =>
        moment <= RevealMoment.AfterLastTry || AfterTheEnd(state, moment, now, due);

    /// <summary>Whether the total may be shown.</summary>
    public static bool Total(AttemptState state, DateTimeOffset now, DateTimeOffset? due) =>
        !state.Rules.FeedbackOnly && IsTold(state, PointsShown(state), now, due);

    /// <summary>When all points are shown: the total would tell of a stop whose points come later.</summary>
    private static RevealMoment PointsShown(AttemptState state) =>
        (state.Activity.Trail?.Stops ?? [])
            .Where(stop => stop is { Reveal: not null, IsPractice: false })
            .Select(stop => RevealIn(state, stop).Points)
            .Append(state.Rules.Reveal.Points)
            .Max();

    /// <summary>Whether the words for the total may be shown: with the points, or, where no points are shown, after handing in.</summary>
    public static bool Band(AttemptState state, DateTimeOffset now, DateTimeOffset? due) =>
        state.IsHandedIn
        && (
            Total(state, now, due)
            || (
                state.Rules.FeedbackOnly
                && (
                    state.Rules.Reveal.RightOrWrong <= RevealMoment.AfterLastTry
                    || AfterTheEnd(state, state.Rules.Reveal.RightOrWrong, now, due)
                )
            )
        );

    private static bool AfterTheEnd(AttemptState state, RevealMoment moment, DateTimeOffset now, DateTimeOffset? due) =>
        moment switch
        {
            RevealMoment.AfterEnd => state.IsHandedIn,
            RevealMoment.AfterReturn => state.ReturnedAt is not null,
            RevealMoment.AfterDueDate => state.IsHandedIn && (due is null || now >= due),
            _ => false,
        };
}
