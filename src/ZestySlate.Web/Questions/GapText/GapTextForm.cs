using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.GapText;

/// <summary>Gap text in forms.</summary>
internal sealed class GapTextForm : IQuestionForm
{
    public Type DefinitionType => typeof(GapTextQuestion);

    public Type Editor => typeof(GapTextEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("gapText", "Gap text", "words are filled in", "text-cursor-input", "cloze blanks dictation fill missing", () =>
            new GapTextQuestion()
        )
        {
            IsCommon = true,
        },
    ];

    /// <summary>
    /// Fields: filling; fullText; press=from-to; gap (the ids); variants-ID, notThis-ID, hint-ID, right-ID, wrong-ID, weight-ID,
    /// exchange-ID; extraWords, wordsOften; those of the reading.
    /// </summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (GapTextQuestion)old;
        if (MarkedText.Refusal(form["fullText"].ToString()) is { } refusal)
        {
            return Outcome<Question>.Refused(refusal);
        }

        var filling = Named.TryRead<GapFilling>(form["filling"], out var set) ? set : question.Filling;
        var text = MarkedText.Change(
            question.Text,
            gap => form["gap"].Contains(gap.Id),
            gap =>
                gap with
                {
                    Variants = Rows.Lines(form["variants-" + gap.Id]),
                    NotThis = Rows.Lines(form["notThis-" + gap.Id]),
                    Hint = form["hint-" + gap.Id].ToString().Trim(),
                    WordsForRight = form["right-" + gap.Id].ToString().Trim(),
                    WordsForWrong = form["wrong-" + gap.Id].ToString().Trim(),
                    Weight = WeightField.Read(form, gap.Id, gap.Weight),
                    Exchange = form["exchange-" + gap.Id].ToString(),
                }
        );
        return question with
        {
            Filling = filling,
            Text = PressWords<Gap>.Read(form, text, _ => new Gap { Id = Ids.New() }),
            ExtraWords = form.ContainsKey("extraWords") ? Rows.Lines(form["extraWords"]) : question.ExtraWords,
            WordsOften =
                filling == GapFilling.Bank && question.Filling == GapFilling.Bank ? form["wordsOften"] == "yes" : question.WordsOften,
            Reading =
                filling == GapFilling.Typed && question.Filling == GapFilling.Typed
                    ? TextReadingFields.Read(form, question.Reading)
                    : question.Reading,
        };
    }
}
