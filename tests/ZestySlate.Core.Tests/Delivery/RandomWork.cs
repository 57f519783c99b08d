using System.Text.Json.Nodes;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Contents.Links;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Answers;
using ZestySlate.Core.Locks.Chances;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Joined;
using ZestySlate.Core.Locks.Rewards;
using ZestySlate.Core.Locks.Scores;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Locks.Visits;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>Activities, edits of them and attempts at them, all by chance from one seed.</summary>
internal sealed class RandomWork(ulong seed, IReadOnlyList<Question> questions)
{
    private static readonly string[] Said = ["gale", "calm", "Storm", "rain", "the wind turns", "3,5", ""];
    private readonly SeededRandom _random = new(seed);
    private int _next;

    public bool Happens(int of = 2) => _random.Next(of) == 0;

    private T One<T>(IReadOnlyList<T> of) => of[_random.Next(of.Count)];

    private string Id(string kind) => $"{kind}{_next++}";

    private Question AQuestion() =>
        _random.Next(3) == 0
            ? new MultipleChoiceQuestion
            {
                Picks = One([Picks.One, Picks.Several]),
                Options =
                [
                    Make.Option("a", right: true),
                    Make.Option("b"),
                    Make.Option("c", Happens()),
                    Make.Option("d") with
                    {
                        Pinned = true,
                    },
                ],
            }
            : One(questions);

    private Content AContent(IReadOnlyList<string> scenes) =>
        _random.Next(10) switch
        {
            9 => new Jump(Happens() ? One(scenes.Append("").ToList()) : "")
            {
                Words = One(Said),
                Follows = new Consequence
                {
                    Said = RichText.Plain(One(Said)),
                    Changes = [new StateChange("trust", One([ChangeBy.Set, ChangeBy.Raise, ChangeBy.Lower]), _random.Next(50))],
                },
            },
            0 => new Note { Title = One(Said), IsClue = Happens() },
            1 => new Callout(One(Said)),
            2 when scenes.Count > 0 => new Jump(One(scenes)),
            3 => new Link("https://example.org/" + One(Said).Length),
            _ => new Ask(AQuestion() with { Hint = Happens() ? "a hint" : "", Penalty = Happens(4) ? 0.5m : 0 }),
        };

    private Backdrop ABackdrop() =>
        _random.Next(4) switch
        {
            0 => new PictureBackdrop(Make.Picture()),
            1 => Make.Round("x").Backdrop,
            2 => new PlainBoardBackdrop(),
            _ => new PageBackdrop(RichText.Plain(One(Said))),
        };

    private Spot ASpot(IReadOnlyList<string> scenes, Backdrop on) =>
        new()
        {
            Id = Id("p"),
            Place = Place.At(on, 0.5, 0.5),
            Content = AContent(scenes),
        };

    private Lock? ALock(Activity activity) =>
        Happens(8)
            ? new Lock
            {
                Key =
                    (AKey(activity), AKey(activity)) is (not TypedKey, not TypedKey) and var (one, other) && Happens(3)
                        ? new JoinedKey([one, other], Happens())
                        : AKey(activity),
            }
            : null;

    private LockKey AKey(Activity activity) =>
        _random.Next(8) switch
        {
            7 => new VisitsKey(One(activity.Scenes.Select(scene => scene.Id).ToList()), AComparison(), _random.Next(4)),
            6 => new ChanceKey((1 + _random.Next(9)) / 10m),
            5 => new RewardKey([AStop(activity)]),
            4 => new StateKey("trust", AComparison(), _random.Next(50)),
            0 => new CodeKey([One(Said) + "x"]),
            1 => new ScoreKey(_random.Next(3)),
            2 when activity.Asked.Any() => new AnswerKey(One(activity.Asked.Select(asked => asked.Spot.Id).ToList())),
            _ => new FoundKey(activity.Spots.Where(_ => Happens()).Select(spot => spot.Id).Take(2).ToValueList()),
        };

    private Comparison AComparison() => One([Comparison.AtLeast, Comparison.AtMost, Comparison.Just]);

    public Activity AnActivity()
    {
        var scenes = Enumerable.Range(0, 1 + _random.Next(3)).Select(_ => Id("s")).ToList();
        var activity = new Activity
        {
            Title = "Chance",
            Language = One(["en", "de", "ar"]),
            SceneList = true,
            Story = Happens(3) ? AStory() : null,
            Trail = Happens(3) ? ATrail() : null,
            Flow = AFlow(),
            Rules = ARules(),
            Scenes = scenes
                .Select(id =>
                    ABackdrop() is var on
                        ? new Scene
                        {
                            Id = id,
                            Backdrop = on,
                            Spots = Enumerable.Range(0, _random.Next(7)).Select(_ => ASpot(scenes, on)).ToValueList(),
                            Ending = Happens(4) ? new StoryEnding("good", _random.Next(4)) : null,
                            Stop = One<string?>(["one", "two", "within", null]),
                            Draw = Happens(3) ? 1 + _random.Next(3) : null,
                        }
                        : null!
                )
                .ToValueList(),
        };
        return activity with
        {
            Scenes = activity.Scenes.Replace(
                _ => true,
                scene => scene with { Spots = scene.Spots.Replace(_ => true, spot => spot with { Lock = ALock(activity) }) }
            ),
        };
    }

    private Flow AFlow() =>
        new()
        {
            Way = One([Way.Free, Way.InOrder, Way.InOrder]),
            Paging = One(Enum.GetValues<Paging>()),
            ShuffleQuestions = Happens(),
            Back = Happens(),
            ShuffleOptions = !Happens(4),
        };

    private Rules ARules() =>
        new()
        {
            Tries = Happens(3) ? 2 : null,
            KeepsRight = Happens(),
            TryCosts = Happens(3) ? [0, 0.25m] : [],
            HintCost = Happens(3) ? 0.1m : 0,
            Lives = Happens(5) ? 3 : null,
            Counts = One(Enum.GetValues<CountingTry>()),
        };

    /// <summary>A random sequence of edits: typed ones, and any change at all to what the file of the activity says.</summary>
    public Activity Edited(Activity activity)
    {
        for (var i = 0; i < 1 + _random.Next(6); i++)
        {
            activity =
                Happens() ? Changed(activity)
                : One(Edits)(this, activity) is { } edit && edit.Apply(activity) is { Succeeded: true } done ? done.Value
                : activity;
        }

        return activity;
    }

    /// <summary>Every kind of edit, with what chance makes of it. A test looks that none is missing.</summary>
    public static IReadOnlyList<Func<RandomWork, Activity, Edit?>> Edits { get; } =
    [
        (w, a) => new RenameActivity(w.One(Said) + "!"),
        (w, a) => new DescribeActivity(w.One(Said), w.One(["en", "de", "tr"])),
        (w, a) => new SetAudience(new Audience { Subject = w.One(Said) }),
        (w, a) => new SetRules(w.ARules()),
        (w, a) => new SetLook(a.Look with { SignsOnAsking = w.Happens() }),
        (w, a) => new SetSceneList(w.Happens()),
        (w, a) => new DropBlanks(),
        (w, a) => w.AnySpot(a) is { } spot ? new SetLock(spot, w.ALock(a)) : null,
        (w, a) => new SetFlow(w.AFlow()),
        (w, a) => new SetWording([new OwnWord("next", w.One(Said))]),
        (w, a) => new SetDraw(w.AScene(a), w.Happens() ? null : 1 + w._random.Next(4)),
        (w, a) => new AddSpots(w.AScene(a), [w.ASpot(a.Scenes.Select(scene => scene.Id).ToList(), new PlainBoardBackdrop())]),
        (w, a) => new AddSpot(w.AScene(a), w.ASpot(a.Scenes.Select(scene => scene.Id).ToList(), new PlainBoardBackdrop())),
        (w, a) => w.AnySpot(a) is { } spot ? new MoveSpot(spot, 0.3, 0.9) : null,
        (w, a) => w.AnySpot(a) is { } spot ? new SetPlace(spot, new AtPoint(0.1, 0.2)) : null,
        (w, a) =>
            w.AnySpot(a) is { } spot
                ? new SetDuring(spot, w.Happens() ? new During(w._random.Next(60), w.Happens() ? 60 + w._random.Next(60) : null) : null)
                : null,
        (w, a) => w.AnySpot(a) is { } spot ? new SetSign(spot, a.SpotOf(spot)!.Sign with { Beckons = w.Happens() }) : null,
        (w, a) => w.AnySpot(a) is { } spot ? new SetPanel(spot, w.Happens() ? new PanelBox(0.1, 0.1, 0.5, 0.5) : null) : null,
        (w, a) => new SetStory(w.Happens() ? w.AStory() : null),
        (w, a) => new AddChoice(w.AScene(a), w.Id("p"), w.One(Said), w.Happens() ? "" : w.AScene(a)),
        (w, a) => new SetTelling(w.AScene(a), RichText.Plain(w.One(Said)), w.Happens() ? new StoryEnding("good", w._random.Next(4)) : null),
        (w, a) => w.AnySpot(a) is { } spot ? new RenameSpot(spot, w.One(Said)) : null,
        (w, a) => w.AnySpot(a) is { } spot ? new SetContent(spot, w.AContent(a.Scenes.Select(scene => scene.Id).ToList())) : null,
        (w, a) => w.AnySpot(a) is { } spot ? new CopySpot(spot, w.Id("p")) : null,
        (w, a) =>
            w.AnySpot(a) is { } spot
                ? new TakeUpdate(spot, null, w.ASpot(a.Scenes.Select(scene => scene.Id).ToList(), new PlainBoardBackdrop()), 2)
                : null,
        (w, a) => w.AnySpot(a) is { } spot ? new CutLink(spot) : null,
        (w, a) => w.AnySpot(a) is { } spot ? new DeleteSpot(spot) : null,
        (w, a) => w.AnySpot(a) is { } spot ? new ReorderSpot(spot, w._random.Next(7) - 3) : null,
        (w, a) =>
            w.AnySpot(a) is { } spot
            && a.SpotOf(spot)!.Content is Ask ask
            && FamilyChange.Of(ask.Question).ToList() is { Count: > 0 } others
                ? new ChangeFamily(spot, w.One(others).Key)
                : null,
        (w, a) => new RestyleKind(SpotKind.Note, new Sign()),
        (w, a) => new AddScenes([new Scene { Id = w.Id("s"), Backdrop = w.ABackdrop() }]),
        (w, a) => new RenameScene(w.AScene(a), w.One(Said)),
        (w, a) => new SetLearnersSpots(w.AScene(a), null),
        (w, a) => new SetBackdrop(w.AScene(a), w.ABackdrop()),
        (w, a) => new SetAmbient(w.AScene(a), null),
        (w, a) => new ReorderScene(w.AScene(a), w._random.Next(5) - 2),
        (w, a) => new CopyScene(w.AScene(a), w.Id("s")),
        (w, a) => new DeleteScene(w.AScene(a)),
        (w, a) => new DeleteScenes([w.AScene(a), w.AScene(a)]),
        (w, a) => new CopyScenes([w.AScene(a)]),
        (w, a) => new PlaceOnMap([new PlacedScene(w.AScene(a), new MapPlace(w._random.Next(500) - 250, 10))]),
        (w, a) => w.AnySpot(a) is { } spot ? new SetChoice(spot, w.One(Said), w.Happens() ? "" : w.AScene(a)) : null,
        (w, a) => w.AnySpot(a) is { } spot ? new AddWayBack(spot, w.Id("p")) : null,
        (w, a) => new AddOutline("One\nTwo"),
        (w, a) => new AlignSpots(w.SomeSpots(a), Alignment.Left),
        (w, a) => new ShiftSpots(w.SomeSpots(a), 0.1, 0.1),
        (w, a) => new DeleteSpots(w.SomeSpots(a)),
        (w, a) => new BringSpots(w.SomeSpots(a), w.AScene(a), w.Happens()),
        (w, a) => new ReplaceMedia(new string('a', 64), new string('c', 64), 800, 800),
        (w, a) => new ReplaceMedia(new string('b', 64), new string('d', 64), 900, 800),
        (w, a) => new SetTrail(w.One(Enum.GetValues<TrailShown>()), w.Happens() ? "" : w.AScene(a), w.Happens()),
        (w, a) => new AddStop(w.Id("t"), w.Happens() ? [] : [w.AScene(a)]),
        (w, a) => new TakeAsStop(w.Id("t"), w.AnActivity(), w.Happens() ? new Origin("other", 1, "") : null),
        (w, a) => new UpdateStop(w.AStop(a), w.AnActivity(), 2),
        (w, a) => new SetStop(w.ARuledStop(w.AStop(a))),
        (w, a) => new MoveStop(w.AStop(a), w._random.Next(5) - 2),
        (w, a) => new RemoveStop(w.AStop(a), w.Happens()),
        (w, a) => new CutStopLink(w.AStop(a)),
        (w, a) => new SetSceneStop(w.AScene(a), w.Happens() ? "" : w.AStop(a)),
        (w, a) => new LockStopsInOrder(),
        (w, a) => new CountOnlyWhatIsNoStop(),
        (w, a) => new AddWaysToStops(w.AScene(a)),
        (w, a) => new Restore(w.AnActivity(), "edition 1"),
    ];

    private Story AStory() =>
        new()
        {
            States =
            [
                new StoryState
                {
                    Id = "trust",
                    Name = One(Said) + "!",
                    Begins = _random.Next(100),
                },
            ],
            Scoring = One([StoryScoring.None, StoryScoring.ByEnding, StoryScoring.ByState]),
            ScoredBy = "trust",
        };

    private Trail ATrail() =>
        new()
        {
            Shown = One(Enum.GetValues<TrailShown>()),
            Stops = [ARuledStop("one"), ARuledStop("two"), ARuledStop("within") with { Within = "one" }],
        };

    private Stop ARuledStop(string id) =>
        new()
        {
            Id = id,
            Weight = One([0, 1, 2.5m]),
            Goes = One([Stop.UntilWon, 1, 3]),
            Tries = One<int?>([null, 1]),
            Reward = Happens() ? new Reward { From = One([0, 50, 100m]), Title = One(Said) } : null,
        };

    private string AStop(Activity activity) =>
        activity.Trail is { Stops.Count: > 0 } trail ? One(trail.Stops.Select(stop => stop.Id).ToList()) : "none";

    private string? AnySpot(Activity activity) => activity.Spots.Any() ? One(activity.Spots.Select(spot => spot.Id).ToList()) : null;

    private ValueList<string> SomeSpots(Activity activity) => activity.Spots.Where(_ => Happens()).Select(spot => spot.Id).ToValueList();

    private string AScene(Activity activity) =>
        activity.Scenes.Count > 0 ? One(activity.Scenes.Select(scene => scene.Id).ToList()) : "none";

    /// <summary>The activity with one value of its file changed, one list in another order, or one thing left out; the same when that is
    /// none any more.</summary>
    private Activity Changed(Activity activity)
    {
        var file = JsonNode.Parse(ActivityJson.Write(activity))!;
        var all = new List<JsonNode>();
        Collect(file["scenes"]!, all);
        Collect(file["rules"]!, all);
        switch (One(all))
        {
            case JsonArray { Count: > 0 } list:
                var items = list.ToList();
                list.Clear();
                var left = Happens(3) ? items.Where((_, i) => i != 0 || !Happens()).ToList() : [.. _random.Shuffle(items.ToValueList())];
                left.ForEach(list.Add);
                break;
            case JsonValue value when value.GetPropertyNameOrNull() is not ("id" or "kind" or "family" or "rightId" or null):
                value.ReplaceWith(
                    value.GetValueKind() switch
                    {
                        System.Text.Json.JsonValueKind.True => JsonValue.Create(false),
                        System.Text.Json.JsonValueKind.False => JsonValue.Create(true),
                        System.Text.Json.JsonValueKind.Number => JsonValue.Create(One([0, 1, 2, 5])),
                        _ => JsonValue.Create(One(Said)),
                    }
                );
                break;
        }

        return ActivityJson.Read(file.ToJsonString()) is { Succeeded: true } read ? read.Value : activity;
    }

    private static void Collect(JsonNode node, List<JsonNode> all)
    {
        all.Add(node);
        foreach (
            var inside in node is JsonArray list ? list.OfType<JsonNode>()
            : node is JsonObject thing ? thing.Select(entry => entry.Value).OfType<JsonNode>()
            : []
        )
        {
            Collect(inside, all);
        }
    }

    /// <summary>The next thing somebody does in an attempt, if the rules take it.</summary>
    public AttemptEvent? Next(AttemptState state, int number)
    {
        var (id, at) = ($"e{number}", state.LastAt.AddSeconds(1 + _random.Next(20)));
        var questions = state.Questions.Select(question => question.Spot.Id).ToList();
        var spot = questions.Count > 0 ? One(questions) : "";
        var chance = new Chance(new SeededRandom(_random.NextBits()), One([0.2, 0.6, 1.0]));
        var response = state.QuestionOf(spot) is { } question
            ? QuestionTypes.For(question.Question).Rehearse(question.Question, chance)
            : null;
        AttemptEvent? happened = _random.Next(17) switch
        {
            0 => new Visited(
                state.IsInOrder
                    ? One(state.Steps.Select(step => step.Id).ToList())
                    : One(state.Activity.Scenes.Select(scene => scene.Id).ToList())
            )
            {
                Id = id,
                At = at,
            },
            1 when AnySpot(state.Activity) is { } any => new Opened(any) { Id = id, At = at },
            2 => new AskedForHint(spot) { Id = id, At = at },
            3 => new SawAnswer(spot) { Id = id, At = at },
            4 or 5 => new AnotherGo(spot) { Id = id, At = at },
            6 when Happens(4) => new HandedIn { Id = id, At = at },
            7 when AnySpot(state.Activity) is { } any => new TriedCode(any, One(Said) + "x") { Id = id, At = at },
            8 or 9 or 10 when response is not null => new AskedToMark(spot, response) { Id = id, At = at },
            11 or 12 when response is not null => new Answered(spot, response) { Id = id, At = at },
            13 or 14 when AnySpot(state.Activity) is { } any => new Chose(any) { Id = id, At = at },
            15 when state.Road.Count > 0 => new WentBack(Happens() ? "" : One(state.Road).Id) { Id = id, At = at },
            16 => new BeganStopAgain(AStop(state.Activity)) { Id = id, At = at },
            _ when state.NeedsStart => new Started { Id = id, At = at },
            _ => null,
        };
        return happened is null || AttemptRules.Refuse(state, happened) is not null ? null : Handout.Recorded(state, happened);
    }
}

/// <summary>What a JSON value is called in its object.</summary>
internal static class JsonNames
{
    public static string? GetPropertyNameOrNull(this JsonNode node) => node.Parent is JsonObject ? node.GetPropertyName() : null;
}
