using System.Globalization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Codes;

/// <summary>A code in letters or signs, read by the text rules.</summary>
/// <param name="Accepted">The codes that open; any of them will do.</param>
public sealed record CodeKey(ValueList<string> Accepted) : TypedKey
{
    /// <summary>True when capitals matter.</summary>
    public bool MatchCase { get; init; }

    /// <summary>True when é may be typed for e and the other way round.</summary>
    public bool LenientAccents { get; init; } = true;

    public override string WordsKey => "lockCode";

    public override Typing Typing => Typing.Letters;

    internal override IReadOnlyList<string> Examples => Accepted;

    public override bool Fits(string typed, CultureInfo culture)
    {
        var reading = new TextReading { MatchCase = MatchCase, LenientAccents = LenientAccents };
        return Accepted.Any(accepted => accepted.Trim().Length > 0 && reading.Same(typed, accepted, culture));
    }

    internal override bool CanOpenWith(IReach reach) => Accepted.Any(accepted => accepted.Trim().Length > 0);

    internal override string? Weakness(Activity activity) =>
        Accepted.Any(accepted => accepted.Trim().Length > 0) ? null : AuthorWords.Say("hasNoCode");
}
