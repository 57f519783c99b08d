using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads what is done on the map of the scenes.</summary>
internal static class MapForms
{
    /// <summary>The edit that a form of the map asks for; null for one of something else.</summary>
    public static Outcome<Edit>? Read(IFormCollection form) =>
        form["edit"].ToString() switch
        {
            "outline" => new AddOutline(form["outline"].ToString()),
            "choice" => new AddChoice(form["scene"].ToString(), SceneForms.NewId(form), form["words"].ToString(), form["to"].ToString())
            {
                NewScene = SceneForms.IdIn(form["newScene"]) ?? "",
                Place = PlaceOf(form),
            },
            "setChoice" => new SetChoice(form["spot"].ToString(), form["words"].ToString(), form["to"].ToString()),
            "placeOnMap" => ReadPlaces(form["places"].ToString()),
            "copyScenes" => new CopyScenes(Scenes(form)),
            "deleteScenes" => new DeleteScenes(Scenes(form)),
            _ => (Outcome<Edit>?)null,
        };

    /// <summary>The place that a form names in its fields x and y; null for none.</summary>
    public static MapPlace? PlaceOf(IFormCollection form) => PlaceOf(form["mapX"].ToString(), form["mapY"].ToString());

    /// <summary>Places as the map sends them: a scene, and where it stands, in each line.</summary>
    private static Outcome<Edit> ReadPlaces(string places)
    {
        var lines = places
            .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(line => line.Split(' '));
        var read = lines.Select(line =>
            line is [var scene, var x, var y] && PlaceOf(x, y) is { } place ? new PlacedScene(scene, place) : null
        );
        return read.Any(place => place is null)
            ? Outcome<Edit>.Refused("The map says of a scene that it stands nowhere. Nothing was moved.")
            : new PlaceOnMap(read.OfType<PlacedScene>().ToValueList());
    }

    private static MapPlace? PlaceOf(string x, string y) =>
        int.TryParse(x, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var right)
        && int.TryParse(y, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var down)
            ? new MapPlace(right, down).Within
            : null;

    private static ValueList<string> Scenes(IFormCollection form) =>
        form["scenes"].ToString().Split(',', StringSplitOptions.RemoveEmptyEntries).ToValueList();
}
