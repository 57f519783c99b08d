using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;

namespace ZestySlate.Player;

/// <summary>What stands on locks.</summary>
public static class LockWords
{
    /// <summary>The author's words, or how it opens.</summary>
    public static string Of(LockView closed, Words words) => closed switch
    {
        { Words: { Length: > 0 } own } => own,
        { Sort: LockSort.Score } => words.Say("lockScore", closed.Needed),
        _ => words["lock" + closed.Sort],
    };

    /// <summary>How near a lock is to opening, or null where nothing is counted.</summary>
    public static string? NearnessOf(LockView closed, Words words) => closed.Sort switch
    {
        LockSort.Score => words.Say("pointsSoFar", closed.Has, closed.Needed),
        LockSort.Found when closed.Needed > 1 => words.Say("foundSoFar", closed.Has, closed.Needed),
        _ => null,
    };
}
