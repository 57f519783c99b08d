using System.Net;

namespace ZestySlate.Web.Tests;

/// <summary>Pages around activities, and refusals, are in the language of whoever reads them.</summary>
public sealed class PageLanguageTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private async Task<string> ReadAsync(HttpClient who, string page) =>
        WebUtility.HtmlDecode(await (await who.GetAsync(page, Stop)).Content.ReadAsStringAsync(Stop));

    private HttpClient Asking(string languages)
    {
        var browser = host.Visitor();
        browser.DefaultRequestHeaders.AcceptLanguage.ParseAdd(languages);
        return browser;
    }

    [Theory]
    [InlineData("de-AT, en;q=0.5", "lang=\"de\"")]
    [InlineData("fr, ar;q=0.9, de;q=0.8", "lang=\"ar\" dir=\"rtl\"")]
    [InlineData("en;q=0.1, de;q=0.2", "lang=\"de\"")]
    [InlineData("fr, cy", "lang=\"en\"")]
    public async Task The_browser_says_which(string asks, string language)
    {
        foreach (var page in new[] { "/join", "/sign-in", "/problem?status=404", "/not-yours", "/session-ended" })
        {
            Assert.Contains(language, await ReadAsync(Asking(asks), page));
        }
    }

    [Fact]
    public async Task Who_chooses_one_keeps_it_whatever_the_browser_says_and_nonsense_changes_nothing()
    {
        var browser = Asking("en");
        var reply = await browser.PostFormAsync("/join", "/language", ("language", "de"), ("then", "/join"));
        Assert.Equal("/join", reply.Headers.Location!.OriginalString);
        Assert.Contains("lang=\"de\"", await ReadAsync(browser, "/join"));
        reply = await browser.PostFormAsync("/join", "/language", ("language", "<script>"), ("then", "https://elsewhere.example/"));
        Assert.Equal("/", reply.Headers.Location!.OriginalString);
        Assert.Contains("lang=\"de\"", await ReadAsync(browser, "/join"));
        foreach (var elsewhere in new[] { "//elsewhere.example", "/\\elsewhere.example", "javascript:alert(1)" })
        {
            reply = await browser.PostFormAsync("/join", "/language", ("language", "ar"), ("then", elsewhere));
            Assert.Equal("/", reply.Headers.Location!.OriginalString);
        }
    }

    [Fact]
    public async Task A_refusal_speaks_to_who_reads_it_and_teachers_pages_are_in_english()
    {
        var learner = Asking("de");
        var wrong = await learner.PostFormAsync("/join", "/join", ("Code", "NONE99"), ("Name", "Wren"));
        Assert.Contains("Klasse", WebUtility.HtmlDecode(await wrong.Content.ReadAsStringAsync(Stop)));
        Assert.Contains("Hier ist nichts", await ReadAsync(learner, "/problem?status=404"));
        var ines = await host.TeacherAsync("ines");
        ines.DefaultRequestHeaders.AcceptLanguage.ParseAdd("de");
        Assert.Contains("Nothing is here", await ReadAsync(ines, "/problem?status=404"));
    }

    [Fact]
    public async Task A_launch_that_is_refused_says_so_in_the_language_of_the_browser()
    {
        foreach (
            var (asks, words) in new[] { ("ar", "موقع المقررات هذا غير مسجل"), ("de", "Diese Kursplattform ist"), ("en", "not registered") }
        )
        {
            var reply = await Asking(asks).GetAsync("/lti/login?iss=http%3A%2F%2Fnobody.example&login_hint=x&target_link_uri=x", Stop);
            Assert.Equal(HttpStatusCode.Forbidden, reply.StatusCode);
            Assert.Contains(words, WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop)));
        }
    }
}
