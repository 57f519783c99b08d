using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.Links;

namespace ZestySlate.Player.Contents.Links;

internal sealed class LinkContent : IContentShown
{
    public Type ContentType => typeof(Link);

    public Type Shown => typeof(LinkShown);

    public bool OpensPanel => false;

    public Type Row => typeof(LinkRow);

    public string? LeadsOut(Content content) => WebAddress.Safe(((Link)content).Address);
}
