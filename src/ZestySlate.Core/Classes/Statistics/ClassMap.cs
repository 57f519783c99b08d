using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Core.Classes.Statistics;

/// <summary>A class on the map of a story: how many came to each scene, and by which ways.</summary>
/// <param name="Here">How many were in each scene, by its id.</param>
/// <param name="Ways">The ways that somebody took.</param>
public sealed record ClassMap(IReadOnlyDictionary<string, int> Here, ValueList<WayTaken> Ways)
{
    /// <summary>Who is in each scene at this moment, of those at work; null where that is not looked at.</summary>
    public IReadOnlyDictionary<string, ValueList<string>>? Now { get; init; }

    /// <summary>The class on the map of an activity; null where nothing is decided.</summary>
    public static ClassMap? Of(Activity activity, IReadOnlyList<AttemptRow> attempts) =>
        Of(activity, attempts.Select(attempt => attempt.Chosen).ToList());

    /// <summary>The class while it works; null where nothing is decided.</summary>
    /// <param name="activity">The activity.</param>
    /// <param name="learners">Each with their name and their attempt.</param>
    public static ClassMap? Live(
        Activity activity,
        IReadOnlyList<(string Learner, AttemptState State, IReadOnlyList<AttemptEvent> Events)> learners
    ) =>
        Of(activity, learners.Select(one => AttemptRow.ChosenIn(one.Events)).ToList()) is { } map
            ? map with
            {
                Now = learners
                    .Where(one => !one.State.IsHandedIn)
                    .GroupBy(one => one.State.Scene.Id)
                    .ToDictionary(same => same.Key, same => same.Select(one => one.Learner).Order().ToValueList()),
            }
            : null;

    private static ClassMap? Of(Activity activity, List<IReadOnlyDictionary<string, int>> attempts)
    {
        var choices = activity
            .Scenes.SelectMany(scene => scene.Spots.Where(spot => spot.Content.Consequence is not null).Select(spot => (scene, spot)))
            .ToList();
        if (choices.Count == 0 || attempts.Count == 0)
        {
            return null;
        }

        var ways = choices
            .Where(choice => activity.SceneOf(choice.spot.Content.Goal ?? "") is not null)
            .GroupBy(choice => (From: choice.scene.Id, To: choice.spot.Content.Goal!), choice => choice.spot.Id)
            .Select(same => new WayTaken(same.Key.From, same.Key.To, attempts.Count(chosen => same.Any(chosen.ContainsKey))))
            .Where(way => way.Learners > 0)
            .ToValueList();
        var into = choices.ToLookup(choice => choice.spot.Content.Goal ?? "", choice => choice.spot.Id);
        return new ClassMap(
            activity.Scenes.ToDictionary(
                scene => scene.Id,
                scene => scene == activity.Scenes[0] ? attempts.Count : attempts.Count(chosen => into[scene.Id].Any(chosen.ContainsKey))
            ),
            ways
        );
    }
}

/// <summary>A way that somebody took.</summary>
/// <param name="From">The scene in which it was decided.</param>
/// <param name="To">The scene it leads to.</param>
/// <param name="Learners">How many took it, by whichever choice leads there.</param>
public sealed record WayTaken(string From, string To, int Learners);
