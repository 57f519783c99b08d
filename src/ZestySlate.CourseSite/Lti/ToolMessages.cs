using System.Globalization;
using System.Text.Json;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>What is being opened when a person is sent to the tool; kept under the message hint between login and launch.</summary>
public sealed record Opening(string PersonId, string CourseId, string? AssignmentId);

/// <summary>Signs launches for the tool and checks what the tool signs (LTI 1.3, Deep Linking 2.0).</summary>
public sealed class ToolMessages(SiteStore store, SiteKeys keys, IHttpClientFactory http)
{
    private const string Claim = "https://purl.imsglobal.org/spec/lti/claim/";
    private const string DeepLinking = "https://purl.imsglobal.org/spec/lti-dl/claim/";
    private const string Membership = "http://purl.imsglobal.org/vocab/lis/v2/membership#";

    /// <summary>The id_token of a launch.</summary>
    public string Launch(string issuer, Opening opening, string nonce)
    {
        var (person, course, tool, mischief) = store.Read(state =>
            (
                state.People.Single(p => p.Id == opening.PersonId),
                state.Courses.Single(c => c.Id == opening.CourseId),
                state.Tool,
                state.Mischief
            )
        );
        var assignment = course.Assignments.SingleOrDefault(a => a.Id == opening.AssignmentId);
        if (mischief.OldNonce && mischief.LastNonce.Length > 0)
        {
            nonce = mischief.LastNonce;
        }

        store.Change(state => state.Mischief.LastNonce = nonce);
        var now = DateTimeOffset.UtcNow;
        var payload = new Dictionary<string, object?>
        {
            ["iss"] = issuer,
            ["aud"] = tool.ClientId,
            ["azp"] = tool.ClientId,
            ["sub"] = person.Id,
            ["name"] = person.Name,
            ["email"] = person.Email,
            ["iat"] = now.ToUnixTimeSeconds(),
            ["exp"] = now.AddMinutes(5).ToUnixTimeSeconds(),
            ["nonce"] = nonce,
            [Claim + "version"] = "1.3.0",
            [Claim + "deployment_id"] = tool.DeploymentId,
            [Claim + "roles"] = new[] { Membership + (person.Teaches ? "Instructor" : "Learner") },
            [Claim + "context"] = new
            {
                id = course.Id,
                title = course.Title,
                type = new[] { "http://purl.imsglobal.org/vocab/lis/v2/course#CourseOffering" },
            },
            [Claim + "tool_platform"] = new { guid = "gannet-point-courses", name = "Gannet Point courses" },
        };
        if (assignment is null)
        {
            payload[Claim + "message_type"] = "LtiDeepLinkingRequest";
            payload[Claim + "target_link_uri"] = tool.DeepLinkUrl;
            payload[DeepLinking + "deep_linking_settings"] = new
            {
                deep_link_return_url = $"{issuer}/lti/chosen",
                accept_types = new[] { "ltiResourceLink" },
                accept_presentation_document_targets = new[] { "iframe" },
                accept_lineitem = true,
                accept_multiple = true,
                data = course.Id,
            };
        }
        else
        {
            payload[Claim + "message_type"] = "LtiResourceLinkRequest";
            payload[Claim + "target_link_uri"] = assignment.Url;
            payload[Claim + "resource_link"] = new
            {
                id = assignment.Id,
                title = assignment.Title,
                description = assignment.Instructions,
            };
            payload["https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice"] = new
            {
                context_memberships_url = $"{issuer}/lti/courses/{course.Id}/members",
                service_versions = new[] { "2.0" },
            };
            payload[Claim + "custom"] = assignment.Custom.ToDictionary(pair => pair.Key, pair => Substitute(pair.Value, assignment));
            if (assignment.Points is not null)
            {
                payload["https://purl.imsglobal.org/spec/lti-ags/claim/endpoint"] = new
                {
                    scope = new[] { ServiceScope.Score },
                    lineitem = $"{issuer}/lti/lineitems/{assignment.Id}",
                };
            }
        }

        return new JsonWebTokenHandler().CreateToken(JsonSerializer.Serialize(payload), keys.Signing());
    }

    /// <summary>Checks a message of the tool; the token, or why it was refused.</summary>
    public async Task<(JsonWebToken? Token, string? Problem)> CheckAsync(string jwt, string audience)
    {
        var tool = store.Read(state => state.Tool);
        JsonWebKeySet set;
        try
        {
            set = new JsonWebKeySet(await http.CreateClient().GetStringAsync(tool.KeySetUrl));
        }
        catch (HttpRequestException)
        {
            return (null, "The tool's keys could not be fetched.");
        }

        var result = await new JsonWebTokenHandler().ValidateTokenAsync(
            jwt,
            new TokenValidationParameters
            {
                ValidIssuer = tool.ClientId,
                ValidAudience = audience,
                IssuerSigningKeys = set.GetSigningKeys(),
                ValidAlgorithms = [SecurityAlgorithms.RsaSha256],
                RequireExpirationTime = true,
            }
        );
        return result.IsValid ? ((JsonWebToken)result.SecurityToken, null) : (null, result.Exception.Message);
    }

    private static string Substitute(string value, Assignment assignment) =>
        value == "$ResourceLink.submission.endDateTime" && assignment.Due is { } due
            ? due.ToUniversalTime().ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture)
            : value;
}
