using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;

namespace ZestySlate.Web.Security;

/// <summary>Which sites may put our pages into a frame: the registered course sites. Read anew after a few seconds.</summary>
internal sealed class FrameAncestors(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    private static readonly TimeSpan Fresh = TimeSpan.FromSeconds(5);

    /// <summary>One reference, so that whoever reads while another writes gets one of both whole.</summary>
    private volatile Known? _known;

    private sealed record Known(string List, DateTimeOffset At);

    /// <summary>The list as the content security policy wants it.</summary>
    public async Task<string> GetAsync()
    {
        var now = clock.GetUtcNow();
        if (_known is not { } known || now - known.At > Fresh)
        {
            await using var db = await open.CreateDbContextAsync();
            var addresses = await db.CourseSites.AsNoTracking().Select(site => site.AuthorizationEndpoint).ToListAsync();
            known = new Known(
                string.Join(
                    ' ',
                    addresses.Select(address => new Uri(address).GetLeftPart(UriPartial.Authority)).Distinct().Prepend("'self'")
                ),
                now
            );
            _known = known;
        }

        return known.List;
    }
}
