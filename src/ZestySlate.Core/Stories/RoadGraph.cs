using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Stories;

/// <summary>The scenes of a story as numbers, with the ways between them. Locks that no state decides count as open where they can be
/// opened at all.</summary>
internal sealed class RoadGraph
{
    private static readonly ValueList<StateChange> Nothing = [];
    private readonly Activity _activity;

    internal RoadGraph(Activity activity)
    {
        _activity = activity;
        var map = SceneMap.Of(activity);
        var number = activity.Scenes.Select((scene, i) => (scene.Id, i)).ToDictionary(entry => entry.Id, entry => entry.i);
        bool CanCome(string id) => number.TryGetValue(id, out var at) && (activity.Scenes[at].Lock is null || map.CanOpen(id));
        Ways =
        [
            .. activity.Scenes.Select(
                (scene, i) =>
                    scene.Ending is not null
                        ? []
                        : scene
                            .Spots.Where(spot => spot.Lock is null || map.CanOpen(spot.Id))
                            .SelectMany(spot =>
                                spot.Content.Consequence is { } follows
                                    ? [(spot, To: spot.Content.Goal ?? "", follows.Changes)]
                                    : spot.Goals.Select(goal => (spot, To: goal, Changes: Nothing))
                            )
                            .Where(way => way.To.Length == 0 || CanCome(way.To))
                            .Select(way => (way.spot, way.Changes, To: way.To.Length == 0 ? i : number[way.To]))
                            .Select(way => new RoadWay(
                                way.To,
                                way.Changes,
                                ConditionsOf(way.spot.Lock, way.To == i ? null : activity.Scenes[way.To].Lock)
                            ))
                            .ToArray()
            ),
        ];
    }

    /// <summary>The ways out of each scene; none out of an ending.</summary>
    internal RoadWay[][] Ways { get; }

    /// <summary>How the states stand at the beginning.</summary>
    internal ValueList<StateValue> Beginning => _activity.Story?.Beginning ?? [];

    /// <summary>True when what can be decided depends on how the story stands.</summary>
    internal bool DependsOnStates => Ways.Any(ways => ways.Any(way => way.When.Length > 0));

    internal bool IsEnding(int scene) => _activity.Scenes[scene].Ending is not null;

    /// <summary>The value of a state, no further than it may go.</summary>
    internal decimal Within(string state, decimal value) => _activity.Story?.StateOf(state)?.Within(value) ?? value;

    /// <summary>The fewest ways from a scene to each of the others; null where none leads.</summary>
    internal int?[] ShortestFrom(int from)
    {
        var far = new int?[Ways.Length];
        var queue = new Queue<int>([from]);
        far[from] = 0;
        while (queue.TryDequeue(out var at))
        {
            foreach (var way in Ways[at].Where(way => far[way.To] is null))
            {
                far[way.To] = far[at] + 1;
                queue.Enqueue(way.To);
            }
        }

        return far;
    }

    /// <summary>Which scenes an ending can be reached from.</summary>
    internal bool[] CanEnd()
    {
        var back = Ways.SelectMany((ways, from) => ways.Select(way => (from, way.To))).ToLookup(way => way.To, way => way.from);
        var can = new bool[Ways.Length];
        var queue = new Queue<int>(Enumerable.Range(0, Ways.Length).Where(IsEnding));
        while (queue.TryDequeue(out var at))
        {
            if (!can[at])
            {
                can[at] = true;
                foreach (var before in back[at])
                {
                    queue.Enqueue(before);
                }
            }
        }

        return can;
    }

    private static StateCondition[] ConditionsOf(Lock? choice, Lock? goal) =>
        new[] { choice?.Key.Condition, goal?.Key.Condition }.OfType<StateCondition>().ToArray();
}

/// <summary>A way from a scene to another.</summary>
/// <param name="To">Where it leads.</param>
/// <param name="Changes">What it changes.</param>
/// <param name="When">What must hold that it is there.</param>
internal sealed record RoadWay(int To, ValueList<StateChange> Changes, StateCondition[] When)
{
    /// <summary>True when it is there with the states so.</summary>
    internal bool IsThere(Dictionary<string, decimal> states) =>
        Array.TrueForAll(When, key => states.TryGetValue(key.State, out var value) && key.Holds(value));
}
