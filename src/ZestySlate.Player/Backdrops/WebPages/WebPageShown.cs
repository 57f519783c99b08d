using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.WebPages;

namespace ZestySlate.Player.Backdrops.WebPages;

internal sealed class WebPageShown : IBackdropShown
{
    public Type BackdropType => typeof(WebPageBackdrop);

    public string Name => "page";

    public Type Ground => typeof(WebPageGround);

    public bool GroundTakesPresses => true;

    /// <summary>The page has the height its author gave it, not a share of the width.</summary>
    public string? SizeOf(Backdrop backdrop, bool still) =>
        !still && backdrop is WebPageBackdrop page
            ? FormattableString.Invariant(
                $"height:{page.Height}px;max-height:75dvh;{(page.Resizes ? "" : $"max-width:{page.Width}px;")}aspect-ratio:auto"
            )
            : null;
}
