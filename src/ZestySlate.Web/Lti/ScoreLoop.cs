using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Lti;

/// <summary>Looks every second for scores that are due.</summary>
internal sealed class ScoreLoop(LoopServices services) : Loop("Telling course sites the grades", TimeSpan.FromSeconds(1), services)
{
    protected override async Task TurnAsync(IServiceProvider provider, CancellationToken stop)
    {
        await provider.GetRequiredService<AttemptStore>().QueuePastDueAsync();
        await provider.GetRequiredService<ScoreSender>().SendDueAsync(stop);
    }
}
