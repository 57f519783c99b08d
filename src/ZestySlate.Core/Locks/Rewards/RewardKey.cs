using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Rewards;

/// <summary>Stops of a trail whose rewards are won; a stop without a reward counts once all in it was answered.</summary>
/// <param name="Stops">The stops' ids.</param>
/// <param name="AtLeast">How many of them are enough; 0 for all.</param>
public sealed record RewardKey(ValueList<string> Stops, int AtLeast = 0) : LockKey
{
    /// <summary>How many are needed.</summary>
    [JsonIgnore]
    public int Enough => AtLeast <= 0 || AtLeast > Stops.Count ? Stops.Count : AtLeast;

    public override string WordsKey => "lockReward";

    public override decimal Needed => Enough;

    public override string? NearnessKey => Enough > 1 ? "stopsSoFar" : null;

    public override bool IsOfTrail => true;

    internal override bool NeedsStop(string stopId) => Stops.IndexOf(id => id == stopId) >= 0;

    internal override decimal Has(AttemptState state) => Stops.Count(state.HasDone);

    internal override bool OpensWith(IOpening there) => Stops.Count > 0 && Stops.Count(there.HasDone) >= Enough;

    internal override bool CanOpenWith(IReach reach) => Stops.Count > 0 && Stops.Count(reach.HasStop) >= Enough;

    internal override string? Weakness(Activity activity) =>
        Stops.Count == 0 ? AuthorWords.Say("noStopChosen")
        : Stops.Count(id => activity.Trail?.StopOf(id) is not null) < Enough ? AuthorWords.Say("stopMustDoneWasDeleted")
        : null;

    internal override LockKey In(Copy copy) => this with { Stops = Stops.Select(copy.Of).ToValueList() };
}
