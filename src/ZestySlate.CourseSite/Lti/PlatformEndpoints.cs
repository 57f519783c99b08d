using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>The platform's side of LTI 1.3: sign-in, keys, access tokens, chosen content, scores. It refuses what is wrong.</summary>
public static class PlatformEndpoints
{
    /// <summary>Small, so that tools have to turn pages.</summary>
    private const int MembersOnAPage = 3;

    private static readonly ConcurrentDictionary<string, Opening> Openings = new();
    private static readonly ConcurrentDictionary<string, (string Scope, DateTimeOffset Until)> Tokens = new();

    /// <summary>Begins a sign-in at the tool: the address to put into the frame (OIDC third-party initiated login).</summary>
    public static string Begin(HttpContext context, Tool tool, Opening opening, string targetLink)
    {
        var hint = Guid.NewGuid().ToString("N");
        Openings[hint] = opening;
        return Microsoft.AspNetCore.WebUtilities.QueryHelpers.AddQueryString(
            tool.LoginUrl,
            new Dictionary<string, string?>
            {
                ["iss"] = Origin(context),
                ["client_id"] = tool.ClientId,
                ["lti_deployment_id"] = tool.DeploymentId,
                ["login_hint"] = opening.PersonId,
                ["lti_message_hint"] = hint,
                ["target_link_uri"] = targetLink,
                ["lti_storage_target"] = "_parent",
            }
        );
    }

    public static string Origin(HttpContext context) => $"{context.Request.Scheme}://{context.Request.Host}";

    public static void MapPlatform(this WebApplication app)
    {
        app.MapGet("/lti/authorize", Authorize);
        app.MapGet("/lti/keys", async (SiteKeys keys, SiteStore store, HttpContext context) =>
            await MisbehaveAsync(store, context, keysToo: false) ?? Results.Json(keys.Public())
        );
        app.MapPost("/lti/token", TokenAsync);
        app.MapPost("/lti/lineitems/{id}/scores", ScoreAsync);
        app.MapGet("/lti/courses/{course}/members", MembersAsync);
        app.MapPost("/lti/chosen", ChosenAsync);
    }

    private static IResult Authorize(HttpContext context, SiteStore store, ToolMessages messages)
    {
        var query = context.Request.Query;
        var tool = store.Read(state => state.Tool);
        var problem =
            query["client_id"] != tool.ClientId ? "unknown client_id"
            : query["redirect_uri"] != tool.RedirectUri ? "redirect_uri is not registered"
            : query["response_type"] != "id_token" || query["response_mode"] != "form_post" || query["scope"] != "openid"
                ? "wrong response_type, response_mode or scope"
            : string.IsNullOrEmpty(query["nonce"]) || string.IsNullOrEmpty(query["state"]) ? "nonce and state are required"
            : !Openings.TryGetValue(query["lti_message_hint"].ToString(), out var opening) || opening.PersonId != query["login_hint"]
                ? "unknown login_hint or lti_message_hint"
            : null;
        if (problem is not null)
        {
            return Results.Text($"The tool's sign-in was refused: {problem}.", statusCode: 400);
        }

        Openings.TryRemove(query["lti_message_hint"].ToString(), out var found);
        var token = messages.Launch(Origin(context), found!, query["nonce"].ToString());
        var page = $"""
            <!doctype html><html lang="en"><head><meta charset="utf-8"><title>Opening …</title><script src="/launch.js" defer></script></head>
            <body><form method="post" action="{Encode(tool.RedirectUri)}"><input type="hidden" name="state" value="{Encode(
                query["state"].ToString()
            )}"><input type="hidden" name="id_token" value="{token}"><noscript><button>Open</button></noscript></form></body></html>
            """;
        return Results.Content(page, "text/html; charset=utf-8");
    }

    private static async Task<IResult> TokenAsync(HttpContext context, SiteStore store, ToolMessages messages)
    {
        if (await MisbehaveAsync(store, context) is { } wrong)
        {
            return wrong;
        }

        var form = await context.Request.ReadFormAsync();
        var (token, problem) =
            form["grant_type"] == "client_credentials"
            && form["client_assertion_type"] == "urn:ietf:params:oauth:client-assertion-type:jwt-bearer"
                ? await messages.CheckAsync(form["client_assertion"].ToString(), Origin(context) + "/lti/token")
                : (null, "wrong grant or assertion type");
        if (
            token is null
            || token.Subject != token.Issuer
            || form["scope"].ToString() is not (ServiceScope.Score or ServiceScope.Memberships)
        )
        {
            return Results.Json(
                new { error = token is null ? "invalid_client" : "invalid_scope", error_description = problem },
                statusCode: 400
            );
        }

        var access = Guid.NewGuid().ToString("N");
        Tokens[access] = (form["scope"].ToString(), DateTimeOffset.UtcNow.AddMinutes(10));
        return Results.Json(
            new
            {
                access_token = access,
                token_type = "Bearer",
                expires_in = 600,
                scope = form["scope"].ToString(),
            }
        );
    }

    private static async Task<IResult> ScoreAsync(string id, HttpContext context, SiteStore store)
    {
        if (await MisbehaveAsync(store, context) is { } wrong)
        {
            return wrong;
        }

        if (!Bears(context, ServiceScope.Score))
        {
            return Results.StatusCode(401);
        }

        if (context.Request.ContentType?.StartsWith("application/vnd.ims.lis.v1.score+json", StringComparison.Ordinal) != true)
        {
            return Results.StatusCode(415);
        }

        using var body = await JsonDocument.ParseAsync(context.Request.Body);
        var score = body.RootElement;
        if (
            !score.TryGetProperty("userId", out var user)
            || !score.TryGetProperty("timestamp", out var timestamp)
            || !score.TryGetProperty("activityProgress", out var progress)
            || !score.TryGetProperty("gradingProgress", out var grading)
            || (score.TryGetProperty("scoreGiven", out _) && !score.TryGetProperty("scoreMaximum", out _))
        )
        {
            return Results.StatusCode(422);
        }

        var at = DateTimeOffset.Parse(timestamp.GetString()!, CultureInfo.InvariantCulture);
        var (known, newer) = store.Read(state =>
            (
                state.People.Any(p => p.Id == user.GetString()) && state.Courses.Any(c => c.Assignments.Any(a => a.Id == id)),
                state.Grades.Any(g => g.AssignmentId == id && g.PersonId == user.GetString() && g.At >= at)
            )
        );
        if (!known)
        {
            return Results.NotFound();
        }

        if (newer)
        {
            return Results.StatusCode(409);
        }

        store.Change(state =>
        {
            state.Grades.RemoveAll(g => g.AssignmentId == id && g.PersonId == user.GetString());
            state.Grades.Add(
                new Grade
                {
                    AssignmentId = id,
                    PersonId = user.GetString()!,
                    Given = score.TryGetProperty("scoreGiven", out var given) ? given.GetDecimal() : null,
                    Maximum = score.TryGetProperty("scoreMaximum", out var maximum) ? maximum.GetDecimal() : null,
                    ActivityProgress = progress.GetString()!,
                    GradingProgress = grading.GetString()!,
                    Comment = score.TryGetProperty("comment", out var comment) ? comment.GetString() : null,
                    At = at,
                }
            );
        });
        return Results.NoContent();
    }

    /// <summary>Who belongs to a course, a page at a time (Names and Role Provisioning Services 2.0). Who was removed is told as deleted.</summary>
    private static async Task<IResult> MembersAsync(string course, int? limit, int? page, HttpContext context, SiteStore store)
    {
        if (await MisbehaveAsync(store, context) is { } wrong)
        {
            return wrong;
        }

        if (!Bears(context, ServiceScope.Memberships))
        {
            return Results.StatusCode(401);
        }

        var found = store.Read(state => (Course: state.Courses.FirstOrDefault(c => c.Id == course), People: state.People.ToList()));
        if (found.Course is null)
        {
            return Results.NotFound();
        }

        var (size, at) = (Math.Clamp(limit ?? MembersOnAPage, 1, MembersOnAPage), Math.Max(0, page ?? 0));
        if ((at + 1) * size < found.People.Count)
        {
            context.Response.Headers.Link = $"<{Origin(context)}/lti/courses/{course}/members?limit={size}&page={at + 1}>; rel=\"next\"";
        }

        return Results.Json(
            new
            {
                id = $"{Origin(context)}/lti/courses/{course}/members",
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
                        roles = new[] { person.Teaches ? "Instructor" : "Learner" },
                    }),
            },
            contentType: "application/vnd.ims.lti-nrps.v2.membershipcontainer+json"
        );
    }

    private static bool Bears(HttpContext context, string scope)
    {
        var bearer = context.Request.Headers.Authorization.ToString();
        return bearer.StartsWith("Bearer ", StringComparison.Ordinal)
            && Tokens.TryGetValue(bearer[7..], out var token)
            && token.Until > DateTimeOffset.UtcNow
            && token.Scope == scope;
    }

    private static async Task<IResult> ChosenAsync(HttpContext context, SiteStore store, ToolMessages messages)
    {
        var form = await context.Request.ReadFormAsync();
        var (token, problem) = await messages.CheckAsync(form["JWT"].ToString(), Origin(context));
        const string dl = "https://purl.imsglobal.org/spec/lti-dl/claim/";
        if (
            token is null
            || token.GetPayloadValue<string>("https://purl.imsglobal.org/spec/lti/claim/message_type") != "LtiDeepLinkingResponse"
            || token.GetPayloadValue<string>("https://purl.imsglobal.org/spec/lti/claim/deployment_id")
                != store.Read(state => state.Tool.DeploymentId)
        )
        {
            return Results.Text($"What the tool chose was refused: {problem ?? "wrong message type or deployment"}.", statusCode: 400);
        }

        var courseId = token.GetPayloadValue<string>(dl + "data");
        var made = new List<string>();
        foreach (
            var item in token
                .GetPayloadValue<JsonElement>(dl + "content_items")
                .EnumerateArray()
                .Where(item => item.GetProperty("type").GetString() == "ltiResourceLink")
        )
        {
            store.Change(state =>
            {
                var assignment = new Assignment
                {
                    Id = $"a{state.NextId++}",
                    Title = item.GetProperty("title").GetString()!,
                    Instructions = item.TryGetProperty("text", out var text) ? text.GetString() ?? "" : "",
                    Url = item.GetProperty("url").GetString()!,
                    Points = item.TryGetProperty("lineItem", out var line) ? line.GetProperty("scoreMaximum").GetDecimal() : null,
                    Due =
                        item.TryGetProperty("submission", out var submission) && submission.TryGetProperty("endDateTime", out var due)
                            ? DateTimeOffset.Parse(due.GetString()!, CultureInfo.InvariantCulture)
                            : null,
                    From =
                        item.TryGetProperty("available", out var available) && available.TryGetProperty("startDateTime", out var from)
                            ? DateTimeOffset.Parse(from.GetString()!, CultureInfo.InvariantCulture)
                            : null,
                    Until =
                        item.TryGetProperty("available", out var open) && open.TryGetProperty("endDateTime", out var until)
                            ? DateTimeOffset.Parse(until.GetString()!, CultureInfo.InvariantCulture)
                            : null,
                    OwnWindow = item.TryGetProperty("window", out _),
                    KeptBack = true,
                    Custom = item.TryGetProperty("custom", out var custom)
                        ? custom.EnumerateObject().ToDictionary(p => p.Name, p => p.Value.GetString() ?? "")
                        : [],
                };
                state.Courses.Single(c => c.Id == courseId).Assignments.Add(assignment);
                made.Add(assignment.Id);
            });
        }

        // The answer arrives inside the frame; the page around it is told to go on.
        var page =
            $"""<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Chosen</title><script src="/launch.js" defer></script></head>"""
            + $"""<body data-go="/courses/{Encode(courseId)}/assignments/{Encode(made.FirstOrDefault() ?? "")}"></body></html>""";
        return Results.Content(page, "text/html; charset=utf-8");
    }

    private static async Task<IResult?> MisbehaveAsync(SiteStore store, HttpContext context, bool keysToo = true)
    {
        var mischief = store.Read(state => state.Mischief);
        if (mischief.SlowSeconds > 0)
        {
            await Task.Delay(TimeSpan.FromSeconds(mischief.SlowSeconds));
        }

        if (mischief.Away && keysToo)
        {
            context.Abort();
            return Results.Empty;
        }

        return mischief.Answers503 && keysToo ? Results.StatusCode(503) : null;
    }

    private static string Encode(string text) => System.Net.WebUtility.HtmlEncode(text);
}
