using System.Net.Http.Headers;
using System.Text.Json;
using Microsoft.AspNetCore.WebUtilities;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Looks for the column of grades of an assignment, where a launch named none or the one it named is gone (Assignment and Grade
/// Services 2.0, 3.2).
/// </summary>
public sealed class CourseColumns(AccessTokens tokens)
{
    private const int MostPages = 10;

    /// <summary>The address of the column that belongs to the assignment's link, or to its activity; null when none can be found, or
    /// several may be meant.</summary>
    /// <param name="site">Its course site.</param>
    /// <param name="assignment">The assignment.</param>
    /// <param name="not">A column that is gone; null for none.</param>
    /// <param name="stop">Ends it.</param>
    public async Task<string?> FindAsync(CourseSiteRecord site, AssignmentRecord assignment, string? not, CancellationToken stop)
    {
        if (assignment.LineItemsUrl is not { } lists)
        {
            return null;
        }

        var (byLink, byActivity) = (new HashSet<string>(), new HashSet<string>());
        try
        {
            Uri? next = new(QueryHelpers.AddQueryString(lists, "resource_link_id", assignment.ResourceLinkId ?? ""));
            for (var page = 0; next is not null && page < MostPages; page++)
            {
                next = await ReadPageAsync(site, next, assignment, byLink, byActivity, stop);
            }
        }
        catch (Exception problem)
            when (problem is HttpRequestException or TaskCanceledException or JsonException or NoTokenException or UriFormatException
                && !stop.IsCancellationRequested
            )
        {
            return null;
        }

        byLink.Remove(not ?? "");
        byActivity.Remove(not ?? "");
        return byLink.Count == 1 ? byLink.Single()
            : byLink.Count == 0 && byActivity.Count == 1 ? byActivity.Single()
            : null;
    }

    private async Task<Uri?> ReadPageAsync(
        CourseSiteRecord site,
        Uri address,
        AssignmentRecord assignment,
        HashSet<string> byLink,
        HashSet<string> byActivity,
        CancellationToken stop
    )
    {
        using var reply = await tokens.AskAsync(
            site,
            LtiNames.ColumnReadScope,
            () =>
            {
                var request = new HttpRequestMessage(HttpMethod.Get, address);
                request.Headers.Accept.Add(new MediaTypeWithQualityHeaderValue(LtiNames.ColumnsType));
                return request;
            },
            stop
        );
        reply.EnsureSuccessStatusCode();
        using var list = JsonDocument.Parse(await reply.Content.ReadAsStringAsync(stop));
        foreach (var column in list.RootElement.ValueKind == JsonValueKind.Array ? list.RootElement.EnumerateArray().ToArray() : [])
        {
            if (LaunchReader.Address(column.Text("id")) is not { } id)
            {
                continue;
            }

            // A course site that knows no filter tells all its columns.
            if (assignment.ResourceLinkId is { } link && column.Text("resourceLinkId") == link)
            {
                byLink.Add(id);
            }
            else if (column.Text("resourceId") == assignment.ActivityId)
            {
                byActivity.Add(id);
            }
        }

        return reply.Headers.TryGetValues("Link", out var links) ? LinkHeader.Find(links, "next", address) : null;
    }
}
