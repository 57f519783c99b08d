using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Authoring;

/// <summary>An activity that something here is linked to.</summary>
/// <param name="Title">Its title.</param>
/// <param name="Newest">Its newest edition.</param>
public sealed record LinkedActivity(string Title, int Newest);

/// <summary>What the workbench shows.</summary>
/// <param name="Draft">The draft as it stands.</param>
/// <param name="Scene">The scene on the stage.</param>
/// <param name="Several">The selected spots of that scene; none when the scene itself is.</param>
/// <param name="Base">The path base of the session.</param>
/// <param name="CourseTitle">The course that waits for content to be chosen, or null.</param>
/// <param name="Linked">What the selected spot, or the scene, is linked to; null when it is not.</param>
/// <param name="Findings">What the ready check has found.</param>
public sealed record WorkbenchModel(
    Draft Draft,
    Scene Scene,
    IReadOnlyList<Spot> Several,
    string Base,
    string? CourseTitle,
    LinkedActivity? Linked,
    ValueList<Finding> Findings
)
{
    /// <summary>The activities that stops of the trail are linked to, by their codes.</summary>
    public IReadOnlyDictionary<string, LinkedActivity> StopLinks { get; init; } = new Dictionary<string, LinkedActivity>();

    /// <summary>The scene as the stage shows it.</summary>
    public SceneView Stage { get; } = SceneView.ForAuthor(Draft.Document, Scene);

    /// <summary>The one selected spot, or null.</summary>
    public Spot? Selected => Several.Count == 1 ? Several[0] : null;

    public string Address => $"{Base}/author/{Draft.Record.Id}";

    /// <summary>True when this spot is selected.</summary>
    public bool IsSelected(string spotId) => Several.Any(spot => spot.Id == spotId);

    /// <summary>The scene and the spots that are meant by ids: spots separated by commas, and the scene last looked at.</summary>
    public static (Scene Scene, IReadOnlyList<Spot> Spots) Chosen(Activity activity, string? selected, string? at)
    {
        var spots = (selected ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries).Select(activity.SpotOf).OfType<Spot>().ToList();
        var scene = spots.Count > 0 ? activity.SceneWith(spots[0].Id)! : activity.SceneOf(at ?? "") ?? activity.Scenes[0];
        return (scene, spots.Where(scene.Spots.Contains).ToList());
    }
}
