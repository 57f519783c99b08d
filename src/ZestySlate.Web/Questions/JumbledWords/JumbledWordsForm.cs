using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.JumbledWords;

namespace ZestySlate.Web.Questions.JumbledWords;

/// <summary>Jumbled words in forms.</summary>
internal sealed class JumbledWordsForm : IQuestionForm
{
    private const int MostLines = 50;

    public Type DefinitionType => typeof(JumbledWordsQuestion);

    public Type Editor => typeof(JumbledWordsEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } = [new("jumbledWords", "Jumbled words", "shuffle", () => new JumbledWordsQuestion())];

    /// <summary>Fields: lines; move; eachMove, stay, hideEnds.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (JumbledWordsQuestion)old;
        return question with
        {
            Lines = Rows.Lines(form["lines"]).Take(MostLines).ToValueList(),
            Move = Enum.TryParse<JumbledMove>(form["move"], out var move) ? move : question.Move,
            EachMove = form["eachMove"] == "yes",
            RightWordsStay = form["stay"] == "yes",
            HideEnds = form["hideEnds"] == "yes",
        };
    }
}
