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
)
{
    /// <summary>Until when it can be opened; null for no end.</summary>
    public DateTimeOffset? Until { get; init; }

    /// <summary>What completes it; null for as the activity says.</summary>
    public Completion? CompletedBy { get; init; }

    /// <summary>True when learners cannot open it until the teacher says so.</summary>
    public bool KeptBack { get; init; }

    /// <summary>True when it opens in a window of its own, not in the course's page.</summary>
    public bool InOwnWindow { get; init; }

    /// <summary>True when the course site shows it inside its page: then it hears how high that is wanted.</summary>
    public bool InFrame { get; init; }
}

/// <summary>Signs the answer to a wish for content (Deep Linking 2.0, 4. response message).</summary>
public sealed class DeepLinkingResponse(ToolKeys keys, TimeProvider clock)
{
    /// <summary>How high a frame is wanted, in CSS pixels, until the page in it says more exactly.</summary>
    private const int FrameHeight = 720;

    /// <summary>The JWT to post to the return address. Without items nothing was chosen: the course site's own page goes on.</summary>
    public async Task<string> SignAsync(CourseSiteRecord site, DeepLinkingRequest wish, IEnumerable<ChosenItem> items, string? said = null)
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

        if (said is not null)
        {
            payload[LtiNames.DeepLinkingMessage] = said;
        }

        return new JsonWebTokenHandler().CreateToken(JsonSerializer.Serialize(payload), await keys.SigningAsync());
    }

    /// <summary>An activity as a resource link (Deep Linking 2.0, 3. content item types).</summary>
    private static Dictionary<string, object> ContentOf(ChosenItem item)
    {
        var content = new Dictionary<string, object>
        {
            ["type"] = LtiNames.LinkType,
            ["title"] = item.Title,
            ["text"] = item.Summary,
            ["url"] = item.Address,
            // The course site puts the due date in here at each launch, so that a later change of it reaches us.
            ["custom"] = CustomOf(item),
        };
        if (item.InOwnWindow)
        {
            content["window"] = new Dictionary<string, object> { ["targetName"] = "_blank" };
        }

        if (item.InFrame)
        {
            content["iframe"] = new Dictionary<string, object> { ["height"] = FrameHeight };
        }

        if (item.Points is { } points)
        {
            content["lineItem"] = new Dictionary<string, object>
            {
                ["label"] = item.Title,
                ["scoreMaximum"] = points,
                ["resourceId"] = item.ActivityId,
            };
        }

        if (item.From is not null || item.Until is not null)
        {
            content["available"] = new[] { ("startDateTime", item.From), ("endDateTime", item.Until) }
                .Where(end => end.Item2 is not null)
                .ToDictionary(end => end.Item1, end => Written(end.Item2!.Value));
        }

        if (item.Due is { } due)
        {
            content["submission"] = new Dictionary<string, object> { ["endDateTime"] = Written(due) };
        }

        if (item.Thumbnail is { } thumbnail)
        {
            content["thumbnail"] = new Dictionary<string, object> { ["url"] = thumbnail, ["width"] = 480 };
        }

        return content;
    }

    /// <summary>What the course site sends along at each launch.</summary>
    private static Dictionary<string, object> CustomOf(ChosenItem item)
    {
        var custom = new Dictionary<string, object> { ["due"] = "$ResourceLink.submission.endDateTime" };
        if (item.CompletedBy is { } completed)
        {
            custom["completed"] = completed.ToString();
        }

        if (item.KeptBack)
        {
            custom["kept_back"] = "true";
        }

        return custom;
    }

    private static string Written(DateTimeOffset at) =>
        at.ToUniversalTime().ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture);
}
