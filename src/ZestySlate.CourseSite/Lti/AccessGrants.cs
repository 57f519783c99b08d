using System.Collections.Concurrent;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>Gives access tokens to the tool, and knows them again (RFC 6749, 4.4; RFC 7523).</summary>
public sealed class AccessGrants(SiteStore store, SiteAddress address, ToolMessages messages)
{
    private static readonly TimeSpan Lasts = TimeSpan.FromMinutes(10);
    private readonly ConcurrentDictionary<string, (string[] Scopes, DateTimeOffset Until)> _given = new();
    private readonly ConcurrentDictionary<string, DateTimeOffset> _used = new();

    /// <summary>Answers a request for a token.</summary>
    public async Task<IResult> GiveAsync(HttpContext context)
    {
        var form = await context.Request.ReadFormAsync();
        var (token, problem) =
            form["grant_type"] == "client_credentials"
            && form["client_assertion_type"] == "urn:ietf:params:oauth:client-assertion-type:jwt-bearer"
                ? await messages.CheckAsync(form["client_assertion"].ToString(), address.Services(context) + "/lti/token")
                : (null, "wrong grant or assertion type");
        if (token is null || token.Subject != token.Issuer)
        {
            return Refused("invalid_client", problem ?? "sub is not iss");
        }

        // An assertion is good once (RFC 7523, 3.: jti).
        if (string.IsNullOrEmpty(token.Id) || !_used.TryAdd(token.Id, DateTimeOffset.UtcNow))
        {
            return Refused("invalid_client", "jti is missing, or was used");
        }

        var scopes = form["scope"].ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (scopes.Length == 0 || scopes.Except(store.Read(state => state.Tool.Scopes)).Any())
        {
            return Refused("invalid_scope", "the tool may not use that");
        }

        if (store.Read(state => state.Mischief.BrokenTokens))
        {
            return Results.Json(new { error = "temporarily_unavailable" });
        }

        var access = Guid.NewGuid().ToString("N");
        _given[access] = (scopes, DateTimeOffset.UtcNow + Lasts);
        return Results.Json(
            new
            {
                access_token = access,
                token_type = "Bearer",
                expires_in = (int)Lasts.TotalSeconds,
                scope = string.Join(' ', scopes),
            }
        );
    }

    /// <summary>Knows none of the tokens any more that it gave.</summary>
    public void Forget() => _given.Clear();

    /// <summary>True when a request bears a token that is good for a scope.</summary>
    public bool Bears(HttpContext context, string scope)
    {
        var bearer = context.Request.Headers.Authorization.ToString();
        return bearer.StartsWith("Bearer ", StringComparison.OrdinalIgnoreCase)
            && _given.TryGetValue(bearer[7..], out var token)
            && token.Until > DateTimeOffset.UtcNow
            && token.Scopes.Contains(scope);
    }

    private static IResult Refused(string error, string why) => Results.Json(new { error, error_description = why }, statusCode: 400);
}
