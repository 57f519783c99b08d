using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Videos;

namespace ZestySlate.Player.Backdrops.Videos;

internal sealed class VideoStageShown : IBackdropShown
{
    public Type BackdropType => typeof(VideoBackdrop);

    public string Name => "video";

    public Type Ground => typeof(VideoGround);

    public Type Tools => typeof(VideoTools);

    /// <summary>A thumbnail of one that shows all directions shows all of it.</summary>
    public double RatioOf(Backdrop backdrop, bool still) => still && backdrop.IsSphere ? 2 : backdrop.Ratio;

    public IReadOnlyDictionary<string, object> AttributesOf(Backdrop backdrop, bool still, PlayAddresses addresses) =>
        backdrop is VideoBackdrop { Round: true } film
            ? LookRound.Attributes(film.Opening, still || !film.HasContent ? null : "")
            : new Dictionary<string, object>();
}
