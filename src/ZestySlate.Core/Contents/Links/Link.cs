using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents.Links;

/// <summary>Leads to a page elsewhere, in a new tab. Only http and https.</summary>
public sealed record Link(string Address) : Content
{
    public string Words { get; init; } = "";

    public override SpotKind Kind => SpotKind.Link;

    public override string OwnName => Words.Trim() is { Length: > 0 } words ? words : Address;

    public override string? Refuse() => Address.Length > 0 ? WebAddress.Refuse(Address) : null;

    internal override IEnumerable<Weakness> Check(Activity activity, string name) =>
        Address.Length == 0 ? [new Weakness(true, AuthorWords.Say("linkHasNoAddress"), "address")] : [];
}
