using System.Globalization;
using System.Text.Json;
using Microsoft.IdentityModel.JsonWebTokens;
using Microsoft.IdentityModel.Tokens;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>One activity as it is handed to a course site.</summary>
public sealed record ChosenItem(
    string Address,
    string Title,
    string Summary,
    decimal? Points,
    DateTimeOffset? From,
    DateTimeOffset? Due,
    string ActivityId,
    string? Thumbnail
);

/// <summary>Signs the answer to a wish for content (Deep Linking 2.0, 4. response message).</summary>
public sealed class DeepLinkingResponse(ToolKeys keys, TimeProvider clock)
{
    /// <summary>The JWT to post to the return address.</summary>
    public async Task<string> SignAsync(CourseSiteRecord site, DeepLinkingRequest wish, IEnumerable<ChosenItem> items)
    {
        var now = clock.GetUtcNow();
        var payload = new Dictionary<string, object?>
        {
            ["iss"] = site.ClientId,
            ["aud"] = site.Issuer,
            ["iat"] = now.ToUnixTimeSeconds(),
            ["exp"] = now.AddMinutes(5).ToUnixTimeSeconds(),
            ["nonce"] = Ids.Secret(),
            [LtiNames.DeploymentId] = wish.DeploymentId,
            [LtiNames.MessageType] = LtiNames.DeepLinkingResponse,
            [LtiNames.Version] = "1.3.0",
            [LtiNames.ContentItems] = items.Select(ContentOf).ToArray(),
        };
        if (wish.Data is { } data)
        {
            payload[LtiNames.DeepLinkingData] = data;
        }

        return new JsonWebTokenHandler().CreateToken(JsonSerializer.Serialize(payload), await keys.SigningAsync());
    }

    /// <summary>An activity as a resource link (Deep Linking 2.0, 3. content item types).</summary>
    private static Dictionary<string, object> ContentOf(ChosenItem item)
    {
        var content = new Dictionary<string, object>
        {
            ["type"] = "ltiResourceLink",
            ["title"] = item.Title,
            ["text"] = item.Summary,
            ["url"] = item.Address,
            // The course site puts the due date in here at each launch, so that a later change of it reaches us.
            ["custom"] = new Dictionary<string, object> { ["due"] = "$ResourceLink.submission.endDateTime" },
        };
        if (item.Points is { } points)
        {
            content["lineItem"] = new Dictionary<string, object>
            {
                ["label"] = item.Title,
                ["scoreMaximum"] = points,
                ["resourceId"] = item.ActivityId,
            };
        }

        if (item.From is { } from)
        {
            content["available"] = new Dictionary<string, object>
            {
                ["startDateTime"] = from.ToUniversalTime().ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture),
            };
        }

        if (item.Due is { } due)
        {
            content["submission"] = new Dictionary<string, object>
            {
                ["endDateTime"] = due.ToUniversalTime().ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture),
            };
        }

        if (item.Thumbnail is { } thumbnail)
        {
            content["thumbnail"] = new Dictionary<string, object> { ["url"] = thumbnail, ["width"] = 480 };
        }

        return content;
    }
}
