using System.Threading.RateLimiting;
using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Security;

/// <summary>How often one network address may try to sign in or guess a code.</summary>
internal static class Limits
{
    public const string SignIn = "sign-in";
    public const string Codes = "codes";

    public static RateLimitPartition<string> PerAddress(HttpContext context, int perMinute) =>
        HttpMethods.IsPost(context.Request.Method)
            ? RateLimitPartition.GetFixedWindowLimiter(NetworkOf(context), _ => new FixedWindowRateLimiterOptions
            {
                PermitLimit = perMinute,
                Window = TimeSpan.FromMinutes(1),
            })
            : RateLimitPartition.GetNoLimiter("reading");

    /// <summary>Tells the log who was kept waiting, once a minute for each network and door.</summary>
    public static void Tell(HttpContext context)
    {
        var (network, route) = (NetworkOf(context), RequestLog.RouteOf(context));
        context
            .RequestServices.GetRequiredService<IMemoryCache>()
            .GetOrCreate(("kept waiting", network, route), entry =>
            {
                entry.AbsoluteExpirationRelativeToNow = TimeSpan.FromMinutes(1);
                Notices.TriesTooOften(
                    context.RequestServices.GetRequiredService<ILoggerFactory>().CreateLogger(nameof(Limits)),
                    network,
                    route
                );
                return true;
            });
    }

    private static string NetworkOf(HttpContext context) => context.Connection.RemoteIpAddress?.ToString() ?? "unknown";
}
