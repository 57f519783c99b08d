using ZestySlate.Core.Backdrops.Videos;

namespace ZestySlate.Player.Backdrops.Videos;

internal sealed class VideoStageShown : IBackdropShown
{
    public Type BackdropType => typeof(VideoBackdrop);

    public string Name => "video";

    public Type Ground => typeof(VideoGround);

    public Type Tools => typeof(VideoTools);
}
