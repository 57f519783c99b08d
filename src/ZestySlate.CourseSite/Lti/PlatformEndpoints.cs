using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json;
using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>The platform's side of LTI 1.3: sign-in, keys, access tokens, chosen content, scores. It refuses what is wrong.</summary>
public static class PlatformEndpoints
{
    /// <summary>The name of the frame that keeps values for tools, where it is not the page itself.</summary>
    public const string StorageFrame = "site-storage";

    private static readonly ConcurrentDictionary<string, Opening> Openings = new();

    /// <summary>Begins a sign-in at the tool: the address to put into the frame (OIDC third-party initiated login).</summary>
    public static string Begin(HttpContext context, SiteAddress address, SiteState state, Opening opening, string targetLink)
    {
        var tool = state.Tool;
        var hint = Guid.NewGuid().ToString("N");
        Openings[hint] = opening;
        return Microsoft.AspNetCore.WebUtilities.QueryHelpers.AddQueryString(
            tool.LoginUrl,
            new Dictionary<string, string?>
            {
                ["iss"] = address.Issuer(context),
                ["client_id"] = tool.ClientId,
                ["lti_deployment_id"] = tool.DeploymentId,
                ["login_hint"] = opening.PersonId,
                ["lti_message_hint"] = hint,
                ["target_link_uri"] = targetLink,
                ["lti_storage_target"] = state.Mischief.Storage switch
                {
                    FrameStorage.NotOffered => null,
                    FrameStorage.InFrame => StorageFrame,
                    _ => "_parent",
                },
            }
        );
    }

    public static void MapPlatform(this WebApplication app)
    {
        app.MapGet("/lti/authorize", Authorize);
        app.MapGet("/lti/keys", async (SiteKeys keys, SiteStore store, HttpContext context) =>
            await store.MisbehaveAsync(context, slowOnly: true) ?? Results.Json(keys.Public())
        );
        app.MapGet("/lti/storage", (SiteStore store) =>
            Results.Content(
                $"""<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Storage</title><script src="/site.js"></script></head>"""
                    + $"""<body data-tool="{Encode(store.Read(state => state.Tool.Origin()))}"></body></html>""",
                "text/html; charset=utf-8"
            )
        );
        app.MapPost("/lti/chosen", ChosenAsync);
        app.MapPost("/lti/chosen-elsewhere", (HttpContext context, SiteAddress address) =>
            Results.Redirect(address.Other(context) + "/lti/chosen", permanent: false, preserveMethod: true)
        );
    }

    private static IResult Authorize(HttpContext context, SiteStore store, SiteAddress address, ToolMessages messages)
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

        // Kept for a while: somebody may begin once more in a tab of their own.
        var found = Openings[query["lti_message_hint"].ToString()];
        var token = messages.Launch((address.Issuer(context), address.Services(context)), found, query["nonce"].ToString());
        var page = $"""
            <!doctype html><html lang="en"><head><meta charset="utf-8"><title>Opening …</title><script src="/launch.js" defer></script></head>
            <body><form method="post" action="{Encode(tool.RedirectUri)}"><input type="hidden" name="state" value="{Encode(
                query["state"].ToString()
            )}"><input type="hidden" name="id_token" value="{token}"><noscript><button>Open</button></noscript></form></body></html>
            """;
        return Results.Content(page, "text/html; charset=utf-8");
    }

    private static async Task<IResult> ChosenAsync(HttpContext context, SiteStore store, SiteAddress address, ToolMessages messages)
    {
        var form = await context.Request.ReadFormAsync();
        var (token, problem) = await messages.CheckAsync(form["JWT"].ToString(), address.Issuer(context));
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
            + $"""<body data-go="/courses/{Encode(courseId)}{(made.Count > 0 ? "/assignments/" + Encode(made[0]) : "")}"></body></html>""";
        return Results.Content(page, "text/html; charset=utf-8");
    }

    private static string Encode(string text) => System.Net.WebUtility.HtmlEncode(text);
}
