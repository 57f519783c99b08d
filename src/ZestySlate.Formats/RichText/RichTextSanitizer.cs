using System.Text.RegularExpressions;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Ganss.Xss;
using static ZestySlate.Core.Activities.RichText;

namespace ZestySlate.Formats.RichText;

/// <summary>Brings HTML from outside to the closed set of elements that rich text has; all else is taken out.</summary>
public static partial class RichTextSanitizer
{
    private static readonly HtmlSanitizer Sanitizer = Make();

    /// <summary>The fragment with only allowed elements, attributes and addresses (http, https, mailto; pictures from the media library).</summary>
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

    private static void Mend(IHtmlAnchorElement link)
    {
        link.RemoveAttribute("src");
        if (link.GetAttribute("href")?.TrimStart().StartsWith(Scheme, StringComparison.OrdinalIgnoreCase) == true)
        {
            link.RemoveAttribute("href");
        }

        link.SetAttribute("rel", "noopener noreferrer");
        link.SetAttribute("target", "_blank");
    }

    /// <summary>A picture is a file of the media library, named by its hash; no page asks anybody else for one.</summary>
    private static void Mend(IHtmlImageElement picture)
    {
        var media = OwnMedia().Match(picture.GetAttribute("src") ?? "");
        var alternative = picture.GetAttribute("alt") ?? "";
        foreach (var name in picture.Attributes.Select(attribute => attribute.Name).ToList())
        {
            picture.RemoveAttribute(name);
        }

        if (!media.Success)
        {
            picture.Remove();
            return;
        }

        picture.SetAttribute("src", Scheme + media.Groups[1].Value);
        picture.SetAttribute(
            "alt",
            alternative.Trim() is { Length: <= LongestAlternative } fits ? fits : alternative.Trim()[..LongestAlternative]
        );
    }

    /// <summary>The longest words for who cannot see a picture in a text, in characters.</summary>
    private const int LongestAlternative = 1000;

    /// <summary>The most rows or columns that a cell of a table spans; one is not written.</summary>
    private const int WidestSpan = 50;

    private static void MendSpans(IElement element)
    {
        foreach (var name in new[] { "colspan", "rowspan", "src", "href", "alt" })
        {
            var spans = element is IHtmlTableCellElement && name.EndsWith("span", StringComparison.Ordinal);
            if (!spans || !int.TryParse(element.GetAttribute(name), out var cells) || cells is < 2 or > WidestSpan)
            {
                element.RemoveAttribute(name);
            }
        }
    }

    [GeneratedRegex(@"^(?:media:|/media/)([0-9a-f]{64})(?:/[0-9]+)?$")]
    private static partial Regex OwnMedia();

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
                    "img",
                    "table",
                    "tbody",
                    "tr",
                    "th",
                    "td",
                ]),
                AllowedAttributes = new HashSet<string>(["href", "src", "alt", "colspan", "rowspan"]),
                AllowedSchemes = new HashSet<string>(["http", "https", "mailto", "media"]),
                UriAttributes = new HashSet<string>(["href", "src"]),
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
            switch (processed.Node)
            {
                case IHtmlAnchorElement link:
                    Mend(link);
                    break;
                case IHtmlImageElement picture:
                    Mend(picture);
                    break;
                case IElement other:
                    MendSpans(other);
                    break;
            }
        };
        return sanitizer;
    }
}
