using System.Diagnostics;
using System.Text.Json;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;
using Activity = ZestySlate.Core.Activities.Activity;

namespace ZestySlate.Bench;

/// <summary>Markings and replays a second on one core, against reading the same answers from JSON.</summary>
internal static class Markings
{
    private const int Count = 200_000;

    public static void Run()
    {
        var question = new MultipleChoiceQuestion
        {
            Picks = Picks.Several,
            Options = Enumerable.Range(0, 6).Select(i => new Option { Id = "o" + i, Text = "Option " + i, Right = i % 2 == 0, Feedback = "words" }).ToValueList(),
        };
        var random = new SeededRandom(5);
        var responses = Enumerable.Range(0, 1000).Select(_ => new MultipleChoiceResponse { Picked = question.Options.Where(_ => random.Next(2) == 0).Select(o => o.Id).ToValueList() }).ToArray();
        var json = responses.Select(response => JsonSerializer.Serialize<Response>(response, ActivityJson.Trusted)).ToArray();
        var family = QuestionTypes.For(question);

        var reading = Rate(Count, i => JsonSerializer.Deserialize<Response>(json[i % json.Length], ActivityJson.Trusted));
        var marking = Rate(Count, i => family.Mark(question, responses[i % responses.Length]));
        var activity = new Activity { Title = "x", Scenes = [new Scene { Id = "s", Backdrop = new PictureBackdrop(new Picture { Media = "m", Width = 1, Height = 1 }), Spots = [.. Enumerable.Range(0, 10).Select(i => new Spot { Id = "q" + i, Place = new AtPoint(0, 0), Content = new Ask(question) })] }] };
        AttemptEvent[] events =
        [
            new Began(1, 1) { Id = "b", At = DateTimeOffset.UnixEpoch },
            .. Enumerable.Range(0, 40).Select(i => new AskedToMark("q" + i % 10, responses[i]) { Id = "e" + i, At = DateTimeOffset.UnixEpoch }),
            new HandedIn { Id = "h", At = DateTimeOffset.UnixEpoch },
        ];
        var replaying = Rate(Count / 50, _ => Replay.Run(_ => activity, events).Score);

        Console.WriteLine($"reading an answer        {reading,10:0} a second");
        Console.WriteLine($"marking an answer        {marking,10:0} a second   (aim: tens of thousands)");
        Console.WriteLine($"replaying 40 tries       {replaying,10:0} attempts a second, {replaying * 40:0} markings a second");
        Console.WriteLine($"marking / reading        {reading / marking:0.00}");
    }

    private static double Rate(int count, Func<int, object?> act)
    {
        for (var i = 0; i < count / 10; i++)
        {
            act(i);
        }

        var watch = Stopwatch.StartNew();
        for (var i = 0; i < count; i++)
        {
            act(i);
        }

        return count / watch.Elapsed.TotalSeconds;
    }
}
