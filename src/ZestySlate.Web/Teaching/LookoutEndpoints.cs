using System.Text;
using Microsoft.AspNetCore.Components;
using Microsoft.AspNetCore.Components.Web;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Teaching;

/// <summary>
/// The live part of a lookout page, as server-sent events (WHATWG HTML, 9.2): each holds the rows that look different, at most
/// one event a second however many learners work. A row keeps its place.
/// </summary>
internal static class LookoutEndpoints
{
    private static readonly TimeSpan Gathered = TimeSpan.FromSeconds(1);

    /// <summary>So often the rows are looked at even when nothing happens: somebody may have become idle.</summary>
    private const int LooksEvery = 15;

    /// <summary>So often, in looks, it is asked whether who watches still may: sessions end, colleagues are put out.</summary>
    private const int RightsEvery = 2;

    private static async Task<bool> MayStillAsync(HttpContext context, IServiceScopeFactory scopes, string activity)
    {
        await using var scope = scopes.CreateAsyncScope();
        var stands = FrameSessionPath.SessionOf(context) is { } framed
            ? await scope.ServiceProvider.GetRequiredService<FrameSessions>().StandsAsync(framed)
            : Sessions.IdOf(context.User) is not { } id || await scope.ServiceProvider.GetRequiredService<Sessions>().StandsAsync(id);
        return stands && await scope.ServiceProvider.GetRequiredService<ActivityRights>().MayEditAsync(activity, context.User.Id());
    }

    public static void MapLookout(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/author/{activity}/lookout/events", StreamAsync).RequireAuthorization(Rights.ActivityEditor);

    private static async Task StreamAsync(
        string activity,
        int? assignment,
        HttpContext context,
        IServiceScopeFactory scopes,
        Watch watch,
        ILoggerFactory logs
    )
    {
        context.Response.ContentType = "text/event-stream";
        context.Response.Headers.CacheControl = "no-store";
        context.Response.Headers["X-Accel-Buffering"] = "no";
        var stop = context.RequestAborted;
        await using var renderer = new HtmlRenderer(context.RequestServices, logs);
        var shown = new Dictionary<string, string>();
        var first = true;
        var (seen, idle, looked) = (-1L, 0, 0);
        try
        {
            while (!stop.IsCancellationRequested)
            {
                if (++looked % RightsEvery == 0 && !await MayStillAsync(context, scopes, activity))
                {
                    return;
                }

                var changes = watch.ChangesOf(activity);
                if (changes != seen || idle++ >= LooksEvery)
                {
                    (seen, idle) = (changes, 0);
                    await using var scope = scopes.CreateAsyncScope();
                    var rows = await scope.ServiceProvider.GetRequiredService<Lookouts>().OfAsync(activity, assignment);
                    var different = new StringBuilder();
                    foreach (var row in rows)
                    {
                        var html = await renderer.Dispatcher.InvokeAsync(async () =>
                            (
                                await renderer.RenderComponentAsync<LookoutRow>(
                                    ParameterView.FromDictionary(
                                        new Dictionary<string, object?>
                                        {
                                            [nameof(LookoutRow.Row)] = row,
                                            [nameof(LookoutRow.Activity)] = activity,
                                            [nameof(LookoutRow.Base)] = context.Request.PathBase.Value,
                                        }
                                    )
                                )
                            ).ToHtmlString()
                        );
                        if (!shown.TryGetValue(row.Id, out var before) || before != html)
                        {
                            shown[row.Id] = html;
                            different.Append(html);
                        }
                    }

                    if (first || different.Length > 0)
                    {
                        first = false;
                        var data = different.ToString().ReplaceLineEndings(" ");
                        await context.Response.WriteAsync($"event: rows\ndata: {data}\n\n", stop);
                        await context.Response.Body.FlushAsync(stop);
                    }
                }

                await Task.Delay(Gathered, stop);
            }
        }
        catch (OperationCanceledException)
        {
            // The page was closed.
        }
    }
}
