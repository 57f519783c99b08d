using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;

namespace ZestySlate.Core.Locks.Found;

/// <summary>Things found: spots that were opened.</summary>
/// <param name="SpotIds">The spots.</param>
/// <param name="AtLeast">How many of them are enough; 0 for all.</param>
public sealed record FoundKey(ValueList<string> SpotIds, int AtLeast = 0) : LockKey
{
    /// <summary>How many must be found.</summary>
    [JsonIgnore]
    public int Enough => AtLeast <= 0 || AtLeast > SpotIds.Count ? SpotIds.Count : AtLeast;

    public override string WordsKey => "lockFound";

    public override decimal Needed => Enough;

    public override string? NearnessKey => Enough > 1 ? "foundSoFar" : null;

    public override IEnumerable<string> DependsOn => SpotIds;

    internal override decimal Has(AttemptState state) => SpotIds.Count(state.OpenedSpots.Contains);

    internal override bool OpensWith(IOpening there) => SpotIds.Count > 0 && SpotIds.Count(there.HasOpened) >= Enough;

    internal override bool CanOpenWith(IReach reach) => SpotIds.Count > 0 && SpotIds.Count(id => reach.SpotOf(id) is not null) >= Enough;

    internal override string? Weakness(Activity activity) =>
        SpotIds.Count == 0 ? "nothing is chosen that must be found"
        : SpotIds.Count(id => activity.SpotOf(id) is not null) < Enough ? "something that must be found was deleted"
        : null;

    internal override LockKey In(Copy copy) => this with { SpotIds = SpotIds.Select(copy.Of).ToValueList() };
}
