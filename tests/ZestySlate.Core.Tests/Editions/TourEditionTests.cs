using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Backdrops.WebPages;
using ZestySlate.Core.Contents.Inserts;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Contents.Links;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Contents.WebPanels;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Locks.Answers;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Numbers;
using ZestySlate.Core.Locks.Scores;

namespace ZestySlate.Core.Tests.Editions;

/// <summary>What reaches learners at work when a tour with locks is mended.</summary>
public sealed class TourEditionTests
{
    private static readonly Activity Old = Make.Tour(
        Make.Scene(
            "a",
            Make.Jump("ab", "b"),
            Make.Clue("clue"),
            Make.Note("plain"),
            Make.Clue("box", Make.Code("old") with { Words = "Locked" })
        ),
        Make.Scene("b"),
        Make.Scene("c")
    );

    private static Activity Change(string id, Func<Spot, Spot> change) => Old.WithSpot(id, change);

    [Fact]
    public void Words_of_locks_and_notes_are_wording_and_reach_everybody()
    {
        var mended = Change("box", s => s with { Lock = Make.Code("old") with { Words = "Locked, with three rings" } })
            .WithSpot("clue", s => s with { Content = new Note { Title = "Mended", IsClue = true } });
        var difference = EditionDifference.Between(Old, mended);
        Assert.Empty(difference.Structure);
        Assert.Contains("Words of the lock: Clue box", difference.Wording);
        Assert.Equal(mended, EditionMerge.WithWording(Old, mended));
    }

    [Fact]
    public void Codes_and_goals_of_jumps_are_structure_and_stay_for_those_at_work()
    {
        var changed = Change("box", s => s with { Lock = Make.Code("new") }).WithSpot("ab", s => s with { Content = new Jump("c") });
        var difference = EditionDifference.Between(Old, changed);
        Assert.Equal(["Jump leads elsewhere: To Room c", "Lock: Clue box"], difference.Structure.Order());
        var merged = EditionMerge.WithWording(Old, changed);
        Assert.Equal("b", ((Jump)merged.SpotOf("ab")!.Content).SceneId);
        Assert.Equal(["old"], ((CodeKey)merged.SpotOf("box")!.Lock!.Key).Accepted);
    }

    [Fact]
    public void New_notes_come_new_jumps_and_locked_things_wait_and_clues_stay()
    {
        var changed = Old.WithScene("a", s =>
            s with
            {
                Spots = [Make.Note("fresh"), Make.Jump("new", "c"), Make.Clue("vault", Make.Code("x"))],
            }
        );
        var merged = EditionMerge.WithWording(Old, changed);
        Assert.Equal(["fresh", "ab", "clue", "box"], merged.Scenes[0].Spots.Select(s => s.Id));
        Assert.Contains("Note removed: A note", EditionDifference.Between(Old, changed).Wording);
        Assert.Contains("Clue card removed: Clue clue", EditionDifference.Between(Old, changed).Structure);
    }

    [Fact]
    public void A_new_lock_on_a_scene_does_not_shut_out_who_is_at_work()
    {
        var changed = Old.WithScene("b", s => s with { Lock = Make.Code("x") });
        Assert.Equal(["Lock: Room b"], EditionDifference.Between(Old, changed).Structure);
        Assert.Null(EditionMerge.WithWording(Old, changed).SceneOf("b")!.Lock);
    }

    [Fact]
    public void The_look_is_wording()
    {
        var changed = Old with
        {
            Look = new Look { Accent = "#224488" },
            SceneList = true,
        };
        Assert.Equal(["Look of the activity"], EditionDifference.Between(Old, changed).Wording);
        Assert.Equal(changed, EditionMerge.WithWording(Old, changed));
    }

    [Fact]
    public void Every_kind_of_place_content_and_lock_survives_being_written_and_read()
    {
        var all = Make.Tour(
            Make.Round(
                "r",
                Make.Note("1") with
                {
                    Place = new AtDirection(10, 20),
                },
                Make.Note("2") with
                {
                    Place = new InRegion(new Core.Scenes.ConeArea(new Core.Scenes.Direction(1, 2), 9)),
                },
                Make.Note("3") with
                {
                    Place = new InRegion(new Core.Scenes.SpherePolygonArea([new(0, 0), new(9, 0), new(5, 9)])),
                }
            ),
            Make.Scene(
                "s",
                Make.Note("4", "t") with
                {
                    Place = new InRegion(new Core.Scenes.RectangleArea(0.1, 0.2, 0.3, 0.4)),
                    Lock = Make.By(new FoundKey(["1", "2"], 1)),
                },
                Make.Note("5") with
                {
                    Place = new InRegion(new Core.Scenes.EllipseArea(0.1, 0.2, 0.3, 0.4)),
                    Lock = Make.By(new NumberKey(1.5m) { Tolerance = 0.1m, WrongCosts = 2 }),
                },
                Make.Note("6") with
                {
                    Place = new InRegion(new Core.Scenes.PolygonArea([new(0, 0), new(1, 0), new(0, 1)])),
                    Lock = Make.By(new ScoreKey(2)),
                },
                new Spot
                {
                    Id = "7",
                    Place = new AtPoint(0.5, 0.5),
                    Content = new Link("https://a.example") { Words = "A" },
                    Sign = new Sign
                    {
                        Form = SignForm.Words,
                        Words = "Go",
                        Colour = SignColour.Plum,
                        Beckons = true,
                        Size = 2,
                    },
                },
                new Spot
                {
                    Id = "8",
                    Place = new AtPoint(0.5, 0.6),
                    Content = new WebPanel("https://a.example", 400, 300) { Title = "B", Refuses = true },
                },
                new Spot
                {
                    Id = "9",
                    Place = new AtPoint(0.5, 0.7),
                    Content = new Insert("abc") { Title = "C" },
                    Origin = new Origin("o", 3, "i"),
                },
                Make.Jump("10", "r", Make.Code("a", "b"))
            ) with
            {
                Lock = Make.By(new AnswerKey("q")),
                Ambient = new Sound { Media = "m", Transcript = "t" },
                Backdrop = new PictureBackdrop(Make.Picture())
                {
                    Fit = Fit.Hand,
                    Hand = new HandPlace(0.1, 0.2, 0.8),
                    StageRatio = 2,
                },
            },
            Make.Scene("b") with
            {
                Backdrop = new PlainBoardBackdrop(),
            },
            Make.Scene("w") with
            {
                Backdrop = new WebPageBackdrop("https://a.example", 800, 600, true),
            }
        ) with
        {
            SceneList = true,
            Look = new Look
            {
                Accent = "#112233",
                Typeface = Typeface.Bookish,
                SignsOnAsking = true,
                Spots = [new SpotLook(SpotKind.Jump, new Sign { Symbol = "door-open" })],
            },
            Rules = new Rules { Completion = Completion.OpenedAll },
        };
        Assert.Equal(all, ActivityJson.Read(ActivityJson.Write(all)).Value);
    }
}
