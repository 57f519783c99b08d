using System.Numerics;
using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>
/// From the part to the total nothing is rounded: whoever has so many points of so many is on the side of every pass mark and
/// every band where whole numbers put them. The numbers here are reckoned once more, in hundredths of whole numbers.
/// </summary>
public sealed class ExactCreditTests
{
    /// <summary>A question of pairs that are right, wrong or missing, with weights, tries and a hint.</summary>
    /// <param name="Points">Its points, in hundredths.</param>
    /// <param name="Weights">The weight of each pair, in hundredths.</param>
    /// <param name="Given">1 right, 0 missing, -1 wrong, by pair.</param>
    /// <param name="Penalty">What a wrong one takes away, in hundredths of its worth.</param>
    /// <param name="Tries">How many tries were wasted before.</param>
    /// <param name="Hint">Whether the hint was looked at.</param>
    private sealed record Mix(int Points, int[] Weights, int[] Given, int Penalty, int Tries, bool Hint);

    private static readonly Gen<Mix> Mixes =
        from parts in Gen.Int[1, 40]
        from points in Gen.Int[1, 2000]
        from weights in Gen.Int[1, 1000].Array[parts]
        from given in Gen.Int[-1, 1].Array[parts]
        from penalty in Gen.Int[0, 4].Select(which => new[] { 0, 25, 33, 50, 100 }[which])
        from tries in Gen.Int[0, 2]
        from hint in Gen.Bool
        select new Mix(points, weights, given, penalty, tries, hint);

    private const int TryCost = 7,
        HintCost = 13;

    private static MatchQuestion Question(Mix mix) =>
        new()
        {
            Prompt = RichText.Plain("Which belongs to which?"),
            Hint = "Look up.",
            Points = mix.Points / 100m,
            Penalty = mix.Penalty / 100m,
            Pairs = mix
                .Weights.Select(
                    (weight, i) =>
                        new MatchPair
                        {
                            Id = "p" + i,
                            Left = new Face { Text = "left " + i },
                            Right = new Face { Text = "right " + i },
                            RightId = "r" + i,
                            Weight = weight / 100m,
                        }
                )
                .ToValueList(),
            Extras =
            [
                new MatchExtra
                {
                    Id = "x",
                    Face = new Face { Text = "nowhere" },
                },
            ],
        };

    private static AttemptState Played(Activity activity, IReadOnlyList<Mix> mixes)
    {
        var attempt = new Attempt(activity);
        for (var i = 0; i < mixes.Count; i++)
        {
            var (spot, mix) = ("q" + i, mixes[i]);
            void Answer(Func<int, int, string?> pick)
            {
                var given = new MatchResponse
                {
                    Parts = mix
                        .Given.Select((how, part) => (part, pick(part, how)))
                        .Where(one => one.Item2 is not null)
                        .Select(one => new PartAnswer("p" + one.part, one.Item2!))
                        .ToValueList(),
                };
                attempt.Then((id, at) => new Answered(spot, given) { Id = id, At = at });
                attempt.Then((id, at) => new AskedToMark(spot, given) { Id = id, At = at });
            }

            if (mix.Hint)
            {
                attempt.Then((id, at) => new AskedForHint(spot) { Id = id, At = at });
            }

            for (var wasted = 0; wasted < mix.Tries; wasted++)
            {
                Answer((_, _) => "x");
                attempt.Then((id, at) => new AnotherGo(spot) { Id = id, At = at });
            }

            Answer(
                (part, how) =>
                    how switch
                    {
                        1 => "r" + part,
                        -1 => "x",
                        _ => null,
                    }
            );
        }

        return attempt.State;
    }

    /// <summary>What a mix earns, above the line and below it, in whole numbers.</summary>
    private static (BigInteger Above, BigInteger Below) Earned(Mix mix)
    {
        BigInteger whole = mix.Weights.Sum() * 100;
        BigInteger earned = mix
            .Weights.Zip(mix.Given)
            .Sum(part =>
                part.First
                * (
                    part.Second == 1 ? 100
                    : part.Second == -1 ? -mix.Penalty
                    : 0
                )
            );
        var share = BigInteger.Max(0, earned);
        var kept = 100 - (mix.Tries * TryCost) - (mix.Hint ? HintCost : 0);
        return (share * mix.Points * kept, whole * 100 * 100);
    }

    [Fact]
    public void Every_half_percent_is_compared_as_whole_numbers_compare_it() =>
        Gen.Select(Mixes.Array[1, 4], Gen.Int[0, 200])
            .Sample(
                (mixes, pass) =>
                {
                    var activity = Make.Activity([.. mixes.Select((mix, i) => Make.Asked("q" + i, Question(mix)))]) with
                    {
                        Rules = new Rules
                        {
                            TryCosts = [0, TryCost / 100m, 2 * TryCost / 100m],
                            HintCost = HintCost / 100m,
                            PassMark = pass / 2m,
                            Counts = CountingTry.Last,
                            Tries = 9,
                            Bands = ScoreBands.Of([new ScoreBand(50, "half"), new ScoreBand(100, "all")]),
                        },
                    };
                    var score = Played(activity, mixes).Score;
                    var (above, below) = (BigInteger.Zero, BigInteger.One);
                    foreach (var mix in mixes)
                    {
                        var (more, under) = Earned(mix);
                        (above, below) = ((above * under) + (more * below), below * under);
                    }

                    BigInteger outOf = mixes.Sum(mix => mix.Points);
                    for (var half = 0; half <= 200; half++)
                    {
                        // points / below / (outOf / 100) against half / 200
                        var right = above * 100 * 200 >= half * below * outOf;
                        if (score.Percent >= half / 2m != right || (half == pass && score.Passed != right))
                        {
                            return false;
                        }
                    }

                    return score.Band!.Text == (above * 100 * 2 <= below * outOf ? "half" : "all");
                },
                iter: 2000
            );

    /// <summary>So many points of so many, each a question of its own: the cases that rounding gets wrong.</summary>
    [Fact]
    public void Every_score_up_to_forty_is_on_the_right_side_of_every_mark_and_band()
    {
        for (var all = 1; all <= 40; all++)
        {
            for (var right = 0; right <= all; right++)
            {
                var share = new Fraction(right, all);
                var thirds = new Score(Enumerable.Repeat(share / 3, 3).Total(part => part), 1, false, null, null, false);
                for (var percent = 1; percent <= 100; percent++)
                {
                    Assert.Equal(right * 100 >= percent * all, thirds.Percent >= percent);
                    var bands = ScoreBands.Of(
                        percent == 100 ? [new ScoreBand(100, "lower")] : [new ScoreBand(percent, "lower"), new ScoreBand(100, "upper")]
                    );
                    Assert.Equal(right * 100 <= percent * all ? "lower" : "upper", bands.For(thirds.Percent, false)!.Text);
                }
            }
        }
    }

    [Fact]
    public void Everything_right_means_every_verdict_and_not_all_points()
    {
        var bands = ScoreBands.Of([new ScoreBand(100, "nearly"), new ScoreBand(100, "perfect") { OnlyAll = true }]);
        var activity = Make.Activity(Make.Asked("q", Make.One())) with { Rules = new Rules { Bands = bands } };
        Attempt Play(string pick) =>
            new Attempt(activity)
                .Then((id, at) => new Answered("q", Make.Picked(pick)) { Id = id, At = at })
                .Then((id, at) => new AskedToMark("q", Make.Picked(pick)) { Id = id, At = at });
        Assert.Equal("perfect", Play("a").State.Score.Band!.Text);
        Assert.Equal("nearly", Play("b").State.Score.Band!.Text);

        // A teacher's points make it right; a teacher who takes some away makes it partly right.
        Assert.Equal(
            "perfect",
            Play("b")
                .Then((id, at) => new Reviewed("q", new Review { By = "ines", Points = 1 }) { Id = id, At = at })
                .State.Score.Band!.Text
        );
        Assert.Equal(
            "nearly",
            Play("a")
                .Then((id, at) => new Reviewed("q", new Review { By = "ines", Points = 0.5m }) { Id = id, At = at })
                .State.Score.Band!.Text
        );

        // All points and not all right: where wrong ticks cost nothing, ticking everything earns everything.
        var ticks = activity with
        {
            Scenes = [activity.Scenes[0] with { Spots = [Make.Asked("q", Make.Several("a", "b") with { Penalty = 0 })] }],
        };
        Score Ticked(params string[] picked) =>
            new Attempt(ticks).Then((id, at) => new AskedToMark("q", Make.Picked(picked)) { Id = id, At = at }).State.Score;
        Assert.Equal((100, "nearly"), (Ticked("a", "b", "c").Percent, Ticked("a", "b", "c").Band!.Text));
        Assert.Equal((100, "perfect"), (Ticked("a", "b").Percent, Ticked("a", "b").Band!.Text));

        // Right at the second try, where tries are free or not: every verdict is right all the same.
        var again = Play("b")
            .Then((id, at) => new AnotherGo("q") { Id = id, At = at })
            .Then((id, at) => new Answered("q", Make.Picked("a")) { Id = id, At = at })
            .Then((id, at) => new AskedToMark("q", Make.Picked("a")) { Id = id, At = at });
        Assert.Equal("perfect", again.State.Score.Band!.Text);
        var costly = new Attempt(activity with { Rules = activity.Rules with { TryCosts = [0.2m] } }).Then(
            (id, at) => new AskedToMark("q", Make.Picked("a")) { Id = id, At = at }
        );
        Assert.Equal((80, "perfect"), (costly.State.Score.Percent, costly.State.Score.Band!.Text));
    }

    [Theory]
    [InlineData(12, 15, 80)]
    [InlineData(1, 3, 33.33)]
    [InlineData(2, 3, 66.67)]
    [InlineData(1, 8, 12.5)]
    [InlineData(3, 3, 100)]
    [InlineData(0, 4, 0)]
    public void A_mark_is_reached_at_it_and_not_before(int right, int all, double mark)
    {
        AttemptState Played(decimal pass) =>
            Enumerable
                .Range(0, right)
                .Aggregate(
                    new Attempt(
                        Make.Activity([.. Enumerable.Range(0, all).Select(i => Make.Asked("q" + i, Make.One()))]) with
                        {
                            Rules = new Rules { PassMark = pass, DistinctionMark = pass },
                        }
                    ),
                    (attempt, i) => attempt.Then((id, at) => new AskedToMark("q" + i, Make.Picked("a")) { Id = id, At = at })
                )
                .State;
        var reaches = right * 100m >= (decimal)mark * all;
        Assert.Equal((reaches, reaches), (Played((decimal)mark).Score.Passed, Played((decimal)mark).Score.Distinction));
        Assert.Equal((false, false), (Played((decimal)mark + 0.01m).Score.Passed, Played((decimal)mark + 0.01m).Score.Distinction));
    }

    [Theory]
    [InlineData(Picks.One, 1, "-1")]
    [InlineData(Picks.One, 0.25, "-1/4")]
    [InlineData(Picks.One, 0, "0")]
    [InlineData(Picks.Several, 0.5, "-1/2")]
    public void A_wrong_pick_takes_away_where_totals_may_go_below_nothing(Picks picks, double penalty, string earned)
    {
        var question = Make.One() with { Picks = picks, Penalty = (decimal)penalty };
        AttemptState Play(bool below) =>
            new Attempt(Make.Activity(Make.Asked("q", question)) with { Rules = new Rules { GoesBelowZero = below } })
                .Then((id, at) => new Answered("q", Make.Picked("b")) { Id = id, At = at })
                .Then((id, at) => new AskedToMark("q", Make.Picked("b")) { Id = id, At = at })
                .State;
        Assert.Equal(earned, Play(true).Score.Points.ToString());
        Assert.Equal("0", Play(false).Score.Points.ToString());
    }
}
