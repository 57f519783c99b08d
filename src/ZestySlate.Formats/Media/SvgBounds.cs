using System.Xml;

namespace ZestySlate.Formats.Media;

/// <summary>
/// How large the work is that a drawing asks for, read once from its beginning to its end: how deep and how many its elements
/// are, and how many shapes are painted when every “use” puts in what it names (SVG 2, 5.6), uses in uses multiplied.
/// </summary>
internal sealed class SvgBounds
{
    internal const int MostDepth = 64,
        MostElements = 20_000,
        MostPainted = 100_000;

    private readonly Dictionary<string, long> _own = [];
    private readonly Dictionary<string, List<string>> _uses = [];

    /// <summary>Why a drawing asks for too much, in words; null when it does not.</summary>
    /// <exception cref="XmlException">It is not well formed.</exception>
    internal static string? Refuse(XmlReader reader)
    {
        var bounds = new SvgBounds();
        var inside = new Stack<string>();
        var elements = 0;
        var root = Guid.NewGuid().ToString("N");
        while (reader.Read())
        {
            if (reader.NodeType == XmlNodeType.EndElement)
            {
                inside.Pop();
            }
            else if (reader.NodeType == XmlNodeType.Element)
            {
                if (++elements > MostElements)
                {
                    return $"it has more than {MostElements} parts";
                }

                if (inside.Count >= MostDepth)
                {
                    return $"its parts lie more than {MostDepth} deep in each other";
                }

                var (name, empty) = (reader.LocalName, reader.IsEmptyElement);
                var id = reader.GetAttribute("id") is { Length: > 0 } given ? given : "";
                var href =
                    name == "use" ? reader.GetAttribute("href") ?? reader.GetAttribute("href", "http://www.w3.org/1999/xlink") : null;
                foreach (var around in inside.Append(root).Append(id).Where(around => around.Length > 0).Distinct())
                {
                    bounds._own[around] = bounds._own.GetValueOrDefault(around) + 1;
                    if (href is ['#', .. var named])
                    {
                        (bounds._uses.TryGetValue(around, out var uses) ? uses : bounds._uses[around] = []).Add(named);
                    }
                }

                if (!empty)
                {
                    inside.Push(id);
                }
            }
        }

        return bounds.Painted(root, [], 0) > MostPainted
            ? $"it paints more than {MostPainted} parts, since parts use each other again and again"
            : null;
    }

    /// <summary>How many elements one of them paints, with all it uses; more than the most when it uses itself.</summary>
    private long Painted(string id, Dictionary<string, long> known, int through)
    {
        if (known.TryGetValue(id, out var counted))
        {
            return counted;
        }

        known[id] = MostPainted + 1;
        if (through > MostDepth)
        {
            return known[id];
        }

        var sum = _own.GetValueOrDefault(id);
        foreach (var used in _uses.GetValueOrDefault(id) ?? [])
        {
            sum = Math.Min(MostPainted + 1, sum + Painted(used, known, through + 1));
        }

        return known[id] = sum;
    }
}
