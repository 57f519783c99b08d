using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Videos;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Locks.Videos;

internal sealed class WatchedForm : ILockForm
{
    public Type KeyType => typeof(WatchedKey);

    public string Name => "watched";

    public string Title => "a video watched";

    public Type Fields => typeof(WatchedFields);

    /// <summary>Fields: watchedScene, watchedShare in per cent.</summary>
    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        new WatchedKey(
            form["watchedScene"].ToString(),
            EditForms.Decimal(form["watchedShare"]) is { } share ? share / 100 : WatchedKey.UsualShare
        );

    public string Said(LockKey key) => $"{((WatchedKey)key).Needed:0} % of a video";
}
