using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Scores;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Locks.Scores;

internal sealed class ScoreForm : ILockForm
{
    public Type KeyType => typeof(ScoreKey);

    public string Name => "score";

    public string Title => "points";

    public Type Fields => typeof(ScoreFields);

    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        new ScoreKey(EditForms.Decimal(form["points"]) ?? 1);

    public string Said(LockKey key) => $"{((ScoreKey)key).Points:0.##} points";
}
