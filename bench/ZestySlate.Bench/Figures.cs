using System.Diagnostics;

namespace ZestySlate.Bench;

/// <summary>Times of many calls.</summary>
internal sealed record Figures(double PerSecond, double Median, double P99)
{
    /// <summary>Runs a call from several workers at once, after a warm-up, and gives the times in milliseconds.</summary>
    public static async Task<Figures> MeasureAsync(int workers, int calls, Func<int, int, Task> call)
    {
        await Task.WhenAll(
            Enumerable
                .Range(0, workers)
                .Select(async w =>
                {
                    for (var i = 0; i < Math.Max(2, calls / 2); i++)
                    {
                        await call(w, -1 - i);
                    }
                })
        );
        var times = new double[workers][];
        var whole = Stopwatch.StartNew();
        await Task.WhenAll(
            Enumerable
                .Range(0, workers)
                .Select(w =>
                    Task.Run(async () =>
                    {
                        times[w] = new double[calls];
                        for (var i = 0; i < calls; i++)
                        {
                            var one = Stopwatch.GetTimestamp();
                            await call(w, i);
                            times[w][i] = Stopwatch.GetElapsedTime(one).TotalMilliseconds;
                        }
                    })
                )
        );
        var seconds = whole.Elapsed.TotalSeconds;
        var sorted = times.SelectMany(t => t).Order().ToArray();
        return new Figures(sorted.Length / seconds, sorted[sorted.Length / 2], sorted[(int)(sorted.Length * 0.99)]);
    }

    public override string ToString() => $"{PerSecond, 8:0} a second, median {Median, 7:0.00} ms, p99 {P99, 7:0.00} ms";
}
