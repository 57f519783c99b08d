using System.Text.Json.Serialization;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Activities;

/// <summary>What a spot holds.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Callout), "callout")]
[JsonDerivedType(typeof(Note), "note")]
[JsonDerivedType(typeof(Link), "link")]
[JsonDerivedType(typeof(WebPanel), "webPanel")]
[JsonDerivedType(typeof(Jump), "jump")]
[JsonDerivedType(typeof(Ask), "ask")]
[JsonDerivedType(typeof(Insert), "insert")]
public abstract record Content
{
    [JsonIgnore]
    public abstract SpotKind Kind { get; }

    /// <summary>The kind's name on screen.</summary>
    [JsonIgnore]
    public virtual string KindName => Kind switch { SpotKind.WebPanel => "Web panel", SpotKind.Insert => "Activity", var kind => kind.ToString() };

    /// <summary>A name drawn from the content; empty when there are no words yet.</summary>
    [JsonIgnore]
    public abstract string OwnName { get; }

    /// <summary>The pictures it shows.</summary>
    [JsonIgnore]
    public virtual IEnumerable<Picture> Pictures => [];

    /// <summary>The sounds, videos and captions it plays, by the hashes of their files.</summary>
    [JsonIgnore]
    public virtual IEnumerable<string> Played => [];

    /// <summary>True when opening it is something a learner has done: it counts for progress.</summary>
    [JsonIgnore]
    public bool CountsWhenOpened => Kind is SpotKind.Note or SpotKind.Link or SpotKind.WebPanel or SpotKind.Insert;
}

/// <summary>A word or a short phrase shown on hover, focus or tap, with its sound if it has one.</summary>
public sealed record Callout(string Text) : Content
{
    /// <summary>The greatest length, in characters as a person counts them.</summary>
    public const int MostCharacters = 100;

    /// <summary>Played when the callout is opened, for example how the word is spoken.</summary>
    public Sound? Sound { get; init; }

    public override SpotKind Kind => SpotKind.Callout;

    public override string OwnName => Text.Trim();

    public override IEnumerable<string> Played => Sound is null ? [] : [Sound.Media];
}

/// <summary>A text with a title, pictures, sound, video and a button, opened by pressing the spot.</summary>
public sealed record Note : Content
{
    public string Title { get; init; } = "";

    public RichText Text { get; init; }

    /// <summary>Pictures to page through.</summary>
    public ValueList<Picture> Illustrations { get; init; } = [];

    public VideoFile? Video { get; init; }

    /// <summary>Plays when the note opens.</summary>
    public Sound? Sound { get; init; }

    /// <summary>The words of a button; it is shown when it also has an address.</summary>
    public string ButtonWords { get; init; } = "";

    /// <summary>Where the button leads: an http or https address.</summary>
    public string ButtonAddress { get; init; } = "";

    /// <summary>The side of its sign where the note prefers to open; it opens elsewhere when there is no room.</summary>
    public Side Side { get; init; }

    /// <summary>True for a clue card: once opened it is among the learner's findings.</summary>
    public bool IsClue { get; init; }

    public override SpotKind Kind => SpotKind.Note;

    public override string KindName => IsClue ? "Clue card" : base.KindName;

    public override string OwnName => Title.Trim() is { Length: > 0 } title ? title : Text.FirstWords;

    public override IEnumerable<Picture> Pictures => Illustrations;

    public override IEnumerable<string> Played => new[] { Sound?.Media, Video?.Media, Video?.Captions }.OfType<string>().Where(media => media.Length > 0);
}

/// <summary>A side of a sign.</summary>
public enum Side
{
    /// <summary>Wherever there is room.</summary>
    Any,
    Right,
    Left,
    Above,
    Below,
}

/// <summary>Leads to a page elsewhere, in a new tab. Only http and https.</summary>
public sealed record Link(string Address) : Content
{
    public string Words { get; init; } = "";

    public override SpotKind Kind => SpotKind.Link;

    public override string OwnName => Words.Trim() is { Length: > 0 } words ? words : Address;
}

/// <summary>A page of somebody else's in a panel over the backdrop, sandboxed. Only http and https.</summary>
/// <param name="Address">Where the page is.</param>
/// <param name="Width">Width of the panel in pixels, 200..1600; narrower where there is less room.</param>
/// <param name="Height">Height of the page in pixels, 150..1200.</param>
public sealed record WebPanel(string Address, int Width, int Height) : Content
{
    public string Title { get; init; } = "";

    /// <summary>True when the page was found to forbid being framed; it is then offered as a link.</summary>
    public bool Refuses { get; init; }

    public override SpotKind Kind => SpotKind.WebPanel;

    public override string OwnName => Title.Trim() is { Length: > 0 } title ? title : Address;
}

/// <summary>Leads to another scene of the activity.</summary>
/// <param name="SceneId">The scene it leads to; empty while none is chosen.</param>
public sealed record Jump(string SceneId) : Content
{
    /// <summary>Own words; empty for the title of the scene it leads to.</summary>
    public string Words { get; init; } = "";

    public override SpotKind Kind => SpotKind.Jump;

    public override string OwnName => Words.Trim();
}

/// <summary>A question asked at the spot.</summary>
public sealed record Ask(Question Question) : Content
{
    public override SpotKind Kind => SpotKind.Question;

    public override IEnumerable<Picture> Pictures => Question.Pictures;

    public override IEnumerable<string> Played => Question.Played;

    public override string OwnName => Question.Prompt.FirstWords;
}

/// <summary>Another published activity inside this one, always as its newest edition stands. It keeps its own attempts.</summary>
/// <param name="ActivityId">The activity's code.</param>
public sealed record Insert(string ActivityId) : Content
{
    /// <summary>Its title when it was put in, or own words.</summary>
    public string Title { get; init; } = "";

    public override SpotKind Kind => SpotKind.Insert;

    public override string OwnName => Title.Trim();
}
