using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Numbers;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Locks.Numbers;

internal sealed class NumberLockForm : ILockForm
{
    public Type KeyType => typeof(NumberKey);

    public string Name => "number";

    public string Title => "a number";

    public Type Fields => typeof(NumberLockFields);

    public bool Joins => false;

    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture)
    {
        var (number, tolerance) = (
            NumberFields.Number(form["number"].ToString(), culture),
            NumberFields.Number(form["tolerance"].ToString(), culture)
        );
        return (number.Refusal ?? tolerance.Refusal) is { } refusal
            ? Outcome<LockKey>.Refused(refusal)
            : new NumberKey(number.Value) { Tolerance = Fraction.Abs(tolerance.Value), WrongCosts = wrongCosts };
    }

    public string Said(LockKey key) => $"number {NumberWriting.Write(((NumberKey)key).Value, CultureInfo.InvariantCulture)}";
}
