using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;
using Stopwatch = System.Diagnostics.Stopwatch;

namespace ZestySlate.Bench;

/// <summary>A story of 500 scenes: where its roads lead, what the ready check finds, and ten thousand attempts at it.</summary>
internal static class Stories
{
    private const int Scenes = 500,
        Usual = 18,
        Attempts = 10_000;

    public static void Run()
    {
        var plain = Make(Scenes, withStates: false);
        var minded = Make(Scenes, withStates: true);
        var usual = Make(Usual, withStates: true);
        Time("roads of 500 scenes, reckoned", () => Roads.Of(plain));
        Time("roads of 500 scenes, played", () => Roads.Of(minded));
        Time("map of 500 scenes, found and placed", () => MapLayout.Of(minded, SceneMap.Of(minded)));
        Time("one scene moved on it", () => new PlaceOnMap([new PlacedScene(minded.Scenes[7].Id, new MapPlace(-300, 40))]).Apply(minded));
        Time("ready check of 500 scenes", () => ReadyCheck.Run(minded));
        var lists = Enumerable.Range(0, Attempts).Select(i => Walk(usual, i)).ToList();
        Console.WriteLine($"{lists.Average(events => events.Count):0.0} events each");
        Time($"replaying {Attempts} attempts at a story of {Usual} scenes", () => lists.ForEach(events => Replay.Run(_ => usual, events)));
    }

    private static void Time(string what, Action act)
    {
        act();
        var watch = Stopwatch.StartNew();
        act();
        Console.WriteLine($"{what}: {watch.Elapsed.TotalMilliseconds:0} ms");
    }

    /// <summary>Four choices from each scene to one of the forty behind it, one back; every tenth of the last fifth ends.</summary>
    private static Activity Make(int scenes, bool withStates)
    {
        var random = new Random(7);
        return new Activity
        {
            Title = "Five hundred scenes",
            Story = new Story
            {
                States =
                [
                    new StoryState
                    {
                        Id = "trust",
                        Name = "Trust",
                        Begins = 50,
                    },
                ],
            },
            Scenes = Enumerable
                .Range(0, scenes)
                .Select(i => new Scene
                {
                    Id = $"s{i}",
                    Title = $"Scene {i}",
                    Backdrop = new PlainBoardBackdrop(),
                    Ending = i >= scenes * 4 / 5 && (i % 10 == 9 || i == scenes - 1) ? new StoryEnding("", i % 5) : null,
                    Spots = Enumerable.Range(0, 5).Select(c => Choice(random, scenes, i, c, withStates)).ToValueList(),
                })
                .ToValueList(),
        };
    }

    private static Spot Choice(Random random, int scenes, int scene, int number, bool withStates) =>
        new()
        {
            Id = $"c{scene}-{number}",
            Content = new Jump(
                $"s{(number == 4 ? random.Next(scene + 1) : Math.Min(scenes - 1, scene + 1 + random.Next((scenes / 12) + 1)))}"
            )
            {
                Words = $"Choice {number} of {scene}",
                Follows = new Consequence
                {
                    Changes = withStates ? [new StateChange("trust", number % 2 == 0 ? ChangeBy.Raise : ChangeBy.Lower, 10)] : [],
                },
            },
            Lock =
                withStates && number == 2 ? new ZestySlate.Core.Locks.Lock { Key = new StateKey("trust", Comparison.AtLeast, 50) } : null,
        };

    private static List<AttemptEvent> Walk(Activity story, int seed)
    {
        var random = new Random(seed);
        var at = DateTimeOffset.UnixEpoch;
        var events = new List<AttemptEvent> { Handout.Recorded(story, new Began(1, seed) { Id = "began", At = at }) };
        var scene = story.Scenes[0];
        while (scene.Ending is null && events.Count < 60)
        {
            var choice = scene.Spots[random.Next(2)];
            events.Add(new Chose(choice.Id) { Id = $"e{events.Count}", At = at.AddSeconds(events.Count) });
            scene = story.SceneOf(choice.Content.Goal!)!;
        }

        return events;
    }
}
