using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Visits;
using ZestySlate.Core.Stories;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Locks.Visits;

internal sealed class VisitsForm : ILockForm
{
    public Type KeyType => typeof(VisitsKey);

    public string Name => "visits";

    public string Title => "how often they have come to a scene";

    public Type Fields => typeof(VisitsFields);

    /// <summary>Fields: visitsOf (the scene), visitsAre (how they are compared), visits.</summary>
    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        new VisitsKey(
            form["visitsOf"].ToString(),
            Named.TryRead<Comparison>(form["visitsAre"], out var comparison) ? comparison : Comparison.AtLeast,
            EditForms.Whole(form["visits"], 2, 0, VisitsKey.Most)
        );

    public string Said(LockKey key) => "by visits";
}
