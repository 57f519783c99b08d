using ZestySlate.Core;

namespace ZestySlate.Web.Identity;

/// <summary>Tells one device from another by a cookie that says nothing of who uses it.</summary>
public sealed class Device(IHttpContextAccessor http)
{
    private const string Cookie = "zesty-slate-device";

    private static readonly TimeSpan Lasts = TimeSpan.FromDays(400);

    /// <summary>The hash of what tells this device; a device that is new is given one.</summary>
    public string Hash
    {
        get
        {
            var context = http.HttpContext!;
            if (context.Request.Cookies[Cookie] is { Length: > 0 and <= 100 } known)
            {
                return FrameSessions.HashOf(known);
            }

            if (context.Items[Cookie] is not string secret)
            {
                context.Items[Cookie] = secret = Ids.Secret();
                var options = new CookieOptions
                {
                    HttpOnly = true,
                    SameSite = SameSiteMode.Lax,
                    Secure = context.Request.IsHttps,
                    MaxAge = Lasts,
                    IsEssential = true,
                };
                context.Response.Cookies.Append(Cookie, secret, options);
            }

            return FrameSessions.HashOf(secret);
        }
    }

    /// <summary>What browser it is, in words.</summary>
    public string Browser => Browsers.Name(http.HttpContext!.Request.Headers.UserAgent.ToString());
}
