using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Stories;

/// <summary>What a learner may see of a story as it stands.</summary>
/// <param name="States">The states that are shown, and the things that are there.</param>
/// <param name="Choice">The words of the choice that led here; empty where none did just now.</param>
/// <param name="OnTheWay">What is said, seen and heard on the way; null where nothing was decided just now.</param>
/// <param name="Counts">True when the story is the score, or part of it.</param>
public sealed record StoryView(ValueList<StateView> States, string Choice, OnTheWay? OnTheWay, bool Counts)
{
    /// <summary>The things that one has, as they look.</summary>
    public IEnumerable<StoryState> Things =>
        States.Select(state => state.State).Where(state => state is { IsThing: true, Picture: not null });

    /// <summary>The scene in which the learner is.</summary>
    public string SceneId { get; init; } = "";

    /// <summary>True when choices that were tried are marked.</summary>
    public bool MarksTried { get; init; }

    /// <summary>The ending in which the learner is; null on the road.</summary>
    public EndingView? Ending { get; init; }

    /// <summary>The view of a state; null where nothing is decided and nothing kept in mind.</summary>
    internal static StoryView? Of(AttemptState state)
    {
        var activity = state.Activity;
        if (!activity.HasChoices && activity.Story is not { States.Count: > 0 })
        {
            return null;
        }

        var last = state.SaidOnTheWay is { } id ? activity.SpotOf(id) : null;
        return new(
            state
                .States.Select(value => (value, State: activity.Story?.StateOf(value.State)))
                .Where(entry => entry.State is { Shown: true } && (!entry.State.IsThing || entry.value.Value > 0))
                .Select(entry => new StateView(entry.State!, entry.value.Value))
                .ToValueList(),
            last is null ? "" : activity.NameOf(last),
            last?.Content.Consequence is { } follows ? new OnTheWay(follows.Said, follows.Picture, follows.Sound) : null,
            StoryScore.OutOf(activity) > 0
        )
        {
            SceneId = state.Scene.Id,
            MarksTried = activity.Story is not { Tried: TriedChoice.AsBefore },
            Ending = state.Scene.Ending is { } ending ? EndingView.Of(state, ending) : null,
        };
    }
}

/// <summary>What is said, seen and heard on the way from a decision.</summary>
public sealed record OnTheWay(RichText Said, Picture? Picture, Sound? Sound)
{
    public bool IsEmpty => Said.IsEmpty && Picture is null && Sound is null;
}

/// <summary>How a state that is shown stands.</summary>
/// <param name="State">The state, or thing.</param>
/// <param name="Value">Its value.</param>
public sealed record StateView(StoryState State, decimal Value);

/// <summary>An ending that was reached.</summary>
/// <param name="Kind">Of what kind, in the author's words.</param>
/// <param name="Road">The decisions that led to it.</param>
/// <param name="Found">How many endings were found.</param>
/// <param name="Count">How many there are.</param>
/// <param name="Named">The names of those that may be known: found, or all where the author says so.</param>
public sealed record EndingView(string Kind, ValueList<DecisionView> Road, int Found, int Count, ValueList<NamedEnding> Named)
{
    internal static EndingView Of(AttemptState state, StoryEnding ending)
    {
        var activity = state.Activity;
        var endings = activity.Scenes.Where(scene => scene.Ending is not null).ToList();
        return new(
            ending.Kind,
            DecisionView.RoadOf(state),
            endings.Count(scene => state.Endings.Contains(scene.Id)),
            endings.Count,
            endings
                .Where(scene => activity.Story is { NamesEndings: true } || state.Endings.Contains(scene.Id))
                .Select(scene => new NamedEnding(activity.TitleOf(scene), state.Endings.Contains(scene.Id), scene.Id == state.Scene.Id))
                .ToValueList()
        );
    }
}

/// <summary>A decision of the road.</summary>
/// <param name="Id">What decided, to go back to it.</param>
/// <param name="Scene">Where.</param>
/// <param name="Choice">For what: the words of the choice, or of what was picked, else the name of the question.</param>
public sealed record DecisionView(string Id, string Scene, string Choice)
{
    /// <summary>True when it can be decided otherwise from there; a question that takes no more answers leads where it did.</summary>
    public bool MayGoBack { get; init; }

    /// <summary>The road of an attempt, up to where the learner is.</summary>
    public static ValueList<DecisionView> RoadOf(AttemptState state) =>
        state
            .Road.Select(step => new DecisionView(
                step.Id,
                state.Activity.SceneOf(step.SceneId) is { } scene ? state.Activity.TitleOf(scene) : "",
                state.Activity.SpotOf(step.SpotId) is { } spot ? WordsOf(state.Activity, spot, step) : ""
            )
            {
                MayGoBack = state.QuestionOf(step.SpotId) is not { Closed: true },
            })
            .ToValueList();

    private static string WordsOf(Activity activity, Spot spot, RoadStep step) =>
        step.Picked.Count > 0 && spot.Question is { } question
            ? string.Join(
                ", ",
                QuestionTypes
                    .For(question)
                    .OptionsOf(question)
                    .Where(option => step.Picked.Contains(option.Id))
                    .Select(option => option.Words)
            )
            : activity.NameOf(spot);
}

/// <summary>An ending by its name.</summary>
/// <param name="Title">Its name.</param>
/// <param name="Found">Whether it was found.</param>
/// <param name="Here">Whether the learner is in it.</param>
public sealed record NamedEnding(string Title, bool Found, bool Here);
