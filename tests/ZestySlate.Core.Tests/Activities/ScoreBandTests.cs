using CsCheck;
using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Tests.Activities;

public sealed class ScoreBandTests
{
    private static readonly ScoreBands Halves = ScoreBands.Of([new ScoreBand(50, "lower"), new ScoreBand(100, "upper")]);

    [Theory]
    [InlineData(0, "lower")]
    [InlineData(50, "lower")]
    [InlineData(50.0001, "upper")]
    [InlineData(100, "upper")]
    public void A_limit_belongs_to_the_band_below_it(decimal percent, string band) =>
        Assert.Equal(band, Halves.For(percent, percent >= 100)!.Text);

    [Fact]
    public void The_last_band_always_ends_at_100() =>
        Assert.Equal(100, ScoreBands.Of([new ScoreBand(40, "x"), new ScoreBand(80, "y")]).Bands[1].UpTo);

    [Fact]
    public void Limits_typed_out_of_order_or_twice_make_no_hole_and_no_overlap() =>
        Assert.Equal(
            [30m, 60m, 100m],
            ScoreBands
                .Of([new ScoreBand(60, "b"), new ScoreBand(30, "a"), new ScoreBand(60, "again"), new ScoreBand(90, "c")])
                .Bands.Select(band => band.UpTo)
        );

    [Fact]
    public void Without_bands_there_is_none_to_show() => Assert.Null(ScoreBands.None.For(50, false));

    [Fact]
    public void Whatever_was_typed_every_score_has_exactly_one_band() =>
        Gen.Select(Gen.Int[-20, 130].Array[1, 6], Gen.Int[0, 10000])
            .Sample(
                (limits, hundredths) =>
                {
                    var bands = ScoreBands.Of(limits.Select(limit => new ScoreBand(limit, "t" + limit)));
                    var percent = hundredths / 100m;
                    return bands.Bands.Count == 0
                        || bands
                            .Bands.Where((band, i) => percent <= band.UpTo && (i == 0 ? percent >= 0 : percent > bands.Bands[i - 1].UpTo))
                            .Count() == 1;
                }
            );
}
