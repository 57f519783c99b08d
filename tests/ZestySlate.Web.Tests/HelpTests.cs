using System.Net;
using System.Text.RegularExpressions;
using ZestySlate.Web.Help;

namespace ZestySlate.Web.Tests;

/// <summary>The guides in the product: whole, searched, and opened at the place that tells of a page.</summary>
public sealed class HelpTests(SlateHost host)
{
    private static readonly Guides Guides = new();

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>True when a guide, or a section of one, is there: <c>authors#publish</c>.</summary>
    private static bool IsThere(string address) =>
        address.Split('#') is var parts
        && Guides.Of(parts[0]) is { } guide
        && (parts.Length == 1 || guide.Sections.Any(section => section.Id == parts[1]));

    [Fact]
    public void Every_page_that_names_its_help_names_a_section_that_is_there() =>
        Assert.All(HelpPlaces.All, place => Assert.True(IsThere(place.Section), place.Section));

    [Fact]
    public void Every_link_and_every_picture_of_the_guides_leads_somewhere()
    {
        foreach (var guide in Guides.All)
        {
            Assert.NotEmpty(guide.Sections);
            Assert.Equal(guide.Sections.Count, guide.Sections.Select(section => section.Id).Distinct().Count());
            foreach (Match link in Regex.Matches(guide.Html, "href=\"([^\"]+)\""))
            {
                var to = link.Groups[1].Value;
                Assert.True(IsThere(to.StartsWith('#') ? guide.Key + to : to), $"{guide.Key}: {to}");
            }

            foreach (Match picture in Regex.Matches(guide.Html, "src=\"([^\"]+)\""))
            {
                var name = Path.GetFileName(picture.Groups[1].Value);
                Assert.Equal("../dist/help/" + name, picture.Groups[1].Value);
                Assert.True(File.Exists(Path.Combine(SlateHost.Root(), "docs", "screenshots", name)), name);
            }

            Assert.DoesNotContain("<script", guide.Html);
        }
    }

    [Fact]
    public void A_section_is_found_by_its_heading_before_those_that_only_speak_of_it()
    {
        var found = Guides.Find("gradebook");
        Assert.Equal(("teachers", "the-gradebook"), (found[0].Guide.Key, found[0].Section.Id));
        Assert.True(found.Count > 1);
        var both = Guides.Find("JOIN number").Select(one => $"{one.Section.Title} {one.Section.Words}".ToLowerInvariant()).ToList();
        Assert.NotEmpty(both);
        Assert.All(both, words => Assert.True(words.Contains("join") && words.Contains("number")));
        Assert.InRange(Guides.Find("the").Count, Guides.Most, Guides.Most);
        Assert.Empty(Guides.Find("volcano eruption"));
        Assert.Empty(Guides.Find("   "));
        Assert.All(Guides.Find("e"), one => Assert.InRange(one.Around.Length, 0, 210));
    }

    [Theory]
    [InlineData("/library", "authors#the-library")]
    [InlineData("/author/garden", "authors#from-a-picture-to-an-activity")]
    [InlineData("/author/garden/publish", "authors#publish")]
    [InlineData("/author/garden/lookout", "teachers#the-lookout")]
    [InlineData("/lookout", "teachers#the-lookout")]
    [InlineData("/classes/3/gradebook", "teachers#the-gradebook")]
    [InlineData("/classes/3", "teachers#the-class")]
    [InlineData("/account", "")]
    public void A_pages_question_mark_leads_to_what_tells_of_it(string page, string section) => Assert.Equal(section, HelpPlaces.Of(page));

    [Fact]
    public async Task Help_is_asked_for_on_every_page_and_looked_through()
    {
        var ines = await host.TeacherAsync("ines");
        Assert.Contains("href=\"/help/authors#the-library\"", await ines.GetStringAsync("/library", Stop));
        Assert.Contains("id=\"the-library\"", await ines.GetStringAsync("/help/authors", Stop));
        Assert.Contains("/help/teachers#the-gradebook", await ines.GetStringAsync("/help?words=gradebook", Stop));
        Assert.Contains("Nothing is said about this", await ines.GetStringAsync("/help?words=volcano", Stop));
        Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync("/help?words=" + new string('x', 3000), Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync("/help/architecture", Stop)).StatusCode);
        var learner = await host.LinkVisitorAsync();
        Assert.NotEqual(HttpStatusCode.OK, (await learner.GetAsync("/help", Stop)).StatusCode);
    }
}
