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

        if (question.UnitUse == UnitUse.None && NumberReading.Read(typed, culture) is { } plain)
        {
            return Compared(question, typed, plain, value => value, 1, null);
        }

        if (QuantityReading.Read(typed, culture) is not { } read || question.Value is null)
        {
            return Verdicted(typed, Verdict.Wrong, 0, Reason.Of("notANumber", typed));
        }

        var wrongUnit = Math.Clamp(question.WrongUnitShare, 0, 1);
        if (read.Unit.Length == 0)
        {
            return question.UnitUse == UnitUse.Required
                ? Compared(question, typed, read.Number, value => value, wrongUnit, Reason.Of("unitMissing", question.Unit))
                : Compared(question, typed, read.Number, value => value, 1, null);
        }

        if (question.UnitUse == UnitUse.None)
        {
            return Compared(question, typed, read.Number, value => value, wrongUnit, Reason.Of("unitNotAsked", read.Unit));
        }

        if (question.KnownUnit is { } wanted && Units.Find(read.Unit) is { } given && given.Quantity == wanted.Quantity)
        {
            return Compared(question, typed, read.Number, value => wanted.FromBase(given.ToBase(value)), 1,
                given == wanted ? null : Reason.Of("unitConverted", given.Symbol, wanted.Symbol));
        }

        return new TextReading { MatchCase = true }.Same(read.Unit, question.Unit, culture)
            ? Compared(question, typed, read.Number, value => value, 1, null)
            : Compared(question, typed, read.Number, value => value, wrongUnit, Reason.Of("unitWrong", read.Unit, question.Unit));
    }

    /// <summary>Compares the number after its unit was dealt with.</summary>
    private static PartCredit Compared(NumberQuestion question, string typed, ReadNumber read, Func<decimal, decimal> convert, decimal share, Reason? unit)
    {
        var right = question.Value ?? 0;
        if (question.Value is not null && Takes(question.Tolerance, convert, read.Value, right))
        {
            var verdict = share >= 1 ? Verdict.Right : share > 0 ? Verdict.Partly : Verdict.Wrong;
            return Verdicted(typed, verdict, share, Reason.Of("numberRight", typed).Then(unit));
        }

        var reason = read.Other is { } other && Takes(question.Tolerance, convert, other, right)
            ? Reason.Of("numberReadAs", typed, read.Value)
            : Reason.Of("numberWrong", typed);
        return Verdicted(typed, Verdict.Wrong, 0, reason);
    }

    private static bool Takes(Tolerance tolerance, Func<decimal, decimal> convert, decimal given, decimal right)
    {
        try
        {
            // Conversion between units leaves errors in the last of 28 digits.
            return tolerance.Takes(Math.Round(convert(given), 20), right);
        }
        catch (OverflowException)
        {
            return false;
        }
    }

    private static PartCredit Verdicted(string typed, Verdict verdict, decimal earned, Reason reason) => new(Part, typed, verdict, earned, 1, reason);
}
