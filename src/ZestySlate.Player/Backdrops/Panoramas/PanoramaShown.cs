using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Panoramas;

namespace ZestySlate.Player.Backdrops.Panoramas;

internal sealed class PanoramaShown : IBackdropShown
{
    public Type BackdropType => typeof(PanoramaBackdrop);

    public string Name => "panorama";

    public Type Ground => typeof(PictureGround);

    /// <summary>A thumbnail shows all of it.</summary>
    public double RatioOf(Backdrop backdrop, bool still) => still ? 2 : backdrop.Ratio;

    public IReadOnlyDictionary<string, object> AttributesOf(Backdrop backdrop, bool still, PlayAddresses addresses) =>
        LookRound.Attributes(
            ((PanoramaBackdrop)backdrop).Opening,
            still ? null : addresses.Picture(((PanoramaBackdrop)backdrop).Picture, 4096)
        );
}
