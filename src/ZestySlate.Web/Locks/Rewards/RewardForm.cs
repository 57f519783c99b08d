using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Rewards;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Locks.Rewards;

internal sealed class RewardForm : ILockForm
{
    public Type KeyType => typeof(RewardKey);

    public string Name => "reward";

    public string Title => "stops of the trail that are done";

    public Type Fields => typeof(RewardFields);

    /// <summary>Fields: stop (the stops), stopsAtLeast.</summary>
    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        new RewardKey(form["stop"].OfType<string>().ToValueList(), EditForms.Whole(form["stopsAtLeast"], 0, 0, Core.Trails.Trail.Most));

    public string Said(LockKey key) => ((RewardKey)key).Enough == 1 ? "a stop is done" : $"{((RewardKey)key).Enough} stops are done";
}
