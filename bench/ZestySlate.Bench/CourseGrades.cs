using System.Diagnostics;
using System.Text.Json;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using ZestySlate.Storage;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Lti;

namespace ZestySlate.Bench;

/// <summary>A thousand grades for three course sites: how long until two of them have all of theirs, while the third answers and while it hangs.</summary>
internal static class CourseGrades
{
    private const int Grades = 1_000,
        Sites = 3;

    private static int _taken;
    private static bool _hangs;

    public static async Task RunAsync()
    {
        await using var host = await Host.StartAsync();
        await using var there = await ThereAsync();
        // Once unmeasured, so that the first measured one does not pay for the beginning.
        await SendAsync(host, there.Urls.First(), hangs: false);
        var answering = await SendAsync(host, there.Urls.First(), hangs: false);
        var hanging = await SendAsync(host, there.Urls.First(), hangs: true);
        Console.WriteLine($"{Grades} grades to {Sites} course sites         {answering, 6:0.0} s until two have all of theirs");
        Console.WriteLine($"the same, the third one hanging      {hanging, 6:0.0} s   ratio {hanging / answering:0.00}   (aim: below 1.2)");
    }

    /// <summary>Course sites that take every grade; the third can hang.</summary>
    private static async Task<WebApplication> ThereAsync()
    {
        var builder = WebApplication.CreateBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        var app = builder.Build();
        app.MapPost("/{site:int}/token", () => Results.Json(
                new
                {
                    access_token = "t",
                    token_type = "Bearer",
                    expires_in = 600,
                }
            ));
        app.MapPost("/{site:int}/line/scores", async (int site, HttpContext context) =>
        {
            if (site == Sites - 1)
            {
                await (_hangs ? Task.Delay(Timeout.Infinite, context.RequestAborted) : Task.CompletedTask);
                return Results.NoContent();
            }

            Interlocked.Increment(ref _taken);
            return Results.NoContent();
        });
        await app.StartAsync();
        return app;
    }

    private static async Task<double> SendAsync(Host host, string address, bool hangs)
    {
        (_hangs, _taken) = (hangs, 0);
        var open = host.Services.GetRequiredService<IDbContextFactory<SlateDb>>();
        await using var db = await open.CreateDbContextAsync();
        var run = Guid.NewGuid().ToString("N");
        var sites = Enumerable
            .Range(0, Sites)
            .Select(at => new CourseSiteRecord
            {
                Name = $"Site {at}",
                Issuer = $"{address}/{run}/{at}",
                ClientId = run,
                Deployments = "d",
                AuthorizationEndpoint = $"{address}/{at}/authorize",
                TokenEndpoint = $"{address}/{at}/token",
                KeySetUrl = $"{address}/{at}/keys",
            })
            .ToList();
        db.CourseSites.AddRange(sites);
        await db.SaveChangesAsync();
        var attempt = await db.Attempts.OrderBy(a => a.Id).Select(a => a.Id).FirstAsync();
        var score = JsonSerializer.Serialize(new CourseScore(3, 4, "Completed", "FullyGraded"));
        var now = DateTimeOffset.UtcNow;
        db.ScoreDeliveries.AddRange(
            Enumerable
                .Range(0, Grades)
                .Select(at => new ScoreDelivery
                {
                    AttemptId = attempt,
                    CourseSiteId = sites[at % Sites].Id,
                    LineItemUrl = $"{address}/{at % Sites}/line",
                    Subject = $"s{at}",
                    Score = score,
                    CreatedAt = now,
                    NextTry = now,
                })
        );
        await db.SaveChangesAsync();
        var wanted = Enumerable.Range(0, Grades).Count(at => at % Sites != Sites - 1);
        var clock = Stopwatch.StartNew();
        await host.Services.GetRequiredService<ScoreSender>().StartAsync(CancellationToken.None);
        while (_taken < wanted)
        {
            await Task.Delay(10);
        }

        var seconds = clock.Elapsed.TotalSeconds;
        await db.ScoreDeliveries.ExecuteDeleteAsync();
        return seconds;
    }
}
