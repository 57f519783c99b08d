using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents.WebPanels;

/// <summary>A page of somebody else's in a panel over the backdrop, sandboxed. Only http and https.</summary>
/// <param name="Address">Where the page is.</param>
/// <param name="Width">Width of the panel in pixels, 200..1600; narrower where there is less room.</param>
/// <param name="Height">Height of the page in pixels, 150..1200.</param>
public sealed record WebPanel(string Address, int Width, int Height) : Content
{
    public string Title { get; init; } = "";

    /// <summary>True when the page was found to forbid being framed; it is then offered as a link.</summary>
    public bool Refuses { get; init; }

    public override SpotKind Kind => SpotKind.WebPanel;

    public override string KindName => AuthorWords.Say("kindOfWebPanel");

    public override string OwnName => Title.Trim() is { Length: > 0 } title ? title : Address;

    public override string? Refuse() => Address.Length > 0 ? WebAddress.Refuse(Address) : null;

    internal override IEnumerable<Weakness> Check(Activity activity, string name)
    {
        if (Address.Length == 0)
        {
            yield return new Weakness(true, AuthorWords.Say("webPanelHasNoAddress"), "address");
        }
        else if (Refuses)
        {
            yield return new Weakness(false, AuthorWords.Say("pageForbidsBeingShownInsideOther", name), "address");
        }
    }
}
