namespace ZestySlate.Core.Activities;

/// <summary>What a teacher builds and a learner does: scenes with spots on them, and the rules of play.</summary>
public sealed record Activity
{
    public string Title { get; init; } = "";

    /// <summary>One or two sentences for the library and the activity's first page.</summary>
    public string Summary { get; init; } = "";

    /// <summary>The language of the activity, as a BCP 47 tag; numbers are shown and text is directed accordingly.</summary>
    public string Language { get; init; } = "en";

    public Rules Rules { get; init; } = new();

    public ValueList<Scene> Scenes { get; init; } = [];

    /// <summary>The spots of all scenes, in reading order.</summary>
    public IEnumerable<Spot> Spots => Scenes.SelectMany(scene => scene.Spots);

    /// <summary>The spots that ask a question, in reading order.</summary>
    public IEnumerable<(Spot Spot, Questions.Question Question)> Asked =>
        Spots.Where(spot => spot.Content is Ask).Select(spot => (spot, ((Ask)spot.Content).Question));

    /// <summary>The points that can be reached.</summary>
    public decimal OutOf => Asked.Sum(asked => Questions.QuestionTypes.For(asked.Question).OutOf(asked.Question));

    /// <summary>Every picture the activity shows.</summary>
    public IEnumerable<Picture> Pictures => Scenes.SelectMany(scene => scene.Pictures);

    /// <summary>The scene with this id, or null.</summary>
    public Scene? SceneOf(string id) => Scenes.FirstOrDefault(scene => scene.Id == id);

    /// <summary>The spot with this id, or null.</summary>
    public Spot? SpotOf(string id) => Spots.FirstOrDefault(spot => spot.Id == id);

    /// <summary>The same activity with one spot changed.</summary>
    public Activity WithSpot(string id, Func<Spot, Spot> change) => this with
    {
        Scenes = Scenes.Select(scene => scene with { Spots = scene.Spots.Replace(spot => spot.Id == id, change) }).ToValueList(),
    };
}
