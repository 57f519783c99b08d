using Microsoft.AspNetCore.Mvc.ViewFeatures;
using ZestySlate.Player;

namespace ZestySlate.Web.Assets;

/// <summary>The server's addresses; style sheets say which version they are, so that none of before an upgrade is shown after it.</summary>
internal sealed class VersionedAddresses(IFileVersionProvider versions) : SiteAddresses
{
    public override string Asset(string name) =>
        name.EndsWith(".css", StringComparison.Ordinal) ? versions.AddFileVersionToPath("", base.Asset(name)) : base.Asset(name);
}
