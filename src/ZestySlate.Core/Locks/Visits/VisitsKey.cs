using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Visits;

/// <summary>How often the learner has come to a scene, this time counted. Who goes again from the start has been nowhere else.</summary>
/// <param name="SceneId">The scene.</param>
/// <param name="Is">How it is compared.</param>
/// <param name="Times">With how many times, 0..<see cref="Most"/>.</param>
public sealed record VisitsKey(string SceneId, Comparison Is, int Times) : LockKey
{
    /// <summary>The most times that can be asked for.</summary>
    public const int Most = 99;

    public override string WordsKey => "lockState";

    [JsonIgnore]
    public override bool Closes => true;

    [JsonIgnore]
    public override IEnumerable<Clause> Clauses => [new([Condition])];

    private Condition Condition => new(new Counted(SceneId, IsVisits: true), Is, Times);

    internal override bool OpensWith(IOpening there) => Condition.Holds(there.VisitsOf(SceneId));

    internal override bool CanOpenWith(IReach reach) => Condition.CanHold(0, reach.HasScene(SceneId) ? Most : 0);

    internal override string? Weakness(Activity activity) =>
        activity.SceneOf(SceneId) is null ? AuthorWords.Say("sceneCountsVisitsWasNot") : null;

    internal override string? Refuse() => Times is < 0 or > Most ? AuthorWords.Say("visitsCountedFrom", Most) : null;

    internal override LockKey In(Copy copy) => this with { SceneId = copy.Of(SceneId) };
}
