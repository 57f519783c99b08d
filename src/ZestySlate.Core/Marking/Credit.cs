using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Marking;

/// <summary>The credit of one part: how much of it is right, and how heavy it weighs.</summary>
/// <param name="Part">The part's id.</param>
/// <param name="Label">What it is called on screen.</param>
/// <param name="Verdict">The verdict.</param>
/// <param name="Earned">How much of the part is right, 0..1.</param>
/// <param name="Weight">Its weight among the parts, above 0.</param>
/// <param name="Reason">Why.</param>
/// <param name="Feedback">The author's words that apply.</param>
public readonly record struct PartCredit(
    string Part,
    string Label,
    Verdict Verdict,
    Fraction Earned,
    decimal Weight,
    Reason Reason,
    string Feedback = ""
);

/// <summary>Credit by part, the same for every family.</summary>
public static class Credit
{
    /// <summary>
    /// The mark of a question of parts: share = (sum of weight × earned − penalty × weight of the wrong parts) / sum of
    /// weights, kept within 0..1.
    /// </summary>
    /// <param name="parts">The parts.</param>
    /// <param name="penalty">The share of a part's worth that a wrong part takes away; 0 for none.</param>
    /// <param name="beyond">What is wrong beyond the parts that are asked: it earns nothing, costs the penalty, and is not right as a whole.</param>
    public static QuestionMark Of(IReadOnlyList<PartCredit> parts, decimal penalty, IReadOnlyList<PartCredit>? beyond = null)
    {
        var (sum, whole) = (Fraction.Zero, Fraction.Zero);
        var (right, partly, wrong, missing) = (0, 0, 0, 0);
        var cost = (Fraction)Math.Max(0, penalty);
        foreach (var part in parts)
        {
            whole += part.Weight;
            sum += part.Weight * part.Earned;
            switch (part.Verdict)
            {
                case Verdict.Right:
                    right++;
                    break;
                case Verdict.Partly:
                    partly++;
                    break;
                case Verdict.Missing:
                    missing++;
                    break;
                default:
                    wrong++;
                    sum -= part.Weight * cost;
                    break;
            }
        }

        foreach (var part in beyond ?? [])
        {
            wrong++;
            sum -= part.Weight * cost;
        }

        if (whole <= 0)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), []);
        }

        var verdict =
            right == parts.Count && wrong == 0 ? Verdict.Right
            : right + partly > 0 ? Verdict.Partly
            : missing == parts.Count && wrong == 0 ? Verdict.Missing
            : Verdict.Wrong;
        var reason =
            parts.Count == 1 && beyond is not { Count: > 0 } ? parts[0].Reason
            : verdict == Verdict.Missing ? Reason.Of("nothingGiven")
            : Reason.Of("partsRight", right, parts.Count).Then(wrong > 0 && penalty > 0 ? Reason.Of("wrongCosts", wrong, penalty) : null);
        var marks = new PartMark[parts.Count + (beyond?.Count ?? 0)];
        for (var i = 0; i < marks.Length; i++)
        {
            var part = i < parts.Count ? parts[i] : beyond![i - parts.Count];
            var share = part.Weight / whole * (part.Verdict == Verdict.Wrong ? -cost : part.Earned);
            marks[i] = new PartMark(part.Part, part.Label, part.Verdict, share, part.Reason, part.Feedback);
        }

        return new QuestionMark(verdict, Fraction.Clamp(sum / whole, 0, 1), reason, marks.ToValueList())
        {
            Below = Fraction.Min(0, sum / whole),
        };
    }
}
