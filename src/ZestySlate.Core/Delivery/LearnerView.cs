using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Delivery;

/// <summary>All that a learner may see now: the player's components get this and nothing else, so what may not be shown cannot be sent.</summary>
public sealed record LearnerView
{
    public required string Title { get; init; }

    public required string Summary { get; init; }

    /// <summary>The words learners read: those of the activity's language, with the author's own.</summary>
    [JsonIgnore]
    public Words Words { get; init; } = Words.English;

    public required int Edition { get; init; }

    public required Look Look { get; init; }

    /// <summary>What is read before the start is pressed; null once it is, or where there is nothing to press.</summary>
    public StartView? Start { get; init; }

    /// <summary>True when there is, or was, a start to press.</summary>
    public bool HasStart { get; init; }

    /// <summary>What the learner sees: one scene, or the scenes of a step; none before the start.</summary>
    public required ValueList<SceneView> Scenes { get; init; }

    /// <summary>Where the learner is: the id of the scene or step.</summary>
    public required string At { get; init; }

    /// <summary>The way through, where the activity goes in order; else null.</summary>
    public CourseView? Course { get; init; }

    /// <summary>Lives, clock and streak; null where none is counted.</summary>
    public PlayView? Play { get; init; }

    /// <summary>How the story stands; null where nothing is decided.</summary>
    public StoryView? Story { get; init; }

    /// <summary>The trail; null where the activity is one thing, and before the start.</summary>
    public TrailView? Trail { get; init; }

    /// <summary>The scene before, or null at the beginning.</summary>
    public SceneLink? Back { get; init; }

    /// <summary>The scenes to pick from, when the author lets learners do so.</summary>
    public ValueList<SceneLink> SceneList { get; init; } = [];

    /// <summary>True when there are clue cards to be found.</summary>
    public bool HasFindings { get; init; }

    /// <summary>The clue cards found so far, in that order.</summary>
    public ValueList<FindingView> Findings { get; init; } = [];

    /// <summary>How many findings there are, with the things of the story that are seen among them.</summary>
    public int FoundCount => Findings.Count + (Story?.Things.Count() ?? 0);

    /// <summary>True when the activity is completed, as its rules say.</summary>
    public bool IsCompleted { get; init; }

    public required Progress Progress { get; init; }

    public ProgressShown ProgressShown { get; init; }

    /// <summary>The score, once it may be shown.</summary>
    public Score? Score { get; init; }

    /// <summary>The words for the total, once they may be shown.</summary>
    public ScoreBand? Band { get; init; }

    public DateTimeOffset? HandedInAt { get; init; }

    /// <summary>When a teacher gave it back; null before.</summary>
    public DateTimeOffset? ReturnedAt { get; init; }

    /// <summary>What the teacher said of the whole, once it is given back; empty for nothing.</summary>
    public string WholeComment { get; init; } = "";

    /// <summary>What ended it; null while it goes on.</summary>
    public Ending? EndedBy { get; init; }

    /// <summary>True while all is looked at and the learner can begin to answer.</summary>
    public bool OffersBegin { get; init; }

    /// <summary>True when something is asked or decided that counts, so that there is something to hand in.</summary>
    public bool HasQuestions => Progress.Questions > 0 || Story is { Counts: true };

    /// <summary>The spot with this id, or null.</summary>
    public SpotView? SpotOf(string id) => Scenes.SelectMany(scene => scene.Spots).FirstOrDefault(spot => spot.Id == id);

    /// <summary>The view of a state at a moment.</summary>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="now">The moment.</param>
    /// <param name="due">The due date, or null for none.</param>
    /// <param name="whole">True for every step, and every scene that was visited, below each other: for paper. Only once it is handed in.</param>
    public static LearnerView Of(AttemptState state, DateTimeOffset now, DateTimeOffset? due = null, bool whole = false)
    {
        state = state.At(now).AsReturned;
        var activity = state.Activity;
        return new LearnerView
        {
            Title = activity.Title,
            Summary = activity.Summary,
            Words = activity.Words,
            Edition = state.Edition,
            HandedInAt = state.HandedInAt,
            ReturnedAt = state.ReturnedAt,
            WholeComment = state.WholeComment,
            EndedBy = state.EndedBy,
            Progress = Progress.Of(state),
            ProgressShown =
                state.IsInOrder ? activity.Flow.Progress
                : activity.HasChoices && !state.Asked.Any() ? ProgressShown.None
                : ProgressShown.Wedge,
            Score = RevealNow.Total(state, now, due) ? state.Score : null,
            Band = RevealNow.Band(state, now, due) ? state.Score.Band : null,
            Look = activity.Look,
            Start = state.NeedsStart ? StartView.Of(state) : null,
            HasStart = Beginning.HasStart(activity),
            At = state.Way[state.Way.Count - 1],
            Scenes = whole && state.IsHandedIn ? WholeOf(state, now, due) : ScenesOf(state, now, due),
            Course = state.IsInOrder && !state.NeedsStart ? CourseView.Of(state, now, due) : null,
            Play = PlayView.Of(state, now),
            Story = state.NeedsStart ? null : StoryView.Of(state),
            Trail = state.NeedsStart ? null : TrailView.Of(state, now, due),
            Back =
                !state.IsInOrder && state.Way.Count > 1 && activity.SceneOf(state.Way[state.Way.Count - 2]) is { } before
                    ? SceneLink.Of(state, before)
                    : null,
            SceneList =
                activity.SceneList && !state.IsInOrder && activity.Scenes.Count > 1
                    ? activity.Scenes.Select(scene => SceneLink.Of(state, scene)).ToValueList()
                    : [],
            HasFindings =
                activity.Spots.Any(spot => spot.Content.IsFinding)
                || activity.Trail is { } trail && trail.Stops.Any(stop => stop.Reward is not null)
                || activity.Story is { ShowsThings: true },
            Findings = state.Findings.Select(id => FindingView.Of(state, id, now, due)).OfType<FindingView>().ToValueList(),
            OffersBegin = !state.NeedsStart && !state.IsHandedIn && state.LooksRound,
            IsCompleted = state.IsCompleted,
        };
    }

    private static ValueList<SceneView> WholeOf(AttemptState state, DateTimeOffset now, DateTimeOffset? due) =>
        state.IsInOrder
            ? state
                .Steps.SelectMany(step => step.Sections)
                .Select(section => SceneView.Of(state, section, now, due))
                .GroupBy(section => section.Id)
                .Select(same => same.First() with { Spots = same.SelectMany(section => section.Spots).ToValueList() })
                .ToValueList()
            : state
                .Activity.Scenes.Where(scene => state.VisitedScenes.Contains(scene.Id))
                .Select(scene => SceneView.Of(state, scene, now, due))
                .ToValueList();

    private static ValueList<SceneView> ScenesOf(AttemptState state, DateTimeOffset now, DateTimeOffset? due) =>
        state.NeedsStart ? []
        : state.Step is { } step ? step.Sections.Select(section => SceneView.Of(state, section, now, due)).ToValueList()
        : [SceneView.Of(state, state.Scene, now, due)];
}

/// <summary>What is read before the start.</summary>
public sealed record StartView(
    RichText Introduction,
    Picture? Picture,
    int Questions,
    TimeSpan? Time,
    bool TimeIsForEach,
    int? Lives,
    decimal? PassMark,
    bool Back
)
{
    internal static StartView Of(AttemptState state)
    {
        var (flow, rules) = (state.Activity.Flow, state.Rules);
        return new(
            flow.Introduction,
            flow.Picture,
            state.Asked.Count(),
            rules.Clock is { } clock ? Timekeeping.Lasts(clock, state.TimeFactor) : null,
            rules.Clock?.For == ClockFor.Item,
            rules.Lives,
            rules.FeedbackOnly ? null : rules.PassMark,
            !state.IsInOrder || flow.Back || state.Steps.Count == 1
        );
    }
}

/// <summary>The way through an activity that goes in order.</summary>
/// <param name="Number">The present step, from 1.</param>
/// <param name="Count">How many steps there are.</param>
/// <param name="Previous">The step before, or null at the beginning and where there is no way back.</param>
/// <param name="Next">The next step, or null at the end.</param>
/// <param name="Steps">Every step, where one may go back and forth; else none.</param>
public sealed record CourseView(int Number, int Count, string? Previous, string? Next, ValueList<StepLink> Steps)
{
    internal static CourseView Of(AttemptState state, DateTimeOffset now, DateTimeOffset? due)
    {
        var at = Math.Max(0, state.StepNumber);
        var free = state.Activity.Flow.Back || state.IsHandedIn;
        return new(
            at + 1,
            state.Steps.Count,
            free && at > 0 ? state.Steps[at - 1].Id : null,
            at + 1 < state.Steps.Count ? state.Steps[at + 1].Id : null,
            !free
                ? []
                : state
                    .Steps.Select(
                        (step, i) =>
                            new StepLink(
                                step.Id,
                                i + 1,
                                i == at,
                                step.SpotIds.Select(state.QuestionOf).OfType<QuestionState>().ToList() is { Count: > 0 } asked
                                    && asked.All(question => question.HasAnswer || question.Round == Round.LookOnly),
                                VerdictOf(state, step, now, due)
                            )
                    )
                    .ToValueList()
        );
    }

    /// <summary>The verdict on a step's questions, once each may be shown: right when all are, wrong when none is.</summary>
    private static Verdict? VerdictOf(AttemptState state, Step step, DateTimeOffset now, DateTimeOffset? due)
    {
        var asked = step.SpotIds.Select(state.QuestionOf).OfType<QuestionState>().ToList();
        if (asked.Count == 0 || !asked.All(question => RevealNow.For(state, question, now, due).RightOrWrong))
        {
            return null;
        }

        var verdicts = asked.Select(question => question.LastTry?.Mark.Verdict ?? Verdict.Missing).ToList();
        return verdicts.Distinct().Count() == 1 ? verdicts[0] : Verdict.Partly;
    }
}

/// <summary>A step one can go to.</summary>
public sealed record StepLink(string Id, int Number, bool Current, bool Answered, Verdict? Verdict);

/// <summary>Lives, clock and streak.</summary>
/// <param name="LivesLeft">Lives that are left, or null where they are not counted.</param>
/// <param name="Lives">All lives.</param>
/// <param name="Remaining">The time that is left, or null when no clock runs.</param>
/// <param name="ForWhole">True when the time is for the whole.</param>
/// <param name="Streak">The run of right answers, or null where it is not shown.</param>
public sealed record PlayView(int? LivesLeft, int Lives, TimeSpan? Remaining, bool ForWhole, Streak? Streak)
{
    internal static PlayView? Of(AttemptState state, DateTimeOffset now)
    {
        var rules = state.Activity.Rules;
        if (rules is { Lives: null, Clock: null, ShowsStreak: false } || state.NeedsStart)
        {
            return null;
        }

        var remaining = state.RunsOutAt is { } end ? end - now : (TimeSpan?)null;
        return new(
            state.LivesLeft,
            rules.Lives ?? 0,
            remaining < TimeSpan.Zero ? TimeSpan.Zero : remaining,
            rules.Clock?.For == ClockFor.Whole,
            rules.ShowsStreak ? state.Streak : null
        );
    }
}

/// <summary>A scene one can go to, as far as the learner may know it.</summary>
/// <param name="Title">Its title; empty while it is locked.</param>
public sealed record SceneLink(string Id, string Title, bool Visited, bool Current, bool Locked)
{
    internal static SceneLink Of(AttemptState state, Scene scene)
    {
        var locked = !state.IsOpen(scene.Id);
        return new(
            scene.Id,
            locked ? "" : state.Activity.TitleOf(scene),
            state.VisitedScenes.Contains(scene.Id),
            state.Scene.Id == scene.Id,
            locked
        );
    }
}

/// <summary>A clue card or a reward among the learner's findings, with what the learner wrote beside it.</summary>
public sealed record FindingView(string Id, string Name, Content Card, string Annotation)
{
    /// <summary>The view of a clue card, or of a reward, once it may be told that it is won; null for what is not shown.</summary>
    internal static FindingView? Of(AttemptState state, string id, DateTimeOffset now, DateTimeOffset? due)
    {
        var activity = state.Activity;
        var note = state.Annotations.GetValueOrDefault(id, "");
        return activity.Trail?.StopOf(id) is { Reward: { } reward } stop
            ? RevealNow.Reward(state, stop, now, due)
                ? new(id, reward.Title.Trim() is { Length: > 0 } title ? title : activity.TitleOf(stop), reward.Card, note)
                : null
            : activity.SpotOf(id) is { Content.CountsWhenOpened: true } spot
                ? new(id, activity.NameOf(spot), spot.Content, note)
                : null;
    }
}

/// <summary>How far a learner has come.</summary>
/// <param name="Opened">Notes, callouts, links, web panels and inserted activities that were opened.</param>
/// <param name="Spots">How many of them there are.</param>
/// <param name="Answered">Questions that were answered.</param>
/// <param name="Questions">How many there are.</param>
public sealed record Progress(int Opened, int Spots, int Answered, int Questions)
{
    /// <summary>Questions that count: all but practice.</summary>
    public int Counting { get; init; }

    /// <summary>Questions that count and were not answered.</summary>
    public int CountingOpen { get; init; }

    /// <summary>Scenes, or steps of what goes in order, that were visited.</summary>
    public int Visited { get; init; }

    /// <summary>How many there are; none where there is one alone.</summary>
    public int Places { get; init; }

    /// <summary>Progress as a share, 0..1: what was opened, answered and visited among all there is.</summary>
    public double Share => Spots + Questions + Places == 0 ? 1 : (double)(Opened + Answered + Visited) / (Spots + Questions + Places);

    /// <summary>The progress of a state. What stands open on a page needs no opening and is not counted.</summary>
    public static Progress Of(AttemptState state)
    {
        var notes = state
            .Activity.Scenes.Where(scene => !scene.Backdrop.IsFlow)
            .SelectMany(scene => scene.Spots)
            .Where(spot => spot.Content.CountsWhenOpened && state.Given.Contains(spot.Id))
            .ToList();
        // Nobody goes through all of a story: how much of it there is, is no measure, and would tell of what is to come.
        var places = state.Activity.HasChoices
            ? []
            : (state.IsInOrder ? state.Steps.Select(step => step.Id) : state.Activity.Scenes.Select(scene => scene.Id)).ToList();
        return new Progress(
            notes.Count(spot => state.OpenedSpots.Contains(spot.Id)),
            notes.Count,
            state.Asked.Count(question => question.HasAnswer),
            state.Asked.Count()
        )
        {
            Counting = state.Asked.Count(question => !question.IsPractice),
            CountingOpen = state.Asked.Count(question => !question.IsPractice && !question.HasAnswer),
            Visited = places.Count > 1 ? places.Count(state.VisitedScenes.Contains) : 0,
            Places = places.Count > 1 ? places.Count : 0,
        };
    }
}
