using System.Text.Json;

namespace ZestySlate.Web.Lti;

/// <summary>What a course site says of itself (OpenID Connect Discovery 1.0, 3.; LTI Dynamic Registration 1.0, 3.3).</summary>
/// <param name="Issuer">Who signs its messages.</param>
/// <param name="AuthorizationEndpoint">Where its people are signed in.</param>
/// <param name="TokenEndpoint">Where access tokens are given.</param>
/// <param name="KeySetUrl">Where its public keys are.</param>
/// <param name="RegistrationEndpoint">Where tools register; null where they do not.</param>
/// <param name="TokenAudience">Who is meant by assertions for tokens (authorization_server); null for the token endpoint.</param>
/// <param name="Name">What it calls itself: its product family.</param>
internal sealed record PlatformConfiguration(
    string Issuer,
    string AuthorizationEndpoint,
    string TokenEndpoint,
    string KeySetUrl,
    string? RegistrationEndpoint,
    string? TokenAudience,
    string? Name
)
{
    private const string Platform = "https://purl.imsglobal.org/spec/lti-platform-configuration";

    /// <summary>Reads it; null when something that is required is missing, or is no address.</summary>
    /// <param name="json">The configuration.</param>
    public static PlatformConfiguration? Read(string json)
    {
        try
        {
            using var document = JsonDocument.Parse(json);
            var root = document.RootElement;
            return
                root.Text("issuer") is { } issuer
                && LaunchReader.Address(root.Text("authorization_endpoint")) is { } authorization
                && LaunchReader.Address(root.Text("token_endpoint")) is { } token
                && LaunchReader.Address(root.Text("jwks_uri")) is { } keys
                ? new PlatformConfiguration(
                    issuer,
                    authorization,
                    token,
                    keys,
                    LaunchReader.Address(root.Text("registration_endpoint")),
                    root.Text("authorization_server"),
                    root.TryGetProperty(Platform, out var platform) ? platform.Text("product_family_code") : null
                )
                : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }
}
