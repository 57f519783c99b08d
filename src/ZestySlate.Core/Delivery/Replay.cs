using ZestySlate.Core.Activities;
using ZestySlate.Core.Editions;

namespace ZestySlate.Core.Delivery;

/// <summary>Computes the state of an attempt from its editions and events: a pure function, the same result every time.</summary>
public static class Replay
{
    /// <summary>The state after all events. The first event says how the attempt began.</summary>
    /// <exception cref="ArgumentException">The list is empty or does not begin with <see cref="Began"/>: a bug of the caller.</exception>
    public static AttemptState Run(Func<int, Activity> editions, IReadOnlyList<AttemptEvent> events)
    {
        if (events.Count == 0 || events[0] is not Began began)
        {
            throw new ArgumentException("An attempt begins with the event that says so.", nameof(events));
        }

        var activity = editions(began.Edition);
        var edition = began.Edition;
        foreach (var took in events.OfType<TookWording>())
        {
            activity = EditionMerge.WithWording(activity, editions(took.Edition));
            edition = took.Edition;
        }

        var fold = new Fold(Beginning.Of(activity, edition, began));
        foreach (var happened in events.Skip(1))
        {
            fold.Take(happened);
        }

        return fold.State(events[^1].At);
    }

    /// <summary>The state after one event more: the same as running them all again, except for new wording, which needs just that.</summary>
    /// <exception cref="ArgumentException">The event changes the activity itself: a bug of the caller.</exception>
    public static AttemptState After(AttemptState state, AttemptEvent happened)
    {
        if (happened is Began or TookWording)
        {
            throw new ArgumentException("This event changes the activity; run all events again.", nameof(happened));
        }

        var fold = new Fold(state);
        fold.Take(happened);
        return fold.State(happened.At);
    }
}
