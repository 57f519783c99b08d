using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;

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
                yield return new Finding(false, $"No learner can get to the scene “{title}”.", node.Scene.Id, null, "title");
            }
            else if (node.IsDeadEnd && !activity.SceneList)
            {
                yield return new Finding(
                    false,
                    $"No jump leads out of the scene “{title}”; learners can only go back.",
                    node.Scene.Id,
                    null,
                    "title"
                );
            }
        }

        if (activity.HasChoices && activity.Flow.Way != Way.Free)
        {
            yield return new Finding(
                false,
                "Learners go through this step by step, so no choice leads anywhere; let them go their own way, under Way through.",
                activity.Scenes[0].Id,
                null,
                "way"
            );
        }
        else if (activity.SceneList && activity.Scenes.Any(scene => scene.Ending is not null))
        {
            yield return new Finding(
                false,
                "Learners can pick scenes from a list, so they can go straight to an ending.",
                activity.Scenes[0].Id,
                null,
                "sceneList"
            );
        }

        foreach (var trap in activity.Flow.Way == Way.Free ? Roads.TrapsOf(activity, map) : [])
        {
            var scene = activity.SceneOf(trap)!;
            yield return new Finding(
                false,
                $"From the scene “{activity.TitleOf(scene)}” no ending can be reached any more.",
                scene.Id,
                null,
                "telling"
            );
        }

        foreach (var stuck in activity.Flow.Way == Way.Free ? Roads.MayStickIn(activity) : [])
        {
            var scene = activity.SceneOf(stuck)!;
            yield return new Finding(
                false,
                $"In the scene “{activity.TitleOf(scene)}” it can happen that none of the ways on is there, and the learner is stuck.",
                scene.Id,
                null,
                "telling"
            );
        }

        foreach (var (id, closed) in activity.Locks)
        {
            var spot = activity.SpotOf(id);
            var scene = activity.SceneOf(id) ?? activity.SceneWith(id)!;
            var name = spot is null ? activity.TitleOf(scene) : activity.NameOf(spot);
            var choice = spot?.Content.Consequence is not null;
            if (choice && (closed.Key.Weakness(activity) is not null || !map.CanOpen(id)))
            {
                var never = closed.Key.Weakness(activity) ?? "nothing that can be reached makes its condition hold";
                yield return new Finding(false, $"The choice “{name}” is never there: {never}.", scene.Id, spot!.Id, "lock");
            }
            else if (closed.Key.Weakness(activity) is { } why)
            {
                yield return new Finding(true, $"The lock on “{name}” cannot be opened: {why}.", scene.Id, spot?.Id, "lock");
            }
            else if (!map.CanOpen(id))
            {
                yield return new Finding(
                    true,
                    $"The lock on “{name}” cannot be opened: what opens it lies behind it, or behind another lock that cannot be opened.",
                    scene.Id,
                    spot?.Id,
                    "lock"
                );
            }
        }
    }
}
