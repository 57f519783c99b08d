using System.Collections.Concurrent;
using System.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using OpenTelemetry.Trace;

namespace ZestySlate.Web.Tests;

/// <summary>Traces are off until they are set, and tell no secret that stands in an address.</summary>
public sealed class TelemetryTests
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    [Fact]
    public async Task Nothing_is_collected_until_it_is_said_where_to()
    {
        await using var host = new SlateHost();
        await host.InitializeAsync();
        Assert.Null(host.Services.GetService<TracerProvider>());
    }

    [Fact]
    public async Task A_session_in_an_address_is_told_to_nobody()
    {
        await using var host = new SlateHost { Settings = { ["OTEL_EXPORTER_OTLP_ENDPOINT"] = "http://127.0.0.1:1" } };
        await host.InitializeAsync();
        Assert.NotNull(host.Services.GetService<TracerProvider>());
        var told = new ConcurrentBag<string>();
        using var listener = new ActivityListener
        {
            ShouldListenTo = source => source.Name == "Microsoft.AspNetCore",
            Sample = (ref ActivityCreationOptions<ActivityContext> _) => ActivitySamplingResult.AllDataAndRecorded,
            ActivityStopped = activity =>
                told.Add(activity.DisplayName + " " + string.Join(' ', activity.TagObjects.Select(tag => $"{tag.Key}={tag.Value}"))),
        };
        ActivitySource.AddActivityListener(listener);
        var begun = await host.Visitor()
            .PostAsync("/embed/garden?handler=Begin", new FormUrlEncodedContent([KeyValuePair.Create("name", "Traced")]), Stop);
        var address = begun.Headers.Location!.OriginalString;
        await host.Visitor().GetAsync(address + "?mark=findme", Stop);
        await host.Visitor().GetAsync("/join/secret-in-a-mail", Stop);
        var mine = told.Where(line => line.Contains("a/{activity}", StringComparison.Ordinal)).ToList();
        Assert.NotEmpty(mine);
        foreach (var secret in new[] { address.Split('/')[2], "findme", "secret-in-a-mail" })
        {
            Assert.DoesNotContain(told, line => line.Contains(secret, StringComparison.Ordinal));
        }
    }
}
