using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Trails;

/// <summary>What a learner may see of the trail.</summary>
/// <param name="Shown">How its stops are seen.</param>
/// <param name="Closing">True when learners see how far they are with every stop.</param>
/// <param name="Stops">The stops, in their order.</param>
public sealed record TrailView(TrailShown Shown, bool Closing, ValueList<StopView> Stops)
{
    /// <summary>The first scene, where one is not there: the board, or the cover.</summary>
    public SceneLink? Home { get; init; }

    /// <summary>The scene with the findings sheet, where one is not there.</summary>
    public SceneLink? Sheet { get; init; }

    /// <summary>The next scene of the stop, where no spot leads there.</summary>
    public SceneLink? Next { get; init; }

    /// <summary>The stop in which the learner is, or null.</summary>
    public StopView? Here => Stops.LastOrDefault(stop => stop.Current);

    /// <summary>The view of a state; null where there is no trail.</summary>
    internal static TrailView? Of(AttemptState state, DateTimeOffset now, DateTimeOffset? due)
    {
        var activity = state.Activity;
        if (activity.Trail is not { Stops.Count: > 0 } trail)
        {
            return null;
        }

        SceneLink? Link(Scene? scene) => scene is null || state.IsInOrder || scene.Id == state.Scene.Id ? null : SceneLink.Of(state, scene);
        return new(
            trail.Shown,
            trail.Closing,
            trail.Stops.Select(stop => StopView.Of(state, trail, stop, now, due)).OfType<StopView>().ToValueList()
        )
        {
            Home = activity.StopOf(activity.Scenes[0]) is null ? Link(activity.Scenes[0]) : null,
            Sheet = Link(activity.SceneOf(trail.Sheet)),
            Next = Link(activity.After(state.Scene)),
        };
    }
}

/// <summary>What a learner may see of a stop.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Title">Its title; empty while it is locked.</param>
/// <param name="Goes">The scene or step one goes to.</param>
/// <param name="Depth">In how many others it is.</param>
public sealed record StopView(string Id, string Title, string Goes, int Depth)
{
    public bool Visited { get; init; }

    /// <summary>True when the learner is in it.</summary>
    public bool Current { get; init; }

    public bool Locked { get; init; }

    /// <summary>True when the learner may go there from where they are.</summary>
    public bool MayGo { get; init; }

    /// <summary>Questions that were answered, and how many there are.</summary>
    public int Answered { get; init; }

    public int Questions { get; init; }

    /// <summary>True when its reward is won and may be told of, or, where it has none, all in it was answered.</summary>
    public bool Done { get; init; }

    /// <summary>True when there is something to be won.</summary>
    public bool HasReward { get; init; }

    /// <summary>True when nothing in it counts.</summary>
    public bool Practice { get; init; }

    /// <summary>True when the learner may do it once more.</summary>
    public bool MayRepeat { get; init; }

    /// <summary>The points, once they may be shown.</summary>
    public Fraction? Points { get; init; }

    public decimal OutOf { get; init; }

    /// <summary>The words for how much of it is right, once all was tried and that may be told.</summary>
    public ScoreBand? Band { get; init; }

    /// <summary>Whether a stop is done, as far as that may be told.</summary>
    internal static bool IsDone(AttemptState state, Stop stop, DateTimeOffset now, DateTimeOffset? due) =>
        stop.Reward is null ? state.HasDone(stop.Id) : RevealNow.Reward(state, stop, now, due);

    /// <summary>The view of a stop; null for one that the learner gets nothing of.</summary>
    internal static StopView? Of(AttemptState state, Trail trail, Stop stop, DateTimeOffset now, DateTimeOffset? due)
    {
        var activity = state.Activity;
        var scenes = activity.ScenesOf(stop.Id).ToList();
        var goes = state.IsInOrder
            ? state.Steps.FirstOrDefault(step => step.Sections.Any(section => scenes.Any(scene => scene.Id == section.SceneId)))?.Id
            : scenes.FirstOrDefault()?.Id;
        if (goes is null)
        {
            return null;
        }

        var locked = scenes.Count > 0 && !state.IsOpen(scenes[0].Id);
        var asked = state.QuestionsOf(stop.Id).Where(question => question.Round != Round.LookOnly).ToList();
        return new(stop.Id, locked ? "" : activity.TitleOf(stop), goes, trail.Around(stop).Count() - 1)
        {
            Visited = scenes.Any(scene => state.HasBeenIn(scene.Id)),
            Current = !state.NeedsStart && scenes.Any(scene => scene.Id == state.Scene.Id),
            Locked = locked,
            MayGo = AttemptRules.MayVisit(state, goes),
            Answered = asked.Count(question => question.HasAnswer),
            Questions = asked.Count,
            HasReward = stop.Reward is not null,
            Done = IsDone(state, stop, now, due),
            Practice = trail.WeightOf(stop) == 0,
            MayRepeat = Winning.MayRepeat(state, stop),
            Points =
                trail.WeightOf(stop) > 0 && RevealNow.Points(state, stop, now, due)
                    ? asked.Total(question => question.Points(state.Activity.Rules.Counts))
                    : null,
            OutOf = asked.Sum(question => question.OutOf),
            Band =
                asked.All(question => question.Tries.Count > 0 || question.Closed)
                && Winning.ShareOf(asked, activity.Rules.Counts) is { } share
                && RevealNow.Verdict(state, stop, now, due)
                    ? stop.Bands.For(share * 100, share == Fraction.One)
                    : null,
        };
    }
}
