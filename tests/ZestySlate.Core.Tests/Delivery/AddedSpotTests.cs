using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Spots that learners add to a scene.</summary>
public sealed class AddedSpotTests
{
    private static readonly Activity Coast = Make.Activity(Make.Note("how"))
        .WithScene("scene", scene => scene with { LearnersSpots = LearnersSpots.AfterApproval });

    private static AddedSpot Gannets(AddedState state = AddedState.Shown, bool mine = false, string comment = "") =>
        new("added1", "scene", 0.25, 0.5, "Gannets <diving>", "Forty of them.", "Wren Abernethy", state, comment, mine);

    private static SceneView Seen(Activity activity, params AddedSpot[] added) =>
        LearnerView
            .Of(Replay.Run(_ => activity, [new Began(1, 7) { Id = "began", At = Make.Monday }]) with { Added = [.. added] }, Make.Monday)
            .Scenes[0];

    [Fact]
    public void It_stands_behind_the_authors_own_spots_as_a_note_that_says_who_wrote_it()
    {
        var scene = Seen(Coast, Gannets());
        Assert.True(scene.TakesSpots);
        Assert.Equal(["how", "added1"], scene.Spots.Select(spot => spot.Id));
        var spot = scene.Spots[1];
        Assert.Equal(new AtPoint(0.25, 0.5), spot.Place);
        Assert.Equal("Gannets <diving>", ((Note)spot.Content!).Title);
        Assert.Contains("Forty of them.", ((Note)spot.Content!).Text.Html);
        Assert.Equal(["by Wren Abernethy"], spot.Added!.Said(Words.English));
    }

    [Fact]
    public void What_was_written_is_plain_text_whatever_it_looks_like()
    {
        var spot = (Gannets() with { Text = "<script>alert(1)</script>" }).View(Coast, Coast.Scenes[0].Backdrop);
        Assert.DoesNotContain("<script", ((Note)spot.Content!).Text.Html);
    }

    [Fact]
    public void It_stands_in_its_own_scene_alone_and_on_a_panorama_as_a_direction()
    {
        var tour = Make.Tour(Make.Scene("a"), Make.Round("b") with { LearnersSpots = LearnersSpots.AtOnce });
        Assert.Empty(Seen(tour, Gannets() with { SceneId = "b" }).Spots);
        Assert.IsType<AtDirection>((Gannets() with { SceneId = "b" }).View(tour, tour.SceneOf("b")!.Backdrop).Place);
        Assert.IsType<InFlow>(Gannets().View(tour, new PageBackdrop(default)).Place);
    }

    [Fact]
    public void Only_its_author_reads_where_it_stands_and_what_the_teacher_said()
    {
        Assert.Equal(
            ["by Wren Abernethy", "Waits for your teacher; nobody else sees it yet."],
            Gannets(AddedState.Waits, mine: true).Said(Words.English)
        );
        Assert.Equal(
            ["by Wren Abernethy", "Hidden by your teacher.", "Your teacher: Which tide?"],
            Gannets(AddedState.Hidden, true, "Which tide?").Said(Words.English)
        );
        Assert.Equal(["by Wren Abernethy"], Gannets(comment: "Which tide?").Said(Words.English));
    }

    [Fact]
    public void It_can_be_put_where_the_learner_has_been_and_nowhere_else()
    {
        var tour = new Attempt(
            Make.Tour(Make.Scene("hall", Make.Jump("j", "left")), Make.Scene("left"), Make.Scene("vault") with { Lock = Make.Code("714") })
        );
        Assert.Equal((true, false, false), (tour.State.HasBeenIn("hall"), tour.State.HasBeenIn("left"), tour.State.HasBeenIn("vault")));
        tour.Visit("left");
        Assert.True(tour.State.HasBeenIn("left"));
        var inOrder = new Attempt(Make.Tour(Make.Scene("one"), Make.Scene("two")) with { Flow = new Flow { Way = Way.InOrder } });
        Assert.Equal((true, false), (inOrder.State.HasBeenIn("one"), inOrder.State.HasBeenIn("two")));
        Assert.True(inOrder.Visit("two").State.HasBeenIn("two"));
    }

    [Fact]
    public void Letting_learners_add_spots_is_one_edit_and_reaches_those_at_work()
    {
        var before = Make.Activity(Make.Note("how"));
        var edit = new SetLearnersSpots("scene", LearnersSpots.AtOnce);
        var after = edit.Apply(before).Value;
        Assert.Equal(LearnersSpots.AtOnce, after.Scenes[0].LearnersSpots);
        var difference = EditionDifference.Between(before, after);
        Assert.Single(difference.Wording);
        Assert.Empty(difference.Structure);
        Assert.Equal(LearnersSpots.AtOnce, EditionMerge.WithWording(before, after).Scenes[0].LearnersSpots);
        Assert.Null(new SetLearnersSpots("scene", null).Apply(after).Value.Scenes[0].LearnersSpots);
        Assert.Equal(after, ActivityJson.Read(ActivityJson.Write(after)).Value);
    }
}
