using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Delivery;

/// <summary>What a learner may see of a scene.</summary>
public sealed record SceneView(string Id, string Title, Backdrop Backdrop, Sound? Ambient, bool SignsOnAsking, ValueList<SpotView> Spots)
{
    /// <summary>True when it is a page: its spots stand below each other, open.</summary>
    public bool IsPage => Backdrop.IsFlow;

    /// <summary>True when learners add spots of their own here.</summary>
    public bool TakesSpots { get; init; }

    /// <summary>What is told here.</summary>
    public RichText Text { get; init; }

    /// <summary>What can be decided here; of what is locked nothing is told.</summary>
    public ValueList<SpotView> Choices { get; init; } = [];

    /// <summary>What is only looked at on the backdrop, below everything else; what is locked is not there.</summary>
    public ValueList<SpotView> Decorations { get; init; } = [];

    /// <summary>What was watched of its course in time.</summary>
    public Stretches Watched { get; init; } = Stretches.None;

    /// <summary>Where the learner left that course, in seconds; 0 at the beginning.</summary>
    public decimal LeftAt { get; init; }

    /// <summary>The scene as its author sees it on the stage: the start of an attempt, with what is behind locks.</summary>
    public static SceneView ForAuthor(Activity activity, Scene scene)
    {
        // The author sees every scene as a whole, whatever the way through it.
        var whole = activity with
        {
            Flow = new Flow { ShuffleOptions = activity.Flow.ShuffleOptions },
            Scenes = activity.Scenes.Replace(one => one.Draw is not null, one => one with { Draw = null }),
        };
        var state = Replay.Run(_ => whole, [new Began(0, 0) { Id = "began", At = DateTimeOffset.UnixEpoch }]) with { KnowsAll = true };
        return Of(state, scene, DateTimeOffset.UnixEpoch, null, asAuthor: true);
    }

    internal static SceneView Of(AttemptState state, Scene scene, DateTimeOffset now, DateTimeOffset? due, bool asAuthor = false) =>
        new(
            scene.Id,
            state.Activity.TitleOf(scene),
            scene.Backdrop,
            scene.Ambient,
            state.Activity.Look.SignsOnAsking && !asAuthor,
            scene
                .Spots.Where(spot => spot.Content is { Consequence: null, Acts: true })
                .Select(spot => SpotView.Of(state, spot, scene.Backdrop.HasTime, now, due, asAuthor))
                .Concat(state.Added.Where(added => added.SceneId == scene.Id).Select(added => added.View(state.Activity, scene.Backdrop)))
                .ToValueList()
        )
        {
            TakesSpots = scene.LearnersSpots is not null,
            Text = scene.Text,
            Choices = Deciding.In(state, scene, asAuthor).Select(spot => SpotView.Of(state, spot, false, now, due, asAuthor)).ToValueList(),
            Watched = state.Watched.GetValueOrDefault(scene.Id, Stretches.None),
            Decorations = scene
                .Spots.Where(spot => !spot.Content.Acts && !scene.Backdrop.IsFlow)
                .Select(spot => SpotView.Of(state, spot, scene.Backdrop.HasTime, now, due, asAuthor))
                .Where(view => view.Content is not null)
                .ToValueList(),
            LeftAt = state.LeftAt.GetValueOrDefault(scene.Id),
        };

    /// <summary>The part of a scene that belongs to a step.</summary>
    internal static SceneView Of(AttemptState state, StepSection section, DateTimeOffset now, DateTimeOffset? due)
    {
        var scene = state.Activity.SceneOf(section.SceneId)!;
        var order = section.SpotIds.Select(id => scene.Spots.FirstOrDefault(spot => spot.Id == id)).OfType<Spot>();
        var shown = scene with { Backdrop = section.WithText ? scene.Backdrop : scene.Backdrop.Continued, Spots = order.ToValueList() };
        return Of(state, shown, now, due);
    }
}

/// <summary>What a learner may see of a spot: its content, its question, or its lock.</summary>
/// <param name="Id">The spot's id.</param>
/// <param name="Name">Its name; of a locked spot only one that the author gave it.</param>
/// <param name="Kind">What it holds.</param>
/// <param name="Place">Where it is.</param>
/// <param name="Sign">How it shows itself, complete.</param>
/// <param name="Content">What it holds; null for a question, and for what is locked.</param>
/// <param name="Ask">Its question, or null.</param>
/// <param name="Opened">True when it was opened, or where it leads was visited.</param>
/// <param name="Lock">What keeps it, or where it leads, closed; null when it is open.</param>
public sealed record SpotView(
    string Id,
    string Name,
    SpotKind Kind,
    Place Place,
    Sign Sign,
    Content? Content,
    AskView? Ask,
    bool Opened,
    LockView? Lock
)
{
    /// <summary>Its number on a sheet of paper, from 1; null on a screen, and for what needs none.</summary>
    public int? Number { get; init; }

    /// <summary>What it is when a learner added it; null for a spot of the activity.</summary>
    public AddedSpot? Added { get; init; }

    /// <summary>When it is there and what it does to the course in time; null for always.</summary>
    public During? During { get; init; }

    /// <summary>Whether the stop of the trail that it leads to is done; null where it leads to none.</summary>
    public bool? StopDone { get; init; }

    /// <summary>Where its panel opens; null for beside its sign.</summary>
    public PanelBox? Panel { get; init; }

    /// <summary>Where the course goes on when it is closed, in seconds; null to go on from where it stands.</summary>
    public decimal? TurnsTo { get; init; }

    /// <summary>The scene in which it goes on when it is closed; null for this one.</summary>
    public string? TurnsToScene { get; init; }

    /// <summary>True for a question whose answer leads to another scene, where no course in time goes there by itself.</summary>
    public bool LeadsOn { get; init; }

    /// <summary>True when going there is a step of the road of a story, from which no way goes back.</summary>
    public bool Decides { get; init; }

    /// <summary>True when the course in time stops, or opens it, where it begins: it does so each time, or there is still something to be
    /// done here.</summary>
    public bool Waits { get; init; }

    /// <summary>True when there is no more to do here: it is answered, or was opened. What a learner added is nothing to be done with.</summary>
    public bool IsDone => Added is null && (StopDone ?? Ask?.HasAnswer ?? Opened);

    /// <summary>The entry of the wording that says that it is done.</summary>
    public string DoneKey =>
        Kind switch
        {
            SpotKind.Question => "answered",
            SpotKind.Jump => StopDone is null ? "visited" : "stopDone",
            _ => "opened",
        };

    /// <summary>The kind's name on screen.</summary>
    public string KindName =>
        Content?.KindName
        ?? (
            Ask is not null ? AuthorWords.Say("kindOfQuestion")
            : Lock is not null ? AuthorWords.Say("kindOfLock")
            : ""
        );

    /// <summary>The view of a spot.</summary>
    /// <param name="timed">True where a course in time comes to it; elsewhere it is there always.</param>
    internal static SpotView Of(AttemptState state, Spot spot, bool timed, DateTimeOffset now, DateTimeOffset? due, bool asAuthor)
    {
        var activity = state.Activity;
        var sign = activity.Look.Of(spot);
        var closed =
            !state.IsOpen(spot.Id) ? LockView.Of(state, spot.Id)
            : spot.Content.Goal is { } id && activity.SceneOf(id) is { } goal && !state.IsOpen(goal.Id) ? LockView.Of(state, goal.Id)
            : null;
        if (closed is not null && !asAuthor)
        {
            var ownName =
                spot.Name.Length > 0 ? spot.Name
                : closed.Id != spot.Id && spot.Content.OwnName is { Length: > 0 } words ? words
                : state.Activity.Words["locked"];
            return new(spot.Id, ownName, spot.Content.Kind, spot.Place, sign, null, null, false, closed)
            {
                During = timed ? spot.During : null,
                Panel = InsideStage(spot.Panel),
            };
        }

        var turn = Turning.Of(state, spot);
        return new(
            spot.Id,
            activity.NameOf(spot),
            spot.Content.Kind,
            spot.Place,
            sign,
            spot.Question is not null ? null : spot.Content,
            state.QuestionOf(spot.Id) is { } question ? AskView.Of(state, question, now, due) : null,
            spot.Content is { Goal: { } to, Consequence: null }
                ? !asAuthor && state.VisitedScenes.Contains(to)
                : state.OpenedSpots.Contains(spot.Id),
            closed
        )
        {
            During = timed ? spot.During : null,
            Panel = InsideStage(spot.Panel),
            StopDone =
                spot.Content.Goal is { } goalId
                && activity.StopOf(activity.SceneOf(goalId)) is { } stop
                && activity.StopOf(activity.SceneWith(spot.Id))?.Id != stop.Id
                    ? StopView.IsDone(state, stop, now, due)
                    : null,
            TurnsTo = timed ? turn?.To : null,
            TurnsToScene = Turning.SceneOf(state, spot),
            LeadsOn = !timed && !state.IsInOrder && spot.IsLeading,
            Decides = spot.IsLeading && activity.HasChoices && !state.IsHandedIn,
            Waits = timed && spot.During is { } during && WaitsIn(state, spot, during),
        };
    }

    /// <summary>A box that a file says is elsewhere is none.</summary>
    private static PanelBox? InsideStage(PanelBox? box) => box?.Refuse() is null ? box : null;

    private static bool WaitsIn(AttemptState state, Spot spot, During during) =>
        (during.Pauses || during.Opens)
        && (
            during.Repeats
            || (
                state.QuestionOf(spot.Id) is { } question
                    ? question.IsOpen && (!question.HasAnswer || Turning.Of(state, spot)?.LeadsBackFrom(during.From) == true)
                    : !state.OpenedSpots.Contains(spot.Id)
            )
        );
}

/// <summary>What a learner may see of a lock: how it opens, never with what.</summary>
public sealed record LockView
{
    /// <summary>The scene or spot it is on.</summary>
    public required string Id { get; init; }

    /// <summary>The author's words on it; may be empty.</summary>
    public required string Words { get; init; }

    /// <summary>The entry of the wording that says how it opens.</summary>
    public required string WordsKey { get; init; }

    /// <summary>How near it is, for each thing that is counted.</summary>
    public ValueList<Nearness> Nearness { get; init; } = [];

    /// <summary>How a code is typed into it.</summary>
    public Typing Typing { get; init; }

    /// <summary>Points, or things, that are needed; 0 where none are counted.</summary>
    public decimal Needed { get; init; }

    /// <summary>How many wrong codes were typed.</summary>
    public int Wrong { get; init; }

    /// <summary>What to read after a wrong code; empty before.</summary>
    public string WrongWords { get; init; } = "";

    /// <summary>What a wrong code costs, in points.</summary>
    public decimal WrongCosts { get; init; }

    internal static LockView Of(AttemptState state, string id)
    {
        var closed = state.Index.LockOf(id)!;
        var typed = closed.Key as TypedKey;
        var wrong = state.WrongCodes.GetValueOrDefault(id)?.Wrong ?? 0;
        return new LockView
        {
            Id = id,
            Words = closed.Words,
            WordsKey = closed.Key.WordsKey,
            Nearness = closed.Key.Nearness(state).ToValueList(),
            Typing = typed?.Typing ?? Typing.None,
            Needed = closed.Key.Needed,
            Wrong = wrong,
            WrongWords = wrong > 0 ? closed.WrongWords : "",
            WrongCosts = typed?.WrongCosts ?? 0,
        };
    }
}
