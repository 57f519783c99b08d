using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Lti;

/// <summary>Keeps launches that were refused for those who run the installation. The same again is counted; of all, the newest stay.</summary>
public sealed class RefusedLaunches(IDbContextFactory<SlateDb> open, TimeProvider clock, ILogger<RefusedLaunches> log)
{
    /// <summary>So many of registered course sites stay, and as many of others: nobody from outside pushes the former out.</summary>
    public const int Most = 100;

    private const int LongestDetail = 300;

    /// <summary>Keeps one.</summary>
    /// <param name="siteId">The course site, or null where none is registered for it.</param>
    /// <param name="reason">Why, as an entry of the words of pages.</param>
    /// <param name="detail">What was sent that was not expected.</param>
    public async Task KeepAsync(int? siteId, string reason, string detail)
    {
        detail = string.Concat(detail.Cut(LongestDetail).Select(letter => char.IsControl(letter) ? ' ' : letter));
        var now = clock.GetUtcNow();
        await using var db = await open.CreateDbContextAsync();
        var issuer = await db.CourseSites.Where(site => site.Id == siteId).Select(site => site.Issuer).SingleOrDefaultAsync();
        Notices.LaunchRefused(log, Notices.Plain(issuer ?? detail), Words.English[reason]);
        var again = await db
            .RefusedLaunches.Where(one => one.CourseSiteId == siteId && one.Reason == reason && one.Detail == detail)
            .ExecuteUpdateAsync(set => set.SetProperty(one => one.Times, one => one.Times + 1).SetProperty(one => one.At, now));
        if (again > 0)
        {
            return;
        }

        db.RefusedLaunches.Add(
            new RefusedLaunch
            {
                CourseSiteId = siteId,
                Reason = reason,
                Detail = detail,
                At = now,
            }
        );
        await db.SaveChangesAsync();
        var kind = db.RefusedLaunches.Where(one => one.CourseSiteId != null == (siteId != null));
        var old = await kind.OrderByDescending(one => one.At)
            .ThenByDescending(one => one.Id)
            .Skip(Most)
            .Select(one => one.Id)
            .ToListAsync();
        await db.RefusedLaunches.Where(one => old.Contains(one.Id)).ExecuteDeleteAsync();
    }
}
