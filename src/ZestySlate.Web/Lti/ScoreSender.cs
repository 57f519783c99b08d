using System.Globalization;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Sends scores to course sites (Assignment and Grade Services 2.0, 3.4 score publish) and tries again with growing pauses
/// until they are taken. The queue lies in the database and survives a restart; of several scores of one
/// learner in one column of the course's grades only the newest is sent, so that no older one comes after it.
/// </summary>
public sealed class ScoreSender(SlateDb db, AccessTokens tokens, IHttpClientFactory http, TimeProvider clock, ILogger<ScoreSender> log)
{
    private static readonly int[] PausesInSeconds = [5, 15, 60, 300, 900, 3600];

    /// <summary>Sends what is due. Returns how many were taken.</summary>
    public async Task<int> SendDueAsync(CancellationToken stop)
    {
        var now = clock.GetUtcNow();
        var due = await db
            .ScoreDeliveries.Where(d =>
                d.DeliveredAt == null
                && d.NextTry <= now
                && db.CourseSites.Any(site => site.Id == d.CourseSiteId && site.ArchivedAt == null)
            )
            .OrderBy(d => d.NextTry)
            .Take(50)
            .ToListAsync(stop);
        var taken = 0;
        foreach (var delivery in due)
        {
            if (
                await db.ScoreDeliveries.AnyAsync(
                    newer =>
                        newer.CourseSiteId == delivery.CourseSiteId
                        && newer.LineItemUrl == delivery.LineItemUrl
                        && newer.Subject == delivery.Subject
                        && newer.Id > delivery.Id,
                    stop
                )
            )
            {
                delivery.DeliveredAt = now;
                delivery.LastProblem = "A newer score took its place.";
            }
            else
            {
                taken += await TrySendAsync(delivery, stop) ? 1 : 0;
            }

            await db.SaveChangesAsync(stop);
        }

        return taken;
    }

    private async Task<bool> TrySendAsync(ScoreDelivery delivery, CancellationToken stop)
    {
        delivery.Tries++;
        try
        {
            var site = await db.CourseSites.SingleAsync(s => s.Id == delivery.CourseSiteId, stop);
            var token = await tokens.GetAsync(site, LtiNames.ScoreScope, stop);
            using var request = new HttpRequestMessage(HttpMethod.Post, ScoresOf(delivery.LineItemUrl));
            request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
            request.Content = new StringContent(Payload(delivery), Encoding.UTF8);
            request.Content.Headers.ContentType = new MediaTypeHeaderValue(LtiNames.ScoreType);
            using var response = await http.CreateClient(LtiServices.Client).SendAsync(request, stop);
            if (response.IsSuccessStatusCode)
            {
                delivery.DeliveredAt = clock.GetUtcNow();
                delivery.LastProblem = null;
                return true;
            }

            delivery.LastProblem = $"the course site answered {(int)response.StatusCode}";
        }
        catch (Exception problem) when (!stop.IsCancellationRequested)
        {
            // Whatever is wrong with this one, the others have nothing to do with it.
            delivery.LastProblem = problem switch
            {
                HttpRequestException { StatusCode: { } status } => $"the course site answered {(int)status}",
                HttpRequestException or TaskCanceledException => "the course site does not answer",
                JsonException or KeyNotFoundException or FormatException => "the course site gave no access token that can be used",
                _ => "the address that the course site gave for grades cannot be used",
            };
        }

        delivery.NextTry = clock.GetUtcNow().AddSeconds(PausesInSeconds[Math.Min(delivery.Tries, PausesInSeconds.Length) - 1]);
        Notices.ScoreNotTaken(log, delivery.Id, delivery.Tries, delivery.LastProblem, delivery.NextTry);
        return false;
    }

    private static string Payload(ScoreDelivery delivery)
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

    /// <summary>The line item's address with /scores put behind its path, before a query.</summary>
    internal static string ScoresOf(string lineItemUrl)
    {
        var at = lineItemUrl.IndexOf('?');
        return at < 0 ? lineItemUrl.TrimEnd('/') + "/scores" : lineItemUrl[..at].TrimEnd('/') + "/scores" + lineItemUrl[at..];
    }
}
