using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Scores;

/// <summary>So many points in all.</summary>
public sealed record ScoreKey(decimal Points) : LockKey
{
    public override string WordsKey => "lockScore";

    public override decimal Needed => Points;

    public override string NearnessKey => "pointsSoFar";

    internal override decimal Has(AttemptState state) => state.Score.Points.ToDecimal();

    internal override bool OpensWith(IOpening there) => there.Points() >= Points;

    internal override bool CanOpenWith(IReach reach) => reach.Points >= Points;

    internal override string? Weakness(Activity activity) =>
        Points > activity.OutOf ? AuthorWords.Say("needsPointsThere", Points, activity.OutOf) : null;
}
