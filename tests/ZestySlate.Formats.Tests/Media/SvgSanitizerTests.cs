using System.Text;
using ZestySlate.Formats.Media;

namespace ZestySlate.Formats.Tests.Media;

/// <summary>Drawings keep what draws and lose everything else.</summary>
public sealed class SvgSanitizerTests
{
    private static string Clean(string inside, string root = "viewBox=\"0 0 40 20\"")
    {
        var read = SvgSanitizer.Sanitise(
            Encoding.UTF8.GetBytes(
                $"<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:xlink=\"http://www.w3.org/1999/xlink\" {root}>{inside}</svg>"
            ),
            "drawing.svg"
        );
        return Encoding.UTF8.GetString(read.Value.Bytes);
    }

    [Theory]
    [InlineData("<script>alert(1)</script>", "script")]
    [InlineData("<rect width=\"2\" height=\"2\" onclick=\"alert(1)\"/>", "onclick")]
    [InlineData(
        "<foreignObject><body xmlns=\"http://www.w3.org/1999/xhtml\"><img src=\"x\" onerror=\"alert(1)\"/></body></foreignObject>",
        "onerror"
    )]
    [InlineData("<a href=\"javascript:alert(1)\"><text>x</text></a>", "javascript")]
    [InlineData("<image href=\"https://elsewhere.example/spy.png\"/>", "elsewhere")]
    [InlineData("<image xlink:href=\"data:image/svg+xml;base64,PHN2Zz4=\"/>", "svg+xml")]
    [InlineData("<use xlink:href=\"https://elsewhere.example/a.svg#b\"/>", "elsewhere")]
    [InlineData("<style>@import url(https://elsewhere.example/a.css);</style>", "elsewhere")]
    [InlineData("<style>rect{fill:url('https://elsewhere.example/#a')}</style>", "elsewhere")]
    [InlineData("<rect style=\"fill:u\\72l(https://elsewhere.example)\"/>", "elsewhere")]
    [InlineData("<rect fill=\"url( //elsewhere.example/x )\"/>", "elsewhere")]
    [InlineData("<animate attributeName=\"href\" to=\"javascript:alert(1)\"/>", "javascript")]
    [InlineData("<set attributeName=\"onload\" to=\"alert(1)\"/>", "onload")]
    [InlineData("<!-- a secret remark -->", "secret")]
    public void What_does_not_draw_is_taken_out(string inside, string gone) =>
        Assert.DoesNotContain(gone, Clean("<rect id=\"kept\" width=\"9\" height=\"9\"/>" + inside), StringComparison.OrdinalIgnoreCase);

    private static string? Refused(string inside) =>
        SvgSanitizer
            .Sanitise(System.Text.Encoding.UTF8.GetBytes($"<svg xmlns=\"http://www.w3.org/2000/svg\">{inside}</svg>"), "d.svg")
            .Refusal;

    private static string Repeated(string text, int times) => string.Concat(Enumerable.Repeat(text, times));

    /// <summary>What costs much for few letters: each is told within a second, and within the limits nothing is refused.</summary>
    [Theory]
    [InlineData("<g>", "</g>", 62, null)]
    [InlineData("<g>", "</g>", 64, "deep in each other")]
    [InlineData("<g>", "</g>", 200_000, "deep in each other")]
    [InlineData("<rect/>", "", 19_999, null)]
    [InlineData("<rect/>", "", 20_000, "more than 20000 parts")]
    public void Depth_and_number_of_parts_have_a_bound(string open, string close, int times, string? said)
    {
        var refusal = Refused(Repeated(open, times) + Repeated(close, times));
        if (said is null)
        {
            Assert.Null(refusal);
        }
        else
        {
            Assert.Contains(said, refusal);
        }
    }

    [Fact]
    public void Parts_that_use_each_other_are_counted_as_often_as_they_are_painted()
    {
        // Ten times ten times ten …: 1.9 kB that would paint ten million shapes.
        static string Layers(int count) =>
            "<defs><g id=\"a0\"><rect/></g>"
            + string.Concat(Enumerable.Range(1, count).Select(i => $"<g id=\"a{i}\">{Repeated($"<use href=\"#a{i - 1}\"/>", 10)}</g>"))
            + $"</defs><use href=\"#a{count}\"/>";
        Assert.Null(Refused(Layers(2)));
        Assert.Contains("use each other again and again", Refused(Layers(7)));
        Assert.Contains("use each other again and again", Refused("<g id=\"a\"><use href=\"#a\"/></g>"));
        Assert.Contains("use each other again and again", Refused("<g id=\"a\"><use href=\"#b\"/></g><g id=\"b\"><use href=\"#a\"/></g>"));
        Assert.NotNull(Refused(string.Concat(Enumerable.Range(0, 15_000).Select(i => $"<g id=\"c{i}\"><use href=\"#c{i + 1}\"/></g>"))));
    }

    [Fact]
    public void What_draws_stays()
    {
        var clean = Clean(
            "<defs><linearGradient id=\"g\"><stop offset=\"0\" "
                + "stop-color=\"red\"/></linearGradient></defs><style>.a{fill:url(#g)}</style><g "
                + "transform=\"scale(2)\"><path d=\"M0 0h4\" class=\"a\"/><use href=\"#g\"/></g><text>Isobar</text><image "
                + "href=\"data:image/png;base64,AAAA\"/>"
        );
        Assert.All(new[] { "linearGradient", "url(#g)", "M0 0h4", "href=\"#g\"", "Isobar", "data:image/png" }, part =>
            Assert.Contains(part, clean)
        );
    }

    [Theory]
    [InlineData("viewBox=\"0 0 40 20\"", 1600, 800)]
    [InlineData("width=\"2000\" height=\"500\"", 2000, 500)]
    [InlineData("width=\"100%\" height=\"100%\" viewBox=\"0 0 300 300\"", 1600, 1600)]
    [InlineData("", 1600, 1000)]
    public void A_drawing_gets_a_size(string root, int width, int height)
    {
        var read = SvgSanitizer.Sanitise(Encoding.UTF8.GetBytes($"<svg xmlns=\"http://www.w3.org/2000/svg\" {root}/>"), "d.svg").Value;
        Assert.Equal((width, height), (read.Width, read.Height));
        Assert.Contains("viewBox", Encoding.UTF8.GetString(read.Bytes));
    }

    [Theory]
    [InlineData("<svg xmlns=\"http://www.w3.org/2000/svg\"><g></svg>", "line 1 is not well formed")]
    [InlineData("<svg><rect/></svg>", "lacks the SVG namespace")]
    [InlineData(
        "<!DOCTYPE svg [<!ENTITY a \"aaaa\"><!ENTITY b \"&a;&a;\">]><svg xmlns=\"http://www.w3.org/2000/svg\"><text>&b;</text></svg>",
        "not well formed"
    )]
    public void What_cannot_be_read_is_refused_by_name(string file, string words) =>
        Assert.Contains(words, SvgSanitizer.Sanitise(Encoding.UTF8.GetBytes(file), "d.svg").Refusal);
}
