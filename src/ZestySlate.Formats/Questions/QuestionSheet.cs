using System.IO.Compression;
using System.Text;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Spreadsheet;
using ZestySlate.Core;

namespace ZestySlate.Formats.Questions;

/// <summary>The first sheet of a workbook (ISO/IEC 29500, SpreadsheetML) as a table with tabs, to be read as any other.</summary>
public static class QuestionSheet
{
    /// <summary>The greatest file, in bytes.</summary>
    public const int MostBytes = 5 * 1024 * 1024;

    /// <summary>The most rows and columns that are read.</summary>
    public const int MostRows = 5000,
        MostColumns = 60;

    /// <summary>The most bytes that anything in the file may unfold to.</summary>
    private const long MostUnfolded = 60 * 1024 * 1024;

    /// <summary>The table, or what is wrong with the file.</summary>
    /// <param name="file">The workbook.</param>
    /// <param name="name">What it is called.</param>
    public static Outcome<string> Read(byte[] file, string name)
    {
        if (file.Length > MostBytes)
        {
            return Outcome<string>.Refused($"“{name}” is larger than {MostBytes / 1048576} MB. Keep only the sheet with the questions.");
        }

        try
        {
            using var stream = new MemoryStream(file);
            using (var zip = new ZipArchive(stream, ZipArchiveMode.Read, leaveOpen: true))
            {
                // What a part says of its own size may be a lie; so each is counted as it unfolds.
                if (zip.Entries.Sum(Unfolded) > MostUnfolded)
                {
                    return Outcome<string>.Refused($"“{name}” unfolds to more than is read here. Keep only the sheet with the questions.");
                }
            }

            stream.Position = 0;
            using var workbook = SpreadsheetDocument.Open(stream, isEditable: false);
            var book = workbook.WorkbookPart!;
            return book.Workbook!.Descendants<Sheet>().FirstOrDefault()?.Id?.Value is { } id && book.GetPartById(id) is WorksheetPart sheet
                ? Table(sheet, book.SharedStringTablePart)
                : Outcome<string>.Refused($"“{name}” has no sheet.");
        }
        catch (Exception problem)
            when (problem
                    is InvalidDataException
                        or OpenXmlPackageException
                        or System.Xml.XmlException
                        or ArgumentException
                        or NullReferenceException
                        or FormatException
                        or IOException
            )
        {
            return Outcome<string>.Refused($"“{name}” is not a workbook that can be read here (xlsx). Save it anew, or as CSV.");
        }
    }

    private static long Unfolded(ZipArchiveEntry entry)
    {
        using var part = entry.Open();
        var (buffer, all) = (new byte[81920], 0L);
        while (all <= MostUnfolded && part.Read(buffer) is > 0 and var read)
        {
            all += read;
        }

        return all;
    }

    private static string Table(WorksheetPart sheet, SharedStringTablePart? shared)
    {
        var words = shared?.SharedStringTable?.Elements<SharedStringItem>().Select(item => item.InnerText).ToList() ?? [];
        var table = new StringBuilder();
        foreach (var row in sheet.Worksheet!.Descendants<Row>().Take(MostRows))
        {
            var cells = new List<string>();
            foreach (var cell in row.Elements<Cell>())
            {
                var at = ColumnOf(cell.CellReference?.Value) ?? cells.Count;
                if (at >= MostColumns)
                {
                    break;
                }

                while (cells.Count < at)
                {
                    cells.Add("");
                }

                cells.Add(Quoted(TextOf(cell, words)));
            }

            table.AppendJoin('\t', cells).Append('\n');
        }

        return table.ToString();
    }

    private static string TextOf(Cell cell, List<string> words) =>
        cell.DataType?.Value is { } type && type == CellValues.SharedString
            ? int.TryParse(cell.CellValue?.Text, out var at) && at >= 0 && at < words.Count
                ? words[at]
                : ""
            : cell.DataType?.Value is { } kind && kind == CellValues.Boolean
                ? cell.CellValue?.Text == "1"
                    ? "true"
                    : "false"
                : cell.InlineString?.InnerText ?? cell.CellValue?.Text ?? "";

    /// <summary>A field as RFC 4180 has it.</summary>
    private static string Quoted(string text) =>
        text.AsSpan().IndexOfAny("\t\n\r\"") < 0 ? text : $"\"{text.Replace("\"", "\"\"", StringComparison.Ordinal)}\"";

    /// <summary>The column of a reference as “AB12”, from 0; null for none.</summary>
    private static int? ColumnOf(string? reference)
    {
        var letters = new string([.. (reference ?? "").TakeWhile(char.IsAsciiLetterUpper)]);
        return letters.Length is 0 or > 3 ? null : letters.Aggregate(0, (column, letter) => (column * 26) + letter - 'A' + 1) - 1;
    }
}
