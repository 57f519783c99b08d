using CsCheck;

namespace ZestySlate.Core.Tests;

public sealed class SeededRandomTests
{
    [Fact]
    public void The_first_numbers_of_a_seed_never_change()
    {
        // Published values of SplitMix64 for the seed 1234567.
        var random = new SeededRandom(1234567);
        Assert.Equal(
            [6457827717110365317UL, 3203168211198807973UL, 9817491932198370423UL],
            new[] { random.NextBits(), random.NextBits(), random.NextBits() }
        );
    }

    [Fact]
    public void The_same_try_has_the_same_order_and_another_try_another()
    {
        var items = Enumerable.Range(0, 20).ToValueList();
        Assert.Equal(SeededRandom.For(5, "q", 1).Shuffle(items), SeededRandom.For(5, "q", 1).Shuffle(items));
        Assert.NotEqual(SeededRandom.For(5, "q", 1).Shuffle(items), SeededRandom.For(5, "q", 2).Shuffle(items));
        Assert.NotEqual(SeededRandom.For(5, "q", 1).Shuffle(items), SeededRandom.For(6, "q", 1).Shuffle(items));
        Assert.NotEqual(SeededRandom.For(5, "q", 1).Shuffle(items), SeededRandom.For(5, "r", 1).Shuffle(items));
    }

    [Fact]
    public void A_shuffle_loses_nothing_and_pinned_ones_stay() =>
        Gen.Select(Gen.Int[1, 30], Gen.ULong, Gen.Int[0, 29])
            .Sample(
                (count, seed, pin) =>
                {
                    var items = Enumerable.Range(0, count).ToValueList();
                    var shuffled = new SeededRandom(seed).Shuffle(items, item => item == pin);
                    return shuffled.Order().SequenceEqual(items) && (pin >= count || shuffled[pin] == pin);
                }
            );

    [Fact]
    public void Every_order_of_three_comes_up_about_equally_often()
    {
        var seen = Enumerable
            .Range(0, 6000)
            .Select(i => string.Concat(SeededRandom.For(i, "x").Shuffle(ValueList.Create([1, 2, 3]))))
            .CountBy(order => order)
            .ToList();
        Assert.Equal(6, seen.Count);
        Assert.All(seen, order => Assert.InRange(order.Value, 850, 1150));
    }
}
