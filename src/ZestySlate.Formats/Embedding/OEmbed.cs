using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Xml.Linq;
using AngleSharp.Html.Parser;
using ZestySlate.Core;

namespace ZestySlate.Formats.Embedding;

/// <summary>What a page says of itself for those who show it elsewhere (oEmbed 1.0, section 2.3.4): of the sorts “rich” and “video”, that
/// is with a player.</summary>
public sealed record OEmbed
{
    /// <summary>How long an answer of somebody else's may be, in characters.</summary>
    public const int Longest = 200_000;

    public string Type { get; init; } = "rich";

    public string Version { get; init; } = "1.0";

    public string Title { get; init; } = "";

    public string ProviderName { get; init; } = "";

    public string ProviderUrl { get; init; } = "";

    /// <summary>The code that shows it.</summary>
    public string Html { get; init; } = "";

    /// <summary>Width in pixels.</summary>
    public int Width { get; init; }

    /// <summary>Height in pixels.</summary>
    public int Height { get; init; }

    public string? ThumbnailUrl { get; init; }

    public int? ThumbnailWidth { get; init; }

    public int? ThumbnailHeight { get; init; }

    private static readonly JsonSerializerOptions Json = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>As JSON (section 2.3.4.1).</summary>
    public string ToJson() => JsonSerializer.Serialize(this, Json);

    /// <summary>As XML (section 2.3.4.2).</summary>
    public string ToXml() =>
        new XDeclaration("1.0", "utf-8", "yes")
        + "\n"
        + new XElement(
            "oembed",
            JsonSerializer
                .SerializeToElement(this, Json)
                .EnumerateObject()
                .Select(member => new XElement(member.Name, member.Value.ToString()))
        );

    /// <summary>Where a page says that its oEmbed answer is (section 4, discovery), as JSON; null when it says nothing.</summary>
    /// <param name="html">The page.</param>
    /// <param name="page">Its address.</param>
    public static Uri? Discover(string html, Uri page)
    {
        var link = new HtmlParser()
            .ParseDocument(html)
            .QuerySelectorAll("link[type='application/json+oembed']")
            .FirstOrDefault(one => one.GetAttribute("rel") is "alternate" or "alternative");
        return link?.GetAttribute("href") is { Length: > 0 } href && Uri.TryCreate(page, href, out var at) && IsOfTheWeb(at) ? at : null;
    }

    /// <summary>Reads the answer of somebody else's: of its code only the address of the frame is taken, never anything to run.</summary>
    /// <returns>Null when it is no answer, or has nothing to put into a frame.</returns>
    public static OEmbedPlayer? Read(string json, Uri page)
    {
        if (json.Length > Longest)
        {
            return null;
        }

        try
        {
            using var document = JsonDocument.Parse(json, new JsonDocumentOptions { MaxDepth = 8 });
            var answer = document.RootElement;
            if (answer.ValueKind != JsonValueKind.Object || Text(answer, "version") is not ("1.0" or "1"))
            {
                return null;
            }

            var src = new HtmlParser().ParseDocument(Text(answer, "html") ?? "").QuerySelector("iframe[src]")?.GetAttribute("src");
            return new OEmbedPlayer(
                Text(answer, "title")?.Trim() is { Length: > 0 } title ? title.Cut(300) : "",
                src is not null && Uri.TryCreate(page, src, out var player) && IsOfTheWeb(player) ? player.AbsoluteUri : null,
                Size(answer, "width"),
                Size(answer, "height")
            )
            {
                Thumbnail =
                    Text(answer, "thumbnail_url") is { } thumbnail && Uri.TryCreate(page, thumbnail, out var shown) && IsOfTheWeb(shown)
                        ? shown.AbsoluteUri
                        : null,
                ProviderName = Text(answer, "provider_name")?.Trim().Cut(100) ?? "",
            };
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static bool IsOfTheWeb(Uri address) => address.IsAbsoluteUri && address.Scheme is "http" or "https";

    private static string? Text(JsonElement answer, string name) =>
        answer.TryGetProperty(name, out var member)
            ? member.ValueKind switch
            {
                JsonValueKind.String => member.GetString(),
                JsonValueKind.Number => member.GetRawText(),
                _ => null,
            }
            : null;

    /// <summary>A size in pixels; some write it as text, some as “100%”, which is none.</summary>
    private static int? Size(JsonElement answer, string name) =>
        decimal.TryParse(Text(answer, name), NumberStyles.Number, CultureInfo.InvariantCulture, out var size) && size is >= 1 and <= 10_000
            ? (int)size
            : null;
}

/// <summary>What is taken of an oEmbed answer.</summary>
/// <param name="Title">The title; empty for none.</param>
/// <param name="Player">The address of the player to put into a frame, or null.</param>
/// <param name="Width">Its width in pixels, or null.</param>
/// <param name="Height">Its height in pixels, or null.</param>
public sealed record OEmbedPlayer(string Title, string? Player, int? Width, int? Height)
{
    /// <summary>The address of a picture of it, or null.</summary>
    public string? Thumbnail { get; init; }

    /// <summary>Who serves it; empty when that is not said.</summary>
    public string ProviderName { get; init; } = "";
}
