namespace ZestySlate.Web.Mails;

/// <summary>Looks every few seconds for mails that assignments are to send, and for those on their way.</summary>
internal sealed class MailLoop(IServiceScopeFactory scopes, ILogger<MailLoop> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromSeconds(5));
        while (await timer.WaitForNextTickAsync(stop))
        {
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                await scope.ServiceProvider.GetRequiredService<MailPlan>().PlanAsync();
                await scope.ServiceProvider.GetRequiredService<MailSender>().SendDueAsync(stop);
            }
            catch (Exception problem) when (!stop.IsCancellationRequested)
            {
                log.LogError(problem, "Mailing failed; it goes on");
            }
        }
    }
}
