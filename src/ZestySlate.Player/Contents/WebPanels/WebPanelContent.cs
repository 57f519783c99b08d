using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.WebPanels;

namespace ZestySlate.Player.Contents.WebPanels;

internal sealed class WebPanelContent : IContentShown
{
    public Type ContentType => typeof(WebPanel);

    public Type Shown => typeof(WebPanelShown);

    public IReadOnlyDictionary<string, object> PanelAttributes(Content content) =>
        new Dictionary<string, object> { ["data-width"] = ((WebPanel)content).Width };
}
