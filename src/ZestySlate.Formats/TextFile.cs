using System.Text;

namespace ZestySlate.Formats;

/// <summary>The text of a file that does not say how it is written.</summary>
internal static class TextFile
{
    /// <summary>UTF-8 or UTF-16 with or without a mark, else Windows-1252.</summary>
    public static string Decoded(byte[] file)
    {
        try
        {
            return file switch
            {
                [0xFF, 0xFE, ..] => Encoding.Unicode.GetString(file, 2, file.Length - 2),
                [0xFE, 0xFF, ..] => Encoding.BigEndianUnicode.GetString(file, 2, file.Length - 2),
                [0xEF, 0xBB, 0xBF, ..] => Encoding.UTF8.GetString(file, 3, file.Length - 3),
                _ => new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(file),
            };
        }
        catch (ArgumentException)
        {
            return CodePagesEncodingProvider.Instance.GetEncoding(1252)!.GetString(file);
        }
    }
}
