using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Editing;

namespace ZestySlate.Core.Tests.Editing;

public sealed class EditTests
{
    private readonly Activity _activity = Make.Activity(Make.Note("n"), Make.Asked("q", Make.One()));

    [Fact]
    public void A_new_spot_comes_last() =>
        Assert.Equal(["n", "q", "new"], new AddSpot("scene", Make.Note("new")).Apply(_activity).Value.Spots.Select(spot => spot.Id));

    [Fact]
    public void A_spot_that_is_there_is_not_added_twice() =>
        Assert.Equal("This spot is in the activity already.", new AddSpot("scene", Make.Note("n")).Apply(_activity).Refusal);

    [Fact]
    public void An_edit_of_a_scene_that_is_gone_is_refused_in_words()
    {
        Assert.Contains("not in the activity any more", new AddSpot("gone", Make.Note("x")).Apply(_activity).Refusal);
        Assert.Contains("not in the activity any more", new RenameScene("gone", "x").Apply(_activity).Refusal);
        Assert.Contains("not in the activity any more", new SetBackdrop("gone", _activity.Scenes[0].Backdrop).Apply(_activity).Refusal);
    }

    public static TheoryData<Edit> EditsOfAGoneSpot =>
        [
            new MoveSpot("gone", 0, 0),
            new SetSign("gone", new Sign()),
            new RenameSpot("gone", "x"),
            new SetContent("gone", new Callout("x")),
            new CopySpot("gone", "y"),
            new DeleteSpot("gone"),
            new ReorderSpot("gone", 1),
        ];

    [Theory]
    [MemberData(nameof(EditsOfAGoneSpot))]
    public void An_edit_of_a_spot_that_is_gone_is_refused_in_words(Edit edit)
    {
        Assert.Equal("This spot is not in the activity any more.", edit.Apply(_activity).Refusal);
        Assert.NotEmpty(edit.SummaryOn(_activity));
    }

    [Fact]
    public void Moving_changes_the_place_and_nothing_else()
    {
        var moved = new MoveSpot("n", 0.7, 0.3).Apply(_activity).Value;
        Assert.Equal(new AtPoint(0.7, 0.3), moved.SpotOf("n")!.Place);
        Assert.Equal(_activity, new MoveSpot("n", 0.2, 0.2).Apply(moved).Value);
    }

    [Fact]
    public void A_twin_lies_beside_its_original_and_on_no_other_spot()
    {
        var activity = _activity;
        for (var i = 0; i < 25; i++)
        {
            activity = new CopySpot("n", "twin" + i).Apply(activity).Value;
        }

        var places = activity.Spots.Select(spot => (AtPoint)spot.Place).ToList();
        Assert.Equal(27, places.Count);
        Assert.All(places, place =>
            Assert.DoesNotContain(places, other =>
                other != place && Math.Abs(other.X - place.X) < 0.02 && Math.Abs(other.Y - place.Y) < 0.02
            )
        );
        Assert.Equal(places.Count, places.Distinct().Count());
    }

    [Fact]
    public void A_twin_of_a_spot_at_the_edge_stays_on_the_picture()
    {
        var corner = Make.Activity(Make.Note("n") with { Place = new AtPoint(1, 1) });
        var twin = (AtPoint)new CopySpot("n", "t").Apply(corner).Value.SpotOf("t")!.Place;
        Assert.NotEqual(new AtPoint(1, 1), twin);
    }

    [Fact]
    public void A_twin_comes_next_in_reading_order() =>
        Assert.Equal(["n", "t", "q"], new CopySpot("n", "t").Apply(_activity).Value.Spots.Select(spot => spot.Id));

    [Fact]
    public void Reading_order_changes_by_steps_and_stops_at_the_ends()
    {
        Assert.Equal(["q", "n"], new ReorderSpot("q", -1).Apply(_activity).Value.Spots.Select(spot => spot.Id));
        Assert.Equal(_activity, new ReorderSpot("q", 5).Apply(_activity).Value);
        Assert.Equal(_activity, new ReorderSpot("n", -5).Apply(_activity).Value);
    }

    [Fact]
    public void A_callout_has_up_to_100_characters_as_a_person_counts_them()
    {
        var hundred = string.Concat(Enumerable.Repeat("👩‍🔬", 100));
        Assert.True(new SetContent("n", new Callout(hundred)).Apply(_activity).Succeeded);
        Assert.Equal(
            "A callout has up to 100 characters; this one has 101. A note holds more.",
            new SetContent("n", new Callout(hundred + "x")).Apply(_activity).Refusal
        );
    }

    [Theory]
    [InlineData(" ", "An activity needs a title; the old one is kept.")]
    [InlineData("long", "A title has up to 120 characters; this one has 121.")]
    public void A_title_is_needed_and_has_a_limit(string title, string refusal) =>
        Assert.Equal(refusal, new RenameActivity(title == "long" ? new string('x', 121) : title).Apply(_activity).Refusal);

    public static TheoryData<Rules> ImpossibleRules =>
        [
            new Rules { Tries = 0 },
            new Rules { HintCost = 1.5m },
            new Rules { TryCosts = [0, -0.1m] },
            new Rules { PassMark = 101 },
            new Rules { PassMark = 80, DistinctionMark = 70 },
        ];

    [Theory]
    [MemberData(nameof(ImpossibleRules))]
    public void Impossible_rules_are_refused(Rules rules) => Assert.NotNull(new SetRules(rules).Apply(_activity).Refusal);

    [Fact]
    public void Deleting_takes_the_spot_and_only_it() =>
        Assert.Equal(["q"], new DeleteSpot("n").Apply(_activity).Value.Spots.Select(spot => spot.Id));

    [Fact]
    public void Every_edit_says_what_it_does_by_the_spots_name() =>
        Assert.Equal("Moved A note", new MoveSpot("n", 0, 0).SummaryOn(_activity));

    [Theory]
    [InlineData("On", true)]
    [InlineData("{0} of {1}", true)]
    [InlineData("{{kept}}", true)]
    [InlineData("{0:D99999999}", false)]
    [InlineData("{0,1000000}", false)]
    [InlineData("{2}", false)]
    [InlineData("{0", false)]
    public void Own_words_hold_what_is_put_in_and_ask_for_nothing_else(string text, bool taken) =>
        Assert.Equal(taken, new SetWording([new OwnWord("next", text)]).Apply(new Activity { Title = "Sky" }).Succeeded);
}
