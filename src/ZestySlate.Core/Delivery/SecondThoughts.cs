using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Delivery;

/// <summary>What a teacher takes back or gives later: it changes what the events before it come to, and all of them stay on record.</summary>
public static class SecondThoughts
{
    /// <summary>The most time that is given at once, in seconds.</summary>
    public const int MostSeconds = 24 * 3600;

    /// <summary>The events that hold: without each handing-in that was opened again.</summary>
    internal static IReadOnlyList<AttemptEvent> Holding(IReadOnlyList<AttemptEvent> events)
    {
        if (!events.Any(happened => happened is Reopened))
        {
            return events;
        }

        var holding = new List<AttemptEvent>();
        foreach (var happened in events)
        {
            if (happened is Reopened && holding.FindLastIndex(before => before is HandedIn) is >= 0 and var at)
            {
                holding.RemoveAt(at);
            }

            holding.Add(happened);
        }

        return holding;
    }

    /// <summary>How much longer the clock of the whole runs: what was given, and the time that work lay handed in before it was opened again.</summary>
    internal static TimeSpan ExtraTime(IReadOnlyList<AttemptEvent> events)
    {
        var extra = TimeSpan.Zero;
        DateTimeOffset? handedIn = null;
        foreach (var happened in events)
        {
            switch (happened)
            {
                case HandedIn:
                    handedIn = happened.At;
                    break;
                case Reopened when handedIn is { } since:
                    (extra, handedIn) = (extra + (happened.At - since), null);
                    break;
                case GotTime given:
                    extra += TimeSpan.FromSeconds(given.Seconds);
                    break;
            }
        }

        return extra;
    }

    /// <summary>The event that gives so much time from this moment on: a clock that ran out before begins to run again now.</summary>
    public static GotTime TimeFrom(AttemptState state, int seconds, string by, string id, DateTimeOffset now)
    {
        var over =
            state.EndedBy == Ending.Time && state.HandedInAt is { } end && now > end ? (int)Math.Ceiling((now - end).TotalSeconds) : 0;
        return new GotTime(seconds + over, by) { Id = id, At = now };
    }

    /// <summary>True when more time can be given: a clock for the whole has begun, and the work goes on or was ended by it.</summary>
    public static bool TakesTime(AttemptState state) =>
        state.Activity.Rules.Clock is { For: ClockFor.Whole } && !state.NeedsStart && (!state.IsHandedIn || state.EndedBy == Ending.Time);
}
