using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Core.Trails;

/// <summary>What stands where on the trail of an activity.</summary>
public static class Trailing
{
    /// <summary>The stop that a scene is part of, or null.</summary>
    public static Stop? StopOf(this Activity activity, Scene? scene) => activity.Trail?.StopOf(scene?.Stop);

    /// <summary>The scenes of a stop and of all that is part of it, in the order of the storyboard.</summary>
    public static IEnumerable<Scene> ScenesOf(this Activity activity, string stopId) =>
        activity.Trail?.Inside(stopId) is { } inside ? activity.Scenes.Where(scene => scene.Stop is { } stop && inside.Contains(stop)) : [];

    /// <summary>The title of a stop: its own, that of its first scene, or the first question there.</summary>
    public static string TitleOf(this Activity activity, Stop stop)
    {
        if (stop.Title.Trim() is { Length: > 0 } title)
        {
            return title;
        }

        var scenes = activity.ScenesOf(stop.Id).ToList();
        return scenes.Select(scene => scene.Title.Trim()).FirstOrDefault(one => one.Length > 0)
            ?? scenes
                .SelectMany(scene => scene.Spots)
                .Select(activity.NameOf)
                .FirstOrDefault(name => name.Length > 0)
                ?.Cut(Scene.LongestTitle)
            ?? activity.Words.Say("stopNumber", activity.Trail!.Stops.IndexOf(one => one.Id == stop.Id) + 1);
    }

    /// <summary>By how much the points of a spot's question count.</summary>
    internal static decimal WeightOf(this Activity activity, Spot spot) =>
        activity.Trail is { } trail && activity.StopOf(activity.SceneWith(spot.Id)) is { } stop ? trail.WeightOf(stop) : 1;

    /// <summary>True when nothing that is done with the spot counts.</summary>
    public static bool IsPractice(this Activity activity, Spot spot) => activity.WeightOf(spot) == 0;

    /// <summary>The scenes that learners can go to from wherever they are, as far as locks let them.</summary>
    internal static IEnumerable<string> KnownFromAnywhere(this Activity activity)
    {
        if (activity.SceneList)
        {
            return activity.Scenes.Select(scene => scene.Id);
        }

        return activity.Trail is not { } trail
            ? []
            : activity
                .Scenes.Take(1)
                .Select(first => first.Id)
                .Append(trail.Sheet)
                .Concat(
                    trail.Shown == TrailShown.Board
                        ? []
                        : trail.Stops.Select(stop => activity.ScenesOf(stop.Id).FirstOrDefault()?.Id).OfType<string>()
                )
                .Where(id => id.Length > 0)
                .Distinct();
    }

    /// <summary>The scene that comes after another in its stop: the next one there, where no spot anywhere leads to it. So what went in order
    /// by itself still does as a stop.</summary>
    internal static Scene? After(this Activity activity, Scene scene)
    {
        if (activity.StopOf(scene) is null)
        {
            return null;
        }

        var next = activity.Scenes.SkipWhile(one => one.Id != scene.Id).Skip(1).FirstOrDefault(one => one.Stop == scene.Stop);
        return next is null || activity.Spots.Any(spot => spot.Goals.Contains(next.Id)) ? null : next;
    }

    /// <summary>The stops that are done, and those that may be done again: what a page tells of the trail.</summary>
    public static ValueList<(string Stop, bool Done, bool Again)> StopsOf(AttemptState state) =>
        (state.Activity.Trail?.Stops ?? []).Select(stop => (stop.Id, state.HasDone(stop.Id), Winning.MayRepeat(state, stop))).ToValueList();
}
