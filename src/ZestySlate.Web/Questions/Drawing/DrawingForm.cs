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

    public IReadOnlyList<NewQuestion> Offers { get; } = [new("drawing", "Drawing", "pencil", () => new DrawingQuestion())];

    /// <summary>Fields: put (marks as JSON), gone (numbers): what changed since it was sent last.</summary>
    public Response ReadResponse(IFormCollection form)
    {
        var gone = form["gone"].ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(number => long.TryParse(number, out var known) ? known : -1).ToValueList();
        try
        {
            var marks = form["put"].ToString() is { Length: > 0 } put ? JsonSerializer.Deserialize<ValueList<DrawnMark>>(put, ActivityJson.Trusted) : [];
            return marks.All(mark => mark is { Points: not null, Words: not null, Colour: not null }) ? new DrawingResponse { Marks = marks, Gone = gone } : Unreadable;
        }
        catch (JsonException)
        {
            return Unreadable;
        }
    }

    /// <summary>What cannot be read is no mark; refusing it is for the family.</summary>
    private static DrawingResponse Unreadable => new() { Marks = [new DrawnMark { Number = 0, Sort = DrawnSort.Line }] };

    /// <summary>Fields: those of the board; sort (several; none for all); waits, those of the rubric.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (DrawingQuestion)old;
        var sorts = form["sort"].Select(sort => Enum.TryParse<DrawnSort>(sort, out var known) ? known : (DrawnSort?)null).OfType<DrawnSort>().Distinct().ToValueList();
        return JudgedFields.Read(form, question) with
        {
            Board = BoardFields.Read(form, question.Board),
            Sorts = sorts.Count == Enum.GetValues<DrawnSort>().Length ? [] : sorts,
        };
    }
}
