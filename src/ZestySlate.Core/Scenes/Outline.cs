using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Scenes;

/// <summary>One scene of an outline and the ways out of it.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Ways">The ways, in their order, each once.</param>
public sealed record OutlineLine(string Name, ValueList<OutlineWay> Ways)
{
    /// <summary>Of what kind the ending is, where a story ends here; empty for an ending of no kind, null for none.</summary>
    public string? Ending { get; init; }

    /// <summary>What is told there; empty for nothing.</summary>
    public string Text { get; init; } = "";
}

/// <summary>A way out of a scene.</summary>
/// <param name="Words">What one can do, of a choice; empty for a jump.</param>
/// <param name="To">The name of the scene it leads to; empty for a choice that leads back to its decision.</param>
public sealed record OutlineWay(string Words, string To);

/// <summary>
/// An outline typed as indented lines. A line leads to the lines below it that are indented one level deeper; indentation may be
/// spaces or tabs, of any width. Bullets in front of a name are left out. Names are the same whatever their capitals.
/// <code>
/// The desk
///   Ring the harbour → The pier
///   Wait a minute →
/// The pier
///   All in harbour [end: a good end]
/// </code>
/// An arrow (→, -&gt; or =&gt;) makes a choice of what stands before it; [end] makes a scene an ending.
/// </summary>
public static class Outline
{
    /// <summary>The most characters that are read.</summary>
    public const int Longest = 200_000;

    private static readonly string[] Arrows = ["→", "->", "=>"];

    /// <summary>Reads what was typed or pasted: a graph in the DOT language, a table, headings with lists, or indented lines; or says in words
    /// what cannot be read.</summary>
    /// <param name="text">The text.</param>
    /// <param name="known">Names of scenes that are there; in those an arrow is part of the name.</param>
    public static Outcome<ValueList<OutlineLine>> From(string text, IEnumerable<string>? known = null) =>
        text.Length > Longest ? Outcome<ValueList<OutlineLine>>.Refused(AuthorWords.Say("outlineHasUpCharacters", Longest))
        : DotOutline.Fits(text) ? DotOutline.Read(text)
        : TableOutline.Fits(text) ? TableOutline.Read(text)
        : MarkdownOutline.Fits(text) ? MarkdownOutline.Read(text, known)
        : Read(text, known);

    /// <summary>True for a graph in the DOT language, which is an outline and nothing else.</summary>
    public static bool IsGraph(string text) => DotOutline.Fits(text);

    /// <summary>The name of the scene in a line that may say that a story ends there.</summary>
    internal static string NameIn(string line) => Ended(line).Name;

    /// <summary>Reads an outline of indented lines.</summary>
    /// <param name="text">The lines.</param>
    /// <param name="known">Names of scenes that are there; in those an arrow is part of the name.</param>
    public static ValueList<OutlineLine> Read(string text, IEnumerable<string>? known = null)
    {
        var names = (known ?? []).ToHashSet(StringComparer.OrdinalIgnoreCase);
        var lines = new List<(string Name, List<OutlineWay> Ways, string? Ending)>();
        var places = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase);
        var above = new Stack<(int Indent, int Line)>();
        foreach (var raw in text.Split('\n'))
        {
            var wide = raw.Replace("\t", "    ").TrimEnd();
            var indent = wide.Length - wide.TrimStart().Length;
            while (above.Count > 0 && above.Peek().Indent >= indent)
            {
                above.Pop();
            }

            var (words, rest) = above.Count > 0 ? Parted(wide, names) : ("", Unbulleted(wide));
            var (name, ending) = names.Contains(rest) ? (rest, null) : Ended(rest);
            if (name.Length == 0 && words.Length == 0)
            {
                continue;
            }

            if (above.Count > 0)
            {
                lines[above.Peek().Line].Ways.Add(new OutlineWay(words, name));
            }

            // What stands below a choice that leads back belongs to its decision.
            var at = name.Length == 0 ? above.Peek().Line : places.GetValueOrDefault(name, -1);
            if (at < 0)
            {
                at = places[name] = lines.Count;
                lines.Add((name, [], null));
            }

            lines[at] = lines[at] with { Ending = name.Length == 0 ? lines[at].Ending : ending ?? lines[at].Ending };
            above.Push((indent, at));
        }

        return lines.Select(line => new OutlineLine(line.Name, Once(line.Ways)) { Ending = line.Ending }).ToValueList();
    }

    /// <summary>The scenes of an activity and where they lead, as an outline.</summary>
    public static string Write(Activity activity) =>
        string.Join(
            "\n",
            activity.Scenes.SelectMany(scene =>
                scene.Spots.SelectMany(spot => Ways(activity, spot)).Distinct().Select(way => "  " + way).Prepend(Titled(activity, scene))
            )
        );

    private static IEnumerable<string> Ways(Activity activity, Spot spot)
    {
        var goals = spot.Goals.Select(activity.SceneOf).OfType<Scene>().Select(activity.TitleOf);
        return spot.Content.Consequence is null ? goals : [$"{activity.NameOf(spot)} → {goals.FirstOrDefault() ?? ""}".TrimEnd()];
    }

    private static string Titled(Activity activity, Scene scene) =>
        scene.Ending is not { } ending ? activity.TitleOf(scene)
        : ending.Kind.Length > 0 ? $"{activity.TitleOf(scene)} [end: {ending.Kind}]"
        : $"{activity.TitleOf(scene)} [end]";

    /// <summary>What stands before an arrow, and what behind it: the last one, unless there is one behind which a scene's whole name
    /// stands. A bullet that looks like an arrow is none, and neither is one in a name.</summary>
    private static (string Words, string Behind) Parted(string line, HashSet<string> names)
    {
        var bare = Unbulleted(line);
        if (names.Contains(bare))
        {
            return ("", bare);
        }

        var parts = Enumerable
            .Range(1, Math.Max(0, bare.Length - 1))
            .SelectMany(at =>
                Arrows.Where(arrow => string.CompareOrdinal(bare, at, arrow, 0, arrow.Length) == 0).Select(arrow => (at, arrow))
            )
            .Select(found => (Words: bare[..found.at].Trim(), Behind: bare[(found.at + found.arrow.Length)..].Trim()))
            .ToList();
        return parts.Count == 0 ? ("", bare)
            : parts.FindIndex(part => names.Contains(part.Behind)) is >= 0 and var known ? parts[known]
            : parts[^1];
    }

    private static (string Name, string? Ending) Ended(string line)
    {
        var at = line.LastIndexOf("[end", StringComparison.OrdinalIgnoreCase);
        if (at <= 0 || !line.EndsWith(']'))
        {
            return (line, null);
        }

        var inside = line[(at + "[end".Length)..^1].Trim();
        return inside.Length == 0 || inside[0] == ':' ? (line[..at].Trim(), inside.TrimStart(':').Trim()) : (line, null);
    }

    private static string Unbulleted(string line) => line.Trim().TrimStart('-', '*', '•', '·', '>', '→').Trim();

    private static ValueList<OutlineWay> Once(List<OutlineWay> ways) =>
        ways.DistinctBy(way => (way.Words.ToUpperInvariant(), way.To.ToUpperInvariant())).ToValueList();
}
