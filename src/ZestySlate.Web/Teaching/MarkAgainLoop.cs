using ZestySlate.Storage.MarkingAgain;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Teaching;

/// <summary>Goes through the markings again that are at work, also those that a crash had left in the middle.</summary>
internal sealed class MarkAgainLoop(LoopServices services, IServiceScopeFactory scopes) : Loop("Marking again", TimeSpan.FromMilliseconds(500), services)
{
    protected override async Task TurnAsync(IServiceProvider provider, CancellationToken stop)
    {
        while (!stop.IsCancellationRequested && await GoOnAsync())
        {
        }
    }

    /// <summary>One bit of the oldest run; false when none is at work. Each has a scope of its own, so that memory stays small.</summary>
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
