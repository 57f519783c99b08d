using System.Collections.Concurrent;
using System.Globalization;
using Microsoft.AspNetCore.Http;
using Serilog.Core;
using Serilog.Events;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Tests;

/// <summary>What the log tells whoever runs the installation: who was turned away, what was slow, and no secret.</summary>
public sealed class LogTests
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>Keeps what was logged.</summary>
    private sealed class Kept : ILogEventSink
    {
        public ConcurrentQueue<(LogEventLevel Level, string Words, string Properties)> Lines { get; } = [];

        public void Emit(LogEvent logEvent) =>
            Lines.Enqueue(
                (
                    logEvent.Level,
                    logEvent.RenderMessage(CultureInfo.InvariantCulture).Replace("\"", ""),
                    string.Join(' ', logEvent.Properties.Values)
                )
            );

        public List<string> Of(LogEventLevel level, string part) =>
            [.. Lines.Where(line => line.Level == level && line.Words.Contains(part)).Select(line => line.Words)];
    }

    [Fact]
    public async Task Who_is_turned_away_is_told_without_what_they_typed_or_any_secret()
    {
        var kept = new Kept();
        await using var host = new SlateHost
        {
            Settings =
            {
                ["Demo:Enabled"] = "false",
                ["Mail:Server"] = "",
                ["Limits:SignInPerMinute"] = "3",
                ["Serilog:MinimumLevel:Default"] = "Verbose",
            },
            Log = kept,
        };
        await host.InitializeAsync();
        for (var i = 0; i < 5; i++)
        {
            await host.Visitor().PostFormAsync("/setup", "/sign-in", ("Email", "wren@gannetpoint.example"), ("Password", "typed-secret"));
        }

        await host.Visitor().GetAsync("/lti/login?iss=http%3A%2F%2Fsomewhere.example%0AINF%20forged&login_hint=x", Stop);
        await host.Visitor().GetAsync("/welcome/a-secret-of-an-invitation", Stop);
        await host.Visitor().GetAsync("/no-such/place-at-all", Stop);

        Assert.Equal(3, kept.Of(LogEventLevel.Warning, "Name or address and password do not belong together").Count);
        Assert.Single(kept.Of(LogEventLevel.Warning, "tries too often at /sign-in"), line =>
            line.EndsWith("waits a minute", StringComparison.Ordinal)
        );
        var refused = Assert.Single(kept.Of(LogEventLevel.Warning, "A launch from"));
        Assert.Contains("http://somewhere.example INF forged", refused);
        Assert.DoesNotContain('\n', refused);
        Assert.NotEmpty(kept.Of(LogEventLevel.Verbose, "GET /welcome/{secret}"));
        Assert.NotEmpty(kept.Of(LogEventLevel.Verbose, "GET (no route) answered"));
        Assert.DoesNotContain(kept.Lines, line =>
            new[] { "wren@", "typed-secret", "a-secret-of", "place-at-all" }.Any(secret => (line.Words + line.Properties).Contains(secret))
        );
    }

    [Theory]
    [InlineData(200, 999, "text/html", LogEventLevel.Verbose)]
    [InlineData(200, 1000, "text/html", LogEventLevel.Warning)]
    [InlineData(200, 60_000, "text/event-stream", LogEventLevel.Verbose)]
    [InlineData(404, 5, "text/html", LogEventLevel.Verbose)]
    [InlineData(499, 5, "text/html", LogEventLevel.Verbose)]
    [InlineData(500, 5, "text/html", LogEventLevel.Error)]
    [InlineData(503, 5, "text/event-stream", LogEventLevel.Error)]
    public void Slow_requests_and_faults_are_told(int status, double elapsed, string type, LogEventLevel level)
    {
        var context = new DefaultHttpContext { Response = { StatusCode = status, ContentType = type } };
        Assert.Equal(level, RequestLog.Level(context.Response, elapsed, null));
        Assert.Equal(LogEventLevel.Error, RequestLog.Level(context.Response, elapsed, new InvalidOperationException()));
    }
}
