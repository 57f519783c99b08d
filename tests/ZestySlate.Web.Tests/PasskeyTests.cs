using System.Net;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Tests;

/// <summary>Passkeys: made and used as the standard says, and nothing that is bent in any one place is taken.</summary>
public sealed class PasskeyTests(SecondFactorTests.OwnHost own) : IClassFixture<SecondFactorTests.OwnHost>
{
    private const string Page = "/account/second-factor";
    private readonly SlateHost host = own.Host;

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private async Task<(HttpClient Browser, Person Person)> TeacherAsync(string name)
    {
        var (person, secret) = (
            await host.WithAsync((Accounts accounts) => accounts.InviteAsync(name, $"{name.ToLowerInvariant()}@gannetpoint.example", null))
        ).Value;
        var browser = Visitor();
        await browser.PostFormAsync(
            $"/welcome/{secret}",
            $"/welcome/{secret}",
            ("password", SlateHost.Password),
            ("again", SlateHost.Password)
        );
        return (browser, person);
    }

    /// <summary>A browser that says where its pages come from, as browsers do with every post (Fetch Standard, 3.1).</summary>
    private HttpClient Visitor()
    {
        var browser = host.Visitor();
        browser.DefaultRequestHeaders.Add("Origin", "http://localhost");
        return browser;
    }

    private static async Task<(string Ticket, JsonNode Options)> AskedAsync(
        HttpClient browser,
        string page,
        params (string, string)[] fields
    )
    {
        var reply = await browser.PostFormAsync(page, $"{page}?handler=Ask", fields);
        var asked = JsonNode.Parse(await reply.EnsureSuccessStatusCode().Content.ReadAsStringAsync(Stop))!;
        return ((string)asked["ticket"]!, asked["options"]!);
    }

    private static async Task<string> MakeAsync(HttpClient browser, SoftAuthenticator device, string name = "Blue key")
    {
        var (ticket, options) = await AskedAsync(browser, Page, ("password", SlateHost.Password));
        var reply = await browser.PostFormAsync(
            Page,
            $"{Page}?handler=Passkey",
            ("password", SlateHost.Password),
            ("name", name),
            ("asked", ticket),
            ("credential", device.Make(options))
        );
        return WebUtility.HtmlDecode(await reply.Content.ReadAsStringAsync(Stop));
    }

    private static async Task<bool> OpensAsync(HttpClient browser, string ticket, string credential) =>
        (await browser.PostFormAsync("/sign-in", "/sign-in?handler=Passkey", ("asked", ticket), ("credential", credential))).StatusCode
            == HttpStatusCode.Redirect
        && (await browser.GetAsync("/library", Stop)).StatusCode == HttpStatusCode.OK;

    private async Task<bool> SignsInAsync(SoftAuthenticator device)
    {
        var browser = Visitor();
        var (ticket, options) = await AskedAsync(browser, "/sign-in");
        return await OpensAsync(browser, ticket, device.Sign(options));
    }

    private Task<bool> CloseAsync(Person person, bool close) =>
        host.WithAsync(
            async (IServiceProvider services) =>
            {
                await services
                    .GetRequiredService<Accounts>()
                    .CloseAsync((await services.GetRequiredService<UserManager<Person>>().FindByIdAsync(person.Id))!, close);
                return close;
            }
        );

    [Fact]
    public async Task A_passkey_opens_its_account_and_the_password_alone_no_more()
    {
        var (vera, _) = await TeacherAsync("Vera");
        var device = new SoftAuthenticator();
        var page = await MakeAsync(vera, device);
        Assert.Equal(10, Regex.Count(page, "<li>[^<]+</li>"));
        Assert.Contains("Passkey “<bdi>Blue key</bdi>”", await vera.GetStringAsync(Page, Stop));
        Assert.True(await SignsInAsync(device));
        Assert.True(await SignsInAsync(device));
        var password = Visitor();
        Assert.Contains(
            "a recovery code",
            await (
                await password.PostFormAsync(
                    "/sign-in",
                    "/sign-in",
                    ("Email", "vera@gannetpoint.example"),
                    ("Password", SlateHost.Password)
                )
            ).Content.ReadAsStringAsync(Stop)
        );

        // A second one beside it; each is taken away by itself, and with the last the second factor goes.
        var second = new SoftAuthenticator();
        Assert.Contains("The passkey is kept.", await MakeAsync(vera, second, "Green key"));
        foreach (var (gone, stays) in new[] { (device, second), (second, null!) })
        {
            var which = SlateHost.Find(await vera.GetStringAsync(Page, Stop), "name=\"which\" value=\"([^\"]+)\"");
            await vera.PostFormAsync(Page, $"{Page}?handler=Off", ("which", which), ("password", "wrong"));
            Assert.True(await SignsInAsync(gone));
            await vera.PostFormAsync(Page, $"{Page}?handler=Off", ("which", which), ("password", SlateHost.Password));
            Assert.False(await SignsInAsync(gone));
            Assert.True(stays is null || await SignsInAsync(stays));
        }

        Assert.Equal(
            HttpStatusCode.Redirect,
            (
                await Visitor()
                    .PostFormAsync("/sign-in", "/sign-in", ("Email", "vera@gannetpoint.example"), ("Password", SlateHost.Password))
            ).StatusCode
        );
    }

    [Fact]
    public async Task An_answer_that_is_bent_in_any_place_opens_nothing()
    {
        var (wanda, person) = await TeacherAsync("Wanda");
        var device = new SoftAuthenticator();
        await MakeAsync(wanda, device);
        var bends = new Dictionary<string, Action<SoftAuthenticator>>
        {
            ["asked for by another origin"] = bent => bent.Origin = "https://elsewhere.example",
            ["for another domain"] = bent => bent.Domain = "elsewhere.example",
            ["its owner was not asked"] = bent => bent.Verifies = false,
            ["an older count: a copy of the key"] = bent => bent.Count = 0,
        };
        foreach (var (what, bend) in bends)
        {
            Assert.True(await SignsInAsync(device), what);
            var (origin, domain, verifies, count) = (device.Origin, device.Domain, device.Verifies, device.Count);
            bend(device);
            Assert.False(await SignsInAsync(device), what);
            (device.Origin, device.Domain, device.Verifies, device.Count) = (origin, domain, verifies, count);
        }

        // Each question is answered once, and by the answer to it; what is no answer at all is refused in words.
        var browser = Visitor();
        var (ticket, options) = await AskedAsync(browser, "/sign-in");
        var good = device.Sign(options);
        var (other, _) = await AskedAsync(browser, "/sign-in");
        Assert.False(await OpensAsync(Visitor(), other, good));
        Assert.True(await OpensAsync(Visitor(), ticket, good));
        Assert.False(await OpensAsync(Visitor(), ticket, good));
        foreach (
            var garbage in new[]
            {
                "",
                "{}",
                "null",
                "[1]",
                "not json",
                good[..40],
                good.Replace("userHandle", "user", StringComparison.Ordinal),
                good.Replace("public-key", "key", StringComparison.Ordinal),
            }
        )
        {
            var (fresh, _) = await AskedAsync(browser, "/sign-in");
            var reply = await Visitor().PostFormAsync("/sign-in", "/sign-in?handler=Passkey", ("asked", fresh), ("credential", garbage));
            Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
            Assert.Contains("opens no account here", await reply.Content.ReadAsStringAsync(Stop));
        }

        // A closed account is opened by nothing, and one whose second factor a keeper has switched off not by its old key.
        await CloseAsync(person, true);
        Assert.False(await SignsInAsync(device));
        await CloseAsync(person, false);
        Assert.True(await SignsInAsync(device));
        await (await host.TeacherAsync("tobiah")).PostFormAsync(
            $"/keeper/teachers/{person.Id}",
            $"/keeper/teachers/{person.Id}?handler=Factor"
        );
        Assert.False(await SignsInAsync(device));
    }

    [Fact]
    public async Task A_passkey_is_made_only_by_who_knows_the_password_for_themselves_and_so_many()
    {
        var (xena, _) = await TeacherAsync("Xena");
        var (yan, _) = await TeacherAsync("Yan");
        Assert.Equal(HttpStatusCode.Forbidden, (await xena.PostFormAsync(Page, $"{Page}?handler=Ask", ("password", "wrong"))).StatusCode);
        var device = new SoftAuthenticator();
        var (ticket, options) = await AskedAsync(xena, Page, ("password", SlateHost.Password));
        var made = device.Make(options);

        // Another's question, and without the password.
        await yan.PostFormAsync(Page, $"{Page}?handler=Passkey", ("password", SlateHost.Password), ("asked", ticket), ("credential", made));
        await xena.PostFormAsync(Page, $"{Page}?handler=Passkey", ("password", "wrong"), ("asked", ticket), ("credential", made));
        await xena.PostFormAsync(
            Page,
            $"{Page}?handler=Passkey",
            ("password", SlateHost.Password),
            ("asked", "made up"),
            ("credential", made)
        );
        foreach (var garbage in new[] { "", "{}", "null", made[..60] })
        {
            var (fresh, _) = await AskedAsync(xena, Page, ("password", SlateHost.Password));
            Assert.Equal(
                HttpStatusCode.OK,
                (
                    await xena.PostFormAsync(
                        Page,
                        $"{Page}?handler=Passkey",
                        ("password", SlateHost.Password),
                        ("asked", fresh),
                        ("credential", garbage)
                    )
                ).StatusCode
            );
        }

        Assert.Equal(
            0,
            await host.DbAsync(db =>
                db.UserPasskeys.CountAsync(
                    passkey => db.Users.Any(p => p.Id == passkey.UserId && (p.DisplayName == "Xena" || p.DisplayName == "Yan")),
                    Stop
                )
            )
        );
        for (var i = 0; i < Passkeys.Most; i++)
        {
            Assert.DoesNotContain("role=\"alert\">An account has", await MakeAsync(xena, new SoftAuthenticator(), $"Key {i}"));
        }

        Assert.Contains("An account has at most", await MakeAsync(xena, new SoftAuthenticator()));
    }
}
