using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops.Panoramas;

/// <summary>An equirectangular picture of all directions, twice as wide as high.</summary>
public sealed record PanoramaBackdrop(Picture Picture) : Backdrop
{
    /// <summary>Where the learner looks first.</summary>
    public Direction Opening { get; init; }

    public override string KindName => AuthorWords.Say("kindOfPanorama");

    public override ActivityKind Alone => ActivityKind.Panorama;

    public override Stand Stand => Stand.Sphere;

    public override Picture Shown => Picture;

    /// <summary>The window through which it is looked at, not the picture itself.</summary>
    public override double Ratio => 1.6;

    public override Backdrop OpeningTo(Direction direction) => this with { Opening = direction };

    public override Backdrop With(Picture picture) => this with { Picture = picture };

    /// <summary>A picture that cannot be looked round in is shown flat.</summary>
    public override Backdrop Taking(Picture picture) =>
        Equirectangular.Refuse(picture.Width, picture.Height) is null ? With(picture) : Of(picture);

    public override string? Refuse() => Equirectangular.Refuse(Picture.Width, Picture.Height);
}
