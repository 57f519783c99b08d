using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Core;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Identity;

/// <summary>
/// Passkeys (Web Authentication, Level 3): a key that stays in somebody's device and is opened there by a finger, a face or a
/// number. Signing in by one gives both factors at once, so nothing else is asked.
/// </summary>
public sealed class Passkeys(
    IDbContextFactory<SlateDb> open,
    UserManager<Person> people,
    IPasskeyHandler<Person> handler,
    IMemoryCache memory,
    IHttpContextAccessor http
)
{
    /// <summary>So many passkeys one account has at most.</summary>
    public const int Most = 10;

    /// <summary>The longest name of a passkey.</summary>
    public const int LongestName = 60;

    /// <summary>A device that answers has this long.</summary>
    private static readonly TimeSpan Window = TimeSpan.FromMinutes(5);

    /// <summary>What a browser hands to a device, and the ticket under which its answer is taken, once.</summary>
    /// <param name="Ticket">Belongs to this question alone.</param>
    /// <param name="Options">PublicKeyCredentialCreationOptionsJSON or PublicKeyCredentialRequestOptionsJSON (5.1.8, 5.1.9 of the standard).</param>
    public sealed record Question(string Ticket, JsonNode Options);

    /// <summary>Asks for a new passkey for somebody.</summary>
    public async Task<Question> AskForNewAsync(Person person)
    {
        var asked = await handler.MakeCreationOptionsAsync(
            new PasskeyUserEntity
            {
                Id = person.Id,
                Name = person.Email ?? person.DisplayName,
                DisplayName = person.DisplayName,
            },
            http.HttpContext!
        );
        return Keep(Purpose.New, asked.CreationOptionsJson, asked.AttestationState);
    }

    /// <summary>Asks whoever is there for the passkey that they have.</summary>
    public async Task<Question> AskAsync()
    {
        var asked = await handler.MakeRequestOptionsAsync(null, http.HttpContext!);
        return Keep(Purpose.SignIn, asked.RequestOptionsJson, asked.AssertionState);
    }

    /// <summary>Keeps the passkey that a device has made for somebody. Why it cannot be, or null.</summary>
    public async Task<Reason?> KeepAsync(Person person, string? ticket, string? credential, string name)
    {
        if (Taken(Purpose.New, ticket) is not { } state)
        {
            return Reason.Of("tookTooLong");
        }

        await using var db = await open.CreateDbContextAsync();
        if (await db.UserPasskeys.CountAsync(passkey => passkey.UserId == person.Id) >= Most)
        {
            return Reason.Of("passkeysMost", Most);
        }

        var made = await handler.PerformAttestationAsync(
            new PasskeyAttestationContext
            {
                HttpContext = http.HttpContext!,
                CredentialJson = credential ?? "",
                AttestationState = state,
            }
        );
        if (!made.Succeeded || made.UserEntity.Id != person.Id || await people.FindByPasskeyIdAsync(made.Passkey.CredentialId) is not null)
        {
            return Reason.Of("notAPasskey");
        }

        made.Passkey.Name = name.Cut(LongestName);
        return (await people.AddOrUpdatePasskeyAsync(person, made.Passkey)).Succeeded ? null : Reason.Of("couldNotBeKept");
    }

    /// <summary>Whose passkey answered a question; null when it is nobody's, the question is another or too old, or the account is closed.</summary>
    public async Task<Person?> WhoseAsync(string? ticket, string? credential)
    {
        if (Taken(Purpose.SignIn, ticket) is not { } state)
        {
            return null;
        }

        var given = await handler.PerformAssertionAsync(
            new PasskeyAssertionContext
            {
                HttpContext = http.HttpContext!,
                CredentialJson = credential ?? "",
                AssertionState = state,
            }
        );
        return given.Succeeded && given.User.ClosedAt is null && (await people.AddOrUpdatePasskeyAsync(given.User, given.Passkey)).Succeeded
            ? given.User
            : null;
    }

    /// <summary>Somebody's passkeys, the oldest first.</summary>
    public async Task<IReadOnlyList<UserPasskeyInfo>> OfAsync(Person person) =>
        (await people.GetPasskeysAsync(person)).OrderBy(passkey => passkey.CreatedAt).ToList();

    private Question Keep(Purpose purpose, string options, string? state)
    {
        var ticket = Ids.Secret();
        memory.Set((purpose, ticket), state, Window);
        return new Question(ticket, JsonNode.Parse(options)!);
    }

    private string? Taken(Purpose purpose, string? ticket)
    {
        var key = (purpose, ticket ?? "");
        lock (memory)
        {
            var state = memory.Get<string>(key);
            memory.Remove(key);
            return state;
        }
    }

    private enum Purpose
    {
        New,
        SignIn,
    }
}
