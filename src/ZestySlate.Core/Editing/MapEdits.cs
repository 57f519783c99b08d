using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Puts scenes somewhere else on the map. From the first time on every scene stays where it stands.</summary>
/// <param name="Places">Where each of them stands from now on, by scene.</param>
public sealed record PlaceOnMap(ValueList<PlacedScene> Places) : Edit
{
    public override string StepKey => "map " + string.Join(' ', Places.Select(place => place.SceneId));

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editPlacesOnMap");

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (Places.Any(place => activity.SceneOf(place.SceneId) is null))
        {
            return NoScene;
        }

        var put = Places.GroupBy(place => place.SceneId).ToDictionary(same => same.Key, same => same.Last().Place.Within);
        var stood = MapLayout.Of(activity, SceneMap.Of(activity));
        return activity with
        {
            Scenes = activity
                .Scenes.Select(scene => scene with { OnMap = put.GetValueOrDefault(scene.Id) ?? stood[scene.Id] })
                .ToValueList(),
        };
    }
}

/// <summary>A scene and where it stands on the map.</summary>
public sealed record PlacedScene(string SceneId, MapPlace Place);

/// <summary>Takes several scenes away at once.</summary>
public sealed record DeleteScenes(ValueList<string> SceneIds) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editDeletedScenes", SceneIds.Count);

    public override Outcome<Activity> Apply(Activity activity) =>
        SceneIds.Any(id => activity.SceneOf(id) is null) ? NoScene
        : activity.Scenes.All(scene => SceneIds.Contains(scene.Id)) ? Outcome<Activity>.Refused(AuthorWords.Say("activityKeepsAtLeastOne"))
        : activity with { Scenes = activity.Scenes.RemoveAll(scene => SceneIds.Contains(scene.Id)) };
}

/// <summary>Makes twins of several scenes, at the end of the storyboard; what leads from one of them to another does so among the twins.</summary>
public sealed record CopyScenes(ValueList<string> SceneIds) : Edit
{
    /// <summary>How far beside their originals the twins stand on the map.</summary>
    private const int Beside = 40;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editCopiedScenes", SceneIds.Count);

    public override Outcome<Activity> Apply(Activity activity)
    {
        var scenes = activity.Scenes.Where(scene => SceneIds.Contains(scene.Id)).ToList();
        if (scenes.Count == 0 || scenes.Count < SceneIds.Distinct().Count())
        {
            return NoScene;
        }

        if (activity.Scenes.Count + scenes.Count > AddOutline.MostScenes)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("activityHasUpScenes", AddOutline.MostScenes));
        }

        var twins = Copies
            .Of(scenes)
            .Select(scene =>
                scene with
                {
                    Title = scene.Title.Length > 0 ? (scene.Title + " (copy)").Cut(Scene.LongestTitle) : "",
                    OnMap = scene.OnMap is { } place ? new MapPlace(place.X + Beside, place.Y + Beside).Within : null,
                }
            );
        return activity with { Scenes = activity.Scenes.Concat(twins).ToValueList() };
    }
}

/// <summary>Sets what one can do at a choice and where it leads; all else of it stays.</summary>
/// <param name="SpotId">The choice.</param>
/// <param name="Words">What one can do.</param>
/// <param name="To">The scene it leads to; empty for back to the decision.</param>
public sealed record SetChoice(string SpotId, string Words, string To) : SpotEdit(SpotId)
{
    public override string StepKey => "choice " + SpotId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editChoice", Words.Trim());

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        spot.Content.Rephrased(Words.Trim().Cut(Jump.LongestWords), To) is not { } choice
            ? Outcome<Activity>.Refused(AuthorWords.Say("spotNoChoiceAnyMore"))
        : To.Length > 0 && activity.SceneOf(To) is null ? Outcome<Activity>.Refused(AuthorWords.Say("sceneLeadsNotThereAny"))
        : activity.WithSpot(SpotId, s => s with { Content = choice });
}
