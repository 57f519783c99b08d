using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Lti;

/// <summary>Asks course sites what launches leave open: who belongs to a course, and which column is an assignment's. No page waits for it.</summary>
internal sealed class MembersLoop(LoopServices services)
    : Loop("Asking course sites who belongs to courses", TimeSpan.FromSeconds(2), services)
{
    /// <summary>So many in one turn of each kind.</summary>
    private const int Most = 20;

    protected override Task TurnAsync(IServiceProvider provider, CancellationToken stop) => AskDueAsync(provider, stop);

    /// <summary>Asks what is due, course sites beside each other.</summary>
    internal static async Task AskDueAsync(IServiceProvider provider, CancellationToken stop)
    {
        var (open, clock) = (provider.GetRequiredService<IDbContextFactory<SlateDb>>(), provider.GetRequiredService<TimeProvider>());
        var now = clock.GetUtcNow();
        await using var db = await open.CreateDbContextAsync(stop);
        var used = db
            .Assignments.AsNoTracking()
            .Where(a => db.CourseSites.Any(site => site.Id == a.CourseSiteId && site.ArchivedAt == null));
        var members = await used.Where(a => a.MembersNext <= now).OrderBy(a => a.MembersNext).Take(Most).ToListAsync(stop);
        var columns = await used.Where(a => a.ColumnNext <= now).OrderBy(a => a.ColumnNext).Take(Most).ToListAsync(stop);
        var scopes = provider.GetRequiredService<IServiceScopeFactory>();
        async Task WithAsync(Func<IServiceProvider, Task> work)
        {
            await using var scope = scopes.CreateAsyncScope();
            await work(scope.ServiceProvider);
        }

        var sites = members.Concat(columns).GroupBy(a => a.CourseSiteId);
        await Task.WhenAll(
            sites.Select(same =>
                WithAsync(async own =>
                {
                    foreach (var id in same.Where(members.Contains).Select(a => a.Id))
                    {
                        await own.GetRequiredService<Memberships>().RefreshAsync(id, stop);
                    }

                    foreach (var id in same.Where(columns.Contains).Select(a => a.Id))
                    {
                        await own.GetRequiredService<ColumnLookup>().LookAsync(id, stop);
                    }
                })
            )
        );
    }
}

/// <summary>Gives an assignment the column that its course site lists for it.</summary>
internal sealed class ColumnLookup(IDbContextFactory<SlateDb> open, CourseColumns columns, CourseScores scores)
{
    /// <summary>Looks for it once; the next launch asks again where none is found.</summary>
    public async Task LookAsync(int assignmentId, CancellationToken stop)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var assignment = await db.Assignments.SingleAsync(a => a.Id == assignmentId, stop);
        var site = await db.CourseSites.AsNoTracking().SingleAsync(s => s.Id == assignment.CourseSiteId, stop);
        assignment.ColumnNext = null;
        assignment.LineItemUrl ??= await columns.FindAsync(site, assignment, null, stop);
        await db.SaveChangesAsync(stop);
        if (assignment.LineItemUrl is not null)
        {
            await scores.QueueAllAsync(assignment);
        }
    }
}
