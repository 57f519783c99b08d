using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Scenes;

/// <summary>A scene on the map.</summary>
/// <param name="Scene">The scene.</param>
/// <param name="Level">How many jumps from the first scene, or the level below all others when nothing leads there.</param>
/// <param name="Row">Its place in the level, from 0.</param>
/// <param name="Reachable">True when a learner can get there, with the keys that can be had on the way.</param>
/// <param name="IsDeadEnd">True when no jump leads out of it.</param>
public sealed record MapNode(Scene Scene, int Level, int Row, bool Reachable, bool IsDeadEnd);

/// <summary>A way from a scene to another.</summary>
/// <param name="From">The scene it is in.</param>
/// <param name="To">The scene it leads to.</param>
/// <param name="Locked">True when the jump or the scene has a lock.</param>
/// <param name="Choices">The choices that lead there; empty for jumps.</param>
public sealed record MapWay(string From, string To, bool Locked, ValueList<ChoiceOnWay> Choices);

/// <summary>A choice on a way.</summary>
/// <param name="SpotId">The choice.</param>
/// <param name="To">Where it leads.</param>
/// <param name="Words">What one can do; empty while nothing is written.</param>
public sealed record ChoiceOnWay(string SpotId, string To, string Words);

/// <summary>The whole of an activity as a graph: where learners can get, and where they cannot.</summary>
public sealed record SceneMap
{
    private readonly HashSet<string> _reachable;
    private readonly HashSet<string> _openable;

    private SceneMap(ValueList<MapNode> nodes, ValueList<MapWay> ways, HashSet<string> reachable, HashSet<string> openable) =>
        (Nodes, Ways, _reachable, _openable) = (nodes, ways, reachable, openable);

    public ValueList<MapNode> Nodes { get; }

    public ValueList<MapWay> Ways { get; }

    /// <summary>Whether a learner can get to the scene.</summary>
    public bool IsReachable(string sceneId) => _reachable.Contains(sceneId);

    /// <summary>Whether the lock on this scene or spot can be opened with what can be had.</summary>
    public bool CanOpen(string lockId) => _openable.Contains(lockId);

    /// <summary>The map of an activity.</summary>
    public static SceneMap Of(Activity activity)
    {
        var ways = activity
            .Scenes.SelectMany(scene =>
                scene
                    .Spots.SelectMany(spot => spot.Goals.Select(goal => (spot, goal)))
                    .Select(way => (scene, way.spot, goal: activity.SceneOf(way.goal)))
            )
            .Where(way => way.goal is not null)
            .GroupBy(way => (way.scene.Id, way.goal!.Id))
            .Select(same => new MapWay(
                same.Key.Item1,
                same.Key.Item2,
                same.All(way => way.spot.Lock is not null || way.goal!.Lock is not null),
                same.Where(way => way.spot.Content.Consequence is not null)
                    .Select(way => new ChoiceOnWay(way.spot.Id, way.goal!.Id, way.spot.Content.OwnName))
                    .ToValueList()
            ))
            .ToValueList();
        var (reachable, openable) = Explored(activity);
        return new SceneMap(Placed(activity, ways, reachable), ways, reachable, openable);
    }

    /// <summary>
    /// What a learner can get to who answers every question right: again and again whatever can be opened is opened, until
    /// nothing new opens. Codes count as openable, since they may be found anywhere.
    /// </summary>
    private static (HashSet<string> Scenes, HashSet<string> Locks) Explored(Activity activity)
    {
        var scenes = new HashSet<string>(activity.Scenes.Take(1).Select(scene => scene.Id));
        var open = new HashSet<string>();
        var locks = activity.Locks.ToDictionary(entry => entry.Id, entry => entry.Lock);
        var all = activity.Scenes.ToDictionary(scene => scene.Id);
        var always = activity.KnownFromAnywhere().ToList();
        bool IsOpen(string id) => !locks.ContainsKey(id) || open.Contains(id);
        IEnumerable<Spot> InReach() => scenes.SelectMany(id => all[id].Spots).Where(spot => IsOpen(spot.Id));
        while (true)
        {
            var before = scenes.Count + open.Count;
            if (locks.Count > open.Count)
            {
                Unlock(activity, scenes, InReach().ToDictionary(spot => spot.Id), locks, open);
            }

            // From scene to scene as far as one gets before another lock must open.
            var next = new Queue<string>(scenes);
            while (next.TryDequeue(out var id))
            {
                var goals = all[id].Spots.Where(spot => IsOpen(spot.Id)).SelectMany(spot => spot.Goals);
                var after = activity.After(all[id]) is { } following ? new[] { following.Id } : [];
                foreach (var goal in goals.Concat(always).Concat(after))
                {
                    if (all.ContainsKey(goal) && IsOpen(goal) && scenes.Add(goal))
                    {
                        next.Enqueue(goal);
                    }
                }
            }

            if (scenes.Count + open.Count == before)
            {
                return (scenes, open);
            }
        }
    }

    /// <summary>Opens what opens with these scenes and spots.</summary>
    private static void Unlock(
        Activity activity,
        HashSet<string> scenes,
        Dictionary<string, Spot> inReach,
        Dictionary<string, Lock> locks,
        HashSet<string> open
    )
    {
        var reach = new Reach(activity, scenes, inReach);
        open.UnionWith(locks.Where(entry => entry.Value.Key.CanOpenWith(reach)).Select(entry => entry.Key));
    }

    private sealed class Reach(Activity activity, HashSet<string> scenes, Dictionary<string, Spot> spots) : IReach
    {
        public decimal Points { get; } = spots.Values.Sum(activity.WorthOf);

        public bool HasScene(string sceneId) => scenes.Contains(sceneId);

        /// <summary>Some of its scenes may be left out, unless something is asked there.</summary>
        public bool HasStop(string stopId) =>
            activity.ScenesOf(stopId).ToList() is { Count: > 0 } all
            && all.Any(scene => scenes.Contains(scene.Id))
            && all.SelectMany(scene => scene.Spots).All(spot => spot.Question is null || spots.ContainsKey(spot.Id));

        /// <summary>A choice can be taken again and again, so one that raises can raise up to the most.</summary>
        public (decimal Least, decimal Most)? ValuesOf(string stateId)
        {
            if (activity.Story?.StateOf(stateId) is not { } state)
            {
                return null;
            }

            var (least, most) = (state.Within(state.Begins), state.Within(state.Begins));
            foreach (
                var change in spots
                    .Values.SelectMany(spot => spot.Content.Consequence?.Changes ?? [])
                    .Concat((activity.Trail?.Stops ?? []).SelectMany(stop => stop.Reward?.Changes ?? []))
                    .Where(one => one.State == stateId)
            )
            {
                var value = change.By switch
                {
                    ChangeBy.Set => state.Within(change.Value),
                    ChangeBy.Raise => state.Within(decimal.MaxValue),
                    _ => state.Within(decimal.MinValue),
                };
                (least, most) = (Math.Min(least, value), Math.Max(most, value));
            }

            return (least, most);
        }

        public Spot? SpotOf(string spotId) => spots.GetValueOrDefault(spotId);
    }

    /// <summary>Scenes in columns by the number of jumps from the first; within a column near those that lead to them.</summary>
    private static ValueList<MapNode> Placed(Activity activity, ValueList<MapWay> ways, HashSet<string> reachable)
    {
        var leads = ways.ToLookup(way => way.From, way => way.To);
        var level = new Dictionary<string, int>();
        var order = new List<string>();
        var queue = new Queue<string>();
        void Begin(string id, int at)
        {
            if (level.TryAdd(id, at))
            {
                order.Add(id);
                queue.Enqueue(id);
            }

            while (queue.TryDequeue(out var from))
            {
                foreach (var to in leads[from])
                {
                    if (level.TryAdd(to, level[from] + 1))
                    {
                        order.Add(to);
                        queue.Enqueue(to);
                    }
                }
            }
        }

        foreach (var scene in activity.Scenes)
        {
            Begin(scene.Id, 0);
        }

        var rows = new Dictionary<int, int>();
        return order
            .Select(id =>
            {
                var row = rows.GetValueOrDefault(level[id]);
                rows[level[id]] = row + 1;
                return new MapNode(
                    activity.SceneOf(id)!,
                    level[id],
                    row,
                    reachable.Contains(id),
                    activity.Scenes.Count > 1
                        && !leads[id].Any()
                        && activity.SceneOf(id)!.Ending is null
                        && activity.KnownFromAnywhere().All(known => known == id)
                );
            })
            .ToValueList();
    }
}
