namespace ZestySlate.Web.Tests;

/// <summary>
/// The clock of the application under test. It goes as every clock does, until a test stops it: for what that test asks, and for
/// nothing else, it is then the moment that the test has set.
/// </summary>
public sealed class TestClock : TimeProvider
{
    private readonly AsyncLocal<DateTimeOffset?> _stopped = new();

    /// <summary>The moment at which this test has stopped the clock; null where it goes.</summary>
    public DateTimeOffset? StoppedAt
    {
        get => _stopped.Value;
        set => _stopped.Value = value;
    }

    public override DateTimeOffset GetUtcNow() => _stopped.Value ?? base.GetUtcNow();
}
