using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Joined;

/// <summary>How keys become one and are taken apart again.</summary>
public static class Joining
{
    /// <summary>One key of several; of a single one that itself, of none none.</summary>
    public static LockKey? Of(IReadOnlyList<LockKey> keys, bool oneIsEnough) =>
        keys.Count switch
        {
            0 => null,
            1 => keys[0],
            _ => new JoinedKey(keys.ToValueList(), oneIsEnough),
        };

    /// <summary>Why the conditions of a key cannot be one, in words; null when they can.</summary>
    public static string? Refuse(LockKey key) =>
        key.Conditions.Count == 1 && key.Conditions[0] == key ? null
        : key.Conditions.Count is < 2 or > JoinedKey.Most ? AuthorWords.Say("lockHasUpConditions", JoinedKey.Most)
        : key.Conditions.Any(one => one is TypedKey) ? AuthorWords.Say("codeOrNumberOpensLock")
        : key.Conditions.Any(one => one is JoinedKey) ? AuthorWords.Say("conditionsJoinedNotJoinedAgain")
        : null;
}
