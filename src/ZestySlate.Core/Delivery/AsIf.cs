using ZestySlate.Core.Activities;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Delivery;

/// <summary>What an author's trial begins with, as if it had been come by on the way.</summary>
/// <param name="States">How states and things of the story stand; those that are not named begin as they do.</param>
/// <param name="Spots">The clue cards that are in hand.</param>
public sealed record AsIf(ValueList<StateValue> States, ValueList<string> Spots)
{
    /// <summary>Nothing: it begins as it does for learners.</summary>
    public static AsIf Nothing { get; } = new([], []);

    /// <summary>The activity whose story begins so, each state no further than it may go.</summary>
    public Activity On(Activity activity) =>
        activity.Story is { } story
            ? activity with
            {
                Story = story with
                {
                    States = story
                        .States.Select(state =>
                            States.FirstOrDefault(one => one.State == state.Id) is { } set
                                ? state with
                                {
                                    Begins = state.Within(set.Value),
                                }
                                : state
                        )
                        .ToValueList(),
                },
            }
            : activity;

    /// <summary>What happened before: the clue cards that are still there were opened.</summary>
    public IEnumerable<AttemptEvent> Before(Activity activity, DateTimeOffset at) =>
        Spots.Where(id => activity.SpotOf(id)?.Content.IsFinding == true).Select(id => new Opened(id) { Id = "in hand " + id, At = at });
}
