using System.Globalization;
using System.Text.RegularExpressions;
using ZestySlate.Core;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Grid;

namespace ZestySlate.Web.Questions.Grid;

/// <summary>Changes of a table's rows and columns, and what is pasted into it.</summary>
internal static partial class GridShape
{
    internal static bool IsNumber(this CellKind kind) => kind is CellKind.Number or CellKind.Currency or CellKind.Percent;

    /// <summary>A cell of another kind; what it holds goes with it where it can.</summary>
    internal static GridCell To(this GridCell cell, CellKind kind)
    {
        if (cell.Kind == kind)
        {
            return cell;
        }

        var words =
            cell.Kind.IsNumber() ? (cell.Value is { } value ? NumberWriting.Write(value, CultureInfo.InvariantCulture) : "")
            : cell.Kind == CellKind.Tick ? ""
            : cell.Text;
        var read = kind.IsNumber() ? QuantityReading.Read(words, CultureInfo.InvariantCulture) : null;
        return cell with
        {
            Kind = kind,
            IsMarked = cell.Kind == CellKind.Given || cell.IsMarked,
            Text =
                kind.IsNumber() ? ""
                : kind == CellKind.Tick
                    ? words.Trim().ToLowerInvariant() is "yes" or "x" or "✓" or "true" ? "yes"
                        : ""
                : words,
            Value = kind.IsNumber() ? read?.Number.Value ?? cell.Value : null,
            Unit = read is { Unit.Length: > 0 } ? read.Unit : cell.Unit,
            Options = kind == CellKind.Pick && words.Length > 0 && !cell.Options.Contains(words) ? cell.Options.Add(words) : cell.Options,
        };
    }

    /// <summary>Adds, removes or moves the rows or columns of the chosen cells; without chosen ones those at the end.</summary>
    internal static GridQuestion Change(GridQuestion grid, string what, IReadOnlySet<string> chosen)
    {
        var rows = grid
            .Rows.Where(row => chosen.Any(id => id.StartsWith(row + ".", StringComparison.Ordinal)))
            .DefaultIfEmpty(grid.Rows.Count > 0 ? grid.Rows[grid.Rows.Count - 1] : "")
            .ToList();
        var columns = grid
            .Columns.Where(column => chosen.Any(id => id.EndsWith("." + column.Id, StringComparison.Ordinal)))
            .DefaultIfEmpty(grid.Columns.Count > 0 ? grid.Columns[grid.Columns.Count - 1] : new GridColumn(""))
            .ToList();
        var (row, column) = (grid.Rows.IndexOf(id => id == rows[0]), grid.Columns.IndexOf(other => other.Id == columns[0].Id));
        var changed = what switch
        {
            "rowBefore" when grid.Rows.Count < GridQuestion.Most => grid with { Rows = grid.Rows.Insert(row, Ids.New()) },
            "rowAfter" when grid.Rows.Count < GridQuestion.Most => grid with { Rows = grid.Rows.Insert(row + rows.Count, Ids.New()) },
            "rowGone" when grid.Rows.Count > rows.Count => grid with { Rows = grid.Rows.RemoveAll(rows.Contains) },
            "rowUp" when row > 0 => grid with { Rows = Moved(grid.Rows, row, rows.Count, -1) },
            "rowDown" when row + rows.Count < grid.Rows.Count => grid with { Rows = Moved(grid.Rows, row, rows.Count, 1) },
            "columnBefore" when grid.Columns.Count < GridQuestion.Most => grid with
            {
                Columns = grid.Columns.Insert(column, new GridColumn(Ids.New())),
            },
            "columnAfter" when grid.Columns.Count < GridQuestion.Most => grid with
            {
                Columns = grid.Columns.Insert(column + columns.Count, new GridColumn(Ids.New())),
            },
            "columnGone" when grid.Columns.Count > columns.Count => grid with { Columns = grid.Columns.RemoveAll(columns.Contains) },
            "columnLeft" when column > 0 => grid with { Columns = Moved(grid.Columns, column, columns.Count, -1) },
            "columnRight" when column + columns.Count < grid.Columns.Count => grid with
            {
                Columns = Moved(grid.Columns, column, columns.Count, 1),
            },
            _ => grid,
        };
        return Pruned(changed);
    }

    /// <summary>Puts a table from a spreadsheet (lines, cells parted by tabs) into the cells from one on; rows and columns are added as needed.</summary>
    internal static GridQuestion Paste(GridQuestion grid, string at, string text)
    {
        var lines = CellsOf(text);
        var (fromRow, fromColumn) = at.Split('.') is [var rowId, var columnId]
            ? (Math.Max(0, grid.Rows.IndexOf(id => id == rowId)), Math.Max(0, grid.Columns.IndexOf(other => other.Id == columnId)))
            : (0, 0);
        var wide = Math.Min(GridQuestion.Most, fromColumn + lines.Max(line => line.Count));
        var tall = Math.Min(GridQuestion.Most, fromRow + lines.Count);
        var larger = grid with
        {
            Rows = grid.Rows.Concat(Enumerable.Range(0, Math.Max(0, tall - grid.Rows.Count)).Select(_ => Ids.New())).ToValueList(),
            Columns = grid
                .Columns.Concat(Enumerable.Range(0, Math.Max(0, wide - grid.Columns.Count)).Select(_ => new GridColumn(Ids.New())))
                .ToValueList(),
        };
        var cells = larger.Cells.ToDictionary(cell => cell.Id);
        for (var row = fromRow; row < tall; row++)
        {
            for (var column = fromColumn; column < Math.Min(wide, fromColumn + lines[row - fromRow].Count); column++)
            {
                var id = GridQuestion.IdOf(larger.Rows[row], larger.Columns[column].Id);
                var (cell, words) = (
                    cells.GetValueOrDefault(id) ?? new GridCell { Id = id },
                    lines[row - fromRow][column - fromColumn].Replace('\n', ' ').Trim()
                );
                cells[id] =
                    cell.Kind == CellKind.Given || cell.Kind == CellKind.Text
                        ? cell with
                        {
                            Text = words,
                        }
                        : (cell with { Kind = CellKind.Given, Text = words, Value = null }).To(cell.Kind) with
                        {
                            IsMarked = cell.IsMarked,
                        };
            }
        }

        return larger with
        {
            Cells = cells.Values.ToValueList(),
        };
    }

    /// <summary>The cells of a text from a spreadsheet; a cell in quotes may hold line breaks.</summary>
    private static List<List<string>> CellsOf(string text)
    {
        var lines = new List<List<string>> { new() };
        var last = false;
        foreach (System.Text.RegularExpressions.Match cell in PastedCells().Matches(text.ReplaceLineEndings("\n").TrimEnd('\n')))
        {
            if (last)
            {
                break;
            }

            last = cell.Groups["end"].Length == 0;
            lines[^1].Add(cell.Groups["quoted"].Success ? cell.Groups["quoted"].Value.Replace("\"\"", "\"") : cell.Groups["plain"].Value);
            if (cell.Groups["end"].Value == "\n")
            {
                lines.Add([]);
            }
        }

        return lines;
    }

    private static ValueList<T> Moved<T>(ValueList<T> list, int first, int count, int by)
    {
        var block = list.Skip(first).Take(count).ToList();
        return list.Take(first).Concat(list.Skip(first + count)).ToValueList() is var rest
            ? rest.Take(first + by).Concat(block).Concat(rest.Skip(first + by)).ToValueList()
            : list;
    }

    /// <summary>Without cells whose row or column is gone.</summary>
    private static GridQuestion Pruned(GridQuestion grid)
    {
        var there = grid.Rows.SelectMany(row => grid.Columns.Select(column => GridQuestion.IdOf(row, column.Id))).ToHashSet();
        return grid with { Cells = grid.Cells.RemoveAll(cell => !there.Contains(cell.Id)) };
    }

    [GeneratedRegex("\\G(?:\"(?<quoted>(?:[^\"]|\"\")*)\"|(?<plain>[^\\t\\n]*))(?<end>\\t|\\n|$)")]
    private static partial Regex PastedCells();
}
