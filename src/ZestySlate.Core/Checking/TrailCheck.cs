using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Checking;

/// <summary>Looks for stops that are empty or cannot be reached, and rewards that nobody can win.</summary>
internal static class TrailCheck
{
    public static IEnumerable<Finding> Run(Activity activity)
    {
        if (activity.Trail is not { } trail)
        {
            yield break;
        }

        if (trail.Sheet.Length > 0 && activity.SceneOf(trail.Sheet) is null)
        {
            yield return new Finding(true, "The scene with the findings sheet was deleted.", null, null, "trail");
        }

        if (trail is { Shown: TrailShown.Board, Stops.Count: > 0 } && activity.Flow.Way == Way.Free)
        {
            var board = activity.Scenes[0];
            var goals = board.Spots.SelectMany(spot => spot.Goals).ToHashSet();
            foreach (var stop in trail.Stops.Where(stop => activity.ScenesOf(stop.Id).Any() && stop.Within is null))
            {
                if (!activity.ScenesOf(stop.Id).Any(scene => goals.Contains(scene.Id) || scene.Id == board.Id))
                {
                    yield return new Finding(
                        false,
                        $"Nothing on the board “{activity.TitleOf(board)}” leads to the stop “{activity.TitleOf(stop)}”.",
                        board.Id,
                        null,
                        "trail"
                    );
                }
            }
        }

        foreach (var stop in trail.Stops)
        {
            var title = activity.TitleOf(stop);
            var scenes = activity.ScenesOf(stop.Id).ToList();
            var asked = scenes.SelectMany(scene => scene.Spots).Select(spot => spot.Question).OfType<Question>().ToList();
            if (scenes.Count == 0)
            {
                yield return new Finding(true, $"The stop “{title}” is empty: no scene is part of it.", null, null, "trail");
            }
            else if (stop.Reward is not null && asked.Count == 0)
            {
                yield return new Finding(
                    true,
                    $"The reward of the stop “{title}” cannot be won: nothing is asked there.",
                    scenes[0].Id,
                    null,
                    "trail"
                );
            }
            else if (stop.Reward is { Title: "", Text.IsEmpty: true, Picture: null, Sound: null })
            {
                yield return new Finding(false, $"The reward of the stop “{title}” says nothing.", scenes[0].Id, null, "trail");
            }

            if (stop.Reward?.Changes.Any(change => activity.Story?.StateOf(change.State) is null) == true)
            {
                yield return new Finding(
                    true,
                    $"The reward of the stop “{title}” changes something that was deleted.",
                    scenes.FirstOrDefault()?.Id,
                    null,
                    "trail"
                );
            }

            if (stop.Reward?.Picture?.LacksAlternativeText == true)
            {
                yield return new Finding(
                    false,
                    $"The picture of the reward of “{title}” has no alternative text.",
                    scenes.FirstOrDefault()?.Id,
                    null,
                    "trail"
                );
            }

            if (
                stop.Reward is not null
                && (stop.Reveal ?? activity.Rules.Reveal).RightOrWrong > RevealMoment.AfterLastTry
                && activity.Locks.Any(entry => entry.Lock.Key.NeedsStop(stop.Id))
            )
            {
                yield return new Finding(
                    true,
                    $"What waits for the stop “{title}” never opens in time: right or wrong is told there only after handing in.",
                    scenes.FirstOrDefault()?.Id,
                    null,
                    "trail"
                );
            }
        }

        if (trail.Stops.Count > 0 && activity.Asked.Any() && activity.OutOf == 0 && trail.Stops.Any(stop => stop.IsPractice))
        {
            yield return new Finding(
                false,
                "All that is asked is practice: nothing is handed in that counts.",
                activity.Scenes[0].Id,
                null,
                "trail"
            );
        }
    }
}
