using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Editing;

/// <summary>A copy being made of a scene or of spots: what stands for what.</summary>
/// <param name="Twins">The twin's id, by the original's.</param>
internal sealed record Copy(IReadOnlyDictionary<string, string> Twins)
{
    /// <summary>The id of the twin, or the same id where the thing is not copied.</summary>
    internal string Of(string id) => Twins.GetValueOrDefault(id, id);

    /// <summary>The same changes, of the twins of states.</summary>
    internal ValueList<StateChange> Of(ValueList<StateChange> changes) =>
        changes.Select(change => change with { State = Of(change.State) }).ToValueList();
}
