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

        var all = events;
        var activity = editions(began.Edition);
        var (edition, begunOn, drawnOn, language) = (began.Edition, began.Edition, activity, activity.Language);
        var undone = events.OfType<GaveBackKey>().Select(back => back.Run).ToHashSet();
        TookKey? key = null;
        var given = began.Handout;
        foreach (var took in events)
        {
            if (took is TookWording wording)
            {
                var newer = editions(wording.Edition);
                var whole = wording.Handout is not null || (began.Handout is null && Beginning.IsOnlyLookedAt(drawnOn));
                given = wording.Handout ?? given;
                (activity, begunOn, drawnOn, language) = whole
                    ? (newer, wording.Edition, newer, newer.Language)
                    : (EditionMerge.WithWording(activity, newer), begunOn, drawnOn, language);
                edition = wording.Edition;
            }
            else if (took is TookKey again && !undone.Contains(again.Run))
            {
                activity = EditionMerge.WithKey(activity, editions(again.Edition));
                language = editions(again.Edition).Language;
                key = again;
            }
        }

        var handout = given ?? Handout.Draw(drawnOn, began);
        events = SecondThoughts.Holding(events);
        var fold = new Fold(
            Beginning.Of(activity, edition, began, handout) with
            {
                ExtraTime = SecondThoughts.ExtraTime(all),
                KeyLanguage = language,
                KeyEdition = key?.Edition ?? begunOn,
                KeySince = key?.At,
            }
        );
        fold.OpenLocks();
        foreach (var happened in events.Skip(1))
        {
            fold.Take(happened);
        }

        return fold.State(events[^1].At);
    }

    /// <summary>True for an event that changes the activity as the attempt sees it, or what earlier events come to.</summary>
    public static bool ChangesActivity(AttemptEvent happened) =>
        happened is Began or TookWording or TookKey or GaveBackKey or Reopened or GotTime;

    /// <summary>The state after one event more: the same as running them all again, except for new wording and another key, which need just that.</summary>
    /// <exception cref="ArgumentException">The event changes the activity itself: a bug of the caller.</exception>
    public static AttemptState After(AttemptState state, AttemptEvent happened)
    {
        if (ChangesActivity(happened))
        {
            throw new ArgumentException("This event changes the activity; run all events again.", nameof(happened));
        }

        var fold = new Fold(state);
        fold.Take(happened);
        return fold.State(happened.At);
    }
}
