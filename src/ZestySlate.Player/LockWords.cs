using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;

namespace ZestySlate.Player;

/// <summary>What stands on locks.</summary>
public static class LockWords
{
    /// <summary>The author's words, or how it opens.</summary>
    public static string Of(LockView closed, Words words) =>
        closed.Words.Length > 0 ? closed.Words : words.Say(closed.WordsKey, closed.Needed);

    /// <summary>How near a lock is to opening, for each thing that is counted.</summary>
    public static IEnumerable<string> NearnessOf(LockView closed, Words words) =>
        closed.Nearness.Select(near => words.Say(near.WordsKey, near.Has, near.Needed));
}
