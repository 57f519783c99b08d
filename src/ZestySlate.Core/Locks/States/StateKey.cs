using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Stories;

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

    internal override bool OpensWith(IOpening there) => there.StateOf(State) is { } value && Holds(value);

    internal override bool CanOpenWith(IReach reach) =>
        reach.ValuesOf(State) is { } range
        && (
            Is == Comparison.AtMost ? range.Least <= Value
            : Is == Comparison.AtLeast ? range.Most >= Value
            : range.Least <= Value && range.Most >= Value
        );

    internal override string? Weakness(Activity activity) =>
        activity.Story?.StateOf(State) is not { } state ? "what it asks for was deleted"
        : state.Within(Value) != Value ? $"«{state.Name}» never has the value {Value:0.##}"
        : null;

    /// <summary>Whether it is so with this value.</summary>
    internal bool Holds(decimal value) =>
        Is switch
        {
            Comparison.AtLeast => value >= Value,
            Comparison.AtMost => value <= Value,
            _ => value == Value,
        };
}

/// <summary>How a state is compared with a number.</summary>
public enum Comparison
{
    /// <summary>As much, or more.</summary>
    AtLeast,

    /// <summary>As much, or less.</summary>
    AtMost,

    /// <summary>Just so much.</summary>
    Just,
}
