namespace ZestySlate.Web.Lti;

/// <summary>Reads Link headers (RFC 8288).</summary>
public static class LinkHeader
{
    /// <summary>The address of the first link with a relation; null for none.</summary>
    /// <param name="values">The header's values; each may hold several links.</param>
    /// <param name="relation">The relation, in small letters: next, differences.</param>
    /// <param name="from">The address that was asked, which relative ones start from.</param>
    public static Uri? Find(IEnumerable<string> values, string relation, Uri from) =>
        values
            .SelectMany(Links)
            .Where(link => link.Relations.Contains(relation, StringComparer.OrdinalIgnoreCase))
            .Select(link => Uri.TryCreate(from, link.Target, out var address) && address.Scheme is "http" or "https" ? address : null)
            .FirstOrDefault(address => address is not null);

    /// <summary>link-value = "&lt;" URI-Reference "&gt;" *( OWS ";" OWS link-param ), parted by commas outside of quotation marks (RFC 8288, 3).</summary>
    private static IEnumerable<(string Target, string[] Relations)> Links(string value)
    {
        var at = 0;
        while ((at = value.IndexOf('<', at)) >= 0 && value.IndexOf('>', at) is > 0 and var end)
        {
            var target = value[(at + 1)..end].Trim();
            at = end + 1;
            string[]? relations = null;
            while (Parameter(value, ref at) is var (name, said))
            {
                // Of several, only the first counts (3.3).
                relations ??= name.Equals("rel", StringComparison.OrdinalIgnoreCase)
                    ? said.Split(' ', StringSplitOptions.RemoveEmptyEntries)
                    : null;
            }

            yield return (target, relations ?? []);
        }
    }

    /// <summary>The next parameter of a link, or null at its end: before a comma, or where nothing follows.</summary>
    private static (string Name, string Value)? Parameter(string value, ref int at)
    {
        while (at < value.Length && value[at] is ' ' or '\t' or ';')
        {
            at++;
        }

        if (at >= value.Length || value[at] == ',')
        {
            return null;
        }

        var start = at;
        while (at < value.Length && value[at] is not ('=' or ';' or ','))
        {
            at++;
        }

        var name = value[start..at].Trim();
        if (at >= value.Length || value[at] != '=')
        {
            return (name, "");
        }

        for (at++; at < value.Length && value[at] is ' ' or '\t'; at++) { }
        return (name, at < value.Length && value[at] == '"' ? Quoted(value, ref at) : Token(value, ref at));
    }

    private static string Token(string value, ref int at)
    {
        var start = at;
        while (at < value.Length && value[at] is not (';' or ','))
        {
            at++;
        }

        return value[start..at].Trim();
    }

    /// <summary>A quoted string; a backslash keeps the letter behind it (RFC 9110, 5.6.4).</summary>
    private static string Quoted(string value, ref int at)
    {
        var read = new System.Text.StringBuilder();
        for (at++; at < value.Length && value[at] != '"'; at++)
        {
            if (value[at] == '\\' && at + 1 < value.Length)
            {
                at++;
            }

            read.Append(value[at]);
        }

        at = Math.Min(at + 1, value.Length);
        return read.ToString();
    }
}
