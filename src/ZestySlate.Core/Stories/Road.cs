using System.Collections.Immutable;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Core.Stories;

/// <summary>One decision on the road that a learner took.</summary>
/// <param name="Id">The id of the event that decided.</param>
/// <param name="SceneId">Where it was decided.</param>
/// <param name="SpotId">The choice, or the question whose answer was the choice.</param>
/// <param name="Before">How the states stood before it.</param>
public sealed record RoadStep(string Id, string SceneId, string SpotId, ValueList<StateValue> Before)
{
    /// <summary>The options that were picked, by their ids, where an answer decided; none for a choice.</summary>
    public ValueList<string> Picked { get; init; } = [];

    /// <summary>How often the learner had come to each scene then.</summary>
    internal ImmutableDictionary<string, int> Visits { get; init; } = ImmutableDictionary<string, int>.Empty;

    /// <summary>How many rewards had changed the states then.</summary>
    internal int Given { get; init; }
}

/// <summary>A way that was decided for, however often the learner went back and decided anew.</summary>
/// <param name="SpotId">The choice, or the question whose answer was the choice.</param>
/// <param name="To">The scene it led to; empty for back to the decision.</param>
/// <param name="Times">How often, 1 or more.</param>
public sealed record WayChosen(string SpotId, string To, int Times);

/// <summary>What a story is worth as it stands.</summary>
internal static class StoryScore
{
    /// <summary>The points that can be reached.</summary>
    internal static decimal OutOf(Activities.Activity activity) =>
        activity.Story switch
        {
            { Scoring: StoryScoring.ByEnding } => activity.Scenes.Select(scene => scene.Ending?.Value ?? 0).Append(0).Max(),
            { Scoring: StoryScoring.ByState, ScoredBy: { } id } story when story.StateOf(id) is { } state => Math.Max(
                0,
                state.IsThing ? 1 : state.Most
            ),
            _ => 0,
        };

    /// <summary>The points of a state: of the best ending where the best try counts, else of the last one.</summary>
    internal static decimal Points(AttemptState state) =>
        state.Activity.Story switch
        {
            { Scoring: StoryScoring.ByEnding } => Worth(state),
            { Scoring: StoryScoring.ByState, ScoredBy: { } id } => Math.Max(0, state.StateOf(id) ?? 0),
            _ => 0,
        };

    private static decimal Worth(AttemptState state)
    {
        var worths = state.Endings.Select(id => Math.Max(0, state.Index.SceneOf(id)?.Ending?.Value ?? 0)).ToList();
        return worths.Count == 0 ? 0
            : state.Activity.Rules.Counts == Activities.CountingTry.Best ? worths.Max()
            : worths[^1];
    }
}
