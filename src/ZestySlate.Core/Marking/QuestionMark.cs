namespace ZestySlate.Core.Marking;

/// <summary>The mark of one response to one question.</summary>
/// <param name="Verdict">The verdict on the whole.</param>
/// <param name="Share">The share of the question's points that it earns, before the cost of tries and hints: 0..1.</param>
/// <param name="Reason">Why, as a sentence.</param>
/// <param name="Parts">The marks of the parts, each with its own reason.</param>
public sealed record QuestionMark(Verdict Verdict, decimal Share, string Reason, ValueList<PartMark> Parts);

/// <summary>The mark of one part of a question (an option, a gap, …).</summary>
/// <param name="Part">The part's id.</param>
/// <param name="Label">What the part is called on screen.</param>
/// <param name="Verdict">The verdict on this part.</param>
/// <param name="Share">What it adds to the question's share; negative for a penalty.</param>
/// <param name="Reason">Why, as a sentence.</param>
/// <param name="Feedback">The author's words that apply; empty for none.</param>
public sealed record PartMark(string Part, string Label, Verdict Verdict, decimal Share, string Reason, string Feedback);
