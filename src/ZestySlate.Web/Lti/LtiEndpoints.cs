using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Running;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Where course sites send people: the sign-in they begin (OIDC third-party initiated login) and the launch. The proof that
/// both came through the same browser is a cookie, or, where cookies are refused, the course site's own frame storage
/// (1EdTech LTI OIDC Login with Client Side postMessages).
/// </summary>
internal static class LtiEndpoints
{
    private static readonly TimeSpan LoginLasts = TimeSpan.FromMinutes(10);

    public static void MapLti(this IEndpointRouteBuilder routes)
    {
        routes.MapMethods("/lti/login", ["GET", "POST"], LoginAsync).AllowAnonymous();
        routes.MapPost("/lti/launch", LaunchAsync).AllowAnonymous();
        routes.MapPost("/lti/continue", ContinueAsync).AllowAnonymous();
        routes.MapGet("/lti/keys", async (ToolKeys keys) => Results.Json(await keys.PublicAsync())).AllowAnonymous();
    }

    private static async Task<IResult> LoginAsync(HttpContext context, SlateDb db, TimeProvider clock)
    {
        var given = context.Request.HasFormContentType
            ? (await context.Request.ReadFormAsync()).ToDictionary(p => p.Key, p => p.Value.ToString())
            : context.Request.Query.ToDictionary(p => p.Key, p => p.Value.ToString());
        string? Get(string name) => given.GetValueOrDefault(name) is { Length: > 0 } value ? value : null;

        var issuer = Get("iss");
        var sites = await db.CourseSites.Where(site => site.Issuer == issuer && site.ArchivedAt == null).ToListAsync();
        var site = sites.Count == 1 && Get("client_id") is null ? sites[0] : sites.SingleOrDefault(s => s.ClientId == Get("client_id"));
        if (site is null || Get("login_hint") is not { } loginHint)
        {
            return Refused(context, issuer, "ltiUnknownSite");
        }

        var target = Get("target_link_uri");
        if (target is null || !target.StartsWith(OwnAddress.Of(context) + "/", StringComparison.Ordinal))
        {
            return Refused(context, issuer, "ltiNotOurs");
        }

        var login = new CourseSiteLogin
        {
            State = Ids.Secret(),
            Nonce = Ids.Secret(),
            CourseSiteId = site.Id,
            TargetLink = target,
            StorageTarget = Get("lti_storage_target"),
            ExpiresAt = clock.GetUtcNow() + LoginLasts,
        };
        db.CourseSiteLogins.Add(login);
        await db.CourseSiteLogins.Where(old => old.ExpiresAt < clock.GetUtcNow()).ExecuteDeleteAsync();
        await db.SaveChangesAsync();

        var address = Microsoft.AspNetCore.WebUtilities.QueryHelpers.AddQueryString(
            site.AuthorizationEndpoint,
            new Dictionary<string, string?>
            {
                ["scope"] = "openid",
                ["response_type"] = "id_token",
                ["response_mode"] = "form_post",
                ["prompt"] = "none",
                ["client_id"] = site.ClientId,
                ["redirect_uri"] = OwnAddress.Of(context) + "/lti/launch",
                ["login_hint"] = loginHint,
                ["lti_message_hint"] = Get("lti_message_hint"),
                ["state"] = login.State,
                ["nonce"] = login.Nonce,
            }
        );
        context.Response.Cookies.Append(
            CookieOf(login.State),
            login.Nonce,
            new CookieOptions
            {
                HttpOnly = true,
                Secure = true,
                SameSite = SameSiteMode.None,
                Path = "/lti",
                MaxAge = LoginLasts,
            }
        );
        if (login.StorageTarget is null)
        {
            return Results.Redirect(address);
        }

        return Page(
            new BrowserStep(
                "put",
                new Uri(site.AuthorizationEndpoint).GetLeftPart(UriPartial.Authority),
                login.StorageTarget,
                login.State,
                login.Nonce,
                address
            )
        );
    }

    private static async Task<IResult> LaunchAsync(HttpContext context, SlateDb db, LaunchValidator validator, LaunchCompletion completion)
    {
        var form = await context.Request.ReadFormAsync();
        var state = form["state"].ToString();
        var validated = await validator.ValidateAsync(state, form["id_token"].ToString());
        if (!validated.Succeeded)
        {
            return Refused(context, await IssuerAsync(db, state), validated.Refusal!);
        }

        var (launch, login) = validated.Value;
        if (context.Request.Cookies[CookieOf(state)] == login.Nonce)
        {
            return await EnterAsync(context, db, completion, login, launch);
        }

        if (login.StorageTarget is null)
        {
            return Refused(context, await IssuerAsync(db, state), "ltiNoCookies");
        }

        login.PendingLaunch = JsonSerializer.Serialize(launch);
        await db.SaveChangesAsync();
        var site = await db.CourseSites.SingleAsync(s => s.Id == login.CourseSiteId);
        return Page(
            new BrowserStep(
                "get",
                new Uri(site.AuthorizationEndpoint).GetLeftPart(UriPartial.Authority),
                login.StorageTarget,
                state,
                null,
                "/lti/continue"
            )
        );
    }

    private static async Task<IResult> ContinueAsync(HttpContext context, SlateDb db, LaunchCompletion completion)
    {
        // Only our own page may send the browser's proof; otherwise somebody could sign another person in as themselves.
        if (context.Request.Headers.Origin != OwnAddress.Of(context))
        {
            return Refused(context, null, "ltiNotOurPage");
        }

        var form = await context.Request.ReadFormAsync();
        var login = await db.CourseSiteLogins.SingleOrDefaultAsync(l => l.State == form["state"].ToString());
        if (login?.PendingLaunch is not { } pending || login.Nonce != form["proof"])
        {
            return Refused(context, await IssuerAsync(db, form["state"].ToString()), "ltiOtherBrowser");
        }

        login.PendingLaunch = null;
        await db.SaveChangesAsync();
        return await EnterAsync(context, db, completion, login, JsonSerializer.Deserialize<Launch>(pending)!);
    }

    private static async Task<IResult> EnterAsync(
        HttpContext context,
        SlateDb db,
        LaunchCompletion completion,
        CourseSiteLogin login,
        Launch launch
    )
    {
        var entered = await completion.CompleteAsync(launch);
        return entered.Succeeded ? Results.Redirect(entered.Value) : Refused(context, await IssuerAsync(db, login.State), entered.Refusal!);
    }

    private static string CookieOf(string state) => "zesty-lti-" + state[..Math.Min(8, state.Length)];

    private static RazorComponentResult<BrowserStepPage> Page(BrowserStep step) =>
        new(new Dictionary<string, object?> { [nameof(BrowserStepPage.Step)] = step });

    /// <summary>The issuer of the course site that a sign-in was begun for.</summary>
    private static async Task<string?> IssuerAsync(SlateDb db, string state) =>
        await (
            from login in db.CourseSiteLogins
            join site in db.CourseSites on login.CourseSiteId equals site.Id
            where login.State == state
            select site.Issuer
        ).SingleOrDefaultAsync();

    /// <summary>Refuses a launch, to who stands in front of it and in the log.</summary>
    /// <param name="context">The request.</param>
    /// <param name="issuer">Who sent it, as it says itself; null when it does not say.</param>
    /// <param name="reason">Why, as an entry of the words of pages; the log has it in English.</param>
    private static RazorComponentResult<LaunchRefused> Refused(HttpContext context, string? issuer, string reason)
    {
        Notices.LaunchRefused(
            context.RequestServices.GetRequiredService<ILogger<LaunchRefused>>(),
            Notices.Plain(issuer),
            Words.English[reason]
        );
        return new(
            new Dictionary<string, object?> { [nameof(LaunchRefused.Reason)] = reason, [nameof(LaunchRefused.Words)] = context.PageWords() }
        )
        {
            StatusCode = StatusCodes.Status403Forbidden,
        };
    }
}
