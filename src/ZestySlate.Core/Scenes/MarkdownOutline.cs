namespace ZestySlate.Core.Scenes;

/// <summary>Reads headings with lists (CommonMark, ATX headings and bullet lists) as an outline: a heading is a scene, a line of the list below it
/// a way out, and other lines are what is told there.</summary>
internal static class MarkdownOutline
{
    /// <summary>True for a text that begins with a heading.</summary>
    public static bool Fits(string text) => Heading(text.TrimStart().Split('\n')[0]) is not null;

    public static ValueList<OutlineLine> Read(string text, IEnumerable<string>? known)
    {
        var plain = new List<string>();
        var told = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase);
        var here = "";
        foreach (var line in text.Split('\n').Select(line => line.TrimEnd()))
        {
            if (Heading(line) is { } title)
            {
                here = title;
                plain.Add(title);
            }
            else if (line.TrimStart() is ['-' or '*' or '+', ' ', ..] item)
            {
                plain.Add("  - " + item[2..].Trim());
            }
            else if (line.Trim() is { Length: > 0 } words)
            {
                told[here] = told.TryGetValue(here, out var before) ? $"{before}\n{words}" : words;
            }
        }

        return Outline
            .Read(string.Join('\n', plain), known)
            .Select(line =>
                told.FirstOrDefault(entry => Outline.NameIn(entry.Key) == line.Name) is { Key: not null } entry
                    ? line with
                    {
                        Text = entry.Value,
                    }
                    : line
            )
            .ToValueList();
    }

    private static string? Heading(string line)
    {
        var marks = line.TakeWhile(letter => letter == '#').Count();
        return marks is >= 1 and <= 6 && line.Length > marks && line[marks] == ' ' ? line[marks..].Trim().TrimEnd('#').Trim() : null;
    }
}
