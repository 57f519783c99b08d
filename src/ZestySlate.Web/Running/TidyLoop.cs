using ZestySlate.Storage.Keeping;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Running;

/// <summary>Once an hour: thins out old states of drafts; once a day: deletes files that nothing shows any more, and
/// sessions in addresses that are over, files that went on arriving no more. The log says what went.</summary>
internal sealed class TidyLoop(LoopServices services, ILogger<TidyLoop> log) : Loop("Tidying", TimeSpan.FromHours(1), services)
{
    private static readonly TimeSpan Daily = TimeSpan.FromDays(1);

    private DateTimeOffset _collected;

    protected override Task TurnAsync(IServiceProvider provider, CancellationToken stop) =>
        OneByOne.AllAsync<Func<Task>>(
            [() => ThinAsync(provider.GetRequiredService<Thinner>(), stop), () => CollectAsync(provider, stop)],
            job => job()
        );

    private async Task ThinAsync(Thinner thinner, CancellationToken stop)
    {
        var (states, drafts) = (0, 0);
        try
        {
            await OneByOne.AllAsync(await thinner.WithOldStatesAsync(stop), async activity =>
            {
                stop.ThrowIfCancellationRequested();
                var gone = await thinner.ThinAsync(activity);
                (states, drafts) = (states + gone, drafts + (gone > 0 ? 1 : 0));
            });
        }
        finally
        {
            if (states > 0)
            {
                Notices.Thinned(log, states, drafts);
            }
        }
    }

    private async Task CollectAsync(IServiceProvider provider, CancellationToken stop)
    {
        var now = provider.GetRequiredService<TimeProvider>().GetUtcNow();
        if (now - _collected < Daily)
        {
            return;
        }

        await provider.GetRequiredService<OverSessions>().DeleteAsync(stop);
        provider.GetRequiredService<ArrivingFiles>().Tidy();
        var (files, bytes) = await provider.GetRequiredService<UnusedMedia>().CollectAsync(stop);
        _collected = now;
        if (files > 0)
        {
            Notices.Collected(log, files, bytes / 1_000_000, UnusedMedia.After.Days);
        }
    }
}
