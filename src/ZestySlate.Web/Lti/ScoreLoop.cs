using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Web.Loops;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Lti;

/// <summary>Looks every second for scores that are due.</summary>
internal sealed class ScoreLoop(LoopServices services, ILogger<ScoreLoop> log)
    : Loop("Telling course sites the grades", TimeSpan.FromSeconds(1), services)
{
    protected override async Task TurnAsync(IServiceProvider provider, CancellationToken stop)
    {
        foreach (var attempt in await provider.GetRequiredService<CourseScores>().QueuePastDueAsync())
        {
            Notices.AttemptUnread(log, attempt);
        }

        await provider.GetRequiredService<ScoreSender>().StartAsync(stop);
    }
}
