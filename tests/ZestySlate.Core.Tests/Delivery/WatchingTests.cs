using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Backdrops with a course in time: when spots are there, and what was watched.</summary>
public sealed class WatchingTests
{
    /// <summary>A backdrop with a course in time, as the next media are.</summary>
    private sealed record Film : Backdrop
    {
        public override string KindName => "Film";

        public override ActivityKind Alone => ActivityKind.Picture;

        public override bool HasTime => true;
    }

    private static readonly Activity Shown = Make.Tour(
        Make.Scene("a", Make.Note("n"), Make.Jump("ab", "b")) with
        {
            Backdrop = new Film(),
        },
        Make.Scene("b"),
        Make.Scene("far") with
        {
            Backdrop = new Film(),
        }
    );

    private static readonly Gen<Stretch> Any = Gen.Select(Gen.Int[0, 60], Gen.Int[1, 20], (from, long_) => new Stretch(from, from + long_));

    private static Stretches Of(IEnumerable<Stretch> stretches) => stretches.Aggregate(Stretches.None, (all, one) => all.With(one));

    [Fact]
    public void What_was_watched_does_not_depend_on_the_order_and_counts_once() =>
        Any.List[1, 12]
            .Sample(list =>
            {
                var seconds = list.SelectMany(one => Enumerable.Range((int)one.From, (int)(one.To - one.From))).Distinct().Count();
                var watched = Of(list);
                return watched == Of(list.AsEnumerable().Reverse())
                    && watched == Of(list.Concat(list))
                    && watched.Length == seconds
                    && list.All(one => watched.Covers(one.From, one.To));
            });

    [Fact]
    public void Stretches_lie_apart_and_in_order() =>
        Any.List[1, 12]
            .Sample(list => Of(list).All.Zip(Of(list).All.Skip(1)).All(pair => pair.Second.From - pair.First.To > Stretches.Near));

    [Theory]
    [InlineData(0, 12, 12)]
    [InlineData(0.5, 12, 12)]
    [InlineData(0.6, 12, 0)]
    public void Unbroken_is_from_the_beginning(double from, double to, double unbroken) =>
        Assert.Equal((decimal)unbroken, Stretches.None.With(new Stretch(30, 40)).With(new Stretch((decimal)from, (decimal)to)).Unbroken);

    [Fact]
    public void Watching_is_on_record_and_the_same_after_a_replay()
    {
        var attempt = new Attempt(Shown)
            .Then((id, at) => new Watched("a", 0, 10) { Id = id, At = at })
            .Then((id, at) => new Watched("a", 10.4m, 20) { Id = id, At = at });
        Assert.Equal(20, attempt.State.Watched["a"].Unbroken);
        Assert.Equal(attempt.State.Watched["a"], Replay.Run(_ => Shown, [.. attempt.Events]).Watched["a"]);
    }

    [Theory]
    [InlineData("a", 0, 86_400, null)]
    [InlineData("a", 0, 86_401, "nothing to watch")]
    [InlineData("a", 5, 5, "nothing to watch")]
    [InlineData("a", -1, 5, "nothing to watch")]
    [InlineData("far", 0, 5, "no way there yet")]
    [InlineData("gone", 0, 5, "not in the activity any more")]
    public void Only_what_can_be_watched_counts(string scene, int from, int to, string? refusal)
    {
        var said = new Attempt(Shown).Refused((id, at) => new Watched(scene, from, to) { Id = id, At = at });
        Assert.Equal(refusal is null, said is null);
        Assert.Contains(refusal ?? "", said ?? "");
    }

    [Fact]
    public void A_picture_is_not_watched() =>
        Assert.NotNull(new Attempt(Make.Tour(Make.Scene("a"))).Refused((id, at) => new Watched("a", 0, 5) { Id = id, At = at }));

    [Fact]
    public void Another_time_of_a_spot_reaches_new_attempts_only()
    {
        var timed = new SetDuring("n", new During(12, 20)).Apply(Shown).Value;
        var moved = new SetDuring("n", new During(30, null)).Apply(timed).Value;
        var difference = EditionDifference.Between(timed, moved);
        Assert.Equal(["Time of the spot: A note"], difference.Structure);
        Assert.Empty(difference.Wording);
        Assert.Equal(new During(12, 20), EditionMerge.WithWording(timed, moved).SpotOf("n")!.During);
    }

    [Theory]
    [InlineData(0, 1, null)]
    [InlineData(5, null, null)]
    [InlineData(5, 5, "its end lies behind its beginning")]
    [InlineData(-1, 5, "between the beginning")]
    [InlineData(5, 86_400, null)]
    [InlineData(5, 86_401, "up to a day")]
    public void A_time_is_one_that_can_be(int from, int? until, string? refusal)
    {
        var set = new SetDuring("n", new During(from, until)).Apply(Shown);
        Assert.Equal(refusal is null, set.Succeeded);
        Assert.Contains(refusal ?? "", set.Refusal ?? "");
    }

    [Fact]
    public void A_spot_on_a_picture_has_no_time() =>
        Assert.False(new SetDuring("n", new During(1, 2)).Apply(Make.Tour(Make.Scene("a", Make.Note("n")))).Succeeded);

    [Theory]
    [InlineData(11.9, false)]
    [InlineData(12, true)]
    [InlineData(19.9, true)]
    [InlineData(20, false)]
    public void A_time_holds_from_its_beginning_up_to_its_end(double second, bool holds) =>
        Assert.Equal(holds, new During(12, 20).Holds((decimal)second));
}
