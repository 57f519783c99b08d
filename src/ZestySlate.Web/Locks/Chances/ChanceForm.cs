using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Chances;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Locks.Chances;

internal sealed class ChanceForm : ILockForm
{
    public Type KeyType => typeof(ChanceKey);

    public string Name => "chance";

    public string Title => "chance";

    public Type Fields => typeof(ChanceFields);

    /// <summary>Fields: chance, in per cent.</summary>
    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        new ChanceKey(EditForms.Decimal(form["chance"]) is { } share ? share / 100 : ChanceKey.Usual);

    public string Said(LockKey key) => $"by chance, {((ChanceKey)key).Share * 100:0.##} %";
}
