using System.Text.Json.Serialization;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Activities;

/// <summary>One place of an activity: a backdrop and the spots on it, in reading order.</summary>
public sealed record Scene
{
    public required string Id { get; init; }

    public string Title { get; init; } = "";

    /// <summary>So many characters a title is typed or taken with.</summary>
    public const int LongestTitle = 80;

    public required Backdrop Backdrop { get; init; }

    public ValueList<Spot> Spots { get; init; } = [];

    /// <summary>What is told here, below the backdrop; empty for nothing.</summary>
    public RichText Text { get; init; }

    /// <summary>The id of the stop of a trail that it is part of; null for none.</summary>
    public string? Stop { get; init; }

    /// <summary>Set where a story ends here; its name is the scene's title.</summary>
    public StoryEnding? Ending { get; init; }

    /// <summary>How many of its questions each learner gets, drawn by chance; null for all.</summary>
    public int? Draw { get; init; }

    /// <summary>Whether learners add spots of their own here; null when they do not.</summary>
    public LearnersSpots? LearnersSpots { get; init; }

    /// <summary>Heard while one is here, with a switch for the learner.</summary>
    public Sound? Ambient { get; init; }

    /// <summary>What keeps the scene closed, or null.</summary>
    public Lock? Lock { get; init; }

    /// <summary>Where its author has put it on the map; null where it finds its place by itself.</summary>
    public MapPlace? OnMap { get; init; }

    /// <summary>Where it was taken from, when it stays linked.</summary>
    public Origin? Origin { get; init; }

    /// <summary>The pictures of the backdrop and of all spots.</summary>
    [JsonIgnore]
    public IEnumerable<Picture> Pictures =>
        Backdrop.Pictures.Concat(Spots.SelectMany(spot => spot.Content.Pictures.Concat(spot.Sign.Picture is { } sign ? [sign] : [])));

    /// <summary>Every file it shows or plays, by hash.</summary>
    [JsonIgnore]
    public IEnumerable<string> Media =>
        Pictures
            .Select(picture => picture.Media)
            .Concat(Backdrop.Played)
            .Concat(Spots.SelectMany(spot => spot.Content.Played))
            .Concat(Ambient is null ? [] : [Ambient.Media]);
}
