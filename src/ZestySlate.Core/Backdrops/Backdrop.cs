using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Comparisons;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.Panoramas;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Backdrops.WebPages;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops;

/// <summary>
/// What lies behind the spots of a scene. Each kind has a room of its own and one line here; what is asked of all of them is
/// asked through the members of this record, never by type.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(PictureBackdrop), "picture")]
[JsonDerivedType(typeof(PanoramaBackdrop), "panorama")]
[JsonDerivedType(typeof(ComparisonBackdrop), "comparison")]
[JsonDerivedType(typeof(VideoBackdrop), "video")]
[JsonDerivedType(typeof(PlainBoardBackdrop), "blank")]
[JsonDerivedType(typeof(WebPageBackdrop), "webPage")]
[JsonDerivedType(typeof(PageBackdrop), "page")]
public abstract record Backdrop
{
    /// <summary>The kind's name on screen.</summary>
    [JsonIgnore]
    public abstract string KindName { get; }

    /// <summary>What sort of thing an activity of this one scene is.</summary>
    [JsonIgnore]
    public abstract ActivityKind Alone { get; }

    /// <summary>How places on it are said.</summary>
    [JsonIgnore]
    public virtual Stand Stand => Stand.Flat;

    /// <summary>True when places on it are directions.</summary>
    [JsonIgnore]
    public bool IsSphere => Stand == Stand.Sphere;

    /// <summary>True when it reads as a flow: its spots stand below each other, open, and need no place.</summary>
    [JsonIgnore]
    public bool IsFlow => Stand == Stand.Flow;

    /// <summary>True when it has a course in time, so that its spots can have a span of it.</summary>
    [JsonIgnore]
    public virtual bool HasTime => false;

    /// <summary>How long that course lasts, in seconds; null where there is none, or it is not known.</summary>
    [JsonIgnore]
    public virtual decimal? Lasts => null;

    /// <summary>The captions file in which what is said in that course stands with its times, by its hash; null when there is none.</summary>
    [JsonIgnore]
    public virtual string? SaidIn => null;

    /// <summary>True when it holds something for learners besides its spots.</summary>
    [JsonIgnore]
    public virtual bool HasContent => false;

    /// <summary>This backdrop with a text before its own; null for one that has no text of its own.</summary>
    internal virtual Backdrop? After(RichText text) => null;

    /// <summary>Width for one unit of height, as the stage shows it.</summary>
    [JsonIgnore]
    public virtual double Ratio => Shown is { Height: > 0 } picture ? (double)picture.Width / picture.Height : 1.6;

    /// <summary>The picture that stands for it in lists, and whose words its author sets; null when there is none.</summary>
    [JsonIgnore]
    public virtual Picture? Shown => null;

    /// <summary>The pictures it shows.</summary>
    [JsonIgnore]
    public virtual IEnumerable<Picture> Pictures => Shown is { } picture ? [picture] : [];

    /// <summary>What it plays or opens besides pictures, by the hashes of the files.</summary>
    [JsonIgnore]
    public virtual IEnumerable<string> Played => [];

    /// <summary>Whose the things on it are.</summary>
    [JsonIgnore]
    public virtual IEnumerable<Source> Sources => Pictures.Select(Source.Of);

    /// <summary>The same backdrop looked at first in this direction; the same where one cannot look round in it.</summary>
    public virtual Backdrop OpeningTo(Direction direction) => this;

    /// <summary>The words that stand on it, for lists; empty for none.</summary>
    [JsonIgnore]
    public virtual string Words => "";

    /// <summary>The same backdrop with the picture that stands for it changed; the same where it has none.</summary>
    public virtual Backdrop With(Picture picture) => this;

    /// <summary>What it becomes when its author gives it a picture.</summary>
    public virtual Backdrop Taking(Picture picture) => Of(picture);

    /// <summary>What it is where only a later part of its spots is shown.</summary>
    [JsonIgnore]
    public virtual Backdrop Continued => this;

    /// <summary>Why an author cannot have it so, in words; null when it can be.</summary>
    public virtual string? Refuse() => null;

    /// <summary>What is missing or weak on it.</summary>
    /// <param name="title">The title of its scene.</param>
    internal virtual IEnumerable<Weakness> Check(string title) =>
        Shown is { LacksAlternativeText: true }
            ? [new Weakness(false, AuthorWords.Say("pictureHasNoAlternativeText"), "alternativeText")]
            : [];

    /// <summary>
    /// The same backdrop with the wording of a newer edition: what reaches everybody at once. What remains different is structure
    /// and reaches new attempts only. Another kind is structure, since places and steps depend on it.
    /// </summary>
    internal virtual Backdrop WithWording(Backdrop newer) => newer.GetType() == GetType() ? newer : this;

    /// <summary>The same backdrop with one file of the library in another's place.</summary>
    internal virtual Backdrop With(MediaSwap swap) =>
        Shown is { } picture && swap.Concerns(picture.Media) ? Taking(swap.Of(picture)) : this;

    /// <summary>What a picture is as a backdrop: one that can be looked round in is a panorama.</summary>
    public static Backdrop Of(Picture picture) =>
        Equirectangular.Refuse(picture.Width, picture.Height) is null ? new PanoramaBackdrop(picture) : new PictureBackdrop(picture);
}

/// <summary>How places on a backdrop are said.</summary>
public enum Stand
{
    /// <summary>As shares of width and height.</summary>
    Flat,

    /// <summary>As directions.</summary>
    Sphere,

    /// <summary>Not at all: what stands on it comes in reading order.</summary>
    Flow,
}
