using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Sends the scores of one course site, one behind the other, and tries again with growing pauses until they are taken, or
/// until it is clear that they never will be. Of several scores of one learner in one column only the newest is sent, so that
/// no older one comes after it.
/// </summary>
internal sealed class ScoreLane(
    IDbContextFactory<SlateDb> open,
    AccessTokens tokens,
    CourseColumns columns,
    TimeProvider clock,
    ILogger<ScoreLane> log
)
{
    /// <summary>So many are read at once.</summary>
    private const int AtOnce = 100;

    private static readonly int[] PausesInSeconds = [5, 15, 60, 300, 900, 3600];

    /// <summary>Sends what is due at a course site, until nothing is, or it cannot be spoken with. Returns how many were taken.</summary>
    public async Task<int> RunAsync(int siteId, CancellationToken stop)
    {
        for (var taken = 0; ; )
        {
            var (some, goesOn) = await SomeAsync(siteId, stop);
            taken += some;
            if (!goesOn)
            {
                return taken;
            }
        }
    }

    /// <summary>Sends some of what is due. How many were taken, and whether there may be more that can be sent now.</summary>
    private async Task<(int Taken, bool GoesOn)> SomeAsync(int siteId, CancellationToken stop)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var site = await db.CourseSites.AsNoTracking().SingleAsync(s => s.Id == siteId, stop);
        var due = await NextAsync(db, siteId, stop);
        var taken = 0;
        foreach (var delivery in due)
        {
            var verdict = await IsOvertakenAsync(db, delivery, stop) ? null : await TryAsync(db, site, delivery, stop);
            delivery.DeliveredAt = verdict is null ? clock.GetUtcNow() : delivery.DeliveredAt;
            delivery.LastProblem = verdict is null ? "A newer score took its place." : delivery.LastProblem;
            await db.SaveChangesAsync(stop);
            taken += verdict?.Kind == ScoreVerdict.Means.Taken ? 1 : 0;
            if (verdict?.After is not null)
            {
                await LeaveAloneAsync(db, siteId, delivery.NextTry, stop);
            }

            if (verdict?.Kind == ScoreVerdict.Means.LaterAll)
            {
                return (taken, false);
            }
        }

        return (taken, due.Count > 0);
    }

    private Task<List<ScoreDelivery>> NextAsync(SlateDb db, int siteId, CancellationToken stop) =>
        db
            .ScoreDeliveries.Where(d => d.CourseSiteId == siteId)
            .Due(clock.GetUtcNow())
            .OrderBy(d => d.NextTry)
            .Take(AtOnce)
            .ToListAsync(stop);

    /// <summary>The course site said how long it wants to be left alone.</summary>
    private static Task<int> LeaveAloneAsync(SlateDb db, int siteId, DateTimeOffset until, CancellationToken stop) =>
        db
            .ScoreDeliveries.Where(d => d.CourseSiteId == siteId && d.DeliveredAt == null && d.NextTry < until)
            .ExecuteUpdateAsync(set => set.SetProperty(d => d.NextTry, until), stop);

    private static Task<bool> IsOvertakenAsync(SlateDb db, ScoreDelivery delivery, CancellationToken stop) =>
        db.ScoreDeliveries.AnyAsync(
            newer =>
                newer.CourseSiteId == delivery.CourseSiteId
                && newer.LineItemUrl == delivery.LineItemUrl
                && newer.Subject == delivery.Subject
                && newer.Id > delivery.Id,
            stop
        );

    private async Task<ScoreVerdict> TryAsync(SlateDb db, CourseSiteRecord site, ScoreDelivery delivery, CancellationToken stop)
    {
        delivery.Tries++;
        var verdict = await SendAsync(site, delivery, stop);
        if (verdict.Kind == ScoreVerdict.Means.ColumnGone && await MoveAsync(db, site, delivery, stop))
        {
            verdict = await SendAsync(site, delivery, stop);
        }

        var now = clock.GetUtcNow();
        delivery.LastProblem = verdict.Said;
        switch (verdict.Kind)
        {
            case ScoreVerdict.Means.Taken:
                delivery.DeliveredAt = now;
                return verdict;
            case ScoreVerdict.Means.Never or ScoreVerdict.Means.ColumnGone:
                delivery.StoppedAt = now;
                break;
            default:
                var pause = TimeSpan.FromSeconds(PausesInSeconds[Math.Min(delivery.Tries, PausesInSeconds.Length) - 1]);
                delivery.NextTry = now + (verdict.After > pause ? verdict.After.Value : pause);
                break;
        }

        Notices.ScoreNotTaken(log, delivery.Id, delivery.Tries, delivery.LastProblem, delivery.StoppedAt is null ? delivery.NextTry : null);
        return verdict;
    }

    private async Task<ScoreVerdict> SendAsync(CourseSiteRecord site, ScoreDelivery delivery, CancellationToken stop)
    {
        try
        {
            using var reply = await tokens.AskAsync(site, LtiNames.ScoreScope, () => ScorePayload.RequestOf(delivery), stop);
            return ScoreVerdict.Of((int)reply.StatusCode, reply.Headers.RetryAfter, clock.GetUtcNow());
        }
        catch (Exception problem) when (!stop.IsCancellationRequested && problem is not DbUpdateException)
        {
            // Whatever is wrong with this one, the others have nothing to do with it.
            return problem switch
            {
                NoTokenException token => new ScoreVerdict(ScoreVerdict.Means.LaterAll, "the course site " + token.Message),
                HttpRequestException or TaskCanceledException => new ScoreVerdict(
                    ScoreVerdict.Means.LaterAll,
                    "the course site does not answer"
                ),
                _ => new ScoreVerdict(ScoreVerdict.Means.Later, "the address that the course site gave for grades cannot be used"),
            };
        }
    }

    /// <summary>Takes the column that has come in the place of one that is gone; false when none has.</summary>
    private async Task<bool> MoveAsync(SlateDb db, CourseSiteRecord site, ScoreDelivery delivery, CancellationToken stop)
    {
        var gone = delivery.LineItemUrl;
        var assignment = await (
            from attempt in db.Attempts
            join given in db.Assignments on attempt.AssignmentId equals given.Id
            where attempt.Id == delivery.AttemptId
            select given
        ).SingleOrDefaultAsync(stop);
        if (assignment is null)
        {
            return false;
        }

        // The launch may have said meanwhile where grades go now.
        var found = assignment.LineItemUrl is { } named && named != gone ? named : await columns.FindAsync(site, assignment, gone, stop);
        if (found is null)
        {
            return false;
        }

        (delivery.LineItemUrl, assignment.LineItemUrl) = (found, found);
        return true;
    }
}

/// <summary>Questions about scores on their way.</summary>
internal static class ScoreQueries
{
    /// <summary>Those that may still be taken, and whose time has come.</summary>
    public static IQueryable<ScoreDelivery> Due(this IQueryable<ScoreDelivery> all, DateTimeOffset now) =>
        all.Where(d => d.DeliveredAt == null && d.StoppedAt == null && d.NextTry <= now);
}
