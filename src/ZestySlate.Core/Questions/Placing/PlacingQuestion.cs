using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Questions.Placing;

/// <summary>Items to be put where they belong on a board.</summary>
public sealed record PlacingQuestion : Question
{
    public Board Board { get; init; } = new();

    public ValueList<Zone> Zones { get; init; } = [];

    public ValueList<PlacingItem> Items { get; init; } = [];

    /// <summary>Texts and pictures that stand on the board and do not move.</summary>
    public ValueList<FixedPart> Fixed { get; init; } = [];

    public ZonesShown ZonesShown { get; init; } = ZonesShown.Always;

    /// <summary>True when the zones' names stand on the board.</summary>
    public bool ShowsNames { get; init; }

    /// <summary>How strongly zones that are seen are tinted, 0..1.</summary>
    public decimal Tint { get; init; } = 0.2m;

    /// <summary>Where items may lie, apart from where they belong.</summary>
    public MayLie MayLie { get; init; } = MayLie.Anywhere;

    /// <summary>What happens to an item that is put down where it does not belong.</summary>
    public WrongDrop WrongDrop { get; init; } = WrongDrop.Stays;

    /// <summary>True when items in a zone stand in line.</summary>
    public bool LinesUp { get; init; } = true;

    /// <summary>The width of items on the board as a share of its width, 0.02..1, unless an item has its own.</summary>
    public decimal ItemWidth { get; init; } = 0.16m;

    [JsonIgnore]
    public override IEnumerable<PartFace> Faces =>
        new[] { Board.Face }
            .Concat(Items.Select((item, i) => new PartFace(item.Id, $"{i + 1} {item.Face.Text}", item.Face)))
            .Concat(
                Fixed.Select((part, i) => new PartFace(part.Id, $"fixed {i + 1}", new Face { Picture = part.Picture }, TakesSound: false))
            );

    public override Question WithFace(string key, Func<Face, Face> change) =>
        key == Board.FaceKey
            ? this with
            {
                Board = Board with { Picture = change(Board.Face.Face).Picture },
            }
            : this with
            {
                Items = Items.Replace(item => item.Id == key, item => item with { Face = change(item.Face) }),
                Fixed = Fixed.Replace(
                    part => part.Id == key,
                    part => part with { Picture = change(new Face { Picture = part.Picture }).Picture }
                ),
            };

    /// <summary>Whether an item may lie where it was put, as far as it has zones of its own.</summary>
    internal bool TakesItem(PartAnswer drop) =>
        drop.Value.Length == 0
        || Items.FirstOrDefault(item => item.Id == drop.Part) is not { MayLieOn.Count: > 0 } item
        || (ZoneAt(drop.Value) is { } zone && item.MayLieOn.Contains(zone.Id));

    /// <summary>The zone that a learner means by a zone's id or a place on the board: of zones over each other the smallest.</summary>
    internal Zone? ZoneAt(string value) =>
        BoardPlace.Read(value) is { } place
            ? Zones.Where(zone => zone.Area.Contains(place.X, place.Y)).MinBy(zone => zone.Area.Size)
            : Zones.FirstOrDefault(zone => zone.Id == value);
}

/// <summary>A part of the board on which items belong.</summary>
public sealed record Zone
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    /// <summary>What it is called by those who choose it by name; it may stand on the board.</summary>
    public string Name { get; init; } = "";

    public Area Area { get; init; } = new RectangleArea(0.4, 0.4, 0.2, 0.2);

    /// <summary>True when it takes several items; else one.</summary>
    public bool TakesSeveral { get; init; }
}

/// <summary>An item and the zones it belongs on; none for one that belongs nowhere.</summary>
public sealed record PlacingItem
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public Face Face { get; init; } = new();

    /// <summary>Words that appear when it is pointed at.</summary>
    public string Tip { get; init; } = "";

    /// <summary>An item used once is right on any of these; one used often belongs on all of them.</summary>
    public ValueList<string> Zones { get; init; } = [];

    /// <summary>The zones it may lie on, whatever holds for all; none for wherever items may lie.</summary>
    public ValueList<string> MayLieOn { get; init; } = [];

    /// <summary>True when it can be put down again and again.</summary>
    public bool Often { get; init; }

    /// <summary>Its width as a share of the board's, 0.02..1, or null for the width of all.</summary>
    public decimal? Width { get; init; }

    /// <summary>Its weight among the items, above 0; used often, for each of its zones.</summary>
    public decimal Weight { get; init; } = 1;

    /// <summary>Words for the learner once it is marked.</summary>
    public string Feedback { get; init; } = "";
}

/// <summary>A text or a picture that stands on the board and does not move.</summary>
public sealed record FixedPart
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public RichText Text { get; init; }

    public Picture? Picture { get; init; }

    /// <summary>Its middle, as shares of the board.</summary>
    public Share At { get; init; } = new(0.5, 0.5);

    /// <summary>Its width as a share of the board's, 0.02..1.</summary>
    public decimal Width { get; init; } = 0.2m;
}

/// <summary>When zones are seen.</summary>
public enum ZonesShown
{
    Never,

    WhileCarrying,

    Always,
}

/// <summary>Where items may lie.</summary>
public enum MayLie
{
    Anywhere,

    /// <summary>Only on zones: put down beside them, an item goes back.</summary>
    OnZones,
}

/// <summary>What happens to an item that is put down where it does not belong.</summary>
public enum WrongDrop
{
    /// <summary>It stays until the whole is marked.</summary>
    Stays,

    /// <summary>Each drop is marked: a wrong one goes back and is a mistake, a right one stays.</summary>
    Returns,
}

/// <summary>For each item the zone it was put on, by its id, or the place on the board, as two shares: <c>0.25 0.4</c>.</summary>
public sealed record PlacingResponse : PartsResponse;

/// <summary>What a learner may see of a board with items.</summary>
/// <param name="Ratio">Width over height of the board.</param>
/// <param name="Zones">The zones: their outlines only where they may be seen.</param>
/// <param name="Items">The items, in a new order.</param>
public sealed record PlacingView(
    Board Board,
    double Ratio,
    ValueList<ZoneView> Zones,
    ValueList<PlacingItemView> Items,
    ValueList<FixedPart> Fixed,
    ZonesShown ZonesShown,
    bool ShowsNames,
    decimal Tint,
    MayLie MayLie,
    bool LinesUp
) : QuestionView;

/// <summary>What a learner may see of a zone.</summary>
/// <param name="Area">Where it is, or null while that may not be seen.</param>
public sealed record ZoneView(string Id, string Name, bool TakesSeveral, Area? Area);

/// <summary>What a learner may see of an item.</summary>
/// <param name="Width">Its width as a share of the board's.</param>
/// <param name="Said">What is said of it, where it was put down nowhere or only once.</param>
/// <param name="Right">The names of the zones it belongs on, once they may be shown; else empty.</param>
public sealed record PlacingItemView(
    string Id,
    Face Face,
    string Tip,
    bool Often,
    decimal Width,
    ValueList<PutDown> Put,
    PartSaid Said,
    string Right
)
{
    /// <summary>The zones it may lie on, by id; none for wherever items may lie.</summary>
    public ValueList<string> MayLieOn { get; init; } = [];

    /// <summary>Whether it may lie on the zone.</summary>
    public bool MayLie(string zone) => MayLieOn.Count == 0 || MayLieOn.Contains(zone);
}
