using System.Globalization;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Number;

/// <summary>Marks a number with its unit. A wrong unit and a wrong number are told apart.</summary>
internal static class NumberMarking
{
    /// <summary>The id of the only part.</summary>
    internal const string Part = "number";

    internal static QuestionMark Mark(NumberQuestion question, NumberResponse? response, CultureInfo culture) =>
        Credit.Of([PartOf(question, response?.Text.Trim() ?? "", culture)], question.Penalty);

    private static PartCredit PartOf(NumberQuestion question, string typed, CultureInfo culture)
    {
        if (typed.Length == 0)
        {
            return Verdicted(typed, Verdict.Missing, 0, Reason.Of("nothingTyped"));
        }

        var asks = question.UnitUse != UnitUse.None;
        if (QuantityReading.Read(typed, culture, asks ? question.Unit : "", out var trouble) is not { } read || question.Value is null)
        {
            return Verdicted(
                typed,
                Verdict.Wrong,
                0,
                Reason.Of(
                    trouble switch
                    {
                        NumberTrouble.NotOne => "oneNumber",
                        NumberTrouble.TooLarge => "numberTooLarge",
                        _ => "notANumber",
                    },
                    typed
                )
            );
        }

        if (!asks)
        {
            return PassedOver(question, typed, read, culture);
        }

        var wrongUnit = Math.Clamp(question.WrongUnitShare, 0, 1);
        if (read.Unit.Length == 0)
        {
            return question.UnitUse == UnitUse.Required
                ? Compared(question, typed, read.Number, value => value, wrongUnit, Reason.Of("unitMissing", question.Unit), culture)
                : Compared(question, typed, read.Number, value => value, 1, null, culture);
        }

        if (question.KnownUnit is { } wanted && Units.Find(read.Unit) is { } given && given.Dimension == wanted.Dimension)
        {
            return Compared(
                question,
                typed,
                read.Number,
                value => wanted.FromBase(given.ToBase(value)),
                1,
                given.Factor == wanted.Factor && given.Offset == wanted.Offset
                    ? null
                    : Reason.Of("unitConverted", given.Symbol, wanted.Symbol),
                culture
            );
        }

        return new TextReading { MatchCase = true }.Same(read.Unit, question.Unit, culture)
            ? Compared(question, typed, read.Number, value => value, 1, null, culture)
            : Compared(question, typed, read.Number, value => value, wrongUnit, Reason.Of("unitWrong", read.Unit, question.Unit), culture);
    }

    /// <summary>Where no unit is asked for, one is passed over and named; what is in percent may also be meant as a share of one.</summary>
    private static PartCredit PassedOver(NumberQuestion question, string typed, ReadQuantity read, CultureInfo culture)
    {
        var alone = Compared(
            question,
            typed,
            read.Number,
            value => value,
            1,
            read.Unit.Length == 0 ? null : Reason.Of("unitPassedOver", read.Unit),
            culture
        );
        return
            alone.Verdict != Verdict.Right
            && read.Unit.Length > 0
            && NumberReading.Read(typed, culture) is { } share
            && Compared(question, typed, share, value => value, 1, null, culture) is { Verdict: Verdict.Right } right
            ? right
            : alone;
    }

    /// <summary>Compares the number after its unit was dealt with.</summary>
    private static PartCredit Compared(
        NumberQuestion question,
        string typed,
        ReadNumber read,
        Func<Fraction, Fraction> convert,
        decimal share,
        Reason? unit,
        CultureInfo culture
    )
    {
        var right = question.Value ?? 0;
        // Said where there was another way to read it, unless it stands there just so.
        var asRead =
            read.Other is null || typed.Contains(NumberWriting.Write(read.Value, culture), StringComparison.Ordinal)
                ? null
                : Reason.Of("numberAsRead", new ExactNumber(read.Value));
        if (question.Tolerance.Takes(convert(read.Value), right))
        {
            var verdict =
                share >= 1 ? Verdict.Right
                : share > 0 ? Verdict.Partly
                : Verdict.Wrong;
            return Verdicted(typed, verdict, share, Reason.Of("numberRight", typed).Then(asRead).Then(unit)) with
            {
                Feedback = verdict == Verdict.Right ? question.Feedback : "",
            };
        }

        var reason =
            read.Other is { } other && question.Tolerance.Takes(convert(other), right)
                ? Reason.Of("numberReadAs", typed, new ExactNumber(read.Value))
                : Reason.Of("numberWrong", typed).Then(asRead);
        return Verdicted(typed, Verdict.Wrong, 0, reason) with { Feedback = Foreseen(question, convert(read.Value)) };
    }

    /// <summary>The words for the foreseen number that comes nearest among those that are near enough.</summary>
    private static string Foreseen(NumberQuestion question, Fraction given) =>
        question
            .Foreseen.Where(wrong => wrong.Value is { } value && question.Tolerance.Takes(given, value))
            .MinBy(wrong => Fraction.Abs(given - wrong.Value!.Value))
            ?.Feedback
        ?? "";

    private static PartCredit Verdicted(string typed, Verdict verdict, decimal earned, Reason reason) =>
        new(Part, typed, verdict, earned, 1, reason);
}
