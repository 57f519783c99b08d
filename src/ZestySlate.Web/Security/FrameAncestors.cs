using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;

namespace ZestySlate.Web.Security;

/// <summary>Which pages may hold ours in a frame: those of the course site that a session came from. Read anew after a few seconds.</summary>
public sealed class FrameAncestors(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    private static readonly TimeSpan Fresh = TimeSpan.FromSeconds(5);

    /// <summary>One reference, so that whoever reads while another writes gets one of both whole.</summary>
    private volatile Known? _known;

    private sealed record Known(IReadOnlyDictionary<int, string> Lists, DateTimeOffset At);

    /// <summary>The list of a course site, as the content security policy wants it; nobody for one that is not there.</summary>
    public async Task<string> OfAsync(int? siteId)
    {
        var now = clock.GetUtcNow();
        if (_known is not { } known || now - known.At > Fresh)
        {
            await using var db = await open.CreateDbContextAsync();
            var sites = await db.CourseSites.AsNoTracking().ToListAsync();
            known = new Known(
                sites.ToDictionary(site => site.Id, site => string.Join(' ', site.FramedBy.Prepend("'self'").Distinct())),
                now
            );
            _known = known;
        }

        return siteId is { } id && known.Lists.TryGetValue(id, out var list) ? list : "'self'";
    }

    /// <summary>Reads anew at once: a list has changed.</summary>
    public void Forget() => _known = null;
}
