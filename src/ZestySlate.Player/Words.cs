using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;

namespace ZestySlate.Player;

/// <summary>The words that learners read on buttons and messages.</summary>
public static class Words
{
    public const string MarkThis = "Mark this";
    public const string AnotherGo = "Another go";
    public const string SeeTheAnswer = "See the answer";
    public const string HandIn = "Hand in";
    public const string ShowHint = "Show the hint";
    public const string Hint = "Hint";
    public const string Close = "Close";
    public const string NoneOfThese = "None of these";
    public const string RightAnswer = "right answer";

    public const string Findings = "Findings";

    /// <summary>What stands on a lock when the author has not said it.</summary>
    public static string Of(LockView closed, string language) => closed switch
    {
        { Words: { Length: > 0 } own } => own,
        { Sort: LockSort.Code } => "Locked. It opens with a code.",
        { Sort: LockSort.Number } => "Locked. It opens with a number.",
        { Sort: LockSort.Answer } => "Locked. It opens when a certain question is answered right.",
        { Sort: LockSort.Score } => $"Locked. It opens from {Score.Show(closed.Needed, language)} points on.",
        _ => "Locked. It opens when certain things are found.",
    };

    /// <summary>How near a lock is to opening, or null where nothing is counted.</summary>
    public static string? NearnessOf(LockView closed, string language) => closed.Sort switch
    {
        LockSort.Score => $"{Score.Show(closed.Has, language)} of {Score.Show(closed.Needed, language)} points so far",
        LockSort.Found when closed.Needed > 1 => $"{closed.Has:0} of {closed.Needed:0} found so far",
        _ => null,
    };

    /// <summary>A verdict as the learner reads it.</summary>
    public static string Of(Verdict verdict) => verdict switch
    {
        Verdict.Right => "Right",
        Verdict.Partly => "Partly right",
        Verdict.Wrong => "Not right",
        Verdict.Missing => "Nothing picked",
        Verdict.Waiting => "Waits for your teacher",
        _ => "Not marked",
    };

    /// <summary>The symbol that stands beside a verdict, so that colour is never alone.</summary>
    public static string SymbolOf(Verdict verdict) => verdict switch
    {
        Verdict.Right => "check",
        Verdict.Partly => "contrast",
        Verdict.Waiting or Verdict.Ungraded => "clock",
        _ => "x",
    };
}
