using System.Globalization;
using System.IO.Compression;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Formats.Questions;

namespace ZestySlate.Formats.Tests;

/// <summary>Questions from Markdown and from workbooks.</summary>
public sealed class QuestionFilesTests
{
    private static readonly CultureInfo English = CultureInfo.GetCultureInfo("en");

    [Fact]
    public void Markdown_has_headings_for_prompts_and_task_lists_for_options()
    {
        var read = QuestionList.Read(
            """
            ## Which instrument shows the **pressure**?

            - [x] barometer
            * [ ] rain gauge :: It collects rain.

            + [ ] anemometer
            > It weighs the `air`.

            ---

            How much rain fell?
            number: 12.5 mm
            """,
            English
        );
        Assert.Empty(read.Problems);
        var choice = Assert.IsType<MultipleChoiceQuestion>(read.Questions[0].Question);
        Assert.Equal("Which instrument shows the pressure?", choice.Prompt.Words);
        Assert.Equal(
            [("barometer", true), ("rain gauge", false), ("anemometer", false)],
            choice.Options.Select(option => (option.Text, option.Right))
        );
        Assert.Equal(("It collects rain.", "It weighs the air."), (choice.Options[1].Feedback, choice.Explanation));
        Assert.IsType<NumberQuestion>(read.Questions[1].Question);
        Assert.Equal([1, 11], read.Questions.Select(question => question.Line));
    }

    [Fact]
    public void What_cannot_be_read_in_markdown_is_named_where_it_stands()
    {
        var problem = Assert.Single(
            QuestionList.Read("# One?\n\n- [x] a\n- [ ] b\n\nTwo?\n- [x] a\n- [ ] c\nwhat: is this\n", English).Problems
        );
        Assert.Equal((9, true), (problem.Line, problem.Message.Contains("what: is this")));
    }

    [Fact]
    public void A_list_without_a_task_list_is_read_as_it_is()
    {
        var read = QuestionList.Read("# Which?\nanswer: # 5\n", English);
        Assert.Equal("# Which?", read.Questions[0].Question.Prompt.Words);
        Assert.Equal("# 5", Assert.IsType<ShortTextQuestion>(read.Questions[0].Question).Accepted[0].Text);
    }

    [Fact]
    public void An_option_goes_with_its_question_after_an_empty_line_too()
    {
        var read = QuestionList.Read("Which?\n\n+ a\n\n- b\n\nAnd which?\n+ c\n- d", English);
        Assert.Empty(read.Problems);
        Assert.Equal([2, 2], read.Questions.Select(question => ((MultipleChoiceQuestion)question.Question).Options.Count));
    }

    private static byte[] Workbook(params string[][] rows)
    {
        using var stream = new MemoryStream();
        using (var file = SpreadsheetDocument.Create(stream, SpreadsheetDocumentType.Workbook))
        {
            var book = file.AddWorkbookPart();
            var sheet = book.AddNewPart<WorksheetPart>();
            var shared = book.AddNewPart<SharedStringTablePart>();
            shared.SharedStringTable = new SharedStringTable(new SharedStringItem(new Text("barometer")));
            sheet.Worksheet = new Worksheet(
                new SheetData(
                    rows.Select(
                        (row, r) =>
                            new Row(
                                row.Select((text, c) => (text, c))
                                    .Where(cell => cell.text.Length > 0)
                                    .Select(cell => CellOf(cell.text, $"{(char)('A' + cell.c)}{r + 1}"))
                            )
                    )
                )
            );
            book.Workbook = new Workbook(
                new Sheets(
                    new Sheet
                    {
                        Id = book.GetIdOfPart(sheet),
                        SheetId = 1,
                        Name = "Questions",
                    }
                )
            );
        }

        return stream.ToArray();
    }

    private static Cell CellOf(string text, string at) =>
        text == "#0"
            ? new Cell
            {
                CellReference = at,
                DataType = CellValues.SharedString,
                CellValue = new CellValue("0"),
            }
        : decimal.TryParse(text, CultureInfo.InvariantCulture, out _) ? new Cell { CellReference = at, CellValue = new CellValue(text) }
        : new Cell
        {
            CellReference = at,
            DataType = CellValues.InlineString,
            InlineString = new InlineString(new Text(text)),
        };

    [Fact]
    public void A_workbook_is_a_table_as_any_other()
    {
        var read = QuestionSheet.Read(
            Workbook(
                ["question", "right", "wrong", "why"],
                ["Which shows the pressure?", "#0", "rain gauge", ""],
                ["What did it “say”?", "a \"gale\"\nwarning", "", "It was heard."],
                ["How much?", "12.5", "", ""]
            ),
            "signs.xlsx"
        );
        Assert.True(read.Succeeded, read.Refusal);
        var questions = QuestionCsv.Read(read.Value, English);
        Assert.Empty(questions.Problems);
        var choice = Assert.IsType<MultipleChoiceQuestion>(questions.Questions[0].Question);
        Assert.Equal([("barometer", true), ("rain gauge", false)], choice.Options.Select(option => (option.Text, option.Right)));
        var text = Assert.IsType<ShortTextQuestion>(questions.Questions[1].Question);
        Assert.Equal(("a \"gale\"\nwarning", "It was heard."), (text.Accepted[0].Text, text.Explanation));
        Assert.IsType<NumberQuestion>(questions.Questions[2].Question);
    }

    [Fact]
    public void Cells_left_out_leave_their_columns_where_they_are()
    {
        var read = QuestionSheet.Read(Workbook(["a", "", "", "d"], ["", "b", "", ""]), "gaps.xlsx");
        Assert.Equal("a\t\t\td\n\tb\n", read.Value);
    }

    [Theory]
    [InlineData("I am no workbook.")]
    [InlineData("")]
    public void What_is_no_workbook_is_refused_in_words(string text) =>
        Assert.Contains(
            "is not a workbook that can be read here",
            QuestionSheet.Read(System.Text.Encoding.UTF8.GetBytes(text), "x.xlsx").Refusal
        );

    [Fact]
    public void A_file_that_unfolds_to_too_much_and_one_that_is_too_large_are_refused()
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            using var part = zip.CreateEntry("xl/worksheets/sheet1.xml").Open();
            var zeros = new byte[1024 * 1024];
            for (var i = 0; i < 61; i++)
            {
                part.Write(zeros);
            }
        }

        Assert.Contains("unfolds to more than is read here", QuestionSheet.Read(stream.ToArray(), "bomb.xlsx").Refusal);
        Assert.Contains("is larger than 5 MB", QuestionSheet.Read(new byte[QuestionSheet.MostBytes + 1], "large.xlsx").Refusal);
    }

    [Fact]
    public void A_workbook_of_other_things_inside_is_refused_and_not_a_fault()
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            using var part = zip.CreateEntry("hello.txt").Open();
            part.Write("hello"u8);
        }

        Assert.Contains("is not a workbook", QuestionSheet.Read(stream.ToArray(), "x.xlsx").Refusal);
    }
}
