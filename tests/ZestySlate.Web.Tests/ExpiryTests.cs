using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Wording;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Mails;

namespace ZestySlate.Web.Tests;

/// <summary>
/// What is good for a while is good until that moment, and not at it (as RFC 7519, 4.1.4, has it of tokens): the last thousandth of a
/// second before, and the moment itself.
/// </summary>
[Collection("course site")]
public sealed class ExpiryTests(SlateHost host) : LtiHarness(host)
{
    private static readonly TimeSpan Least = TimeSpan.FromMilliseconds(1);

    /// <summary>How long each is good, what makes one, and what then tells whether it is good.</summary>
    private Dictionary<string, (TimeSpan Lasts, Func<Task<Func<Task<bool>>>> Make)> Things =>
        new()
        {
            ["a teacher's invitation"] = (TimeSpan.FromDays(7), async () =>
            {
                var secret = (await InviteAsync()).Secret;
                return () => ReadsAsync($"/welcome/{secret}", "name=\"password\"");
            }),
            ["a link for a forgotten password"] = (TimeSpan.FromHours(1), async () =>
            {
                var email = (await InviteAsync()).Email;
                await Host.WithAsync(
                    async (Accounts accounts) =>
                    {
                        await accounts.ForgottenAsync(email, "http://localhost");
                        return true;
                    }
                );
                var link = await LinkInAsync(email, "/welcome/");
                return () => ReadsAsync(link, "name=\"password\"");
            }),
            ["a link to come in by that was asked for"] = (TimeSpan.FromMinutes(20), () => MailedAsync(MailedLinks.Asked)),
            ["a link to come in by that a teacher sent"] = (TimeSpan.FromDays(3), () => MailedAsync(MailedLinks.Handed)),
            ["a launch that was begun"] = (TimeSpan.FromMinutes(10), async () =>
            {
                var begun = new Queue<Begun>([await BeginAsync(), await BeginAsync()]);
                return async () =>
                {
                    var one = begun.Dequeue();
                    var claims = Claims(one, "s-until");
                    claims["exp"] = DateTimeOffset.UtcNow.AddHours(1).ToUnixTimeSeconds();
                    return (await LaunchAsync(one, Sign(claims))).StatusCode == HttpStatusCode.Redirect;
                };
            }),
            ["a launch that waits for the browser's proof"] = (TimeSpan.FromMinutes(10), async () =>
            {
                var begun = new Queue<Begun>();
                for (var i = 0; i < 2; i++)
                {
                    begun.Enqueue(await BeginAsync(cookies: false));
                    await LaunchAsync(begun.Last(), Sign(Claims(begun.Last(), "s-waits")));
                }

                return async () => (await ProveAsync(begun.Dequeue())).StatusCode == HttpStatusCode.Redirect;
            }),
            ["a session in the address"] = (TimeSpan.FromHours(12), async () =>
            {
                var begun = await BeginAsync();
                var address = (await LaunchAsync(begun, Sign(Claims(begun, "s-ends")))).Headers.Location!.OriginalString;
                return () => ReadsAsync(address, "data-events");
            }),
            ["a visit on somebody's page"] = (TimeSpan.FromDays(31), async () =>
            {
                var person = await Host.DbAsync(db => db.Users.Select(one => one.Id).FirstAsync(Stop));
                var address = await Host.WithAsync((FrameSessions sessions) => sessions.BeginVisitAsync(person, "garden", bare: false));
                return () => ReadsAsync($"{address}/a/garden", "data-events");
            }),
            ["a visit that this device remembers"] = (TimeSpan.FromDays(31), async () =>
            {
                var person = await Host.DbAsync(db => db.Users.Select(one => one.Id).FirstAsync(Stop));
                // Going on makes it last anew, so each time another one is gone on with.
                var addresses = new Queue<string>();
                for (var i = 0; i < 2; i++)
                {
                    addresses.Enqueue(
                        await Host.WithAsync((FrameSessions sessions) => sessions.BeginVisitAsync(person, "garden", bare: false))
                    );
                }

                return () =>
                    Host.WithAsync(
                        async (FrameSessions sessions) =>
                            await sessions.GoOnAsync(addresses.Dequeue().Split('/')[^1], "garden", bare: false) is not null
                    );
            }),
            ["an address for registering"] = (TimeSpan.FromDays(2), async () =>
            {
                var secret = await Host.WithAsync((Lti.Registrations registrations) => registrations.NewLinkAsync());
                return () => Host.WithAsync((Lti.Registrations registrations) => registrations.IsGoodAsync(secret));
            }),
            ["an address that registers"] = (TimeSpan.FromDays(2), async () =>
            {
                var secrets = new Queue<string>();
                for (var i = 0; i < 2; i++)
                {
                    secrets.Enqueue(await Host.WithAsync((Lti.Registrations registrations) => registrations.NewLinkAsync()));
                }

                return async () =>
                {
                    var (secret, nowhere) = (secrets.Dequeue(), "http://courses.example/no-configuration");
                    var tried = await Host.WithAsync(
                        (Lti.Registrations registrations) => registrations.RegisterAsync(secret, nowhere, null, "http://localhost", Stop)
                    );
                    return !tried.Refusal!.Contains("not good any more", StringComparison.Ordinal);
                };
            }),
        };

    [Theory]
    [InlineData("a teacher's invitation")]
    [InlineData("a link for a forgotten password")]
    [InlineData("a link to come in by that was asked for")]
    [InlineData("a link to come in by that a teacher sent")]
    [InlineData("a launch that was begun")]
    [InlineData("a launch that waits for the browser's proof")]
    [InlineData("a session in the address")]
    [InlineData("a visit on somebody's page")]
    [InlineData("a visit that this device remembers")]
    [InlineData("an address for registering")]
    [InlineData("an address that registers")]
    public async Task What_is_good_for_a_while_is_good_until_that_moment_and_not_at_it(string thing)
    {
        var (lasts, make) = Things[thing];
        var began = DateTimeOffset.UtcNow;
        Host.Clock.StoppedAt = began;
        var isGood = await make();
        Host.Clock.StoppedAt = began + lasts - Least;
        Assert.True(await isGood(), $"{thing} is good until then");
        Host.Clock.StoppedAt = began + lasts;
        Assert.False(await isGood(), $"{thing} is good no more");
    }

    /// <summary>Three links in an hour are enough; an hour after the first there may be another one.</summary>
    [Fact]
    public async Task An_hour_after_the_first_link_another_one_is_mailed()
    {
        var began = DateTimeOffset.UtcNow.AddHours(-6);
        Host.Clock.StoppedAt = began;
        var email = (await InviteAsync()).Email;
        Task<int> AskAsync() =>
            Host.WithAsync(
                async (Accounts accounts) =>
                {
                    await accounts.ForgottenAsync(email, "http://localhost");
                    return await Host.DbAsync(db => db.Mails.CountAsync(m => m.Address == email && m.Key.StartsWith("forgotten"), Stop));
                }
            );
        // The invitation is a link of its own.
        Host.Clock.StoppedAt = began.AddHours(2);
        for (var i = 1; i <= Accounts.LinksAnHour; i++)
        {
            Assert.Equal(i, await AskAsync());
        }

        Host.Clock.StoppedAt = began.AddHours(3) - Least;
        Assert.Equal(Accounts.LinksAnHour, await AskAsync());
        Host.Clock.StoppedAt = began.AddHours(3);
        Assert.Equal(Accounts.LinksAnHour + 1, await AskAsync());
    }

    private async Task<(string Email, string Secret)> InviteAsync()
    {
        var email = $"{Core.Ids.New()}@gannetpoint.example".ToLowerInvariant();
        var invited = await Host.WithAsync((Accounts accounts) => accounts.InviteAsync("Until Una", email, null));
        return (email, invited.Value.Item2);
    }

    private async Task<Func<Task<bool>>> MailedAsync(TimeSpan lasts)
    {
        var learner = await Host.DbAsync(db => db.Enrolments.OrderByDescending(one => one.PersonId).FirstAsync(Stop));
        learner.Email = $"{Core.Ids.New()}@gannetpoint.example".ToLowerInvariant();
        Assert.True(await Host.WithAsync((MailedLinks links) => links.SendAsync(learner, null, Words.English, lasts)));
        var link = await LinkInAsync(learner.Email, "/join/");
        return () => ReadsAsync(link, "Continue as");
    }

    private async Task<string> LinkInAsync(string email, string begins)
    {
        var text = await Host.DbAsync(db => db.Mails.Where(mail => mail.Address == email).Select(mail => mail.Text).SingleAsync(Stop));
        return SlateHost.Find(text, $"({begins}\\S+)");
    }

    private async Task<bool> ReadsAsync(string address, string words)
    {
        var bare = Host.CreateClient(
            new()
            {
                AllowAutoRedirect = false,
                HandleCookies = false,
                BaseAddress = new Uri("https://localhost"),
            }
        );
        return (await (await bare.GetAsync(address, Stop)).Content.ReadAsStringAsync(Stop)).Contains(words, StringComparison.Ordinal);
    }
}
