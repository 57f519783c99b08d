using System.Collections.Concurrent;
using System.Security.Claims;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Identity;

/// <summary>Which sessions are known to stand, for some seconds: so that not every picture asks the database.</summary>
public sealed class SessionMemory
{
    private readonly ConcurrentDictionary<string, DateTimeOffset> _good = new();

    internal bool IsGood(string id, DateTimeOffset now) => _good.TryGetValue(id, out var until) && until > now;

    internal void Keep(string id, DateTimeOffset until)
    {
        if (_good.Count > 50_000)
        {
            _good.Clear();
        }

        _good[id] = until;
    }

    internal void Forget(string id) => _good.TryRemove(id, out _);
}

/// <summary>
/// Signs people in, and ends their sessions at once wherever they are: signing out, closing or removing an account, another
/// password and other rights end every copy of the cookie, and every session in an address.
/// </summary>
public sealed class Sessions(
    IDbContextFactory<SlateDb> open,
    SignInManager<Person> signIn,
    SessionMemory memory,
    IHttpContextAccessor http,
    TimeProvider clock
)
{
    private const string ClaimType = "session";

    /// <summary>How long another process of the installation may go on with what this one has ended.</summary>
    private static readonly TimeSpan Fresh = TimeSpan.FromSeconds(10);

    private static readonly TimeSpan SeenEvery = TimeSpan.FromMinutes(5),
        Lasts = TimeSpan.FromDays(31);

    /// <summary>Signs somebody in at this browser.</summary>
    /// <param name="person">Who.</param>
    /// <param name="stays">True when it outlives the browser.</param>
    public async Task BeginAsync(Person person, bool stays) =>
        await signIn.SignInWithClaimsAsync(person, stays, [new Claim(ClaimType, await NewAsync(person.Id))]);

    /// <summary>The session of a signed-in person's cookie, or null.</summary>
    public static string? IdOf(ClaimsPrincipal user) => user.FindFirstValue(ClaimType) is { } secret ? FrameSessions.HashOf(secret) : null;

    /// <summary>Signs out at this browser, and in every copy of its cookie; in a frame, the session in the address.</summary>
    public async Task EndThisAsync()
    {
        await using var db = await open.CreateDbContextAsync();
        var context = http.HttpContext!;
        if (FrameSessionPath.SessionOf(context) is { } framed)
        {
            await db.FrameSessions.Where(session => session.TokenHash == framed.TokenHash).ExecuteDeleteAsync();
            return;
        }

        if (IdOf(context.User) is { } id)
        {
            await EndAsync(context.User.Id(), id);
        }

        await signIn.SignOutAsync();
    }

    /// <summary>Ends one session of a person.</summary>
    public async Task EndAsync(string personId, string id)
    {
        await using var db = await open.CreateDbContextAsync();
        await db.SignedInSessions.Where(session => session.Id == id && session.PersonId == personId).ExecuteDeleteAsync();
        memory.Forget(id);
    }

    /// <summary>Ends every session of a person, but one.</summary>
    public async Task EndAllAsync(string personId, string? but = null)
    {
        await using var db = await open.CreateDbContextAsync();
        var ids = await db
            .SignedInSessions.Where(session => session.PersonId == personId && session.Id != but)
            .Select(session => session.Id)
            .ToListAsync();
        await db.SignedInSessions.Where(session => ids.Contains(session.Id)).ExecuteDeleteAsync();
        await db.FrameSessions.Where(session => session.PersonId == personId).ExecuteDeleteAsync();
        ids.ForEach(memory.Forget);
    }

    /// <summary>Where a person is signed in, the latest first.</summary>
    public async Task<IReadOnlyList<SignedInSession>> OfAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .SignedInSessions.AsNoTracking()
            .Where(session => session.PersonId == personId)
            .OrderByDescending(session => session.SeenAt)
            .ToListAsync();
    }

    /// <summary>Looks whether the session of a cookie still stands; a cookie from before sessions were kept gets one.</summary>
    internal static async Task ValidateAsync(CookieValidatePrincipalContext context)
    {
        await SecurityStampValidator.ValidatePrincipalAsync(context);
        if (context.Principal is not { } principal)
        {
            return;
        }

        var sessions = context.HttpContext.RequestServices.GetRequiredService<Sessions>();
        if (IdOf(principal) is not { } id)
        {
            var known = principal.FindFirstValue(ClaimTypes.NameIdentifier);
            if (known is null || !await sessions.ExistsAsync(known))
            {
                await RejectAsync(context);
                return;
            }

            ((ClaimsIdentity)principal.Identity!).AddClaim(new Claim(ClaimType, await sessions.NewAsync(known)));
            context.ShouldRenew = true;
        }
        else if (!await sessions.StandsAsync(id))
        {
            await RejectAsync(context);
        }
    }

    /// <summary>The session stays the same when the framework makes the person's claims anew.</summary>
    internal static Task KeepAsync(SecurityStampRefreshingPrincipalContext context)
    {
        if (context.CurrentPrincipal?.FindFirst(ClaimType) is { } session && context.NewPrincipal?.Identity is ClaimsIdentity identity)
        {
            identity.AddClaim(session.Clone());
        }

        return Task.CompletedTask;
    }

    private static async Task RejectAsync(CookieValidatePrincipalContext context)
    {
        context.RejectPrincipal();
        await context.HttpContext.SignOutAsync(IdentityConstants.ApplicationScheme);
    }

    private async Task<bool> ExistsAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Users.AnyAsync(person => person.Id == personId && person.ClosedAt == null);
    }

    /// <summary>True while a session stands.</summary>
    public async Task<bool> StandsAsync(string id)
    {
        var now = clock.GetUtcNow();
        if (memory.IsGood(id, now))
        {
            return true;
        }

        await using var db = await open.CreateDbContextAsync();
        var known = await db
            .SignedInSessions.AsNoTracking()
            .Where(session => session.Id == id)
            .Select(session => (DateTimeOffset?)session.SeenAt)
            .SingleOrDefaultAsync();
        if (known is not { } seen)
        {
            return false;
        }

        if (now - seen > SeenEvery)
        {
            await db
                .SignedInSessions.Where(session => session.Id == id)
                .ExecuteUpdateAsync(set => set.SetProperty(session => session.SeenAt, now));
        }

        memory.Keep(id, now + Fresh);
        return true;
    }

    /// <summary>A new session; returns its secret.</summary>
    private async Task<string> NewAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var (secret, now) = (Ids.Secret(), clock.GetUtcNow());
        await db.SignedInSessions.Where(session => session.SeenAt < now - Lasts).ExecuteDeleteAsync();
        db.SignedInSessions.Add(
            new SignedInSession
            {
                Id = FrameSessions.HashOf(secret),
                PersonId = personId,
                BeganAt = now,
                SeenAt = now,
                Browser = Browsers.Name(http.HttpContext!.Request.Headers.UserAgent.ToString()),
            }
        );
        await db.SaveChangesAsync();
        return secret;
    }
}

/// <summary>Tells browsers by what they say of themselves, as far as somebody needs to know their own.</summary>
internal static class Browsers
{
    /// <summary>The browser's engine or kind and the system, as “Firefox on Linux”; what says nothing known is “A browser”.</summary>
    public static string Name(string agent)
    {
        var browser = First(
            agent,
            ("Edg/", "Edge"),
            ("OPR/", "Opera"),
            ("Firefox/", "Firefox"),
            ("Chrome/", "Chrome"),
            ("Chromium/", "Chromium"),
            ("Safari/", "Safari")
        ) ?? "A browser";
        var system = First(
            agent,
            ("Android", "Android"),
            ("iPhone", "a phone"),
            ("iPad", "a tablet"),
            ("Windows", "Windows"),
            ("Mac OS", "macOS"),
            ("CrOS", "ChromeOS"),
            ("Linux", "Linux")
        );
        return system is null ? browser : $"{browser} on {system}";
    }

    private static string? First(string agent, params (string Sign, string Name)[] known) =>
        known.FirstOrDefault(one => agent.Contains(one.Sign, StringComparison.Ordinal)).Name;
}
