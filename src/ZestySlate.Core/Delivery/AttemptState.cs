using System.Collections.Immutable;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Delivery;

/// <summary>Where an attempt stands after some events.</summary>
public sealed record AttemptState
{
    /// <summary>The activity as this attempt sees it: the edition it began with, with the wording it has taken since.</summary>
    public required Activity Activity { get; init; }

    /// <summary>Where things stand in it, by id.</summary>
    internal AttemptIndex Index { get; init; } = null!;

    /// <summary>What the assignment says of what is shown: not of this attempt's events, but put there by the host.</summary>
    public Classes.AttemptTerms Terms { get; init; }

    /// <summary>The rules with the terms of the assignment.</summary>
    public Rules Rules => Terms.On(Activity.Rules);

    /// <summary>The rules that hold for a question, with those of its stop and the terms of the assignment.</summary>
    public Rules RulesOf(string spotId) =>
        Activity.Trail is { } trail && Activity.StopOf(SceneWith(spotId)) is { } stop
            ? Terms.On(trail.RulesIn(Activity.Rules, stop))
            : Rules;

    /// <summary>The newest edition whose wording is in it.</summary>
    public required int Edition { get; init; }

    /// <summary>The edition whose key marks it.</summary>
    public required int KeyEdition { get; init; }

    /// <summary>The language whose rules read answers: that of the edition whose key marks it.</summary>
    public required string KeyLanguage { get; init; }

    /// <summary>The spots that were there when the attempt began; what has come since is there to be read, and to be done by nobody.</summary>
    public required IReadOnlySet<string> Given { get; init; }

    /// <summary>When it was marked again by that key; null when it has the key it began with.</summary>
    public DateTimeOffset? KeySince { get; init; }

    public required long Seed { get; init; }

    /// <summary>How much more time this learner has; 1 for as much as all.</summary>
    public decimal TimeFactor { get; init; } = 1;

    /// <summary>How much longer the clock of the whole runs than the rules say.</summary>
    public TimeSpan ExtraTime { get; init; }

    public required DateTimeOffset BeganAt { get; init; }

    /// <summary>When the learner pressed start, or when the attempt began where there is nothing to press; null before.</summary>
    public DateTimeOffset? StartedAt { get; init; }

    public DateTimeOffset LastAt { get; init; }

    public DateTimeOffset? HandedInAt { get; init; }

    /// <summary>When a teacher gave it back; null before, and while it was taken back.</summary>
    public DateTimeOffset? ReturnedAt { get; init; }

    /// <summary>What a teacher said of the whole; empty for nothing.</summary>
    public string WholeComment { get; init; } = "";

    /// <summary>The state as the learner and the course site know it: reviews count once the work is given back.</summary>
    public AttemptState AsReturned =>
        ReturnedAt is not null
            ? this
            : this with
            {
                WholeComment = "",
                Questions = Questions.Replace(question => question.Review is not null, question => question with { Review = null }),
            };

    /// <summary>What ended it; null while it goes on.</summary>
    public Ending? EndedBy { get; init; }

    /// <summary>The steps, where the activity goes in order; else none.</summary>
    public ValueList<Step> Steps { get; init; } = [];

    /// <summary>When the learner came to the present step.</summary>
    public DateTimeOffset StepSince { get; init; }

    /// <summary>Every question the learner gets, in reading order.</summary>
    public ValueList<QuestionState> Questions { get; init; } = [];

    /// <summary>The questions that are answered, not only looked at.</summary>
    public IEnumerable<QuestionState> Asked => Questions.Where(question => question.Round != Round.LookOnly);

    /// <summary>True while all that is asked is only looked at: nothing on record depends on the edition it began with.</summary>
    public bool OnlyLooks => !IsHandedIn && Questions.Count > 0 && !Asked.Any();

    /// <summary>True while questions that go as the whole activity does are looked at before they are answered.</summary>
    public bool LooksRound => Questions.Any(question => question is { Question.Round: null, Round: Round.LookThenAnswer, IsLooking: true });

    /// <summary>How many mistakes were made, for lives.</summary>
    public int Mistakes { get; init; }

    /// <summary>The run of right answers without a mistake, now and at its longest.</summary>
    public Streak Streak { get; init; }

    /// <summary>The spots that were opened.</summary>
    public required IReadOnlySet<string> OpenedSpots { get; init; }

    /// <summary>The clue cards that were opened, and the stops whose rewards were won, in that order.</summary>
    public ValueList<string> Findings { get; init; } = [];

    /// <summary>The stops whose rewards have changed the story, in that order.</summary>
    internal ValueList<string> GivenChanges { get; init; } = [];

    /// <summary>What the learner wrote beside findings, by spot.</summary>
    public required IReadOnlyDictionary<string, string> Annotations { get; init; }

    /// <summary>The scenes (or steps) on the way to where the learner is, the present one last. The one before it is the way back.</summary>
    public required ValueList<string> Way { get; init; }

    /// <summary>When the learner last did something; null while nothing was done.</summary>
    public DateTimeOffset? WorkedAt { get; init; }

    /// <summary>How long the learner was at each scene (or step) until then, without breaks.</summary>
    public IReadOnlyDictionary<string, TimeSpan> Stays { get; init; } = new Dictionary<string, TimeSpan>();

    /// <summary>How often each stop of the trail was begun again.</summary>
    public IReadOnlyDictionary<string, int> Repeated { get; init; } = new Dictionary<string, int>();

    /// <summary>How the states and things of the story stand.</summary>
    public ValueList<StateValue> States { get; init; } = [];

    /// <summary>The decisions on the way to where the learner is, the first one first.</summary>
    public ValueList<RoadStep> Road { get; init; } = [];

    /// <summary>Every way that was decided for, also on roads that were left again.</summary>
    public ValueList<WayChosen> Chosen { get; init; } = [];

    /// <summary>The scenes in which an ending was reached, the latest last.</summary>
    public ValueList<string> Endings { get; init; } = [];

    /// <summary>The choice that led here, while nothing else was done; null else.</summary>
    public string? SaidOnTheWay { get; init; }

    /// <summary>How a state of the story stands; null where there is none such.</summary>
    public decimal? StateOf(string stateId) => States.FirstOrDefault(state => state.State == stateId)?.Value;

    /// <summary>The scenes and steps that were visited.</summary>
    public required IReadOnlySet<string> VisitedScenes { get; init; }

    /// <summary>How often the learner has come to each scene or step, on the road that led here.</summary>
    public required ImmutableDictionary<string, int> Visits { get; init; }

    /// <summary>How often they have come anywhere; luck is drawn anew with each.</summary>
    public int Arrivals { get; init; }

    /// <summary>What was watched of scenes that have a course in time, by scene.</summary>
    public IReadOnlyDictionary<string, Stretches> Watched { get; init; } = new Dictionary<string, Stretches>();

    /// <summary>Where the learner left the course in time of a scene, in seconds.</summary>
    public IReadOnlyDictionary<string, decimal> LeftAt { get; init; } = new Dictionary<string, decimal>();

    /// <summary>The share of a scene's course in time that was watched, 0..1; 0 where it is not known how long it lasts.</summary>
    public decimal ShareWatched(Scene scene) => Watched.TryGetValue(scene.Id, out var watched) ? watched.ShareOf(scene.Backdrop.Lasts) : 0;

    /// <summary>The scenes and spots whose locks are open.</summary>
    public required IReadOnlySet<string> OpenLocks { get; init; }

    /// <summary>Wrong codes, by the scene or spot that the lock is on.</summary>
    public required IReadOnlyDictionary<string, CodeTries> WrongCodes { get; init; }

    /// <summary>How all have voted, by spot: not of this attempt, but put there by the host when the learner may see it.</summary>
    public IReadOnlyDictionary<string, Tally> Tallies { get; init; } = new Dictionary<string, Tally>();

    /// <summary>What learners have added: not of this attempt's events, but put there by the host.</summary>
    public ValueList<AddedSpot> Added { get; init; } = [];

    public bool IsHandedIn => HandedInAt is not null;

    /// <summary>True when there is a start to press first.</summary>
    public bool NeedsStart => StartedAt is null;

    /// <summary>True when the activity goes in order.</summary>
    public bool IsInOrder => Steps.Count > 0;

    /// <summary>The number of the present step, from 0; -1 when learners go where they like.</summary>
    public int StepNumber => Steps.IndexOf(step => step.Id == Way[Way.Count - 1]);

    /// <summary>The present step, or null.</summary>
    public Step? Step => StepNumber is >= 0 and var at ? Steps[at] : null;

    /// <summary>The scene the learner is in, or the first of the present step.</summary>
    public Scene Scene => Activity.SceneOf(Step?.Sections[0].SceneId ?? Way[Way.Count - 1]) ?? Activity.Scenes[0];

    /// <summary>Lives that are left, or null where they are not counted.</summary>
    public int? LivesLeft => Activity.Rules.Lives is { } lives ? Math.Max(0, lives - Mistakes) : null;

    /// <summary>When the clock of the whole or of the present step runs out; null where none runs.</summary>
    public DateTimeOffset? RunsOutAt => Timekeeping.RunsOutAt(this);

    /// <summary>The state of one question, or null.</summary>
    public QuestionState? QuestionOf(string spotId) => Index.PlaceOf(spotId) is >= 0 and var place ? Questions[place] : null;

    /// <summary>The questions of a stop that the learner gets, with those of all that is part of it.</summary>
    internal IEnumerable<QuestionState> QuestionsOf(string stopId) => Index.PlacesOf(stopId).Select(place => Questions[place]);

    /// <summary>Whether the reward of a stop is won, or, where it has none, all in it was answered.</summary>
    internal bool HasDone(string stopId) => Winning.IsDone(Activity, stopId, Findings, [.. QuestionsOf(stopId)], HasBeenIn);

    /// <summary>The question with what of it the learner may know of: what waits for something that is not found yet is not there.</summary>
    internal Question KnownOf(QuestionState question) =>
        (KnowsAll ? null : QuestionTypes.For(question.Question).As<IGrows>())?.Known(question.Question, id =>
            OpenedSpots.Contains(id) || HasDone(id)
        )
        ?? question.Question;

    /// <summary>The scene that a spot is in, or null.</summary>
    public Scene? SceneWith(string spotId) => Index.SceneWith(spotId);

    /// <summary>True when the scene or spot has no lock, or its lock is open.</summary>
    public bool IsOpen(string id) => OpenLocks.Contains(id) || Index.LockOf(id) is null;

    /// <summary>True when the spot can be seen: in a visited scene or step, and not locked.</summary>
    public bool IsInReach(string spotId) =>
        IsOpen(spotId)
        && (
            IsInOrder
                ? Steps.Any(step =>
                    (step.Id == Step?.Id || (Activity.Flow.Back && VisitedScenes.Contains(step.Id)) || IsHandedIn)
                    && step.SpotIds.Contains(spotId)
                )
                : SceneWith(spotId) is { } scene && VisitedScenes.Contains(scene.Id)
        );

    /// <summary>True when the learner has been in the scene, and it is not locked.</summary>
    public bool HasBeenIn(string sceneId) =>
        !NeedsStart
        && IsOpen(sceneId)
        && (
            IsInOrder
                ? Steps.Any(step =>
                    (VisitedScenes.Contains(step.Id) || step.Id == Step?.Id) && step.Sections.Any(section => section.SceneId == sceneId)
                )
                : VisitedScenes.Contains(sceneId)
        );

    /// <summary>True when the learner knows of the scene: visited, on the list of scenes, or where a jump leads that can be seen,
    /// or an answer that was given.</summary>
    public bool Knows(string sceneId) =>
        Index.SceneOf(sceneId) is not null
        && (
            Activity.KnownFromAnywhere().Contains(sceneId)
            || VisitedScenes.Contains(sceneId)
            || Activity.Scenes.Where(scene => VisitedScenes.Contains(scene.Id)).Any(scene => Activity.After(scene)?.Id == sceneId)
            || Activity
                .Scenes.Where(scene => VisitedScenes.Contains(scene.Id))
                .SelectMany(scene => scene.Spots)
                .Any(spot =>
                    IsOpen(spot.Id)
                    && ((spot.Content.Goal == sceneId && spot.Content.Consequence is null) || Turning.Of(this, spot)?.Scene == sceneId)
                )
        );

    /// <summary>The points that wrong codes have cost.</summary>
    public decimal CodeCosts =>
        WrongCodes.Sum(entry => Index.LockOf(entry.Key)?.Key is TypedKey key ? key.WrongCosts * entry.Value.Wrong : 0);

    /// <summary>True on an author's stage and on paper: what waits for something is there.</summary>
    internal bool KnowsAll { get; init; }

    /// <summary>The score as it stands.</summary>
    public Score Score => Score.Of(this);

    /// <summary>True when the activity is completed, as its rules say.</summary>
    public bool IsCompleted =>
        Progress.Of(this) is var progress
        && CompletedBy switch
        {
            Completion.OpenedAll => progress.Opened >= progress.Spots && progress.Visited >= progress.Places && HasEnded,
            Completion.AnsweredAll => progress.Answered >= progress.Questions,
            Completion.Watched => Activity
                .Scenes.Where(scene => scene.Backdrop.HasTime)
                .All(scene => ShareWatched(scene) >= Activity.Rules.WatchedShare),
            Completion.Passed => Score.Passed == true,
            Completion.Graded => IsHandedIn && !Score.Provisional,
            _ => IsHandedIn,
        };

    /// <summary>What completes it: what its course says, else its author, else what is usual.</summary>
    public Completion CompletedBy =>
        Terms.CompletedBy
        ?? Activity.Rules.Completion
        ?? (Asked.Any() || StoryScore.OutOf(Activity) > 0 ? Completion.HandedIn : Completion.OpenedAll);

    /// <summary>True when a story has come to one of its endings, or has none.</summary>
    private bool HasEnded => !Activity.HasChoices || Endings.Count > 0 || Activity.Scenes.All(scene => scene.Ending is null);

    /// <summary>The state at a moment at which nothing happened: clocks may have run out since the last event.</summary>
    public AttemptState At(DateTimeOffset now) =>
        Timekeeping.IsOut(this, now) ? Replay.After(this, new TimeRanOut { Id = "now", At = now }) : this;
}

/// <summary>What ended an attempt.</summary>
public enum Ending
{
    /// <summary>It was handed in, or everything was done.</summary>
    Finished,

    /// <summary>The last life was lost.</summary>
    Lives,

    /// <summary>The time ran out.</summary>
    Time,
}

/// <summary>A run of right answers without a mistake.</summary>
/// <param name="Now">How long it is now.</param>
/// <param name="Longest">How long the longest was.</param>
public readonly record struct Streak(int Now, int Longest)
{
    /// <summary>The run after one more marked answer.</summary>
    internal Streak After(bool right) => right ? new(Now + 1, Math.Max(Longest, Now + 1)) : this with { Now = 0 };
}
