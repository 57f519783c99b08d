using System.Globalization;
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

    public IReadOnlyDictionary<string, object> AttributesOf(Backdrop backdrop, bool still, PlayAddresses addresses)
    {
        var panorama = (PanoramaBackdrop)backdrop;
        var attributes = new Dictionary<string, object>
        {
            ["data-yaw"] = panorama.Opening.Yaw.ToString(CultureInfo.InvariantCulture),
            ["data-pitch"] = panorama.Opening.Pitch.ToString(CultureInfo.InvariantCulture),
        };
        if (!still)
        {
            attributes["data-panorama"] = addresses.Picture(panorama.Picture, 4096);
        }

        return attributes;
    }
}
