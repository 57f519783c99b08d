using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.Inserts;
using ZestySlate.Core.Contents.Links;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Contents.WebPanels;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Answers;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Scores;
using ZestySlate.Core.Locks.Videos;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Checking;

/// <summary>The ready check on scenes, jumps, locks and areas.</summary>
public sealed class WaysCheckTests
{
    private static void Says(Activity activity, string words, bool blocks) =>
        Assert.Contains(ReadyCheck.Run(activity), f => f.Blocks == blocks && f.Message.Contains(words, StringComparison.Ordinal));

    private static Activity With(params Spot[] spots) => Make.Tour(Make.Scene("a", spots), Make.Scene("b", Make.Jump("ba", "a")));

    private static Spot Of(Content content) =>
        new()
        {
            Id = "x",
            Place = new AtPoint(0.5, 0.5),
            Content = content,
        };

    [Fact]
    public void A_jump_to_nowhere_or_to_a_deleted_scene_blocks()
    {
        Says(With(Make.Jump("j", "")), "leads nowhere yet", true);
        Says(With(Make.Jump("j", "gone")), "leads to a scene that was deleted", true);
    }

    [Fact]
    public void Scenes_nobody_reaches_and_scenes_without_a_way_out_are_named()
    {
        Says(With(), "No learner can get to the scene “Room b”", false);
        Says(Make.Tour(Make.Scene("a", Make.Jump("ab", "b")), Make.Scene("b")), "No jump leads out of the scene “Room b”", false);
    }

    public static TheoryData<LockKey, string> KeysThatCannotBeHad =>
        new()
        {
            { new CodeKey([" "]), "it has no code" },
            { new AnswerKey("gone"), "its question was not chosen or was deleted" },
            { new ScoreKey(5), "it needs 5 points and there are 1" },
            { new FoundKey([]), "nothing is chosen that must be found" },
            { new FoundKey(["n", "gone"]), "something that must be found was deleted" },
            {
                new FoundKey(["n"]) { SceneIds = ["gone"] },
                "something that must be found was deleted"
            },
            {
                new FoundKey(["n"]) { Parts = [new FoundPart("n", "gone")] },
                "something that must be found was deleted"
            },
            { new FoundKey(["box"]), "what opens it lies behind it" },
            { new WatchedKey("gone"), "the video that must be watched was deleted" },
            { new WatchedKey("a"), "has no video to be watched" },
        };

    [Theory]
    [MemberData(nameof(KeysThatCannotBeHad))]
    public void A_lock_that_cannot_be_opened_blocks(LockKey key, string why) =>
        Says(With(Make.Note("n"), Make.Asked("q", Make.One()), Make.Clue("box", Make.By(key))), why, true);

    [Fact]
    public void Contents_without_what_they_need_are_named()
    {
        Says(With(Of(new Link(""))), "A link has no address", true);
        Says(With(Of(new WebPanel("", 400, 300))), "A web panel has no address", true);
        Says(With(Of(new Insert(""))), "No activity is chosen", true);
        Says(With(Of(new WebPanel("https://a.example", 400, 300) { Refuses = true })), "forbids being shown inside other pages", false);
        Says(
            With(
                Of(
                    new Note
                    {
                        Title = "T",
                        Video = new VideoFile { Media = "v" },
                    }
                )
            ),
            "has no captions",
            false
        );
        Says(
            With(
                Of(
                    new Note
                    {
                        Title = "T",
                        Sound = new Sound { Media = "v" },
                    }
                )
            ),
            "has no transcript",
            false
        );
        Says(With(Of(new Note { Title = "T", ButtonWords = "More" })), "needs both words and an address", false);
        Says(Make.Tour(Make.Scene("a") with { Backdrop = new PlainBoardBackdrop() }), "has no picture yet", false);
        Says(
            Make.Tour(Make.Scene("a", Make.Note("n"))) with
            {
                Rules = new Rules { Completion = Completion.Passed },
            },
            "there is no pass mark",
            true
        );
    }

    [Fact]
    public void An_area_too_small_for_a_finger_is_named()
    {
        Says(With(Make.Note("n") with { Place = new InRegion(new RectangleArea(0.5, 0.5, 0.01, 0.2)) }), "too small for a finger", false);
        Assert.DoesNotContain(ReadyCheck.Run(With(Make.Note("n") with { Place = new InRegion(new ConeArea(default, 10)) })), f =>
            f.Message.Contains("finger", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Two_spots_on_one_place_are_named() =>
        Says(With(Make.Note("n", "One"), Make.Note("m", "Two")), "“One” and “Two” lie on one place", false);
}
