using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Teaching;

/// <summary>Hands in what learners left open when their time was over.</summary>
internal sealed class OverdueLoop(LoopServices services) : Loop("Handing in work whose time is over", TimeSpan.FromSeconds(5), services)
{
    private readonly OverdueMemory _memory = new();

    protected override Task TurnAsync(IServiceProvider provider, CancellationToken stop) =>
        provider.GetRequiredService<Overdue>().HandInAsync(_memory);
}
