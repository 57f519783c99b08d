using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>What of right or wrong, the right answer and the points may be shown at a moment.</summary>
public static class RevealNow
{
    /// <summary>For one question.</summary>
    public static Shown For(AttemptState state, QuestionState question, DateTimeOffset now, DateTimeOffset? due)
    {
        var reveal = state.Rules.Reveal;
        bool Reached(RevealMoment moment) =>
            moment switch
            {
                RevealMoment.AtOnce or RevealMoment.AfterMarking => question.ShowsLastTry || question.Closed,
                RevealMoment.AfterLastTry => question.Closed,
                _ => AfterTheEnd(state, moment, now, due),
            };
        return new Shown(Reached(reveal.RightOrWrong), Reached(reveal.RightAnswer), !state.Rules.FeedbackOnly && Reached(reveal.Points));
    }

    /// <summary>Whether the total may be shown.</summary>
    public static bool Total(AttemptState state, DateTimeOffset now, DateTimeOffset? due) =>
        !state.Rules.FeedbackOnly
        && state.Rules.Reveal.Points is not RevealMoment.Never
        && (state.Rules.Reveal.Points <= RevealMoment.AfterLastTry || AfterTheEnd(state, state.Rules.Reveal.Points, now, due));

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
