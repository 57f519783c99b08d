using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>Where scenes stand on the map: by themselves, where they were put, and beside what leads to them.</summary>
public sealed class MapLayoutTests
{
    private static readonly Activity Three = Make.Tour(
        Make.Scene("a", Make.Jump("ab", "b"), Make.Jump("ac", "c")),
        Make.Scene("b"),
        Make.Scene("c")
    );

    private static IReadOnlyDictionary<string, MapPlace> PlacesOf(Activity activity) => MapLayout.Of(activity, SceneMap.Of(activity));

    private static Activity Put(Activity activity, params (string Id, int X, int Y)[] places) =>
        new PlaceOnMap(places.Select(place => new PlacedScene(place.Id, new MapPlace(place.X, place.Y))).ToValueList())
            .Apply(activity)
            .Value;

    [Fact]
    public void By_themselves_scenes_stand_in_columns()
    {
        var places = PlacesOf(Three);
        Assert.Equal(new MapPlace(0, 0), places["a"]);
        Assert.Equal(places["b"].X, places["c"].X);
        Assert.True(places["b"].X >= MapLayout.Wide && places["c"].Y - places["b"].Y >= MapLayout.High);
    }

    /// <summary>One that is moved moves no other, neither then nor when something is added.</summary>
    [Fact]
    public void Who_moves_one_moves_no_other()
    {
        var before = PlacesOf(Three);
        var moved = Put(Three, ("b", -600, 40));
        Assert.Equal(
            (new MapPlace(-600, 40), before["a"], before["c"]),
            (PlacesOf(moved)["b"], PlacesOf(moved)["a"], PlacesOf(moved)["c"])
        );
        var more = new AddChoice("b", "new", "Ring", "") { NewScene = "d" }
            .Apply(moved)
            .Value;
        Assert.All(moved.Scenes, scene => Assert.Equal(scene.OnMap, PlacesOf(more)[scene.Id]));
        // It stands to the right of the scene that leads to it.
        Assert.Equal(40, PlacesOf(more)["d"].Y);
        Assert.True(PlacesOf(more)["d"].X > -600 + MapLayout.Wide);
        Assert.Null(more.SceneOf("d")!.OnMap);
        var put = new AddChoice("b", "new", "Ring", "") { NewScene = "d", Place = new MapPlace(7, int.MaxValue) }
            .Apply(moved)
            .Value;
        Assert.Equal(new MapPlace(7, MapPlace.Farthest), put.SceneOf("d")!.OnMap);
    }

    /// <summary>Whatever was put wherever: every scene has a place, and what finds its own lies on nothing.</summary>
    [Fact]
    public void What_finds_its_place_by_itself_lies_on_nothing() =>
        Gen.Select(Gen.Int[-400, 400], Gen.Int[-400, 400])
            .Array[1, 6]
            .Select(Gen.Int[1, 8])
            .Sample(
                (put, more) =>
                {
                    var scenes = Enumerable.Range(0, put.Length + more).ToList();
                    var activity = Make.Tour([
                        .. scenes.Select(i =>
                            Make.Scene(
                                $"s{i}",
                                [.. scenes.Where(to => to / 2 == i && to != i).Select(to => Make.Jump($"w{to}", $"s{to}"))]
                            ) with
                            {
                                OnMap = i < put.Length ? new MapPlace(put[i].Item1, put[i].Item2) : null,
                            }
                        ),
                    ]);
                    var places = PlacesOf(activity);
                    return places.Count == scenes.Count
                        && scenes
                            .Skip(put.Length)
                            .All(i => scenes.All(other => other == i || !places[$"s{i}"].Touches(places[$"s{other}"])));
                }
            );

    [Fact]
    public void Of_a_scene_that_is_gone_nothing_is_put() =>
        Assert.False(
            new PlaceOnMap([new PlacedScene("a", new MapPlace(0, 0)), new PlacedScene("gone", new MapPlace(0, 0))]).Apply(Three).Succeeded
        );

    [Fact]
    public void Several_are_deleted_but_never_all()
    {
        Assert.Equal(["b"], new DeleteScenes(["a", "c"]).Apply(Three).Value.Scenes.Select(scene => scene.Id));
        Assert.False(new DeleteScenes(["a", "b", "c"]).Apply(Three).Succeeded);
        Assert.False(new DeleteScenes(["a", "gone"]).Apply(Three).Succeeded);
    }

    /// <summary>Inside the copy ways lead to twins, outside it where they led.</summary>
    [Fact]
    public void Several_are_copied_with_the_ways_between_them()
    {
        var copied = new CopyScenes(["a", "b"]).Apply(Put(Three, ("a", 10, 10))).Value;
        Assert.Equal(5, copied.Scenes.Count);
        var (twin, other) = (copied.Scenes[3], copied.Scenes[4]);
        Assert.Equal([other.Id, "c"], twin.Spots.Select(spot => spot.Content.Goal));
        Assert.Equal("Room a (copy)", twin.Title);
        Assert.False(twin.OnMap == copied.Scenes[0].OnMap);
        Assert.Equal(copied.Spots.Count(), copied.Spots.Select(spot => spot.Id).Distinct().Count());
        Assert.False(new CopyScenes(["a", "gone"]).Apply(Three).Succeeded);
        Assert.False(new CopyScenes([]).Apply(Three).Succeeded);
    }

    /// <summary>At the most scenes it is copied, one more is refused.</summary>
    [Theory]
    [InlineData(AddOutline.MostScenes - 2, true)]
    [InlineData(AddOutline.MostScenes - 1, false)]
    public void No_more_scenes_than_there_may_be(int there, bool taken)
    {
        var full = Make.Tour([.. Enumerable.Range(0, there).Select(i => Make.Scene($"s{i}"))]);
        Assert.Equal(taken, new CopyScenes(["s0", "s1"]).Apply(full).Succeeded);
    }

    [Fact]
    public void The_words_of_a_choice_change_and_all_else_of_it_stays()
    {
        var story = new AddChoice("a", "go", "Ring", "b").Apply(Three).Value;
        var changed = new SetChoice("go", " Wait ", "c").Apply(story).Value;
        Assert.Equal(("Wait", "c"), (changed.SpotOf("go")!.Content.OwnName, changed.SpotOf("go")!.Content.Goal));
        Assert.NotNull(changed.SpotOf("go")!.Content.Consequence);
        Assert.Equal("", new SetChoice("go", "Wait", "").Apply(story).Value.SpotOf("go")!.Content.Goal);
        Assert.False(new SetChoice("go", "Wait", "gone").Apply(story).Succeeded);
        Assert.False(new SetChoice("ab", "Wait", "c").Apply(story).Succeeded);
        Assert.Equal(["Ring"], SceneMap.Of(story).Ways.Single(way => way.To == "b").Choices.Select(choice => choice.Words));
    }

    [Theory]
    [InlineData("b")]
    [InlineData("ab")]
    [InlineData("go")]
    public void A_new_scene_has_an_id_of_its_own(string taken) =>
        Assert.False(
            new AddChoice("a", "go", "Ring", "") { NewScene = taken }
                .Apply(Three)
                .Succeeded
        );

    /// <summary>What is written as a graph is read as the same scenes, choices and endings, whatever stands in their names.</summary>
    [Fact]
    public void A_graph_that_was_written_is_read_again() =>
        Gen.OneOf(Gen.Const("say \"yes\""), Gen.Const("back\\slash"), Gen.Const("ends in \\"), Gen.Const("a\\nb"), Gen.Const("x -> y; { }"))
            .Array[3]
            .Where(names => names.Distinct().Count() == 3)
            .Sample(names =>
            {
                var story = Make.Tour(
                    Make.Scene("a") with
                    {
                        Title = names[0],
                    },
                    Make.Scene("b", Make.Jump("ba", "a")) with
                    {
                        Title = names[1],
                    },
                    Make.Scene("c") with
                    {
                        Title = names[2],
                        Ending = new Core.Stories.StoryEnding("", 1),
                    }
                );
                story = new AddChoice("a", "go", names[1] + "!", "c").Apply(story).Value;
                story = new AddChoice("a", "stay", "Stay", "").Apply(story).Value;
                story = new SetChoice("stay", "Stay", "").Apply(story).Value;
                var read = Outline.From(DotWriting.Write(story)).Value;
                Assert.Equal(names, read.Take(3).Select(line => line.Name));
                Assert.Contains(new OutlineWay(names[1] + "!", names[2]), read[0].Ways);
                Assert.Contains(new OutlineWay("Stay", names[0]), read[0].Ways);
                Assert.Equal([new OutlineWay("", names[0])], read[1].Ways);
                Assert.Equal([null, null, ""], read.Take(3).Select(line => line.Ending));
                return true;
            });
}
