using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.Callouts;

namespace ZestySlate.Player.Contents.Callouts;

internal sealed class CalloutContent : IContentShown
{
    public Type ContentType => typeof(Callout);

    public Type Shown => typeof(CalloutShown);

    public bool OpensPanel => false;

    public Type AtSign => typeof(CalloutTip);

    public Type Row => typeof(CalloutRow);

    public string? Heard(Content content) => (content as Callout)?.Sound?.Media;
}
