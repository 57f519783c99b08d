using System.Security.Claims;
using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.Embedding;
using ZestySlate.Storage.People;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Identity;

/// <summary>
/// Takes the session out of the address: /s/SECRET/rest becomes the path base /s/SECRET and the path /rest, so that the same
/// pages work inside a course site's frame, where cookies are refused, and every address they make keeps the session.
/// </summary>
internal sealed class FrameSessionPath(RequestDelegate next)
{
    public const string Prefix = "/s";
    private const string Key = "frame-session";

    /// <summary>The session in the address, or null.</summary>
    public static FrameSession? SessionOf(HttpContext context) => context.Items[Key] as FrameSession;

    public async Task InvokeAsync(
        HttpContext context,
        IDbContextFactory<SlateDb> open,
        FrameAncestors sites,
        Embeddings embeddings,
        TimeProvider clock
    )
    {
        if (context.Request.Path.StartsWithSegments(Prefix, out var rest) && rest.Value is { Length: > 1 } value)
        {
            var slash = value.IndexOf('/', 1);
            var token = slash < 0 ? value[1..] : value[1..slash];
            var session = await FindAsync(open, FrameSessions.HashOf(token));
            if (session is null || session.ExpiresAt <= clock.GetUtcNow())
            {
                // It says nothing of anybody, so it may be read wherever the frame stands.
                context.Request.Path = "/session-ended";
                SecurityHeaders.MayBeFramed(context, "*");
            }
            else
            {
                context.Items[Key] = session;

                // The address is the session: nothing on the way keeps what stands under it.
                context.Response.Headers.CacheControl = "no-store";
                context.Request.PathBase = context.Request.PathBase.Add($"{Prefix}/{token}");
                context.Request.Path = slash < 0 ? "/" : value[slash..];
                SecurityHeaders.MayBeFramed(
                    context,
                    session.ActivityId is { } activity
                        ? (await embeddings.FindAsync(ShownIn(context.Request.Path, activity)))?.Rule.Sources ?? "'none'"
                        : await sites.OfAsync(session.CourseSiteId)
                );
            }
        }

        await next(context);
    }

    private static async Task<FrameSession?> FindAsync(IDbContextFactory<SlateDb> open, string hash)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.FrameSessions.AsNoTracking().SingleOrDefaultAsync(session => session.TokenHash == hash);
    }

    /// <summary>The activity a visitor is at: the one that stands on the page, or one that is inserted in it, which has a rule of its own.</summary>
    private static string ShownIn(PathString path, string activity) =>
        path.StartsWithSegments("/a", out var rest) && rest.Value?.Split('/', 3) is [_, { Length: > 0 } shown, ..] ? shown : activity;
}

/// <summary>Begins sessions that are carried in the address.</summary>
public sealed class FrameSessions(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    private static readonly TimeSpan Lasts = TimeSpan.FromHours(12),
        VisitorLasts = TimeSpan.FromDays(31);

    /// <summary>A new session of a visitor who does an activity on somebody's page; returns the path base that carries it.</summary>
    public Task<string> BeginVisitAsync(string personId, string activityId, bool bare) =>
        BeginAsync(personId, VisitorLasts, session => (session.ActivityId, session.IsBare) = (activityId, bare));

    /// <summary>True while nobody has ended a session.</summary>
    public async Task<bool> StandsAsync(FrameSession framed)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.FrameSessions.AnyAsync(session => session.TokenHash == framed.TokenHash);
    }

    /// <summary>Goes on with a visit that this device remembers; returns its path base, or null when it is over.</summary>
    public async Task<string?> GoOnAsync(string token, string activityId, bool bare)
    {
        await using var db = await open.CreateDbContextAsync();
        var (hash, now) = (HashOf(token), clock.GetUtcNow());
        var until = now + VisitorLasts;
        var known = await db
            .FrameSessions.Where(session => session.TokenHash == hash && session.ActivityId == activityId && session.ExpiresAt > now)
            .ExecuteUpdateAsync(set => set.SetProperty(session => session.ExpiresAt, until).SetProperty(session => session.IsBare, bare));
        return known == 1 ? $"{FrameSessionPath.Prefix}/{token}" : null;
    }

    /// <summary>A new session of somebody whom a course site sent; returns the path base that carries it.</summary>
    /// <param name="personId">Who.</param>
    /// <param name="courseSiteId">From where.</param>
    /// <param name="with">Sets what belongs to the session.</param>
    public Task<string> BeginAsync(string personId, int courseSiteId, Action<FrameSession> with) => BeginAsync(personId, Lasts, session =>
        {
            session.CourseSiteId = courseSiteId;
            with(session);
        });

    private async Task<string> BeginAsync(string personId, TimeSpan lasts, Action<FrameSession> set)
    {
        await using var db = await open.CreateDbContextAsync();
        var token = Ids.Secret();
        var session = new FrameSession
        {
            TokenHash = HashOf(token),
            PersonId = personId,
            ExpiresAt = clock.GetUtcNow() + lasts,
        };
        set(session);
        db.FrameSessions.Add(session);
        await db.SaveChangesAsync();
        return $"{FrameSessionPath.Prefix}/{token}";
    }

    internal static string HashOf(string token) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)));
}

/// <summary>Signs in whoever the session in the address belongs to.</summary>
internal sealed class FrameSessionHandler(
    IOptionsMonitor<AuthenticationSchemeOptions> options,
    ILoggerFactory logger,
    UrlEncoder encoder,
    SignInManager<Person> signIn,
    IMemoryCache cache
) : AuthenticationHandler<AuthenticationSchemeOptions>(options, logger, encoder)
{
    public const string SchemeName = "frame-session";

    protected override async Task<AuthenticateResult> HandleAuthenticateAsync()
    {
        if (FrameSessionPath.SessionOf(Context) is not { } session)
        {
            return AuthenticateResult.NoResult();
        }

        var key = (Scheme.Name, session.TokenHash);
        if (!cache.TryGetValue(key, out ClaimsPrincipal? principal))
        {
            if (await signIn.UserManager.FindByIdAsync(session.PersonId) is not { } person)
            {
                return AuthenticateResult.NoResult();
            }

            principal = cache.Set(key, await signIn.CreateUserPrincipalAsync(person), TimeSpan.FromMinutes(1));
        }

        return AuthenticateResult.Success(new AuthenticationTicket(principal!, Scheme.Name));
    }

    protected override Task HandleChallengeAsync(AuthenticationProperties properties)
    {
        Response.StatusCode = StatusCodes.Status403Forbidden;
        return Task.CompletedTask;
    }
}

/// <summary>Registration of frame sessions beside the cookie.</summary>
internal static class FrameSessionServices
{
    public static void AddFrameSessions(this IServiceCollection services)
    {
        services.AddScoped<FrameSessions>();
        services
            .AddAuthentication(options =>
            {
                options.DefaultScheme =
                    options.DefaultAuthenticateScheme =
                    options.DefaultChallengeScheme =
                    options.DefaultForbidScheme =
                        "slate";
                options.DefaultSignInScheme = IdentityConstants.ApplicationScheme;
            })
            .AddScheme<AuthenticationSchemeOptions, FrameSessionHandler>(FrameSessionHandler.SchemeName, null)
            .AddPolicyScheme("slate", null, policy =>
                policy.ForwardDefaultSelector = context =>
                    FrameSessionPath.SessionOf(context) is null ? IdentityConstants.ApplicationScheme : FrameSessionHandler.SchemeName
            );
    }
}
