using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Mails;
using ZestySlate.Storage.People;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Mails;

/// <summary>Lets learners of a class come in by a link that is mailed to the address on the roster.</summary>
public sealed class MailedLinks(IDbContextFactory<SlateDb> open, IOptionsSnapshot<MailSettings> settings, TimeProvider clock)
{
    /// <summary>So many links that are good still one learner is mailed; who asks for more is told the same and gets none.</summary>
    public const int MostAtOnce = 3;

    /// <summary>How long a link is good that a learner asks for.</summary>
    public static readonly TimeSpan Asked = TimeSpan.FromMinutes(20);

    /// <summary>How long a link is good that a teacher has mailed to a class: until the next lesson but one.</summary>
    public static readonly TimeSpan Handed = TimeSpan.FromDays(3);

    /// <summary>Puts a mail with a link on its way.</summary>
    /// <param name="learner">Who is to come in.</param>
    /// <param name="then">The activity to open afterwards, or null.</param>
    /// <param name="words">In the language of whoever asked for it.</param>
    /// <param name="lasts">How long it is good.</param>
    /// <returns>False where as many are on their way to the learner as may be.</returns>
    public async Task<bool> SendAsync(EnrolmentRecord learner, string? then, Words words, TimeSpan lasts)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        var secret = Ids.Secret();
        await db.MailedSignIns.Where(link => link.ExpiresAt < now).ExecuteDeleteAsync();
        if (await db.MailedSignIns.CountAsync(link => link.PersonId == learner.PersonId) >= MostAtOnce)
        {
            return false;
        }

        // Who writes is said: a link from nobody is what people are warned of.
        var group = await (
            from known in db.Classes
            join teacher in db.Users on known.TeacherId equals teacher.Id
            where known.Id == learner.ClassId
            select new
            {
                known.Name,
                Teacher = teacher.DisplayName,
                School = db.Schools.Where(school => school.Id == teacher.SchoolId).Select(school => school.Name).FirstOrDefault(),
            }
        ).SingleAsync();
        var from = string.IsNullOrEmpty(group.School) ? group.Teacher : $"{group.Teacher}, {group.School}";
        db.MailedSignIns.Add(
            new MailedSignIn
            {
                TokenHash = HashOf(secret),
                PersonId = learner.PersonId,
                ExpiresAt = now + lasts,
            }
        );
        db.Mails.Add(
            MailPlan.MailTo(
                $"come in {HashOf(secret)}",
                learner.Email,
                learner.RosterName,
                words.Say("mailComeInSubject", from, group.Name),
                [
                    words.Say("mailComeInWho", from, group.Name),
                    lasts < TimeSpan.FromDays(1)
                        ? words.Say("mailComeIn", learner.RosterName, (int)lasts.TotalMinutes)
                        : words.Say("mailComeInDays", learner.RosterName, (int)lasts.TotalDays),
                    $"{settings.Value.Links.TrimEnd('/')}/join/{secret}{(then is null ? "" : "?then=" + then)}",
                    words["mailNotAsked"],
                ],
                now
            )
        );
        await db.SaveChangesAsync();
        return true;
    }

    /// <summary>Whose link it is while it is good, or null.</summary>
    public async Task<Person?> WhoseAsync(string secret)
    {
        await using var db = await open.CreateDbContextAsync();
        var (hash, now) = (HashOf(secret), clock.GetUtcNow());
        return await db.Users.SingleOrDefaultAsync(person =>
            db.MailedSignIns.Any(link => link.TokenHash == hash && link.ExpiresAt > now && link.PersonId == person.Id)
        );
    }

    /// <summary>Uses the link up; null when it is good no more.</summary>
    public async Task<Person?> UseAsync(string secret)
    {
        await using var db = await open.CreateDbContextAsync();
        var person = await WhoseAsync(secret);
        var hash = HashOf(secret);
        return person is not null && await db.MailedSignIns.Where(link => link.TokenHash == hash).ExecuteDeleteAsync() == 1 ? person : null;
    }

    private static string HashOf(string secret) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(secret)));
}
