using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Classes;

/// <summary>What an assignment says of what its learners see, whatever the activity says by itself.</summary>
/// <param name="Points">Whether points are shown; null for as the activity says.</param>
/// <param name="NotBefore">Nothing of right or wrong, right answers and points is shown before this moment; null for as the activity says.</param>
public readonly record struct AttemptTerms(bool? Points, RevealMoment? NotBefore, Completion? CompletedBy = null)
{
    /// <summary>The rules as they are for these learners: what the activity shows later stays later.</summary>
    public Rules On(Rules rules) =>
        this == default
            ? rules
            : rules with
            {
                FeedbackOnly = Points is { } shown ? !shown : rules.FeedbackOnly,
                Reveal = NotBefore is not { } earliest
                    ? rules.Reveal
                    : new Reveal
                    {
                        RightOrWrong = Later(rules.Reveal.RightOrWrong, earliest),
                        RightAnswer = Later(rules.Reveal.RightAnswer, earliest),
                        Points = Later(rules.Reveal.Points, earliest),
                    },
            };

    private static RevealMoment Later(RevealMoment one, RevealMoment other) => one > other ? one : other;
}
