using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.NumberLine;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.NumberLine;

/// <summary>Number line in forms.</summary>
internal sealed class NumberLineForm : IQuestionForm
{
    public Type DefinitionType => typeof(NumberLineQuestion);

    public Type Editor => typeof(NumberLineEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("numberLine", "Number line", "a place on a scale", "ruler", "scale axis fraction slider estimate maths", () =>
            new NumberLineQuestion()
        ),
    ];

    /// <summary>Fields: from, to, step; value (typed) and shown (by the pointer, as HTML writes numbers) with shownBefore; unit; those of
    /// the tolerance.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (NumberLineQuestion)old;
        Outcome<Fraction> Read(string field, Fraction before) =>
            form[field].ToString().Trim() is { Length: > 0 } typed ? NumberFields.Number(typed, culture) : before;
        var (from, to, step) = (Read("from", question.From), Read("to", question.To), Read("step", question.Step));
        // What the pointer shows is meant when it was moved; else what is typed.
        var moved = form["shown"].ToString() is { Length: > 0 } shown && shown != form["shownBefore"].ToString();
        var value =
            moved ? NumberFields.Number(form["shown"].ToString(), CultureInfo.InvariantCulture)
            : form["value"].ToString().Trim() is { Length: > 0 } typed ? NumberFields.Number(typed, culture)
            : (Outcome<Fraction>?)null;
        var tolerance = ToleranceFields.Read(form, "", question.Tolerance, culture);
        return (from.Refusal ?? to.Refusal ?? step.Refusal ?? value?.Refusal ?? tolerance.Refusal) is { } refusal
            ? Outcome<Question>.Refused(refusal)
            : question with
            {
                From = from.Value,
                To = to.Value,
                Step = step.Value,
                Value = value?.Value,
                Unit = form["unit"].ToString().Trim(),
                Tolerance = tolerance.Value,
            };
    }
}
