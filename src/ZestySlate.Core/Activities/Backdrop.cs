using System.Text.Json.Serialization;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Activities;

/// <summary>What lies behind the spots of a scene.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(PictureBackdrop), "picture")]
[JsonDerivedType(typeof(PanoramaBackdrop), "panorama")]
[JsonDerivedType(typeof(BlankBackdrop), "blank")]
[JsonDerivedType(typeof(WebPageBackdrop), "webPage")]
[JsonDerivedType(typeof(PageBackdrop), "page")]
public abstract record Backdrop
{
    /// <summary>The picture it shows, or null.</summary>
    [JsonIgnore]
    public virtual Picture? Shown => null;

    /// <summary>The pictures it shows.</summary>
    [JsonIgnore]
    public virtual IEnumerable<Picture> Pictures => Shown is { } picture ? [picture] : [];

    /// <summary>What it plays or opens besides pictures, by the hashes of the files.</summary>
    [JsonIgnore]
    public virtual IEnumerable<string> Played => [];

    /// <summary>True when places on it are directions.</summary>
    [JsonIgnore]
    public bool IsSphere => this is PanoramaBackdrop;

    /// <summary>Width for one unit of height, as the stage shows it.</summary>
    [JsonIgnore]
    public virtual double Ratio => Shown is { Height: > 0 } picture ? (double)picture.Width / picture.Height : 1.6;

    /// <summary>The kind's name on screen.</summary>
    [JsonIgnore]
    public abstract string KindName { get; }

    /// <summary>The same backdrop with another picture.</summary>
    public virtual Backdrop With(Picture picture) => this;
}

/// <summary>A flat picture as the backdrop.</summary>
public sealed record PictureBackdrop(Picture Picture) : Backdrop
{
    /// <summary>How it sits on the stage.</summary>
    public Fit Fit { get; init; } = Fit.Whole;

    /// <summary>Width of the stage for one unit of height when the picture is filled, stretched or placed by hand.</summary>
    public double StageRatio { get; init; } = 1.6;

    /// <summary>Where the picture's middle lies on the stage when it is placed by hand: shares of the stage, and its width as a share of the stage's.</summary>
    public HandPlace Hand { get; init; } = new(0.5, 0.5, 1);

    public override Picture Shown => Picture;

    public override double Ratio => Fit == Fit.Whole ? base.Ratio : Math.Clamp(StageRatio, 0.3, 4);

    public override string KindName => "Picture";

    public override Backdrop With(Picture picture) => this with { Picture = picture };
}

/// <summary>How a picture sits on the stage.</summary>
public enum Fit
{
    /// <summary>The stage takes the picture's own proportions.</summary>
    Whole,

    /// <summary>It fills the stage; what stands over is cut off evenly.</summary>
    Filled,

    /// <summary>It fills the stage and is stretched to it.</summary>
    Stretched,

    /// <summary>The author has placed and sized it.</summary>
    Hand,
}

/// <summary>A picture placed by hand: its middle as shares of the stage, its width as a share of the stage's width (0.1 to 4).</summary>
public readonly record struct HandPlace(double X, double Y, double Width);

/// <summary>An equirectangular picture of all directions, twice as wide as high.</summary>
public sealed record PanoramaBackdrop(Picture Picture) : Backdrop
{
    /// <summary>The least width at which a panorama is sharp enough to look round in, in pixels.</summary>
    public const int LeastWidth = 2048;

    /// <summary>Where the learner looks first.</summary>
    public Direction Opening { get; init; }

    public override Picture Shown => Picture;

    /// <summary>The window through which it is looked at, not the picture itself.</summary>
    public override double Ratio => 1.6;

    public override string KindName => "Panorama";

    public override Backdrop With(Picture picture) => this with { Picture = picture };

    /// <summary>Why a picture of this size is no panorama, in words with the size and what is needed; null when it is one.</summary>
    public static string? Refuse(int width, int height)
    {
        if (Math.Abs(((double)width / height) - 2) > 0.01)
        {
            return $"This picture is {width} × {height} pixels, {(double)width / height:0.##} times as wide as high. A panorama of all directions is exactly twice as wide as high, for example {width} × {width / 2}.";
        }

        return width < LeastWidth ? $"This picture is {width} × {height} pixels. A panorama needs at least {LeastWidth} × {LeastWidth / 2}, or it is blurred when somebody looks round." : null;
    }
}

/// <summary>A plain board, until there is a picture.</summary>
public sealed record BlankBackdrop : Backdrop
{
    public override string KindName => "Plain board";

    public override Backdrop With(Picture picture) => new PictureBackdrop(picture);
}

/// <summary>A web page of somebody else's as the whole scene, in a sandboxed frame. Only http and https.</summary>
/// <param name="Address">Where it is.</param>
/// <param name="Width">Width in pixels, 200..4000.</param>
/// <param name="Height">Height in pixels, 150..4000.</param>
/// <param name="Resizes">True when it takes the width there is, keeping its height.</param>
public sealed record WebPageBackdrop(string Address, int Width, int Height, bool Resizes) : Backdrop
{
    /// <summary>True when the page was found to forbid being framed; it is then offered as a link.</summary>
    public bool Refuses { get; init; }

    public override double Ratio => Height > 0 ? (double)Width / Height : 1.6;

    public override string KindName => "Web page";

    public override Backdrop With(Picture picture) => new PictureBackdrop(picture);
}

/// <summary>A page to read and work on: formatted text, and below it its spots in reading order.</summary>
/// <param name="Text">The text above the spots.</param>
public sealed record PageBackdrop(RichText Text) : Backdrop
{
    /// <summary>What stands beside the questions, or null when they have the page to themselves.</summary>
    public Material? Material { get; init; }

    /// <summary>True when there is something on it besides its spots.</summary>
    [JsonIgnore]
    public bool HasContent => !Text.IsEmpty || Material is not null;

    public override IEnumerable<Picture> Pictures => Material?.Pictures ?? [];

    public override IEnumerable<string> Played => Material?.Played ?? [];

    public override string KindName => "Page";

    public override Backdrop With(Picture picture) => new PictureBackdrop(picture);
}
