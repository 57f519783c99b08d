using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Core.Stories;

/// <summary>What can be decided in a scene, as the story stands.</summary>
internal static class Deciding
{
    /// <summary>Where deciding for a spot leads now: a choice to its goal, a question to where its last answer does. Empty for back to the
    /// decision; null where nothing is decided by it.</summary>
    internal static string? GoalOf(AttemptState state, Spot spot) =>
        spot.Content.Consequence is not null ? spot.Content.Goal ?? ""
        : spot.IsLeading && state.Activity.HasChoices && !state.IsInOrder ? Turning.SceneOf(state, spot)
        : null;

    /// <summary>The questions of a scene whose answers lead on now.</summary>
    internal static IEnumerable<Spot> ByAnswer(AttemptState state, Scene scene) =>
        scene.Spots.Where(spot =>
            spot.IsLeading && state.IsOpen(spot.Id) && GoalOf(state, spot) is { Length: > 0 } goal && state.IsOpen(goal)
        );

    /// <summary>The choices that are there.</summary>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="scene">The scene.</param>
    /// <param name="all">True for those that are locked, or were tried, too.</param>
    internal static List<Spot> In(AttemptState state, Scene scene, bool all)
    {
        var choices = scene.Spots.Where(spot => spot.Content.Consequence is not null).ToList();
        if (all || choices.Count == 0)
        {
            return choices;
        }

        var there = choices
            .Where(spot => state.IsOpen(spot.Id) && (spot.Content.Goal is not { Length: > 0 } to || state.IsOpen(to)))
            .ToList();
        if (state.Activity.Story is { Shuffles: true })
        {
            var order = SeededRandom.Ranked(state.Seed, scene.Id, there.Select(spot => spot.Id)).ToList();
            there = [.. there.OrderBy(spot => order.IndexOf(spot.Id))];
        }

        var untried = there.Where(spot => !state.OpenedSpots.Contains(spot.Id)).ToList();
        return state.Activity.Story is { Tried: TriedChoice.Gone } && untried.Count > 0 ? untried : there;
    }
}
