using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Chances;

/// <summary>Luck: drawn anew each time the learner comes to a scene, and the same while they are there.</summary>
/// <param name="Share">How likely it opens, above 0 and below 1.</param>
public sealed record ChanceKey(decimal Share = ChanceKey.Usual) : LockKey
{
    /// <summary>One time in two.</summary>
    public const decimal Usual = 0.5m;

    public override string WordsKey => "lockState";

    [JsonIgnore]
    public override bool Closes => true;

    [JsonIgnore]
    public override IEnumerable<Clause> Clauses => [new([], Share)];

    internal override bool OpensWith(IOpening there) => there.Falls(Share);

    internal override bool CanOpenWith(IReach reach) => Share > 0;

    internal override string? Weakness(Activity activity) => Share <= 0 ? AuthorWords.Say("chanceNothing") : null;

    internal override string? Refuse() => Share is <= 0 or >= 1 ? AuthorWords.Say("chanceMoreThanLessThan") : null;
}
