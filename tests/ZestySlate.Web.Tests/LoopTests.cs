using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.MarkingAgain;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Tests;

/// <summary>Work in the background that fails rests longer each time, is told, and goes on once the trouble is over.</summary>
public sealed class LoopTests
{
    private sealed class Trying(LoopServices services) : Loop("Trying", TimeSpan.FromSeconds(5), services)
    {
        public Exception? Trouble { get; set; }

        protected override Task TurnAsync(IServiceProvider provider, CancellationToken stop) =>
            Trouble is null ? Task.CompletedTask : throw Trouble;
    }

    [Fact]
    public async Task What_fails_rests_and_is_told_and_goes_on()
    {
        await using var provider = new ServiceCollection().BuildServiceProvider();
        var health = new LoopHealth();
        using var loop = new Trying(
            new LoopServices(provider.GetRequiredService<IServiceScopeFactory>(), health, TimeProvider.System, NullLogger<Loop>.Instance)
        );
        var stop = TestContext.Current.CancellationToken;
        loop.Trouble = new IOException("full", 28);
        var rests = new List<double>();
        for (var rest = TimeSpan.FromSeconds(5); rests.Count < 7; )
        {
            rest = await loop.OnceAsync(rest, stop);
            rests.Add(rest.TotalSeconds);
        }

        Assert.Equal([10, 20, 40, 80, 120, 120, 120], rests);
        var trouble = Assert.Single(health.Troubles);
        Assert.Equal(("Trying", "There is no room left on the server's disk."), (trouble.What, trouble.Why));
        Assert.Equal(120, Math.Round((trouble.Next - DateTimeOffset.UtcNow).TotalSeconds));

        loop.Trouble = null;
        Assert.Equal(TimeSpan.FromSeconds(5), await loop.OnceAsync(Loop.LongestRest, stop));
        Assert.Empty(health.Troubles);
    }

    [Fact]
    public async Task One_that_fails_holds_no_other_up_and_is_told()
    {
        var done = new List<int>();
        var problem = await Assert.ThrowsAsync<FormatException>(() => OneByOne.AllAsync([1, 2, 3, 4], one =>
            {
                done.Add(one);
                return one % 2 == 1
                    ? Task.CompletedTask
                    : throw new FormatException(one.ToString(System.Globalization.CultureInfo.InvariantCulture));
            }));
        Assert.Equal("2", problem.Message);
        Assert.Equal([1, 2, 3, 4], done);
    }

    [Fact]
    public async Task Trouble_with_the_storage_is_that_of_all_and_told_at_once()
    {
        var done = new List<int>();
        await Assert.ThrowsAsync<IOException>(() => OneByOne.AllAsync([1, 2, 3], one =>
            {
                done.Add(one);
                throw new IOException("full", 28);
            }));
        Assert.Equal([1], done);
    }

    [Fact]
    public async Task A_marking_again_that_cannot_go_on_holds_no_later_one_up()
    {
        await using var host = new SlateHost { Settings = { ["Demo:Enabled"] = "false", ["Mail:Server"] = "" } };
        await host.InitializeAsync();
        var stop = TestContext.Current.CancellationToken;
        var now = DateTimeOffset.UtcNow;
        await host.DbAsync(async db =>
        {
            // An attempt whose events cannot be read, and a later run that has nothing to do.
            db.Attempts.Add(
                new AttemptRecord
                {
                    Id = "torn",
                    ActivityId = "torn",
                    PersonId = "wren",
                    BeganAt = now,
                }
            );
            db.Events.Add(
                new EventRecord
                {
                    AttemptId = "torn",
                    Sequence = 1,
                    EventId = "torn",
                    Json = "{",
                }
            );
            db.MarkAgainRuns.Add(
                new MarkAgainRun
                {
                    Id = "first",
                    ActivityId = "torn",
                    Edition = 1,
                    By = "ines",
                    At = now.AddMinutes(-2),
                }
            );
            db.MarkAgainRuns.Add(
                new MarkAgainRun
                {
                    Id = "later",
                    ActivityId = "none",
                    Edition = 1,
                    By = "ines",
                    At = now.AddMinutes(-1),
                }
            );
            return await db.SaveChangesAsync(stop);
        });
        for (
            var tries = 0;
            tries < 100 && await host.DbAsync(db => db.MarkAgainRuns.AnyAsync(run => run.Id == "later" && run.FinishedAt == null, stop));
            tries++
        )
        {
            await Task.Delay(100, stop);
        }

        var runs = await host.DbAsync(db => db.MarkAgainRuns.ToDictionaryAsync(run => run.Id, run => run.IsAtWork, stop));
        Assert.Equal((true, false), (runs["first"], runs["later"]));
        Assert.Contains(host.Services.GetRequiredService<LoopHealth>().Troubles, trouble => trouble.What == "Marking again");
    }
}
