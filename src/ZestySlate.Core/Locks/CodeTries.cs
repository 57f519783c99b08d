namespace ZestySlate.Core.Locks;

/// <summary>The wrong codes typed into one lock so far.</summary>
/// <param name="Wrong">How many.</param>
/// <param name="LastAt">When the last one was typed.</param>
public sealed record CodeTries(int Wrong, DateTimeOffset LastAt)
{
    private const int FreeTries = 3,
        FirstPause = 5,
        LongestPause = 300;

    /// <summary>
    /// When the next code may be tried: at once for the first three wrong ones, then after a pause that doubles with each
    /// (5, 10, 20 … up to 300 seconds), so that no script can try them all.
    /// </summary>
    public DateTimeOffset NextAt =>
        Wrong < FreeTries ? LastAt : LastAt.AddSeconds(Math.Min(LongestPause, FirstPause * Math.Pow(2, Math.Min(10, Wrong - FreeTries))));
}
