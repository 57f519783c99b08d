using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Mails;

/// <summary>Looks every few seconds for mails that assignments are to send, and for those on their way.</summary>
internal sealed class MailLoop(LoopServices services) : Loop("Mailing", TimeSpan.FromSeconds(5), services)
{
    protected override Task TurnAsync(IServiceProvider provider, CancellationToken stop) =>
        OneByOne.AllAsync(
            [() => provider.GetRequiredService<MailPlan>().PlanAsync(), () => provider.GetRequiredService<MailSender>().SendDueAsync(stop)],
            (Func<Task> does) => does()
        );
}
