using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Delivery;

/// <summary>Where an attempt stands after some events.</summary>
public sealed record AttemptState
{
    /// <summary>The activity as this attempt sees it: the edition it began with, with the wording it has taken since.</summary>
    public required Activity Activity { get; init; }

    /// <summary>The newest edition whose wording is in it.</summary>
    public required int Edition { get; init; }

    public required long Seed { get; init; }

    public required DateTimeOffset BeganAt { get; init; }

    public DateTimeOffset LastAt { get; init; }

    public DateTimeOffset? HandedInAt { get; init; }

    /// <summary>Every question, in reading order.</summary>
    public ValueList<QuestionState> Questions { get; init; } = [];

    /// <summary>The spots that were opened.</summary>
    public required IReadOnlySet<string> OpenedSpots { get; init; }

    /// <summary>The clue cards that were opened, in that order.</summary>
    public ValueList<string> Findings { get; init; } = [];

    /// <summary>What the learner wrote beside findings, by spot.</summary>
    public required IReadOnlyDictionary<string, string> Annotations { get; init; }

    /// <summary>The scenes on the way to where the learner is, the present one last. The one before it is the way back.</summary>
    public required ValueList<string> Way { get; init; }

    /// <summary>The scenes that were visited.</summary>
    public required IReadOnlySet<string> VisitedScenes { get; init; }

    /// <summary>The scenes and spots whose locks are open.</summary>
    public required IReadOnlySet<string> OpenLocks { get; init; }

    /// <summary>Wrong codes, by the scene or spot that the lock is on.</summary>
    public required IReadOnlyDictionary<string, CodeTries> WrongCodes { get; init; }

    public bool IsHandedIn => HandedInAt is not null;

    /// <summary>The scene the learner is in.</summary>
    public Scene Scene => Activity.SceneOf(Way[Way.Count - 1]) ?? Activity.Scenes[0];

    /// <summary>The state of one question, or null.</summary>
    public QuestionState? QuestionOf(string spotId) => Questions.FirstOrDefault(question => question.Spot.Id == spotId);

    /// <summary>True when the scene or spot has no lock, or its lock is open.</summary>
    public bool IsOpen(string id) => OpenLocks.Contains(id) || Activity.LockOf(id) is null;

    /// <summary>True when the spot is in a visited scene and not locked.</summary>
    public bool IsInReach(string spotId) => Activity.SceneWith(spotId) is { } scene && VisitedScenes.Contains(scene.Id) && IsOpen(spotId);

    /// <summary>True when the learner knows of the scene: visited, on the list of scenes, or where a jump leads that can be seen.</summary>
    public bool Knows(string sceneId) => Activity.SceneOf(sceneId) is not null && (Activity.SceneList || VisitedScenes.Contains(sceneId)
        || Activity.Scenes.Where(scene => VisitedScenes.Contains(scene.Id)).SelectMany(scene => scene.Spots)
            .Any(spot => spot.Content is Jump jump && jump.SceneId == sceneId && IsOpen(spot.Id)));

    /// <summary>The points that wrong codes have cost.</summary>
    public decimal CodeCosts => WrongCodes.Sum(entry => Activity.LockOf(entry.Key)?.Key is TypedKey key ? key.WrongCosts * entry.Value.Wrong : 0);

    /// <summary>The score as it stands.</summary>
    public Score Score => Score.Of(this);

    /// <summary>True when the activity is completed, as its rules say.</summary>
    public bool IsCompleted => Progress.Of(this) is var progress && (Activity.Rules.Completion ?? (progress.Questions > 0 ? Completion.HandedIn : Completion.OpenedAll)) switch
    {
        Completion.OpenedAll => progress.Opened >= progress.Spots,
        Completion.AnsweredAll => progress.Answered >= progress.Questions,
        Completion.Passed => Score.Passed == true,
        _ => IsHandedIn,
    };
}
