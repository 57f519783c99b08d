using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.Mails;

/// <summary>What was mailed, what waits, what was refused.</summary>
public sealed class MailStore(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    /// <summary>What waits first, then the newest.</summary>
    public async Task<IReadOnlyList<MailRecord>> ListAsync(int most)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Mails.AsNoTracking()
            .OrderBy(mail => mail.SentAt != null)
            .ThenByDescending(mail => mail.Id)
            .Take(most)
            .ToListAsync();
    }

    /// <summary>How many wait.</summary>
    public async Task<int> WaitingAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Mails.CountAsync(mail => mail.SentAt == null && !mail.Refused);
    }

    /// <summary>Lets everything be tried again that waits or was refused.</summary>
    public async Task TryAgainAsync()
    {
        var now = clock.GetUtcNow();
        await using var db = await open.CreateDbContextAsync();
        await db
            .Mails.Where(mail => mail.SentAt == null)
            .ExecuteUpdateAsync(set => set.SetProperty(mail => mail.NextTry, now).SetProperty(mail => mail.Refused, false));
    }
}
