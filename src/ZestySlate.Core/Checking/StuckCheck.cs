using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Checking;

/// <summary>Looks for ways that not every learner has: past a question that is drawn, or an answer after which nothing leads on.</summary>
internal static class StuckCheck
{
    public static IEnumerable<Finding> Run(Activity activity)
    {
        var drawn = activity
            .Scenes.Where(scene => scene.Draw < scene.Spots.Count(spot => spot.Question is not null))
            .SelectMany(scene => scene.Spots.Where(spot => spot.Question is not null))
            .ToDictionary(spot => spot.Id);
        foreach (var (id, closed) in activity.Locks)
        {
            if (closed.Key.DependsOn.FirstOrDefault(drawn.ContainsKey) is { } asked)
            {
                var (scene, spot) = (activity.SceneOf(id) ?? activity.SceneWith(id)!, activity.SpotOf(id));
                var name = spot is null ? activity.TitleOf(scene) : activity.NameOf(spot);
                yield return new Finding(
                    false,
                    AuthorWords.Say("waitsWhichDrawnNotEvery", name, activity.NameOf(drawn[asked])),
                    scene.Id,
                    spot?.Id,
                    "lock"
                );
            }
        }

        foreach (var scene in activity.Flow.Way == Way.Free ? activity.Scenes.Where(scene => !scene.Backdrop.HasTime) : [])
        {
            var rules =
                activity.Trail is { } trail && activity.StopOf(scene) is { } stop ? trail.RulesIn(activity.Rules, stop) : activity.Rules;
            foreach (var spot in scene.Spots.Where(spot => spot.IsLeading))
            {
                var problem =
                    !AttemptRules.MarksWhileWorking(rules) && !AfterOf(activity, spot).Contains(TurnAfter.Always)
                        ? AuthorWords.Say("markedOnlyAfterHandingIn", activity.NameOf(spot))
                    : IsOnlyWay(activity, scene, spot) && MayStay(activity, spot, rules)
                        ? AuthorWords.Say("afterSomeAnswersNothingLeads", activity.NameOf(spot))
                    : IsOnlyWay(activity, scene, spot) && drawn.ContainsKey(spot.Id)
                        ? AuthorWords.Say("onlyLeadsOnDrawnNot", activity.NameOf(spot))
                    : null;
                if (problem is not null)
                {
                    yield return new Finding(false, problem, scene.Id, spot.Id, "during");
                }
            }
        }
    }

    /// <summary>True in a story where nothing else leads out of the scene.</summary>
    private static bool IsOnlyWay(Activity activity, Scene scene, Spot leading) =>
        activity is { HasChoices: true, SceneList: false }
        && scene.Ending is null
        && activity.After(scene) is null
        && scene.Spots.All(spot => spot == leading || (!spot.Goals.Any() && spot.Content.Consequence is null));

    /// <summary>True where an answer can be the last one and lead nowhere: the tries are counted, or the answer may be seen.</summary>
    private static bool MayStay(Activity activity, Spot spot, Rules rules)
    {
        var after = AfterOf(activity, spot);
        return !after.Contains(TurnAfter.Always)
            && !(after.Contains(TurnAfter.Right) && after.Contains(TurnAfter.Wrong))
            && !LeadsFromEach(activity, spot)
            && (rules.Tries is not null || rules.Reveal.RightAnswer <= RevealMoment.AfterLastTry);
    }

    private static HashSet<TurnAfter> AfterOf(Activity activity, Spot spot) =>
        spot.During!.Turns.Where(turn => activity.SceneOf(turn.Scene ?? "") is not null).Select(turn => turn.After).ToHashSet();

    /// <summary>True where one option is picked, and each leads somewhere.</summary>
    private static bool LeadsFromEach(Activity activity, Spot spot)
    {
        var led = spot.During!.Turns.Where(turn => turn.Option is not null && activity.SceneOf(turn.Scene ?? "") is not null);
        var options = QuestionTypes.For(spot.Question!).OptionsOf(spot.Question!).Select(option => option.Id).ToHashSet();
        return options.Count > 0 && options.SetEquals(led.Select(turn => turn.Option!));
    }
}
