using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Stories;

/// <summary>
/// Where the roads of a story lead: to which endings, in how many decisions, and where somebody ends who decides by chance, each way as
/// likely as the others.
/// </summary>
/// <param name="Endings">Every ending, in the order of the scenes.</param>
/// <param name="Traps">The scenes a learner can get to from which no ending can be reached any more.</param>
/// <param name="Stuck">The share of those who decide by chance that ends in none of the endings.</param>
/// <param name="Decisions">How many decisions those take who come to an ending by chance, in the mean.</param>
/// <param name="BySimulation">True when that was found by playing it, since what is there depends on how the story stands.</param>
public sealed record Roads(ValueList<RoadEnd> Endings, ValueList<string> Traps, double Stuck, double Decisions, bool BySimulation)
{
    /// <summary>How many play it by chance where it cannot be reckoned.</summary>
    public const int Walkers = 4000;

    /// <summary>How many play it for the check.</summary>
    private const int Tested = 1000;

    /// <summary>After so many decisions somebody who decides by chance is in no ending.</summary>
    public const int Longest = 400;

    /// <summary>The roads of an activity; null where nothing ends.</summary>
    /// <param name="activity">The activity.</param>
    /// <param name="plays">True to play it also where it could be reckoned.</param>
    public static Roads? Of(Activity activity, bool plays = false)
    {
        if (activity.Scenes.All(scene => scene.Ending is null))
        {
            return null;
        }

        var graph = new RoadGraph(activity);
        var simulates = plays || graph.DependsOnTheRoad;
        var (shares, decisions) =
            simulates && RoadWalk.Simulated(graph) is var played ? (played.Shares, played.Decisions) : RoadWalk.Reckoned(graph);
        var shortest = graph.ShortestFrom(0);
        var map = SceneMap.Of(activity);
        var endings = activity
            .Scenes.Select((scene, i) => (scene, i))
            .Where(entry => entry.scene.Ending is not null)
            .Select(entry => new RoadEnd(
                entry.scene.Id,
                activity.TitleOf(entry.scene),
                map.IsReachable(entry.scene.Id) ? shortest[entry.i] : null,
                shares[entry.i]
            ))
            .ToValueList();
        return new Roads(
            endings,
            Trapped(activity, graph, map),
            Math.Max(0, 1 - endings.Sum(ending => ending.Share)),
            decisions,
            simulates
        );
    }

    /// <summary>The scenes a learner can get to from which no ending can be reached any more; none where nothing ends.</summary>
    internal static ValueList<string> TrapsOf(Activity activity, SceneMap map) =>
        activity.Scenes.All(scene => scene.Ending is null) ? [] : Trapped(activity, new RoadGraph(activity), map);

    /// <summary>The scenes in which it happens, to some who decide by chance, that after a choice none of the ways on is there.</summary>
    internal static ValueList<string> MayStickIn(Activity activity)
    {
        var graph = activity.HasChoices ? new RoadGraph(activity) : null;
        return graph is not { DependsOnTheRoad: true } || activity.SceneList
            ? []
            : RoadWalk.Simulated(graph, Tested).Stuck.Order().Select(graph.IdOf).ToValueList();
    }

    private static ValueList<string> Trapped(Activity activity, RoadGraph graph, SceneMap map)
    {
        var ends = graph.CanEnd();
        return activity.Scenes.Where((scene, i) => map.IsReachable(scene.Id) && !ends[i]).Select(scene => scene.Id).ToValueList();
    }
}

/// <summary>An ending, and how one gets there.</summary>
/// <param name="SceneId">The scene.</param>
/// <param name="Title">Its name.</param>
/// <param name="Shortest">The fewest decisions on the way to it; null where nobody gets there.</param>
/// <param name="Share">The share of those who decide by chance that ends here, 0..1.</param>
public sealed record RoadEnd(string SceneId, string Title, int? Shortest, double Share);
