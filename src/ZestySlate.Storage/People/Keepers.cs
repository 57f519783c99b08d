using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Storage.Sqlite;

namespace ZestySlate.Storage.People;

/// <summary>Makes keepers from the terminal, for who has lost the last one or sets up many installations.</summary>
public static class Keepers
{
    /// <summary>Makes an account a keeper's; when there is none of this address, makes one whose password must be changed at the first
    /// sign-in. Returns that password, or an empty one when the account was there.</summary>
    /// <param name="data">The data folder.</param>
    /// <param name="email">The address to sign in with.</param>
    /// <param name="name">How a new one is called.</param>
    /// <param name="now">The moment.</param>
    public static async Task<Outcome<string>> AddAsync(string data, string email, string name, DateTimeOffset now)
    {
        if (!email.Contains('@', StringComparison.Ordinal))
        {
            return Outcome<string>.Refused($"“{email}” is no e-mail address.");
        }

        Directory.CreateDirectory(data);
        await using var db = Provider.Open(Path.Combine(data, "zesty-slate.db"));
        await db.PrepareAsync();
        var normal = email.Trim().ToUpperInvariant();
        var password = "";
        var person = await db.Users.SingleOrDefaultAsync(known => known.NormalizedEmail == normal);
        if (person is null)
        {
            password = Ids.New(16);
            person = new Person
            {
                UserName = email.Trim(),
                NormalizedUserName = normal,
                Email = email.Trim(),
                NormalizedEmail = normal,
                DisplayName = name.Trim().Length > 0 ? name.Trim() : email.Trim(),
                CreatedAt = now,
                MustSetPassword = true,
                SecurityStamp = Ids.Secret(),
            };
            person.PasswordHash = new PasswordHasher<Person>().HashPassword(person, password);
            db.Users.Add(person);
        }

        // Whoever has the machine's terminal and has lost the phone comes in again.
        person.ClosedAt = null;
        person.TwoFactorEnabled = false;
        await SecondFactorRows.ForgetAsync(db, person.Id);
        foreach (var title in new[] { Roles.Teacher, Roles.Keeper })
        {
            var role = await db.Roles.SingleOrDefaultAsync(known => known.Name == title);
            if (role is null)
            {
                db.Roles.Add(role = new IdentityRole(title) { NormalizedName = title.ToUpperInvariant() });
            }

            if (!await db.UserRoles.AnyAsync(has => has.RoleId == role.Id && has.UserId == person.Id))
            {
                db.UserRoles.Add(new IdentityUserRole<string> { RoleId = role.Id, UserId = person.Id });
            }
        }

        await db.SaveChangesAsync();
        return password;
    }
}
