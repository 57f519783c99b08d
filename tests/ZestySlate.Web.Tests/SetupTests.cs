using System.Net;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Tests;

/// <summary>An installation without the demo: somebody takes charge of it, behind a web server with TLS.</summary>
public sealed class SetupTests
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static async Task<SlateHost> FreshAsync(params (string Name, string Value)[] settings)
    {
        var host = new SlateHost
        {
            Settings =
            {
                ["Demo:Enabled"] = "false",
                ["Setup:Code"] = "GULLS-7",
                ["Mail:Server"] = "",
                ["Mail:Links"] = "",
            },
        };
        foreach (var (name, value) in settings)
        {
            host.Settings[name] = value;
        }

        await host.InitializeAsync();
        return host;
    }

    private static (string, string)[] Filled(
        string code = "GULLS-7",
        string password = "long enough for me",
        string address = "https://slate.example"
    ) =>
        [
            ("New.Code", code),
            ("New.Name", "Keeper Kai"),
            ("New.Email", "kai@slate.example"),
            ("New.Password", password),
            ("New.School", "Harbour School"),
            ("New.Address", address),
        ];

    [Fact]
    public async Task The_first_person_takes_charge_with_the_code_and_nobody_after_them()
    {
        await using var host = await FreshAsync();
        Assert.Equal(0, await host.DbAsync(db => db.Users.CountAsync(Stop)));
        Assert.Contains("/setup", (await host.Visitor().GetAsync("/sign-in", Stop)).Headers.Location!.OriginalString);

        foreach (
            var (fields, said) in new[]
            {
                (Filled(code: "GULLS-8"), "This is not the code"),
                (Filled(password: "too short"), "at least 10 characters"),
                (Filled(address: "slate"), "begins with https://"),
            }
        )
        {
            var refused = await host.Visitor().PostFormAsync("/setup", "/setup", fields);
            Assert.Contains(said, WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop)));
        }

        Assert.Equal(0, await host.DbAsync(db => db.Users.CountAsync(Stop)));
        var late = host.Visitor();
        var page = await late.GetStringAsync("/setup", Stop);
        var keeper = host.Visitor();
        Assert.Contains(
            "/library",
            (await keeper.PostFormAsync("/setup", "/setup", Filled(code: " gulls-7 "))).Headers.Location!.OriginalString
        );
        Assert.Equal(HttpStatusCode.OK, (await keeper.GetAsync("/library", Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await keeper.GetAsync("/keeper/schools", Stop)).StatusCode);

        // Whoever had the page open before comes too late, also with the code.
        var again = await late.PostAsync(
            "/setup",
            new FormUrlEncodedContent(
                Filled()
                    .Append(("proof", SlateHost.Find(page, "name=\"proof\" (?:type=\"hidden\" )?value=\"([^\"]+)\"")))
                    .Select(f => KeyValuePair.Create(f.Item1, f.Item2))
            ),
            Stop
        );
        Assert.Contains("/sign-in", again.Headers.Location!.OriginalString);
        Assert.Equal(1, await host.DbAsync(db => db.Users.CountAsync(Stop)));
        Assert.DoesNotContain("/setup", (await host.Visitor().GetAsync("/sign-in", Stop)).Headers.Location?.OriginalString ?? "");

        // The address that was set stands in what is given out, and mails need a server.
        Assert.Contains("https://slate.example/lti/login", await keeper.GetStringAsync("/keeper/course-sites", Stop));
        Assert.Contains("No mails go out here", await host.Visitor().GetStringAsync("/forgotten", Stop));
        await keeper.PostFormAsync(
            "/keeper/installation",
            "/keeper/installation",
            ("address", "https://other.example"),
            ("mailServer", "mail.other.example"),
            ("mailPort", "587"),
            ("mailUser", "kai"),
            ("mailPassword", "secret-1"),
            ("mailFrom", "slate@other.example")
        );
        Assert.Contains("https://other.example/lti/login", await keeper.GetStringAsync("/keeper/course-sites", Stop));
        Assert.DoesNotContain("No mails go out here", await host.Visitor().GetStringAsync("/forgotten", Stop));
        Assert.DoesNotContain("secret-1", await host.DbAsync(db => db.Installation.Select(set => set.MailPassword).SingleAsync(Stop)));
        Assert.DoesNotContain("secret-1", await keeper.GetStringAsync("/keeper/installation", Stop));
    }

    [Fact]
    public async Task The_school_s_language_is_what_learners_read_around_activities_and_what_new_ones_begin_in()
    {
        await using var host = await FreshAsync();
        var keeper = host.Visitor();
        keeper.DefaultRequestHeaders.Add("Accept-Language", "xx, en;q=0.4, de-CH;q=0.8");
        Assert.Matches("value=\"de\" selected", await keeper.GetStringAsync("/setup", Stop));
        await keeper.PostFormAsync("/setup", "/setup", [.. Filled(), ("New.Language", "ar")]);
        var join = WebUtility.HtmlDecode(await host.Visitor().GetStringAsync("/join", Stop));
        Assert.Contains("<html lang=\"ar\" dir=\"rtl\"", join);
        Assert.Contains("ادخل برمز أو برقم", join);
        Assert.Contains(
            "لا صف بهذا الرمز",
            WebUtility.HtmlDecode(
                await (
                    await host.Visitor().PostFormAsync("/join", "/join", ("Code", "NOCODE"), ("Name", "Nobody"))
                ).Content.ReadAsStringAsync(Stop)
            )
        );
        Assert.Contains("<html lang=\"en\" dir=\"ltr\"", await keeper.GetStringAsync("/library", Stop));

        // A new activity begins in it unless its author chooses otherwise.
        Assert.Matches("value=\"ar\" selected", await keeper.GetStringAsync("/new", Stop));
        async Task<string> BegunAsync(params (string, string)[] fields)
        {
            var at = (await keeper.PostFormAsync("/new", "/new?handler=Questions", [.. fields, ("recipe", "Quiz")]))
                .Headers.Location!.OriginalString.Split('/')[^1]
                .Split('?')[0];
            return (await host.WithAsync((Storage.Activities.ActivityStore store) => store.DraftAsync(at)))!.Document.Language;
        }

        Assert.Equal(
            ["ar", "fr", "ar"],
            [await BegunAsync(), await BegunAsync(("language", "fr")), await BegunAsync(("language", "made up"))]
        );

        // The keeper changes it; it holds at once. What is no language changes nothing.
        (string, string)[] rest = [("address", ""), ("mailServer", ""), ("mailUser", ""), ("mailPassword", ""), ("mailFrom", "")];
        foreach (
            var (sent, words) in new[]
            {
                ("de", "Komm mit einem Code oder einer Nummer herein"),
                ("made up", "Komm mit einem Code oder einer Nummer herein"),
                ("fr", "Come in with a code or number"),
            }
        )
        {
            await keeper.PostFormAsync("/keeper/installation", "/keeper/installation", [.. rest, ("language", sent)]);
            Assert.Contains(words, WebUtility.HtmlDecode(await host.Visitor().GetStringAsync("/join", Stop)));
        }
    }

    [Fact]
    public async Task A_keeper_from_the_terminal_ends_the_set_up_while_it_runs()
    {
        await using var host = await FreshAsync();
        var page = await host.Visitor().GetAsync("/setup", Stop);
        Assert.Equal(HttpStatusCode.OK, page.StatusCode);
        await host.DbAsync(async db =>
        {
            db.Users.Add(
                new Storage.People.Person
                {
                    Id = "kai",
                    UserName = "kai",
                    DisplayName = "Kai",
                }
            );
            db.UserRoles.Add(
                new Microsoft.AspNetCore.Identity.IdentityUserRole<string>
                {
                    UserId = "kai",
                    RoleId = await db
                        .Roles.Where(role => role.Name == Storage.People.Roles.Keeper)
                        .Select(role => role.Id)
                        .SingleAsync(Stop),
                }
            );
            return await db.SaveChangesAsync(Stop);
        });
        Assert.Equal(HttpStatusCode.OK, (await host.Visitor().GetAsync("/sign-in", Stop)).StatusCode);
        Assert.Contains("/sign-in", (await host.Visitor().GetAsync("/setup", Stop)).Headers.Location!.OriginalString);
    }

    [Fact]
    public async Task The_demos_accounts_are_in_no_real_installation()
    {
        await using var host = await FreshAsync();
        await host.Visitor().PostFormAsync("/setup", "/setup", Filled());
        var demo = await host.Visitor()
            .PostFormAsync("/sign-in", "/sign-in", ("Email", "tobiah.renn@gannetpoint.example"), ("Password", SlateHost.Password));
        Assert.Equal(HttpStatusCode.OK, demo.StatusCode);
        Assert.Contains("do not belong together", await demo.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task Behind_https_cookies_are_secure_addresses_say_https_and_other_hosts_are_refused()
    {
        await using var host = await FreshAsync(("Server:Address", "https://slate.example"));
        var client = host.CreateClient(new() { AllowAutoRedirect = false, BaseAddress = new Uri("https://slate.example") });
        var begun = await client.GetAsync("/setup", Stop);
        Assert.Contains("max-age=31536000", begun.Headers.GetValues("Strict-Transport-Security").Single());
        Assert.All(begun.Headers.GetValues("Set-Cookie"), cookie => Assert.Contains("secure", cookie));
        var taken = await client.PostFormAsync("/setup", "/setup", Filled());
        Assert.All(taken.Headers.GetValues("Set-Cookie"), cookie => Assert.Contains("secure", cookie));
        Assert.Contains("https://slate.example/lti/launch", await client.GetStringAsync("/keeper/course-sites", Stop));
        var evil = host.CreateClient(new() { AllowAutoRedirect = false, BaseAddress = new Uri("https://evil.example") });
        Assert.Equal(HttpStatusCode.BadRequest, (await evil.GetAsync("/library", Stop)).StatusCode);
    }

    [Theory]
    [InlineData("https://slate.example", "https://slate.example")]
    [InlineData(" https://slate.example/ ", "https://slate.example")]
    [InlineData("http://slate.example:8080", "http://slate.example:8080")]
    [InlineData("https://slate.example/school", null)]
    [InlineData("https://kai@slate.example", null)]
    [InlineData("ftp://slate.example", null)]
    [InlineData("slate.example", null)]
    [InlineData("", null)]
    public void An_address_is_scheme_host_and_port(string typed, string? read) => Assert.Equal(read, OwnAddress.Read(typed));
}
