using ZestySlate.Storage.MarkingAgain;

namespace ZestySlate.Web.Teaching;

/// <summary>Goes through the markings again that are at work, also those that a crash had left in the middle.</summary>
internal sealed class MarkAgainLoop(IServiceScopeFactory scopes, ILogger<MarkAgainLoop> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromMilliseconds(500));
        while (await timer.WaitForNextTickAsync(stop))
        {
            try
            {
                while (!stop.IsCancellationRequested && await GoOnAsync())
                {
                }
            }
            catch (Exception problem) when (!stop.IsCancellationRequested)
            {
                log.LogError(problem, "Marking again failed; it goes on where it was");
            }
        }
    }

    /// <summary>One bit of the oldest run; false when none is at work.</summary>
    private async Task<bool> GoOnAsync()
    {
        await using var scope = scopes.CreateAsyncScope();
        var runs = scope.ServiceProvider.GetRequiredService<MarkAgainRuns>();
        if (await runs.AtWorkAsync() is not [var run, ..])
        {
            return false;
        }

        await runs.GoOnAsync(run);
        return true;
    }
}
