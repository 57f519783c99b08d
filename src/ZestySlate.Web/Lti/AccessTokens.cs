using System.Text.Json;
using Microsoft.IdentityModel.JsonWebTokens;
using ZestySlate.Core;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>Gets access tokens from course sites for their services.</summary>
public sealed class AccessTokens(ToolKeys keys, IHttpClientFactory http, TimeProvider clock)
{
    /// <summary>An access token by client credentials with a signed assertion (RFC 7523; 1EdTech Security Framework 1.0, 4.1).</summary>
    public async Task<string> GetAsync(CourseSiteRecord site, string scope, CancellationToken stop)
    {
        var now = clock.GetUtcNow();
        var assertion = new JsonWebTokenHandler().CreateToken(
            JsonSerializer.Serialize(
                new
                {
                    iss = site.ClientId,
                    sub = site.ClientId,
                    aud = site.TokenEndpoint,
                    iat = now.ToUnixTimeSeconds(),
                    exp = now.AddMinutes(2).ToUnixTimeSeconds(),
                    jti = Ids.Secret(),
                }
            ),
            await keys.SigningAsync()
        );
        using var response = await http.CreateClient(LtiServices.Client)
            .PostAsync(
                site.TokenEndpoint,
                new FormUrlEncodedContent(
                    new Dictionary<string, string>
                    {
                        ["grant_type"] = "client_credentials",
                        ["client_assertion_type"] = "urn:ietf:params:oauth:client-assertion-type:jwt-bearer",
                        ["client_assertion"] = assertion,
                        ["scope"] = scope,
                    }
                ),
                stop
            );
        response.EnsureSuccessStatusCode();
        using var answer = JsonDocument.Parse(await response.Content.ReadAsStringAsync(stop));
        return answer.RootElement.GetProperty("access_token").GetString()
            ?? throw new JsonException("The course site gave no access token.");
    }
}
