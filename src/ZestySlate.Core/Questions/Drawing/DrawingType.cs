using System.Globalization;
using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Drawing;

/// <summary>The family of drawings.</summary>
public sealed partial class DrawingType : JudgedType<DrawingQuestion, DrawingResponse>, IDrawn
{
    /// <summary>The most marks of a drawing.</summary>
    public const int MostMarks = 5000;

    /// <summary>The longest text on a board, in characters.</summary>
    public const int LongestText = 200;

    private const int LongestPoints = 60_000;

    /// <summary>The most characters of points in a whole drawing: some hours of drawing, and no more than a page can show.</summary>
    public const int MostPoints = 2_000_000;

    public override string Key => "drawing";

    public override Demand UsualDemand => Demand.Application;

    public Picture? GroundOf(Question question) => ((DrawingQuestion)question).Board.Picture;

    public string AsSvg(Question question, Response? response, string? ground) =>
        DrawnShape.File(((DrawingQuestion)question).Board.Shape, ground, (response as DrawingResponse)?.Marks ?? []);

    protected override string TitleOf(DrawingQuestion question) => AuthorWords.Say("familyDrawing");

    protected override string InWords(DrawingQuestion question, DrawingResponse response)
    {
        var texts = string.Join(", ", response.Marks.Where(mark => mark.Sort == DrawnSort.Text).Select(mark => $"“{mark.Words}”"));
        var drawn = AuthorWords.Say("drawingMarks", response.Marks.Count);
        return texts.Length > 0 ? AuthorWords.Say("drawingWithTexts", drawn, texts) : drawn;
    }

    protected override bool IsEmpty(DrawingResponse response) => response.Marks.Count == 0;

    /// <summary>Marks with a known number take the place of the older ones, others are added, those that are gone leave.</summary>
    protected override DrawingResponse Onto(DrawingQuestion question, DrawingResponse? before, DrawingResponse given)
    {
        var marks = (before?.Marks ?? []).ToDictionary(mark => mark.Number);
        foreach (var mark in given.Marks)
        {
            marks[mark.Number] = mark;
        }

        foreach (var number in given.Gone)
        {
            marks.Remove(number);
        }

        return new DrawingResponse { Marks = marks.Values.OrderBy(mark => mark.Number).ToValueList() };
    }

    protected override Reason? RefuseResponse(DrawingQuestion question, DrawingResponse response) =>
        response.Marks.Count > MostMarks || response.Marks.Sum(mark => (long)mark.Points.Length) > MostPoints
            ? Reason.Of("drawingTooLarge", MostMarks)
        : response.Marks.FirstOrDefault(mark => mark.Sort == DrawnSort.Text && mark.Words.Length > LongestText) is not null
            ? Reason.Of("drawnTextTooLong", LongestText)
        : response.Marks.All(mark => IsWhole(mark) && (question.Sorts.Count == 0 || question.Sorts.Contains(mark.Sort))) ? null
        : Reason.Of("otherKindOfAnswer");

    private static bool IsWhole(DrawnMark mark) =>
        Enum.IsDefined(mark.Sort)
        && Colour().IsMatch(mark.Colour)
        && mark.Width is >= 5 and <= 4000
        && mark.Points.Length <= LongestPoints
        && DrawnPoint.Read(mark.Points) is { Count: var count }
        && mark.Sort switch
        {
            DrawnSort.Line => count > 0,
            DrawnSort.Text => count == 1 && mark.Words.Trim().Length > 0 && !mark.Words.Any(char.IsControl),
            DrawnSort.Stamp => count == 1 && Stamps.All.ContainsKey(mark.Words),
            _ => count == 2,
        };

    [GeneratedRegex(@"\A#[0-9a-f]{6}\z")]
    private static partial Regex Colour();

    protected override DrawingQuestion WithWording(DrawingQuestion older, DrawingQuestion newer) =>
        base.WithWording(older, newer) with
        {
            Board = newer.Board,
        };

    protected override IEnumerable<Weakness> Check(DrawingQuestion question, CultureInfo culture)
    {
        if (question.Board.Picture is { Decorative: false, AlternativeText: "" })
        {
            yield return new Weakness(false, AuthorWords.Say("hasBoardWhosePictureSays"), "board");
        }
    }

    /// <summary>A few freehand lines across the board: there is something for a person to look at.</summary>
    protected override DrawingResponse? Rehearse(DrawingQuestion question, Chance chance) =>
        new()
        {
            Marks = Enumerable
                .Range(0, 2 + chance.Next(4))
                .Select(line =>
                {
                    var (x, y, bend) = (600 + chance.Next(900), 700 + (line * 900) + chance.Next(500), chance.Next(700) - 350);
                    return new DrawnMark
                    {
                        Number = line,
                        Sort = DrawnSort.Line,
                        Points = string.Join(
                            ' ',
                            Enumerable
                                .Range(0, 24)
                                .Select(i =>
                                    $"{x + (i * 330)},{Math.Clamp(y + (int)(bend * Math.Sin(i / 23.0 * Math.PI * 1.5)), 0, 9000)},{40 + chance.Next(30)}"
                                )
                        ),
                    };
                })
                .ToValueList(),
        };

    protected override QuestionView View(DrawingQuestion question, Showing<DrawingResponse> showing) =>
        new DrawingView(question.Board, question.Board.Shape, question.Sorts, showing.Given?.Marks ?? [], question.Rubric);
}
