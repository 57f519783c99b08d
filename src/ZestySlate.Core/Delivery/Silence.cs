namespace ZestySlate.Core.Delivery;

/// <summary>Where no event tells that a learner is at work.</summary>
public static class Silence
{
    /// <summary>A longer silence is a break, not work.</summary>
    public static TimeSpan Longest { get; } = TimeSpan.FromMinutes(10);
}
