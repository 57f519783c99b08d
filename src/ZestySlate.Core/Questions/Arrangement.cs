namespace ZestySlate.Core.Questions;

/// <summary>What families share in which things are brought into a row: a first order that gives nothing away, parts that stay, longest kept order.</summary>
internal static class Arrangement
{
    private const int Shuffles = 40;

    /// <summary>
    /// A new order in which nothing stands in its place where that is possible, told by <paramref name="same"/>, for which
    /// equal things are the same. Of many shuffles the one with fewest in place is mended by exchanges.
    /// </summary>
    internal static ValueList<T> Mixed<T>(ValueList<T> inOrder, SeededRandom random, Func<T, T, bool> same)
    {
        var best = inOrder.ToArray();
        var fewest = int.MaxValue;
        for (var i = 0; i < Shuffles && fewest > 0; i++)
        {
            var mixed = random.Shuffle(inOrder).ToArray();
            for (var at = 0; at < mixed.Length; at++)
            {
                for (var other = 0; other < mixed.Length && same(mixed[at], inOrder[at]); other++)
                {
                    if (!same(mixed[other], inOrder[at]) && !same(mixed[at], inOrder[other]))
                    {
                        (mixed[at], mixed[other]) = (mixed[other], mixed[at]);
                    }
                }
            }

            var standing = mixed.Where((item, at) => same(item, inOrder[at])).Count();
            if (standing < fewest)
            {
                (best, fewest) = (mixed, standing);
            }
        }

        return best.ToValueList();
    }

    /// <summary>An order with the kept things at their places and the others, as they follow each other, in the places between.</summary>
    internal static ValueList<string> WithKept(IEnumerable<string> given, ValueList<string> kept)
    {
        var free = new Queue<string>(given.Where(id => !kept.Contains(id)));
        return kept.Select(id =>
                id.Length > 0 ? id
                : free.Count > 0 ? free.Dequeue()
                : ""
            )
            .Where(id => id.Length > 0)
            .ToValueList();
    }

    /// <summary>The places of the longest run that is in the right order among itself (longest common subsequence; with different things,
    /// the longest increasing one).</summary>
    internal static HashSet<int> LongestKept<T>(IReadOnlyList<T> given, IReadOnlyList<T> right, Func<T, T, bool> same)
    {
        var length = new int[given.Count + 1, right.Count + 1];
        for (var i = given.Count - 1; i >= 0; i--)
        {
            for (var j = right.Count - 1; j >= 0; j--)
            {
                length[i, j] = same(given[i], right[j]) ? length[i + 1, j + 1] + 1 : Math.Max(length[i + 1, j], length[i, j + 1]);
            }
        }

        var kept = new HashSet<int>();
        for (var (i, j) = (0, 0); i < given.Count && j < right.Count; )
        {
            if (same(given[i], right[j]))
            {
                kept.Add(i);
                (i, j) = (i + 1, j + 1);
            }
            else
            {
                (i, j) = length[i + 1, j] >= length[i, j + 1] ? (i + 1, j) : (i, j + 1);
            }
        }

        return kept;
    }
}
