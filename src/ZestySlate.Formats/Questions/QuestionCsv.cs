using System.Globalization;
using CsvHelper;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.ShortText;

namespace ZestySlate.Formats.Questions;

/// <summary>
/// Questions from a table (RFC 4180, or with semicolons or tabs): columns question, right, wrong (as often as wanted), hint, why,
/// points, name. With wrong answers it is a multiple choice; a number alone asks for the number; else it is a short text. Several
/// right answers are parted by “|”.
/// </summary>
public static class QuestionCsv
{
    /// <summary>The most wrong answers of a line where no columns are named.</summary>
    private const int MostUnnamed = 8;

    /// <summary>The names that a column may have, and what they are here.</summary>
    private static readonly Dictionary<string, string> Names = new()
    {
        ["prompt"] = "question",
        ["frage"] = "question",
        ["answer"] = "right",
        ["correct"] = "right",
        ["correct answer"] = "right",
        ["right answer"] = "right",
        ["antwort"] = "right",
        ["richtig"] = "right",
        ["incorrect"] = "wrong",
        ["distractor"] = "wrong",
        ["falsch"] = "wrong",
        ["explanation"] = "why",
        ["feedback"] = "why",
        ["tip"] = "hint",
        ["hinweis"] = "hint",
        ["punkte"] = "points",
    };

    /// <summary>True for a table: its first line names the columns, or, as it is copied from a spreadsheet, all its lines have tabs.</summary>
    public static bool Is(string text)
    {
        var lines = text.TrimStart('\ufeff').ReplaceLineEndings("\n").Split('\n').Where(line => line.Trim().Length > 0).ToList();
        return lines.Count > 0
            && (HasNames(lines[0].Split(',', ';', '\t').Select(NameOf).ToArray()) || lines.TrueForAll(line => line.Trim().Contains('\t')));
    }

    private static bool HasNames(string[] names) => names.Contains("question") && names.Contains("right");

    private static string NameOf(string head)
    {
        var name = head.Trim(' ', '"', '\r').ToLowerInvariant();
        var bare = name.TrimEnd(' ', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '.');
        return Names.GetValueOrDefault(name) ?? Names.GetValueOrDefault(bare) ?? name;
    }

    /// <summary>Reads a table; lines are counted as in the file. Without names, the columns are question, right, wrong, wrong ….</summary>
    public static ReadQuestions Read(string text, CultureInfo culture)
    {
        var (questions, problems) = (new List<ListedQuestion>(), new List<ListProblem>());
        var source = text.TrimStart('\ufeff');
        using var csv = CsvReader.FromText(
            source,
            CsvReaderOptions.Default with
            {
                Separator = SeparatorOf(source),
                TrimWhitespace = true,
                TrackLineNumbers = true,
                HasHeader = false,
                OnMalformedRecord = bad =>
                    problems.Add(
                        new ListProblem(
                            (int)bad.LineNumber,
                            1,
                            "A quotation mark stands alone in this line; it was read as far as possible."
                        )
                    ),
            }
        );
        if (!csv.Read())
        {
            return new ReadQuestions([], [new ListProblem(1, 1, "The table is empty.")]);
        }

        var header = Enumerable.Range(0, csv.FieldCount).Select(i => NameOf(csv.GetString(i))).ToArray();
        var named = HasNames(header);
        if (!named && SeparatorOf(source) != '\t')
        {
            return new ReadQuestions(
                [],
                [new ListProblem(1, 1, "The first line names the columns; it needs at least “question” and “right”.")]
            );
        }

        header = named ? header : ["question", "right", .. Enumerable.Repeat("wrong", MostUnnamed)];
        for (var more = !named || csv.Read(); more; more = csv.Read())
        {
            string At(int column) => column >= 0 && column < csv.FieldCount ? csv.GetString(column).Trim() : "";
            string Field(string name) => At(Array.IndexOf(header, name));
            var row = (int)csv.LineNumber;
            var right = Field("right").Split('|', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
            var wrong = header
                .Select((name, i) => (name, i))
                .Where(column => column.name.StartsWith("wrong", StringComparison.Ordinal))
                .Select(column => At(column.i))
                .Where(value => value.Length > 0)
                .ToList();
            if (Field("question").Length == 0 || right.Length == 0)
            {
                if (Enumerable.Range(0, csv.FieldCount).Any(i => At(i).Length > 0))
                {
                    problems.Add(
                        new ListProblem(
                            row,
                            Array.IndexOf(header, Field("question").Length == 0 ? "question" : "right") + 1,
                            Field("question").Length == 0 ? "This line has no question." : "This question has no right answer."
                        )
                    );
                }

                continue;
            }

            questions.Add(
                new ListedQuestion(
                    row,
                    Field("name"),
                    Make(right, wrong, culture) with
                    {
                        Prompt = Core.Activities.RichText.Plain(Field("question")),
                        Hint = Field("hint"),
                        Explanation = Field("why"),
                        Points = PointsReading.Read(Field("points"), culture),
                    }
                )
            );
        }

        return new ReadQuestions(questions.ToValueList(), problems.ToValueList());
    }

    /// <summary>Of comma, semicolon and tab the one that stands most often in the first line.</summary>
    private static char SeparatorOf(string text)
    {
        var first = text.Split('\n')[0];
        return ",;\t".MaxBy(sign => first.Count(letter => letter == sign));
    }

    private static Question Make(string[] right, List<string> wrong, CultureInfo culture) =>
        wrong.Count > 0
            ? new MultipleChoiceQuestion
            {
                Picks = right.Length > 1 ? Picks.Several : Picks.One,
                Options = right
                    .Select(text => new Option
                    {
                        Id = Ids.New(),
                        Text = text,
                        Right = true,
                    })
                    .Concat(wrong.Select(text => new Option { Id = Ids.New(), Text = text }))
                    .ToValueList(),
            }
        : right.Length == 1 && QuantityReading.Read(right[0], culture) is { } read
            ? new NumberQuestion
            {
                Value = read.Number.Value,
                Unit = read.Unit,
                UnitUse = read.Unit.Length > 0 ? UnitUse.Optional : UnitUse.None,
            }
        : new ShortTextQuestion { Accepted = right.Select(text => new ShortAnswer(text)).ToValueList() };
}
