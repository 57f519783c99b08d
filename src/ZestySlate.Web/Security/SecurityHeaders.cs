using System.Security.Cryptography;

namespace ZestySlate.Web.Security;

/// <summary>Sets the content security policy and its companions on every response. Who may frame a page is said by what answers; else
/// nobody may.</summary>
internal sealed class SecurityHeaders(RequestDelegate next)
{
    private const string NonceKey = "style-nonce",
        FormTargetKey = "form-target",
        AloneKey = "alone",
        FramedKey = "framed-by";

    /// <summary>The nonce for a style element of this page; null for a fragment, whose page has a nonce of its own: there scripts put
    /// things in their places.</summary>
    public static string? StyleNonce(HttpContext context) => Fragments.IsOne(context) ? null : (string)context.Items[NonceKey]!;

    /// <summary>Lets the page's form post to this other origin (the course site that content is brought back to).</summary>
    public static void AllowFormTo(HttpContext context, string address) =>
        context.Items[FormTargetKey] = new Uri(address).GetLeftPart(UriPartial.Authority);

    /// <summary>Lets other pages frame this one: sources as the policy writes them.</summary>
    public static void MayBeFramed(HttpContext context, string sources) => context.Items[FramedKey] = sources;

    /// <summary>What is sent came from somebody who is not its author: opened by itself it may load nothing, run nothing, and has an origin
    /// of its own.</summary>
    public static void StandsAlone(HttpContext context) => context.Items[AloneKey] = true;

    public async Task InvokeAsync(HttpContext context, FrameAncestors frames)
    {
        var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
        context.Items[NonceKey] = nonce;
        if (context.Request.Path.StartsWithSegments("/lti"))
        {
            MayBeFramed(context, await frames.GetAsync());
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
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            return Task.CompletedTask;
        });
        await next(context);
    }
}
