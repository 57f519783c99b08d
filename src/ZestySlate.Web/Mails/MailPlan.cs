using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.Mails;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Mails;

/// <summary>
/// Works out which mails assignments are to send and puts them on their way, each once: what a mail is about is its key, so
/// a crash between two of them goes on where it was.
/// </summary>
public sealed class MailPlan(
    IDbContextFactory<SlateDb> contexts,
    ActivityStore activities,
    IOptionsSnapshot<MailSettings> settings,
    TimeProvider clock
)
{
    /// <summary>How long before it is due somebody is reminded.</summary>
    private static readonly TimeSpan Ahead = TimeSpan.FromDays(1);

    /// <summary>How long after it has ended an assignment is looked at when nothing more was handed in or returned.</summary>
    private static readonly TimeSpan Lately = TimeSpan.FromDays(30);

    /// <summary>Puts what is due on its way. Returns how many mails that were.</summary>
    public async Task<int> PlanAsync()
    {
        if (!settings.Value.IsSet)
        {
            return 0;
        }

        var now = clock.GetUtcNow();
        var planned = 0;
        var lately = now - Lately;
        await using var db = await contexts.CreateDbContextAsync();
        var open = await db
            .Assignments.AsNoTracking()
            .Where(a =>
                a.ClassId != null && a.Mails != AssignmentMails.None && !a.Withdrawn && !a.KeptBack && (a.From == null || a.From <= now)
            )
            .Where(a =>
                (a.Until ?? a.Due) == null
                || (a.Until ?? a.Due) > lately
                || db.AssignmentExceptions.Any(e => e.AssignmentId == a.Id && e.ExtraDays > 0)
                || db.Attempts.Any(attempt => attempt.AssignmentId == a.Id && (attempt.HandedInAt > lately || attempt.ReturnedAt > lately))
            )
            .ToListAsync();
        await OneByOne.AllAsync(open, async given => planned += await PlanAsync(given, now));
        return planned;
    }

    /// <summary>In a context of its own: what of another one could not be stored is not tried again with this one.</summary>
    private async Task<int> PlanAsync(AssignmentRecord given, DateTimeOffset now)
    {
        await using var db = await contexts.CreateDbContextAsync();
        var group = await db.Classes.AsNoTracking().SingleAsync(c => c.Id == given.ClassId);
        var teacher = await db.Users.AsNoTracking().SingleAsync(p => p.Id == group.TeacherId);
        var roster = await db.Enrolments.AsNoTracking().Where(e => e.ClassId == group.Id).ToDictionaryAsync(e => e.PersonId);
        var exceptions = await db
            .AssignmentExceptions.AsNoTracking()
            .Where(e => e.AssignmentId == given.Id)
            .ToDictionaryAsync(e => e.PersonId);
        var attempts = await db.Attempts.AsNoTracking().Where(a => a.AssignmentId == given.Id && a.HandedInAt != null).ToListAsync();
        var prefix = $"{given.Id} ";
        var known = (await db.Mails.Where(mail => mail.Key.StartsWith(prefix)).Select(mail => mail.Key).ToListAsync()).ToHashSet();
        var newest = await activities.NewestEditionAsync(given.ActivityId);
        if (newest == 0)
        {
            return 0;
        }

        var words = activities.Edition(given.ActivityId, newest).Words;
        var planned = 0;
        void Mail(string about, string address, string name, string subject, params string[] lines)
        {
            if (address.Length > 0 && known.Add(prefix + about))
            {
                db.Mails.Add(MailTo(prefix + about, address, name, subject, lines, now));
                planned++;
            }
        }

        var handedIn = attempts.Select(a => a.PersonId).ToHashSet();
        var address = $"{settings.Value.Links.TrimEnd('/')}/a/{given.ActivityId}";
        foreach (
            var learner in roster.Values.Where(learner =>
                exceptions.GetValueOrDefault(learner.PersonId)?.Excused != true && !handedIn.Contains(learner.PersonId)
            )
        )
        {
            var times = given.TimesFor(exceptions.GetValueOrDefault(learner.PersonId)?.ExtraDays ?? 0);
            var due = times.DueForThem is { } at ? words.Say("mailDue", TimeIn(words, at)) : "";
            if (given.Mails.HasFlag(AssignmentMails.Set) && !times.IsOver(now))
            {
                Mail(
                    $"set {learner.PersonId}",
                    learner.Email,
                    learner.RosterName,
                    words.Say("mailSetSubject", given.Title),
                    words.Say("mailSet", teacher.DisplayName, given.Title),
                    due,
                    given.Instructions,
                    address
                );
            }

            if (given.Mails.HasFlag(AssignmentMails.Reminder) && times.DueForThem is { } end && now < end && now > end - Ahead)
            {
                Mail(
                    $"reminder {learner.PersonId}",
                    learner.Email,
                    learner.RosterName,
                    words.Say("mailReminderSubject", given.Title),
                    words.Say("mailReminder", given.Title),
                    due,
                    address
                );
            }
        }

        foreach (var attempt in attempts)
        {
            if (!roster.TryGetValue(attempt.PersonId, out var learner) || given.MailsSince is not { } since)
            {
                continue;
            }

            if (attempt.HandedInAt > since)
            {
                var when = TimeIn(words, attempt.HandedInAt!.Value);
                if (given.Mails.HasFlag(AssignmentMails.HandedIn))
                {
                    Mail(
                        $"handed {attempt.Id}",
                        learner.Email,
                        learner.RosterName,
                        words.Say("mailHandedInSubject", given.Title),
                        words.Say("mailHandedIn", given.Title, when)
                    );
                }

                if (given.Mails.HasFlag(AssignmentMails.HandedInToTeacher))
                {
                    Mail(
                        $"told {attempt.Id}",
                        teacher.Email ?? "",
                        teacher.DisplayName,
                        $"{learner.RosterName} handed in: {given.Title}",
                        $"{learner.RosterName} of {group.Name} handed in “{given.Title}”, {TimeIn(Words.English, attempt.HandedInAt.Value)}.",
                        $"{settings.Value.Links.TrimEnd('/')}/author/{given.ActivityId}/review/{attempt.Id}"
                    );
                }
            }

            if (attempt.ReturnedAt is { } returned && returned > since && given.Mails.HasFlag(AssignmentMails.Returned))
            {
                Mail(
                    $"returned {attempt.Id} {returned.UtcTicks}",
                    learner.Email,
                    learner.RosterName,
                    words.Say("mailReturnedSubject", given.Title),
                    words.Say("mailReturned", teacher.DisplayName, given.Title),
                    address
                );
            }
        }

        await db.SaveChangesAsync();
        return planned;
    }

    /// <summary>A mail of some paragraphs; empty ones are left out.</summary>
    internal static MailRecord MailTo(
        string key,
        string address,
        string name,
        string subject,
        IEnumerable<string> lines,
        DateTimeOffset now
    ) =>
        new()
        {
            Key = key,
            Address = address,
            Name = name,
            Subject = subject.ReplaceLineEndings(" "),
            Text = string.Join("\n\n", lines.Where(line => line.Length > 0)) + "\n",
            CreatedAt = now,
            NextTry = now,
        };

    private static string TimeIn(Words words, DateTimeOffset at) =>
        at.UtcDateTime.ToString("D", words.Culture) + at.UtcDateTime.ToString(", HH:mm 'UTC'", CultureInfo.InvariantCulture);
}
