using ZestySlate.Formats.RichText;

namespace ZestySlate.Formats.Tests;

public sealed class RichTextSanitizerTests
{
    [Theory]
    [InlineData("<p>Some <strong>bold</strong> and <em>fine</em> words</p>")]
    [InlineData("<ul><li>one</li><li>two</li></ul>")]
    [InlineData("<p>H<sub>2</sub>O, m<sup>2</sup></p>")]
    [InlineData("<table><tbody><tr><th><p>Etna</p></th><td><p>3357 m</p></td></tr></tbody></table>")]
    [InlineData("<h3>Head</h3><blockquote><p>said</p></blockquote>")]
    public void What_the_editor_makes_passes_unchanged(string html) => Assert.Equal(html, RichTextSanitizer.Sanitise(html));

    [Theory]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("<p onclick=\"alert(1)\">x</p>")]
    [InlineData("<img src=x onerror=alert(1)>")]
    [InlineData("<a href=\"javascript:alert(1)\">x</a>")]
    [InlineData("<a href=\"data:text/html,<script>alert(1)</script>\">x</a>")]
    [InlineData("<svg><script>alert(1)</script></svg>")]
    [InlineData("<p style=\"background:url(javascript:alert(1))\">x</p>")]
    [InlineData("<iframe src=\"javascript:alert(1)\"></iframe>")]
    [InlineData("<math><mtext><style><img src=x onerror=alert(1)></style></mtext></math>")]
    public void Nothing_that_runs_gets_through(string html)
    {
        var clean = RichTextSanitizer.Sanitise(html);
        Assert.DoesNotContain("alert", clean, StringComparison.OrdinalIgnoreCase);
        Assert.DoesNotContain("javascript", clean, StringComparison.OrdinalIgnoreCase);
    }

    [Theory]
    [InlineData("<blockquote>", "</blockquote>", 59, true)]
    [InlineData("<blockquote>", "</blockquote>", 60, false)]
    [InlineData("<blockquote>", "</blockquote>", 20_000, false)]
    [InlineData("<ul><li>", "</li></ul>", 50_000, false)]
    [InlineData("<p>x</p>", "", 9_999, true)]
    [InlineData("<p>x</p>", "", 10_000, false)]
    public void Of_what_is_deeper_or_longer_than_any_text_only_the_words_are_left(string open, string close, int times, bool stays)
    {
        var clean = RichTextSanitizer.Sanitise(
            string.Concat(Enumerable.Repeat(open, times)) + "the <em>wind</em>" + string.Concat(Enumerable.Repeat(close, times))
        );
        Assert.Equal(stays, clean.Contains("<em>", StringComparison.Ordinal));
        Assert.Contains("wind", clean);
        Assert.DoesNotContain("&lt;blockquote", clean);
    }

    [Theory]
    [InlineData("<img src=\"/media/{0}\" alt=\" A vane \" width=\"9\">", "<img src=\"media:{0}\" alt=\"A vane\">")]
    [InlineData("<img alt=\"\" src=\"media:{0}\">", "<img src=\"media:{0}\" alt=\"\">")]
    [InlineData("<p>a<img src=\"/media/{0}/800\">b</p>", "<p>a<img src=\"media:{0}\" alt=\"\">b</p>")]
    [InlineData("<img src=\"https://far.example/media/{0}\" alt=\"x\">", "")]
    [InlineData("<img src=\"data:image/png;base64,AAAA\">", "")]
    [InlineData("<img src=\"pending:3\" alt=\"x\">", "")]
    [InlineData("<img src=\"media:{0}a\">", "")]
    [InlineData("<img src=\"media:ABC\">", "")]
    [InlineData("<img srcset=\"https://far.example/x\">", "")]
    public void A_picture_is_a_file_of_the_library_or_none(string html, string clean)
    {
        var hash = new string('a', 64);
        Assert.Equal(clean.Replace("{0}", hash), RichTextSanitizer.Sanitise(html.Replace("{0}", hash)));
    }

    [Theory]
    [InlineData("<td colspan=\"1\" rowspan=\"1\">", "<td>")]
    [InlineData("<td colspan=\"2\" style=\"width:1px\">", "<td colspan=\"2\">")]
    [InlineData("<td rowspan=\"50\">", "<td rowspan=\"50\">")]
    [InlineData("<td rowspan=\"51\">", "<td>")]
    [InlineData("<td colspan=\"-2\" href=\"https://a.example\">", "<td>")]
    [InlineData("<td colspan=\"99999999999\">", "<td>")]
    public void Cells_of_a_table_span_a_few_others_or_none(string cell, string clean) =>
        Assert.Equal(
            $"<table><tbody><tr>{clean}x</td></tr></tbody></table>",
            RichTextSanitizer.Sanitise($"<table><colgroup><col></colgroup><tbody><tr>{cell}x</td></tr></tbody></table>")
        );

    [Fact]
    public void No_link_leads_to_a_file_by_its_hash() =>
        Assert.DoesNotContain("media:", RichTextSanitizer.Sanitise($"<a href=\" Media:{new string('a', 64)}\" src=\"media:x\">x</a>"));

    [Fact]
    public void Words_in_unknown_elements_are_kept() =>
        Assert.Equal("<p>kept words</p>", RichTextSanitizer.Sanitise("<p><font color=red>kept</font> words</p>"));

    [Fact]
    public void Links_open_elsewhere_and_tell_nobody_where_they_came_from()
    {
        var clean = RichTextSanitizer.Sanitise("<a href=\"https://gannetpoint.example/tides\" class=\"x\">tides</a>");
        Assert.Contains("href=\"https://gannetpoint.example/tides\"", clean);
        Assert.Contains("rel=\"noopener noreferrer\"", clean);
        Assert.DoesNotContain("class", clean, StringComparison.Ordinal);
    }

    [Fact]
    public void Sanitising_twice_changes_nothing()
    {
        var once = RichTextSanitizer.Sanitise("<p>a <a href='https://x.example'>b</a><div>c</div></p><script>d</script>");
        Assert.Equal(once, RichTextSanitizer.Sanitise(once));
    }
}
