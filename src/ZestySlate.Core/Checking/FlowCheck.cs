using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Checking;

/// <summary>Looks for rules of play that cannot be met, pools that are too small, and questions that cannot be told apart.</summary>
internal static class FlowCheck
{
    public static IEnumerable<Finding> Run(Activity activity)
    {
        var rules = activity.Rules;
        var best = (1 - rules.CostOfTry(1)) * 100;
        if (rules.PassMark is { } pass && activity.OutOf > 0 && pass > best)
        {
            yield return new Finding(
                true,
                $"The pass mark of {pass:0.##} % cannot be reached: the first try costs {rules.CostOfTry(1) * 100:0.##} %, so {best:0.##} % is the most.",
                null,
                null,
                "passMark"
            );
        }

        foreach (var scene in activity.Scenes.Where(scene => scene.Draw is not null))
        {
            var pool = scene.Spots.Count(spot => spot.Question is not null);
            if (scene.Draw > pool)
            {
                yield return new Finding(
                    true,
                    $"In “{activity.TitleOf(scene)}” {scene.Draw} questions are drawn from {pool}.",
                    scene.Id,
                    null,
                    "draw"
                );
            }
            else if (Worths(activity, scene).Distinct().Count() > 1)
            {
                yield return new Finding(
                    false,
                    $"The questions of “{activity.TitleOf(scene)}” have different points, so not every learner can reach the same total.",
                    scene.Id,
                    null,
                    "draw"
                );
            }
        }

        if (rules.Clock?.For == ClockFor.Item && (activity.Flow.Way == Way.Free || activity.Flow.Paging != Paging.OneAtATime))
        {
            yield return new Finding(
                activity.Flow.Way == Way.Free,
                activity.Flow.Way == Way.Free
                    ? "Each question has its time, but learners go where they like: let them go in order, or give one time for everything."
                    : "Each question has its time, but several stand on a page and share it.",
                null,
                null,
                "clock"
            );
        }

        var asked = activity.Scenes.SelectMany(scene =>
            scene.Spots.Where(spot => spot.Question is not null && activity.NameOf(spot).Length > 0).Select(spot => (scene, spot))
        );
        foreach (var alike in asked.GroupBy(entry => activity.NameOf(entry.spot)).Where(same => same.Count() > 1))
        {
            var (scene, spot) = alike.Last();
            yield return new Finding(
                false,
                $"{alike.Count()} questions are called “{alike.Key}”; in reports they cannot be told apart. Give them names.",
                scene.Id,
                spot.Id,
                "name"
            );
        }
    }

    private static IEnumerable<decimal> Worths(Activity activity, Scene scene) =>
        scene.Spots.Where(spot => spot.Question is not null).Select(activity.WorthOf);
}
