using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.States;

/// <summary>How a state of the story stands. It closes again when that is so no more.</summary>
/// <param name="State">The state's id.</param>
/// <param name="Is">How it is compared.</param>
/// <param name="Value">With what; of a thing, at least 1 means that one has it, at most 0 that one has not.</param>
public sealed record StateKey(string State, Comparison Is, decimal Value) : LockKey
{
    public override string WordsKey => "lockState";

    [JsonIgnore]
    public override bool Closes => true;

    [JsonIgnore]
    public override IEnumerable<Clause> Clauses => [new([Condition])];

    private Condition Condition => new(new Counted(State), Is, Value);

    internal override bool OpensWith(IOpening there) => there.StateOf(State) is { } value && Condition.Holds(value);

    internal override bool CanOpenWith(IReach reach) => reach.ValuesOf(State) is { } range && Condition.CanHold(range.Least, range.Most);

    internal override string? Weakness(Activity activity) =>
        activity.Story?.StateOf(State) is not { } state ? AuthorWords.Say("whatAsksWasDeleted")
        : state.Within(Value) != Value ? AuthorWords.Say("neverHasValue", state.Name, Value)
        : null;

    internal override LockKey In(Copy copy) => this with { State = copy.Of(State) };
}
