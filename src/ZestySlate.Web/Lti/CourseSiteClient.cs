using System.Net;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Follows redirects of course sites with everything that was sent: the client's own way leaves the access token out of the
/// second request. Only within the same origin, so that no token goes to anybody else.
/// </summary>
internal sealed class RedirectsInPlace : DelegatingHandler
{
    private const int Most = 5;

    protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken stop)
    {
        for (var steps = 0; ; steps++)
        {
            var reply = await base.SendAsync(request, stop);
            if (steps == Most || NextOf(request, reply) is not { } next)
            {
                return reply;
            }

            var again = await AgainAsync(request, reply.StatusCode, next, stop);
            reply.Dispose();
            request = again;
        }
    }

    /// <summary>Where a reply leads; null when it leads nowhere, or with a token to somebody else.</summary>
    private static Uri? NextOf(HttpRequestMessage request, HttpResponseMessage reply)
    {
        if ((int)reply.StatusCode is not (301 or 302 or 303 or 307 or 308) || reply.Headers.Location is not { } location)
        {
            return null;
        }

        var next = new Uri(request.RequestUri!, location);
        var sameOrigin = next.GetLeftPart(UriPartial.Authority) == request.RequestUri!.GetLeftPart(UriPartial.Authority);
        var bare = request.Headers.Authorization is null && request.Method == HttpMethod.Get;
        return next.Scheme is "http" or "https" && (sameOrigin || bare) ? next : null;
    }

    /// <summary>The same request there: with its method and body after 307 and 308 (RFC 9110, 15.4), to look there after the others.</summary>
    private static async Task<HttpRequestMessage> AgainAsync(
        HttpRequestMessage request,
        HttpStatusCode status,
        Uri next,
        CancellationToken stop
    )
    {
        var keeps = (int)status is 307 or 308 || request.Method == HttpMethod.Get;
        var again = new HttpRequestMessage(keeps ? request.Method : HttpMethod.Get, next);
        foreach (var (name, values) in request.Headers)
        {
            again.Headers.TryAddWithoutValidation(name, values);
        }

        if (keeps && request.Content is { } content)
        {
            again.Content = new ByteArrayContent(await content.ReadAsByteArrayAsync(stop));
            foreach (var (name, values) in content.Headers)
            {
                again.Content.Headers.TryAddWithoutValidation(name, values);
            }
        }

        return again;
    }
}
