using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Loops;

namespace ZestySlate.Web.Lti;

/// <summary>Looks every second for scores that are due.</summary>
internal sealed class ScoreLoop(LoopServices services, ILogger<ScoreLoop> log) : Loop("Telling course sites the grades", TimeSpan.FromSeconds(1), services)
{
    protected override async Task TurnAsync(IServiceProvider provider, CancellationToken stop)
    {
        foreach (var attempt in await provider.GetRequiredService<CourseScores>().QueuePastDueAsync())
        {
            log.LogError("Attempt {Attempt} cannot be read; its course site is not told of it", attempt);
        }

        await provider.GetRequiredService<ScoreSender>().SendDueAsync(stop);
    }
}
