using System.Text.RegularExpressions;
using Ganss.Xss;

namespace ZestySlate.Formats.RichText;

/// <summary>Brings HTML from outside to the closed set of elements that rich text has; all else is taken out.</summary>
public static partial class RichTextSanitizer
{
    private static readonly HtmlSanitizer Sanitizer = Make();

    /// <summary>The fragment with only allowed elements, attributes and addresses (http, https, mailto).</summary>
    public static string Sanitise(string html) =>
        IsTooMuch(html)
            ? System.Net.WebUtility.HtmlEncode(Words().Replace(html.Length > MostLength ? html[..MostLength] : html, " ").Trim())
            : Sanitizer.Sanitize(html).Trim();

    /// <summary>The longest fragment that is read as HTML, in characters, the most tags in it, and how many may be open at once: more than
    /// any text that a person formats. Of what is beyond only the words are left, as plain text.</summary>
    public const int MostLength = 1_000_000,
        MostTags = 20_000,
        MostDepth = 60;

    /// <summary>True when reading it as HTML would take more work than it is worth. A scan that may count too much, never too little.</summary>
    private static bool IsTooMuch(string html)
    {
        if (html.Length > MostLength)
        {
            return true;
        }

        var (tags, depth) = (0, 0);
        for (var at = html.IndexOf('<'); at >= 0 && at + 1 < html.Length; at = html.IndexOf('<', at + 1))
        {
            depth =
                html[at + 1] == '/' ? Math.Max(0, depth - 1)
                : char.IsAsciiLetter(html[at + 1]) && !IsVoid(html.AsSpan(at + 1)) ? depth + 1
                : depth;
            if (++tags > MostTags || depth > MostDepth)
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>True for an element that has no end tag (HTML, 13.1.2), and for those whose end tags may be left out where a new one begins.</summary>
    private static bool IsVoid(ReadOnlySpan<char> tag) => Voids().IsMatch(tag);

    [GeneratedRegex(@"\G(?:br|hr|img|input|meta|link|wbr|col|area|base|embed|source|track|p|li)(?![A-Za-z0-9])", RegexOptions.IgnoreCase)]
    private static partial Regex Voids();

    [GeneratedRegex("<[^>]*>?")]
    private static partial Regex Words();

    private static HtmlSanitizer Make()
    {
        var sanitizer = new HtmlSanitizer(
            new HtmlSanitizerOptions
            {
                AllowedTags = new HashSet<string>([
                    "p",
                    "strong",
                    "em",
                    "u",
                    "s",
                    "sub",
                    "sup",
                    "ul",
                    "ol",
                    "li",
                    "blockquote",
                    "h3",
                    "br",
                    "a",
                ]),
                AllowedAttributes = new HashSet<string>(["href"]),
                AllowedSchemes = new HashSet<string>(["http", "https", "mailto"]),
                UriAttributes = new HashSet<string>(["href"]),
            }
        )
        {
            KeepChildNodes = true,
        };
        sanitizer.RemovingTag += (_, removing) =>
        {
            // What a script or a style says is not text: it goes with its element.
            if (removing.Tag.NodeName.ToUpperInvariant() is "SCRIPT" or "STYLE" or "TEMPLATE" or "IFRAME" or "OBJECT" or "SVG" or "MATH")
            {
                removing.Tag.InnerHtml = "";
            }
        };
        sanitizer.PostProcessNode += (_, processed) =>
        {
            if (processed.Node is AngleSharp.Html.Dom.IHtmlAnchorElement link)
            {
                link.SetAttribute("rel", "noopener noreferrer");
                link.SetAttribute("target", "_blank");
            }
        };
        return sanitizer;
    }
}
