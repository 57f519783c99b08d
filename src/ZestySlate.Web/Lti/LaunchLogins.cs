using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>Keeps the sign-ins that course sites have begun, until their launches have come, or they are too old.</summary>
public sealed class LaunchLogins(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    /// <summary>How long a sign-in waits for its launch.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromMinutes(10);

    /// <summary>The registration that is meant: by issuer, and by client id where the issuer has several; or why there is none.</summary>
    public async Task<(CourseSiteRecord? Site, string? Problem)> SiteAsync(string? issuer, string? clientId)
    {
        await using var db = await open.CreateDbContextAsync();
        var sites = await db.CourseSites.AsNoTracking().Where(site => site.Issuer == issuer && site.ArchivedAt == null).ToListAsync();
        return sites.Count == 0 ? (null, "ltiUnknownSite")
            : clientId is null
                ? sites.Count == 1 ? (sites[0], null)
                    : (null, "ltiWhichClient")
            : sites.SingleOrDefault(site => site.ClientId == clientId) is { } site ? (site, null)
            : (null, "ltiUnknownClient");
    }

    /// <summary>The course site of a sign-in, also when it is archived; null when it is gone.</summary>
    public async Task<CourseSiteRecord?> SiteOfAsync(CourseSiteLogin login)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.CourseSites.AsNoTracking().SingleOrDefaultAsync(site => site.Id == login.CourseSiteId);
    }

    /// <summary>Begins to wait; what waited too long is gone.</summary>
    public async Task BeginAsync(CourseSiteLogin login)
    {
        await using var db = await open.CreateDbContextAsync();
        login.ExpiresAt = clock.GetUtcNow() + Lasts;
        await db.CourseSiteLogins.Where(old => old.ExpiresAt <= clock.GetUtcNow()).ExecuteDeleteAsync();
        db.CourseSiteLogins.Add(login);
        await db.SaveChangesAsync();
    }

    /// <summary>Uses a sign-in up for its launch; false when another launch has.</summary>
    public async Task<bool> UseAsync(CourseSiteLogin login)
    {
        await using var db = await open.CreateDbContextAsync();

        // One statement decides, so that two launches at once cannot both use it.
        return await db
                .CourseSiteLogins.Where(one => one.State == login.State && !one.NonceUsed)
                .ExecuteUpdateAsync(set => set.SetProperty(one => one.NonceUsed, true)) == 1;
    }

    /// <summary>Keeps a valid launch until the browser has proved that the sign-in was begun in it.</summary>
    public async Task HoldAsync(CourseSiteLogin login, Launch launch)
    {
        await using var db = await open.CreateDbContextAsync();
        var held = JsonSerializer.Serialize(launch);
        await db
            .CourseSiteLogins.Where(one => one.State == login.State)
            .ExecuteUpdateAsync(set => set.SetProperty(one => one.PendingLaunch, held));
    }

    /// <summary>The launch that waits for a browser's proof, once; null without one, with another proof, and when it waited too long.</summary>
    public async Task<Launch?> ProvedAsync(string state, string proof)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        var waits = db.CourseSiteLogins.Where(one =>
            one.State == state && one.Nonce == proof && one.PendingLaunch != null && one.ExpiresAt > now
        );
        var held = await waits.Select(one => one.PendingLaunch).SingleOrDefaultAsync();

        // One statement decides, so that two proofs at once do not both let in.
        return held is not null && await waits.ExecuteUpdateAsync(set => set.SetProperty(one => one.PendingLaunch, (string?)null)) == 1
            ? JsonSerializer.Deserialize<Launch>(held)
            : null;
    }

    /// <summary>A sign-in that was begun; null where it was not, or waited too long.</summary>
    public async Task<CourseSiteLogin?> FindAsync(string state)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        return await db.CourseSiteLogins.AsNoTracking().SingleOrDefaultAsync(one => one.State == state && one.ExpiresAt > now);
    }
}
