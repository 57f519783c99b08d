using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.ShortText;

/// <summary>Short text in forms.</summary>
internal sealed class ShortTextForm : IQuestionForm
{
    public Type DefinitionType => typeof(ShortTextQuestion);

    public Type Editor => typeof(ShortTextEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("shortText", "Short text", "a word or two typed", "pen-line", "open answer word spelling translate dictation", () =>
            new ShortTextQuestion { Accepted = [new ShortAnswer("")] }
        )
        {
            IsCommon = true,
        },
    ];

    /// <summary>Fields: accepted and notThis (numbers of rows), NAME-text-N, NAME-words-N, NAME-share-N; those of the reading.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (ShortTextQuestion)old;
        return question with
        {
            Accepted = Answers(form, "accepted", 1),
            NotThis = Answers(form, "notThis", 0),
            Reading = TextReadingFields.Read(form, question.Reading),
        };
    }

    private static ValueList<ShortAnswer> Answers(IFormCollection form, string name, int atLeast) =>
        Rows.Read(form, name, atLeast)
            .Select(id => new ShortAnswer(form[$"{name}-text-{id}"].ToString())
            {
                Feedback = form[$"{name}-words-{id}"].ToString().Trim(),
                Share = EditForms.Percent(form[$"{name}-share-{id}"]) ?? 1,
            })
            .ToValueList();
}
