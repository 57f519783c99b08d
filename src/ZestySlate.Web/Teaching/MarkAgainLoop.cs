using ZestySlate.Storage.MarkingAgain;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Teaching;

/// <summary>Goes through the markings again that are at work, also those that a crash had left in the middle, oldest first.</summary>
internal sealed class MarkAgainLoop(LoopServices services, IServiceScopeFactory scopes)
    : Loop("Marking again", TimeSpan.FromMilliseconds(500), services)
{
    protected override async Task TurnAsync(IServiceProvider provider, CancellationToken stop) =>
        await OneByOne.AllAsync(await provider.GetRequiredService<MarkAgainRuns>().AtWorkAsync(), async run =>
        {
            while (!stop.IsCancellationRequested && await GoOnAsync(run)) { }
        });

    /// <summary>One bit of a run; false when it is finished. Each has a scope of its own, so that memory stays small.</summary>
    private async Task<bool> GoOnAsync(string run)
    {
        await using var scope = scopes.CreateAsyncScope();
        return await scope.ServiceProvider.GetRequiredService<MarkAgainRuns>().GoOnAsync(run);
    }
}
