using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Identity;

/// <summary>
/// Sign-ins that learners of classes have of their own: passkeys, and a password with a sign-in name. They open what the class code and
/// the door open, without either; whoever teaches the class takes them away.
/// </summary>
public sealed class OwnSignIns(IDbContextFactory<SlateDb> open, UserManager<Person> people, Passkeys passkeys, Sessions sessions)
{
    /// <summary>The fewest signs of a sign-in name.</summary>
    public const int ShortestName = 3;

    /// <summary>The most signs of a sign-in name.</summary>
    public const int LongestName = 40;

    /// <summary>The learner of a class who has this id, or null for anybody else: teachers have accounts.</summary>
    public async Task<Person?> LearnerAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return
            await db.Enrolments.AnyAsync(one => one.PersonId == personId) && await people.FindByIdAsync(personId) is { Email: null } person
            ? person
            : null;
    }

    /// <summary>True when somebody can sign in by themselves.</summary>
    public async Task<bool> HasAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Users.AnyAsync(person =>
            person.Id == personId && (person.PasswordHash != null || db.UserPasskeys.Any(passkey => passkey.UserId == personId))
        );
    }

    /// <summary>Sets a password and the name it goes with. Why it cannot be, or null.</summary>
    /// <param name="learner">Whose.</param>
    /// <param name="name">The sign-in name.</param>
    /// <param name="present">The password there is; passed over where there is none.</param>
    /// <param name="password">The new password.</param>
    /// <param name="again">The new password once more.</param>
    public async Task<Reason?> SetPasswordAsync(Person learner, string name, string present, string password, string again)
    {
        name = name.Trim();
        if (learner.PasswordHash is not null && !await people.CheckPasswordAsync(learner, present))
        {
            return Reason.Of("presentWrong");
        }

        if (name.Length is < ShortestName or > LongestName || !name.All(sign => char.IsLetterOrDigit(sign) || sign is '.' or '-' or '_'))
        {
            return Reason.Of("signInNameSigns", ShortestName, LongestName);
        }

        if (password != again)
        {
            return Reason.Of("passwordTwoWays");
        }

        if (await people.FindByNameAsync(name) is { } other && other.Id != learner.Id)
        {
            return Reason.Of("signInNameTaken");
        }

        foreach (var validator in people.PasswordValidators)
        {
            if (await validator.ValidateAsync(people, learner, password) is { Succeeded: false })
            {
                return Reason.Of("passwordShort", people.Options.Password.RequiredLength);
            }
        }

        (learner.UserName, learner.PasswordHash) = (name, people.PasswordHasher.HashPassword(learner, password));
        return (await people.UpdateAsync(learner)).Succeeded ? null : Reason.Of("signInNameTaken");
    }

    /// <summary>Takes one passkey away.</summary>
    public Task TakePasskeyAsync(Person learner, byte[] credential) => people.RemovePasskeyAsync(learner, credential);

    /// <summary>Takes the password away, and frees its name.</summary>
    public async Task TakePasswordAsync(Person learner)
    {
        (learner.UserName, learner.PasswordHash) = (Ids.Secret(), null);
        await people.UpdateAsync(learner);
    }

    /// <summary>Takes everything away by which a learner signs in alone, and ends where they are signed in. Accounts stay as they are.</summary>
    public async Task ForgetAsync(string personId)
    {
        if (await people.FindByIdAsync(personId) is not { Email: null } learner)
        {
            return;
        }

        foreach (var passkey in await passkeys.OfAsync(learner))
        {
            await people.RemovePasskeyAsync(learner, passkey.CredentialId);
        }

        if (learner.PasswordHash is not null)
        {
            await TakePasswordAsync(learner);
        }

        await sessions.EndAllAsync(personId);
    }
}
