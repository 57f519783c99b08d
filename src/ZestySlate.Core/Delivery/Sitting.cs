namespace ZestySlate.Core.Delivery;

/// <summary>A sitting of a reviewer: reviews of one question by one person, none much later than the one before. What is typed is kept
/// every few words, and is taken back as a whole.</summary>
public static class Sitting
{
    /// <summary>The longest pause within a sitting.</summary>
    public static TimeSpan Pause { get; } = TimeSpan.FromMinutes(30);

    /// <summary>What was said before the latest sitting; null when nothing was.</summary>
    /// <param name="said">The reviews of one question, the oldest first.</param>
    public static Reviewed? Before(IReadOnlyList<Reviewed> said)
    {
        var first = said.Count - 1;
        while (first > 0 && said[first - 1].Review.By == said[first].Review.By && said[first].At - said[first - 1].At <= Pause)
        {
            first--;
        }

        return first > 0 ? said[first - 1] : null;
    }
}
