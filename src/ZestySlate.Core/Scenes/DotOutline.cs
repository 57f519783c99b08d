using System.Text;
using System.Text.RegularExpressions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Scenes;

/// <summary>
/// Reads a graph in the DOT language (Graphviz, "The DOT Language", abstract grammar) as an outline: a node is a scene, called by
/// its label, and an ending with a double border; an edge is a way, and with a label a choice. Subgraphs are read through: an edge
/// to one is an edge to each of its nodes. What a graph says of looks is left out.
/// </summary>
internal sealed partial class DotOutline
{
    private const int Deepest = 50,
        MostEdges = 5_000,
        MostNodes = Editing.AddOutline.MostScenes;

    private readonly List<(string Text, bool Quoted, int Line)> _tokens;
    private readonly Dictionary<string, string> _labels = [];
    private readonly HashSet<string> _ends = [];
    private readonly List<string> _order = [];
    private readonly List<(string From, string Words, string To)> _edges = [];
    private int _at;

    private DotOutline(List<(string, bool, int)> tokens) => _tokens = tokens;

    /// <summary>True for a text that begins as a graph does.</summary>
    public static bool Fits(string text)
    {
        var words = text.TrimStart().Split([' ', '\t', '\r', '\n', '{'], 3, StringSplitOptions.RemoveEmptyEntries);
        return words.Length > 0
            && text.Contains('{')
            && (Is(words[0], "digraph") || Is(words[0], "graph") || (Is(words[0], "strict") && words.Length > 1));
    }

    /// <summary>The scenes and ways, or in words what cannot be read, with its line.</summary>
    public static Outcome<ValueList<OutlineLine>> Read(string text)
    {
        var tokens = Tokens(text);
        if (!tokens.Succeeded)
        {
            return Outcome<ValueList<OutlineLine>>.Refused(tokens.Refusal!);
        }

        var reader = new DotOutline(tokens.Value);
        return reader.Graph() is { } refusal ? Outcome<ValueList<OutlineLine>>.Refused(refusal) : reader.Lines();
    }

    private ValueList<OutlineLine> Lines()
    {
        var edges = _edges.ToLookup(edge => edge.From);
        return _order
            .Select(id => new OutlineLine(
                NameOf(id),
                edges[id].Select(edge => new OutlineWay(edge.Words, NameOf(edge.To))).Distinct().ToValueList()
            )
            {
                Ending = _ends.Contains(id) ? "" : null,
            })
            .ToValueList();
    }

    /// <summary>The label of a node; of two with one label, with what tells them apart.</summary>
    private string NameOf(string id) =>
        _labels.GetValueOrDefault(id, "") is not { Length: > 0 } label ? id
        : _labels.Count(other => string.Equals(other.Value, label, StringComparison.OrdinalIgnoreCase)) > 1 ? $"{label} ({id})"
        : label;

    private string? Graph()
    {
        Take("strict");
        if (!Take("digraph") && !Take("graph"))
        {
            return Wrong(AuthorWords.Say("graphBeginsDigraphOrGraph"));
        }

        if (!Sees("{"))
        {
            _at++;
        }

        return Statements(0, [], "");
    }

    /// <summary>The statements between braces; the nodes they name are added to the set.</summary>
    private string? Statements(int depth, HashSet<string> nodes, string edgeLabel)
    {
        if (depth > Deepest)
        {
            return Wrong(AuthorWords.Say("subgraphsInsideEachOtherMore", Deepest));
        }

        if (!Take("{"))
        {
            return Wrong(AuthorWords.Say("missingBraceBegin"));
        }

        while (!Take("}"))
        {
            if (_at >= _tokens.Count)
            {
                return Wrong(AuthorWords.Say("missingBraceEnd"));
            }

            if (Take(";") || Take(","))
            {
                continue;
            }

            if (Statement(depth, nodes, ref edgeLabel) is { } refusal)
            {
                return refusal;
            }
        }

        return null;
    }

    private string? Statement(int depth, HashSet<string> nodes, ref string edgeLabel)
    {
        if (!IsQuoted && (Sees("graph") || Sees("node") || Sees("edge")))
        {
            var ofEdges = Sees("edge");
            _at++;
            var said = new Dictionary<string, string>();
            if (Attributes(said) is { } wrong)
            {
                return wrong;
            }

            edgeLabel = ofEdges && said.TryGetValue("label", out var usual) ? usual : edgeLabel;
            return null;
        }

        if (End(depth, edgeLabel, out var from) is { } first)
        {
            return first;
        }

        nodes.UnionWith(from);
        if (Take("="))
        {
            // A setting of the graph: its name was no node.
            _at++;
            Forget(from, nodes);
            return null;
        }

        var steps = new List<HashSet<string>> { from };
        while (Take("->") || Take("--"))
        {
            if (End(depth, edgeLabel, out var to) is { } next)
            {
                return next;
            }

            nodes.UnionWith(to);
            steps.Add(to);
        }

        var attributes = new Dictionary<string, string>();
        if (Attributes(attributes) is { } refusal)
        {
            return refusal;
        }

        var label = attributes.GetValueOrDefault("label", "");
        if (steps.Count == 1)
        {
            foreach (var id in from.Where(_ => label.Length > 0))
            {
                _labels[id] = label;
            }

            if (attributes.GetValueOrDefault("peripheries") == "2" || Is(attributes.GetValueOrDefault("shape", ""), "doublecircle"))
            {
                _ends.UnionWith(from);
            }

            return null;
        }

        var words = label.Length > 0 ? label : edgeLabel;
        foreach (var (one, other) in steps.Zip(steps.Skip(1)))
        {
            foreach (var edge in one.SelectMany(start => other.Select(goal => (start, words, goal))))
            {
                if (_edges.Count >= MostEdges)
                {
                    return AuthorWords.Say("graphHasMoreThanEdges", MostEdges);
                }

                _edges.Add(edge);
            }
        }

        return null;
    }

    /// <summary>One end of an edge: a node with or without a port, or a subgraph.</summary>
    private string? End(int depth, string edgeLabel, out HashSet<string> nodes)
    {
        nodes = [];
        if (!IsQuoted && (Sees("subgraph") || Sees("{")))
        {
            if (Take("subgraph") && !Sees("{"))
            {
                _at++;
            }

            return Statements(depth + 1, nodes, edgeLabel);
        }

        if (_at >= _tokens.Count || (!IsQuoted && _tokens[_at].Text is "}" or "]" or "[" or "=" or "->" or "--" or ":"))
        {
            return Wrong(AuthorWords.Say("nameNodeMissing"));
        }

        var id = _tokens[_at++].Text;
        while (Take(":"))
        {
            _at++;
        }

        if (!_order.Contains(id))
        {
            if (_order.Count >= MostNodes)
            {
                return AuthorWords.Say("graphHasMoreThanNodes", MostNodes);
            }

            _order.Add(id);
        }

        nodes.Add(id);
        return null;
    }

    private void Forget(HashSet<string> settings, HashSet<string> nodes)
    {
        foreach (var id in settings.Where(id => !_labels.ContainsKey(id) && !_edges.Any(edge => edge.From == id || edge.To == id)))
        {
            _order.Remove(id);
            nodes.Remove(id);
        }
    }

    private string? Attributes(Dictionary<string, string> into)
    {
        while (Take("["))
        {
            while (!Take("]"))
            {
                if (_at >= _tokens.Count)
                {
                    return Wrong(AuthorWords.Say("missingBracketEnd"));
                }

                if (Take(",") || Take(";"))
                {
                    continue;
                }

                var key = _tokens[_at++].Text;
                if (Take("=") && _at < _tokens.Count)
                {
                    into[key.ToLowerInvariant()] = Unescaped()
                        .Replace(_tokens[_at++].Text, found => found.Value == @"\\" ? @"\" : " ")
                        .Trim();
                }
            }
        }

        return null;
    }

    /// <summary>What a label writes with a backslash: the ends of lines, and the backslash itself.</summary>
    [GeneratedRegex(@"\\[nlr\\]")]
    private static partial Regex Unescaped();

    private bool IsQuoted => _at < _tokens.Count && _tokens[_at].Quoted;

    private bool Sees(string text) => _at < _tokens.Count && !_tokens[_at].Quoted && Is(_tokens[_at].Text, text);

    private bool Take(string text)
    {
        if (!Sees(text))
        {
            return false;
        }

        _at++;
        return true;
    }

    private string Wrong(string what) =>
        AuthorWords.Say("graphCannotReadInLine", _tokens.ElementAtOrDefault(Math.Min(_at, _tokens.Count - 1)).Line, what);

    private static bool Is(string one, string other) => string.Equals(one, other, StringComparison.OrdinalIgnoreCase);

    private static Outcome<List<(string Text, bool Quoted, int Line)>> Tokens(string text)
    {
        var tokens = new List<(string, bool, int)>();
        var line = 1;
        for (var at = 0; at < text.Length; )
        {
            var here = text[at];
            if (here == '\n')
            {
                line++;
                at++;
            }
            else if (char.IsWhiteSpace(here))
            {
                at++;
            }
            else if (here == '#' || text.AsSpan(at).StartsWith("//"))
            {
                at = text.IndexOf('\n', at) is >= 0 and var end ? end : text.Length;
            }
            else if (text.AsSpan(at).StartsWith("/*"))
            {
                var end = text.IndexOf("*/", at + 2, StringComparison.Ordinal);
                line += text.AsSpan(at, (end < 0 ? text.Length : end) - at).Count('\n');
                at = end < 0 ? text.Length : end + 2;
            }
            else if (here == '"')
            {
                var said = new StringBuilder();
                var began = line;
                for (at++; at < text.Length && text[at] != '"'; at++)
                {
                    line += text[at] == '\n' ? 1 : 0;
                    if (text[at] == '\\' && at + 1 < text.Length && text[at + 1] is '"' or '\n' or '\\')
                    {
                        // A backslash that stands for itself stays two until the label is read.
                        said.Append(text[++at] == '\\' ? "\\" : "");
                    }

                    said.Append(text[at] == '\n' ? ' ' : text[at]);
                }

                if (at++ >= text.Length)
                {
                    return Outcome<List<(string, bool, int)>>.Refused(AuthorWords.Say("graphCannotReadInLineQuotation", began));
                }

                tokens.Add((said.ToString().Trim(), true, began));
            }
            else if (text.AsSpan(at).StartsWith("->") || text.AsSpan(at).StartsWith("--"))
            {
                tokens.Add((text.Substring(at, 2), false, line));
                at += 2;
            }
            else if ("{}[];,=:".Contains(here))
            {
                tokens.Add((here.ToString(), false, line));
                at++;
            }
            else if (here == '<')
            {
                var (end, open) = (at, 0);
                do
                {
                    open +=
                        text[end] == '<' ? 1
                        : text[end] == '>' ? -1
                        : 0;
                } while (open > 0 && ++end < text.Length);
                var inside = text[(at + 1)..Math.Min(end, text.Length)];
                tokens.Add((System.Text.RegularExpressions.Regex.Replace(inside, "<[^>]*>", " ").Trim(), true, line));
                line += inside.Count(letter => letter == '\n');
                at = Math.Min(end + 1, text.Length);
            }
            else
            {
                var begin = at;
                while (at < text.Length && !char.IsWhiteSpace(text[at]) && !"{}[];,=:\"<#".Contains(text[at]) && !IsEdge(text, at))
                {
                    at++;
                }

                at = Math.Max(at, begin + 1);
                tokens.Add((text[begin..at], false, line));
            }
        }

        return tokens;
    }

    private static bool IsEdge(string text, int at) => text.AsSpan(at).StartsWith("->") || text.AsSpan(at).StartsWith("--");
}
