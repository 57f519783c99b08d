using ZestySlate.Storage;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Loops;

/// <summary>
/// Does something again and again in the background. What fails rests, longer each time, and whoever runs the installation is
/// told; it goes on by itself once the trouble is over.
/// </summary>
/// <param name="what">What it does, as whoever runs the installation reads it: “Mailing”.</param>
/// <param name="every">How often.</param>
/// <param name="services">What it needs.</param>
internal abstract class Loop(string what, TimeSpan every, LoopServices services) : BackgroundService
{
    /// <summary>The longest rest after failures.</summary>
    internal static readonly TimeSpan LongestRest = TimeSpan.FromMinutes(2);

    /// <summary>One turn.</summary>
    protected abstract Task TurnAsync(IServiceProvider provider, CancellationToken stop);

    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        var rest = every;
        try
        {
            while (true)
            {
                await Task.Delay(rest, services.Clock, stop);
                rest = await OnceAsync(rest, stop);
            }
        }
        catch (OperationCanceledException) when (stop.IsCancellationRequested)
        {
            // Told to end, also by a host that goes without saying so first.
        }
    }

    /// <summary>One turn, and how long to rest after it.</summary>
    /// <param name="rest">How long was rested before it.</param>
    /// <param name="stop">Ends it.</param>
    internal async Task<TimeSpan> OnceAsync(TimeSpan rest, CancellationToken stop)
    {
        try
        {
            await using var scope = services.Scopes.CreateAsyncScope();
            await TurnAsync(scope.ServiceProvider, stop);
            services.Health.Went(what);
            return every;
        }
        catch (Exception problem) when (!stop.IsCancellationRequested)
        {
            var now = services.Clock.GetUtcNow();
            var longer = TimeSpan.FromTicks(Math.Clamp(rest.Ticks * 2, TimeSpan.TicksPerSecond, LongestRest.Ticks));
            services.Health.Failed(what, now, now + longer, StoreTrouble.Of(problem) ?? problem.Message);
            Notices.LoopFailed(services.Log, what, longer, problem);
            return longer;
        }
    }
}

/// <summary>What every loop needs.</summary>
internal sealed record LoopServices(IServiceScopeFactory Scopes, LoopHealth Health, TimeProvider Clock, ILogger<Loop> Log);
