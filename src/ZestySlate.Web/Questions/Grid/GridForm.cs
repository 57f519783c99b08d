using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.Grid;

/// <summary>Grid in forms.</summary>
internal sealed class GridForm : IQuestionForm
{
    public Type DefinitionType => typeof(GridQuestion);

    public Type Editor => typeof(GridEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("grid", "Grid", "fill in a table", "table", "table matrix spreadsheet chart", () =>
            new GridQuestion
            {
                Columns = [.. Enumerable.Range(0, 3).Select(_ => new GridColumn(Ids.New()))],
                Rows = [.. Enumerable.Range(0, 4).Select(_ => Ids.New())],
            }
        ),
    ];

    /// <summary>
    /// Fields: cell-ID (what it holds), width-COLUMN; for cells with more: variants-ID, notThis-ID, slips-ID, unit-ID, tolerance-ID,
    /// options-ID, words-ID; needs-ROW; headRows, headColumns; cellsChosen (ids) with a press: cellSet (kind, marked, tone, align, framed or points and a
    /// value; cellPoints) or gridDo (a change of rows and columns); gridPasted with pasteAt (a cell).
    /// </summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (GridQuestion)old with
        {
            Columns = ((GridQuestion)old).Columns.Replace(
                _ => true,
                column =>
                    EditForms.Decimal(form["width-" + column.Id]) is { } width
                        ? column with
                        {
                            Width = Math.Clamp(width, 0.2m, 10),
                        }
                        : column
            ),
            HeadRows = EditForms.Whole(form["headRows"], ((GridQuestion)old).HeadRows, 0, 5),
            HeadColumns = EditForms.Whole(form["headColumns"], ((GridQuestion)old).HeadColumns, 0, 5),
            Later = ReadLater(form, (GridQuestion)old),
        };
        var cells = new Dictionary<string, GridCell>();
        foreach (var id in question.Rows.SelectMany(row => question.Columns.Select(column => GridQuestion.IdOf(row, column.Id))))
        {
            var was = question.Cells.FirstOrDefault(cell => cell.Id == id) ?? new GridCell { Id = id };
            var read = form.ContainsKey("cell-" + id) || was.Kind == CellKind.Tick ? ReadCell(form, was, culture) : was;
            if (!read.Succeeded)
            {
                return Outcome<Question>.Refused(read.Refusal!);
            }

            cells[id] = read.Value;
        }

        var chosen = form["cellsChosen"].ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries).Where(cells.ContainsKey).ToHashSet();
        var points = EditForms.Decimal(form["cellPoints"]);
        foreach (var id in chosen)
        {
            cells[id] = Set(cells[id], form["cellSet"].ToString(), points);
        }

        var filled = question with { Cells = Kept(cells.Values) };
        filled = GridShape.Change(filled, form["gridDo"].ToString(), chosen);
        return form["gridPasted"].ToString() is { Length: > 0 } pasted
            ? GridShape.Paste(filled, form["pasteAt"].ToString(), pasted)
            : filled;
    }

    /// <summary>What each row waits for; of a row that the form says nothing of, what it waited for.</summary>
    private static ValueList<LaterRow> ReadLater(IFormCollection form, GridQuestion old) =>
        old
            .Rows.Select(row =>
                form.ContainsKey("needs-" + row)
                    ? new LaterRow(row, form["needs-" + row].ToString())
                    : old.Later.FirstOrDefault(later => later.Row == row) ?? new LaterRow(row, "")
            )
            .Where(later => later.Needs.Length > 0)
            .ToValueList();

    private static Outcome<GridCell> ReadCell(IFormCollection form, GridCell was, CultureInfo culture)
    {
        var typed = form["cell-" + was.Id].ToString();
        var tolerance = ToleranceFields.Read(form, "-" + was.Id, was.Tolerance, culture);
        if (!tolerance.Succeeded)
        {
            return Outcome<GridCell>.Refused(tolerance.Refusal!);
        }

        var cell = was with
        {
            Variants = form.ContainsKey("variants-" + was.Id) ? Rows.Lines(form["variants-" + was.Id]) : was.Variants,
            NotThis = form.ContainsKey("notThis-" + was.Id) ? Rows.Lines(form["notThis-" + was.Id]) : was.NotThis,
            Reading = form.ContainsKey("variants-" + was.Id) ? TextReadingFields.Read(form, was.Reading, "-" + was.Id) : was.Reading,
            Options = form.ContainsKey("options-" + was.Id) ? Rows.Lines(form["options-" + was.Id]) : was.Options,
            Unit = form.ContainsKey("unit-" + was.Id) ? form["unit-" + was.Id].ToString().Trim() : was.Unit,
            Tolerance = tolerance.Value,
            Feedback = form.ContainsKey("words-" + was.Id) ? form["words-" + was.Id].ToString().Trim() : was.Feedback,
        };
        if (!cell.Kind.IsNumber())
        {
            return cell with
            {
                Text = typed.Trim(),
                Options =
                    cell.Kind == CellKind.Pick && typed.Trim().Length > 0 && !cell.Options.Contains(typed.Trim())
                        ? cell.Options.Add(typed.Trim())
                        : cell.Options,
            };
        }

        if (typed.Trim().Length == 0)
        {
            return cell with { Value = null, Text = "" };
        }

        var read = NumberFields.Quantity(typed, culture, cell.Unit);
        return read.Succeeded
            ? cell with
            {
                Value = read.Value.Number.Value,
                Text = "",
                Unit = read.Value.Unit.Length > 0 && cell.Kind != CellKind.Percent ? read.Value.Unit : cell.Unit,
            }
            : Outcome<GridCell>.Refused(read.Refusal!);
    }

    /// <summary>Sets one thing of a cell: what it takes, how it looks, what it is worth.</summary>
    private static GridCell Set(GridCell cell, string set, decimal? points)
    {
        var (what, value) = set.Split(' ') is [var name, var to] ? (name, to) : (set, "");
        return what switch
        {
            "kind" when Named.TryRead<CellKind>(value, out var kind) => cell.To(kind),
            "marked" => cell with { IsMarked = value == "yes" },
            "tone" when Named.TryRead<CellTone>(value, out var tone) => cell with { Tone = tone },
            "align" when Named.TryRead<CellAlign>(value, out var align) => cell with { Align = align },
            "framed" => cell with { Framed = !cell.Framed },
            "points" when points is > 0 => cell with { Points = points.Value },
            _ => cell,
        };
    }

    /// <summary>Cells that hold nothing and take nothing are not written down.</summary>
    private static ValueList<GridCell> Kept(IEnumerable<GridCell> cells) =>
        cells.Where(cell => cell != new GridCell { Id = cell.Id }).ToValueList();
}
