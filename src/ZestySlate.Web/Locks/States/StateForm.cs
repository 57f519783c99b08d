using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Stories;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Locks.States;

internal sealed class StateForm : ILockForm
{
    public Type KeyType => typeof(StateKey);

    public string Name => "state";

    public string Title => "how a state or thing of the story stands";

    public Type Fields => typeof(StateFields);

    /// <summary>Fields: state, is, stateValue. “has” and “lacks” are for things.</summary>
    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        form["is"].ToString() switch
        {
            "has" => new StateKey(form["state"].ToString(), Comparison.AtLeast, 1),
            "lacks" => new StateKey(form["state"].ToString(), Comparison.AtMost, 0),
            var typed => new StateKey(
                form["state"].ToString(),
                Named.TryRead<Comparison>(typed, out var comparison) ? comparison : Comparison.AtLeast,
                EditForms.Decimal(form["stateValue"]) ?? 1
            ),
        };

    public string Said(LockKey key) => "by how the story stands";
}
