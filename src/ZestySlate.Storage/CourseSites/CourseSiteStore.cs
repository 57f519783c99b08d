using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.CourseSites;

/// <summary>Registered course sites, what of them was refused, and whom they say to be whom.</summary>
public sealed class CourseSiteStore(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    /// <summary>All of them, by name.</summary>
    public async Task<IReadOnlyList<CourseSiteRecord>> AllAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.CourseSites.AsNoTracking().OrderBy(site => site.Name).ToListAsync();
    }

    /// <summary>One of them.</summary>
    public async Task<CourseSiteRecord> OneAsync(int id)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.CourseSites.AsNoTracking().SingleAsync(site => site.Id == id);
    }

    /// <summary>True when another than this one is registered by the issuer and the client id; one that was put away comes back when it is
    /// registered anew.</summary>
    public async Task<bool> IsTakenAsync(int? except, string issuer, string clientId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.CourseSites.AnyAsync(site =>
            site.Issuer == issuer && site.ClientId == clientId && (except == null ? site.ArchivedAt == null : site.Id != except)
        );
    }

    /// <summary>Registers a course site, or changes a registration: its people, their work and its grades stay with it. One that was put away
    /// under this issuer and client id comes back with all that belongs to it.</summary>
    public async Task KeepAsync(int? id, string issuer, string clientId, Action<CourseSiteRecord> write)
    {
        await using var db = await open.CreateDbContextAsync();
        var known = await db.CourseSites.SingleOrDefaultAsync(site =>
            id != null ? site.Id == id : site.Issuer == issuer && site.ClientId == clientId
        );
        if (known is null)
        {
            known = new CourseSiteRecord
            {
                Name = "",
                Issuer = "",
                ClientId = "",
                AuthorizationEndpoint = "",
                TokenEndpoint = "",
                KeySetUrl = "",
                Deployments = "",
            };
            db.CourseSites.Add(known);
        }

        write(known);
        known.ArchivedAt = id is null ? null : known.ArchivedAt;
        await db.SaveChangesAsync();
    }

    /// <summary>Puts a course site away, and ends who came from it; or brings it back.</summary>
    public async Task ArchiveAsync(int id, bool away)
    {
        await using var db = await open.CreateDbContextAsync();
        await db
            .CourseSites.Where(site => site.Id == id)
            .ExecuteUpdateAsync(set => set.SetProperty(site => site.ArchivedAt, away ? clock.GetUtcNow() : null));
        if (away)
        {
            await db.FrameSessions.Where(session => session.CourseSiteId == id).ExecuteDeleteAsync();
        }
    }

    /// <summary>Launches that were refused, the newest first.</summary>
    public async Task<IReadOnlyList<RefusedLaunch>> RefusedAsync(int most)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.RefusedLaunches.AsNoTracking().OrderByDescending(one => one.At).Take(most).ToListAsync();
    }

    /// <summary>Empties the list of refused launches.</summary>
    public async Task ForgetRefusedAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        await db.RefusedLaunches.ExecuteDeleteAsync();
    }

    /// <summary>Who of course sites may be the owner of an account, each with the name of its site.</summary>
    public async Task<IReadOnlyList<(AccountLink Link, string Site)>> ClaimsOfAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var found = await (
            from link in db.AccountLinks.AsNoTracking()
            join site in db.CourseSites on link.CourseSiteId equals site.Id
            where link.PersonId == personId
            select new { link, site.Name }
        ).ToListAsync();
        return found.Select(one => (one.link, one.Name)).ToList();
    }

    /// <summary>The owner of an account says whether somebody of a course site is they.</summary>
    /// <param name="siteId">The course site.</param>
    /// <param name="subject">Who it is there.</param>
    /// <param name="personId">The account's owner.</param>
    /// <param name="mine">True for yes: from then on they come in with the account.</param>
    /// <returns>Who they were before, whose things are to be handed over; null where nothing is.</returns>
    public async Task<string?> ClaimAsync(int siteId, string subject, string personId, bool mine)
    {
        await using var db = await open.CreateDbContextAsync();
        if (
            await db.AccountLinks.SingleOrDefaultAsync(one =>
                one.CourseSiteId == siteId && one.Subject == subject && one.PersonId == personId
            )
            is not { } link
        )
        {
            return null;
        }

        if (!mine)
        {
            // It stays known, so that it is not asked again: the account is nobody's else.
            link.PersonId = "";
            await db.SaveChangesAsync();
            return null;
        }

        if (await db.CourseSitePeople.SingleOrDefaultAsync(one => one.CourseSiteId == siteId && one.Subject == subject) is not { } person)
        {
            return null;
        }

        var before = person.PersonId;
        person.PersonId = personId;
        db.AccountLinks.Remove(link);
        await db.SaveChangesAsync();
        return before;
    }
}
