using System.Text.RegularExpressions;

namespace ZestySlate.Bench;

/// <summary>The bytes a learner's page needs before the first question can be answered, as they go over the wire.</summary>
internal static class PageWeight
{
    private const double Limit = 70 * 1024;

    public static async Task RunAsync()
    {
        await using var host = await Host.StartAsync();
        var (browser, _, _) = await host.LearnerAsync("Weigher");
        var html = await browser.GetStringAsync("/a/garden");
        var css = Host.Find(html, "href=\"(/dist/learner[^\"]+)\"");
        var style = await browser.GetStringAsync(css);
        var addresses = new List<string> { "/a/garden", css, Host.Find(html, "src=\"(/dist/learner[^\"]+)\""), "/dist/symbols.svg" };
        // Only the face for the page's own letters is fetched; the one for other Latin letters waits until one is used.
        addresses.AddRange(Regex.Matches(style, "url\\(\"?(/dist/fonts/atkinson[^)\"]+-latin-wght[^)\"]+)").Select(match => match.Groups[1].Value).Distinct());

        long total = 0;
        foreach (var address in addresses)
        {
            var request = new HttpRequestMessage(HttpMethod.Get, address);
            request.Headers.AcceptEncoding.ParseAdd("br");
            using var raw = new HttpClient(new SocketsHttpHandler { UseCookies = false }) { BaseAddress = host.Address };
            if (address == "/a/garden")
            {
                // The page of a learner at work; compressed here in the same way, since its session lives in the other browser's cookie.
                var bytes = new MemoryStream();
                await using (var brotli = new System.IO.Compression.BrotliStream(bytes, System.IO.Compression.CompressionLevel.Optimal, true))
                {
                    await brotli.WriteAsync(System.Text.Encoding.UTF8.GetBytes(html));
                }

                total += bytes.Length;
                Console.WriteLine($"{bytes.Length,8}  {address}");
                continue;
            }

            var content = await (await raw.SendAsync(request)).Content.ReadAsByteArrayAsync();
            total += content.Length;
            Console.WriteLine($"{content.Length,8}  {address}");
        }

        Console.WriteLine($"{total,8}  in all: {total / Limit:0.00} of the 70 KB limit");
    }
}
