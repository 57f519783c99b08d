using ZestySlate.Core.Activities;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>All that a learner may see now: the player's components get this and nothing else, so what may not be shown cannot be sent.</summary>
public sealed record LearnerView
{
    public required string Title { get; init; }

    public required string Summary { get; init; }

    public required string Language { get; init; }

    public required int Edition { get; init; }

    public required Look Look { get; init; }

    /// <summary>Where the learner is.</summary>
    public required SceneView Scene { get; init; }

    /// <summary>The scene before, or null at the beginning.</summary>
    public SceneLink? Back { get; init; }

    /// <summary>The scenes to pick from, when the author lets learners do so.</summary>
    public ValueList<SceneLink> SceneList { get; init; } = [];

    /// <summary>True when there are clue cards to be found.</summary>
    public bool HasFindings { get; init; }

    /// <summary>The clue cards found so far, in that order.</summary>
    public ValueList<FindingView> Findings { get; init; } = [];

    /// <summary>True when the activity is completed, as its rules say.</summary>
    public bool IsCompleted { get; init; }

    public required Progress Progress { get; init; }

    /// <summary>The score, once it may be shown.</summary>
    public Score? Score { get; init; }

    public DateTimeOffset? HandedInAt { get; init; }

    /// <summary>True when something is asked, so that there is something to hand in.</summary>
    public bool HasQuestions => Progress.Questions > 0;

    /// <summary>The spot with this id, or null.</summary>
    public SpotView? SpotOf(string id) => Scene.Spots.FirstOrDefault(spot => spot.Id == id);

    /// <summary>The view of a state at a moment.</summary>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="now">The moment.</param>
    /// <param name="due">The due date, or null for none.</param>
    public static LearnerView Of(AttemptState state, DateTimeOffset now, DateTimeOffset? due = null)
    {
        var activity = state.Activity;
        return new LearnerView
        {
            Title = activity.Title,
            Summary = activity.Summary,
            Language = activity.Language,
            Edition = state.Edition,
            HandedInAt = state.HandedInAt,
            Progress = Progress.Of(state),
            Score = RevealNow.Total(state, now, due) ? state.Score : null,
            Look = activity.Look,
            Scene = SceneView.Of(state, state.Scene, now, due),
            Back = state.Way.Count > 1 && activity.SceneOf(state.Way[state.Way.Count - 2]) is { } before ? SceneLink.Of(state, before) : null,
            SceneList = activity.SceneList && activity.Scenes.Count > 1 ? activity.Scenes.Select(scene => SceneLink.Of(state, scene)).ToValueList() : [],
            HasFindings = activity.Spots.Any(spot => spot.Content is Note { IsClue: true }),
            Findings = state.Findings.Select(id => activity.SpotOf(id)).OfType<Spot>().Where(spot => spot.Content is Note)
                .Select(spot => new FindingView(spot.Id, activity.NameOf(spot), (Note)spot.Content, state.Annotations.GetValueOrDefault(spot.Id, ""))).ToValueList(),
            IsCompleted = state.IsCompleted,
        };
    }
}

/// <summary>A scene one can go to, as far as the learner may know it.</summary>
/// <param name="Title">Its title; empty while it is locked.</param>
public sealed record SceneLink(string Id, string Title, bool Visited, bool Current, bool Locked)
{
    internal static SceneLink Of(AttemptState state, Scene scene)
    {
        var locked = !state.IsOpen(scene.Id);
        return new(scene.Id, locked ? "" : state.Activity.TitleOf(scene), state.VisitedScenes.Contains(scene.Id), state.Scene.Id == scene.Id, locked);
    }
}

/// <summary>A clue card among the learner's findings, with what the learner wrote beside it.</summary>
public sealed record FindingView(string Id, string Name, Note Card, string Annotation);

/// <summary>How far a learner has come.</summary>
/// <param name="Opened">Notes, links, web panels and inserted activities that were opened.</param>
/// <param name="Spots">How many of them there are.</param>
public sealed record Progress(int Opened, int Spots, int Answered, int Questions)
{
    /// <summary>Progress as a share, 0..1: notes opened and questions answered among all of them.</summary>
    public double Share => Spots + Questions == 0 ? 1 : (double)(Opened + Answered) / (Spots + Questions);

    /// <summary>The progress of a state.</summary>
    public static Progress Of(AttemptState state)
    {
        var notes = state.Activity.Spots.Where(spot => spot.Content.CountsWhenOpened).ToList();
        return new Progress(notes.Count(spot => state.OpenedSpots.Contains(spot.Id)), notes.Count,
            state.Questions.Count(question => question.HasAnswer), state.Questions.Count);
    }
}
