using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Marking;

/// <summary>The mark of one response to one question.</summary>
/// <param name="Verdict">The verdict on the whole.</param>
/// <param name="Share">The share of the question's points that it earns, before the cost of tries and hints: 0..1.</param>
/// <param name="Reason">Why.</param>
/// <param name="Parts">The marks of the parts, each with its own reason.</param>
public sealed record QuestionMark(Verdict Verdict, Fraction Share, Reason Reason, ValueList<PartMark> Parts)
{
    /// <summary>The share by which penalties go below nothing, 0 or less; it counts only where the rules allow negative points.</summary>
    public Fraction Below { get; init; }

    /// <summary>How many mistakes it holds, for games: the wrong parts, and at least one when something was given and nothing is right.</summary>
    public int Mistakes
    {
        get
        {
            var wrong = 0;
            foreach (var part in Parts)
            {
                wrong += part.Verdict == Verdict.Wrong ? 1 : 0;
            }

            return Verdict == Verdict.Wrong ? Math.Max(1, wrong) : wrong;
        }
    }

    /// <summary>The mark of a part, or null.</summary>
    public PartMark? Of(string part) => Parts.FirstOrDefault(mark => mark.Part == part);
}

/// <summary>The mark of one part of a question (an option, a gap, …).</summary>
/// <param name="Part">The part's id.</param>
/// <param name="Label">What the part is called on screen.</param>
/// <param name="Verdict">The verdict on this part.</param>
/// <param name="Share">What it adds to the question's share; negative for a penalty.</param>
/// <param name="Reason">Why.</param>
/// <param name="Feedback">The author's words that apply; empty for none.</param>
public sealed record PartMark(string Part, string Label, Verdict Verdict, Fraction Share, Reason Reason, string Feedback);
