using ZestySlate.Web.Lti;

namespace ZestySlate.Web.Tests;

/// <summary>Link headers as RFC 8288 writes them.</summary>
public sealed class LinkHeaderTests
{
    private static readonly Uri From = new("http://c.example/m?p=1");

    [Theory]
    [InlineData("<http://c.example/2>; rel=\"next\"", "http://c.example/2")]
    [InlineData("<http://c.example/2>; rel=next", "http://c.example/2")]
    [InlineData("<http://c.example/2>; REL=\"Next\"", "http://c.example/2")]
    [InlineData("<http://c.example/2>;rel = \"next\"", "http://c.example/2")]
    [InlineData("<http://c.example/2>; rel=\"last next\"", "http://c.example/2")]
    [InlineData("<?p=2>; rel=\"next\"", "http://c.example/m?p=2")]
    [InlineData("<http://c.example/2>; title=\"a, b\"; rel=\"next\"", "http://c.example/2")]
    [InlineData("<http://c.example/2>; title=\"a \\\", <x>; rel=next\"; rel=\"next\"", "http://c.example/2")]
    [InlineData("<http://c.example/0>; rel=\"prev\", <http://c.example/2>; rel=\"next\"", "http://c.example/2")]
    [InlineData("<http://c.example/0>; rel=prev; rel=next, <http://c.example/2>; rel=next", "http://c.example/2")]
    [InlineData("<http://c.example/a,b>; rel=next", "http://c.example/a,b")]
    [InlineData("<http://c.example/2>; rel=\"differences\"", null)]
    [InlineData("<http://c.example/2>", null)]
    [InlineData("<http://c.example/2>; rel=\"next", "http://c.example/2")]
    [InlineData("<javascript:alert(1)>; rel=next", null)]
    [InlineData("rel=next", null)]
    [InlineData("<", null)]
    [InlineData("<>; rel=next", "http://c.example/m?p=1")]
    [InlineData(";;;,,,<http://c.example/2>;;; rel=next ;", "http://c.example/2")]
    public void The_next_page_is_found(string header, string? next) =>
        Assert.Equal(next, LinkHeader.Find([header], "next", From)?.ToString());

    [Fact]
    public void Whatever_stands_in_it_reading_comes_to_an_end()
    {
        var random = new Random(7);
        const string letters = "<>;,=\"\\ relnxt/";
        for (var at = 0; at < 20_000; at++)
        {
            var header = new string(Enumerable.Range(0, random.Next(40)).Select(_ => letters[random.Next(letters.Length)]).ToArray());
            LinkHeader.Find([header], "next", From);
        }
    }
}
