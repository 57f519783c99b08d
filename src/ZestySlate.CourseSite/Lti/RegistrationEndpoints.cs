using System.Text.Json;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>Lets a tool register itself (LTI Dynamic Registration 1.0): it takes the place of the one that is registered.</summary>
public static class RegistrationEndpoints
{
    private const string ToolClaim = "https://purl.imsglobal.org/spec/lti-tool-configuration";

    public static void MapRegistration(this WebApplication app)
    {
        app.MapGet("/.well-known/openid-configuration", (HttpContext context, SiteAddress address) =>
            Results.Json(Configuration(context, address))
        );
        app.MapPost("/lti/register", RegisterAsync);
    }

    /// <summary>The address that is opened so that a tool registers itself: with where we say what we are, and what it shows.</summary>
    public static string Begin(HttpContext context, SiteStore store, SiteAddress address, string tool)
    {
        var token = Guid.NewGuid().ToString("N");
        store.Change(state => state.RegistrationTokens.Add(token));
        return Microsoft.AspNetCore.WebUtilities.QueryHelpers.AddQueryString(
            tool,
            new Dictionary<string, string?>
            {
                ["openid_configuration"] = address.Services(context) + "/.well-known/openid-configuration",
                ["registration_token"] = token,
            }
        );
    }

    private static Dictionary<string, object> Configuration(HttpContext context, SiteAddress address)
    {
        var (issuer, services) = (address.Issuer(context), address.Services(context));
        return new()
        {
            ["issuer"] = issuer,
            ["authorization_endpoint"] = issuer + "/lti/authorize",
            ["token_endpoint"] = services + "/lti/token",
            ["jwks_uri"] = services + "/lti/keys",
            ["registration_endpoint"] = services + "/lti/register",
            ["token_endpoint_auth_methods_supported"] = new[] { "private_key_jwt" },
            ["token_endpoint_auth_signing_alg_values_supported"] = new[] { "RS256" },
            ["id_token_signing_alg_values_supported"] = new[] { "RS256" },
            ["response_types_supported"] = new[] { "id_token" },
            ["subject_types_supported"] = new[] { "public" },
            ["scopes_supported"] = ServiceScope.All.Prepend("openid"),
            ["claims_supported"] = new[] { "sub", "iss", "name", "email" },
            ["https://purl.imsglobal.org/spec/lti-platform-configuration"] = new
            {
                product_family_code = "Gannet Point courses",
                version = "1",
                messages_supported = new[] { new { type = "LtiResourceLinkRequest" }, new { type = "LtiDeepLinkingRequest" } },
                variables = new[] { "ResourceLink.submission.endDateTime" },
            },
        };
    }

    private static async Task<IResult> RegisterAsync(HttpContext context, SiteStore store)
    {
        var bearer = context.Request.Headers.Authorization.ToString();
        var token = bearer.StartsWith("Bearer ", StringComparison.OrdinalIgnoreCase) ? bearer[7..] : "";
        if (!store.Read(state => state.RegistrationTokens.Contains(token)))
        {
            return Results.Json(new { error = "invalid_token" }, statusCode: 401);
        }

        using var body = await JsonDocument.ParseAsync(context.Request.Body);
        var asked = body.RootElement;
        string? Text(JsonElement inside, string name) =>
            inside.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString() : null;
        if (
            Text(asked, "initiate_login_uri") is not { } login
            || !asked.TryGetProperty("redirect_uris", out var redirects)
            || redirects.EnumerateArray().FirstOrDefault().GetString() is not { } redirect
            || Text(asked, "jwks_uri") is not { } keys
            || Text(asked, "token_endpoint_auth_method") != "private_key_jwt"
            || !asked.TryGetProperty(ToolClaim, out var tool)
            || Text(tool, "target_link_uri") is not { } target
        )
        {
            return Results.Json(new { error = "invalid_client_metadata" }, statusCode: 400);
        }

        var scopes = (Text(asked, "scope") ?? "").Split(' ').Intersect(ServiceScope.All).ToList();
        var anew = new Tool
        {
            Name = Text(asked, "client_name") ?? "A tool",
            ClientId = "tool-" + Guid.NewGuid().ToString("N")[..8],
            DeploymentId = "deployment-" + Guid.NewGuid().ToString("N")[..6],
            LoginUrl = login,
            RedirectUri = redirect,
            DeepLinkUrl = target,
            KeySetUrl = keys,
            Scopes = scopes,
        };
        store.Change(state =>
        {
            state.RegistrationTokens.Remove(token);
            state.Tool = anew;
        });
        var answer = asked.EnumerateObject().ToDictionary(member => member.Name, object (member) => member.Value.Clone());
        answer["client_id"] = anew.ClientId;
        answer["scope"] = string.Join(' ', scopes);
        answer[ToolClaim] = tool.EnumerateObject()
            .ToDictionary(member => member.Name, object (member) => member.Value.Clone())
            .Append(KeyValuePair.Create("deployment_id", (object)anew.DeploymentId))
            .ToDictionary();
        return Results.Json(answer);
    }
}
