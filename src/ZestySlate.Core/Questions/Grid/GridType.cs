using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Grid;

/// <summary>The family of tables. Each cell that is marked is a part, worth its own points.</summary>
public sealed class GridType : QuestionType<GridQuestion, GridResponse>, IGrows
{
    private const int LongestCell = 500;

    public override string Key => "grid";

    protected override string TitleOf(GridQuestion question) => AuthorWords.Say("familyGrid");

    public string WaitsIn => "cells";

    public IEnumerable<string> NeedsOf(Question question) => ((GridQuestion)question).Later.Select(later => later.Needs);

    public Question Known(Question question, Func<string, bool> knows)
    {
        var grid = (GridQuestion)question;
        var waiting = grid.Later.Where(later => !knows(later.Needs)).Select(later => later.Row).ToHashSet();
        return waiting.Count == 0
            ? grid
            : grid with
            {
                Rows = grid.Rows.RemoveAll(waiting.Contains),
                Cells = grid.Cells.RemoveAll(cell => waiting.Contains(cell.Id.Split('.')[0])),
            };
    }

    public Question With(Question question, Func<string, string> twin) =>
        (GridQuestion)question with
        {
            Later = ((GridQuestion)question).Later.Select(later => later with { Needs = twin(later.Needs) }).ToValueList(),
        };

    protected override decimal Parts(GridQuestion question) => question.Cells.Sum(cell => cell.IsPart ? cell.Points : 0);

    protected override bool IsGraded(GridQuestion question) => question.Cells.Any(cell => cell.IsPart);

    protected override QuestionMark Mark(GridQuestion question, GridResponse? response, CultureInfo culture)
    {
        if (response is null || response.IsEmpty)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), []);
        }

        var given = new Dictionary<string, string>();
        foreach (var part in response.Parts)
        {
            given.TryAdd(part.Part, part.Value);
        }

        var parts = question
            .Cells.Where(cell => cell.IsPart)
            .Select(cell => PartOf(question, cell, given.GetValueOrDefault(cell.Id, ""), culture))
            .ToList();
        return parts.Count == 0 ? new QuestionMark(Verdict.Ungraded, 0, Reason.Of("answerIsKept"), []) : Credit.Of(parts, question.Penalty);
    }

    private static PartCredit PartOf(GridQuestion question, GridCell cell, string given, CultureInfo culture)
    {
        var weight = Math.Max(0.000001m, cell.Points);
        if (cell.IsNumber)
        {
            var number = new NumberQuestion
            {
                Value = cell.Value,
                Unit = UnitOf(cell),
                UnitUse = UnitOf(cell).Length > 0 ? UnitUse.Optional : UnitUse.None,
                Tolerance = cell.Tolerance,
            };
            return NumberMarking.Mark(number, new NumberResponse { Text = given }, culture).Parts[0] is var mark
                ? new PartCredit(
                    cell.Id,
                    NameOf(question, cell),
                    mark.Verdict,
                    Fraction.Max(0, mark.Share),
                    weight,
                    mark.Reason,
                    mark.Verdict == Verdict.Missing ? "" : cell.Feedback
                )
                : default;
        }

        if (cell.Kind == CellKind.Text)
        {
            var match = TextMatching.Match(
                given,
                new TextKey { Accepted = [cell.Text, .. cell.Variants], NotThis = cell.NotThis },
                cell.Reading,
                culture,
                question
                    .Cells.Where(other => other.Id != cell.Id && other.IsPart && other.Kind == CellKind.Text)
                    .SelectMany(other => other.Variants.Insert(0, other.Text))
            );
            return new PartCredit(
                cell.Id,
                NameOf(question, cell),
                match.Verdict,
                match.Earned,
                weight,
                match.Reason,
                match.Verdict == Verdict.Missing ? "" : cell.Feedback
            );
        }

        // An empty box is an answer where no tick belongs.
        var right = cell.Kind == CellKind.Tick ? (given == "yes") == (cell.Text == "yes") : given == cell.Text;
        var missing = given.Length == 0 && (cell.Kind == CellKind.Pick || cell.Text == "yes");
        return missing
            ? new PartCredit(cell.Id, NameOf(question, cell), Verdict.Missing, 0, weight, Reason.Of("notFilled"))
            : new PartCredit(
                cell.Id,
                NameOf(question, cell),
                right ? Verdict.Right : Verdict.Wrong,
                right ? 1 : 0,
                weight,
                Reason.Of(right ? "cellRight" : "cellWrong"),
                cell.Feedback
            );
    }

    internal static string UnitOf(GridCell cell) =>
        cell.Kind == CellKind.Percent ? "%"
        : cell.Kind == CellKind.Currency && cell.Unit.Length == 0 ? "€"
        : cell.Unit;

    /// <summary>What a cell is called: the heads of its row and of its column, else their numbers.</summary>
    internal static string NameOf(GridQuestion question, GridCell cell)
    {
        if (cell.Id.Split('.') is not [var rowId, var columnId])
        {
            return "";
        }

        var (row, column) = (question.Rows.IndexOf(id => id == rowId), question.Columns.IndexOf(other => other.Id == columnId));
        var names = new[]
        {
            question.HeadColumns > 0 && row >= 0 ? TextAt(question, rowId, question.Columns[0].Id) : "",
            question.HeadRows > 0 && column >= 0 ? TextAt(question, question.Rows[0], columnId) : "",
        };
        return string.Join(", ", names.Where(name => name.Length > 0)) is { Length: > 0 } name ? name : $"{row + 1}, {column + 1}";
    }

    private static string TextAt(GridQuestion question, string row, string column) =>
        question.Cells.FirstOrDefault(cell => cell.Id == GridQuestion.IdOf(row, column)) is { Kind: CellKind.Given } cell
            ? cell.Text.Trim()
            : "";

    protected override string InWords(GridQuestion question, GridResponse response) =>
        string.Join(
            " · ",
            question
                .Cells.Where(cell => cell.IsFilled && response.For(cell.Id).Length > 0)
                .Select(cell => $"{NameOf(question, cell)}: {(cell.Kind == CellKind.Tick ? "✓" : response.For(cell.Id))}")
        );

    protected override bool IsEmpty(GridResponse response) => response.IsEmpty;

    protected override Reason? RefuseResponse(GridQuestion question, GridResponse response) =>
        response.Parts.Any(part => part.Value.Length > LongestCell) ? Reason.Of("answerTooLong", LongestCell)
        : response.Parts.All(part =>
            question.Cells.Any(cell =>
                cell.Id == part.Part && cell.IsFilled && (cell.Kind != CellKind.Pick || cell.Options.Contains(part.Value))
            )
        )
            ? null
        : Reason.Of("notInQuestion");

    protected override GridResponse? Kept(GridQuestion question, GridResponse response, IReadOnlySet<string> right)
    {
        // What is filled without marking stays as it is.
        var kept = response
            .Parts.Where(part => right.Contains(part.Part) || question.Cells.Any(cell => cell.Id == part.Part && !cell.IsMarked))
            .ToValueList();
        return kept.Count > 0 ? new() { Parts = kept } : null;
    }

    protected override GridResponse WithKept(GridQuestion question, GridResponse given, GridResponse kept) =>
        given with
        {
            Parts = given.With(
                kept with
                {
                    Parts = kept.Parts.Where(part => question.Cells.Any(cell => cell.Id == part.Part && cell.IsPart)).ToValueList(),
                }
            ),
        };

    protected override GridQuestion WithWording(GridQuestion older, GridQuestion newer) =>
        older with
        {
            Cells = older.Cells.Replace(
                _ => true,
                cell =>
                    Same(newer, cell) is { } same
                        ? cell with
                        {
                            Text = cell.Kind == CellKind.Given ? same.Text : cell.Text,
                            Feedback = same.Feedback,
                            Tone = same.Tone,
                            Align = same.Align,
                            Framed = same.Framed,
                        }
                        : cell
            ),
            Columns = older.Columns.Replace(_ => true, column => newer.Columns.FirstOrDefault(other => other.Id == column.Id) ?? column),
        };

    protected override GridQuestion WithKey(GridQuestion older, GridQuestion newer) =>
        older with
        {
            Cells = older.Cells.Replace(
                _ => true,
                cell =>
                    Same(newer, cell) is { } same && same.Kind == cell.Kind && cell.Kind != CellKind.Given
                        ? same with
                        {
                            Feedback = cell.Feedback,
                            Tone = cell.Tone,
                            Align = cell.Align,
                            Framed = cell.Framed,
                            Options = cell.Options,
                        }
                        : cell
            ),
        };

    private static GridCell? Same(GridQuestion question, GridCell cell) => question.Cells.FirstOrDefault(other => other.Id == cell.Id);

    protected override IEnumerable<Weakness> Check(GridQuestion question, CultureInfo culture)
    {
        if (!question.Cells.Any(cell => cell.IsFilled))
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoCellFilledSelect"), "cells");
        }

        if (
            question.Cells.FirstOrDefault(cell =>
                cell.IsPart
                && (
                    cell.IsNumber ? cell.Value is null
                    : cell.Kind == CellKind.Text ? cell.Text.Trim().Length == 0
                    : cell.Kind == CellKind.Pick && !cell.Options.Contains(cell.Text)
                )
            ) is
            { } empty
        )
        {
            yield return new Weakness(true, AuthorWords.Say("hasCellWithoutRightAnswer", NameOf(question, empty)), "cells");
        }

        if (question.Cells.FirstOrDefault(cell => cell.Kind == CellKind.Pick && cell.Options.Count < 2) is { } few)
        {
            yield return new Weakness(true, AuthorWords.Say("hasCellPickFromFewer", NameOf(question, few)), "cells");
        }

        if (
            question.Cells.FirstOrDefault(cell =>
                cell.Kind == CellKind.Text
                && cell.IsMarked
                && cell.NotThis.Any(wrong => cell.Variants.Prepend(cell.Text).Any(right => cell.Reading.Same(wrong, right, culture)))
            ) is
            { } both
        )
        {
            yield return new Weakness(true, AuthorWords.Say("hasCellTakesTextRight", NameOf(question, both)), "cells");
        }
    }

    protected override GridResponse? Rehearse(GridQuestion question, Chance chance) =>
        new()
        {
            Parts = question
                .Cells.Where(cell => cell.IsPart)
                .Select(cell => new PartAnswer(
                    cell.Id,
                    cell.Kind switch
                    {
                        CellKind.Tick => (cell.Text == "yes") == chance.Knows() ? "yes" : "",
                        CellKind.Pick => chance.Known(cell.Text, cell.Options),
                        CellKind.Text => chance.Knows() ? cell.Text : chance.Unsure(cell.Text, cell.NotThis),
                        _ => cell.Value is { } right
                            ? NumberWriting.Write(chance.Knows() ? right : chance.Unsure(right), CultureInfo.InvariantCulture)
                            : "",
                    }
                ))
                .Where(part => part.Value.Length > 0)
                .ToValueList(),
        };

    protected override QuestionView View(GridQuestion question, Showing<GridResponse> showing)
    {
        var cells = question.Cells.ToDictionary(cell => cell.Id);
        return new GridView(
            question.Columns,
            question.HeadRows,
            question.HeadColumns,
            question
                .Rows.Select(row =>
                    question
                        .Columns.Select(column =>
                        {
                            var id = GridQuestion.IdOf(row, column.Id);
                            return cells.GetValueOrDefault(id) is not { } cell
                                ? new GridCellView(
                                    id,
                                    CellKind.Given,
                                    false,
                                    "",
                                    "",
                                    [],
                                    "",
                                    0,
                                    CellTone.None,
                                    CellAlign.Usual,
                                    false,
                                    false,
                                    PartSaid.Nothing,
                                    ""
                                )
                                : new GridCellView(
                                    id,
                                    cell.Kind,
                                    cell.IsPart,
                                    cell.IsFilled ? "" : cell.Text,
                                    showing.Given?.For(id) ?? "",
                                    cell.Options,
                                    cell.IsNumber ? UnitOf(cell) : "",
                                    cell.IsPart ? cell.Points : 0,
                                    cell.Tone,
                                    cell.Align,
                                    cell.Framed,
                                    cell.IsPart && (showing.Kept?.Parts.Any(part => part.Part == id) ?? false),
                                    showing.Said(id),
                                    showing.Shown.RightAnswer && cell.IsPart ? RightOf(cell, showing.Words) : ""
                                );
                        })
                        .ToValueList()
                )
                .ToValueList()
        );
    }

    private static string RightOf(GridCell cell, Words words) =>
        cell.Kind switch
        {
            CellKind.Tick => cell.Text == "yes" ? "✓" : words["noTick"],
            CellKind.Text or CellKind.Pick => cell.Text,
            _ => cell.Value is { } value
                ? NumberWriting.Write(value, words.Culture) + (UnitOf(cell) is { Length: > 0 } unit ? $" {unit}" : "")
                : "",
        };
}
