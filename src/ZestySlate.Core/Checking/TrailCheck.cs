using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

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
            yield return new Finding(true, AuthorWords.Say("sceneFindingsSheetWasDeleted"), null, null, "trail");
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
                        AuthorWords.Say("nothingOnBoardLeadsStop", activity.TitleOf(board), activity.TitleOf(stop)),
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
                yield return new Finding(true, AuthorWords.Say("stopEmptyNoScenePart", title), null, null, "trail");
            }
            else if (stop.Reward is not null && asked.Count == 0)
            {
                yield return new Finding(true, AuthorWords.Say("rewardStopCannotWonNothing", title), scenes[0].Id, null, "trail");
            }
            else if (stop.Reward is { Title: "", Text.IsEmpty: true, Picture: null, Sound: null })
            {
                yield return new Finding(false, AuthorWords.Say("rewardStopSaysNothing", title), scenes[0].Id, null, "trail");
            }

            if (stop.Reward?.Changes.Any(change => activity.Story?.StateOf(change.State) is null) == true)
            {
                yield return new Finding(
                    true,
                    AuthorWords.Say("rewardStopChangesSomethingWas", title),
                    scenes.FirstOrDefault()?.Id,
                    null,
                    "trail"
                );
            }

            if (stop.Reward?.Picture?.LacksAlternativeText == true)
            {
                yield return new Finding(
                    false,
                    AuthorWords.Say("pictureRewardHasNoAlternative", title),
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
                    AuthorWords.Say("whatWaitsStopNeverOpens", title),
                    scenes.FirstOrDefault()?.Id,
                    null,
                    "trail"
                );
            }
        }

        if (trail.Stops.Count > 0 && activity.Asked.Any() && activity.OutOf == 0 && trail.Stops.Any(stop => stop.IsPractice))
        {
            yield return new Finding(false, AuthorWords.Say("allAskedPracticeNothingHanded"), activity.Scenes[0].Id, null, "trail");
        }
    }
}
