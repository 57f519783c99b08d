using System.Globalization;
using System.Net.Mail;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Mails;

/// <summary>Mails the link of an activity to addresses that its teacher types. Nobody gets the same link twice on one day.</summary>
public sealed class LinkMails(IDbContextFactory<SlateDb> open, IOptionsSnapshot<MailSettings> settings, TimeProvider clock)
{
    /// <summary>The most addresses at once, and the most mails of one teacher on one day.</summary>
    public const int Most = 60,
        MostOfADay = 300;

    /// <summary>The longest words that go with it, in characters.</summary>
    public const int LongestWords = 1000;

    /// <summary>True when mails go out here.</summary>
    public bool Go => settings.Value.IsSet;

    /// <summary>Puts the mails on their way.</summary>
    /// <param name="by">Who sends them.</param>
    /// <param name="title">What the activity is called.</param>
    /// <param name="link">Its address.</param>
    /// <param name="typed">The addresses, parted by lines, commas, semicolons or spaces.</param>
    /// <param name="words">What the teacher says with it; may be empty.</param>
    /// <returns>How many are new on their way; or what is wrong, in words, and then none is.</returns>
    public async Task<Outcome<int>> SendAsync(Person by, string title, string link, string typed, string words)
    {
        var addresses = typed
            .Split(['\n', '\r', ',', ';', ' ', '\t'], StringSplitOptions.RemoveEmptyEntries)
            .Distinct(StringComparer.OrdinalIgnoreCase)
            .ToList();
        if (!Go || addresses.Count is 0 or > Most)
        {
            return Outcome<int>.Refused(
                !Go ? "No mail server is set up here, so nothing is mailed."
                : addresses.Count == 0 ? "Type an e-mail address."
                : $"Up to {Most} addresses at once; here are {addresses.Count}."
            );
        }

        if (addresses.FirstOrDefault(address => !MailAddress.TryCreate(address, out var read) || read.Address != address) is { } wrong)
        {
            return Outcome<int>.Refused($"“{wrong}” is not an e-mail address. Nothing was mailed.");
        }

        var now = clock.GetUtcNow();
        var today = string.Create(CultureInfo.InvariantCulture, $"link {by.Id} {now:yyyyMMdd} ");
        await using var db = await open.CreateDbContextAsync();
        var before = await db.Mails.Where(mail => mail.Key.StartsWith(today)).Select(mail => mail.Key).ToListAsync();
        var fresh = addresses.Where(address => !before.Contains($"{today}{link} {address.ToLowerInvariant()}")).ToList();
        if (before.Count + fresh.Count > MostOfADay)
        {
            return Outcome<int>.Refused($"Up to {MostOfADay} links a day; {before.Count} went today. Nothing was mailed.");
        }

        var said = words.ReplaceLineEndings("\n").Trim();
        foreach (var address in fresh)
        {
            db.Mails.Add(
                MailPlan.MailTo(
                    $"{today}{link} {address.ToLowerInvariant()}",
                    address,
                    address,
                    $"{by.DisplayName} sends you “{title}”",
                    [$"{by.DisplayName} sends you an activity: {title}.", .. said.Length > 0 ? new[] { said.Cut(LongestWords) } : [], link],
                    now
                )
            );
        }

        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            return Outcome<int>.Refused("They are on their way already, by another press.");
        }

        return fresh.Count;
    }
}
