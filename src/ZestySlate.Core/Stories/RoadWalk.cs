namespace ZestySlate.Core.Stories;

/// <summary>Where somebody ends who decides by chance.</summary>
internal static class RoadWalk
{
    /// <summary>So many decisions are played at most: in a story of long loops fewer go, so that nobody waits.</summary>
    private const long MostSteps = 150_000;

    /// <summary>
    /// The share that ends in each scene, and the mean number of decisions of those who end: an absorbing Markov chain (Kemeny and Snell 1960,
    /// chapter 3). With the chances Q between scenes that are no ends, the visits v of each solve v = e + Qᵀ v, where e begins in the first, and
    /// the chances h to end from each solve h = r + Q h, where r ends at once. Those who end make Σ v·h decisions together.
    /// </summary>
    internal static (double[] Shares, double Decisions) Reckoned(RoadGraph graph)
    {
        var (ways, can) = (graph.Ways, graph.CanEnd());
        // Who gets to where nothing ends any more stays there: with it the equations would have no solution.
        var passing = Enumerable.Range(0, ways.Length).Where(i => can[i] && !graph.IsEnding(i)).ToArray();
        var place = passing.Select((scene, i) => (scene, i)).ToDictionary(entry => entry.scene, entry => entry.i);
        var shares = new double[ways.Length];
        if (!place.TryGetValue(0, out var begins))
        {
            shares[0] = graph.IsEnding(0) ? 1 : 0;
            return (shares, 0);
        }

        // How often somebody is in each of them, and how likely somebody who is there comes to an ending.
        var (visits, ends) = (Identity(passing.Length), Identity(passing.Length));
        visits[begins][^1] = 1;
        foreach (var from in passing)
        {
            var chance = 1.0 / ways[from].Length;
            foreach (var way in ways[from])
            {
                if (place.TryGetValue(way.To, out var to))
                {
                    visits[to][place[from]] -= chance;
                    ends[place[from]][to] -= chance;
                }
                else if (graph.IsEnding(way.To))
                {
                    ends[place[from]][^1] += chance;
                }
            }
        }

        var (times, likely) = (Solved(visits), Solved(ends));
        foreach (var from in passing)
        {
            foreach (var way in ways[from].Where(way => graph.IsEnding(way.To)))
            {
                shares[way.To] += times[place[from]] / ways[from].Length;
            }
        }

        return (shares, times.Zip(likely, (often, end) => often * end).Sum() / likely[begins]);
    }

    /// <summary>The identity, with a column of zeros behind it.</summary>
    private static double[][] Identity(int size) =>
        [.. Enumerable.Range(0, size).Select(i => Enumerable.Range(0, size + 1).Select(j => i == j ? 1.0 : 0).ToArray())];

    /// <summary>The same by playing it, always with the same luck; and in which scenes somebody stood after a choice with no way on.</summary>
    internal static (double[] Shares, double Decisions, HashSet<int> Stuck) Simulated(RoadGraph graph, int walkers = Roads.Walkers)
    {
        var stuck = new HashSet<int>();
        // Who gets to where nothing ends any more need not be followed; where nothing ends at all, everybody is.
        var ends = graph.CanEnd();
        var anyEnds = ends[0];
        var shares = new double[graph.Ways.Length];
        var random = SeededRandom.For(1, "roads", 0);
        var (ended, played, decisions, all) = (0, 0, 0L, 0L);
        for (; played < walkers && all < MostSteps; played++)
        {
            var standing = graph.Beginning();
            var (at, steps, decided) = (0, 0, false);
            while (!graph.IsEnding(at) && (ends[at] || !anyEnds) && steps < Roads.Longest)
            {
                if (OneOf(graph.Ways[at], standing, random) is not { } way)
                {
                    if (decided && graph.Ways[at].Length > 0)
                    {
                        stuck.Add(at);
                    }

                    break;
                }

                foreach (var change in way.Changes)
                {
                    var counted = new Counted(change.State);
                    if (standing.TryGetValue(counted, out var value))
                    {
                        standing[counted] = graph.Within(change.State, change.Of(value));
                    }
                }

                if (way.Arrives && standing.TryGetValue(graph.VisitsOf(way.To), out var visits))
                {
                    standing[graph.VisitsOf(way.To)] = visits + 1;
                }

                (at, steps, decided) = (way.To, steps + 1, way.Decides);
            }

            all += steps;
            if (graph.IsEnding(at))
            {
                shares[at]++;
                (ended, decisions) = (ended + 1, decisions + steps);
            }
        }

        return (Array.ConvertAll(shares, share => share / played), ended > 0 ? (double)decisions / ended : 0, stuck);
    }

    /// <summary>One of the ways that are there, each as likely; null where none is.</summary>
    private static RoadWay? OneOf(RoadWay[] ways, Dictionary<Counted, decimal> standing, SeededRandom random)
    {
        var (chosen, there) = ((RoadWay?)null, 0);
        foreach (var way in ways)
        {
            // The n-th that is there takes the place of the one before with a chance of one in n.
            if (way.IsThere(standing, random) && random.Next(++there) == 0)
            {
                chosen = way;
            }
        }

        return chosen;
    }

    /// <summary>Solves linear equations, the right side in the last column, by elimination with the largest pivot.</summary>
    private static double[] Solved(double[][] matrix)
    {
        var size = matrix.Length;
        for (var column = 0; column < size; column++)
        {
            var pivot = Enumerable.Range(column, size - column).MaxBy(row => Math.Abs(matrix[row][column]));
            (matrix[column], matrix[pivot]) = (matrix[pivot], matrix[column]);
            var head = matrix[column];
            for (var row = column + 1; row < size; row++)
            {
                var line = matrix[row];
                if (line[column] == 0)
                {
                    continue;
                }

                var factor = line[column] / head[column];
                for (var i = column; i <= size; i++)
                {
                    line[i] -= factor * head[i];
                }
            }
        }

        var solution = new double[size];
        for (var row = size - 1; row >= 0; row--)
        {
            var sum = matrix[row][size];
            for (var i = row + 1; i < size; i++)
            {
                sum -= matrix[row][i] * solution[i];
            }

            solution[row] = sum / matrix[row][row];
        }

        return solution;
    }
}
