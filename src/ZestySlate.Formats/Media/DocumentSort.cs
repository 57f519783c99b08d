using System.IO.Compression;
using System.Text;

namespace ZestySlate.Formats.Media;

/// <summary>What a document is, by its content.</summary>
public enum DocumentSort
{
    None,
    Text,
    Table,
    Slides,
}

/// <summary>Tells texts, tables and slides: OpenDocument 1.3 (part 2, section 3.3: the file “mimetype”), Office Open XML (ECMA-376 part 2:
/// the folder of the main part), rich text, plain text.</summary>
public static class DocumentSorts
{
    /// <summary>The sort of a document, and the content type to save it under.</summary>
    /// <param name="file">Its bytes.</param>
    /// <param name="name">Its name, which only tells a table of plain text from other plain text.</param>
    public static (DocumentSort Sort, string ContentType) Of(byte[] file, string name)
    {
        var bytes = file.AsSpan();
        if (bytes.StartsWith("PK"u8))
        {
            return OfPackage(file);
        }

        if (bytes.StartsWith(@"{\rtf"u8))
        {
            return (DocumentSort.Text, "application/rtf");
        }

        return file.Length == 0 || bytes.Contains((byte)0) || !IsUtf8(bytes) ? (DocumentSort.None, "application/octet-stream")
            : Path.GetExtension(name).ToLowerInvariant() is ".csv" or ".tsv" ? (DocumentSort.Table, "text/csv")
            : (DocumentSort.Text, "text/plain");
    }

    private static (DocumentSort Sort, string ContentType) OfPackage(byte[] file)
    {
        const string office = "application/vnd.openxmlformats-officedocument.",
            open = "application/vnd.oasis.opendocument.";
        try
        {
            using var package = new ZipArchive(new MemoryStream(file), ZipArchiveMode.Read);
            if (package.GetEntry("mimetype") is { Length: < 200 } entry)
            {
                using var reader = new StreamReader(entry.Open(), Encoding.ASCII);
                var type = reader.ReadToEnd().Trim();
                return type switch
                {
                    open + "text" => (DocumentSort.Text, type),
                    open + "spreadsheet" => (DocumentSort.Table, type),
                    open + "presentation" => (DocumentSort.Slides, type),
                    _ => (DocumentSort.None, "application/zip"),
                };
            }

            return package.GetEntry("word/document.xml") is not null ? (DocumentSort.Text, office + "wordprocessingml.document")
                : package.GetEntry("xl/workbook.xml") is not null ? (DocumentSort.Table, office + "spreadsheetml.sheet")
                : package.GetEntry("ppt/presentation.xml") is not null ? (DocumentSort.Slides, office + "presentationml.presentation")
                : (DocumentSort.None, "application/zip");
        }
        catch (InvalidDataException)
        {
            return (DocumentSort.None, "application/octet-stream");
        }
    }

    private static bool IsUtf8(ReadOnlySpan<byte> file) => System.Text.Unicode.Utf8.IsValid(file);
}
