using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Delivery;

/// <summary>A total of exact points. Rounding happens only at display.</summary>
public sealed record Score(Fraction Points, decimal OutOf, bool Provisional, ScoreBand? Band, bool? Passed, bool Distinction)
{
    /// <summary>How many answers wait for a person's points.</summary>
    public int Waiting { get; init; }

    /// <summary>True while nothing but what waits was answered: there is no total to tell yet.</summary>
    public bool IsUnmarked { get; init; }

    /// <summary>Exact percentage; 0 when there is nothing to reach.</summary>
    public Fraction Percent => OutOf == 0 ? 0 : Points * 100 / OutOf;

    /// <summary>The score of a state: ungraded questions are left out of both sides, waiting ones make it provisional.</summary>
    public static Score Of(AttemptState state)
    {
        var rules = state.Activity.Rules;
        var marked = state.Questions.Where(question => question.LastTry?.Mark.Verdict != Verdict.Ungraded).ToList();
        var sum = marked.Total(question => question.Points(rules.Counts)) + StoryScore.Points(state) - state.CodeCosts;
        var points = rules.GoesBelowZero ? sum : Fraction.Max(0, sum);
        var outOf = marked.Sum(question => question.OutOf) + StoryScore.OutOf(state.Activity);
        var score = new Score(points, outOf, marked.Any(question => question.Waits), null, null, false);
        return score with
        {
            Waiting = marked.Count(question => question.Waits),
            IsUnmarked =
                score.Provisional
                && StoryScore.OutOf(state.Activity) == 0
                && marked.All(question => question.Waits || question.OutOf == 0 || question is { Tries.Count: 0, Review: null }),
            Band =
                outOf > 0
                    ? rules.Bands.For(
                        score.Percent,
                        marked.All(question => question.OutOf == 0 || question.VerdictThatCounts(rules.Counts) == Verdict.Right)
                    )
                    : null,
            Passed = rules.PassMark is { } pass && outOf > 0 ? score.Percent >= pass : null,
            Distinction = rules.DistinctionMark is { } distinction && outOf > 0 && score.Percent >= distinction,
        };
    }
}
