using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Sends scores to course sites, each in a lane of its own beside the others, so that none waits for another. The queue lies
/// in the database and survives a restart.
/// </summary>
public sealed class ScoreSender(IDbContextFactory<SlateDb> open, IServiceScopeFactory scopes, TimeProvider clock)
{
    private readonly ConcurrentDictionary<int, Task<int>> _lanes = new();

    /// <summary>Sends what is due and waits for it. Returns how many were taken.</summary>
    public async Task<int> SendDueAsync(CancellationToken stop)
    {
        await StartAsync(stop);
        return (await Task.WhenAll(_lanes.Values)).Sum();
    }

    /// <summary>
    /// Starts a lane for each course site that something is due at, unless its lane is still at work. What failed in a lane that
    /// has ended (the storage, not a course site) is thrown.
    /// </summary>
    public async Task StartAsync(CancellationToken stop)
    {
        var failed = new List<Exception>();
        foreach (var (site, lane) in _lanes.Where(one => one.Value.IsCompleted).ToList())
        {
            _lanes.TryRemove(site, out _);
            if (lane.Exception is { } problem)
            {
                failed.Add(problem.GetBaseException());
            }
        }

        await using var db = await open.CreateDbContextAsync(stop);
        var now = clock.GetUtcNow();
        var due = db.ScoreDeliveries.Due(now).Select(d => d.CourseSiteId).Distinct();
        foreach (
            var site in await db.CourseSites.Where(s => s.ArchivedAt == null && due.Contains(s.Id)).Select(s => s.Id).ToListAsync(stop)
        )
        {
            _ = _lanes.GetOrAdd(site, id => Task.Run(() => RunAsync(id, stop), stop));
        }

        if (failed.Count > 0)
        {
            throw failed[0];
        }
    }

    private async Task<int> RunAsync(int siteId, CancellationToken stop)
    {
        await using var scope = scopes.CreateAsyncScope();
        return await scope.ServiceProvider.GetRequiredService<ScoreLane>().RunAsync(siteId, stop);
    }
}
