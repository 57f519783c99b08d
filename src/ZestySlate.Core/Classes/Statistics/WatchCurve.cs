using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Core.Classes.Statistics;

/// <summary>How a class watched the course in time of one scene.</summary>
/// <param name="Title">The scene.</param>
/// <param name="Lasts">How long it lasts, in seconds.</param>
/// <param name="Points">Moments at even steps, from the beginning to the end.</param>
/// <param name="Cues">What begins when.</param>
public sealed record WatchCurve(string Title, decimal Lasts, ValueList<WatchPoint> Points, ValueList<WatchCue> Cues)
{
    /// <summary>The most moments of a curve: what a screen shows apart.</summary>
    public const int Most = 120;

    /// <summary>The curves of an activity's scenes that have a course in time of known length; none where nobody did it.</summary>
    public static ValueList<WatchCurve> Of(Activity activity, IReadOnlyList<AttemptRow> attempts) =>
        attempts.Count == 0
            ? []
            : activity
                .Scenes.Where(scene => scene.Backdrop is { HasTime: true, Lasts: > 0 })
                .Select(scene => Of(activity, scene, scene.Backdrop.Lasts!.Value, attempts))
                .ToValueList();

    private static WatchCurve Of(Activity activity, Scene scene, decimal lasts, IReadOnlyList<AttemptRow> attempts)
    {
        var count = (int)Math.Clamp(Math.Ceiling(lasts), 1, Most);
        var (learners, times) = (new int[count], new int[count]);
        foreach (var attempt in attempts)
        {
            var stretches = attempt.Watched.GetValueOrDefault(scene.Id, []);
            for (var i = 0; i < count; i++)
            {
                var moment = lasts * (i + 0.5m) / count;
                var here = stretches.Count(stretch => stretch.From <= moment && moment < stretch.To);
                times[i] += here;
                learners[i] += here > 0 ? 1 : 0;
            }
        }

        return new WatchCurve(
            activity.TitleOf(scene),
            lasts,
            Enumerable
                .Range(0, count)
                .Select(i => new WatchPoint(
                    lasts * (i + 0.5m) / count,
                    (double)learners[i] / attempts.Count,
                    (double)times[i] / attempts.Count
                ))
                .ToValueList(),
            scene
                .Spots.Where(spot => spot.During is not null)
                .OrderBy(spot => spot.During!.From)
                .Select(spot => new WatchCue(spot.During!.From, activity.NameOf(spot)))
                .ToValueList()
        );
    }

    /// <summary>What of each scene was played in one go, in the order in which it was; what was played twice stands there twice.</summary>
    internal static IReadOnlyDictionary<string, IReadOnlyList<Stretch>> PlayedIn(IEnumerable<AttemptEvent> events)
    {
        var played = new Dictionary<string, List<Stretch>>();
        foreach (var watched in events.OfType<Watched>())
        {
            var scene = played.TryGetValue(watched.SceneId, out var known) ? known : played[watched.SceneId] = [];
            if (scene.Count > 0 && Math.Abs(watched.From - scene[^1].To) <= Stretches.Near)
            {
                scene[^1] = scene[^1] with { To = watched.To };
            }
            else
            {
                scene.Add(new Stretch(watched.From, watched.To));
            }
        }

        return played.ToDictionary(one => one.Key, one => (IReadOnlyList<Stretch>)one.Value);
    }
}

/// <summary>How many watched a moment.</summary>
/// <param name="Moment">Seconds from the beginning.</param>
/// <param name="Learners">The share of learners who watched it, 0..1.</param>
/// <param name="Times">How often a learner watched it, in the mean of all.</param>
public sealed record WatchPoint(decimal Moment, double Learners, double Times);

/// <summary>Something that begins at a moment.</summary>
/// <param name="Moment">Seconds from the beginning.</param>
/// <param name="Name">Its name.</param>
public sealed record WatchCue(decimal Moment, string Name);
