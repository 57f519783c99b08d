using Ganss.Xss;

namespace ZestySlate.Formats.RichText;

/// <summary>Brings HTML from outside to the closed set of elements that rich text has; all else is taken out.</summary>
public static class RichTextSanitizer
{
    private static readonly HtmlSanitizer Sanitizer = Make();

    /// <summary>The fragment with only allowed elements, attributes and addresses (http, https, mailto).</summary>
    public static string Sanitise(string html) => Sanitizer.Sanitize(html).Trim();

    private static HtmlSanitizer Make()
    {
        var sanitizer = new HtmlSanitizer(new HtmlSanitizerOptions
        {
            AllowedTags = new HashSet<string>(["p", "strong", "em", "u", "s", "sub", "sup", "ul", "ol", "li", "blockquote", "h3", "br", "a"]),
            AllowedAttributes = new HashSet<string>(["href"]),
            AllowedSchemes = new HashSet<string>(["http", "https", "mailto"]),
            UriAttributes = new HashSet<string>(["href"]),
        })
        { KeepChildNodes = true };
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
