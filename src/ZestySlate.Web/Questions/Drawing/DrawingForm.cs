using System.Globalization;
using System.Text.Json;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;

namespace ZestySlate.Web.Questions.Drawing;

/// <summary>Drawing in forms.</summary>
internal sealed class DrawingForm : IQuestionForm
{
    public Type DefinitionType => typeof(DrawingQuestion);

    public Type Editor => typeof(DrawingEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [new("drawing", "Drawing", "drawn by hand", "pencil", "sketch graph diagram pencil draw", () => new DrawingQuestion())];

    /// <summary>Fields: those of the board; sort (several; none for all); waits, those of the rubric.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (DrawingQuestion)old;
        var sorts = form["sort"]
            .Select(sort => Named.TryRead<DrawnSort>(sort, out var known) ? known : (DrawnSort?)null)
            .OfType<DrawnSort>()
            .Distinct()
            .ToValueList();
        return JudgedFields.Read(form, question) with
        {
            Board = BoardFields.Read(form, question.Board),
            Sorts = sorts.Count == Enum.GetValues<DrawnSort>().Length ? [] : sorts,
        };
    }
}
