using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.Keeping;

/// <summary>Deletes sessions in addresses that are over.</summary>
public sealed class OverSessions(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    /// <summary>Deletes them; returns how many there were.</summary>
    public async Task<int> DeleteAsync(CancellationToken stop)
    {
        var now = clock.GetUtcNow();
        await using var db = await open.CreateDbContextAsync(stop);
        return await db.FrameSessions.Where(session => session.ExpiresAt < now).ExecuteDeleteAsync(stop);
    }
}
