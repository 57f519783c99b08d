using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops.Pictures;

/// <summary>A flat picture as the backdrop.</summary>
public sealed record PictureBackdrop(Picture Picture) : Backdrop
{
    /// <summary>How it sits on the stage.</summary>
    public Fit Fit { get; init; } = Fit.Whole;

    /// <summary>Width of the stage for one unit of height when the picture is filled, stretched or placed by hand.</summary>
    public double StageRatio { get; init; } = 1.6;

    /// <summary>Where the picture's middle lies on the stage when it is placed by hand: shares of the stage, and its width as a share of the stage's.</summary>
    public HandPlace Hand { get; init; } = new(0.5, 0.5, 1);

    public override string KindName => AuthorWords.Say("kindOfPicture");

    public override ActivityKind Alone => ActivityKind.Picture;

    public override Picture Shown => Picture;

    public override double Ratio => Fit == Fit.Whole ? base.Ratio : Math.Clamp(StageRatio, 0.3, 4);

    public override Backdrop With(Picture picture) => this with { Picture = picture };

    /// <summary>Another picture sits as this one does, unless it can be looked round in.</summary>
    public override Backdrop Taking(Picture picture) =>
        Equirectangular.Refuse(picture.Width, picture.Height) is null ? Of(picture) : With(picture);

    /// <summary>A file in place of this one stays flat.</summary>
    internal override Backdrop With(Editing.MediaSwap swap) => With(swap.Of(Picture));
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
