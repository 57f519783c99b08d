using System.Security.Cryptography;

namespace ZestySlate.Web.Security;

/// <summary>Sets the content security policy and its companions on every response. Who may frame a page is said by what answers; else
/// nobody may.</summary>
internal sealed class SecurityHeaders(RequestDelegate next)
{
    private const string NonceKey = "style-nonce",
        FormTargetKey = "form-target",
        AloneKey = "alone",
        OpenerKey = "opener",
        FramedKey = "framed-by";

    /// <summary>The nonce for a style element of this page; null for a fragment, whose page has a nonce of its own: there scripts put
    /// things in their places.</summary>
    public static string? StyleNonce(HttpContext context) => Fragments.IsOne(context) ? null : (string)context.Items[NonceKey]!;

    /// <summary>
    /// Lets the page's form post to another site (the course site that content is brought back to). A browser asks the policy
    /// again of every address that a reply sends it on to, and a course site may have several: so all of the same scheme are let.
    /// </summary>
    public static void AllowFormTo(HttpContext context, string address) => context.Items[FormTargetKey] = new Uri(address).Scheme + ":";

    /// <summary>Lets other pages frame this one: sources as the policy writes them.</summary>
    public static void MayBeFramed(HttpContext context, string sources) => context.Items[FramedKey] = sources;

    /// <summary>Lets our own pages frame this one, where nothing says yet who may: inside a course site its pages may as well.</summary>
    public static void MayBeFramedByUs(HttpContext context) => context.Items.TryAdd(FramedKey, "'self'");

    /// <summary>What is sent came from somebody who is not its author: opened by itself it may load nothing, run nothing, and has an origin
    /// of its own.</summary>
    public static void StandsAlone(HttpContext context) => context.Items[AloneKey] = true;

    public async Task InvokeAsync(HttpContext context)
    {
        var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
        context.Items[NonceKey] = nonce;
        if (context.Request.Path.StartsWithSegments("/lti"))
        {
            // Steps of a sign-in: they say nothing of anybody, nothing on them can be pressed to anybody's harm, and which pages
            // stand around them is learnt only from the launch.
            MayBeFramed(context, "*");
            context.Items[OpenerKey] = true;
        }
        else if (context.Request.Path.StartsWithSegments("/a"))
        {
            // An activity can be inserted in another, so our own pages may frame it.
            MayBeFramed(context, "'self'");
        }

        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            var ancestors = context.Items[FramedKey] as string ?? "'none'";
            var formTarget = context.Items[FormTargetKey] is string target ? " " + target : "";
            headers.ContentSecurityPolicy = context.Items.ContainsKey(AloneKey)
                ? "default-src 'none'; sandbox; frame-ancestors 'none'"
                : $"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; img-src 'self' data: blob:; "
                    + "media-src 'self' blob: http: https:; frame-src 'self' http: https:; font-src 'self'; worker-src 'self' blob:; "
                    + $"connect-src 'self'; form-action 'self'{formTarget}; base-uri 'none'; frame-ancestors {ancestors}";
            headers.XContentTypeOptions = "nosniff";
            headers["Referrer-Policy"] = "same-origin";
            headers["Permissions-Policy"] = "camera=(), microphone=(self), geolocation=()";
            // A sign-in in a tab of its own speaks with the course's page that opened it.
            headers["Cross-Origin-Opener-Policy"] = context.Items.ContainsKey(OpenerKey) ? "unsafe-none" : "same-origin";
            return Task.CompletedTask;
        });
        await next(context);
    }
}
