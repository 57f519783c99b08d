namespace ZestySlate.Core.Activities;

/// <summary>One place of an activity: a backdrop and the spots on it, in reading order.</summary>
public sealed record Scene
{
    public required string Id { get; init; }

    public string Title { get; init; } = "";

    public required Backdrop Backdrop { get; init; }

    public ValueList<Spot> Spots { get; init; } = [];

    /// <summary>The pictures of the backdrop and of all spots.</summary>
    public IEnumerable<Picture> Pictures =>
        Backdrop.Pictures.Concat(Spots.SelectMany(spot => spot.Content.Pictures));
}
