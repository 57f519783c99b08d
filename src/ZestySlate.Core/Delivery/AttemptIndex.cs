using ZestySlate.Core.Activities;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Delivery;

/// <summary>
/// Where things stand in the activity of one attempt, by their id: made once when the attempt begins, since neither the
/// activity that it sees nor the order of its questions changes from event to event.
/// </summary>
internal sealed class AttemptIndex
{
    private readonly Dictionary<string, Scene> _scenes = [];
    private readonly Dictionary<string, (Scene Scene, Spot Spot)> _spots = [];
    private readonly Dictionary<string, int> _questions = [];
    private readonly Dictionary<string, List<int>> _stops = [];

    /// <param name="activity">The activity as the attempt sees it.</param>
    /// <param name="questions">The questions of the attempt, in their order.</param>
    internal AttemptIndex(Activity activity, IReadOnlyList<QuestionState> questions)
    {
        foreach (var scene in activity.Scenes)
        {
            _scenes.TryAdd(scene.Id, scene);
            foreach (var spot in scene.Spots)
            {
                _spots.TryAdd(spot.Id, (scene, spot));
            }
        }

        for (var place = 0; place < questions.Count; place++)
        {
            _questions.TryAdd(questions[place].Spot.Id, place);
            foreach (var stop in activity.Trail is { } trail && StopWith(activity, questions[place]) is { } at ? trail.Around(at) : [])
            {
                (_stops.TryGetValue(stop.Id, out var places) ? places : _stops[stop.Id] = []).Add(place);
            }
        }
    }

    private Stop? StopWith(Activity activity, QuestionState question) => activity.StopOf(SceneWith(question.Spot.Id));

    /// <summary>The places of a stop's questions among those of the attempt.</summary>
    internal IReadOnlyList<int> PlacesOf(string stopId) => _stops.TryGetValue(stopId, out var places) ? places : [];

    /// <summary>The scene with this id, or null.</summary>
    internal Scene? SceneOf(string id) => _scenes.GetValueOrDefault(id);

    /// <summary>The spot with this id, or null.</summary>
    internal Spot? SpotOf(string id) => _spots.GetValueOrDefault(id).Spot;

    /// <summary>The scene that a spot is in, or null.</summary>
    internal Scene? SceneWith(string spotId) => _spots.GetValueOrDefault(spotId).Scene;

    /// <summary>The lock on a scene or spot, or null.</summary>
    internal Lock? LockOf(string id) => SceneOf(id)?.Lock ?? SpotOf(id)?.Lock;

    /// <summary>The place of a question among those of the attempt, from 0; -1 where the attempt has no such question.</summary>
    internal int PlaceOf(string spotId) => _questions.TryGetValue(spotId, out var place) ? place : -1;
}
