using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Where course sites send people: the sign-in they begin (OIDC third-party initiated login) and the launch. The proof that
/// both came through the same browser is a cookie, or, where cookies are refused, the course site's own frame storage
/// (1EdTech LTI OIDC Login with Client Side postMessages). Where neither is to be had, a press begins anew in a tab of its own.
/// </summary>
internal static class LtiEndpoints
{
    /// <summary>The longest that a sign-in says altogether, in characters: it is kept until the launch comes, from whoever says it.</summary>
    private const int LongestLogin = 20_000;

    public static void MapLti(this IEndpointRouteBuilder routes)
    {
        routes.MapMethods("/lti/login", ["GET", "POST"], LoginAsync).AllowAnonymous();
        routes.MapPost("/lti/launch", LaunchAsync).AllowAnonymous();
        routes.MapGet("/lti/launch", (Delegate)ReloadedAsync).AllowAnonymous();
        CourseLooks.Map(routes);
        routes
            .MapGet("/lti/configuration", (HttpContext context) => Results.Json(ToolConfiguration.Of(OwnAddress.Of(context))))
            .AllowAnonymous();
        routes.MapPost("/lti/continue", ContinueAsync).AllowAnonymous();
        routes
            .MapGet("/lti/keys", async (HttpContext context, ToolKeys keys) =>
            {
                context.Response.Headers.CacheControl = "public, max-age=600";
                return Results.Json(await keys.PublicAsync());
            })
            .AllowAnonymous();
    }

    private static async Task<IResult> LoginAsync(HttpContext context, LaunchLogins logins)
    {
        var given = await GivenAsync(context.Request);
        string? Get(string name) => given.GetValueOrDefault(name) is { Length: > 0 } value ? value : null;

        var (site, problem) = await logins.SiteAsync(Get("iss"), Get("client_id"));
        var target = Get("target_link_uri");
        problem ??=
            given.Values.Sum(value => value.Length) > LongestLogin ? "ltiTooLarge"
            : Get("login_hint") is null ? "ltiNoHint"
            : target is null || !IsOurs(target, OwnAddress.Of(context)) ? "ltiNotOurs"
            : null;
        if (problem is not null)
        {
            var detail = $"iss {Get("iss")} client_id {Get("client_id")} target_link_uri {target}";
            return await RefusedAsync(context, problem, detail, site?.Id);
        }

        var login = new CourseSiteLogin
        {
            State = Ids.Secret(),
            Nonce = Ids.Secret(),
            CourseSiteId = site!.Id,
            TargetLink = target!,
            StorageTarget = Get("lti_storage_target"),
            LoginHint = Get("login_hint")!,
            MessageHint = Get("lti_message_hint"),
            DeploymentId = Get("lti_deployment_id"),
        };
        await logins.BeginAsync(login);
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
                ["login_hint"] = login.LoginHint,
                ["lti_message_hint"] = login.MessageHint,
                ["state"] = login.State,
                ["nonce"] = login.Nonce,
            }
        );
        context.Response.Cookies.Append(CookieOf(login.State), login.Nonce, CookieFor(LaunchLogins.Lasts));
        return login.StorageTarget is { } frame
            ? Page(new BrowserStep("put", OriginOf(site), frame, login.State, login.Nonce, address))
            : Results.Redirect(address);
    }

    private static async Task<IResult> ReloadedAsync(HttpContext context) => await RefusedAsync(context, "ltiReload");

    private static async Task<IResult> LaunchAsync(
        HttpContext context,
        LaunchLogins logins,
        LaunchValidator validator,
        LaunchCompletion completion
    )
    {
        var given = await GivenAsync(context.Request);
        var state = given.GetValueOrDefault("state", "");
        if (given.GetValueOrDefault("error") is { Length: > 0 } error)
        {
            // OpenID Connect Core 1.0, 3.1.2.6: the course site signs nobody in.
            return await RefusedAsync(context, "ltiSignInRefused", $"{error} {given.GetValueOrDefault("error_description")}");
        }

        var check = await validator.ValidateAsync(state, given.GetValueOrDefault("id_token", ""));
        if (check.Launch is not { } launch)
        {
            return await RefusedAsync(context, check.Reason!, check.Detail, check.Login?.CourseSiteId);
        }

        var login = check.Login!;
        if (context.Request.Cookies[CookieOf(state)] == login.Nonce)
        {
            // It has done its work.
            context.Response.Cookies.Append(CookieOf(state), "", CookieFor(TimeSpan.Zero));
            return await EnterAsync(context, completion, launch);
        }

        if (await logins.SiteOfAsync(login) is not { } site)
        {
            return await RefusedAsync(context, "ltiSiteGone");
        }

        if (login.StorageTarget is not { } frame)
        {
            return await RefusedAsync(context, "ltiNoCookies", "", site.Id, OwnTab(site, login));
        }

        await logins.HoldAsync(login, launch);
        return Page(new BrowserStep("get", OriginOf(site), frame, state, null, "/lti/continue"));
    }

    private static async Task<IResult> ContinueAsync(HttpContext context, LaunchLogins logins, LaunchCompletion completion)
    {
        // Only our own page may send the browser's proof; otherwise somebody could sign another person in as themselves.
        if (context.Request.Headers.Origin != OwnAddress.Of(context))
        {
            return await RefusedAsync(context, "ltiNotOurPage");
        }

        var given = await GivenAsync(context.Request);
        var (state, proof) = (given.GetValueOrDefault("state", ""), given.GetValueOrDefault("proof", ""));
        if (await logins.ProvedAsync(state, proof) is { } launch)
        {
            return await EnterAsync(context, completion, launch);
        }

        if (await logins.FindAsync(state) is not { } login)
        {
            return await RefusedAsync(context, "ltiSignInOld");
        }

        if (proof.Length > 0)
        {
            return await RefusedAsync(context, "ltiOtherBrowser", "", login.CourseSiteId);
        }

        // The course site's frame kept nothing, or does not answer.
        if (await logins.SiteOfAsync(login) is not { } site)
        {
            return await RefusedAsync(context, "ltiSiteGone");
        }

        return await RefusedAsync(context, "ltiNoCookies", "lti_storage_target " + login.StorageTarget, site.Id, OwnTab(site, login));
    }

    private static async Task<IResult> EnterAsync(HttpContext context, LaunchCompletion completion, Launch launch)
    {
        var entered = await completion.CompleteAsync(launch);
        return entered.Succeeded
            ? Results.Redirect(entered.Value)
            : await RefusedAsync(context, entered.Refusal!, "", launch.CourseSiteId, presented: launch.Presented);
    }

    /// <summary>What was posted as a form, or stands in the address; nothing for anything else.</summary>
    private static async Task<Dictionary<string, string>> GivenAsync(HttpRequest request) =>
        request.HasFormContentType ? (await request.ReadFormAsync()).ToDictionary(p => p.Key, p => p.Value.ToString())
        : HttpMethods.IsGet(request.Method) ? request.Query.ToDictionary(p => p.Key, p => p.Value.ToString())
        : [];

    /// <summary>True for an address below our own. Scheme and host have no case (RFC 3986, 6.2.2.1).</summary>
    private static bool IsOurs(string target, string own) =>
        Uri.TryCreate(target, UriKind.Absolute, out var address)
        && address.UserInfo.Length == 0
        && address.GetLeftPart(UriPartial.Authority) == new Uri(own).GetLeftPart(UriPartial.Authority);

    private static string OriginOf(CourseSiteRecord site) => new Uri(site.AuthorizationEndpoint).GetLeftPart(UriPartial.Authority);

    /// <summary>
    /// Where a sign-in that came to nothing begins once more, with what the course site said (Security Framework 1.0, 5.1.1.1): in
    /// a tab of its own, where cookies are kept and no frame is needed.
    /// </summary>
    private static string OwnTab(CourseSiteRecord site, CourseSiteLogin login) =>
        Microsoft.AspNetCore.WebUtilities.QueryHelpers.AddQueryString(
            "/lti/login",
            new Dictionary<string, string?>
            {
                ["iss"] = site.Issuer,
                ["client_id"] = site.ClientId,
                ["login_hint"] = login.LoginHint,
                ["lti_message_hint"] = login.MessageHint,
                ["lti_deployment_id"] = login.DeploymentId,
                ["target_link_uri"] = login.TargetLink,
            }
        );

    private static string CookieOf(string state) => "zesty-lti-" + state[..Math.Min(8, state.Length)];

    private static CookieOptions CookieFor(TimeSpan lasts)
    {
        var cookie = new CookieOptions
        {
            HttpOnly = true,
            Secure = true,
            SameSite = SameSiteMode.None,
            Path = "/lti",
            MaxAge = lasts,
        };
        // Kept apart for each course site's pages, browsers keep it in a frame too.
        cookie.Extensions.Add("Partitioned");
        return cookie;
    }

    private static RazorComponentResult<BrowserStepPage> Page(BrowserStep step) =>
        new(new Dictionary<string, object?> { [nameof(BrowserStepPage.Step)] = step });

    /// <summary>Refuses a launch: to who stands in front of it, in the log, and in the list of those who run the installation.</summary>
    /// <param name="context">The request.</param>
    /// <param name="reason">Why, as an entry of the words of pages; the log has it in English.</param>
    /// <param name="detail">What was sent that was not expected.</param>
    /// <param name="siteId">The course site that sent it; null where none is known.</param>
    /// <param name="tab">Begins it once more in a tab of its own, or null.</param>
    /// <param name="presented">The language and the way back that the course site named, or null.</param>
    private static async Task<IResult> RefusedAsync(
        HttpContext context,
        string reason,
        string detail = "",
        int? siteId = null,
        string? tab = null,
        Presentation? presented = null
    )
    {
        await context.RequestServices.GetRequiredService<RefusedLaunches>().KeepAsync(siteId, reason, detail);
        var words = context.PageWords(presented?.Language);
        return new RazorComponentResult<LaunchRefused>(
            new Dictionary<string, object?>
            {
                [nameof(LaunchRefused.Reason)] = reason,
                [nameof(LaunchRefused.Words)] = words,
                [nameof(LaunchRefused.Tab)] = tab,
                [nameof(LaunchRefused.Back)] = presented?.BackWith(words[reason]),
            }
        )
        {
            StatusCode = StatusCodes.Status403Forbidden,
        };
    }
}
