using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Web.Questions;

/// <summary>Numbers as authors type them: read, and refused, as those of learners are.</summary>
internal static class NumberFields
{
    /// <summary>The number with its unit; why it is none, in words.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="culture">The activity's culture.</param>
    /// <param name="own">A unit that is taken whatever it is made of.</param>
    internal static Outcome<ReadQuantity> Quantity(string typed, CultureInfo culture, string own) =>
        QuantityReading.Read(typed, culture, own, out var trouble) is { } read
            ? read
            : Outcome<ReadQuantity>.Refused(Words(typed, trouble));

    /// <summary>The number alone, 0 where nothing was typed; why it is none, in words.</summary>
    internal static Outcome<Fraction> Number(string typed, CultureInfo culture) =>
        typed.Trim().Length == 0 ? Fraction.Zero
        : NumberReading.Read(typed, culture, out var trouble) is { } read ? read.Value
        : Outcome<Fraction>.Refused(Words(typed, trouble));

    private static string Words(string typed, NumberTrouble trouble) =>
        trouble switch
        {
            NumberTrouble.NotOne => $"“{typed.Trim()}” is not one number; the old one is kept.",
            NumberTrouble.TooLarge =>
                $"“{typed.Trim()}” is too large, too near to nothing or too long to be compared; the old one is kept.",
            _ => $"“{typed.Trim()}” cannot be read as a number; the old one is kept.",
        };
}
