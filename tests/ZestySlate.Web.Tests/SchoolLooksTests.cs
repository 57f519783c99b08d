using System.Net;
using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Web.Tests;

/// <summary>A school's logo and colours stand on what its teachers publish, and nowhere else.</summary>
public sealed class SchoolLooksTests(SecondFactorTests.OwnHost own) : IClassFixture<SecondFactorTests.OwnHost>
{
    private const string Page = "/keeper/schools";

    /// <summary>A PNG of 1 × 1 pixel.</summary>
    private static readonly byte[] Dot = Convert.FromBase64String(
        "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="
    );

    private readonly SlateHost host = own.Host;

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private Task<int> SchoolAsync(string email) =>
        host.DbAsync(db => db.Users.Where(p => p.Email == email).Select(p => p.SchoolId!.Value).SingleAsync(Stop));

    private Task<int> PutAsync(int? school) =>
        host.DbAsync(db =>
            db.Users.Where(p => p.Email == "ines.halloran@gannetpoint.example")
                .ExecuteUpdateAsync(set => set.SetProperty(p => p.SchoolId, school), Stop)
        );

    private async Task<string> SetAsync(int school, byte[]? logo, params (string Name, string Value)[] fields)
    {
        var keeper = await host.TeacherAsync("tobiah");
        var proof = SlateHost.Find(await keeper.GetStringAsync(Page, Stop), "name=\"proof\" (?:type=\"hidden\" )?value=\"([^\"]+)\"");
        var form = new MultipartFormDataContent { { new StringContent(proof), "proof" }, { new StringContent($"{school}"), "school" } };
        foreach (var (name, value) in fields)
        {
            form.Add(new StringContent(value), name);
        }

        if (logo is not null)
        {
            form.Add(new ByteArrayContent(logo), "logo", "logo.png");
        }

        return WebUtility.HtmlDecode(await (await keeper.PostAsync($"{Page}?handler=Look", form, Stop)).Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task Logo_and_colours_stand_on_what_the_school_publishes_and_words_stay_legible()
    {
        var school = await SchoolAsync("ines.halloran@gannetpoint.example");
        await SetAsync(school, Dot, ("own-accent", "true"), ("accent", "#101060"), ("own-ground", "true"), ("ground", "#FFE0A0"));
        var learner = await host.LinkVisitorAsync(activity: "windcheck");
        var page = await learner.GetStringAsync("/a/windcheck", Stop);
        var logo = SlateHost.Find(page, "src=\"(/schools/\\d+/logo/[0-9a-f]{16}\\.png)\"");
        Assert.Contains("--zest:#101060;--on-zest:#fffdf7", page);
        Assert.Contains("--ground:#ffe0a0;--on-ground:#17232b", page);
        var shown = await host.Visitor().GetAsync(logo, Stop);
        Assert.Equal(("image/png", HttpStatusCode.OK), (shown.Content.Headers.ContentType!.MediaType, shown.StatusCode));
        Assert.Contains("--zest:#101060", await host.Visitor().GetStringAsync("/embed/windcheck", Stop));

        // What is published by somebody of no school, or of another, has nothing of it.
        await PutAsync(null);
        Assert.DoesNotContain("/schools/", await learner.GetStringAsync("/a/windcheck", Stop));
        await PutAsync(school);

        // Without a logo ours is back, and the old address is empty.
        await SetAsync(school, null, ("noLogo", "true"), ("accent", "#101060"));
        page = await learner.GetStringAsync("/a/windcheck", Stop);
        Assert.DoesNotContain("/schools/", page);
        Assert.DoesNotContain("#101060", page);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Visitor().GetAsync(logo, Stop)).StatusCode);
    }

    [Fact]
    public async Task An_activity_with_colours_of_its_own_keeps_them()
    {
        var school = await SchoolAsync("ines.halloran@gannetpoint.example");
        await SetAsync(school, null, ("own-accent", "true"), ("accent", "#202070"));
        var ines = await host.TeacherAsync("ines");
        var version = SlateHost.Find(await ines.GetStringAsync("/author/tides", Stop), "data-version=\"(\\d+)\"");
        await ines.PostFormAsync(
            "/author/tides",
            "/author/tides/edit",
            ("edit", "look"),
            ("ownAccent", "yes"),
            ("accent", "#ddaa00"),
            ("version", version)
        );
        await ines.PostFormAsync("/new", "/author/tides/publish?handler=Publish", ("visibility", "Link"));
        Assert.Contains("--zest:#ddaa00", await (await host.LinkVisitorAsync(activity: "tides")).GetStringAsync("/a/tides", Stop));
        await SetAsync(school, null);
    }

    [Theory]
    [InlineData("not a picture", "is not a picture that can be used here")]
    [InlineData("", "is not a picture that can be used here")]
    public async Task What_is_no_picture_is_refused_in_words(string file, string words)
    {
        var school = await SchoolAsync("ines.halloran@gannetpoint.example");
        await SetAsync(school, null, ("noLogo", "true"));
        Assert.Contains(words, await SetAsync(school, System.Text.Encoding.ASCII.GetBytes(file)));
        Assert.Equal("", await host.DbAsync(db => db.Schools.Where(s => s.Id == school).Select(s => s.LogoMark).SingleAsync(Stop)));
    }

    [Theory]
    [InlineData("red")]
    [InlineData("#12345")]
    [InlineData("#1234567")]
    [InlineData("#12345g")]
    [InlineData("#123456;}body{display:none")]
    public async Task What_is_no_colour_is_none(string colour)
    {
        var school = await SchoolAsync("ines.halloran@gannetpoint.example");
        await SetAsync(school, null, ("own-accent", "true"), ("accent", colour));
        Assert.Equal("", await host.DbAsync(db => db.Schools.Where(s => s.Id == school).Select(s => s.Accent).SingleAsync(Stop)));
    }
}
