using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>An activity as its author prints it: everything below each other, whatever the way through it and its locks.</summary>
public static class OnPaper
{
    private static readonly DateTimeOffset Then = DateTimeOffset.UnixEpoch;

    /// <summary>The blank worksheet: every question unanswered, in the order the author gave.</summary>
    public static LearnerView Worksheet(Activity activity) => Of(activity, []);

    /// <summary>The answer key: every question with its right answer and the reason for it.</summary>
    public static LearnerView Key(Activity activity) =>
        Of(activity, activity.Asked.Select((asked, i) => new SawAnswer(asked.Spot.Id) { Id = $"key-{i}", At = Then }));

    /// <summary>The picture of a scene with its spots numbered, in reading order.</summary>
    public static SceneView Numbered(Activity activity, Scene scene) => Numbered(SceneView.ForAuthor(activity, scene), 1);

    /// <summary>The scene with numbers, from one on: on a picture every spot has one, which its sign shows; in a flow every question.</summary>
    private static SceneView Numbered(SceneView view, int next) =>
        view with
        {
            Spots = view
                .Spots.Select(spot =>
                    view.IsPage
                        ? spot with
                        {
                            Number = spot.Ask is null ? null : next++,
                        }
                        : spot with
                        {
                            Number = next,
                            Sign = spot.Sign with { Form = SignForm.Words, Words = $"{next++}", Size = 1, Colour = SignColour.Slate },
                            Lock = null,
                        }
                )
                .ToValueList(),
        };

    private static LearnerView Of(Activity activity, IEnumerable<AttemptEvent> events)
    {
        // Open, without a clock, nothing drawn or shuffled, and nothing held back.
        var whole = activity with
        {
            Flow = new Flow { ShuffleOptions = false },
            Rules = activity.Rules with
            {
                Round = Round.AnswerOnly,
                Clock = null,
                Lives = null,
                Reveal = new Reveal
                {
                    RightOrWrong = RevealMoment.AfterMarking,
                    RightAnswer = RevealMoment.AfterLastTry,
                    Points = RevealMoment.AfterMarking,
                },
            },
            Trail = activity.Trail is { } trail
                ? trail with
                {
                    Stops = trail.Stops.Replace(_ => true, stop => stop with { Goes = 1, Tries = null, Reveal = null }),
                }
                : null,
            Scenes = activity
                .Scenes.Select(scene =>
                    scene with
                    {
                        Lock = null,
                        Draw = null,
                        LearnersSpots = null,
                        Spots = scene
                            .Spots.Select(spot =>
                                spot with
                                {
                                    Lock = null,
                                    Content = spot.Question is { } asked ? new Ask(asked with { Round = null }) : spot.Content,
                                }
                            )
                            .ToValueList(),
                    }
                )
                .ToValueList(),
        };
        var state = Replay.Run(
            _ => whole,
            [
                new Began(0, 0) { Id = "began", At = Then },
                .. whole.Scenes.Select((scene, i) => new Visited(scene.Id) { Id = $"visit-{i}", At = Then }),
                .. events,
            ]
        ) with
        {
            KnowsAll = true,
        };
        var scenes = new List<SceneView>();
        foreach (var scene in whole.Scenes)
        {
            var before = scenes.SelectMany(earlier => earlier.Spots).Count(spot => spot.Number is not null);
            scenes.Add(Numbered(SceneView.Of(state, scene, Then, null), before + 1));
        }

        return LearnerView.Of(state, Then) with
        {
            Scenes = [.. scenes],
            SceneList = [],
            Trail = null,
            Back = null,
        };
    }
}
