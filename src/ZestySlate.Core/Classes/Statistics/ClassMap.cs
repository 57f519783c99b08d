using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Classes.Statistics;

/// <summary>A class on the map of a story: how many came to each scene, and by which ways.</summary>
/// <param name="Here">How many were in each scene, by its id.</param>
/// <param name="Ways">The ways that somebody took.</param>
public sealed record ClassMap(IReadOnlyDictionary<string, int> Here, ValueList<WayTaken> Ways)
{
    /// <summary>The class on the map of an activity; null where nothing is decided.</summary>
    public static ClassMap? Of(Activity activity, IReadOnlyList<AttemptRow> attempts)
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
            .Select(same => new WayTaken(same.Key.From, same.Key.To, attempts.Count(attempt => same.Any(attempt.Chosen.ContainsKey))))
            .Where(way => way.Learners > 0)
            .ToValueList();
        var into = choices.ToLookup(choice => choice.spot.Content.Goal ?? "", choice => choice.spot.Id);
        return new ClassMap(
            activity.Scenes.ToDictionary(
                scene => scene.Id,
                scene =>
                    scene == activity.Scenes[0] ? attempts.Count : attempts.Count(attempt => into[scene.Id].Any(attempt.Chosen.ContainsKey))
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
