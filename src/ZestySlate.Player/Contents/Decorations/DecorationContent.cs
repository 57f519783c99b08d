using ZestySlate.Core.Contents.Decorations;

namespace ZestySlate.Player.Contents.Decorations;

internal sealed class DecorationContent : IContentShown
{
    public Type ContentType => typeof(Decoration);

    public Type Shown => typeof(DecorationShown);

    public bool OpensPanel => false;
}
