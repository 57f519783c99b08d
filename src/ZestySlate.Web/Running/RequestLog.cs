using Serilog;
using Serilog.Events;

namespace ZestySlate.Web.Running;

/// <summary>
/// Requests that took long or failed, in the log. They are named by the pattern of their route and never by their address,
/// which may hold the secret of a frame's session, of an invitation or of a class.
/// </summary>
internal static class RequestLog
{
    /// <summary>From so many milliseconds on a request counts as slow.</summary>
    private const double Slow = 1000;

    public static void UseRequestLog(this WebApplication app) =>
        app.UseSerilogRequestLogging(options =>
        {
            options.Logger = app.Services.GetRequiredService<Serilog.ILogger>();
            options.MessageTemplate = "{RequestMethod} {Route} answered {StatusCode} after {Elapsed:0} ms";
            options.GetLevel = (context, elapsed, problem) => Level(context.Response, elapsed, problem);
            options.GetMessageTemplateProperties = (context, _, elapsed, status) =>
                [
                    Property("RequestMethod", context.Request.Method),
                    Property("Route", RouteOf(context)),
                    Property("StatusCode", status),
                    Property("Elapsed", elapsed),
                ];
        });

    /// <summary>How a request is told: a fault as an error, a slow one as a warning, all others not at all unless the log is asked for everything.</summary>
    internal static LogEventLevel Level(HttpResponse response, double elapsed, Exception? problem) =>
        problem is not null || response.StatusCode >= StatusCodes.Status500InternalServerError ? LogEventLevel.Error
        : elapsed >= Slow && !IsOpenOnPurpose(response) ? LogEventLevel.Warning
        : LogEventLevel.Verbose;

    /// <summary>Events sent as they come keep their request open as long as the page is.</summary>
    private static bool IsOpenOnPurpose(HttpResponse response) =>
        response.ContentType?.StartsWith("text/event-stream", StringComparison.Ordinal) == true;

    /// <summary>Keeps which route was asked for, since a page of a problem may answer in its place.</summary>
    public static void UseAskedRoute(this WebApplication app) =>
        app.Use(
            (context, next) =>
            {
                context.Items.TryAdd(typeof(RequestLog), context.GetEndpoint());
                return next(context);
            }
        );

    /// <summary>The pattern of the route that was asked for, also where a page of a problem answers in its place.</summary>
    internal static string RouteOf(HttpContext context)
    {
        var asked = context.Items.TryGetValue(typeof(RequestLog), out var first) ? first as Endpoint : context.GetEndpoint();
        return asked is RouteEndpoint { RoutePattern.RawText: { } pattern } ? "/" + pattern.TrimStart('/') : "(no route)";
    }

    private static LogEventProperty Property(string name, object? value) => new(name, new ScalarValue(value));
}
