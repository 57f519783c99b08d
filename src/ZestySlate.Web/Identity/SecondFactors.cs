using System.Globalization;
using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.People;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Identity;

/// <summary>
/// A second factor beside the password: codes that an app makes anew every half minute (TOTP, RFC 6238), passkeys, and ten
/// recovery codes that are good once each. A code is taken once (RFC 6238, 5.2), and a few wrong ones are all that are let through.
/// </summary>
public sealed class SecondFactors(
    SlateDb db,
    UserManager<Person> people,
    IUserStore<Person> store,
    Sessions sessions,
    Passkeys passkeys,
    IMemoryCache memory,
    IDataProtectionProvider protection,
    Installation installation,
    TimeProvider clock
)
{
    /// <summary>So many wrong codes for one account are let through in <see cref="Window"/>, from anywhere: whoever gives one knows the password.</summary>
    public const int WrongCodes = 8;

    private const int RecoveryCodes = 10;

    /// <summary>Among a person's tokens: the codes of the app that were taken last, each with its time.</summary>
    private const string Provider = "ZestySlate",
        UsedCodes = "UsedCodes";

    private static readonly TimeSpan Window = TimeSpan.FromMinutes(15),
        TicketLasts = TimeSpan.FromMinutes(10),
        KeyLasts = TimeSpan.FromHours(1);

    /// <summary>Longer than any code is taken.</summary>
    private static readonly TimeSpan CodeLasts = TimeSpan.FromMinutes(5);

    private readonly IUserAuthenticatorKeyStore<Person> _keys = (IUserAuthenticatorKeyStore<Person>)store;

    private readonly IUserAuthenticationTokenStore<Person> _tokens = (IUserAuthenticationTokenStore<Person>)store;

    private readonly ITimeLimitedDataProtector _tickets = protection
        .CreateProtector("ZestySlate.SecondFactor")
        .ToTimeLimitedDataProtector();

    private readonly ITimeLimitedDataProtector _newKeys = protection
        .CreateProtector("ZestySlate.SecondFactor.Key")
        .ToTimeLimitedDataProtector();

    /// <summary>A word that says who has given their password just now; the code is asked for next.</summary>
    public string TicketFor(Person person) => _tickets.Protect($"{person.Id} {person.SecurityStamp}", TicketLasts);

    /// <summary>Whose ticket it is; null when it is no ticket, too old, or the password was changed meanwhile.</summary>
    public async Task<Person?> WhoseAsync(string? ticket)
    {
        try
        {
            return
                _tickets.Unprotect(ticket ?? "").Split(' ', 2) is [var id, var stamp]
                && await people.FindByIdAsync(id) is { ClosedAt: null } person
                && person.SecurityStamp == stamp
                ? person
                : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    /// <summary>True when this account must have a second factor and has none.</summary>
    public async Task<bool> IsMissingAsync(string personId)
    {
        var who = installation.Set.SecondFactor;
        var keepers = db.UserRoles.Where(role => db.Roles.Any(known => known.Id == role.RoleId && known.Name == Roles.Keeper));
        return who != SecondFactorFor.Nobody
            && await db.Users.AnyAsync(person => person.Id == personId && !person.TwoFactorEnabled && person.Email != null)
            && (who == SecondFactorFor.Everybody || await keepers.AnyAsync(role => role.UserId == personId));
    }

    /// <summary>True when no further code is taken for this account for a while.</summary>
    public bool IsTired(Person person) => Wrong(person).Value >= WrongCodes;

    /// <summary>True when a code is one that the app shows now, or a recovery code; it is used up.</summary>
    public async Task<bool> TakeAsync(Person person, string? typed)
    {
        var code = string.Concat((typed ?? "").Where(sign => !char.IsWhiteSpace(sign)));
        if (code.Length == 0 || IsTired(person))
        {
            return false;
        }

        var (used, now) = (await UsedAsync(person), clock.GetUtcNow());
        var shown =
            used.All(one => one.Code != code)
            && await people.VerifyTwoFactorTokenAsync(person, TokenOptions.DefaultAuthenticatorProvider, code);
        if (shown)
        {
            await _tokens.SetTokenAsync(
                person,
                Provider,
                UsedCodes,
                string.Join(' ', used.Append((Code: code, At: now)).Select(one => $"{one.Code}@{one.At.ToUnixTimeSeconds()}")),
                default
            );
        }

        // Kept with the person's stamp: of a code that is sent many times at once, even to several processes, one is the first.
        if (
            shown
                ? (await people.UpdateAsync(person)).Succeeded
                : person.TwoFactorEnabled && (await people.RedeemTwoFactorRecoveryCodeAsync(person, code)).Succeeded
        )
        {
            memory.Remove(("wrong codes", person.Id));
            return true;
        }

        Interlocked.Increment(ref Wrong(person).Value);
        return false;
    }

    private async Task<IReadOnlyList<(string Code, DateTimeOffset At)>> UsedAsync(Person person)
    {
        var since = clock.GetUtcNow() - CodeLasts;
        return (await people.GetAuthenticationTokenAsync(person, Provider, UsedCodes) ?? "")
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(one => one.Split('@'))
            .Select(parts => (Code: parts[0], At: DateTimeOffset.FromUnixTimeSeconds(long.Parse(parts[1], CultureInfo.InvariantCulture))))
            .Where(one => one.At > since)
            .ToList();
    }

    /// <summary>True when an app for codes is set up.</summary>
    public async Task<bool> HasAppAsync(Person person) => await people.GetAuthenticatorKeyAsync(person) is { Length: > 0 };

    /// <summary>A key for an app that is about to be set up, in the letters of Base32, and the same sealed, for the page that shows it.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="sealedKey">The one that was shown before, sealed: it stays while it is good, for the app has read it.</param>
    public (string Key, string Sealed) KeyFor(Person person, string? sealedKey)
    {
        var key = Opened(person, sealedKey) ?? people.GenerateNewAuthenticatorKey();
        return (key, _newKeys.Protect($"{person.Id} {key}", KeyLasts));
    }

    private string? Opened(Person person, string? sealedKey)
    {
        try
        {
            return string.IsNullOrEmpty(sealedKey) || _newKeys.Unprotect(sealedKey).Split(' ') is not [var id, var key] || id != person.Id
                ? null
                : key;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    /// <summary>What the app reads from the QR code (the otpauth key URI in wide use).</summary>
    public static string AddressOf(string key, Person person)
    {
        const string here = "Zesty Slate";
        return $"otpauth://totp/{Uri.EscapeDataString($"{here}:{person.Email}")}?secret={key}&issuer={Uri.EscapeDataString(here)}";
    }

    /// <summary>Sets an app up, once a code has shown that it has the key. Null when the code or the key is another; else the recovery
    /// codes, none when there are some already.</summary>
    public async Task<IReadOnlyList<string>?> SetAppUpAsync(Person person, string? sealedKey, string? code)
    {
        if (Opened(person, sealedKey) is not { } key || await HasAppAsync(person))
        {
            return null;
        }

        // Saved with the code that shows it, or not at all.
        await _keys.SetAuthenticatorKeyAsync(person, key, default);
        if (await TakeAsync(person, code))
        {
            return await SwitchOnAsync(person);
        }

        db.ChangeTracker.Entries<IdentityUserToken<string>>()
            .Where(token => token.State != EntityState.Unchanged)
            .ToList()
            .ForEach(token => token.State = EntityState.Detached);
        return null;
    }

    /// <summary>Keeps a passkey. Why it cannot be, in words, or null; with the recovery codes, none when there are some already.</summary>
    public async Task<(string? Problem, IReadOnlyList<string> Codes)> AddPasskeyAsync(
        Person person,
        string? ticket,
        string? credential,
        string name
    ) =>
        await passkeys.KeepAsync(person, ticket, credential, name) is { } problem
            ? (Words.English.Say(problem), [])
            : (null, await SwitchOnAsync(person));

    /// <summary>Takes the app or one passkey away; with the last of them the second factor is off.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="passkey">Which passkey, or null for the app.</param>
    public async Task TakeAwayAsync(Person person, byte[]? passkey)
    {
        if (passkey is null)
        {
            await _keys.SetAuthenticatorKeyAsync(person, "", default);
            await people.UpdateAsync(person);
        }
        else
        {
            await people.RemovePasskeyAsync(person, passkey);
        }

        if (await HasAppAsync(person) || (await passkeys.OfAsync(person)).Count > 0)
        {
            await OnlyHereAsync(person);
        }
        else
        {
            await SwitchOffAsync(person, byOwner: true);
        }
    }

    /// <summary>From now on the password alone opens nothing. The recovery codes, where there were none.</summary>
    private async Task<IReadOnlyList<string>> SwitchOnAsync(Person person)
    {
        var isFirst = !person.TwoFactorEnabled;
        await people.SetTwoFactorEnabledAsync(person, true);
        var codes = isFirst ? await NewRecoveryCodesAsync(person) : [];
        await OnlyHereAsync(person);
        return codes;
    }

    /// <summary>New recovery codes; the old ones are good no more.</summary>
    public async Task<IReadOnlyList<string>> NewRecoveryCodesAsync(Person person) =>
        (await people.GenerateNewTwoFactorRecoveryCodesAsync(person, RecoveryCodes))!.ToList();

    /// <summary>Switches it off, and forgets the app, the passkeys and the codes.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="byOwner">True when the owner does it, who stays signed in at this browser.</param>
    public async Task SwitchOffAsync(Person person, bool byOwner)
    {
        await people.SetTwoFactorEnabledAsync(person, false);
        await SecondFactorRows.ForgetAsync(db, person.Id);
        if (byOwner)
        {
            await OnlyHereAsync(person);
        }
        else
        {
            await sessions.EndAllAsync(person.Id);
        }
    }

    private async Task OnlyHereAsync(Person person)
    {
        await sessions.EndAllAsync(person.Id);
        await sessions.BeginAsync(person, stays: true);
    }

    private Counter Wrong(Person person) => memory.GetOrCreate(("wrong codes", person.Id), entry =>
        {
            entry.AbsoluteExpirationRelativeToNow = Window;
            return new Counter();
        })!;
}

/// <summary>Counts tries, from many requests at once.</summary>
internal sealed class Counter
{
    public int Value;
}
