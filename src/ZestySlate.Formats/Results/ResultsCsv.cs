using System.Globalization;
using CsvHelper;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Formats.Results;

/// <summary>Who did what, as CSV (RFC 4180, UTF-8 with a byte order mark so that spreadsheets read accents): one row an answer.</summary>
public static class ResultsCsv
{
    /// <summary>One learner's attempt.</summary>
    public sealed record Row(string Learner, string Origin, DateTimeOffset BeganAt, DateTimeOffset? HandedInAt, AttemptReport Report);

    private static readonly string[] Head =
    [
        "Learner",
        "Came by",
        "Began",
        "Handed in",
        "Total",
        "Out of",
        "Question",
        "Kind",
        "Answer",
        "Verdict",
        "Points",
        "Question out of",
        "Tries",
        "Hint",
        "Reason",
    ];

    /// <summary>Writes the rows. Cells that a spreadsheet would run as a formula are written as text.</summary>
    public static string Write(IEnumerable<Row> rows)
    {
        using var text = new StringWriter();
        using (var csv = CsvWriter.Create(text, CsvWriterOptions.Default with { Injection = CsvInjection.Escape, NewLine = "\r\n" }))
        {
            Line(csv, Head);
            foreach (var row in rows)
            {
                foreach (var answer in row.Report.Answers)
                {
                    Line(
                        csv,
                        row.Learner,
                        row.Origin,
                        Time(row.BeganAt),
                        row.HandedInAt is { } at ? Time(at) : "",
                        Number(row.Report.Score.Points),
                        Number(row.Report.Score.OutOf),
                        answer.Question,
                        answer.Kind,
                        answer.Response,
                        answer.Verdict.ToString(),
                        Number(answer.Points),
                        Number(answer.OutOf),
                        answer.Tries.ToString(CultureInfo.InvariantCulture),
                        answer.HintSeen ? "yes" : "",
                        answer.Reason
                    );
                }
            }
        }

        return "\uFEFF" + text;
    }

    private static void Line(CsvWriter csv, params string[] cells)
    {
        foreach (var cell in cells)
        {
            csv.WriteField(cell);
        }

        csv.EndRecord();
    }

    private static string Number(Fraction number) => number.Rounded(2).ToDecimal().ToString("0.##", CultureInfo.InvariantCulture);

    private static string Time(DateTimeOffset at) => at.ToUniversalTime().ToString("yyyy-MM-dd HH:mm:ss'Z'", CultureInfo.InvariantCulture);
}
