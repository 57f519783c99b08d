using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Locks.Rewards;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Sets how the stops of a trail are shown, its findings sheet, and whether it is closed with a summary.</summary>
/// <param name="Shown">How learners see the stops.</param>
/// <param name="Sheet">The scene with the findings sheet; empty for none.</param>
/// <param name="Closing">Whether learners see how far they are with every stop.</param>
public sealed record SetTrail(TrailShown Shown, string Sheet, bool Closing) : Edit
{
    public override string StepKey => "trail";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editHowTrailShown");

    public override Outcome<Activity> Apply(Activity activity) =>
        Sheet.Length > 0 && activity.SceneOf(Sheet) is null
            ? NoScene
            : activity with
            {
                Trail = (activity.Trail ?? new Trail()) with { Shown = Shown, Sheet = Sheet, Closing = Closing },
            };
}

/// <summary>An edit of one stop of the trail.</summary>
public abstract record StopEdit(string StopId) : Edit
{
    public sealed override Outcome<Activity> Apply(Activity activity) =>
        activity.Trail?.StopOf(StopId) is { } stop
            ? Apply(activity, activity.Trail, stop)
            : Outcome<Activity>.Refused(AuthorWords.Say("stopNotOnTrailAny"));

    protected abstract Outcome<Activity> Apply(Activity activity, Trail trail, Stop stop);

    protected string TitleOf(Activity activity) =>
        activity.Trail?.StopOf(StopId) is { } stop ? activity.TitleOf(stop) : AuthorWords.Say("aStop");

    /// <summary>The activity with other stops, or why it cannot have them.</summary>
    internal static Outcome<Activity> With(Activity activity, ValueList<Stop> stops)
    {
        var trail = (activity.Trail ?? new Trail()) with { Stops = stops };
        return trail.Refuse() is { } refusal ? Outcome<Activity>.Refused(refusal) : activity with { Trail = trail };
    }
}

/// <summary>Puts a stop at the end of the trail: of scenes that are there, or, where none is named, with a page of its own.</summary>
/// <param name="NewId">The stop's id.</param>
/// <param name="SceneIds">The scenes that are the stop.</param>
public sealed record AddStop(string NewId, ValueList<string> SceneIds) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAddedStop");

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (SceneIds.Any(id => activity.SceneOf(id) is null))
        {
            return NoScene;
        }

        if (activity.SceneOf(NewId) is not null || activity.SpotOf(NewId) is not null)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("somethingInActivityHasId"));
        }

        var with = StopEdit.With(activity, (activity.Trail?.Stops ?? []).Add(new Stop { Id = NewId }));
        return with.Refusal is not null ? with
            : SceneIds.Count > 0
                ? with.Value with
                {
                    Scenes = with.Value.Scenes.Replace(scene => SceneIds.Contains(scene.Id), scene => scene with { Stop = NewId }),
                }
            : with.Value with
            {
                Scenes = with.Value.Scenes.Add(
                    new Scene
                    {
                        Id = Ids.New(),
                        Backdrop = new PageBackdrop(default),
                        Stop = NewId,
                    }
                ),
            };
    }
}

/// <summary>Takes a whole activity as a stop of the trail, at its end.</summary>
/// <param name="NewId">The stop's id.</param>
/// <param name="Source">The activity.</param>
/// <param name="Origin">Where it comes from, when it stays linked; else null.</param>
public sealed record TakeAsStop(string NewId, Activity Source, Origin? Origin) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editStopFromActivity", Source.Title);

    public override Outcome<Activity> Apply(Activity activity)
    {
        var taken = Copies.AsStop(Source, Ruled());
        return Whole(
            activity with
            {
                Scenes = activity.Scenes.Concat(taken.Scenes).ToValueList(),
                Story = WithStates(activity.Story, Source.Story, taken.States),
            },
            Source,
            (activity.Trail?.Stops ?? []).Concat(taken.Stops).ToValueList()
        );
    }

    /// <summary>The activity with all that was taken, or why that is too much for one.</summary>
    internal static Outcome<Activity> Whole(Activity with, Activity source, ValueList<Stop> stops) =>
        with.Scenes.Count > AddOutline.MostScenes
            ? Outcome<Activity>.Refused(AuthorWords.Say("activityHasUpScenesWould", AddOutline.MostScenes, source.Title, with.Scenes.Count))
        : with.Story?.Refuse() is { } refusal ? Outcome<Activity>.Refused(refusal)
        : StopEdit.With(with, stops);

    /// <summary>The stop with the tries and the moments that its activity has, where they are not the usual ones.</summary>
    private Stop Ruled() =>
        new()
        {
            Id = NewId,
            Title = Source.Title.Cut(Scene.LongestTitle),
            Origin = Origin,
            Bands = Source.Rules.Bands,
            Tries = Source.Rules.Tries is { } tries ? Math.Clamp(tries, 1, Stop.MostGoes) : null,
            Reveal = Source.Rules.Reveal == new Reveal() ? null : Source.Rules.Reveal,
        };

    /// <summary>The story with the states of another; how it is scored stays, as points of one story are no part of another.</summary>
    internal static Story? WithStates(Story? story, Story? other, ValueList<StoryState> states) =>
        other is null ? story
        : (story ?? other with { States = [], Scoring = StoryScoring.None, ScoredBy = null }) is var kept
            ? kept with
            {
                States = kept.States.Where(state => states.All(one => one.Id != state.Id)).Concat(states).ToValueList(),
            }
        : kept;
}

/// <summary>Brings a linked stop up to a newer edition of the activity it was taken from. The rules of the stop stay.</summary>
/// <param name="StopId">The stop.</param>
/// <param name="Source">The newer edition.</param>
/// <param name="Edition">Its number.</param>
public sealed record UpdateStop(string StopId, Activity Source, int Edition) : StopEdit(StopId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editTookEditionOf", Edition, TitleOf(activity));

    protected override Outcome<Activity> Apply(Activity activity, Trail trail, Stop stop)
    {
        if (stop.Origin is not { } origin)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("stopNotLinkedAnyMore"));
        }

        var taken = Copies.AsStop(Source, stop with { Origin = origin with { Edition = Edition } });
        var inside = trail.Inside(StopId);
        var at = activity.Scenes.IndexOf(scene => scene.Stop is { } within && inside.Contains(within));
        var others = activity.Scenes.RemoveAll(scene => scene.Stop is { } within && inside.Contains(within));
        var before = at < 0 ? others.Count : activity.Scenes.Take(at).Count();
        // A lock that the trail's author put on the way into the stop is no part of what was taken.
        var scenes = taken.Scenes.Replace(
            scene => scene.Lock is null && activity.SceneOf(scene.Id)?.Lock?.Key.IsOfTrail == true,
            scene => scene with { Lock = activity.SceneOf(scene.Id)!.Lock }
        );
        return TakeAsStop.Whole(
            activity with
            {
                Scenes = others.Take(before).Concat(scenes).Concat(others.Skip(before)).ToValueList(),
                Story = TakeAsStop.WithStates(activity.Story, Source.Story, taken.States),
            },
            Source,
            Placed(trail, inside, taken.Stops)
        );
    }

    /// <summary>The stops with those of the newer edition; one that was inside already keeps its rules.</summary>
    private ValueList<Stop> Placed(Trail trail, HashSet<string> inside, ValueList<Stop> taken)
    {
        var at = trail.Stops.IndexOf(one => one.Id == StopId);
        var others = trail.Stops.RemoveAll(one => inside.Contains(one.Id));
        return others
            .Take(at)
            .Concat(taken.Select(one => one.Id != StopId && trail.StopOf(one.Id) is { } known ? known with { Within = one.Within } : one))
            .Concat(others.Skip(at))
            .ToValueList();
    }
}

/// <summary>Sets what a stop is called, its rules and its reward.</summary>
/// <param name="Stop">The stop as it shall be; what it is linked to and part of stays.</param>
public sealed record SetStop(Stop Stop) : StopEdit(Stop.Id)
{
    public override string StepKey => "stop " + Stop.Id;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editStopItself", TitleOf(activity));

    protected override Outcome<Activity> Apply(Activity activity, Trail trail, Stop stop) =>
        With(activity, trail.Stops.Replace(one => one.Id == StopId, one => Stop with { Origin = one.Origin, Within = one.Within }));
}

/// <summary>Puts a stop earlier or later on the trail, and its scenes with it.</summary>
public sealed record MoveStop(string StopId, int Steps) : StopEdit(StopId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editPlaceOnTrail", TitleOf(activity));

    protected override Outcome<Activity> Apply(Activity activity, Trail trail, Stop stop)
    {
        // It goes past its neighbour of the same trail, with all that is inside the one and the other.
        var siblings = trail.Stops.Where(one => one.Within == stop.Within).ToList();
        var at = siblings.FindIndex(one => one.Id == StopId);
        var to = (int)Math.Clamp((long)at + Steps, 0, siblings.Count - 1);
        siblings.RemoveAt(at);
        siblings.Insert(to, stop);
        var order = siblings.SelectMany(one => trail.Stops.Where(other => trail.Inside(one.Id).Contains(other.Id))).ToList();
        var next = new Queue<Stop>(order);
        var moved = order.Select(one => one.Id).ToHashSet();
        var stops = trail.Stops.Select(one => moved.Contains(one.Id) ? next.Dequeue() : one).ToValueList();
        return With(activity with { Scenes = InOrder(activity.Scenes, stops) }, stops);
    }

    /// <summary>The scenes in the order of their stops; those that are part of none stay where they are.</summary>
    private static ValueList<Scene> InOrder(ValueList<Scene> scenes, ValueList<Stop> stops)
    {
        var next = new Queue<Scene>(stops.SelectMany(stop => scenes.Where(scene => scene.Stop == stop.Id)));
        return scenes.Select(scene => stops.IndexOf(stop => stop.Id == scene.Stop) >= 0 ? next.Dequeue() : scene).ToValueList();
    }
}

/// <summary>Takes a stop off the trail; its scenes stay in the storyboard, or go with it.</summary>
public sealed record RemoveStop(string StopId, bool WithScenes) : StopEdit(StopId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editRemovedStop", TitleOf(activity));

    protected override Outcome<Activity> Apply(Activity activity, Trail trail, Stop stop)
    {
        var inside = trail.Inside(StopId);
        bool IsInside(Scene scene) => scene.Stop is { } within && inside.Contains(within);
        return WithScenes && activity.Scenes.All(IsInside)
            ? Outcome<Activity>.Refused(AuthorWords.Say("activityKeepsAtLeastOne"))
            : With(
                activity with
                {
                    Scenes = WithScenes
                        ? activity.Scenes.RemoveAll(IsInside)
                        : activity.Scenes.Replace(IsInside, scene => scene with { Stop = stop.Within }),
                },
                trail.Stops.RemoveAll(one => inside.Contains(one.Id))
            );
    }
}

/// <summary>Ends the link of a stop to the activity it was taken from; it is a copy from now on.</summary>
public sealed record CutStopLink(string StopId) : StopEdit(StopId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editNoLongerLinked");

    protected override Outcome<Activity> Apply(Activity activity, Trail trail, Stop stop) =>
        With(activity, trail.Stops.Replace(one => one.Id == StopId, one => one with { Origin = null }));
}

/// <summary>Says of which stop a scene is part.</summary>
/// <param name="SceneId">The scene.</param>
/// <param name="StopId">The stop; empty for none.</param>
public sealed record SetSceneStop(string SceneId, string StopId) : SceneEdit(SceneId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editStopOfScene", TitleOf(activity, SceneId));

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        StopId.Length > 0 && activity.Trail?.StopOf(StopId) is null
            ? Outcome<Activity>.Refused(AuthorWords.Say("stopNotOnTrailAny"))
            : activity.WithScene(SceneId, s => s with { Stop = StopId.Length > 0 ? StopId : null });
}

/// <summary>Opens each stop only once the one before it is done.</summary>
public sealed record LockStopsInOrder : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editOneStopAfterOther");

    public override Outcome<Activity> Apply(Activity activity)
    {
        var result = activity;
        var stops = (activity.Trail?.Stops ?? []).Where(stop => stop.Within is null).ToList();
        foreach (var (before, stop) in stops.Zip(stops.Skip(1)))
        {
            if (activity.ScenesOf(stop.Id).FirstOrDefault() is { } first && IsFree(first.Lock))
            {
                result = result.WithScene(first.Id, scene => scene with { Lock = new Lock { Key = new RewardKey([before.Id]) } });
            }
        }

        return result;
    }

    /// <summary>A lock that something else than the trail opens, or has a part in, stays.</summary>
    private static bool IsFree(Lock? there) => there is null || there.Key.Conditions.All(key => key.IsOfTrail);
}

/// <summary>Puts a way to each stop on a scene that has none yet, in a ring.</summary>
/// <param name="SceneId">The board.</param>
public sealed record AddWaysToStops(string SceneId) : SceneEdit(SceneId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editWaysStops");

    protected override Outcome<Activity> Apply(Activity activity, Scene scene)
    {
        var goals = (activity.Trail?.Stops ?? [])
            .Where(stop => stop.Within is null)
            .Select(stop => (stop, first: activity.ScenesOf(stop.Id).FirstOrDefault()))
            .Where(entry => entry.first is not null && entry.first.Id != SceneId && scene.Spots.All(s => s.Content.Goal != entry.first.Id))
            .ToList();
        var board = scene;
        foreach (var (entry, number) in goals.Select((entry, i) => (entry, i)))
        {
            var angle = 2 * Math.PI * number / goals.Count - Math.PI / 2;
            var place = Place.At(scene.Backdrop, 0.5 + 0.34 * Math.Cos(angle), 0.5 + 0.32 * Math.Sin(angle));
            board = board with
            {
                Spots = board.Spots.Add(
                    new Spot
                    {
                        Id = Ids.New(),
                        Place = Copies.FreePlace(board, place),
                        Content = new Jump(entry.first!.Id),
                    }
                ),
            };
        }

        return goals.Count == 0
            ? Outcome<Activity>.Refused(AuthorWords.Say("thereWayEveryStopHere"))
            : activity.WithScene(SceneId, _ => board);
    }
}

/// <summary>Makes every stop practice, so that only what is part of none counts and is handed in: the findings sheet, the last decision.</summary>
public sealed record CountOnlyWhatIsNoStop : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editOnlyWhatOutsideStopsCounts");

    public override Outcome<Activity> Apply(Activity activity) =>
        StopEdit.With(activity, (activity.Trail?.Stops ?? []).Replace(stop => !stop.IsPractice, stop => stop with { Weight = 0 }));
}
