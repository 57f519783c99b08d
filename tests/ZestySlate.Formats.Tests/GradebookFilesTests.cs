using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using Ical.Net;
using ZestySlate.Core.Classes;
using ZestySlate.Formats.Classes;

namespace ZestySlate.Formats.Tests;

/// <summary>Gradebooks as CSV and workbook, due dates as a calendar.</summary>
public sealed class GradebookFilesTests
{
    private static readonly Gradebook Book = new(
        "Year 8",
        [new GradebookColumn(1, "a", "=Garden", "Tests", new GradeRule(), 10)],
        [
            new GradebookRow(
                "p1",
                "=HYPERLINK(\"http://x\")",
                [new GradebookCell(new Grade(GradeState.HandedIn, 7.256m, 10, 0.1m, true, false), "t")],
                72.56m
            ),
            new GradebookRow("p2", "Léonie Þór", [new GradebookCell(new Grade(GradeState.Excused, null, 10, 0, false, false), null)], null),
        ]
    );

    [Fact]
    public void The_csv_says_points_and_what_is_beside_them_and_runs_no_formula()
    {
        var lines = GradebookFiles.Csv(Book).TrimStart('\uFEFF').Split("\r\n");
        Assert.Equal("'=Garden", lines[0].Split(',')[1].Trim('"'));
        Assert.Contains("7.26,late,72.56", lines[2]);
        Assert.StartsWith("\"'=HYPERLINK", lines[2]);
        Assert.Equal("Léonie Þór,,excused,", lines[3]);
    }

    [Fact]
    public void The_workbook_holds_numbers_as_numbers_and_names_as_text()
    {
        using var file = SpreadsheetDocument.Open(new MemoryStream(GradebookFiles.Workbook(Book)), false);
        Assert.Empty(
            new DocumentFormat.OpenXml.Validation.OpenXmlValidator()
                .Validate(file, TestContext.Current.CancellationToken)
                .Select(error => error.Description)
        );
        var rows = file.WorkbookPart!.WorksheetParts.Single().Worksheet!.Descendants<Row>().ToList();
        var cells = rows[2].Elements<Cell>().ToList();
        Assert.Equal((CellValues.InlineString, "=HYPERLINK(\"http://x\")"), (cells[0].DataType!.Value, cells[0].InnerText));
        Assert.Equal((CellValues.Number, "7.26"), (cells[1].DataType!.Value, cells[1].CellValue!.Text));
        Assert.Empty(file.WorkbookPart.WorksheetParts.Single().Worksheet!.Descendants<CellFormula>());
    }

    [Fact]
    public void The_calendar_keeps_an_entry_when_its_date_changes()
    {
        var due = new DateTimeOffset(2026, 11, 27, 18, 0, 0, TimeSpan.FromHours(2));
        string Write(DateTimeOffset at) =>
            DueDates.Write(
                "Zesty Slate",
                [
                    new DueDates.Entry(
                        "assignment-7@slate",
                        "Clouds; by height, all",
                        at,
                        "Two lines\nof words",
                        "http://slate.example/a/clouds"
                    ),
                ],
                due
            );
        var one = Calendar.Load(Write(due))!.Events.Single();
        Assert.Equal(("assignment-7@slate", "Clouds; by height, all", "Two lines\nof words"), (one.Uid, one.Summary, one.Description));
        Assert.Equal(new DateTime(2026, 11, 27, 16, 0, 0, DateTimeKind.Utc), one.Start!.AsUtc);
        Assert.Equal(one.Uid, Calendar.Load(Write(due.AddDays(3)))!.Events.Single().Uid);
    }
}
