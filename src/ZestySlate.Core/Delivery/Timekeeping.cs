using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Delivery;

/// <summary>
/// When clocks run out. The server's time counts; an answer that arrives up to <see cref="Forgiven"/> late is taken as in
/// time, since the network needs some of it.
/// </summary>
public static class Timekeeping
{
    /// <summary>What is forgiven for the network's delay.</summary>
    public static TimeSpan Forgiven { get; } = TimeSpan.FromSeconds(2);

    /// <summary>When the clock of the whole or of the present step runs out; null where none runs.</summary>
    internal static DateTimeOffset? RunsOutAt(AttemptState state)
    {
        if (state.Activity.Rules.Clock is not { } clock || state.StartedAt is not { } started || state.IsHandedIn)
        {
            return null;
        }

        var lasts = Lasts(clock, state.TimeFactor);
        return clock.For == ClockFor.Whole ? started + lasts + state.ExtraTime
            : IsRunning(state) ? state.StepSince + lasts
            : null;
    }

    /// <summary>How long a learner has.</summary>
    public static TimeSpan Lasts(Clock clock, decimal factor) =>
        TimeSpan.FromSeconds((double)(Math.Max(Clock.Least, clock.Seconds) * Math.Clamp(factor, 1, 10)));

    /// <summary>True when a clock has run out and what is forgiven is over too.</summary>
    internal static bool IsOut(AttemptState state, DateTimeOffset now) => RunsOutAt(state) is { } end && now > end + Forgiven;

    /// <summary>The clock for one item runs while something in its step is open.</summary>
    private static bool IsRunning(AttemptState state) =>
        state.Step is { } step && step.SpotIds.Any(id => state.QuestionOf(id) is { IsOpen: true });
}
