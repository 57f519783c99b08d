using ZestySlate.Core.Backdrops.Pages;

namespace ZestySlate.Player.Backdrops.Pages;

internal sealed class PageShown : IBackdropShown
{
    public Type BackdropType => typeof(PageBackdrop);

    public string Name => "picture";

    public Type Flow => typeof(PageFlow);
}
