using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Scenes;

/// <summary>
/// Where the scenes stand on the map: where the author has put them; the others in columns by the number of ways from the first scene, or,
/// where some were put by hand, beside what leads to them.
/// </summary>
public static class MapLayout
{
    /// <summary>How wide a scene is on the map, and how high.</summary>
    public const int Wide = 190,
        High = 118;

    private const int GapX = 150,
        GapY = 34,
        Column = Wide + GapX,
        Row = High + GapY;

    /// <summary>The place of every scene, by id.</summary>
    public static IReadOnlyDictionary<string, MapPlace> Of(Activity activity, SceneMap map)
    {
        var places = activity.Scenes.Where(scene => scene.OnMap is not null).ToDictionary(scene => scene.Id, scene => scene.OnMap!.Within);
        if (places.Count == 0)
        {
            return map.Nodes.ToDictionary(node => node.Scene.Id, node => new MapPlace(node.Level * Column, node.Row * Row));
        }

        var before = map.Ways.ToLookup(way => way.To, way => way.From);
        foreach (var node in map.Nodes.Where(node => !places.ContainsKey(node.Scene.Id)))
        {
            var leads = before[node.Scene.Id].FirstOrDefault(places.ContainsKey);
            var wished = leads is not null ? new MapPlace(places[leads].X + Column, places[leads].Y) : new MapPlace(0, 0);
            places[node.Scene.Id] = FreeFrom(wished, places.Values);
        }

        return places;
    }

    /// <summary>The place itself, or the first below it at which nothing lies.</summary>
    internal static MapPlace FreeFrom(MapPlace wished, IEnumerable<MapPlace> taken)
    {
        var place = wished.Within;
        // Downwards, past each that is in the way: from top to bottom, so that none is met twice.
        foreach (var other in taken.Where(other => Math.Abs((long)other.X - place.X) < Wide + GapX).OrderBy(other => other.Y))
        {
            place = place.Touches(other) ? (place with { Y = other.Y + Row }).Within : place;
        }

        return place;
    }
}
