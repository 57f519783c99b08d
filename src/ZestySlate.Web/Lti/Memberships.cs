using System.Net.Http.Headers;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Asks a course site who belongs to the course of an assignment (Names and Role Provisioning Services 2.0), page by page.
/// Who is told as inactive or deleted, or told no more, is kept and marked as removed: their work stays.
/// </summary>
public sealed partial class Memberships(SlateDb db, AccessTokens tokens, IHttpClientFactory http, TimeProvider clock)
{
    private const int MostPages = 200,
        PageSize = 100;

    /// <summary>Asks anew. Returns how many learners belong to the course, or why it is not known.</summary>
    public async Task<Outcome<int>> RefreshAsync(AssignmentRecord assignment, CancellationToken stop)
    {
        if (assignment is not { MembershipsUrl: { } address, CourseSiteId: { } siteId })
        {
            return Outcome<int>.Refused("This course site does not tell who belongs to the course.");
        }

        var told = new Dictionary<string, CourseMember>();
        try
        {
            var site = await db.CourseSites.AsNoTracking().SingleAsync(s => s.Id == siteId, stop);
            var token = await tokens.GetAsync(site, LtiNames.MembershipScope, stop);
            string? next =
                $"{address}{(address.Contains('?', StringComparison.Ordinal) ? '&' : '?')}limit={PageSize}"
                + $"&rlid={Uri.EscapeDataString(assignment.ResourceLinkId ?? "")}";
            for (var page = 0; next is not null && page < MostPages; page++)
            {
                next = await ReadPageAsync(next, token, assignment.Id, told, stop);
            }
        }
        catch (Exception problem)
            when (problem
                    is HttpRequestException
                        or TaskCanceledException
                        or JsonException
                        or InvalidOperationException
                        or UriFormatException
                        or KeyNotFoundException
                && !stop.IsCancellationRequested
            )
        {
            return Outcome<int>.Refused(
                problem is HttpRequestException { StatusCode: { } status }
                    ? $"The course site answered {(int)status} when it was asked who belongs to the course."
                    : "The course site does not tell who belongs to the course just now."
            );
        }

        var now = clock.GetUtcNow();
        foreach (var known in await db.CourseMembers.Where(member => member.AssignmentId == assignment.Id).ToListAsync(stop))
        {
            if (told.Remove(known.Subject, out var anew))
            {
                (known.Name, known.Teaches, known.RemovedAt) = (
                    anew.Name,
                    anew.Teaches,
                    anew.RemovedAt is null ? null : known.RemovedAt ?? now
                );
            }
            else
            {
                known.RemovedAt ??= now;
            }
        }

        db.CourseMembers.AddRange(told.Values);
        (await db.Assignments.SingleAsync(a => a.Id == assignment.Id, stop)).MembersAt = now;
        await db.SaveChangesAsync(stop);
        return await db.CourseMembers.CountAsync(
            member => member.AssignmentId == assignment.Id && !member.Teaches && member.RemovedAt == null,
            stop
        );
    }

    /// <summary>Reads one page; the address of the next one, or null (RFC 8288, rel="next").</summary>
    private async Task<string?> ReadPageAsync(
        string address,
        string token,
        int assignmentId,
        Dictionary<string, CourseMember> told,
        CancellationToken stop
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, address);
        request.Headers.Authorization = new AuthenticationHeaderValue("Bearer", token);
        request.Headers.Accept.Add(new MediaTypeWithQualityHeaderValue(LtiNames.MembershipType));
        using var reply = await http.CreateClient(LtiServices.Client).SendAsync(request, stop);
        reply.EnsureSuccessStatusCode();
        using var container = JsonDocument.Parse(await reply.Content.ReadAsStringAsync(stop));
        foreach (var member in container.RootElement.GetProperty("members").EnumerateArray())
        {
            var subject = member.GetProperty("user_id").GetString()!;
            var name = Text(member, "name")
                ?? string.Join(' ', new[] { Text(member, "given_name"), Text(member, "family_name") }.Where(part => part is not null));
            told[subject] = new CourseMember
            {
                AssignmentId = assignmentId,
                Subject = subject,
                Name = name.Length > 0 ? name : "Somebody without a name",
                Teaches =
                    member.TryGetProperty("roles", out var roles)
                    && LtiNames.IsTeaching(roles.EnumerateArray().Select(role => role.GetString() ?? "")),
                // Without a status somebody is active (2.3.2).
                RemovedAt = Text(member, "status") is null or "Active" ? null : clock.GetUtcNow(),
            };
        }

        return reply.Headers.TryGetValues("Link", out var links) && NextLink().Match(string.Join(", ", links)) is { Success: true } match
            ? new Uri(new Uri(address), match.Groups[1].Value).ToString()
            : null;
    }

    private static string? Text(JsonElement member, string name) =>
        member.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String && value.GetString() is { Length: > 0 } text
            ? text
            : null;

    [GeneratedRegex("<([^>]+)>\\s*;[^,]*rel=\"?next\"?", RegexOptions.IgnoreCase)]
    private static partial Regex NextLink();
}
