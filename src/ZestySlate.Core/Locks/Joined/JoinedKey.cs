using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Joined;

/// <summary>Several keys: all of them are needed, or one of them is enough. None of them is typed, or joined itself.</summary>
/// <param name="Keys">The keys, 2..<see cref="Most"/>.</param>
/// <param name="OneIsEnough">True when one of them is enough.</param>
public sealed record JoinedKey(ValueList<LockKey> Keys, bool OneIsEnough = false) : LockKey
{
    /// <summary>The most keys of one lock.</summary>
    public const int Most = 6;

    [JsonIgnore]
    public override ValueList<LockKey> Conditions => Keys;

    [JsonIgnore]
    public override bool AnyOf => OneIsEnough;

    public override string WordsKey => OneIsEnough ? "lockAnyOf" : "lockAllOf";

    [JsonIgnore]
    public override bool Closes => Keys.Any(key => key.Closes);

    [JsonIgnore]
    public override bool IsOfTrail => Keys.Any(key => key.IsOfTrail);

    [JsonIgnore]
    public override IEnumerable<string> DependsOn => Keys.SelectMany(key => key.DependsOn);

    internal override bool NeedsStop(string stopId) => Keys.Any(key => key.NeedsStop(stopId));

    internal override IEnumerable<Nearness> Nearness(AttemptState state) => Keys.SelectMany(key => key.Nearness(state));

    /// <summary>Where one is enough, the story decides nothing as soon as one of them is none of its business.</summary>
    [JsonIgnore]
    public override IEnumerable<Clause> Clauses
    {
        get
        {
            if (!OneIsEnough)
            {
                return Keys.SelectMany(key => key.Clauses);
            }

            var each = Keys.Select(key => key.Clauses.ToList()).ToList();
            return each.TrueForAll(clauses => clauses.Count == 1)
                ?
                [
                    new(
                        each.SelectMany(clauses => clauses[0].AnyOf).ToValueList(),
                        1 - each.Aggregate(1m, (none, clauses) => none * (1 - clauses[0].Chance))
                    ),
                ]
                : [];
        }
    }

    internal override bool OpensWith(IOpening there) =>
        OneIsEnough ? Keys.Any(key => key.OpensWith(there)) : Keys.Count > 0 && Keys.All(key => key.OpensWith(there));

    internal override bool CanOpenWith(IReach reach) =>
        OneIsEnough ? Keys.Any(key => key.CanOpenWith(reach)) : Keys.Count > 0 && !Contradicts && Keys.All(key => key.CanOpenWith(reach));

    internal override string? Weakness(Activity activity)
    {
        var weak = Keys.Select(key => key.Weakness(activity)).OfType<string>().ToList();
        return weak.Count > (OneIsEnough ? Keys.Count - 1 : 0) ? weak[0]
            : !OneIsEnough && Contradicts ? AuthorWords.Say("twoConditionsCanNeverTogether")
            : null;
    }

    internal override string? Refuse() =>
        Joining.Refuse(this) ?? Keys.Select(key => key.Refuse()).FirstOrDefault(refusal => refusal is not null);

    internal override LockKey In(Copy copy) => this with { Keys = Keys.Select(key => key.In(copy)).ToValueList() };

    /// <summary>True when something would have to be more than it may be.</summary>
    private bool Contradicts =>
        Clauses
            .Where(clause => clause.Chance == 0 && clause.AnyOf.Count == 1)
            .Select(clause => clause.AnyOf[0])
            .GroupBy(condition => condition.Of)
            .Any(same => same.Max(condition => condition.Least) > same.Min(condition => condition.Most));
}
