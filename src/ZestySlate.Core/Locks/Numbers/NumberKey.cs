using System.Globalization;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Core.Locks.Numbers;

/// <summary>A number, read as people write numbers.</summary>
/// <param name="Value">The number that opens.</param>
public sealed record NumberKey(Fraction Value) : TypedKey
{
    /// <summary>How far it may be off, either way.</summary>
    public Fraction Tolerance { get; init; }

    public override string WordsKey => "lockNumber";

    public override Typing Typing => Typing.Number;

    internal override IReadOnlyList<string> Examples => [NumberWriting.Write(Value, CultureInfo.InvariantCulture)];

    public override bool Fits(string typed, CultureInfo culture) =>
        NumberReading.Read(typed, culture) is { } read && (IsNear(read.Value) || (read.Other is { } other && IsNear(other)));

    internal override bool CanOpenWith(IReach reach) => true;

    private bool IsNear(Fraction number) => Fraction.Abs(number - Value) <= Tolerance;
}
