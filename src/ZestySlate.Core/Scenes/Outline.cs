using ZestySlate.Core.Contents.Jumps;

namespace ZestySlate.Core.Scenes;

/// <summary>One scene of an outline and the scenes it leads to, by name.</summary>
public sealed record OutlineLine(string Name, ValueList<string> LeadsTo);

/// <summary>An outline typed as indented lines.</summary>
public static class Outline
{
    /// <summary>
    /// Reads an outline. A line leads to the lines below it that are indented one level deeper; indentation may be spaces or
    /// tabs, of any width. Bullets in front of a name are left out. Names are the same whatever their capitals.
    /// </summary>
    public static ValueList<OutlineLine> Read(string text)
    {
        var lines = new List<(string Name, List<string> LeadsTo)>();
        var above = new Stack<(int Indent, int Line)>();
        foreach (var raw in text.Split('\n'))
        {
            var wide = raw.Replace("\t", "    ").TrimEnd();
            var name = wide.Trim().TrimStart('-', '*', '•', '·', '>', '→').Trim();
            if (name.Length == 0)
            {
                continue;
            }

            var indent = wide.Length - wide.TrimStart().Length;
            while (above.Count > 0 && above.Peek().Indent >= indent)
            {
                above.Pop();
            }

            if (above.Count > 0)
            {
                lines[above.Peek().Line].LeadsTo.Add(name);
            }

            var at = lines.FindIndex(line => string.Equals(line.Name, name, StringComparison.OrdinalIgnoreCase));
            if (at < 0)
            {
                at = lines.Count;
                lines.Add((name, []));
            }

            above.Push((indent, at));
        }

        return lines
            .Select(line => new OutlineLine(line.Name, line.LeadsTo.Distinct(StringComparer.OrdinalIgnoreCase).ToValueList()))
            .ToValueList();
    }

    /// <summary>The scenes of an activity and where they lead, as an outline.</summary>
    public static string Write(Activities.Activity activity) =>
        string.Join(
            "\n",
            activity.Scenes.SelectMany(scene =>
                scene
                    .Spots.SelectMany(spot => spot.Goals)
                    .Select(activity.SceneOf)
                    .OfType<Activities.Scene>()
                    .Distinct()
                    .Select(goal => "  " + activity.TitleOf(goal))
                    .Prepend(activity.TitleOf(scene))
            )
        );
}
