using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.People;
using ZestySlate.Web.Mails;

namespace ZestySlate.Web.Identity;

/// <summary>Accounts of teachers and keepers: signing in by password, inviting, setting and forgetting passwords, closing, handing over.</summary>
public sealed class Accounts(
    IDbContextFactory<SlateDb> open,
    UserManager<Person> people,
    IServiceScopeFactory scopes,
    Sessions sessions,
    IMemoryCache memory,
    IOptionsSnapshot<MailSettings> mail,
    TimeProvider clock
)
{
    /// <summary>So many wrong passwords for one account from one network address are let through in <see cref="Window"/>.</summary>
    public const int WrongTries = 8;

    /// <summary>So many links for a forgotten password are mailed to one account in an hour.</summary>
    public const int LinksAnHour = 3;

    private static readonly TimeSpan Window = TimeSpan.FromMinutes(5),
        InviteLasts = TimeSpan.FromDays(7),
        ForgottenLasts = TimeSpan.FromHours(1);

    /// <summary>A hash of nobody's password: who has no account takes as long to be refused as who has one.</summary>
    private static readonly string Nobodys = new PasswordHasher<Person>().HashPassword(new Person(), Ids.Secret());

    /// <summary>What came of a sign-in.</summary>
    public enum SignedIn
    {
        Yes,
        No,

        /// <summary>The password fits, and a code is asked for.</summary>
        Code,

        /// <summary>Too many wrong passwords for this account from this network; who is elsewhere is not kept out.</summary>
        Wait,
    }

    /// <summary>Signs somebody in by their e-mail address or sign-in name and their password, or says who has given it where a code is asked
    /// for beside. Nothing of the answer or its time tells whether there is such an account.</summary>
    public async Task<(SignedIn Result, Person? Person)> SignInAsync(string email, string password, string network)
    {
        var key = ("wrong passwords", people.NormalizeEmail(email), network);
        var wrong = memory.GetOrCreate(key, entry =>
        {
            entry.AbsoluteExpirationRelativeToNow = Window;
            return new Counter();
        })!;
        if (wrong.Value >= WrongTries)
        {
            return (SignedIn.Wait, null);
        }

        var person = await people.FindByEmailAsync(email) ?? await people.FindByNameAsync(email);
        var fits = people.PasswordHasher.VerifyHashedPassword(person ?? new Person(), person?.PasswordHash ?? Nobodys, password);
        if (person is not { PasswordHash: not null, ClosedAt: null } || fits == PasswordVerificationResult.Failed)
        {
            Interlocked.Increment(ref wrong.Value);
            return (SignedIn.No, null);
        }

        memory.Remove(key);
        if (person.TwoFactorEnabled)
        {
            return (SignedIn.Code, person);
        }

        await BeginAsync(person);
        return (SignedIn.Yes, person);
    }

    /// <summary>Signs somebody in who has shown who they are. A learner's session ends with the browser: many share a device.</summary>
    public Task BeginAsync(Person person) => sessions.BeginAsync(person, stays: person.Email is not null);

    /// <summary>Makes an account for a teacher, without a password until they set one by their link.</summary>
    /// <returns>The person and the secret of the link; why there is none, in words.</returns>
    public async Task<Outcome<(Person Person, string Secret)>> InviteAsync(string name, string email, int? school)
    {
        if (name.Length == 0 || !email.Contains('@', StringComparison.Ordinal))
        {
            return Outcome<(Person, string)>.Refused("A teacher needs a name and an e-mail address.");
        }

        var teacher = new Person
        {
            UserName = email,
            Email = email,
            DisplayName = name,
            CreatedAt = clock.GetUtcNow(),
        };
        await using var db = await open.CreateDbContextAsync();
        teacher.SchoolId = await db.Schools.AnyAsync(known => known.Id == school) ? school : null;
        var isThere = Outcome<(Person, string)>.Refused($"“{email}” has an account already.");
        try
        {
            // What could not be made must not be tried again with what this request keeps later.
            await using var scope = scopes.CreateAsyncScope();
            var makers = scope.ServiceProvider.GetRequiredService<UserManager<Person>>();
            var made = await makers.CreateAsync(teacher);
            if (!made.Succeeded)
            {
                return made.Errors.Any(error => error.Code.StartsWith("Duplicate", StringComparison.Ordinal))
                    ? isThere
                    : Outcome<(Person, string)>.Refused($"“{email}” is no address that an account can have.");
            }

            await makers.AddToRoleAsync(teacher, Roles.Teacher);
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // Made twice at once: the other one was first.
            return isThere;
        }

        return (teacher, await LinkAsync(db, teacher, InviteLasts));
    }

    /// <summary>A link by which the owner of an account sets its password; older ones are good no more. Returns its secret.</summary>
    public async Task<string> NewLinkAsync(Person person)
    {
        await using var db = await open.CreateDbContextAsync();
        return await LinkAsync(db, person, InviteLasts);
    }

    /// <summary>Mails an invitation, where mails can go out. True when one is on its way.</summary>
    public async Task<bool> MailInviteAsync(Person person, string secret, string by, string address)
    {
        if (!mail.Value.IsSet)
        {
            return false;
        }

        await using var db = await open.CreateDbContextAsync();
        db.Mails.Add(
            MailPlan.MailTo(
                $"invite {FrameSessions.HashOf(secret)}",
                person.Email!,
                person.DisplayName,
                $"{by} invites you to Zesty Slate",
                [
                    $"{by} has made an account for you, {person.DisplayName}. Set your password here; the link is good "
                        + $"for {InviteLasts.TotalDays:0} days and works once:",
                    $"{address}/welcome/{secret}",
                    "If this tells you nothing, do nothing.",
                ],
                clock.GetUtcNow()
            )
        );
        await db.SaveChangesAsync();
        return true;
    }

    /// <summary>Mails a link to who has forgotten a password; to nobody, and without a word, when there is no such account.</summary>
    public async Task ForgottenAsync(string email, string address)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        if (
            !mail.Value.IsSet
            || await people.FindByEmailAsync(email) is not { ClosedAt: null } person
            || !await people.IsInRoleAsync(person, Roles.Teacher)
            || await db.PasswordLinks.CountAsync(link => link.PersonId == person.Id && link.CreatedAt > now.AddHours(-1)) >= LinksAnHour
        )
        {
            return;
        }

        var secret = await LinkAsync(db, person, ForgottenLasts, keepsOthers: true);
        db.Mails.Add(
            MailPlan.MailTo(
                $"forgotten {FrameSessions.HashOf(secret)}",
                person.Email!,
                person.DisplayName,
                "A new password for Zesty Slate",
                [
                    $"Somebody asked for a new password for your account, {person.DisplayName}. Set it here; the link is good for an hour and works once:",
                    $"{address}/welcome/{secret}",
                    "If it was not you, do nothing: your password stays as it is.",
                ],
                now
            )
        );
        await db.SaveChangesAsync();
    }

    /// <summary>Makes an account for who registers by themselves, and mails its owner the link that opens it. Who has one already is mailed
    /// a link for a new password instead.</summary>
    public async Task RegisterAsync(string name, string email, string address)
    {
        if (await people.FindByEmailAsync(email) is not null)
        {
            await ForgottenAsync(email, address);
            return;
        }

        if (await InviteAsync(name, email, school: null) is { Succeeded: true, Value: var (person, secret) })
        {
            await using var db = await open.CreateDbContextAsync();
            db.Mails.Add(
                MailPlan.MailTo(
                    $"registered {FrameSessions.HashOf(secret)}",
                    person.Email!,
                    person.DisplayName,
                    "Your account at Zesty Slate",
                    [
                        $"Welcome, {person.DisplayName}. Set your password here; the link is good for {InviteLasts.TotalDays:0} days and works once:",
                        $"{address}/welcome/{secret}",
                        "If you did not ask for it, do nothing.",
                    ],
                    clock.GetUtcNow()
                )
            );
            await db.SaveChangesAsync();
        }
    }

    /// <summary>Whose link it is while it is good, or null.</summary>
    public async Task<Person?> WhoseAsync(string secret)
    {
        await using var db = await open.CreateDbContextAsync();
        var (hash, now) = (FrameSessions.HashOf(secret), clock.GetUtcNow());
        return
            await db
                .PasswordLinks.Where(link => link.TokenHash == hash && link.ExpiresAt > now)
                .Select(link => link.PersonId)
                .SingleOrDefaultAsync()
                is { } whose
            && await people.FindByIdAsync(whose) is { ClosedAt: null } person
            ? person
            : null;
    }

    /// <summary>Sets the password by a link, which is used up; every session of the account ends. Who has a second factor signs in with it
    /// then. Why it cannot be, in words, or null.</summary>
    public async Task<string?> SetByLinkAsync(string secret, string password)
    {
        if (await WhoseAsync(secret) is not { } person)
        {
            return "This link is good no more. Ask for another.";
        }

        if (await SetAsync(person, password) is { } refusal)
        {
            return refusal;
        }

        await using var db = await open.CreateDbContextAsync();
        await db.PasswordLinks.Where(link => link.PersonId == person.Id).ExecuteDeleteAsync();
        if (!person.TwoFactorEnabled)
        {
            await sessions.BeginAsync(person, stays: true);
        }

        return null;
    }

    /// <summary>Changes the password of who is signed in; all their other sessions end. Why it cannot be, in words, or null.</summary>
    public async Task<string?> ChangeAsync(Person person, string old, string password)
    {
        if (!await people.CheckPasswordAsync(person, old))
        {
            return "The present password is another.";
        }

        if (old == password)
        {
            return "The new password is the old one.";
        }

        if (await SetAsync(person, password) is { } refusal)
        {
            return refusal;
        }

        await sessions.BeginAsync(person, stays: true);
        return null;
    }

    /// <summary>Closes an account: its owner is signed out everywhere and signs in no more. What it made stays and can be handed over.</summary>
    public async Task CloseAsync(Person person, bool close)
    {
        await using var db = await open.CreateDbContextAsync();
        person.ClosedAt = close ? clock.GetUtcNow() : null;
        await people.UpdateAsync(person);
        if (close)
        {
            await sessions.EndAllAsync(person.Id);
            await db.PasswordLinks.Where(link => link.PersonId == person.Id).ExecuteDeleteAsync();
        }
    }

    /// <summary>Hands everything that is somebody's (activities, media, classes, phrases) over to another teacher.</summary>
    public async Task HandOverAsync(string fromId, string toId)
    {
        await using var db = await open.CreateDbContextAsync();
        await db.SaveTogetherAsync(async () =>
        {
            await db
                .ActivityColleagues.Where(one =>
                    one.PersonId == toId && db.Activities.Any(a => a.Id == one.ActivityId && a.OwnerId == fromId)
                )
                .ExecuteDeleteAsync();
            await db.Activities.Where(one => one.OwnerId == fromId).ExecuteUpdateAsync(set => set.SetProperty(one => one.OwnerId, toId));
            await db.MediaItems.Where(one => one.OwnerId == fromId).ExecuteUpdateAsync(set => set.SetProperty(one => one.OwnerId, toId));
            await db.Classes.Where(one => one.TeacherId == fromId).ExecuteUpdateAsync(set => set.SetProperty(one => one.TeacherId, toId));
            await db.Phrases.Where(one => one.OwnerId == fromId).ExecuteUpdateAsync(set => set.SetProperty(one => one.OwnerId, toId));
        });
    }

    /// <summary>Removes an account for good, after what is its own was handed over to another teacher.</summary>
    public async Task RemoveAsync(Person person, string heirId)
    {
        await using var db = await open.CreateDbContextAsync();
        await HandOverAsync(person.Id, heirId);
        await sessions.EndAllAsync(person.Id);
        await db.CourseSitePeople.Where(one => one.PersonId == person.Id).ExecuteDeleteAsync();
        await db.AccountLinks.Where(one => one.PersonId == person.Id).ExecuteDeleteAsync();
        await db.ActivityColleagues.Where(one => one.PersonId == person.Id).ExecuteDeleteAsync();
        await db.PasswordLinks.Where(one => one.PersonId == person.Id).ExecuteDeleteAsync();
        await people.DeleteAsync(person);
    }

    /// <summary>Other rights, at once: every session ends, and the next one has them.</summary>
    public async Task SetKeeperAsync(Person person, bool keeper)
    {
        await (keeper ? people.AddToRoleAsync(person, Roles.Keeper) : people.RemoveFromRoleAsync(person, Roles.Keeper));
        await sessions.EndAllAsync(person.Id);
    }

    /// <summary>True when this is the only keeper whose account is open.</summary>
    public async Task<bool> IsLastKeeperAsync(Person person) =>
        (await people.GetUsersInRoleAsync(Roles.Keeper)).Where(keeper => keeper.ClosedAt is null).Select(keeper => keeper.Id).ToList()
            is [var only]
        && only == person.Id;

    private async Task<string?> SetAsync(Person person, string password)
    {
        foreach (var validator in people.PasswordValidators)
        {
            if (await validator.ValidateAsync(people, person, password) is { Succeeded: false })
            {
                return $"A password has at least {people.Options.Password.RequiredLength} characters.";
            }
        }

        person.PasswordHash = people.PasswordHasher.HashPassword(person, password);
        person.MustSetPassword = false;
        person.SecurityStamp = Ids.Secret();
        await people.UpdateAsync(person);
        await sessions.EndAllAsync(person.Id);
        return null;
    }

    private async Task<string> LinkAsync(SlateDb db, Person person, TimeSpan lasts, bool keepsOthers = false)
    {
        var (secret, now) = (Ids.Secret(), clock.GetUtcNow());
        await db
            .PasswordLinks.Where(link => link.ExpiresAt < now.AddHours(-1) || (!keepsOthers && link.PersonId == person.Id))
            .ExecuteDeleteAsync();
        db.PasswordLinks.Add(
            new PasswordLink
            {
                TokenHash = FrameSessions.HashOf(secret),
                PersonId = person.Id,
                ExpiresAt = now + lasts,
                CreatedAt = now,
            }
        );
        await db.SaveChangesAsync();
        return secret;
    }
}
