using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;

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
                AuthorWords.Say("passMarkCannotReachedFirst", pass, rules.CostOfTry(1) * 100, best),
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
                    AuthorWords.Say("inQuestionsDrawnFrom", activity.TitleOf(scene), scene.Draw, pool),
                    scene.Id,
                    null,
                    "draw"
                );
            }
            else if (Worths(activity, scene).Distinct().Count() > 1)
            {
                yield return new Finding(
                    false,
                    AuthorWords.Say("questionsHaveDifferentPointsNot", activity.TitleOf(scene)),
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
                    ? AuthorWords.Say("eachQuestionHasTimeBut")
                    : AuthorWords.Say("eachQuestionHasTimeButSeveral"),
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
                AuthorWords.Say("questionsCalledInReportsThey", alike.Count(), alike.Key),
                scene.Id,
                spot.Id,
                "name"
            );
        }
    }

    private static IEnumerable<decimal> Worths(Activity activity, Scene scene) =>
        scene.Spots.Where(spot => spot.Question is not null).Select(activity.WorthOf);
}
