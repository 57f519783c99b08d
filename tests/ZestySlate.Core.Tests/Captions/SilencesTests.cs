using CsCheck;
using ZestySlate.Core.Captions;

namespace ZestySlate.Core.Tests.Captions;

/// <summary>Where something is said, by how loud it is.</summary>
public sealed class SilencesTests
{
    /// <summary>Loud and quiet in turn, each for so many steps; it begins loud.</summary>
    private static byte[] Curve(params int[] steps) =>
        [.. steps.SelectMany((count, i) => Enumerable.Repeat((byte)(i % 2 == 0 ? 180 : 30), count))];

    private static string Spoken(byte[] curve) =>
        string.Join('|', Silences.Spoken(curve).Select(one => FormattableString.Invariant($"{one.From:0.##}-{one.To:0.##}")));

    /// <summary>Eight steps are 0.4 seconds: at that it is a pause of breath, one step longer parts two stretches.</summary>
    [Theory]
    [InlineData(7, "0-2.35")]
    [InlineData(8, "0-1|1.4-2.4")]
    [InlineData(20, "0-1|2-3")]
    public void A_pause_is_long_enough_or_it_is_none(int quiet, string expected) => Assert.Equal(expected, Spoken(Curve(20, quiet, 20)));

    [Fact]
    public void What_begins_quiet_begins_where_something_is_said()
    {
        Assert.Equal(
            "1-2",
            Spoken([.. Enumerable.Repeat((byte)30, 20), .. Enumerable.Repeat((byte)180, 20), .. Enumerable.Repeat((byte)30, 20)])
        );
    }

    [Fact]
    public void Where_all_is_as_loud_nothing_is_told()
    {
        Assert.Empty(Silences.Spoken([.. Enumerable.Repeat((byte)120, 400)]));
        Assert.Empty(Silences.Spoken([]));
        Assert.Empty(Silences.Spoken([.. Enumerable.Range(0, 400).Select(i => (byte)(100 + (i % 19)))]));
    }

    [Fact]
    public void Stretches_come_in_order_apart_and_inside_of_the_curve() =>
        Gen
            .Byte.Array[0, 600]
            .Sample(curve =>
            {
                var spoken = Silences.Spoken(curve);
                Assert.All(spoken, one => Assert.True(one.From < one.To && one.To <= curve.Length * Silences.Step));
                Assert.All(spoken.Zip(spoken.Skip(1)), two => Assert.True(two.Second.From - two.First.To >= Silences.Shortest));
            });

    [Fact]
    public void More_than_two_hours_are_not_looked_at() =>
        Assert.All(Silences.Spoken(Curve([.. Enumerable.Repeat(20, 8_000)])), one => Assert.True(one.To <= Silences.Most * Silences.Step));
}
