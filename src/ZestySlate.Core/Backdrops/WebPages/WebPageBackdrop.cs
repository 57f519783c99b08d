using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops.WebPages;

/// <summary>A web page of somebody else's as the whole scene, in a sandboxed frame. Only http and https.</summary>
/// <param name="Address">Where it is.</param>
/// <param name="Width">Width in pixels, 200..4000.</param>
/// <param name="Height">Height in pixels, 150..4000.</param>
/// <param name="Resizes">True when it takes the width there is, keeping its height.</param>
public sealed record WebPageBackdrop(string Address, int Width, int Height, bool Resizes) : Backdrop
{
    /// <summary>True when the page was found to forbid being framed; it is then offered as a link.</summary>
    public bool Refuses { get; init; }

    public override string KindName => AuthorWords.Say("kindOfWebPage");

    public override ActivityKind Alone => ActivityKind.WebPage;

    public override bool HasContent => true;

    public override double Ratio => Height > 0 ? (double)Width / Height : 1.6;

    public override string? Refuse() => WebAddress.Refuse(Address);

    internal override IEnumerable<Weakness> Check(string title) =>
        Refuses ? [new Weakness(false, AuthorWords.Say("pageForbidsBeingShownInside", title), "address")] : [];
}
