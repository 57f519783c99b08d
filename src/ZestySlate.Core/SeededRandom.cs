namespace ZestySlate.Core;

/// <summary>
/// The small generator behind every random choice: SplitMix64 (Steele, Lea and Flood, 2014). The same seed gives the
/// same numbers on every machine and for ever, so that a try can be replayed.
/// </summary>
public sealed class SeededRandom(ulong seed)
{
    private ulong _state = seed;

    /// <summary>A generator for one purpose within a try: the same seed, names and number always give the same one.</summary>
    public static SeededRandom For(long seed, string purpose, int number = 0)
    {
        const ulong prime = 1099511628211;
        var hash = 14695981039346656037UL ^ (ulong)seed;
        foreach (var letter in purpose)
        {
            hash = (hash ^ letter) * prime;
        }

        return new SeededRandom((hash ^ (ulong)number) * prime);
    }

    /// <summary>Ids in a random order that hangs on each id alone: where they stood before, and which others there are, changes nothing.</summary>
    public static IEnumerable<string> Ranked(long seed, string purpose, IEnumerable<string> ids) =>
        ids.OrderBy(id => For(seed, $"{purpose} {id}").NextBits()).ThenBy(id => id, StringComparer.Ordinal);

    /// <summary>The next 64 random bits.</summary>
    public ulong NextBits()
    {
        _state += 0x9E3779B97F4A7C15;
        var z = _state;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }

    /// <summary>A whole number from 0 up to, not including, the limit (which is at least 1).</summary>
    public int Next(int limit) => (int)((UInt128)NextBits() * (ulong)limit >> 64);

    /// <summary>True with this chance, 0..1, to a millionth.</summary>
    public bool Falls(decimal chance) => Next(1_000_000) < chance * 1_000_000;

    /// <summary>The elements in a random order (Fisher and Yates); those that are pinned keep their place.</summary>
    public ValueList<T> Shuffle<T>(ValueList<T> items, Func<T, bool>? pinned = null)
    {
        var all = items.ToArray();
        var free = Enumerable.Range(0, all.Length).Where(i => pinned is null || !pinned(all[i])).ToArray();
        for (var i = free.Length - 1; i > 0; i--)
        {
            var j = Next(i + 1);
            (all[free[i]], all[free[j]]) = (all[free[j]], all[free[i]]);
        }

        return all.ToValueList();
    }
}
