using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>An edit of one scene.</summary>
public abstract record SceneEdit(string SceneId) : Edit
{
    public sealed override Outcome<Activity> Apply(Activity activity) =>
        activity.SceneOf(SceneId) is { } scene ? Apply(activity, scene) : NoScene;

    protected abstract Outcome<Activity> Apply(Activity activity, Scene scene);

    protected static string TitleOf(Activity activity, string sceneId) =>
        activity.SceneOf(sceneId) is { } scene ? activity.TitleOf(scene) : AuthorWords.Say("aScene");
}

/// <summary>Adds scenes at the end of the storyboard.</summary>
public sealed record AddScenes(ValueList<Scene> Scenes) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAddedScenes", Scenes.Count);

    public override Outcome<Activity> Apply(Activity activity) =>
        Scenes.Any(scene => activity.SceneOf(scene.Id) is not null)
            ? Outcome<Activity>.Refused(AuthorWords.Say("sceneInActivityAlready"))
            : activity with
            {
                Scenes = activity.Scenes.Concat(Scenes).ToValueList(),
            };
}

/// <summary>Sets a scene's title.</summary>
public sealed record RenameScene(string SceneId, string Title) : SceneEdit(SceneId)
{
    public override string StepKey => "scene " + SceneId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editSceneTitle", Title.Trim());

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        activity.WithScene(SceneId, s => s with { Title = Title.Trim() });
}

/// <summary>Sets whether learners add spots of their own to a scene.</summary>
public sealed record SetLearnersSpots(string SceneId, LearnersSpots? Allowed) : SceneEdit(SceneId)
{
    public override string SummaryOn(Activity activity) =>
        Allowed is null ? AuthorWords.Say("editLearnersAddNoSpots") : AuthorWords.Say("editLearnersAddSpotsTheirOwn");

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        activity.WithScene(SceneId, s => s with { LearnersSpots = Allowed });
}

/// <summary>Sets a scene's backdrop. The spots keep their places: what lay at a point of a picture lies at the same point of a panorama.</summary>
public sealed record SetBackdrop(string SceneId, Backdrop Backdrop) : SceneEdit(SceneId)
{
    /// <summary>The title of a scene that has none yet.</summary>
    public string Title { get; init; } = "";

    public override string StepKey => "backdrop " + SceneId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editBackdrop");

    protected override Outcome<Activity> Apply(Activity activity, Scene scene)
    {
        if (Backdrop.Refuse() is { } refusal)
        {
            return Outcome<Activity>.Refused(refusal);
        }

        return activity.WithScene(SceneId, s =>
            s.Spots.Aggregate(
                s with
                {
                    Backdrop = Backdrop,
                    Spots = [],
                    Title = s.Title.Length > 0 ? s.Title : Title.Trim().Cut(Scene.LongestTitle),
                },
                (room, spot) =>
                    room with
                    {
                        // Spots that come from a page get places beside each other.
                        Spots = room.Spots.Add(
                            spot with
                            {
                                Place = spot.Place is InFlow ? Copies.FreePlace(room, spot.Place.On(Backdrop)) : spot.Place.On(Backdrop),
                            }
                        ),
                    }
            )
        );
    }
}

/// <summary>Sets what is heard in a scene, or nothing.</summary>
public sealed record SetAmbient(string SceneId, Sound? Ambient) : SceneEdit(SceneId)
{
    public override string StepKey => "ambient " + SceneId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAmbientSound", TitleOf(activity, SceneId));

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        activity.WithScene(SceneId, s => s with { Ambient = Ambient });
}

/// <summary>Puts a scene earlier or later in the storyboard. The first is where learners begin.</summary>
public sealed record ReorderScene(string SceneId, int Steps) : SceneEdit(SceneId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editPlaceInStoryboard", TitleOf(activity, SceneId));

    protected override Outcome<Activity> Apply(Activity activity, Scene scene)
    {
        var at = activity.Scenes.IndexOf(s => s.Id == SceneId);
        return activity with { Scenes = activity.Scenes.RemoveAll(s => s.Id == SceneId).Insert(at + Steps, scene) };
    }
}

/// <summary>Makes a twin of a scene behind it. Its spots get ids of their own; locks inside that name spots of the scene name those of the twin.</summary>
public sealed record CopyScene(string SceneId, string NewId) : SceneEdit(SceneId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editCopied", TitleOf(activity, SceneId));

    protected override Outcome<Activity> Apply(Activity activity, Scene scene)
    {
        var twin = Copies.Of(scene, NewId) with { Title = scene.Title.Length > 0 ? scene.Title + " (copy)" : "" };
        return activity with { Scenes = activity.Scenes.Insert(activity.Scenes.IndexOf(s => s.Id == SceneId) + 1, twin) };
    }
}

/// <summary>Takes a scene away. Jumps that lead to it stay and are named by the ready check.</summary>
public sealed record DeleteScene(string SceneId) : SceneEdit(SceneId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editDeleted", TitleOf(activity, SceneId));

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        activity.Scenes.Count == 1
            ? Outcome<Activity>.Refused(AuthorWords.Say("activityKeepsAtLeastOneScene"))
            : activity with
            {
                Scenes = activity.Scenes.RemoveAll(s => s.Id == SceneId),
            };
}

/// <summary>Makes the way back of a jump: a jump in the scene it leads to, leading to the scene it is in.</summary>
public sealed record AddWayBack(string SpotId, string NewId) : SpotEdit(SpotId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAddedWayBack");

    protected override Outcome<Activity> Apply(Activity activity, Spot spot)
    {
        var from = activity.SceneWith(SpotId)!;
        if (spot.Content.Goal is not { } goal || activity.SceneOf(goal) is not { } to)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("jumpLeadsNowhereYetChooseScene"));
        }

        if (to.Spots.Any(s => s.Content.Goal == from.Id))
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("thereWayBackAlreadyFrom", activity.TitleOf(to)));
        }

        var back = new Spot
        {
            Id = NewId,
            Place = Copies.FreePlace(to, Place.At(to.Backdrop, 0.5, to.Backdrop.IsSphere ? 0.58 : 0.9)),
            Content = new Jump(from.Id),
        };
        return activity.WithScene(to.Id, s => s with { Spots = s.Spots.Add(back) });
    }
}

/// <summary>
/// Makes scenes and jumps from an outline: a line at the margin names a scene, the indented lines below it name the scenes
/// it leads to. Names that are there already are used as they are.
/// </summary>
public sealed record AddOutline(string Text) : Edit
{
    /// <summary>The most scenes of an activity.</summary>
    public const int MostScenes = 500;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editScenesFromOutline");

    public override Outcome<Activity> Apply(Activity activity)
    {
        var read = Outline.From(Text, activity.Scenes.Select(activity.TitleOf));
        if (!read.Succeeded)
        {
            return Outcome<Activity>.Refused(read.Refusal!);
        }

        var outline = read.Value;
        if (outline.Count == 0)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("typeNamesScenesOneLine"));
        }

        var named = outline.SelectMany(line => line.Ways.Select(way => way.To).Where(to => to.Length > 0).Prepend(line.Name));
        var scenes = named.Concat(activity.Scenes.Select(activity.TitleOf)).Distinct(StringComparer.OrdinalIgnoreCase).Count();
        if (scenes > MostScenes)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("activityHasUpScenesOutline", MostScenes, scenes));
        }

        var result = activity;
        var ids = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase);
        foreach (var scene in activity.Scenes)
        {
            ids.TryAdd(activity.TitleOf(scene), scene.Id);
        }

        foreach (var name in named)
        {
            if (ids.TryAdd(name, Ids.New()))
            {
                result = result with
                {
                    Scenes = result.Scenes.Add(
                        new Scene
                        {
                            Id = ids[name],
                            Title = name,
                            Backdrop = new PlainBoardBackdrop(),
                        }
                    ),
                };
            }
        }

        // A scene that had no title of its own is called what the outline calls it.
        result = result with
        {
            Scenes = result
                .Scenes.Select(scene =>
                    scene.Title.Length > 0 ? scene : scene with { Title = ids.FirstOrDefault(named => named.Value == scene.Id).Key ?? "" }
                )
                .ToValueList(),
        };
        foreach (var line in outline.Where(line => line.Text.Length > 0 && result.SceneOf(ids[line.Name])!.Text.IsEmpty))
        {
            result = result.WithScene(ids[line.Name], s => s with { Text = RichText.Plain(line.Text) });
        }

        foreach (var line in outline.Where(line => line.Ending is not null))
        {
            result = result.WithScene(ids[line.Name], s => s with { Ending = new StoryEnding(line.Ending!.Cut(60), s.Ending?.Value ?? 0) });
        }

        foreach (var (line, way) in outline.SelectMany(line => line.Ways.Select(way => (line, way))))
        {
            var from = result.SceneOf(ids[line.Name])!;
            if (Missing(from, way, way.To.Length > 0 ? ids[way.To] : "") is { } jump)
            {
                var place = Copies.FreePlace(from, Place.At(from.Backdrop, 0.15, 0.85));
                result = result.WithScene(from.Id, s => s with { Spots = s.Spots.Add(
                            new Spot
                            {
                                Id = Ids.New(),
                                Place = place,
                                Content = jump,
                            }
                        ) });
            }
        }

        return result;
    }

    /// <summary>The way that a scene has not yet; null when it has.</summary>
    private static Jump? Missing(Scene from, OutlineWay way, string goal) =>
        way.Words.Length == 0
            ? goal == from.Id || from.Spots.Any(spot => spot.Content.Consequence is null && spot.Content.Goal == goal)
                ? null
                : new Jump(goal)
            : from.Spots.Any(spot =>
                spot.Content.Consequence is not null
                && spot.Content.Goal == goal
                && string.Equals(spot.Content.OwnName, way.Words, StringComparison.OrdinalIgnoreCase)
            )
                ? null
                : new Jump(goal) { Words = way.Words.Cut(Jump.LongestWords), Follows = new Consequence() };
}
