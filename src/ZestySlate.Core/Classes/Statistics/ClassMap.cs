using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Classes.Statistics;

/// <summary>A class on the map of a story: how many came to each scene, and by which ways.</summary>
/// <param name="Here">How many were in each scene, by its id.</param>
/// <param name="Ways">The ways that somebody took.</param>
public sealed record ClassMap(IReadOnlyDictionary<string, int> Here, ValueList<WayTaken> Ways)
{
    /// <summary>Who is in each scene at this moment, of those at work; null where that is not looked at.</summary>
    public IReadOnlyDictionary<string, ValueList<string>>? Now { get; init; }

    /// <summary>The middle of the times that those who were in a scene spent there, by its id; without breaks, however often they came.</summary>
    public IReadOnlyDictionary<string, TimeSpan> Stays { get; init; } = new Dictionary<string, TimeSpan>();

    /// <summary>The class on the map of an activity; null where nothing is decided.</summary>
    public static ClassMap? Of(Activity activity, IReadOnlyList<AttemptRow> attempts) =>
        Of(activity, attempts.Select(attempt => new Walk(attempt.Chosen, attempt.Visited, attempt.Stays)).ToList());

    /// <summary>The class while it works; null where nothing is decided.</summary>
    /// <param name="activity">The activity.</param>
    /// <param name="learners">Each with their name and their attempt.</param>
    public static ClassMap? Live(Activity activity, IReadOnlyList<(string Learner, AttemptState State)> learners) =>
        Of(activity, learners.Select(one => new Walk(one.State.Chosen, one.State.VisitedScenes, one.State.Stays)).ToList()) is { } map
            ? map with
            {
                Now = learners
                    .Where(one => !one.State.IsHandedIn)
                    .GroupBy(one => one.State.Scene.Id)
                    .ToDictionary(same => same.Key, same => same.Select(one => one.Learner).Order().ToValueList()),
            }
            : null;

    private static ClassMap? Of(Activity activity, List<Walk> attempts)
    {
        if (!activity.HasChoices || attempts.Count == 0)
        {
            return null;
        }

        var sceneOf = activity
            .Scenes.SelectMany(scene => scene.Spots.Select(spot => (scene, spot)))
            .ToDictionary(one => one.spot.Id, one => one.scene.Id);
        var ways = attempts
            .SelectMany(walk =>
                walk.Chosen.Where(way => sceneOf.ContainsKey(way.SpotId) && activity.SceneOf(way.To) is not null)
                    .Select(way => (From: sceneOf[way.SpotId], way.To))
                    .Distinct()
            )
            .GroupBy(way => way)
            .Select(same => new WayTaken(same.Key.From, same.Key.To, same.Count()))
            .ToValueList();
        return new ClassMap(
            activity.Scenes.ToDictionary(scene => scene.Id, scene => attempts.Count(walk => walk.Visited.Contains(scene.Id))),
            ways
        )
        {
            Stays = activity
                .Scenes.Select(scene => (scene.Id, Times: attempts.Where(walk => walk.Stays.ContainsKey(scene.Id)).ToList()))
                .Where(scene => scene.Times.Count > 0)
                .ToDictionary(
                    scene => scene.Id,
                    scene => TimeSpan.FromSeconds(Measures.Median(scene.Times.Select(walk => walk.Stays[scene.Id].TotalSeconds).ToList()))
                ),
        };
    }

    /// <summary>What the map needs of one learner: what was decided for, where they were, and how long each scene took.</summary>
    private sealed record Walk(
        IReadOnlyList<WayChosen> Chosen,
        IReadOnlyCollection<string> Visited,
        IReadOnlyDictionary<string, TimeSpan> Stays
    );
}

/// <summary>A way that somebody took.</summary>
/// <param name="From">The scene in which it was decided.</param>
/// <param name="To">The scene it leads to.</param>
/// <param name="Learners">How many took it, by whichever choice leads there.</param>
public sealed record WayTaken(string From, string To, int Learners);
