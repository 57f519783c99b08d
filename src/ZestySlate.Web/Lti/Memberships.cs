using System.Net.Http.Headers;
using System.Text.Json;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Asks a course site who belongs to the course of an assignment (Names and Role Provisioning Services 2.0), page by page.
/// Who is told as inactive or deleted, or told no more, is kept and marked as removed: their work stays.
/// </summary>
public sealed class Memberships(IDbContextFactory<SlateDb> open, AccessTokens tokens, TimeProvider clock)
{
    /// <summary>The largest course whose members are all read. Who is beyond is not marked as removed, and the teacher is told.</summary>
    public const int Most = 10_000;

    private const int PageSize = 500,
        MostPages = 1_000;

    /// <summary>Asks anew. What could not be had changes nothing, and is said with the assignment.</summary>
    public async Task RefreshAsync(int assignmentId, CancellationToken stop)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        var assignment = await db.Assignments.SingleAsync(a => a.Id == assignmentId, stop);
        var now = clock.GetUtcNow();
        if (assignment is not { MembershipsUrl: { } address, CourseSiteId: { } siteId })
        {
            assignment.MembersNext = null;
            await db.SaveChangesAsync(stop);
            return;
        }

        var told = new Dictionary<string, CourseMember>();
        try
        {
            var site = await db.CourseSites.AsNoTracking().SingleAsync(s => s.Id == siteId, stop);
            var whole = await ReadAsync(site, address, assignment, told, stop);
            await TakeAsync(db, assignment, told, whole, now, stop);
            (assignment.MembersAt, assignment.MembersNext, assignment.MembersProblem) = (
                now,
                null,
                whole ? null : $"The course has more members than {Most}: those beyond are not listed."
            );
        }
        catch (Exception problem)
            when (!stop.IsCancellationRequested && problem is not DbUpdateException && StoreTrouble.Of(problem) is null)
        {
            // Whoever looks has it asked anew.
            assignment.MembersNext = null;
            assignment.MembersProblem = problem switch
            {
                HttpRequestException { StatusCode: { } status } =>
                    $"The course site answered {(int)status} when it was asked who belongs to the course.",
                NoTokenException token => $"The course site {token.Message}.",
                _ => "The course site does not tell who belongs to the course just now.",
            };
        }

        await db.SaveChangesAsync(stop);
    }

    /// <summary>Reads all pages. False when there are more members than are read.</summary>
    private async Task<bool> ReadAsync(
        CourseSiteRecord site,
        string address,
        AssignmentRecord assignment,
        Dictionary<string, CourseMember> told,
        CancellationToken stop
    )
    {
        // The limit is a wish (2.4.2); rlid asks for who may open this link (3.1).
        Uri? next = new(
            QueryHelpers.AddQueryString(
                address,
                new Dictionary<string, string?> { ["limit"] = $"{PageSize}", ["rlid"] = assignment.ResourceLinkId ?? "" }
            )
        );
        var asked = new HashSet<Uri>();
        while (next is not null && told.Count < Most && asked.Count < MostPages)
        {
            if (!asked.Add(next))
            {
                // A page that leads back to one that was read: there is no more.
                return true;
            }

            next = await ReadPageAsync(site, next, assignment.Id, told, stop);
        }

        return next is null && told.Count <= Most;
    }

    /// <summary>Reads one page; the address of the next one, or null (RFC 8288, rel="next").</summary>
    private async Task<Uri?> ReadPageAsync(
        CourseSiteRecord site,
        Uri address,
        int assignmentId,
        Dictionary<string, CourseMember> told,
        CancellationToken stop
    )
    {
        using var reply = await tokens.AskAsync(
            site,
            LtiNames.MembershipScope,
            () =>
            {
                var request = new HttpRequestMessage(HttpMethod.Get, address);
                request.Headers.Accept.Add(new MediaTypeWithQualityHeaderValue(LtiNames.MembershipType));
                return request;
            },
            stop
        );
        reply.EnsureSuccessStatusCode();
        using var container = JsonDocument.Parse(await reply.Content.ReadAsStringAsync(stop));
        if (
            container.RootElement.ValueKind != JsonValueKind.Object
            || !container.RootElement.TryGetProperty("members", out var members)
            || members.ValueKind != JsonValueKind.Array
        )
        {
            throw new JsonException("The container has no members.");
        }

        foreach (var one in members.EnumerateArray())
        {
            // One that says not who it is tells nothing of anybody, and takes nothing from the others.
            if (MemberOf(one, assignmentId) is { } member)
            {
                told[member.Subject] = member;
            }
        }

        return reply.Headers.TryGetValues("Link", out var links) ? LinkHeader.Find(links, "next", address) : null;
    }

    private CourseMember? MemberOf(JsonElement member, int assignmentId)
    {
        if (member.Text("user_id") is not { } subject)
        {
            return null;
        }

        var roles =
            member.TryGetProperty("roles", out var list) && list.ValueKind == JsonValueKind.Array
                ? list.EnumerateArray().Select(role => role.AsText()).OfType<string>()
                : [];
        return new CourseMember
        {
            AssignmentId = assignmentId,
            Subject = subject,
            Name = LaunchReader.NameOf(member.Text("name"), member.Text("given_name"), member.Text("family_name"))
                ?? "Somebody without a name",
            HasOtherRole = CourseRoles.Of(roles) != CourseRole.Learner,
            // Without a status somebody is active (2.3.2).
            RemovedAt = member.Text("status") is null or "Active" ? null : clock.GetUtcNow(),
        };
    }

    /// <summary>Takes over what was told. Who was told no more belongs to the course no more, where everybody was told.</summary>
    private static async Task TakeAsync(
        SlateDb db,
        AssignmentRecord assignment,
        Dictionary<string, CourseMember> told,
        bool whole,
        DateTimeOffset now,
        CancellationToken stop
    )
    {
        foreach (var known in await db.CourseMembers.Where(member => member.AssignmentId == assignment.Id).ToListAsync(stop))
        {
            if (told.Remove(known.Subject, out var anew))
            {
                (known.Name, known.HasOtherRole, known.RemovedAt) = (
                    anew.Name,
                    anew.HasOtherRole,
                    anew.RemovedAt is null ? null : known.RemovedAt ?? now
                );
            }
            else if (whole)
            {
                known.RemovedAt ??= now;
            }
        }

        db.CourseMembers.AddRange(told.Values);
    }
}
