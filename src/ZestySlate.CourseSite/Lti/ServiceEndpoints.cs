using System.Globalization;
using System.Text.Json;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>The services that a tool asks: tokens, scores and columns (Assignment and Grade Services 2.0), members (Names and Role
/// Provisioning Services 2.0).</summary>
public static class ServiceEndpoints
{
    /// <summary>Small, so that tools have to turn pages.</summary>
    private const int MembersOnAPage = 3;

    private static readonly string[] ActivityProgress = ["Initialized", "Started", "InProgress", "Submitted", "Completed"];
    private static readonly string[] GradingProgress = ["FullyGraded", "Pending", "PendingManual", "Failed", "NotReady"];

    public static void MapServices(this WebApplication app)
    {
        app.MapPost("/lti/token", async (HttpContext context, SiteStore store, AccessGrants grants) =>
            await store.MisbehaveAsync(context) ?? await grants.GiveAsync(context)
        );
        app.MapPost("/lti/lineitems/{id}/scores", ScoreAsync);
        app.MapGet("/lti/courses/{course}/lineitems", ColumnsAsync);
        app.MapGet("/lti/courses/{course}/members", MembersAsync);
    }

    /// <summary>Score publish (3.4). What is wrong is refused with what is wrong.</summary>
    private static async Task<IResult> ScoreAsync(string id, HttpContext context, SiteStore store, AccessGrants grants)
    {
        if (await store.MisbehaveAsync(context) is { } wrong)
        {
            return wrong;
        }

        var mischief = store.Read(state => state.Mischief);
        if (mischief.ScoreStatus > 0)
        {
            if (mischief.RetryAfter > 0)
            {
                context.Response.Headers.RetryAfter = mischief.RetryAfter.ToString(CultureInfo.InvariantCulture);
            }

            return Results.StatusCode(mischief.ScoreStatus);
        }

        if (!grants.Bears(context, ServiceScope.Score))
        {
            return Results.StatusCode(401);
        }

        if (context.Request.ContentType?.StartsWith("application/vnd.ims.lis.v1.score+json", StringComparison.Ordinal) != true)
        {
            return Results.StatusCode(415);
        }

        using var body = await JsonDocument.ParseAsync(context.Request.Body);
        var score = body.RootElement;
        if (Problem(score) is { } problem)
        {
            return Results.Text(problem, statusCode: 422);
        }

        var (user, at) = (score.GetProperty("userId").GetString()!, Moment(score)!.Value);
        var (assignment, known, newer) = store.Read(state =>
        {
            var found = state.Courses.SelectMany(c => c.Assignments).FirstOrDefault(a => a.ColumnId == id)?.Id;
            return (
                found,
                state.People.Any(p => p.Id == user),
                state.Grades.Any(g => g.AssignmentId == found && g.PersonId == user && g.At >= at)
            );
        });
        if (assignment is null || !known)
        {
            return Results.NotFound();
        }

        if (newer)
        {
            return Results.StatusCode(409);
        }

        store.Change(state =>
        {
            state.Grades.RemoveAll(g => g.AssignmentId == assignment && g.PersonId == user);
            state.Grades.Add(
                new Grade
                {
                    AssignmentId = assignment,
                    PersonId = user,
                    Given = score.TryGetProperty("scoreGiven", out var given) ? given.GetDecimal() : null,
                    Maximum = score.TryGetProperty("scoreMaximum", out var maximum) ? maximum.GetDecimal() : null,
                    ActivityProgress = score.GetProperty("activityProgress").GetString()!,
                    GradingProgress = score.GetProperty("gradingProgress").GetString()!,
                    Comment = score.TryGetProperty("comment", out var comment) ? comment.GetString() : null,
                    At = at,
                }
            );
        });
        return Results.NoContent();
    }

    /// <summary>What is wrong with a score (3.4.1 to 3.4.9); null for nothing.</summary>
    private static string? Problem(JsonElement score)
    {
        string? Text(string name) =>
            score.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString() : null;
        decimal? Number(string name) =>
            score.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number ? value.GetDecimal() : null;
        var (gives, given, maximum) = (score.TryGetProperty("scoreGiven", out _), Number("scoreGiven"), Number("scoreMaximum"));
        return Text("userId") is null ? "userId is missing"
            : Moment(score) is null ? "timestamp is no moment with a zone"
            : !ActivityProgress.Contains(Text("activityProgress")) ? "activityProgress is not one of the words"
            : !GradingProgress.Contains(Text("gradingProgress")) ? "gradingProgress is not one of the words"
            : gives && given is not >= 0 ? "scoreGiven is below zero, or no number"
            : gives && maximum is not > 0 ? "scoreMaximum is missing, or not above zero"
            : null;
    }

    private static DateTimeOffset? Moment(JsonElement score) =>
        score.TryGetProperty("timestamp", out var value)
        && value.ValueKind == JsonValueKind.String
        && value.GetString() is { } text
        && (text.EndsWith('Z') || text.LastIndexOfAny(['+', '-']) > text.IndexOf('T', StringComparison.Ordinal))
        && DateTimeOffset.TryParse(text, CultureInfo.InvariantCulture, out var at)
            ? at
            : null;

    /// <summary>The columns of a course, all or those of a link (3.2).</summary>
    private static async Task<IResult> ColumnsAsync(
        string course,
        string? resource_link_id,
        HttpContext context,
        SiteStore store,
        SiteAddress address,
        AccessGrants grants
    )
    {
        if (await store.MisbehaveAsync(context) is { } wrong)
        {
            return wrong;
        }

        if (!grants.Bears(context, ServiceScope.Columns))
        {
            return Results.StatusCode(401);
        }

        var found = store.Read(state =>
            state.Courses.FirstOrDefault(c => c.Id == course)?.Assignments.Where(a => a.Points is not null).ToList()
        );
        return found is null
            ? Results.NotFound()
            : Results.Json(
                found
                    .Where(a => resource_link_id is null || a.Id == resource_link_id)
                    .Select(a => new
                    {
                        id = ColumnOf(address.Services(context), a),
                        label = a.Title,
                        scoreMaximum = a.Points,
                        resourceLinkId = a.Id,
                    }),
                contentType: "application/vnd.ims.lis.v2.lineitemcontainer+json"
            );
    }

    /// <summary>The address of an assignment's column.</summary>
    public static string ColumnOf(string services, Assignment assignment) => $"{services}/lti/lineitems/{assignment.ColumnId}";

    /// <summary>Who belongs to a course, a page at a time. Who was removed is told as deleted.</summary>
    private static async Task<IResult> MembersAsync(
        string course,
        int? limit,
        int? page,
        HttpContext context,
        SiteStore store,
        SiteAddress address,
        AccessGrants grants
    )
    {
        if (await store.MisbehaveAsync(context) is { } wrong)
        {
            return wrong;
        }

        if (!grants.Bears(context, ServiceScope.Memberships))
        {
            return Results.StatusCode(401);
        }

        var found = store.Read(state =>
            (Course: state.Courses.FirstOrDefault(c => c.Id == course), People: state.People.Where(p => !p.IsGuest).ToList())
        );
        if (found.Course is null)
        {
            return Results.NotFound();
        }

        var here = $"{address.Services(context)}/lti/courses/{course}/members";
        var (size, at) = (Math.Clamp(limit ?? MembersOnAPage, 1, MembersOnAPage), Math.Max(0, page ?? 0));
        if ((at + 1) * size < found.People.Count)
        {
            context.Response.Headers.Link = $"<{here}?limit={size}&page={at + 1}>; rel=\"next\"";
        }

        return Results.Json(
            new
            {
                id = here,
                context = new { id = course, title = found.Course.Title },
                members = found
                    .People.Skip(at * size)
                    .Take(size)
                    .Select(person => new
                    {
                        status = found.Course.Removed.Contains(person.Id) ? "Deleted" : "Active",
                        name = person.Name,
                        email = person.Email,
                        user_id = person.Id,
                        roles = ToolMessages.RolesOf(person),
                    }),
            },
            contentType: "application/vnd.ims.lti-nrps.v2.membershipcontainer+json"
        );
    }
}
