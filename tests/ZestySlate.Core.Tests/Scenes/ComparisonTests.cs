using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Comparisons;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>Two pictures to compare.</summary>
public sealed class ComparisonTests
{
    private static readonly Picture Then = Make.Picture() with { Media = new string('1', 64), Credit = "A. Ferrow" },
        Now = Make.Picture() with { Media = new string('2', 64), Credit = "B. Lund" };

    private static readonly ComparisonBackdrop Both = new(Then)
    {
        Second = Now,
        FirstWords = "1896",
        SecondWords = "Today",
    };

    private static Activity With(Backdrop backdrop) => Make.Tour(Make.Scene("a", Make.Note("n")) with { Backdrop = backdrop });

    [Fact]
    public void It_is_written_and_read_back()
    {
        var activity = With(Both);
        Assert.Equal(activity, ActivityJson.Read(ActivityJson.Write(activity)).Value);
    }

    [Fact]
    public void Places_lie_on_it_as_on_the_first_picture()
    {
        Assert.Equal(1.6, Both.Ratio);
        var spot = new SetBackdrop("a", Both).Apply(Make.Tour(Make.Scene("a", Make.Note("n")))).Value.SpotOf("n")!;
        Assert.IsType<AtPoint>(spot.Place);
    }

    [Fact]
    public void Each_of_its_pictures_is_used_credited_and_replaced()
    {
        var activity = With(Both);
        Assert.Equal([Then.Media, Now.Media], activity.Media);
        Assert.Equal(["A. Ferrow", "B. Lund"], Credits.Of(activity).Select(credit => credit.Who));
        var replaced = (ComparisonBackdrop)
            new ReplaceMedia(Now.Media, new string('3', 64), 400, 300).Apply(activity).Value.Scenes[0].Backdrop;
        Assert.Equal((Then.Media, new string('3', 64), 400), (replaced.First.Media, replaced.Second!.Media, replaced.Second.Width));
        Assert.Equal(Now.AlternativeText, replaced.Second.AlternativeText);
    }

    [Fact]
    public void A_picture_of_all_directions_stays_one_of_two() =>
        Assert.IsType<ComparisonBackdrop>(Both.Taking(Then with { Width = 4096, Height = 2048 }));

    [Fact]
    public void Another_picture_or_label_is_wording()
    {
        var (older, newer) = (With(Both), With(Both with { Second = Then, SecondWords = "Yesterday" }));
        Assert.Empty(EditionDifference.Between(older, newer).Structure);
        Assert.Equal(newer.Scenes[0].Backdrop, EditionMerge.WithWording(older, newer).Scenes[0].Backdrop);
    }

    [Fact]
    public void One_picture_made_two_is_another_kind()
    {
        var (older, newer) = (Make.Tour(Make.Scene("a", Make.Note("n"))), With(Both));
        Assert.Equal(["Kind of the backdrop: Room a"], EditionDifference.Between(older, newer).Structure);
        Assert.Equal(older.Scenes[0].Backdrop, EditionMerge.WithWording(older, newer).Scenes[0].Backdrop);
    }

    [Fact]
    public void The_ready_check_asks_for_the_second_picture_and_its_words()
    {
        Assert.Contains(ReadyCheck.Run(With(Both with { Second = null })), finding =>
            finding is { Blocks: true, Field: "second", SceneId: "a" }
        );
        Assert.Contains(ReadyCheck.Run(With(Both with { Second = Now with { AlternativeText = "" } })), finding =>
            finding is { Blocks: false, Field: "second" }
        );
        Assert.DoesNotContain(ReadyCheck.Run(With(Both)), finding => finding.Field is "second" or "alternativeText");
    }

    [Fact]
    public void A_board_without_a_picture_becomes_what_its_picture_is() =>
        Assert.Equal("Picture", new PlainBoardBackdrop().Taking(Then).KindName);
}
