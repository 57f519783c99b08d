namespace ZestySlate.Core.Marking;

/// <summary>The best assignment of n things to n places, each once (Kuhn 1955, Munkres 1957; in the O(n³) form with potentials).</summary>
public static class Assignment
{
    /// <summary>For each row the column that is given to it, so that the sum of values is greatest.</summary>
    public static int[] Best(decimal[,] value)
    {
        var n = value.GetLength(0);
        var (rows, columns, match) = (new decimal[n + 1], new decimal[n + 1], new int[n + 1]);
        for (var row = 1; row <= n; row++)
        {
            var (way, least, used) = (new int[n + 1], Enumerable.Repeat(decimal.MaxValue, n + 1).ToArray(), new bool[n + 1]);
            var column = 0;
            match[0] = row;
            do
            {
                used[column] = true;
                var (at, delta, next) = (match[column], decimal.MaxValue, 0);
                for (var j = 1; j <= n; j++)
                {
                    if (used[j])
                    {
                        continue;
                    }

                    var cost = -value[at - 1, j - 1] - rows[at] - columns[j];
                    if (cost < least[j])
                    {
                        (least[j], way[j]) = (cost, column);
                    }

                    if (least[j] < delta)
                    {
                        (delta, next) = (least[j], j);
                    }
                }

                for (var j = 0; j <= n; j++)
                {
                    if (used[j])
                    {
                        rows[match[j]] += delta;
                        columns[j] -= delta;
                    }
                    else if (least[j] != decimal.MaxValue)
                    {
                        least[j] -= delta;
                    }
                }

                column = next;
            } while (match[column] != 0);

            for (; column != 0; column = way[column])
            {
                match[column] = match[way[column]];
            }
        }

        var result = new int[n];
        for (var j = 1; j <= n; j++)
        {
            result[match[j] - 1] = j - 1;
        }

        return result;
    }
}
