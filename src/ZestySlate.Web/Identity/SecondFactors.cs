using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Storage;
using ZestySlate.Storage.People;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Identity;

/// <summary>
/// A second factor beside the password: codes that an app makes anew every half minute (TOTP, RFC 6238), and ten recovery codes
/// that are good once each. A code is taken once (RFC 6238, 5.2), and a few wrong ones are all that are let through.
/// </summary>
public sealed class SecondFactors(
    SlateDb db, UserManager<Person> people, IUserStore<Person> store, Sessions sessions, IMemoryCache memory, IDataProtectionProvider protection, Installation installation)
{
    /// <summary>So many wrong codes for one account are let through in <see cref="Window"/>, from anywhere: whoever gives one knows the password.</summary>
    public const int WrongCodes = 8;

    private const int RecoveryCodes = 10;

    private static readonly TimeSpan Window = TimeSpan.FromMinutes(15), TicketLasts = TimeSpan.FromMinutes(10);

    /// <summary>Longer than any code is taken.</summary>
    private static readonly TimeSpan CodeLasts = TimeSpan.FromMinutes(5);

    private static readonly SemaphoreSlim OneCode = new(1, 1);

    private readonly IUserAuthenticatorKeyStore<Person> _keys = (IUserAuthenticatorKeyStore<Person>)store;

    private readonly ITimeLimitedDataProtector _tickets = protection.CreateProtector("ZestySlate.SecondFactor").ToTimeLimitedDataProtector();

    /// <summary>A word that says who has given their password just now; the code is asked for next.</summary>
    public string TicketFor(Person person) => _tickets.Protect($"{person.Id} {person.SecurityStamp}", TicketLasts);

    /// <summary>Whose ticket it is; null when it is no ticket, too old, or the password was changed meanwhile.</summary>
    public async Task<Person?> WhoseAsync(string? ticket)
    {
        try
        {
            return _tickets.Unprotect(ticket ?? "").Split(' ', 2) is [var id, var stamp]
                && await people.FindByIdAsync(id) is { ClosedAt: null } person && person.SecurityStamp == stamp ? person : null;
        }
        catch (System.Security.Cryptography.CryptographicException)
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
            && await db.Users.AnyAsync(person => person.Id == personId && !person.TwoFactorEnabled && person.PasswordHash != null)
            && (who == SecondFactorFor.Everybody || await keepers.AnyAsync(role => role.UserId == personId));
    }

    /// <summary>True when no further code is taken for this account for a while.</summary>
    public bool IsTired(Person person) => Wrong(person).Value >= WrongCodes;

    /// <summary>True when a code is one that the app shows now, or a recovery code; it is used up.</summary>
    public async Task<bool> TakeAsync(Person person, string? typed)
    {
        // One after the other: of a code that is sent many times at once, one is the first.
        await OneCode.WaitAsync();
        try
        {
            return await TakeNextAsync(person, string.Concat((typed ?? "").Where(sign => !char.IsWhiteSpace(sign))));
        }
        finally
        {
            OneCode.Release();
        }
    }

    private async Task<bool> TakeNextAsync(Person person, string code)
    {
        var used = ("used code", person.Id, code);
        if (code.Length == 0 || IsTired(person) || memory.TryGetValue(used, out _))
        {
            return false;
        }

        if (await people.VerifyTwoFactorTokenAsync(person, TokenOptions.DefaultAuthenticatorProvider, code)
            || (person.TwoFactorEnabled && (await people.RedeemTwoFactorRecoveryCodeAsync(person, code)).Succeeded))
        {
            memory.Set(used, true, CodeLasts);
            memory.Remove(("wrong codes", person.Id));
            return true;
        }

        Wrong(person).Value++;
        return false;
    }

    /// <summary>The key that the app needs, in the letters of Base32; made at the first time, and anew after it was switched off.</summary>
    public async Task<string> KeyAsync(Person person)
    {
        if (await people.GetAuthenticatorKeyAsync(person) is { Length: > 0 } known)
        {
            return known;
        }

        // By the store, for looking at the page alone ends no session.
        var key = people.GenerateNewAuthenticatorKey();
        await _keys.SetAuthenticatorKeyAsync(person, key, default);
        await people.UpdateAsync(person);
        return key;
    }

    /// <summary>What the app reads from the QR code (the otpauth key URI in wide use).</summary>
    public static string AddressOf(string key, Person person)
    {
        const string here = "Zesty Slate";
        return $"otpauth://totp/{Uri.EscapeDataString($"{here}:{person.Email}")}?secret={key}&issuer={Uri.EscapeDataString(here)}";
    }

    /// <summary>Switches it on, once a code has shown that the app has the key; the recovery codes, or null.</summary>
    public async Task<IReadOnlyList<string>?> SwitchOnAsync(Person person, string? code)
    {
        if (!await TakeAsync(person, code))
        {
            return null;
        }

        await people.SetTwoFactorEnabledAsync(person, true);
        var codes = await NewRecoveryCodesAsync(person);
        await OnlyHereAsync(person);
        return codes;
    }

    /// <summary>New recovery codes; the old ones are good no more.</summary>
    public async Task<IReadOnlyList<string>> NewRecoveryCodesAsync(Person person) =>
        (await people.GenerateNewTwoFactorRecoveryCodesAsync(person, RecoveryCodes))!.ToList();

    /// <summary>Switches it off, and forgets its key and codes.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="byOwner">True when the owner does it, who stays signed in at this browser.</param>
    public async Task SwitchOffAsync(Person person, bool byOwner)
    {
        await people.SetTwoFactorEnabledAsync(person, false);
        await db.UserTokens.Where(token => token.UserId == person.Id).ExecuteDeleteAsync();
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
