namespace ZestySlate.Core.Scenes;

/// <summary>
/// Reads a table as an outline: two columns are from and to; three are from, what one can do, and to. Columns are parted by tabs, as a
/// spreadsheet copies them, or by bars, as Markdown writes a table. A first row that only names the columns is left out.
/// </summary>
internal static class TableOutline
{
    private static readonly string[] Heads = ["from", "to", "choice", "scene", "von", "nach", "wahl"];

    /// <summary>True when every line has two or three columns.</summary>
    public static bool Fits(string text) => Rows(text) is { Count: > 0 } rows && rows.All(row => row.Length is 2 or 3 && row[0].Length > 0);

    public static ValueList<OutlineLine> Read(string text)
    {
        var rows = Rows(text);
        if (rows[0].All(cell => Heads.Contains(cell.ToLowerInvariant())))
        {
            rows.RemoveAt(0);
        }

        var scenes = new Dictionary<string, List<OutlineWay>>(StringComparer.OrdinalIgnoreCase);
        foreach (var row in rows)
        {
            var (words, to) = row.Length == 3 ? (row[1], row[2]) : ("", row[1]);
            if (!scenes.TryGetValue(row[0], out var ways))
            {
                scenes[row[0]] = ways = [];
            }

            if (words.Length + to.Length > 0)
            {
                ways.Add(new OutlineWay(words, to));
            }
        }

        return scenes.Select(scene => new OutlineLine(scene.Key, scene.Value.Distinct().ToValueList())).ToValueList();
    }

    private static List<string[]> Rows(string text) =>
        text.Split('\n')
            .Select(line => line.TrimEnd('\r'))
            .Where(line => line.Trim().Length > 0)
            .Select(Cells)
            .Where(cells => !IsRule(cells))
            .ToList();

    private static string[] Cells(string line) =>
        line.TrimStart() is ['|', ..] barred
            ? barred.Trim().Trim('|').Split('|').Select(cell => cell.Trim()).ToArray()
            : line.Split('\t').Select(cell => cell.Trim()).ToArray();

    private static bool IsRule(string[] cells) => cells.All(cell => cell.Length > 0 && cell.All(letter => letter is '-' or ':'));
}
