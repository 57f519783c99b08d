using System.IO.Compression;
using System.Text;
using System.Text.RegularExpressions;
using CsvHelper;
using ZestySlate.Core;

namespace ZestySlate.Formats.Classes;

/// <summary>A learner as a roster names them.</summary>
/// <param name="Name">The whole name, as it is to stand.</param>
/// <param name="Number">A number by which the school knows them; empty for none.</param>
/// <param name="Email">Where mails go; empty for none.</param>
public sealed record RosterEntry(string Name, string Number, string Email);

/// <summary>
/// Reads rosters: a CSV with heads (name, or given and family name; number; e-mail; in any order, separated by comma,
/// semicolon or tab), a list of names alone, as it is typed or copied, or OneRoster 1.1 CSV (users.csv, or the ZIP that holds it; only students that are
/// to be active). UTF-8 and UTF-16 with or without a mark, else Windows-1252.
/// </summary>
public static partial class RosterFile
{
    /// <summary>The largest file, in bytes.</summary>
    public const int Largest = 4 << 20;

    /// <summary>The most learners in one file: several of the largest classes.</summary>
    public const int MostLearners = 2000;

    private static readonly char[] Separators = ['\t', ';', ','];
    private static readonly string[] NameHeads = ["name", "full name", "learner", "student", "display name", "schüler", "الاسم"];
    private static readonly string[] GivenHeads = ["givenname", "given name", "first name", "firstname", "vorname"];
    private static readonly string[] MiddleHeads = ["middlename", "middle name"];
    private static readonly string[] FamilyHeads = ["familyname", "family name", "last name", "lastname", "surname", "nachname"];
    private static readonly string[] NumberHeads = ["identifier", "number", "student number", "id", "nummer"];
    private static readonly string[] EmailHeads = ["email", "e-mail", "mail"];

    /// <summary>The learners of a file in its order; why it cannot be read, in words.</summary>
    public static Outcome<ValueList<RosterEntry>> Read(byte[] file)
    {
        if (file.Length > Largest)
        {
            return Outcome<ValueList<RosterEntry>>.Refused($"A roster has up to {Largest >> 20} MB; this is larger.");
        }

        if (file is [0x50, 0x4B, ..])
        {
            return ReadZip(file);
        }

        return ReadText(TextFile.Decoded(file));
    }

    /// <summary>The learners of a text, as in a file or pasted.</summary>
    public static Outcome<ValueList<RosterEntry>> ReadText(string text)
    {
        var first = text.Split('\n')[0];
        var delimiter = Separators.MaxBy(sign => first.Count(letter => letter == sign));
        var rows = Rows(text, first.Contains(delimiter) ? delimiter : '\t');
        if (rows.Count == 0)
        {
            return Outcome<ValueList<RosterEntry>>.Refused("Nobody is in this roster.");
        }

        var heads = rows[0].Select(head => head.Trim().ToLowerInvariant()).ToList();
        int Column(string[] names) => heads.FindIndex(names.Contains);
        var (name, given, middle, family, number, email) = (
            Column(NameHeads),
            Column(GivenHeads),
            Column(MiddleHeads),
            Column(FamilyHeads),
            Column(NumberHeads),
            Column(EmailHeads)
        );
        var (role, status, enabled) = (heads.IndexOf("role"), heads.IndexOf("status"), heads.IndexOf("enableduser"));
        if (name < 0 && given < 0 && family < 0)
        {
            return Checked(Lines(text).Select(Line).Where(entry => entry.Name.Length > 0));
        }

        return Checked(
            rows.Skip(1)
                .Where(row =>
                    (role < 0 || At(row, role).Equals("student", StringComparison.OrdinalIgnoreCase))
                    && !At(row, status).Equals("tobedeleted", StringComparison.OrdinalIgnoreCase)
                    && !At(row, enabled).Equals("false", StringComparison.OrdinalIgnoreCase)
                )
                .Select(row => new RosterEntry(
                    name >= 0 && At(row, name).Length > 0
                        ? At(row, name)
                        : string.Join(' ', new[] { At(row, given), At(row, middle), At(row, family) }.Where(part => part.Length > 0)),
                    At(row, number),
                    At(row, email)
                ))
                .Where(entry => entry.Name.Length > 0)
        );
    }

    /// <summary>So many characters of a line without heads are read: more than a name and an address have.</summary>
    private const int LongestLine = 400;

    /// <summary>Names alone, one a line; or all in one line with commas between.</summary>
    private static string[] Lines(string text) =>
        text.Trim() is var alone && !alone.Contains('\n') && alone.Count(letter => letter == ',') >= 2
            ? alone.Split(',', MostLearners + 2)
            : text.Split('\n', MostLearners + 2);

    /// <summary>A line without heads: what numbers or marks it in a list is no name, an address beside it or alone is one, and with a comma
    /// in it the family name comes first.</summary>
    private static RosterEntry Line(string line)
    {
        var words = Bullet().Replace(line.Trim().Cut(LongestLine).Trim('"'), "");
        var email = Address().Match(words).Value;
        var name = Address().Replace(words, " ").Trim(' ', '\t', ',', ';');
        if (name.Length == 0 && email.Length > 0)
        {
            var parts = email[..email.IndexOf('@')].Split(['.', '_', '-'], StringSplitOptions.RemoveEmptyEntries);
            name = string.Join(' ', parts.Select(part => char.ToUpperInvariant(part[0]) + part[1..]));
        }

        return new RosterEntry(
            name.Split(',') is [var last, var before] ? $"{before.Trim()} {last.Trim()}".Trim() : name,
            "",
            email.Trim('<', '>')
        );
    }

    [GeneratedRegex(@"^(?:\d{1,3}\s*(?:[.):]|\t)|[-–•*·])\s*")]
    private static partial Regex Bullet();

    [GeneratedRegex(@"<?[^\s<>,;@""]+@[^\s<>,;@""]+>?")]
    private static partial Regex Address();

    private static Outcome<ValueList<RosterEntry>> ReadZip(byte[] file)
    {
        try
        {
            using var zip = new ZipArchive(new MemoryStream(file), ZipArchiveMode.Read);
            if (zip.Entries.FirstOrDefault(entry => entry.Name.Equals("users.csv", StringComparison.OrdinalIgnoreCase)) is not { } users)
            {
                return Outcome<ValueList<RosterEntry>>.Refused("This archive holds no users.csv, so it is not a OneRoster file.");
            }

            using var stream = users.Open();
            using var bytes = new MemoryStream();
            var buffer = new byte[8192];
            for (int read; (read = stream.Read(buffer)) > 0 && bytes.Length <= Largest; )
            {
                bytes.Write(buffer, 0, read);
            }

            return bytes.Length > Largest
                ? Outcome<ValueList<RosterEntry>>.Refused("The users.csv in this archive is too large.")
                : ReadText(TextFile.Decoded(bytes.ToArray()));
        }
        catch (InvalidDataException)
        {
            return Outcome<ValueList<RosterEntry>>.Refused("This archive is damaged.");
        }
    }

    private static Outcome<ValueList<RosterEntry>> Checked(IEnumerable<RosterEntry> entries)
    {
        var all = entries
            .Take(MostLearners + 1)
            .Select(entry => entry with { Name = Spaces(entry.Name) is var name && name.Length > 100 ? name[..100] : Spaces(entry.Name) })
            .ToValueList();
        return all.Count > MostLearners
                ? Outcome<ValueList<RosterEntry>>.Refused(
                    $"A file has up to {MostLearners} learners; this one has more. Take those of one class."
                )
            : all.Count == 0 ? Outcome<ValueList<RosterEntry>>.Refused("Nobody is in this roster.")
            : all;
    }

    private static List<string[]> Rows(string text, char delimiter)
    {
        using var csv = CsvReader.FromText(
            text,
            CsvReaderOptions.Default with
            {
                Separator = delimiter,
                TrimWhitespace = true,
                HasHeader = false,
                OnMalformedRecord = _ => { },
            }
        );
        var rows = new List<string[]>();
        while (csv.Read() && rows.Count <= MostLearners + 1)
        {
            rows.Add([.. Enumerable.Range(0, csv.FieldCount).Select(csv.GetString)]);
        }

        return rows;
    }

    private static string At(string[] row, int column) => column >= 0 && column < row.Length ? row[column].Trim() : "";

    private static string Spaces(string name) =>
        string.Join(' ', name.Normalize(NormalizationForm.FormC).Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
}
