using System.Text.Json.Serialization;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Questions.Locating;

/// <summary>Places on a board to be pressed, named or found.</summary>
public sealed record LocatingQuestion : Question
{
    public Board Board { get; init; } = new();

    public ValueList<LocatedPlace> Places { get; init; } = [];

    public LocatingTask Task { get; init; } = LocatingTask.Press;

    /// <summary>True when what is asked for stays until it is found, each wrong press being a mistake; else there is one press for each.</summary>
    public bool UntilFound { get; init; } = true;

    /// <summary>True when places are asked for in a new order for each try.</summary>
    public bool Shuffle { get; init; }

    /// <summary>How names are read.</summary>
    public TextReading Reading { get; init; } = new();

    [JsonIgnore]
    public override IEnumerable<PartFace> Faces =>
        Places.Select((place, i) => new PartFace(place.Id, $"{i + 1} {place.Face.Text}", place.Face)).Prepend(Board.Face);

    public override Question WithFace(string key, Func<Face, Face> change) =>
        key == Board.FaceKey
            ? this with
            {
                Board = Board with { Picture = change(Board.Face.Face).Picture },
            }
            : this with
            {
                Places = Places.Replace(place => place.Id == key, place => place with { Face = change(place.Face) }),
            };

    /// <summary>The place that a press means: of areas over each other the smallest. Null beside them all.</summary>
    internal LocatedPlace? PlaceAt(Share press) =>
        Places
            .Select(place => (place, area: AreaOf(place)))
            .Where(at => at.area.Contains(press.X, press.Y))
            .OrderBy(at => at.area.Size)
            .FirstOrDefault()
            .place;

    /// <summary>Where a place is: on a board that is looked round in, an area of the sphere.</summary>
    internal Area AreaOf(LocatedPlace place) => place.Area.On(Board.IsSphere);
}

/// <summary>A place on the board.</summary>
public sealed record LocatedPlace
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    /// <summary>What is asked for: a name, a picture, a sound.</summary>
    public Face Face { get; init; } = new();

    /// <summary>Where it is; a point with a radius is an ellipse.</summary>
    public Area Area { get; init; } = new EllipseArea(0.45, 0.45, 0.1, 0.1);

    /// <summary>Other names that are right where it is to be named.</summary>
    public ValueList<string> Variants { get; init; } = [];

    /// <summary>Words read before it is answered, and while one looks round.</summary>
    public string Before { get; init; } = "";

    /// <summary>Words shown once it is marked, and while one looks round.</summary>
    public string After { get; init; } = "";
}

/// <summary>What is to be done with the places.</summary>
public enum LocatingTask
{
    /// <summary>Press the place that fits what is asked for.</summary>
    Press,

    /// <summary>Write the name of each marked place.</summary>
    Name,

    /// <summary>Find them all; each new hit counts once, every other press is a mistake.</summary>
    FindAll,
}

/// <summary>Where was pressed, or what was written: for a place by its id, or, where all are to be found, under <see cref="Find"/>.</summary>
public sealed record LocatingResponse : PartsResponse
{
    /// <summary>The part of presses that are asked for nothing in particular.</summary>
    public const string Find = "find";

    /// <summary>In attempts from before looking round was an event of its own: true once it was over.</summary>
    public bool Begun { get; init; }
}

/// <summary>What a learner may see of places on a board.</summary>
/// <param name="Looking">True while one looks round; then all places are shown with their words.</param>
/// <param name="Asked">What is asked for, in order; none where all are to be found.</param>
/// <param name="Marks">Areas that may be seen: all while looking round and where they are to be named; else those found, or all with the right answer.</param>
/// <param name="Presses">Where was pressed, with what may be said of it.</param>
/// <param name="Wanted">How many are to be found.</param>
public sealed record LocatingView(
    Board Board,
    double Ratio,
    LocatingTask Task,
    bool Looking,
    ValueList<AskedPlace> Asked,
    ValueList<PlaceMark> Marks,
    ValueList<PutDown> Presses,
    int Wanted
) : QuestionView;

/// <summary>A place that is asked for.</summary>
/// <param name="Face">What is asked for; empty where the name is to be written.</param>
/// <param name="Given">Where was pressed, or what was written.</param>
/// <param name="Right">The right name, once it may be shown.</param>
public sealed record AskedPlace(string Id, Face Face, string Before, string Given, bool Kept, PartSaid Said, string Right);

/// <summary>An area that may be seen.</summary>
/// <param name="Number">Its number in what is asked, from 1.</param>
/// <param name="Name">Its name, where that may be told; else empty.</param>
/// <param name="Words">What is said of it, where that may be told.</param>
public sealed record PlaceMark(string Id, int Number, Area Area, string Name, string Words);
