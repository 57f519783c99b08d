using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.WordPick;

namespace ZestySlate.Web.Questions.WordPick;

/// <summary>Word pick in forms.</summary>
internal sealed class WordPickForm : IQuestionForm
{
    public Type DefinitionType => typeof(WordPickQuestion);

    public Type Editor => typeof(WordPickEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("wordPick", "Word pick", "words are marked", "highlighter", "highlight find grammar verbs mistakes", () =>
            new WordPickQuestion()
        ),
    ];

    /// <summary>Fields: fullText; press=from-to, pressAs; mark (the ids), words-ID, trap-ID; penalty.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (WordPickQuestion)old;
        if (MarkedText.Refusal(form["fullText"].ToString()) is { } refusal)
        {
            return Outcome<Question>.Refused(refusal);
        }

        var text = MarkedText.Change(
            question.Text,
            mark => form["mark"].Contains(mark.Id),
            mark => mark with { Feedback = form["words-" + mark.Id].ToString().Trim(), Trap = form["trap-" + mark.Id] == "yes" }
        );
        return question with
        {
            Text = PressWords<WordMark>.Read(form, text, _ => new WordMark { Id = Ids.New(), Trap = form["pressAs"] == "trap" }),
        };
    }
}
