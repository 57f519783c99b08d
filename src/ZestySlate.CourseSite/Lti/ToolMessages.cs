using System.Globalization;
using System.Text.Json;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>What is being opened when a person is sent to the tool; kept under the message hint between login and launch.</summary>
/// <param name="PersonId">Who opens it.</param>
/// <param name="CourseId">In which course.</param>
/// <param name="AssignmentId">Which assignment; null for choosing content.</param>
/// <param name="Page">The origin of the page that it is opened from.</param>
public sealed record Opening(string PersonId, string CourseId, string? AssignmentId, string Page);

/// <summary>Signs launches for the tool and checks what the tool signs (LTI 1.3, Deep Linking 2.0).</summary>
public sealed class ToolMessages(SiteStore store, SiteKeys keys, IHttpClientFactory http)
{
    private const string Claim = "https://purl.imsglobal.org/spec/lti/claim/";
    private static readonly JsonSerializerOptions Written = new()
    {
        DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull,
    };
    private const string DeepLinking = "https://purl.imsglobal.org/spec/lti-dl/claim/";
    private const string Membership = "http://purl.imsglobal.org/vocab/lis/v2/membership";

    /// <summary>The roles of somebody in every course.</summary>
    public static string[] RolesOf(SitePerson person) =>
        person.Role.Length == 0 ? [Membership + "#" + (person.Teaches ? "Instructor" : "Learner")]
        : person.Role.Contains('#', StringComparison.Ordinal) ? [Membership + "/" + person.Role]
        : [Membership + "#" + person.Role];

    /// <summary>The id_token of a launch.</summary>
    /// <param name="place">Under which address we are known, and where our services are.</param>
    /// <param name="opening">What is opened.</param>
    /// <param name="nonce">The tool's nonce.</param>
    public string Launch((string Issuer, string Services) place, Opening opening, string nonce)
    {
        var (issuer, services) = place;
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
            [Claim + "deployment_id"] = Said(mischief.OtherDeployment) ?? tool.DeploymentId,
            [Claim + "roles"] = RolesOf(person, mischief),
            [Claim + "context"] = new
            {
                id = course.Id,
                title = course.Title,
                type = new[] { "http://purl.imsglobal.org/vocab/lis/v2/course#CourseOffering" },
            },
            [Claim + "tool_platform"] = new { guid = "gannet-point-courses", name = "Gannet Point courses" },
        };
        if (person.Mentors.Count > 0)
        {
            payload[Claim + "role_scope_mentor"] = person.Mentors;
        }

        payload[Claim + "launch_presentation"] = new
        {
            document_target = assignment?.OwnWindow == true ? "window" : "iframe",
            return_url = $"{opening.Page}/courses/{course.Id}",
            locale = Said(mischief.Locale),
        };
        if (assignment is null)
        {
            AskForContent(payload, issuer, course, tool, mischief);
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
                context_memberships_url = $"{services}/lti/courses/{course.Id}/members",
                service_versions = new[] { "2.0" },
            };
            payload[Claim + "custom"] = assignment.Custom.ToDictionary(pair => pair.Key, pair => Substitute(pair.Value, assignment));
            if (assignment.Points is not null && !mischief.NoGrades)
            {
                payload["https://purl.imsglobal.org/spec/lti-ags/claim/endpoint"] = new
                {
                    scope = tool.Scopes.Except([ServiceScope.Memberships]),
                    lineitems = $"{services}/lti/courses/{course.Id}/lineitems",
                    lineitem = mischief.ListOnly ? null : ServiceEndpoints.ColumnOf(services, assignment),
                };
            }
        }

        foreach (var (name, leftOut) in new[] { ("name", mischief.NoName), ("email", mischief.NoName), ("sub", mischief.NoSub) })
        {
            if (leftOut || person.IsGuest)
            {
                payload.Remove(name);
            }
        }

        return new JsonWebTokenHandler().CreateToken(JsonSerializer.Serialize(payload, Written), keys.Signing());
    }

    private static string[] RolesOf(SitePerson person, Mischief mischief) =>
        Said(mischief.Roles) switch
        {
            null => RolesOf(person),
            "none" => [],
            var roles => roles.Split(' ', StringSplitOptions.RemoveEmptyEntries),
        };

    /// <summary>Makes a launch one that asks for content.</summary>
    private static void AskForContent(Dictionary<string, object?> payload, string issuer, Course course, Tool tool, Mischief mischief)
    {
        payload[Claim + "message_type"] = "LtiDeepLinkingRequest";
        if (!mischief.NoTarget)
        {
            payload[Claim + "target_link_uri"] = tool.DeepLinkUrl;
        }

        payload[DeepLinking + "deep_linking_settings"] = new
        {
            deep_link_return_url = $"{issuer}/lti/{(mischief.Elsewhere ? "chosen-elsewhere" : "chosen")}",
            accept_types = (Said(mischief.AcceptTypes) ?? "ltiResourceLink").Split(' '),
            accept_presentation_document_targets = (Said(mischief.Targets) ?? "iframe window").Split(' '),
            accept_lineitem = !mischief.NoColumns,
            accept_multiple = !mischief.OneItem,
            data = course.Id,
        };
    }

    private static string? Said(string? typed) => string.IsNullOrWhiteSpace(typed) ? null : typed.Trim();

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
