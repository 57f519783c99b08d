using ZestySlate.Storage.Attempts;

namespace ZestySlate.Web.Lti;

/// <summary>Looks every second for scores that are due.</summary>
internal sealed class ScoreLoop(IServiceScopeFactory scopes, ILogger<ScoreLoop> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromSeconds(1));
        while (await timer.WaitForNextTickAsync(stop))
        {
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                await scope.ServiceProvider.GetRequiredService<AttemptStore>().QueuePastDueAsync();
                await scope.ServiceProvider.GetRequiredService<ScoreSender>().SendDueAsync(stop);
            }
            catch (Exception problem) when (!stop.IsCancellationRequested)
            {
                log.LogError(problem, "Sending scores failed; it goes on");
            }
        }
    }
}
