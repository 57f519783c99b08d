using System.Text.Json;
using System.Text.RegularExpressions;
using AngleSharp.Html.Parser;
using Ganss.Xss;

namespace ZestySlate.CourseSite.Editor;

/// <summary>
/// Takes what a teacher wrote as the page of a course: HTML with frames, cleaned. An address that stands alone in a line becomes
/// what it says of itself by oEmbed 1.0: its frame, or else a link with its title.
/// </summary>
public sealed partial class PageEditor(IHttpClientFactory http)
{
    private const int MostAddresses = 5,
        LongestAnswer = 1_000_000;

    [GeneratedRegex(@"^\s*(?:<p>)?\s*(?<address>https?://[^\s<>""]+)\s*(?:</p>)?\s*$", RegexOptions.Multiline)]
    private static partial Regex Alone();

    /// <summary>The page as it is kept.</summary>
    /// <param name="html">As it was written.</param>
    /// <param name="takesScripts">True when scripts from elsewhere may stand in it.</param>
    public async Task<string> TakeAsync(string html, bool takesScripts)
    {
        foreach (var one in Alone().Matches(html).Take(MostAddresses))
        {
            var address = one.Groups["address"].Value;
            html = html.Replace(one.Value, await ShownAsync(address), StringComparison.Ordinal);
        }

        return Cleaner(takesScripts).Sanitize(html);
    }

    private static HtmlSanitizer Cleaner(bool takesScripts)
    {
        var cleaner = new HtmlSanitizer { AllowDataAttributes = true };
        cleaner.AllowedTags.Add("iframe");
        cleaner.AllowedAttributes.UnionWith(["allow", "allowfullscreen", "style"]);
        cleaner.AllowedCssProperties.Add("aspect-ratio");
        if (takesScripts)
        {
            // Scripts by their address alone; nothing that stands in the page itself.
            cleaner.AllowedTags.Add("script");
            cleaner.AllowedAttributes.UnionWith(["async", "defer"]);
            cleaner.PostProcessNode += (_, node) =>
            {
                if (node.Node is AngleSharp.Dom.IElement { LocalName: "script" } script)
                {
                    script.TextContent = "";
                }
            };
        }

        return cleaner;
    }

    private async Task<string> ShownAsync(string address)
    {
        var encoded = System.Net.WebUtility.HtmlEncode(address);
        var plain = $"<p><a href=\"{encoded}\">{encoded}</a></p>";
        try
        {
            var page = await ReadAsync(address);
            var link = new HtmlParser().ParseDocument(page).QuerySelector("link[rel=alternate][type='application/json+oembed']");
            if (link?.GetAttribute("href") is not { Length: > 0 } href)
            {
                return plain;
            }

            using var answer = JsonDocument.Parse(await ReadAsync(new Uri(new Uri(address), href).AbsoluteUri));
            var said = answer.RootElement;
            var type = said.GetProperty("type").GetString();
            return type is "rich" or "video" ? said.GetProperty("html").GetString() ?? plain
                : said.TryGetProperty("title", out var title)
                    ? $"<p><a href=\"{encoded}\">{System.Net.WebUtility.HtmlEncode(title.GetString())}</a></p>"
                : plain;
        }
        catch (Exception problem)
            when (problem
                    is HttpRequestException
                        or TaskCanceledException
                        or JsonException
                        or KeyNotFoundException
                        or InvalidOperationException
            )
        {
            return plain;
        }
    }

    private async Task<string> ReadAsync(string address)
    {
        using var client = http.CreateClient();
        (client.Timeout, client.MaxResponseContentBufferSize) = (TimeSpan.FromSeconds(8), LongestAnswer);
        return await client.GetStringAsync(address);
    }
}
