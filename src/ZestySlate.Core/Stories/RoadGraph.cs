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
                                    ? [(spot, To: spot.Content.Goal ?? "", follows.Changes, Decides: true)]
                                    : spot.Goals.Select(goal =>
                                        (spot, To: goal, Changes: Nothing, Decides: spot.IsLeading && activity.HasChoices)
                                    )
                            )
                            .Where(way => way.To.Length == 0 || CanCome(way.To))
                            .Select(way => new RoadWay(
                                way.To.Length == 0 ? i : number[way.To],
                                way.Changes,
                                ClausesOf(way.spot.Lock, way.To.Length == 0 || way.To == scene.Id ? null : activity.SceneOf(way.To)!.Lock)
                            )
                            {
                                Arrives = way.To.Length > 0,
                                Decides = way.Decides,
                            })
                            .ToArray()
            ),
        ];
    }

    /// <summary>The ways out of each scene; none out of an ending.</summary>
    internal RoadWay[][] Ways { get; }

    /// <summary>What is counted on the road, as it stands at the beginning: the states, and the visits of those scenes that are asked for.</summary>
    internal Dictionary<Counted, decimal> Beginning()
    {
        var standing = (_activity.Story?.Beginning ?? []).ToDictionary(state => new Counted(state.State), state => state.Value);
        foreach (
            var visits in Ways.SelectMany(ways => ways).SelectMany(way => way.When).SelectMany(clause => clause.AnyOf).Select(one => one.Of)
        )
        {
            if (visits.IsVisits)
            {
                standing[visits] = visits.Id == _activity.Scenes[0].Id ? 1 : 0;
            }
        }

        return standing;
    }

    /// <summary>The id of a scene.</summary>
    internal string IdOf(int scene) => _activity.Scenes[scene].Id;

    /// <summary>The visits of a scene, as they are counted.</summary>
    internal Counted VisitsOf(int scene) => new(IdOf(scene), IsVisits: true);

    /// <summary>True when what can be decided depends on how the story stands.</summary>
    internal bool DependsOnTheRoad => Ways.Any(ways => ways.Any(way => way.When.Length > 0));

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

    private static Clause[] ClausesOf(Lock? choice, Lock? goal) => [.. choice?.Key.Clauses ?? [], .. goal?.Key.Clauses ?? []];
}

/// <summary>A way from a scene to another.</summary>
/// <param name="To">Where it leads.</param>
/// <param name="Changes">What it changes.</param>
/// <param name="When">What must hold that it is there.</param>
internal sealed record RoadWay(int To, ValueList<StateChange> Changes, Clause[] When)
{
    /// <summary>True when one comes there anew; false when one stays where one is.</summary>
    internal bool Arrives { get; init; }

    /// <summary>True for a choice, from which no way goes back.</summary>
    internal bool Decides { get; init; }

    /// <summary>True when it is there with what is counted standing so.</summary>
    internal bool IsThere(Dictionary<Counted, decimal> standing, SeededRandom luck) =>
        Array.TrueForAll(When, clause =>
            clause.AnyOf.Any(condition => standing.TryGetValue(condition.Of, out var value) && condition.Holds(value))
            || (clause.Chance > 0 && luck.Falls(clause.Chance))
        );
}
