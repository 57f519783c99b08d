using System.Net;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Tests;

/// <summary>Accounts of teachers: invited, closed, handed over; passwords changed and forgotten; sessions that end at once.</summary>
public sealed class AccountTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static int _number;

    /// <summary>A teacher of their own for a test, signed in.</summary>
    private async Task<(HttpClient Client, string Email, string Id)> TeacherAsync(string name = "Odd Teacher")
    {
        var email = $"odd{Interlocked.Increment(ref _number)}@gannetpoint.example";
        var link = await InviteAsync(name, email);
        var client = host.Visitor();
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await client.PostFormAsync(link, link, ("password", SlateHost.Password), ("again", SlateHost.Password))).StatusCode
        );
        return (client, email, await host.DbAsync(db => db.Users.Where(p => p.Email == email).Select(p => p.Id).SingleAsync(Stop)));
    }

    private async Task<string> InviteAsync(string name, string email)
    {
        var keeper = await host.TeacherAsync("tobiah");
        var page = await keeper.PostFormAsync("/keeper/schools", "/keeper/schools?handler=Teacher", ("name", name), ("email", email));
        return new Uri(SlateHost.Find(await page.Content.ReadAsStringAsync(Stop), "value=\"([^\"]+/welcome/[^\"]+)\"")).AbsolutePath;
    }

    private async Task<HttpClient> SignedInAsync(string email, string password = SlateHost.Password)
    {
        var client = host.Visitor();
        var reply = await client.PostFormAsync("/sign-in", "/sign-in", ("Email", email), ("Password", password));
        Assert.Equal(HttpStatusCode.Redirect, reply.StatusCode);
        return client;
    }

    private static async Task<bool> IsInAsync(HttpClient client) =>
        (await client.GetAsync("/library", Stop)).StatusCode == HttpStatusCode.OK;

    /// <summary>Another browser with a copy of the first one's cookies.</summary>
    private async Task<HttpClient> CopyAsync(string email)
    {
        var signing = host.Visitor();
        var reply = await signing.PostFormAsync("/sign-in", "/sign-in", ("Email", email), ("Password", SlateHost.Password));
        var copy = host.CreateClient(new() { AllowAutoRedirect = false, HandleCookies = false });
        copy.DefaultRequestHeaders.Add(
            "Cookie",
            reply.Headers.GetValues("Set-Cookie").Single(cookie => cookie.StartsWith("zesty-slate=", StringComparison.Ordinal)).Split(';')[
                0
            ]
        );
        Assert.True(await IsInAsync(copy));
        await signing.PostFormAsync("/library", "/sign-out");
        return copy;
    }

    [Fact]
    public async Task Signing_out_ends_every_copy_of_the_cookie()
    {
        var (_, email, _) = await TeacherAsync();
        Assert.False(await IsInAsync(await CopyAsync(email)));
    }

    [Fact]
    public async Task A_link_sets_the_password_once()
    {
        var (_, email, _) = await TeacherAsync();
        Assert.Equal(
            0,
            await host.DbAsync(db => db.PasswordLinks.CountAsync(l => db.Users.Any(p => p.Id == l.PersonId && p.Email == email), Stop))
        );
    }

    [Fact]
    public async Task Another_password_signs_out_everywhere_else_and_the_old_one_is_good_no_more()
    {
        var (client, email, _) = await TeacherAsync();
        var elsewhere = await SignedInAsync(email);
        var wrong = await client.PostFormAsync(
            "/account",
            "/account?handler=Password",
            ("old", "not this one"),
            ("password", "quite another one"),
            ("again", "quite another one")
        );
        Assert.Contains("The present password is another", await wrong.Content.ReadAsStringAsync(Stop));
        Assert.True(await IsInAsync(elsewhere));
        await client.PostFormAsync(
            "/account",
            "/account?handler=Password",
            ("old", SlateHost.Password),
            ("password", "quite another one"),
            ("again", "quite another one")
        );
        Assert.True(await IsInAsync(client));
        Assert.False(await IsInAsync(elsewhere));
        var old = await host.Visitor().PostFormAsync("/sign-in", "/sign-in", ("Email", email), ("Password", SlateHost.Password));
        Assert.Equal(HttpStatusCode.OK, old.StatusCode);
        await SignedInAsync(email, "quite another one");
    }

    [Fact]
    public async Task One_session_is_ended_from_another()
    {
        var (client, email, id) = await TeacherAsync();
        var elsewhere = await SignedInAsync(email);
        var other = await host.DbAsync(db =>
            db.SignedInSessions.Where(s => s.PersonId == id).OrderByDescending(s => s.BeganAt).Select(s => s.Id).FirstAsync(Stop)
        );
        await client.PostFormAsync("/account", "/account?handler=End", ("session", other));
        Assert.False(await IsInAsync(elsewhere));
        Assert.True(await IsInAsync(client));

        // Nobody ends somebody else's.
        var (stranger, _, _) = await TeacherAsync();
        var mine = await host.DbAsync(db => db.SignedInSessions.Where(s => s.PersonId == id).Select(s => s.Id).SingleAsync(Stop));
        await stranger.PostFormAsync("/account", "/account?handler=End", ("session", mine));
        Assert.True(await IsInAsync(client));
    }

    [Fact]
    public async Task Who_signed_in_with_a_password_that_somebody_else_knows_sets_their_own_first()
    {
        var (client, _, id) = await TeacherAsync();
        await host.DbAsync(db =>
            db.Users.Where(p => p.Id == id).ExecuteUpdateAsync(set => set.SetProperty(p => p.MustSetPassword, true), Stop)
        );
        Assert.Equal("/account", (await client.GetAsync("/library", Stop)).Headers.Location!.OriginalString);
        await client.PostFormAsync(
            "/account",
            "/account?handler=Password",
            ("old", SlateHost.Password),
            ("password", "only mine from now"),
            ("again", "only mine from now")
        );
        Assert.True(await IsInAsync(client));
    }

    [Fact]
    public async Task A_closed_account_is_out_at_once_and_what_it_made_stays()
    {
        var (client, email, id) = await TeacherAsync();
        var keeper = await host.TeacherAsync("tobiah");
        await keeper.PostFormAsync($"/keeper/teachers/{id}", $"/keeper/teachers/{id}?handler=Close", ("close", "true"));
        Assert.False(await IsInAsync(client));
        var refused = await host.Visitor().PostFormAsync("/sign-in", "/sign-in", ("Email", email), ("Password", SlateHost.Password));
        Assert.Contains("do not belong together", await refused.Content.ReadAsStringAsync(Stop));
        await keeper.PostFormAsync($"/keeper/teachers/{id}", $"/keeper/teachers/{id}?handler=Close", ("close", "false"));
        await SignedInAsync(email);
    }

    [Fact]
    public async Task A_removed_account_hands_over_what_is_its_own()
    {
        var (client, _, id) = await TeacherAsync("Leaving Lars");
        await client.PostFormAsync("/classes", "/classes", ("name", "His class"), ("names", "Ada\nBo"));
        var ines = await host.DbAsync(db =>
            db.Users.Where(p => p.Email == "ines.halloran@gannetpoint.example").Select(p => p.Id).SingleAsync(Stop)
        );
        var keeper = await host.TeacherAsync("tobiah");
        var page = $"/keeper/teachers/{id}";
        await keeper.PostFormAsync(page, page + "?handler=Remove", ("heir", ines), ("typed", "Somebody else"));
        Assert.True(await IsInAsync(client));
        await keeper.PostFormAsync(page, page + "?handler=Remove", ("heir", ines), ("typed", "leaving lars"));
        Assert.False(await IsInAsync(client));
        Assert.False(await host.DbAsync(db => db.Users.AnyAsync(p => p.Id == id, Stop)));
        Assert.Equal(
            ines,
            await host.DbAsync(db => db.Classes.Where(c => c.Name == "His class").Select(c => c.TeacherId).SingleAsync(Stop))
        );
    }

    [Fact]
    public async Task Another_right_holds_at_once_and_the_last_keeper_stays_one()
    {
        var (client, email, id) = await TeacherAsync();
        var keeper = await host.TeacherAsync("tobiah");
        await keeper.PostFormAsync($"/keeper/teachers/{id}", $"/keeper/teachers/{id}?handler=Keeper", ("keeper", "true"));
        Assert.False(await IsInAsync(client));
        var promoted = await SignedInAsync(email);
        Assert.Equal(HttpStatusCode.OK, (await promoted.GetAsync("/keeper/schools", Stop)).StatusCode);
        await keeper.PostFormAsync($"/keeper/teachers/{id}", $"/keeper/teachers/{id}?handler=Keeper", ("keeper", "false"));
        Assert.NotEqual(HttpStatusCode.OK, (await promoted.GetAsync("/keeper/schools", Stop)).StatusCode);
        var tobiah = await host.DbAsync(db =>
            db.Users.Where(p => p.Email == "tobiah.renn@gannetpoint.example").Select(p => p.Id).SingleAsync(Stop)
        );
        var last = await keeper.PostFormAsync(
            $"/keeper/teachers/{tobiah}",
            $"/keeper/teachers/{tobiah}?handler=Keeper",
            ("keeper", "false")
        );
        Assert.Contains("Somebody must run this installation", await last.Content.ReadAsStringAsync(Stop));
        var own = await keeper.PostFormAsync($"/keeper/teachers/{tobiah}", $"/keeper/teachers/{tobiah}?handler=Close", ("close", "true"));
        Assert.Contains("cannot be closed by yourself", await own.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task A_forgotten_password_is_set_by_a_mailed_link_and_no_more_than_three_are_mailed_in_an_hour()
    {
        var (client, email, id) = await TeacherAsync();
        for (var i = 0; i < Accounts.LinksAnHour + 2; i++)
        {
            var said = await host.Visitor().PostFormAsync("/forgotten", "/forgotten", ("email", email.ToUpperInvariant()));
            Assert.Contains("If an account has this address", await said.Content.ReadAsStringAsync(Stop));
        }

        var nobody = await host.Visitor().PostFormAsync("/forgotten", "/forgotten", ("email", "nobody@gannetpoint.example"));
        Assert.Contains("If an account has this address", await nobody.Content.ReadAsStringAsync(Stop));
        var mails = await host.DbAsync(db => db.Mails.Where(m => m.Address == email && m.Key.StartsWith("forgotten")).ToListAsync(Stop));
        Assert.Equal(Accounts.LinksAnHour, mails.Count);
        Assert.False(await host.DbAsync(db => db.Mails.AnyAsync(m => m.Address.StartsWith("nobody@"), Stop)));

        var link = new Uri(SlateHost.Find(mails[0].Text, "(http://localhost/welcome/\\S+)")).AbsolutePath;
        Assert.True(await IsInAsync(client));
        var fresh = host.Visitor();
        await fresh.PostFormAsync(link, link, ("password", "remembered again"), ("again", "remembered again"));
        Assert.True(await IsInAsync(fresh));
        Assert.False(await IsInAsync(client));
        Assert.Equal(0, await host.DbAsync(db => db.PasswordLinks.CountAsync(l => l.PersonId == id, Stop)));
    }

    [Fact]
    public async Task Wrong_passwords_keep_nobody_out_who_is_elsewhere_and_tell_nothing()
    {
        var (_, email, id) = await TeacherAsync();
        async Task<string> TryAsync(string address) =>
            SlateHost.Find(
                await (
                    await host.Visitor().PostFormAsync("/sign-in", "/sign-in", ("Email", address), ("Password", "wrong"))
                ).Content.ReadAsStringAsync(Stop),
                "<div[^>]*role=\"alert\"[^>]*>\\s*(?:<ul>\\s*<li>)?([^<]+)"
            );
        for (var i = 0; i < Accounts.WrongTries; i++)
        {
            Assert.Equal(await TryAsync("nobody-at-all@gannetpoint.example"), await TryAsync(email));
        }

        Assert.StartsWith("Too many wrong passwords", await TryAsync(email));
        Assert.StartsWith("Too many wrong passwords", await TryAsync("nobody-at-all@gannetpoint.example"));
        Assert.Null(await host.DbAsync(db => db.Users.Where(p => p.Id == id).Select(p => p.LockoutEnd).SingleAsync(Stop)));
    }

    [Fact]
    public async Task A_deleted_learner_is_out_at_once()
    {
        var ines = await host.TeacherAsync("ines");
        var made = await ines.PostFormAsync("/classes", "/classes", ("name", "Short"), ("names", "Gone Gale\nStays Storm"));
        var group = int.Parse(made.Headers.Location!.OriginalString.Split('/')[2]);
        var code = await host.DbAsync(db => db.Classes.Where(c => c.Id == group).Select(c => c.Code).SingleAsync(Stop));
        var person = await host.DbAsync(db =>
            db.Enrolments.Where(e => e.ClassId == group && e.RosterName == "Gone Gale").Select(e => e.PersonId).SingleAsync(Stop)
        );
        var learner = host.Visitor();
        await learner.PostFormAsync("/join", "/join", ("Code", code), ("Name", "Gone Gale"));
        Assert.Equal(HttpStatusCode.OK, (await learner.GetAsync("/todo", Stop)).StatusCode);
        var address = $"/classes/{group}/learners/{person}";
        await ines.PostFormAsync(address, address + "?handler=Delete", ("typed", "Gone Gale"));
        Assert.Equal(HttpStatusCode.Redirect, (await learner.GetAsync("/todo", Stop)).StatusCode);
        await learner.GetAsync("/a/garden", Stop);
        Assert.False(await host.DbAsync(db => db.Attempts.AnyAsync(a => a.PersonId == person, Stop)));
    }
}
