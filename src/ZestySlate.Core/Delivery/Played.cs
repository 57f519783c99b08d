using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Delivery;

/// <summary>An attempt that nobody keeps, played event by event through the same rules and the same record as a learner's.</summary>
public sealed class Played
{
    private readonly List<AttemptEvent> _events;

    /// <summary>Takes them all, so that each costs the same however many there were.</summary>
    private readonly Fold _fold;

    /// <summary>Begins on an activity.</summary>
    /// <param name="activity">The activity.</param>
    /// <param name="seed">For what is drawn and shuffled.</param>
    /// <param name="at">When.</param>
    public Played(Activity activity, long seed, DateTimeOffset at)
    {
        _events = [Handout.Recorded(activity, new Began(1, seed) { Id = "began", At = at })];
        State = Replay.Run(_ => activity, _events);
        _fold = new Fold(State);
    }

    /// <summary>Where it stands, until the next event.</summary>
    public AttemptState State { get; private set; }

    public IReadOnlyList<AttemptEvent> Events => _events;

    /// <summary>Takes an event, or says why it cannot be taken.</summary>
    public Reason? Take(AttemptEvent happened)
    {
        Pass(happened.At);
        if (AttemptRules.Refuse(State, happened) is { } refusal)
        {
            return refusal;
        }

        Add(Handout.Recorded(State, happened));
        return null;
    }

    /// <summary>Lets time pass: clocks may run out.</summary>
    public void Pass(DateTimeOffset at)
    {
        if (Timekeeping.IsOut(State, at) && State.At(at).IsHandedIn)
        {
            Add(new TimeRanOut { Id = $"time-{_events.Count}", At = at });
        }
    }

    private void Add(AttemptEvent happened)
    {
        _events.Add(happened);
        _fold.Take(happened);
        State = _fold.State(happened.At);
    }
}
