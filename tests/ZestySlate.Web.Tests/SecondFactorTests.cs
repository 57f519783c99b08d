using System.Net;
using System.Security.Cryptography;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Tests;

/// <summary>The second factor, by codes reckoned here from RFC 6238 and RFC 4226; and teachers who make their accounts themselves.</summary>
public sealed class SecondFactorTests(SecondFactorTests.OwnHost own) : IClassFixture<SecondFactorTests.OwnHost>
{
    private readonly SlateHost host = own.Host;

    /// <summary>An installation for these tests alone: they change its settings.</summary>
    public sealed class OwnHost : IAsyncLifetime
    {
        public SlateHost Host { get; } = new();

        public ValueTask InitializeAsync() => Host.InitializeAsync();

        public ValueTask DisposeAsync() => Host.DisposeAsync();
    }

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>TOTP (RFC 6238, 4.2): HOTP (RFC 4226, 5.3) of the number of half minutes since 1970.</summary>
    private static string CodeAt(string key, DateTimeOffset at)
    {
        const string letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
        var bits = string.Concat(
            key.Where(letters.Contains).Select(letter => Convert.ToString(letters.IndexOf(letter), 2).PadLeft(5, '0'))
        );
        var secret = bits.Chunk(8).Where(eight => eight.Length == 8).Select(eight => Convert.ToByte(new string(eight), 2)).ToArray();
        var counter = BitConverter.GetBytes(at.ToUnixTimeSeconds() / 30);
        var hash = HMACSHA1.HashData(secret, BitConverter.IsLittleEndian ? counter.Reverse().ToArray() : counter);
        var from = hash[^1] & 0xf;
        var number = ((hash[from] & 0x7f) << 24) | (hash[from + 1] << 16) | (hash[from + 2] << 8) | hash[from + 3];
        return (number % 1_000_000).ToString("000000", System.Globalization.CultureInfo.InvariantCulture);
    }

    /// <summary>The examples of RFC 6238, appendix B, cut to six digits.</summary>
    [Theory]
    [InlineData(59, "287082")]
    [InlineData(1111111109, "081804")]
    [InlineData(20000000000, "353130")]
    public void The_codes_of_this_test_are_those_of_the_standard(long seconds, string code) =>
        Assert.Equal(code, CodeAt("GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ", DateTimeOffset.FromUnixTimeSeconds(seconds)));

    private static async Task<(string Key, IReadOnlyList<string> Codes)> SwitchedOnAsync(HttpClient teacher, DateTimeOffset at)
    {
        var shown = await teacher.GetStringAsync("/account/second-factor", Stop);
        var (key, sealedKey) = (
            SlateHost.Find(shown, "font-mono\">([A-Z2-7 ]+)<").Replace(" ", ""),
            SlateHost.Find(shown, "name=\"SealedKey\" value=\"([^\"]+)\"")
        );
        var page = await (
            await teacher.PostFormAsync(
                "/account/second-factor",
                "/account/second-factor?handler=App",
                ("SealedKey", sealedKey),
                ("code", CodeAt(key, at))
            )
        ).Content.ReadAsStringAsync(Stop);
        return (key, Regex.Matches(page, "<li>([^<]+)</li>").Select(match => match.Groups[1].Value).ToList());
    }

    private async Task<(HttpClient Client, HttpResponseMessage Reply, string Ticket)> PasswordAsync(string email)
    {
        var client = host.Visitor();
        var reply = await client.PostFormAsync("/sign-in", "/sign-in", ("Email", email), ("Password", SlateHost.Password));
        return (
            client,
            reply,
            reply.StatusCode == HttpStatusCode.OK
                ? SlateHost.Find(await reply.Content.ReadAsStringAsync(Stop), "name=\"ticket\" value=\"([^\"]+)\"")
                : ""
        );
    }

    [Fact]
    public async Task A_password_alone_opens_nothing_and_each_code_is_good_once()
    {
        var (ines, elsewhere, now) = (await host.TeacherAsync("ines"), await host.TeacherAsync("ines"), DateTimeOffset.UtcNow);
        await RefusesKeysOfOthersAsync(ines);
        var (key, codes) = await SwitchedOnAsync(ines, now);
        Assert.Equal(10, codes.Distinct().Count());
        Assert.Equal(HttpStatusCode.OK, (await ines.GetAsync("/library", Stop)).StatusCode);
        Assert.Equal("/sign-in", (await elsewhere.GetAsync("/library", Stop)).Headers.Location!.AbsolutePath);

        var (client, reply, ticket) = await PasswordAsync("ines.halloran@gannetpoint.example");
        Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
        Assert.Equal("/sign-in", (await client.GetAsync("/library", Stop)).Headers.Location!.AbsolutePath);
        async Task<HttpStatusCode> TryAsync(string code) =>
            (await client.PostFormAsync("/sign-in", "/sign-in?handler=Code", ("ticket", ticket), ("code", code))).StatusCode;
        Assert.Equal(HttpStatusCode.OK, await TryAsync(CodeAt(key, now)));
        Assert.Equal(HttpStatusCode.OK, await TryAsync(CodeAt(key, now.AddMinutes(10))));
        Assert.Equal(HttpStatusCode.Redirect, await TryAsync(CodeAt(key, now.AddSeconds(30))));
        Assert.Equal(HttpStatusCode.OK, (await client.GetAsync("/library", Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, await TryAsync(CodeAt(key, now.AddSeconds(30))));
        Assert.Equal(HttpStatusCode.Redirect, await TryAsync(codes[0]));
        Assert.Equal(HttpStatusCode.OK, await TryAsync(codes[0]));
        Assert.Equal(
            HttpStatusCode.OK,
            (await client.PostFormAsync("/sign-in", "/sign-in?handler=Code", ("ticket", "made up"), ("code", codes[1]))).StatusCode
        );

        // A link for a forgotten password does not get round it.
        var id = await host.DbAsync(db =>
            db.Users.Where(p => p.Email == "ines.halloran@gannetpoint.example").Select(p => p.Id).SingleAsync(Stop)
        );
        var keeper = await host.TeacherAsync("tobiah");
        var link = SlateHost.Find(
            await (await keeper.PostFormAsync($"/keeper/teachers/{id}", $"/keeper/teachers/{id}?handler=Link")).Content.ReadAsStringAsync(
                Stop
            ),
            "(/welcome/[^\"]+)"
        );
        var thief = host.Visitor();
        await thief.PostFormAsync(link, link, ("password", "a new long one"), ("again", "a new long one"));
        Assert.Equal("/sign-in", (await thief.GetAsync("/library", Stop)).Headers.Location!.AbsolutePath);

        // Who has lost everything is let in by a keeper, who switches it off.
        await keeper.PostFormAsync($"/keeper/teachers/{id}", $"/keeper/teachers/{id}?handler=Factor");
        Assert.Equal(
            HttpStatusCode.Redirect,
            (
                await host.Visitor()
                    .PostFormAsync("/sign-in", "/sign-in", ("Email", "ines.halloran@gannetpoint.example"), ("Password", "a new long one"))
            ).StatusCode
        );
    }

    /// <summary>An app is set up by a code of the key that was shown to this very person, and by nothing else; the key that was shown stays.</summary>
    private async Task RefusesKeysOfOthersAsync(HttpClient ines)
    {
        async Task<(string Key, string Sealed)> ShownAsync(HttpResponseMessage reply)
        {
            var page = await reply.Content.ReadAsStringAsync(Stop);
            return (
                SlateHost.Find(page, "font-mono\">([A-Z2-7 ]+)<").Replace(" ", ""),
                SlateHost.Find(page, "name=\"SealedKey\" value=\"([^\"]+)\"")
            );
        }

        Task<HttpResponseMessage> SetUpAsync(string sealedKey, string code) =>
            ines.PostFormAsync("/account/second-factor", "/account/second-factor?handler=App", ("SealedKey", sealedKey), ("code", code));
        var (first, now) = (await ShownAsync(await ines.GetAsync("/account/second-factor", Stop)), DateTimeOffset.UtcNow);
        var again = await ShownAsync(await SetUpAsync(first.Sealed, "000000"));
        Assert.Equal(first.Key, again.Key);
        var other = await ShownAsync(await (await host.TeacherAsync("tobiah")).GetAsync("/account/second-factor", Stop));
        await SetUpAsync(other.Sealed, CodeAt(other.Key, now));
        await SetUpAsync("made up", CodeAt(first.Key, now));
        await SetUpAsync("", CodeAt(first.Key, now));
        Assert.Equal(
            (false, 0),
            await host.DbAsync(async db =>
                (
                    await db.Users.AnyAsync(p => p.Email == "ines.halloran@gannetpoint.example" && p.TwoFactorEnabled, Stop),
                    await db.UserTokens.CountAsync(
                        token => db.Users.Any(p => p.Id == token.UserId && p.Email == "ines.halloran@gannetpoint.example"),
                        Stop
                    )
                )
            )
        );
    }

    [Fact]
    public async Task A_code_that_is_sent_many_times_at_once_is_taken_once()
    {
        var (_, secret) = (
            await host.WithAsync((Accounts accounts) => accounts.InviteAsync("Petra", "petra@gannetpoint.example", null))
        ).Value;
        var petra = host.Visitor();
        await petra.PostFormAsync(
            $"/welcome/{secret}",
            $"/welcome/{secret}",
            ("password", SlateHost.Password),
            ("again", SlateHost.Password)
        );
        var now = DateTimeOffset.UtcNow;
        var (key, _) = await SwitchedOnAsync(petra, now);
        var begin = new TaskCompletionSource();
        var all = Enumerable
            .Range(0, 32)
            .Select(_ =>
                Task.Run(() =>
                    host.WithAsync(
                        async (IServiceProvider services) =>
                        {
                            var person = (
                                await services.GetRequiredService<UserManager<Person>>().FindByEmailAsync("petra@gannetpoint.example")
                            )!;
                            await begin.Task;
                            return await services.GetRequiredService<SecondFactors>().TakeAsync(person, CodeAt(key, now.AddSeconds(30)));
                        }
                    )
                )
            )
            .ToList();
        await Task.Delay(500, Stop);
        begin.SetResult();
        Assert.Single(await Task.WhenAll(all), taken => taken);
    }

    [Fact]
    public async Task An_account_that_is_made_twice_at_once_is_made_once()
    {
        var made = await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(_ => host.WithAsync((Accounts accounts) => accounts.InviteAsync("Twice", "twice@gannetpoint.example", null)))
        );
        Assert.Single(made, one => one.Succeeded);
        Assert.All(made.Where(one => !one.Succeeded), one =>
            Assert.Equal("“twice@gannetpoint.example” has an account already.", one.Refusal)
        );
    }

    [Fact]
    public async Task A_few_wrong_codes_are_all_that_are_let_through_wherever_they_come_from()
    {
        var now = DateTimeOffset.UtcNow;
        var (key, _) = await SwitchedOnAsync(await host.TeacherAsync("mireille"), now);
        for (var i = 0; i < SecondFactors.WrongCodes; i++)
        {
            var (client, _, ticket) = await PasswordAsync("mireille.osei@gannetpoint.example");
            await client.PostFormAsync("/sign-in", "/sign-in?handler=Code", ("ticket", ticket), ("code", $"wrong {i}"));
        }

        var (last, _, late) = await PasswordAsync("mireille.osei@gannetpoint.example");
        Assert.Contains(
            "Too many wrong codes",
            await (
                await last.PostFormAsync("/sign-in", "/sign-in?handler=Code", ("ticket", late), ("code", CodeAt(key, now.AddSeconds(30))))
            ).Content.ReadAsStringAsync(Stop)
        );
    }

    [Fact]
    public async Task Where_it_must_be_nothing_else_opens_before_it_is_set_up_and_the_owner_switches_it_off_by_password()
    {
        var keeper = await host.TeacherAsync("tobiah");
        Assert.Contains(
            "/keeper/installation?kept=true",
            (
                await keeper.PostFormAsync(
                    "/keeper/installation",
                    "/keeper/installation",
                    ("address", ""),
                    ("mailServer", ""),
                    ("mailUser", ""),
                    ("mailPassword", ""),
                    ("mailFrom", ""),
                    ("registration", "Off"),
                    ("secondFactor", "Keepers")
                )
            )
                .Headers
                .Location!
                .OriginalString
        );
        var (_, secret) = (
            await host.WithAsync((Accounts accounts) => accounts.InviteAsync("Olga", "olga@gannetpoint.example", null))
        ).Value;
        var olga = host.Visitor();
        await olga.PostFormAsync(
            $"/welcome/{secret}",
            $"/welcome/{secret}",
            ("password", "a long enough one"),
            ("again", "a long enough one")
        );
        Assert.Equal(HttpStatusCode.OK, (await olga.GetAsync("/library", Stop)).StatusCode);
        Assert.Equal("/account/second-factor", (await keeper.GetAsync("/keeper/schools", Stop)).Headers.Location!.OriginalString);
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await keeper.PostFormAsync("/account", "/keeper/schools?handler=School", ("name", "Made past it"))).StatusCode
        );
        await SwitchedOnAsync(keeper, DateTimeOffset.UtcNow);
        Assert.Equal(HttpStatusCode.OK, (await keeper.GetAsync("/keeper/schools", Stop)).StatusCode);
        Assert.Contains(
            "Nothing was changed",
            await (
                await keeper.PostFormAsync(
                    "/account/second-factor",
                    "/account/second-factor?handler=Off",
                    ("which", "app"),
                    ("password", "wrong")
                )
            ).Content.ReadAsStringAsync(Stop)
        );
        Assert.Contains(
            "wants you to have one",
            await (
                await keeper.PostFormAsync(
                    "/account/second-factor",
                    "/account/second-factor?handler=Off",
                    ("which", "app"),
                    ("password", SlateHost.Password)
                )
            ).Content.ReadAsStringAsync(Stop)
        );
        await SwitchedOnAsync(keeper, DateTimeOffset.UtcNow.AddSeconds(30));

        // What is no choice asks nobody for less than before.
        foreach (var nonsense in new[] { "Everyone", "7", "" })
        {
            await keeper.PostFormAsync("/account", "/keeper/installation", ("secondFactor", nonsense));
            Assert.Equal(
                SecondFactorFor.Keepers,
                await host.DbAsync(db => db.Installation.Select(set => set.SecondFactor).SingleAsync(Stop))
            );
        }

        await keeper.PostFormAsync("/account", "/keeper/installation", ("secondFactor", "Nobody"));
        await keeper.PostFormAsync(
            "/account/second-factor",
            "/account/second-factor?handler=Off",
            ("which", "app"),
            ("password", SlateHost.Password)
        );
        Assert.Equal(HttpStatusCode.OK, (await keeper.GetAsync("/keeper/schools", Stop)).StatusCode);
    }

    [Fact]
    public async Task A_teacher_makes_an_account_only_as_the_installation_lets_them()
    {
        foreach (
            var (how, by, email, code, taken) in new[]
            {
                ("Off", "", "somebody@gannetpoint.example", "", false),
                ("ByDomain", "@GannetPoint.example, watch.example", "new.one@gannetpoint.example", "", true),
                ("ByDomain", "@GannetPoint.example, watch.example", "new.two@WATCH.example", "", true),
                ("ByDomain", "gannetpoint.example", "new.three@not-gannetpoint.example", "", false),
                ("ByDomain", "gannetpoint.example", "new.four@gannetpoint.example@elsewhere.example", "", false),
                ("ByCode", "Gulls-and-terns", "new.five@elsewhere.example", "Gulls-and-terns", true),
                ("ByCode", "Gulls-and-terns", "new.six@elsewhere.example", "gulls-and-terns", false),
                ("ByCode", "Gulls-and-terns", "new.seven@elsewhere.example", "", false),
            }
        )
        {
            await RegistersAsync(how, by, email, code, taken);
        }
    }

    private async Task RegistersAsync(string how, string by, string email, string code, bool taken)
    {
        var keeper = await host.TeacherAsync("tobiah");
        await keeper.PostFormAsync(
            "/keeper/installation",
            "/keeper/installation",
            ("address", ""),
            ("mailServer", ""),
            ("mailUser", ""),
            ("mailPassword", ""),
            ("mailFrom", ""),
            ("registration", how),
            ("registrationBy", by),
            ("secondFactor", "Nobody")
        );
        var somebody = host.Visitor();
        await somebody.PostFormAsync("/sign-in", "/register", ("Name", "New Neve"), ("Email", email), ("Code", code));
        await host.MailAsync();
        var letter = host.Letters.To(email).FirstOrDefault();
        Assert.Equal(taken, letter is not null);
        Assert.Equal(taken, await host.DbAsync(db => db.Users.AnyAsync(p => EF.Functions.Like(p.Email!, email), Stop)));
        if (letter is not null)
        {
            var link = new Uri(SlateHost.Find(letter.Text, "(http\\S+/welcome/\\S+)")).AbsolutePath;
            Assert.Equal(
                "/library",
                (await somebody.PostFormAsync(link, link, ("password", "a long enough one"), ("again", "a long enough one")))
                    .Headers
                    .Location!
                    .OriginalString
            );
            Assert.Equal(HttpStatusCode.OK, (await somebody.GetAsync("/library", Stop)).StatusCode);

            // Again with the same address: the same words on the screen, and a mail for a new password.
            var again = await host.Visitor().PostFormAsync("/sign-in", "/register", ("Name", "Other"), ("Email", email), ("Code", code));
            Assert.Contains("Look into your mails.", await again.Content.ReadAsStringAsync(Stop));
            Assert.Equal(1, await host.DbAsync(db => db.Users.CountAsync(p => EF.Functions.Like(p.Email!, email), Stop)));
        }
    }
}
