using ZestySlate.Storage.Attempts;

namespace ZestySlate.Web.Teaching;

/// <summary>Hands in what learners left open when their time was over.</summary>
internal sealed class OverdueLoop(IServiceScopeFactory scopes, TimeProvider clock, ILogger<OverdueLoop> log) : BackgroundService
{
    private readonly OverdueMemory _memory = new();

    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromSeconds(5), clock);
        while (await timer.WaitForNextTickAsync(stop))
        {
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                await scope.ServiceProvider.GetRequiredService<Overdue>().HandInAsync(_memory);
            }
            catch (Exception problem) when (!stop.IsCancellationRequested)
            {
                log.LogError(problem, "Work whose time is over could not be handed in; it is tried again");
            }
        }
    }
}
