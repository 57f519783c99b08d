using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;
using ZestySlate.Core;

namespace ZestySlate.Formats.Media;

/// <summary>A drawing that can be stored: only shapes, text, gradients, patterns and filters are left in it.</summary>
public sealed record CleanSvg(byte[] Bytes, int Width, int Height, bool TookOut);

/// <summary>
/// Brings an SVG drawing (W3C SVG 2) to what draws and no more: scripts, event handlers, foreign content, links and anything from
/// elsewhere are taken out. Document types and entities are refused.
/// </summary>
public static partial class SvgSanitizer
{
    private const string Svg = "http://www.w3.org/2000/svg",
        XLink = "http://www.w3.org/1999/xlink";

    private static readonly HashSet<string> Elements =
    [
        "svg",
        "g",
        "defs",
        "symbol",
        "use",
        "title",
        "desc",
        "path",
        "rect",
        "circle",
        "ellipse",
        "line",
        "polyline",
        "polygon",
        "text",
        "tspan",
        "textPath",
        "linearGradient",
        "radialGradient",
        "stop",
        "pattern",
        "clipPath",
        "mask",
        "marker",
        "image",
        "switch",
        "style",
        "filter",
        "feBlend",
        "feColorMatrix",
        "feComponentTransfer",
        "feFuncA",
        "feFuncR",
        "feFuncG",
        "feFuncB",
        "feComposite",
        "feConvolveMatrix",
        "feDiffuseLighting",
        "feDisplacementMap",
        "feDropShadow",
        "feFlood",
        "feGaussianBlur",
        "feMerge",
        "feMergeNode",
        "feMorphology",
        "feOffset",
        "feSpecularLighting",
        "feTile",
        "feTurbulence",
        "fePointLight",
        "feSpotLight",
        "feDistantLight",
    ];

    private static XmlReaderSettings Reading =>
        new()
        {
            DtdProcessing = DtdProcessing.Ignore,
            XmlResolver = null,
            MaxCharactersFromEntities = 0,
            MaxCharactersInDocument = 20_000_000,
        };

    /// <summary>The drawing without what does not draw, or why it cannot be used.</summary>
    public static Outcome<CleanSvg> Sanitise(byte[] file, string name)
    {
        XDocument document;
        try
        {
            using (var once = XmlReader.Create(new MemoryStream(file), Reading))
            {
                if (SvgBounds.Refuse(once) is { } tooMuch)
                {
                    return Outcome<CleanSvg>.Refused($"“{name}” cannot be shown: {tooMuch}. Simplify it, or save it as PNG.");
                }
            }

            using var reader = XmlReader.Create(new MemoryStream(file), Reading);
            document = XDocument.Load(reader);
        }
        catch (XmlException problem)
        {
            return Outcome<CleanSvg>.Refused(
                $"“{name}” is not a drawing that can be read: line {problem.LineNumber} is not well formed. Save it again as plain SVG."
            );
        }

        if (document.Root is not { } root || root.Name != XName.Get("svg", Svg))
        {
            return Outcome<CleanSvg>.Refused($"“{name}” is not an SVG drawing: it lacks the SVG namespace.");
        }

        var before = document.Descendants().Count() + document.Descendants().Attributes().Count();
        document
            .DescendantNodes()
            .Where(node => node is XProcessingInstruction or XDocumentType or XComment)
            .ToList()
            .ForEach(node => node.Remove());
        document
            .Descendants()
            .Where(element => element.Name.NamespaceName != Svg || !Elements.Contains(element.Name.LocalName))
            .ToList()
            .ForEach(element => element.Remove());
        document
            .Descendants()
            .Where(element => element.Name.LocalName == "style" && !IsHarmless(element.Value))
            .ToList()
            .ForEach(element => element.Remove());
        document.Descendants().Attributes().Where(attribute => !IsHarmless(attribute)).ToList().ForEach(attribute => attribute.Remove());
        document
            .Descendants()
            .Where(element => element.Name.LocalName == "image" && element.Attributes().All(a => a.Name.LocalName != "href"))
            .ToList()
            .ForEach(element => element.Remove());

        var (width, height) = SizeOf(root);
        root.SetAttributeValue("width", width);
        root.SetAttributeValue("height", height);
        var took = document.Descendants().Count() + document.Descendants().Attributes().Count() < before;
        return new CleanSvg(Encoding.UTF8.GetBytes(root.ToString(SaveOptions.DisableFormatting)), width, height, took);
    }

    private static bool IsHarmless(XAttribute attribute)
    {
        if (attribute.IsNamespaceDeclaration)
        {
            return attribute.Value is Svg or XLink;
        }

        var name = attribute.Name;
        if (
            name.LocalName.StartsWith("on", StringComparison.OrdinalIgnoreCase)
            || (name.NamespaceName.Length > 0 && name.NamespaceName != XLink && name != XNamespace.Xml + "space")
        )
        {
            return false;
        }

        var value = attribute.Value.Trim();
        return name.LocalName == "href"
            ? value.StartsWith('#') || (attribute.Parent!.Name.LocalName == "image" && EmbeddedPicture().IsMatch(value))
            : IsHarmless(value);
    }

    /// <summary>Values may refer to parts of the drawing itself, to nothing else.</summary>
    private static bool IsHarmless(string value) =>
        !value.Contains("@import", StringComparison.OrdinalIgnoreCase)
        && !value.Contains("javascript:", StringComparison.OrdinalIgnoreCase)
        && !value.Contains('\\')
        && Urls().Matches(value).All(url => url.Groups[1].Value.TrimStart('"', '\'', ' ').StartsWith('#'));

    private static (int Width, int Height) SizeOf(XElement root)
    {
        var box = ((string?)root.Attribute("viewBox") ?? "")
            .Split([' ', ','], StringSplitOptions.RemoveEmptyEntries)
            .Select(part => double.TryParse(part, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) ? number : 0)
            .ToArray();
        double Of(string side, int at) =>
            Length().Match((string?)root.Attribute(side) ?? "") is { Success: true } match
                ? double.Parse(match.Groups[1].Value, CultureInfo.InvariantCulture)
            : box.Length == 4 && box[at] > 0 ? box[at]
            : 0;
        var (width, height) = (Of("width", 2), Of("height", 3));
        if (width <= 0 || height <= 0)
        {
            (width, height) = (800, 500);
        }

        if (box.Length != 4)
        {
            root.SetAttributeValue("viewBox", FormattableString.Invariant($"0 0 {width} {height}"));
        }

        // A drawing has no pixels of its own; it gets enough to be shown large.
        var scale = Math.Clamp(1600 / width, 1, 100);
        return ((int)Math.Round(Math.Min(8000, width * scale)), (int)Math.Round(Math.Min(8000, height * scale)));
    }

    [GeneratedRegex(@"^data:image/(png|jpeg|webp);base64,[A-Za-z0-9+/=\s]+$")]
    private static partial Regex EmbeddedPicture();

    [GeneratedRegex(@"url\(([^)]*)\)?", RegexOptions.IgnoreCase)]
    private static partial Regex Urls();

    [GeneratedRegex(@"^\s*([0-9.]+)(px)?\s*$")]
    private static partial Regex Length();
}
