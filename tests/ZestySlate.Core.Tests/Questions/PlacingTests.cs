using CsCheck;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>Items on a board: where they belong, what a place means, what a wrong drop costs.</summary>
public sealed class PlacingTests
{
    private static QuestionMark Mark(PlacingQuestion question, params string[] drops) => question.Marked(Asked.Placed(drops));

    [Fact]
    public void An_item_is_right_on_its_zone_by_name_or_by_place()
    {
        var question = Asked.Placing("cirrus=a", "stratus=b");
        Assert.Equal((Verdict.Right, 1m), (Mark(question, "0=a", "1=b").Verdict, Mark(question, "0=0.1 0.5", "1=0.3 0.5").Share));
        Assert.Equal((Verdict.Partly, 0.5m), (Mark(question, "0=a", "1=0.9 0.5").Verdict, Mark(question, "0=a", "1=0.9 0.5").Share));
        Assert.Equal(
            "“stratus” lies beside every place where something belongs.",
            Mark(question, "0=a", "1=0.95 0.5").Of("i1")!.Reason.Said()
        );
        Assert.Equal(Verdict.Missing, Mark(question, "0=a").Of("i1")!.Verdict);
    }

    [Theory]
    [InlineData("0=a", null)]
    [InlineData("0=0.1 0.5", null)]
    [InlineData("0=b", "“cirrus” cannot lie there.")]
    [InlineData("0=0.95 0.5", "“cirrus” cannot lie there.")]
    [InlineData("1=b", null)]
    [InlineData("1=0.95 0.5", null)]
    [InlineData("0=", null)]
    public void An_item_with_zones_of_its_own_lies_only_there(string drop, string? refusal)
    {
        var question = Asked.Placing("cirrus=a", "stratus=b");
        question = question with { Items = question.Items.Replace(item => item.Id == "i0", item => item with { MayLieOn = ["a"] }) };
        Assert.Equal(refusal, QuestionTypes.For(question).RefuseResponse(question, Asked.Placed(drop))?.Said());
    }

    [Fact]
    public void An_item_that_may_not_lie_where_it_belongs_is_named()
    {
        var question = Asked.Placing("cirrus=a", "stratus=b");
        string[] Said(string mayLieOn) =>
            [
                .. QuestionTypes
                    .For(question)
                    .Check(
                        question with
                        {
                            Items = question.Items.Replace(item => item.Id == "i0", item => item with { MayLieOn = [mayLieOn] }),
                        },
                        InEnglish.Culture
                    )
                    .Where(weakness => weakness.Blocks)
                    .Select(weakness => weakness.Message),
            ];
        Assert.Equal(["has an item “cirrus” that may not lie where it belongs"], Said("b"));
        Assert.Empty(Said("a"));
    }

    [Fact]
    public void Of_zones_over_each_other_the_smallest_is_meant()
    {
        var question = Asked.Placing("cirrus=a") with
        {
            Zones =
            [
                new Zone { Id = "big", Area = new RectangleArea(0, 0, 1, 1) },
                new Zone { Id = "a", Area = new EllipseArea(0.4, 0.4, 0.2, 0.2) },
            ],
        };
        Assert.Equal((1m, 0m), (Mark(question, "0=0.5 0.5").Share, Mark(question, "0=0.1 0.1").Share));
    }

    [Fact]
    public void Zones_that_share_items_are_exchangeable_and_take_one_each()
    {
        var question = Asked.Placing("vane=ab", "gauge=ab");
        Assert.Equal((1m, 1m), (Mark(question, "0=a", "1=b").Share, Mark(question, "0=b", "1=a").Share));
        Assert.Equal(0.5m, Mark(question, "0=a", "1=a").Share);
        Assert.Equal("There is no room there for “gauge”.", Mark(question, "0=a", "1=a").Of("i1")!.Reason.Said());
        Assert.Equal(
            1m,
            Mark(question with { Zones = question.Zones.Replace(_ => true, zone => zone with { TakesSeveral = true }) }, "0=a", "1=a").Share
        );
    }

    [Fact]
    public void Items_that_look_alike_are_interchangeable()
    {
        var question = Asked.Placing("wind=a", "wind=b", "rain=c");
        Assert.Equal(Verdict.Right, Mark(question, "0=b", "1=a", "2=c").Verdict);
        Assert.Equal(
            new Fraction(2, 3),
            Mark(
                question with
                {
                    Zones = question.Zones.Replace(_ => true, zone => zone with { TakesSeveral = true }),
                },
                "0=b",
                "1=b",
                "2=c"
            ).Share
        );
    }

    [Fact]
    public void An_item_used_often_belongs_on_every_one_of_its_zones()
    {
        var question = Asked.Placing("gale=ab") with { Penalty = 0.5m };
        question = question with { Items = question.Items.Replace(_ => true, item => item with { Often = true }) };
        Assert.Equal(2, QuestionTypes.For(question).OutOf(question));
        Assert.Equal((1m, 0.5m), (Mark(question, "0=a", "0=b").Share, Mark(question, "0=b").Share));

        // The third copy is beyond what is asked: it costs half a part.
        Assert.Equal((Verdict.Partly, 0.75m), (Mark(question, "0=a", "0=b", "0=c").Verdict, Mark(question, "0=a", "0=b", "0=c").Share));
    }

    [Fact]
    public void A_wrong_drop_costs_what_is_set_and_an_item_that_belongs_nowhere_too()
    {
        var question = Asked.Placing("cirrus=a", "stratus=b", "kelp=") with { Penalty = 1 };
        Assert.Equal(
            (1m, 0.5m, 0m),
            (Mark(question, "0=a", "1=b").Share, Mark(question, "0=a", "1=b", "2=c").Share, Mark(question, "0=a", "1=c").Share)
        );
        Assert.Equal(1, Mark(question, "0=a", "1=b", "2=c").Mistakes);
    }

    [Fact]
    public void Where_each_drop_is_marked_a_wrong_one_goes_back_and_is_a_mistake_and_right_ones_stay()
    {
        var question = Asked.Placing("cirrus=a", "stratus=b") with { WrongDrop = WrongDrop.Returns };
        var attempt = new Attempt(Make.Activity(Make.Asked("q", question)), 3);
        attempt.Then((id, at) => new Stepped("q", Asked.Placed("0=b"), "i0") { Id = id, At = at });
        Assert.Equal((1, 0), (attempt.State.Mistakes, ((PlacingResponse)attempt.State.Questions[0].Response!).Parts.Count));
        var view = (PlacingView)attempt.View().SpotOf("q")!.Ask!.Parts;
        Assert.Equal((Verdict.Wrong, 0), (view.Items.Single(item => item.Id == "i0").Said.Verdict, view.Items.Sum(item => item.Put.Count)));
        attempt.Then((id, at) => new Stepped("q", Asked.Placed("0=a"), "i0") { Id = id, At = at });
        attempt.Then((id, at) => new Stepped("q", Asked.Placed("0=c", "1=b"), "i1") { Id = id, At = at });
        Assert.Equal((1, Verdict.Right), (attempt.State.Mistakes, attempt.State.Questions[0].LastTry!.Mark.Verdict));
    }

    [Fact]
    public void Zones_that_are_not_seen_are_not_sent()
    {
        var question = Asked.Placing("cirrus=a", "stratus=b") with { ZonesShown = ZonesShown.Never };
        var view = (PlacingView)new Attempt(Make.Activity(Make.Asked("q", question)), 3).View().SpotOf("q")!.Ask!.Parts;
        Assert.All(view.Zones, zone => Assert.Null(zone.Area));
        Assert.Equal(["Place 1", "Place 2", "Place 3"], view.Zones.Select(zone => zone.Name));
    }

    [Fact]
    public void What_is_missing_is_named()
    {
        string[] Said(PlacingQuestion question) =>
            [
                .. QuestionTypes
                    .For(question)
                    .Check(question, System.Globalization.CultureInfo.InvariantCulture)
                    .Select(weakness => weakness.Message),
            ];
        Assert.Contains("has no right answer: put each item where it belongs", Said(Asked.Placing("cirrus=")));
        Assert.Contains("has a zone that takes one item, and 2 belong there", Said(Asked.Placing("cirrus=a", "stratus=a")));
        Assert.Contains(
            "has a zone without a name; who uses keys or a screen reader chooses zones by name",
            Said(Asked.Placing("cirrus=a"))
        );
    }

    private static readonly Gen<(PlacingQuestion Question, PlacingResponse Key)> Boards =
        from zones in Gen.Shuffle(new[] { "a", "b", "c" }, 1, 3)
        from words in Gen.Int[0, 2].Array[3]
        select (
            Asked.Placing([.. zones.Select((zone, i) => $"{new[] { "gale", "storm", "calm" }[words[i]]}={zone}")]),
            Asked.Placed([.. zones.Select((zone, i) => $"{i}={zone}")])
        );

    [Fact]
    public void Every_item_in_its_place_earns_everything() =>
        Boards.Sample(given => given.Question.Marked(given.Key) is { Verdict: Verdict.Right, Share: var share } && share == 1);

    [Fact]
    public void The_middle_of_a_zone_means_the_zone() =>
        Boards.Sample(given =>
            given
                .Question.Marked(
                    new PlacingResponse
                    {
                        Parts = given
                            .Key.Parts.Select(part =>
                                part with
                                {
                                    Value = BoardPlace.Write(given.Question.Zones.First(zone => zone.Id == part.Value).Area.Middle),
                                }
                            )
                            .ToValueList(),
                    }
                )
                .Share == 1
        );
}
