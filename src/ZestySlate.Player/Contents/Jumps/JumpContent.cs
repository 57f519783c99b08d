using ZestySlate.Core.Contents.Jumps;

namespace ZestySlate.Player.Contents.Jumps;

internal sealed class JumpContent : IContentShown
{
    public Type ContentType => typeof(Jump);

    public Type Shown => typeof(JumpShown);
}
