using ZestySlate.Core.Marking;

namespace ZestySlate.Player;

/// <summary>The symbol that stands beside a verdict, so that colour is never alone.</summary>
public static class VerdictSymbols
{
    public static string Of(Verdict verdict) =>
        verdict switch
        {
            Verdict.Right => "check",
            Verdict.Partly => "contrast",
            Verdict.Waiting => "clock",
            Verdict.Ungraded => "circle",
            Verdict.Missing => "minus",
            _ => "x",
        };
}
