using System.Net;
using ZestySlate.CourseSite.Editor;

namespace ZestySlate.CourseSite.Tests;

/// <summary>What a course page takes of a tool's code.</summary>
public sealed class PageEditorTests
{
    private const string Code =
        "<iframe src=\"https://tool.example/embed/x\" title=\"X\" data-tool-frame style=\"border:0;width:100%;aspect-ratio:16/10\" "
        + "allow=\"fullscreen\" onload=\"alert(1)\"></iframe><script src=\"https://tool.example/frames.js\" async>alert(2)</script>";

    private static PageEditor Editor(Func<Uri, string?>? web = null) => new(new Web(web ?? (_ => null)));

    [Fact]
    public async Task A_frame_stays_and_a_script_by_its_address_where_the_site_takes_scripts()
    {
        var page = await Editor().TakeAsync(Code, takesScripts: true);
        Assert.Contains("https://tool.example/embed/x", page, StringComparison.Ordinal);
        Assert.Contains("data-tool-frame", page, StringComparison.Ordinal);
        Assert.Contains("aspect-ratio", page, StringComparison.Ordinal);
        Assert.Contains("<script src=\"https://tool.example/frames.js\" async", page, StringComparison.Ordinal);
        Assert.DoesNotContain("alert", page, StringComparison.Ordinal);
        Assert.DoesNotContain("<script", await Editor().TakeAsync(Code, takesScripts: false), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_address_alone_in_its_line_shows_what_it_says_of_itself()
    {
        var editor = Editor(address =>
            address.AbsolutePath switch
            {
                "/page" => "<link rel=alternate type='application/json+oembed' href='/say'>",
                "/say" => "{\"type\":\"rich\",\"html\":\"<iframe src='https://tool.example/embed/x'></iframe>\"}",
                "/odd" => "<link rel=alternate type='application/json+oembed' href='/nonsense'>",
                "/nonsense" => "{]",
                _ => null,
            }
        );
        Assert.Contains("<iframe", await editor.TakeAsync("<p>Look:</p>\nhttps://tool.example/page\n", true), StringComparison.Ordinal);
        foreach (var plain in new[] { "https://tool.example/odd", "https://tool.example/gone" })
        {
            Assert.Contains($"<a href=\"{plain}\"", await editor.TakeAsync(plain, true), StringComparison.Ordinal);
        }

        Assert.DoesNotContain("<iframe", await editor.TakeAsync("See https://tool.example/page too.", true), StringComparison.Ordinal);
    }

    private sealed class Web(Func<Uri, string?> pages) : HttpMessageHandler, IHttpClientFactory
    {
        public HttpClient CreateClient(string name) => new(this, disposeHandler: false);

        protected override Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken stop) =>
            Task.FromResult(
                pages(request.RequestUri!) is { } text
                    ? new HttpResponseMessage(HttpStatusCode.OK) { Content = new StringContent(text) }
                    : new HttpResponseMessage(HttpStatusCode.NotFound)
            );
    }
}
