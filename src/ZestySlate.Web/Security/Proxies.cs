using System.Net;
using Microsoft.AspNetCore.HostFiltering;
using Microsoft.AspNetCore.HttpOverrides;
using IPNetwork = System.Net.IPNetwork;

namespace ZestySlate.Web.Security;

/// <summary>
/// Behind a web server with TLS. “Server:Address” is the address that people see; with it, other hosts are refused, and with
/// https cookies are secure and browsers are told to stay with it (RFC 6797). “Server:Proxies” names the web servers, by
/// address or network (CIDR), that are believed when they say by X-Forwarded-For and X-Forwarded-Proto for whom they ask;
/// nobody else is.
/// </summary>
internal static class Proxies
{
    public static void AddOwnAddress(this IServiceCollection services, IConfiguration configuration, out CookieSecurePolicy secure)
    {
        var address = OwnAddress.Read(configuration["Server:Address"]);
        secure =
            address?.StartsWith("https:", StringComparison.Ordinal) == true ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
        services.Configure<ForwardedHeadersOptions>(headers =>
        {
            headers.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto;
            headers.KnownProxies.Clear();
            headers.KnownIPNetworks.Clear();
            foreach (var named in Named(configuration))
            {
                if (IPNetwork.TryParse(named, out var network))
                {
                    headers.KnownIPNetworks.Add(network);
                }
                else if (IPAddress.TryParse(named, out var proxy))
                {
                    headers.KnownProxies.Add(proxy);
                }
                else
                {
                    throw new InvalidOperationException(
                        $"“{named}” in Server:Proxies is neither an address nor a network such as 10.0.0.0/8."
                    );
                }
            }
        });
        if (address is not null)
        {
            // The machine itself may still ask how it is.
            services.Configure<HostFilteringOptions>(hosts =>
                hosts.AllowedHosts = [new Uri(address).Host, "localhost", "127.0.0.1", "[::1]"]
            );
        }

        services.AddHsts(hsts => hsts.MaxAge = TimeSpan.FromDays(365));
    }

    public static void UseOwnAddress(this WebApplication app)
    {
        if (Named(app.Configuration).Length > 0)
        {
            app.UseForwardedHeaders();
        }

        if (OwnAddress.Read(app.Configuration["Server:Address"])?.StartsWith("https:", StringComparison.Ordinal) == true)
        {
            app.UseHsts();
        }
    }

    private static string[] Named(IConfiguration configuration) =>
        (configuration["Server:Proxies"] ?? "").Split(
            [',', ' ', ';'],
            StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries
        );
}
