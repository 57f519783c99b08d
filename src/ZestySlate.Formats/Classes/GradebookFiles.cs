using System.Globalization;
using CsvHelper;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using ZestySlate.Core.Classes;

namespace ZestySlate.Formats.Classes;

/// <summary>A gradebook as a file: CSV (RFC 4180, UTF-8 with a byte order mark) or a workbook (Office Open XML, ISO/IEC 29500). Names can
/// never run as formulas.</summary>
public static class GradebookFiles
{
    /// <summary>The gradebook as CSV, points to two decimals; missing, excused and late ones are said in words beside the points.</summary>
    public static string Csv(Gradebook book)
    {
        using var text = new StringWriter();
        using (var csv = CsvWriter.Create(text, CsvWriterOptions.Default with { Injection = CsvInjection.Escape, NewLine = "\r\n" }))
        {
            foreach (var row in Rows(book))
            {
                foreach (var cell in row)
                {
                    csv.WriteField(cell is decimal number ? number.ToString("0.##", CultureInfo.InvariantCulture) : (string?)cell ?? "");
                }

                csv.EndRecord();
            }
        }

        return "\uFEFF" + text;
    }

    /// <summary>The gradebook as a workbook: numbers are numbers, all else is text and never a formula.</summary>
    public static byte[] Workbook(Gradebook book)
    {
        using var stream = new MemoryStream();
        using (var file = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var workbook = file.AddWorkbookPart();
            var sheet = workbook.AddNewPart<WorksheetPart>();
            var data = new SheetData(
                Rows(book)
                    .Select(row => new Row(
                        row.Select(cell =>
                            cell is decimal number
                                ? new Cell { DataType = CellValues.Number, CellValue = new CellValue(number) }
                                : new Cell
                                {
                                    DataType = CellValues.InlineString,
                                    InlineString = new InlineString(
                                        new Text((string?)cell ?? "") { Space = SpaceProcessingModeValues.Preserve }
                                    ),
                                }
                        )
                    ))
            );
            var pane = new Pane
            {
                HorizontalSplit = 1,
                VerticalSplit = 2,
                TopLeftCell = "B3",
                ActivePane = PaneValues.BottomRight,
                State = PaneStateValues.Frozen,
            };
            sheet.Worksheet = new Worksheet(new SheetViews(new SheetView(pane) { WorkbookViewId = 0 }), data);
            workbook.Workbook = new Workbook(
                new Sheets(
                    new Sheet
                    {
                        Id = workbook.GetIdOfPart(sheet),
                        SheetId = 1,
                        Name = "Gradebook",
                    }
                )
            );
        }

        return stream.ToArray();
    }

    /// <summary>Two rows of heads (titles; what each is worth), then a row a learner.</summary>
    private static IEnumerable<object?[]> Rows(Gradebook book)
    {
        yield return [book.Class, .. book.Columns.SelectMany(column => new object?[] { column.Title, "" }), "Total, %"];
        yield return ["Learner", .. book.Columns.SelectMany(column => new object?[] { Rounded(column.OutOf), column.Category }), ""];
        foreach (var row in book.Rows)
        {
            yield return
            [
                row.Name,
                .. row.Cells.SelectMany(cell => new object?[] { Rounded(cell.Grade.Points), Note(cell.Grade) }),
                Rounded(row.Total),
            ];
        }
    }

    private static decimal? Rounded(decimal? number) => number is { } known ? Math.Round(known, 2, MidpointRounding.AwayFromZero) : null;

    /// <summary>What is to be said of a grade beside its points; empty for nothing.</summary>
    public static string Note(Grade grade) =>
        string.Join(
            ", ",
            new[]
            {
                grade.State switch
                {
                    GradeState.ToDo => "to do",
                    GradeState.AtWork => "at work",
                    GradeState.Missing => "missing",
                    GradeState.Excused => "excused",
                    _ => "",
                },
                grade.IsLate ? "late" : "",
                grade.Provisional ? "provisional" : "",
            }.Where(word => word.Length > 0)
        );
}
