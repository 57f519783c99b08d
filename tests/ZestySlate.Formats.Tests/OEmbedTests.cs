using System.Text.Json;
using System.Xml.Linq;
using ZestySlate.Formats.Embedding;

namespace ZestySlate.Formats.Tests;

/// <summary>oEmbed 1.0, both ways.</summary>
public sealed class OEmbedTests
{
    private static readonly Uri Page = new("https://videos.example/watch/7");

    [Fact]
    public void What_is_written_is_the_same_as_json_and_as_xml()
    {
        var answer = new OEmbed
        {
            Title = "Wind & “waves”",
            Html = "<iframe src=\"https://x.example/e\"></iframe>",
            Width = 640,
            Height = 360,
        };
        using var json = JsonDocument.Parse(answer.ToJson());
        var xml = XDocument.Parse(answer.ToXml()).Root!;
        Assert.Equal("oembed", xml.Name.LocalName);
        Assert.Equal("utf-8", XDocument.Parse(answer.ToXml()).Declaration!.Encoding);
        Assert.Equal(
            json.RootElement.EnumerateObject().Select(member => (member.Name, member.Value.ToString())),
            xml.Elements().Select(element => (element.Name.LocalName, element.Value))
        );
        Assert.Equal("rich", json.RootElement.GetProperty("type").GetString());
        Assert.Equal("1.0", json.RootElement.GetProperty("version").GetString());
        Assert.False(json.RootElement.TryGetProperty("thumbnail_url", out _));
    }

    [Theory]
    [InlineData("<link rel='alternate' type='application/json+oembed' href='/o?u=7'>", "https://videos.example/o?u=7")]
    [InlineData("<link rel='alternative' type='application/json+oembed' href='https://o.example/7'>", "https://o.example/7")]
    [InlineData("<link rel='alternate' type='text/xml+oembed' href='/o'>", null)]
    [InlineData("<link rel='alternate' type='application/json+oembed' href='javascript:alert(1)'>", null)]
    [InlineData("<!-- <link rel='alternate' type='application/json+oembed' href='/o'> -->", null)]
    [InlineData("no page at all", null)]
    public void The_answer_is_looked_for_where_the_page_says(string html, string? at) =>
        Assert.Equal(at, OEmbed.Discover(html, Page)?.AbsoluteUri);

    [Fact]
    public void Of_a_player_only_the_address_of_its_frame_is_taken()
    {
        const string json = """
            {"version":"1.0","type":"video","title":"  Fog over the quay ","width":"640","height":360,
             "html":"<script src='https://evil.example/x.js'></script><iframe src='/player/7' onload='alert(1)'></iframe>"}
            """;
        Assert.Equal(new OEmbedPlayer("Fog over the quay", "https://videos.example/player/7", 640, 360), OEmbed.Read(json, Page));
    }

    [Theory]
    [InlineData("""{"version":"1.0","type":"link","title":"T"}""", "T", null, null)]
    [InlineData(
        """{"version":1.0,"type":"rich","title":"T","width":"100%","height":-3,"html":"<iframe src='data:text/html,x'>"}""",
        "T",
        null,
        null
    )]
    [InlineData(
        """{"version":"1.0","type":"rich","html":"<iframe src='//p.example/1'>","width":10001,"height":null}""",
        "",
        "https://p.example/1",
        null
    )]
    [InlineData("""{"version":"1.0","title":7,"html":["x"],"width":1}""", "7", null, 1)]
    public void Nonsense_in_it_is_left_out(string json, string title, string? player, int? width)
    {
        var read = OEmbed.Read(json, Page)!;
        Assert.Equal((title, player, width), (read.Title, read.Player, read.Width));
    }

    [Theory]
    [InlineData("")]
    [InlineData("<html>")]
    [InlineData("[]")]
    [InlineData("""{"title":"no version"}""")]
    [InlineData("""{"version":"2.0","title":"T"}""")]
    public void What_is_no_answer_is_none(string json) => Assert.Null(OEmbed.Read(json, Page));

    [Fact]
    public void An_answer_of_any_length_or_depth_costs_nothing()
    {
        Assert.Null(OEmbed.Read(new string(' ', OEmbed.Longest + 1), Page));
        Assert.Null(OEmbed.Read("{\"version\":\"1.0\",\"x\":" + new string('[', 5000) + new string(']', 5000) + "}", Page));
    }
}
