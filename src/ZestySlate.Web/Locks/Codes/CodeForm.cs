using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Codes;

namespace ZestySlate.Web.Locks.Codes;

internal sealed class CodeForm : ILockForm
{
    public Type KeyType => typeof(CodeKey);

    public string Name => "code";

    public string Title => "a code";

    public Type Fields => typeof(CodeFields);

    public bool Joins => false;

    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        new CodeKey(
            form["codes"].ToString().Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).ToValueList()
        )
        {
            MatchCase = form["matchCase"] == "yes",
            LenientAccents = form["strictAccents"] != "yes",
            WrongCosts = wrongCosts,
        };

    public string Said(LockKey key) =>
        ((CodeKey)key).Accepted is { Count: > 0 } accepted ? $"code {string.Join(" or ", accepted)}" : "a code, none set";
}
