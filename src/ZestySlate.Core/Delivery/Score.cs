using System.Globalization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;

namespace ZestySlate.Core.Delivery;

/// <summary>A total of unrounded points. Rounding happens only at display.</summary>
public sealed record Score(decimal Points, decimal OutOf, bool Provisional, ScoreBand? Band, bool? Passed, bool Distinction)
{
    /// <summary>Unrounded percentage; 0 when there is nothing to reach.</summary>
    public decimal Percent => OutOf == 0 ? 0 : Points / OutOf * 100;

    /// <summary>The score of a state: ungraded questions are left out of both sides, waiting ones make it provisional.</summary>
    public static Score Of(AttemptState state)
    {
        var rules = state.Activity.Rules;
        var marked = state.Questions.Where(question => question.LastTry?.Mark.Verdict != Verdict.Ungraded).ToList();
        var points = Math.Max(0, marked.Sum(question => question.Points(rules.Counts)) - state.CodeCosts);
        var outOf = marked.Sum(question => question.OutOf);
        var score = new Score(points, outOf, marked.Any(question => question.LastTry?.Mark.Verdict == Verdict.Waiting), null, null, false);
        return score with
        {
            Band = outOf > 0 ? rules.Bands.For(score.Percent) : null,
            Passed = rules.PassMark is { } pass && outOf > 0 ? score.Percent >= pass : null,
            Distinction = rules.DistinctionMark is { } distinction && outOf > 0 && score.Percent >= distinction,
        };
    }

    /// <summary>Points as a person reads them: two decimals at most, half away from zero, in the language's own form.</summary>
    public static string Show(decimal points, string language) =>
        Math.Round(points, 2, MidpointRounding.AwayFromZero).ToString("0.##", CultureOf(language));

    /// <summary>The culture of a language tag; the invariant one when the tag is unknown.</summary>
    public static CultureInfo CultureOf(string language)
    {
        try
        {
            return CultureInfo.GetCultureInfo(language);
        }
        catch (CultureNotFoundException)
        {
            return CultureInfo.InvariantCulture;
        }
    }
}
