using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Formats.Results;

namespace ZestySlate.Formats.Tests;

public sealed class ResultsCsvTests
{
    private static readonly DateTimeOffset Began = new(2026, 11, 2, 9, 0, 0, TimeSpan.FromHours(1));

    private static string Write(string learner, params AnswerReport[] answers) =>
        ResultsCsv.Write([
            new ResultsCsv.Row(
                learner,
                "link",
                Began,
                null,
                new AttemptReport(new Score(1.5m, 3, false, null, null, false), answers.ToValueList())
            ),
        ]);

    private static AnswerReport Answer(string response = "Rain", string reason = "“Rain” is right.") =>
        new("q", "What falls?", "Multiple choice", response, Verdict.Right, 1.5m, 3, 2, true, reason);

    [Fact]
    public void One_row_an_answer_under_a_head()
    {
        var lines = Write("Wren Abernethy", Answer(), Answer("Snow")).Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(3, lines.Length);
        Assert.StartsWith("\uFEFFLearner,Came by,Began", lines[0]);
        Assert.Equal(
            "Wren Abernethy,link,2026-11-02 08:00:00Z,,1.5,3,What falls?,Multiple choice,Rain,Right,1.5,3,2,yes,“Rain” is right.",
            lines[1]
        );
    }

    [Theory]
    [InlineData("=HYPERLINK(\"http://x\")")]
    [InlineData("+1+1")]
    [InlineData("-2+3")]
    [InlineData("@SUM(A1)")]
    [InlineData("\t=1")]
    public void What_a_spreadsheet_would_run_is_written_as_text(string hostile)
    {
        var rows = Write(hostile, Answer(hostile)).Split("\r\n");
        var cell = rows[1].TrimStart('"');
        Assert.StartsWith("'", cell);
    }

    [Fact]
    public void Commas_quotes_and_lines_stay_inside_their_cell() =>
        Assert.Contains("\"a, \"\"b\"\"\nc\"", Write("x", Answer("a, \"b\"\nc")));

    [Fact]
    public void Names_in_any_script_are_kept() => Assert.Contains("Łucja Wróblewska", Write("Łucja Wróblewska", Answer()));
}
