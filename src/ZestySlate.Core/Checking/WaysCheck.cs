using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Checking;

/// <summary>Looks for scenes nobody reaches, scenes without a way out, and locks that cannot be opened.</summary>
internal static class WaysCheck
{
    public static IEnumerable<Finding> Run(Activity activity)
    {
        var map = SceneMap.Of(activity);
        foreach (var node in activity.Flow.Way == Way.Free ? map.Nodes : [])
        {
            var title = activity.TitleOf(node.Scene);
            if (!node.Reachable)
            {
                yield return new Finding(false, AuthorWords.Say("noLearnerCanGetScene", title), node.Scene.Id, null, "title");
            }
            else if (node.IsDeadEnd && !activity.SceneList)
            {
                yield return new Finding(false, AuthorWords.Say("noJumpLeadsOutScene", title), node.Scene.Id, null, "title");
            }
        }

        if (activity.HasChoices && activity.Flow.Way != Way.Free)
        {
            yield return new Finding(false, AuthorWords.Say("learnersGoThroughStepBy"), activity.Scenes[0].Id, null, "way");
        }
        else if (activity.SceneList && activity.Scenes.Any(scene => scene.Ending is not null))
        {
            yield return new Finding(false, AuthorWords.Say("learnersCanPickScenesFrom"), activity.Scenes[0].Id, null, "sceneList");
        }

        foreach (var trap in activity.Flow.Way == Way.Free ? Roads.TrapsOf(activity, map) : [])
        {
            var scene = activity.SceneOf(trap)!;
            yield return new Finding(false, AuthorWords.Say("fromSceneNoEndingCan", activity.TitleOf(scene)), scene.Id, null, "telling");
        }

        foreach (var stuck in activity.Flow.Way == Way.Free ? Roads.MayStickIn(activity) : [])
        {
            var scene = activity.SceneOf(stuck)!;
            yield return new Finding(false, AuthorWords.Say("inSceneCanHappenNone", activity.TitleOf(scene)), scene.Id, null, "telling");
        }

        foreach (var (id, closed) in activity.Locks)
        {
            var spot = activity.SpotOf(id);
            var scene = activity.SceneOf(id) ?? activity.SceneWith(id)!;
            var name = spot is null ? activity.TitleOf(scene) : activity.NameOf(spot);
            var choice = spot?.Content.Consequence is not null;
            if (choice && (closed.Key.Weakness(activity) is not null || !map.CanOpen(id)))
            {
                var never = closed.Key.Weakness(activity) ?? AuthorWords.Say("nothingCanReachedMakesCondition");
                yield return new Finding(false, AuthorWords.Say("choiceNeverThere", name, never), scene.Id, spot!.Id, "lock");
            }
            else if (closed.Key.Weakness(activity) is { } why)
            {
                yield return new Finding(true, AuthorWords.Say("lockOnCannotOpened", name, why), scene.Id, spot?.Id, "lock");
            }
            else if (!map.CanOpen(id))
            {
                yield return new Finding(true, AuthorWords.Say("lockOnCannotOpenedWhat", name), scene.Id, spot?.Id, "lock");
            }
        }
    }
}
