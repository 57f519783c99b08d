using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Panoramas;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Contents.Links;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Numbers;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Editing;

/// <summary>Edits of scenes: added, moved, copied, deleted, with backdrops of every sort.</summary>
public sealed class SceneEditTests
{
    private static readonly Activity Tour = Make.Tour(
        Make.Scene("a", Make.Jump("ab", "b"), Make.Clue("clue"), Make.Clue("box", Make.By(new FoundKey(["clue"])))),
        Make.Round("b", Make.Jump("ba", "a"))
    );

    [Fact]
    public void The_first_scene_is_where_learners_begin_and_order_is_changed_by_steps()
    {
        Assert.Equal(["b", "a"], new ReorderScene("b", -1).Apply(Tour).Value.Scenes.Select(s => s.Id));
        Assert.Equal(["b", "a"], new ReorderScene("a", 5).Apply(Tour).Value.Scenes.Select(s => s.Id));
    }

    [Fact]
    public void A_copy_has_ids_of_its_own_and_its_locks_name_its_own_spots()
    {
        var copied = new CopyScene("a", "twin").Apply(Tour).Value;
        var twin = copied.Scenes[1];
        Assert.Equal(("twin", "Room a (copy)"), (twin.Id, twin.Title));
        Assert.Empty(twin.Spots.Select(s => s.Id).Intersect(Tour.Scenes[0].Spots.Select(s => s.Id)));
        Assert.Equal([twin.Spots[1].Id], ((FoundKey)twin.Spots[2].Lock!.Key).SpotIds);
        Assert.Equal("b", ((Jump)twin.Spots[0].Content).SceneId);
    }

    [Fact]
    public void A_linked_twins_ids_follow_from_the_originals_so_that_an_update_finds_them()
    {
        var origin = new Origin("daily", 1, "a");
        var linked = new AddScenes([Copies.Of(Tour.Scenes[0], "here", linked: true) with { Origin = origin }])
            .Apply(Make.Tour(Make.Scene("own")))
            .Value;
        var newer = Tour.Scenes[0] with { Title = "Today", Spots = Tour.Scenes[0].Spots.Add(Make.Note("fresh")) };
        var updated = new TakeUpdate("here", newer, null, 2).Apply(linked).Value.SceneOf("here")!;
        Assert.Equal(("Today", 2), (updated.Title, updated.Origin!.Edition));
        Assert.Equal([.. linked.SceneOf("here")!.Spots.Select(s => s.Id), "here-fresh"], updated.Spots.Select(s => s.Id));
        Assert.Null(new CutLink("here").Apply(linked).Value.SceneOf("here")!.Origin);
        Assert.Contains("not linked any more", new TakeUpdate("own", newer, null, 2).Apply(linked).Refusal);
    }

    [Fact]
    public void The_last_scene_stays() =>
        Assert.Contains("keeps at least one scene", new DeleteScene("a").Apply(Make.Tour(Make.Scene("a"))).Refusal);

    [Fact]
    public void The_way_back_is_made_once_and_lies_on_nothing()
    {
        var forth = Make.Tour(
            Make.Scene("a", Make.Jump("ab", "b")),
            Make.Scene("b", Make.Note("n") with { Place = new AtPoint(0.5, 0.9) })
        );
        var back = new AddWayBack("ab", "back").Apply(forth).Value;
        Assert.Equal("a", ((Jump)back.SpotOf("back")!.Content).SceneId);
        Assert.NotEqual(back.SpotOf("n")!.Place, back.SpotOf("back")!.Place);
        Assert.Contains("way back already", new AddWayBack("ab", "again").Apply(back).Refusal);
        Assert.Contains("choose its scene first", new AddWayBack("x", "y").Apply(Make.Tour(Make.Scene("a", Make.Jump("x", "")))).Refusal);
    }

    [Theory]
    [InlineData(1900, 1000, "1.9 times as wide as high")]
    [InlineData(1024, 512, "1024 × 512 pixels. A panorama needs at least 2048 × 1024")]
    public void A_picture_that_is_no_panorama_is_refused_with_its_size_and_what_is_needed(int width, int height, string words)
    {
        var picture = Make.Picture() with { Width = width, Height = height };
        Assert.Contains(words, new SetBackdrop("a", new PanoramaBackdrop(picture)).Apply(Tour).Refusal);
    }

    [Fact]
    public void Spots_keep_their_places_when_the_backdrop_becomes_round_and_flat_again()
    {
        var round = new SetBackdrop("a", Make.Round("x").Backdrop).Apply(Tour).Value;
        Assert.All(round.Scenes[0].Spots, spot => Assert.IsType<AtDirection>(spot.Place));
        var flat = new SetBackdrop("a", Tour.Scenes[0].Backdrop).Apply(round).Value;
        Assert.Equal(Tour.Scenes[0].Spots.Select(s => s.Place.Anchor.X), flat.Scenes[0].Spots.Select(s => Math.Round(s.Place.Anchor.X, 4)));
    }

    [Fact]
    public void Spots_are_moved_to_another_scene_with_their_ids_and_copied_with_new_ones()
    {
        var asked = Tour.WithScene("a", s => s with { Spots = s.Spots.Add(Make.Asked("q", Make.One())) });
        var moved = new BringSpots(["q"], "b", Move: true).Apply(asked).Value;
        Assert.Equal("b", moved.SceneWith("q")!.Id);
        Assert.IsType<AtDirection>(moved.SpotOf("q")!.Place);
        var copied = new BringSpots(["q", "clue"], "b", Move: false).Apply(asked).Value;
        Assert.Equal((4, 3), (copied.Scenes[0].Spots.Count, copied.Scenes[1].Spots.Count));
        Assert.Equal(2, copied.Asked.Count());
    }

    [Theory]
    [InlineData(Alignment.Left, "0.1,0.2 0.1,0.6 0.1,0.4")]
    [InlineData(Alignment.Bottom, "0.1,0.6 0.5,0.6 0.9,0.6")]
    [InlineData(Alignment.SpreadAcross, "0.1,0.4 0.5,0.4 0.9,0.4")]
    [InlineData(Alignment.SpreadDown, "0.5,0.2 0.5,0.6 0.5,0.4")]
    public void Spots_are_put_on_one_line(Alignment line, string places)
    {
        var scene = Make.Scene(
            "s",
            new (double X, double Y)[] { (0.1, 0.2), (0.5, 0.6), (0.9, 0.4) }
                .Select((at, i) => Make.Note("n" + i) with { Place = new AtPoint(at.X, at.Y) })
                .ToArray()
        );
        var aligned = new AlignSpots(["n0", "n1", "n2"], line).Apply(Make.Tour(scene)).Value;
        Assert.Equal(
            places,
            string.Join(' ', aligned.Spots.Select(s => FormattableString.Invariant($"{s.Place.Anchor.X:0.##},{s.Place.Anchor.Y:0.##}")))
        );
    }

    [Fact]
    public void Several_are_moved_and_deleted_together()
    {
        var shifted = new ShiftSpots(["clue", "box"], 0.1, 0).Apply(Tour).Value;
        Assert.Equal([0.1, 0.3, 0.3], shifted.Scenes[0].Spots.Select(s => Math.Round(s.Place.Anchor.X, 3)));
        Assert.Equal(["ab"], new DeleteSpots(["clue", "box"]).Apply(Tour).Value.Scenes[0].Spots.Select(s => s.Id));
        Assert.Contains("not in the activity any more", new DeleteSpots(["gone"]).Apply(Tour).Refusal);
    }

    [Fact]
    public void A_lock_is_set_on_scenes_and_spots_but_not_where_one_begins()
    {
        Assert.NotNull(new SetLock("b", Make.Code("x")).Apply(Tour).Value.SceneOf("b")!.Lock);
        Assert.Null(new SetLock("box", null).Apply(Tour).Value.SpotOf("box")!.Lock);
        Assert.Contains("cannot be locked", new SetLock("a", Make.Code("x")).Apply(Tour).Refusal);
        Assert.Contains("earns none", new SetLock("b", Make.By(new NumberKey(1) { WrongCosts = -1 })).Apply(Tour).Refusal);
    }

    [Theory]
    [InlineData("javascript:alert(1)")]
    [InlineData("data:text/html,x")]
    [InlineData("//no.scheme")]
    public void Only_addresses_of_the_web_are_taken(string address)
    {
        var tour = Make.Tour(
            Make.Scene(
                "s",
                new Spot
                {
                    Id = "l",
                    Place = new AtPoint(0, 0),
                    Content = new Link(""),
                }
            )
        );
        Assert.Contains("not the address of a web page", new SetContent("l", new Link(address)).Apply(tour).Refusal);
        Assert.Null(WebAddress.Safe(address));
    }

    [Theory]
    [InlineData("tides.example", "https://tides.example")]
    [InlineData(" http://tides.example/a?b=c ", "http://tides.example/a?b=c")]
    [InlineData("localhost:5080", "localhost:5080")]
    [InlineData("", "")]
    public void What_is_typed_is_completed(string typed, string address) => Assert.Equal(address, WebAddress.Completed(typed));

    [Fact]
    public void A_file_is_replaced_wherever_it_is_used_and_the_words_stay()
    {
        var old = new string('a', 64);
        var tour = Make.Tour(
            Make.Scene(
                "s",
                new Spot
                {
                    Id = "n",
                    Place = new AtPoint(0.1, 0.1),
                    Sign = new Sign { Picture = Make.Picture() },
                    Content = new Note
                    {
                        Illustrations = [Make.Picture("Kept words")],
                        Sound = new Sound { Media = old },
                        Video = new VideoFile { Media = old, Captions = old },
                    },
                },
                new Spot
                {
                    Id = "c",
                    Place = new AtPoint(0.3, 0.1),
                    Content = new Callout("x")
                    {
                        Sound = new Sound { Media = old, Transcript = "t" },
                    },
                }
            ) with
            {
                Ambient = new Sound { Media = old },
            }
        ) with
        {
            Look = new Look
            {
                Cover = Make.Picture(),
                Background = Make.Picture(),
                Spots = [new SpotLook(SpotKind.Note, new Sign { Picture = Make.Picture() })],
            },
        };
        var after = new ReplaceMedia(old, "new", 10, 20).Apply(tour).Value;
        Assert.Equal(["new"], after.Media);
        Assert.Equal(("Kept words", 10), (((Note)after.SpotOf("n")!.Content).Illustrations[0].AlternativeText, after.Look.Cover!.Width));
    }

    [Fact]
    public void A_panorama_that_is_replaced_by_a_flat_picture_is_shown_flat()
    {
        var after = new ReplaceMedia(new string('b', 64), "new", 1000, 800).Apply(Tour).Value;
        Assert.IsType<PictureBackdrop>(after.Scenes[1].Backdrop);
        Assert.IsType<AtPoint>(after.Scenes[1].Spots[0].Place);
    }
}
