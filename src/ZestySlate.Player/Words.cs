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
