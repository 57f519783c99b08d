using System.Threading.RateLimiting;

namespace ZestySlate.Web.Security;

/// <summary>How often one network address may try to sign in or guess a code.</summary>
internal static class Limits
{
    public const string SignIn = "sign-in";
    public const string Codes = "codes";

    public static RateLimitPartition<string> PerAddress(HttpContext context, int perMinute) =>
        HttpMethods.IsPost(context.Request.Method)
            ? RateLimitPartition.GetFixedWindowLimiter(context.Connection.RemoteIpAddress?.ToString() ?? "unknown",
                _ => new FixedWindowRateLimiterOptions { PermitLimit = perMinute, Window = TimeSpan.FromMinutes(1) })
            : RateLimitPartition.GetNoLimiter("reading");
}
