using System.Diagnostics;
using OpenTelemetry;
using OpenTelemetry.Metrics;
using OpenTelemetry.Resources;
using OpenTelemetry.Trace;

namespace ZestySlate.Web.Running;

/// <summary>
/// Traces and metrics for those who run it, sent by OTLP; off until OTEL_EXPORTER_OTLP_ENDPOINT says where to (OpenTelemetry,
/// environment variable specification). Addresses can hold secrets (sessions, mailed links), so only the pattern of a route is told.
/// </summary>
internal static class Telemetry
{
    internal const string Endpoint = "OTEL_EXPORTER_OTLP_ENDPOINT";

    public static void AddTelemetry(this WebApplicationBuilder builder)
    {
        if (string.IsNullOrWhiteSpace(builder.Configuration[Endpoint]))
        {
            return;
        }

        builder
            .Services.AddOpenTelemetry()
            .ConfigureResource(resource => resource.AddService("zesty-slate"))
            .WithTracing(tracing =>
                tracing
                    .AddAspNetCoreInstrumentation(options =>
                        options.EnrichWithHttpResponse = (activity, response) => KeepToRoute(activity, response.HttpContext)
                    )
                    .AddHttpClientInstrumentation()
            )
            .WithMetrics(metrics => metrics.AddAspNetCoreInstrumentation().AddHttpClientInstrumentation().AddRuntimeInstrumentation())
            .UseOtlpExporter();
    }

    /// <summary>Puts the pattern of the route in the place of the address.</summary>
    internal static void KeepToRoute(Activity activity, HttpContext context)
    {
        activity.SetTag("url.path", RequestLog.RouteOf(context));
        activity.SetTag("url.query", null);
    }
}
