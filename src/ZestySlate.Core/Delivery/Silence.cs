namespace ZestySlate.Core.Delivery;

/// <summary>Where no event tells that a learner is at work.</summary>
public static class Silence
{
    /// <summary>A longer silence is a break, not work.</summary>
    public static TimeSpan Longest { get; } = TimeSpan.FromMinutes(10);

    /// <summary>True for what the learner did; what a teacher, a new edition or the clock did says nothing of where the learner is.</summary>
    internal static bool IsBrokenBy(AttemptEvent happened) =>
        happened is not (Reviewed or Returned or TakenBack or Reopened or GotTime or TimeRanOut or TookWording or TookKey or GaveBackKey);
}
