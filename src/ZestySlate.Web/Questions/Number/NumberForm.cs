using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.Number;

/// <summary>Number in forms.</summary>
internal sealed class NumberForm : IQuestionForm
{
    public Type DefinitionType => typeof(NumberQuestion);

    public Type Editor => typeof(NumberEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [new("number", "Number", "a figure, with its unit", "hash", "calculate numeric sum measure maths", () => new NumberQuestion())];

    /// <summary>
    /// Fields: value (with or without its unit), unitUse, unit, wrongUnit, tolerance, toleranceKind, words; foreseen (ids),
    /// foreseen-value-ID, foreseen-words-ID.
    /// </summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (NumberQuestion)old;
        var typed = form["value"].ToString().Trim();
        var use = Named.TryRead<UnitUse>(form["unitUse"], out var set) ? set : question.UnitUse;
        var unit = form.ContainsKey("unit") ? form["unit"].ToString().Trim() : question.Unit;
        var number = typed.Length == 0 ? (Outcome<ReadQuantity>?)null : NumberFields.Quantity(typed, culture, unit);
        var tolerance = ToleranceFields.Read(form, "", question.Tolerance, culture);
        var foreseen = Rows.Read(form, "foreseen").Select(id => Foreseen(form, id, question, culture)).ToList();
        if (
            (number?.Refusal ?? tolerance.Refusal ?? foreseen.Select(wrong => wrong.Refusal).FirstOrDefault(said => said is not null)) is
            { } refusal
        )
        {
            return Outcome<Question>.Refused(refusal);
        }

        var read = number?.Value;
        if (read is { Unit.Length: > 0 })
        {
            // Who types “1013 hPa” wants the unit too.
            (unit, use) = (read.Unit, use == UnitUse.None ? UnitUse.Optional : use);
        }

        return question with
        {
            Value = read?.Number.Value,
            Unit = unit,
            UnitUse = use,
            WrongUnitShare = EditForms.Percent(form["wrongUnit"]) ?? question.WrongUnitShare,
            Tolerance = tolerance.Value,
            Feedback = form.ContainsKey("words") ? form["words"].ToString().Trim() : question.Feedback,
            Foreseen = form.ContainsKey("words") ? foreseen.Select(wrong => wrong.Value).ToValueList() : question.Foreseen,
        };
    }

    private static Outcome<ForeseenNumber> Foreseen(IFormCollection form, string id, NumberQuestion question, CultureInfo culture)
    {
        var (typed, words) = (form["foreseen-value-" + id].ToString().Trim(), form["foreseen-words-" + id].ToString().Trim());
        if (typed.Length == 0)
        {
            return new ForeseenNumber(id, null, words);
        }

        var number = NumberFields.Quantity(typed, culture, question.Unit);
        return number.Succeeded
            ? new ForeseenNumber(id, number.Value.Number.Value, words)
            : Outcome<ForeseenNumber>.Refused(number.Refusal!);
    }
}
