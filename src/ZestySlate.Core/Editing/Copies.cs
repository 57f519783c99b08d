using ZestySlate.Core.Activities;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Twins of scenes and spots, and free places for them.</summary>
public static class Copies
{
    private const double Step = 0.045,
        TooNear = 0.03;

    /// <summary>The scene with a new id; its spots get new ids, and what refers to one of them inside the scene refers to its twin.</summary>
    /// <param name="scene">The original.</param>
    /// <param name="newId">The twin's id.</param>
    /// <param name="linked">True for a twin that stays linked: its spots' ids follow from the originals', so that an update finds them again.</param>
    public static Scene Of(Scene scene, string newId, bool linked = false)
    {
        var twins = scene.Spots.ToDictionary(spot => spot.Id, spot => linked ? $"{newId}-{spot.Id}" : Ids.New());
        twins[scene.Id] = newId;
        var copy = new Copy(twins);
        return scene with { Id = newId, Lock = Of(scene.Lock, copy), Spots = scene.Spots.Select(spot => Of(spot, copy)).ToValueList() };
    }

    /// <summary>Scenes with new ids, they and their spots; what refers to something inside any of them refers to its twin.</summary>
    public static IEnumerable<Scene> Of(IReadOnlyCollection<Scene> scenes)
    {
        var copy = new Copy(
            scenes.SelectMany(scene => scene.Spots.Select(spot => spot.Id).Prepend(scene.Id)).ToDictionary(id => id, _ => Ids.New())
        );
        return scenes.Select(scene =>
            scene with
            {
                Id = copy.Of(scene.Id),
                Lock = Of(scene.Lock, copy),
                Spots = scene.Spots.Select(spot => Of(spot, copy)).ToValueList(),
            }
        );
    }

    /// <summary>All of an activity as a stop of a trail. The ids of what is in it follow from the originals', so that an update finds them
    /// again and nothing clashes; if it is a trail itself, its stops are stops inside this one.</summary>
    /// <param name="activity">The original.</param>
    /// <param name="stop">The stop it becomes.</param>
    public static StopCopy AsStop(Activity activity, Stop stop)
    {
        var inner = activity.Trail?.Stops ?? [];
        var states = activity.Story?.States ?? [];
        var copy = new Copy(
            activity
                .Scenes.Select(scene => scene.Id)
                .Concat(activity.Spots.Select(spot => spot.Id))
                .Concat(inner.Select(one => one.Id))
                .Concat(states.Select(state => state.Id))
                .ToHashSet()
                .ToDictionary(id => id, id => $"{stop.Id}-{id}")
        );
        var scenes = Introduced(activity)
            .Select(scene =>
                scene with
                {
                    Id = copy.Of(scene.Id),
                    Stop = scene.Stop is { } within && inner.Any(one => one.Id == within) ? copy.Of(within) : stop.Id,
                    Lock = Of(scene.Lock, copy),
                    Spots = scene.Spots.Select(spot => Of(spot, copy)).ToValueList(),
                    Origin = null,
                }
            );
        return new StopCopy(
            inner
                .Select(one =>
                    one with
                    {
                        Id = copy.Of(one.Id),
                        Within = one.Within is { } outer ? copy.Of(outer) : stop.Id,
                        Origin = null,
                        Reward = one.Reward?.In(copy),
                    }
                )
                .Prepend(stop)
                .ToValueList(),
            scenes.ToValueList(),
            states.Select(state => state with { Id = copy.Of(state.Id) }).ToValueList()
        );
    }

    /// <summary>The scenes of an activity, with what introduces it before what is told in the first.</summary>
    private static IEnumerable<Scene> Introduced(Activity activity) =>
        activity.Scenes.Select(
            (scene, i) =>
                i > 0 || activity.Flow.Introduction.IsEmpty ? scene
                : scene.Backdrop.After(activity.Flow.Introduction) is { } page ? scene with { Backdrop = page }
                : scene with { Text = activity.Flow.Introduction.Then(scene.Text) }
        );

    /// <summary>What of an activity does not come along when it becomes a stop, as the trail has its own.</summary>
    public static ValueList<string> LeftBehind(Activity activity)
    {
        var rules = activity.Rules;
        return new (string Words, bool Has)[]
        {
            (AuthorWords.Say("itsClock"), rules.Clock is not null),
            (AuthorWords.Say("itsLives"), rules.Lives is not null),
            (AuthorWords.Say("itsPassMark"), rules.PassMark is not null),
            (AuthorWords.Say("itsLook"), activity.Look != new Look()),
            (AuthorWords.Say("itsOwnWords"), activity.Wording.Count > 0),
        }
            .Where(one => one.Has)
            .Select(one => one.Words)
            .ToValueList();
    }

    /// <summary>The spots with new ids, lying in another scene: each at the same place, or beside what lies there.</summary>
    public static ValueList<Spot> Into(Scene target, IEnumerable<Spot> spots)
    {
        var list = spots.ToList();
        var copy = new Copy(list.ToDictionary(spot => spot.Id, _ => Ids.New()));
        var room = target;
        foreach (var spot in list)
        {
            room = room with { Spots = room.Spots.Add(Of(spot, copy) with { Place = FreePlace(room, spot.Place.On(target.Backdrop)) }) };
        }

        return room.Spots.Skip(target.Spots.Count).ToValueList();
    }

    /// <summary>The place itself when it is free, else a free one beside it.</summary>
    public static Place FreePlace(Scene scene, Place wished) =>
        wished is InFlow || IsFree(scene, wished) ? wished : FreePlaceBeside(scene, wished);

    /// <summary>A free place beside an original, never on it nor on another spot.</summary>
    public static Place FreePlaceBeside(Scene scene, Place original)
    {
        if (original is InFlow)
        {
            return original;
        }

        var candidates =
            from ring in Enumerable.Range(1, 30)
            from way in new (double Right, double Down)[] { (1, 0), (-1, 0), (0, 1), (0, -1), (1, 1), (-1, -1), (1, -1), (-1, 1) }
            select original.Shifted(way.Right * ring * Step, way.Down * ring * Step);
        return candidates.FirstOrDefault(place => IsFree(scene, place)) ?? original.Shifted(Step, 0);
    }

    private static bool IsFree(Scene scene, Place place) =>
        scene.Spots.All(other =>
            Math.Abs(other.Place.Anchor.X - place.Anchor.X) >= TooNear || Math.Abs(other.Place.Anchor.Y - place.Anchor.Y) >= TooNear
        );

    private static Spot Of(Spot spot, Copy copy) =>
        spot with
        {
            Id = copy.Of(spot.Id),
            Lock = Of(spot.Lock, copy),
            Content = spot.Content.In(copy),
            During = spot.During?.In(copy),
        };

    private static Lock? Of(Lock? original, Copy copy) => original is null ? null : original with { Key = original.Key.In(copy) };
}

/// <summary>An activity as a stop of a trail.</summary>
/// <param name="Stops">The stop, and behind it those inside it.</param>
/// <param name="Scenes">Its scenes.</param>
/// <param name="States">What its story keeps in mind.</param>
public sealed record StopCopy(ValueList<Stop> Stops, ValueList<Scene> Scenes, ValueList<StoryState> States);
