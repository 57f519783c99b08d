using System.Diagnostics;
using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions.LongText;

namespace ZestySlate.Bench;

/// <summary>A text of 5,000 words against 40 key ideas, against counting its words.</summary>
internal static class Ideas
{
    private const int Words = 5_000,
        Count = 40,
        Runs = 200;

    public static void Run()
    {
        var random = new Random(5);
        var known = Enumerable
            .Range(0, 1_500)
            .Select(_ => string.Concat(Enumerable.Range(0, random.Next(3, 11)).Select(_ => (char)('a' + random.Next(26)))))
            .ToArray();
        var text = string.Concat(Enumerable.Range(0, Words).Select(i => known[random.Next(known.Length)] + (i % 14 == 13 ? ". " : " ")));
        var ideas = Enumerable
            .Range(0, Count)
            .Select(i => new KeyIdea
            {
                Id = "k" + i,
                Mentions = 2,
                Phrases =
                [
                    known[i],
                    known[i + 40] + "*",
                    $"{known[i + 80]} {known[i + 120]}",
                    $"{known[i + 160]} {known[i + 200]} {known[i + 240]}",
                ],
            })
            .ToList();
        var (counting, marking) = (
            Milliseconds(() => KeyIdeas.LengthOf(text, LengthMeasure.Words)),
            Milliseconds(() => new KeyIdeas(ideas, CultureInfo.GetCultureInfo("en")).In(text).Count)
        );
        Console.WriteLine($"counting {Words:n0} words                {counting, 8:0.00} ms");
        Console.WriteLine($"the same against {Count} key ideas     {marking, 8:0.00} ms   (aim: under 5)");
        Console.WriteLine($"ideas / counting                  {marking / counting, 8:0.0}");
    }

    private static double Milliseconds(Func<int> work)
    {
        work();
        var best = double.MaxValue;
        for (var i = 0; i < Runs; i++)
        {
            var watch = Stopwatch.StartNew();
            work();
            best = Math.Min(best, watch.Elapsed.TotalMilliseconds);
        }

        return best;
    }
}
