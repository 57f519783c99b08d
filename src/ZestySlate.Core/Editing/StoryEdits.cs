using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Sets what the story keeps in mind, and how it counts.</summary>
public sealed record SetStory(Story? Story) : Edit
{
    public override string StepKey => "story";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editWhatStoryKeepsInMind");

    public override Outcome<Activity> Apply(Activity activity) =>
        Story?.Refuse() is { } refusal ? Outcome<Activity>.Refused(refusal) : activity with { Story = Story };
}

/// <summary>Sets what is told in a scene, and whether a story ends there.</summary>
public sealed record SetTelling(string SceneId, RichText Text, StoryEnding? Ending) : SceneEdit(SceneId)
{
    public override string StepKey => "telling " + SceneId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editWhatToldIn", TitleOf(activity, SceneId));

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        Ending is { Value: < 0 or > 1000 }
            ? Outcome<Activity>.Refused(AuthorWords.Say("endingWorthBetweenPoints"))
            : activity.WithScene(SceneId, s => s with { Text = Text, Ending = Ending });
}

/// <summary>Puts a choice on a scene, and, where it leads to none that is there, the scene that it leads to.</summary>
/// <param name="SceneId">The scene in which it is decided.</param>
/// <param name="SpotId">The choice's id.</param>
/// <param name="Words">What one can do.</param>
/// <param name="To">The scene it leads to; empty for a new one, which is called as the choice.</param>
public sealed record AddChoice(string SceneId, string SpotId, string Words, string To) : SceneEdit(SceneId)
{
    /// <summary>The id of the new scene; empty for one of ours.</summary>
    public string NewScene { get; init; } = "";

    /// <summary>Where the new scene stands on the map; null where it finds its place by itself.</summary>
    public MapPlace? Place { get; init; }

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAddedChoice", Words.Trim());

    protected override Outcome<Activity> Apply(Activity activity, Scene scene)
    {
        var words = Words.Trim().Cut(Jump.LongestWords);
        if (words.Length == 0)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("writeWhatTheyCanDo"));
        }

        if (activity.SpotOf(SpotId) is not null)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("spotInActivityAlready"));
        }

        if (To.Length > 0 && activity.SceneOf(To) is null)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("sceneLeadsNotThereAny"));
        }

        if (To.Length == 0 && activity.Scenes.Count >= AddOutline.MostScenes)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("activityHasUpScenes", AddOutline.MostScenes));
        }

        if (To.Length == 0 && (activity.SceneOf(NewScene) is not null || activity.SpotOf(NewScene) is not null || NewScene == SpotId))
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("sceneInActivityAlready"));
        }

        var goal =
            To.Length > 0 ? To
            : NewScene.Length > 0 ? NewScene
            : Ids.New();
        var choice = new Spot
        {
            Id = SpotId,
            Place = Copies.FreePlace(scene, Activities.Place.At(scene.Backdrop, 0.5, 0.5)),
            Content = new Jump(goal) { Words = words, Follows = new Consequence() },
        };
        var after = activity.WithScene(SceneId, s => s with { Spots = s.Spots.Add(choice) });
        return To.Length > 0
            ? after
            : after with
            {
                Scenes = after.Scenes.Add(
                    new Scene
                    {
                        Id = goal,
                        Title = words.Cut(Scene.LongestTitle),
                        Backdrop = new PlainBoardBackdrop(),
                        OnMap = Place?.Within,
                    }
                ),
            };
    }
}
