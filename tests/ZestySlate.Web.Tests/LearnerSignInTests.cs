using System.IO.Compression;
using System.Net;
using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Web.Tests;

/// <summary>Learners of classes sign in by themselves, with a password or a passkey, and whoever teaches them takes that away.</summary>
public sealed class LearnerSignInTests(SlateHost host)
{
    private const string Page = "/my-sign-in",
        Secret = "lantern in the fog";

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>A learner who came in by the class code, in a class of their own.</summary>
    private async Task<(HttpClient Browser, ClassRecord Class, string PersonId)> LearnerAsync(string name)
    {
        var ines = await host.DbAsync(db =>
            db.Users.Where(p => p.Email == "ines.halloran@gannetpoint.example").Select(p => p.Id).SingleAsync(Stop)
        );
        var group = (
            await host.WithAsync((ClassStore classes) => classes.CreateAsync(ines, "Own " + Guid.NewGuid().ToString("N")[..6], name))
        ).Value;
        var browser = Visitor();
        await browser.PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", name));
        return (
            browser,
            group,
            await host.DbAsync(db => db.Enrolments.Where(e => e.ClassId == group.Id).Select(e => e.PersonId).SingleAsync(Stop))
        );
    }

    private HttpClient Visitor()
    {
        var browser = host.Visitor();
        browser.DefaultRequestHeaders.Add("Origin", "http://localhost");
        return browser;
    }

    private static async Task<string?> SetAsync(HttpClient who, string name, string password, string? again = null, string present = "")
    {
        var reply = await who.PostFormAsync(
            Page,
            $"{Page}?handler=Password",
            ("name", name),
            ("present", present),
            ("password", password),
            ("again", again ?? password)
        );
        return reply.StatusCode == HttpStatusCode.Redirect
            ? null
            : SlateHost.Find(await reply.Content.ReadAsStringAsync(Stop), "role=\"alert\">([^<]+)<");
    }

    private async Task<HttpResponseMessage> SignInAsync(string name, string password, HttpClient? at = null) =>
        await (at ?? host.Visitor()).PostFormAsync("/sign-in", "/sign-in", ("Email", name), ("Password", password));

    [Fact]
    public async Task A_sign_in_name_and_a_password_open_from_anywhere_what_the_code_opens_at_the_door()
    {
        var (otto, _, person) = await LearnerAsync("Otto Orkan");
        Assert.Contains("/my-sign-in", await otto.GetStringAsync("/todo", Stop));
        Assert.Null(await SetAsync(otto, "otto.orkan", Secret));
        var elsewhere = host.Visitor();
        var reply = await SignInAsync(" OTTO.orkan ", Secret, elsewhere);
        Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        Assert.DoesNotContain(reply.Headers.GetValues("Set-Cookie"), cookie =>
            cookie.Contains("expires=", StringComparison.OrdinalIgnoreCase)
        );
        Assert.Contains("otto.orkan", await elsewhere.GetStringAsync(Page, Stop));
        Assert.Equal("/todo", (await elsewhere.GetAsync("/", Stop)).Headers.Location!.OriginalString);
        Assert.NotEqual(HttpStatusCode.OK, (await elsewhere.GetAsync("/library", Stop)).StatusCode);

        // Another password wants the present one.
        Assert.Equal("That is not the present password.", await SetAsync(otto, "otto.orkan", "another secret", present: "wrong"));
        Assert.Null(await SetAsync(otto, "otto-2", "another secret", present: Secret));
        Assert.Equal(HttpStatusCode.OK, (await SignInAsync("otto-2", Secret)).StatusCode);
        Assert.Equal(HttpStatusCode.Redirect, (await SignInAsync("otto-2", "another secret")).StatusCode);

        await otto.PostFormAsync(Page, $"{Page}?handler=Take", ("which", ""));
        Assert.Equal(HttpStatusCode.OK, (await SignInAsync("otto-2", "another secret")).StatusCode);
        Assert.Null(await host.DbAsync(db => db.Users.Where(p => p.Id == person).Select(p => p.PasswordHash).SingleAsync(Stop)));
    }

    [Theory]
    [InlineData("ab", Secret, Secret, "A sign-in name has 3 to 40 letters, digits, dots or dashes.")]
    [InlineData("abc", Secret, Secret, null)]
    [InlineData("aaaaaaaaaabbbbbbbbbbccccccccccdddddddddd", Secret, Secret, null)]
    [InlineData("aaaaaaaaaabbbbbbbbbbccccccccccddddddddddd", Secret, Secret, "A sign-in name has 3 to 40 letters, digits, dots or dashes.")]
    [InlineData("ines.halloran@gannetpoint.example", Secret, Secret, "A sign-in name has 3 to 40 letters, digits, dots or dashes.")]
    [InlineData("two words", Secret, Secret, "A sign-in name has 3 to 40 letters, digits, dots or dashes.")]
    [InlineData("زينب", Secret, Secret, null)]
    [InlineData("nine", "ninesigns", "ninesigns", "A password has at least 10 characters.")]
    [InlineData("ten", "ten signs.", "ten signs.", null)]
    [InlineData("other", Secret, "lantern in the dark", "The new password was typed in two ways. Type it twice the same.")]
    public async Task Names_and_passwords_have_their_limits(string name, string password, string again, string? problem)
    {
        var (learner, _, _) = await LearnerAsync("Limit Lena");
        Assert.Equal(problem, await SetAsync(learner, name, password, again));
        await learner.PostFormAsync(Page, $"{Page}?handler=Take", ("which", ""));
    }

    [Fact]
    public async Task A_name_is_one_learners_alone()
    {
        var (one, _, _) = await LearnerAsync("Pia Passat");
        var (other, _, _) = await LearnerAsync("Pia Passat");
        Assert.Null(await SetAsync(one, "pia.passat", Secret));
        Assert.Equal("Somebody has this sign-in name already. Choose another.", await SetAsync(other, "PIA.PASSAT", Secret));
        Assert.Null(await SetAsync(one, "pia.passat", Secret, present: Secret));
    }

    [Fact]
    public async Task A_passkey_opens_alone_and_the_teacher_takes_all_of_it_away()
    {
        var (runa, group, person) = await LearnerAsync("Runa Regen");
        Assert.Null(await SetAsync(runa, "runa.regen", Secret));
        var device = new SoftAuthenticator();
        var (ticket, options) = await AskedAsync(runa, Page);
        var made = await runa.PostFormAsync(
            Page,
            $"{Page}?handler=Passkey",
            ("name", "My phone"),
            ("asked", ticket),
            ("credential", device.Make(options))
        );
        Assert.Equal($"{Page}?said=kept", made.Headers.Location!.OriginalString);
        Assert.Contains("My phone", WebUtility.HtmlDecode(await runa.GetStringAsync(Page, Stop)));
        Assert.True(await OpensAsync(device));

        var ines = await host.TeacherAsync("ines");
        var card = $"/classes/{group.Id}/learners/{person}";
        Assert.Contains("a passkey or a password of their own", await ines.GetStringAsync(card, Stop));
        using (var zip = new ZipArchive(await (await ines.GetAsync($"{card}?handler=export", Stop)).Content.ReadAsStreamAsync(Stop)))
        {
            using var known = new StreamReader(zip.GetEntry("learner.json")!.Open());
            var signIn = JsonNode.Parse(await known.ReadToEndAsync(Stop))!["signIn"]!;
            Assert.Equal(("runa.regen", "My phone"), ((string)signIn["name"]!, (string)signIn["passkeys"]![0]!));
        }

        await ines.PostFormAsync(card, $"{card}?handler=Forget");
        Assert.False(await OpensAsync(device));
        Assert.Equal(HttpStatusCode.OK, (await SignInAsync("runa.regen", Secret)).StatusCode);
        Assert.Equal("/sign-in", (await runa.GetAsync("/todo", Stop)).Headers.Location!.AbsolutePath);
    }

    [Fact]
    public async Task Whoever_is_no_learner_of_a_class_has_no_such_page()
    {
        Assert.Equal(HttpStatusCode.NotFound, (await (await host.TeacherAsync("ines")).GetAsync(Page, Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await (await host.LinkVisitorAsync()).GetAsync(Page, Stop)).StatusCode);
        Assert.Equal("/sign-in", (await host.Visitor().GetAsync(Page, Stop)).Headers.Location!.AbsolutePath);
    }

    [Fact]
    public async Task A_learner_with_a_password_is_deleted_as_any_other()
    {
        var (sam, group, person) = await LearnerAsync("Sam Sturm");
        Assert.Null(await SetAsync(sam, "sam.sturm", Secret));
        var ines = await host.TeacherAsync("ines");
        var card = $"/classes/{group.Id}/learners/{person}";
        await ines.PostFormAsync(card, $"{card}?handler=Delete", ("typed", "Sam Sturm"));
        Assert.False(await host.DbAsync(db => db.Users.AnyAsync(p => p.Id == person, Stop)));
        Assert.Equal(HttpStatusCode.OK, (await SignInAsync("sam.sturm", Secret)).StatusCode);
    }

    private static async Task<(string Ticket, JsonNode Options)> AskedAsync(HttpClient browser, string page)
    {
        var reply = await browser.PostFormAsync(page, $"{page}?handler=Ask");
        var asked = JsonNode.Parse(await reply.EnsureSuccessStatusCode().Content.ReadAsStringAsync(Stop))!;
        return ((string)asked["ticket"]!, asked["options"]!);
    }

    private async Task<bool> OpensAsync(SoftAuthenticator device)
    {
        var browser = Visitor();
        var (ticket, options) = await AskedAsync(browser, "/sign-in");
        await browser.PostFormAsync("/sign-in", "/sign-in?handler=Passkey", ("asked", ticket), ("credential", device.Sign(options)));
        return (await browser.GetAsync("/todo", Stop)).StatusCode == HttpStatusCode.OK;
    }
}
