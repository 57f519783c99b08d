using System.Globalization;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>Writes a score as course sites read it (Assignment and Grade Services 2.0, 3.4 score publish).</summary>
internal static class ScorePayload
{
    /// <summary>The request that publishes it.</summary>
    public static HttpRequestMessage RequestOf(ScoreDelivery delivery)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, AddressOf(delivery.LineItemUrl))
        {
            Content = new StringContent(Written(delivery), Encoding.UTF8),
        };
        request.Content.Headers.ContentType = new MediaTypeHeaderValue(LtiNames.ScoreType);
        return request;
    }

    /// <summary>The line item's address with /scores put behind its path, before a query.</summary>
    internal static string AddressOf(string lineItemUrl)
    {
        var at = lineItemUrl.IndexOf('?');
        return at < 0 ? lineItemUrl.TrimEnd('/') + "/scores" : lineItemUrl[..at].TrimEnd('/') + "/scores" + lineItemUrl[at..];
    }

    private static string Written(ScoreDelivery delivery)
    {
        var score = JsonSerializer.Deserialize<CourseScore>(delivery.Score)!;
        var payload = new Dictionary<string, object>
        {
            ["userId"] = delivery.Subject,
            ["timestamp"] = delivery.CreatedAt.ToUniversalTime().ToString("yyyy-MM-dd'T'HH:mm:ss.ffffff'Z'", CultureInfo.InvariantCulture),
            ["activityProgress"] = score.ActivityProgress,
            ["gradingProgress"] = score.GradingProgress,
        };
        if (score is { Given: { } given, Maximum: { } maximum })
        {
            payload["scoreGiven"] = given;
            payload["scoreMaximum"] = maximum;
        }

        if (score.Comment is { } comment)
        {
            payload["comment"] = comment;
        }

        return JsonSerializer.Serialize(payload);
    }
}
