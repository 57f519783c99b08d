using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;

namespace ZestySlate.Core.Contents.Jumps;

/// <summary>Leads to another scene of the activity.</summary>
/// <param name="SceneId">The scene it leads to; empty while none is chosen.</param>
public sealed record Jump(string SceneId) : Content
{
    /// <summary>Own words; empty for the title of the scene it leads to.</summary>
    public string Words { get; init; } = "";

    public override SpotKind Kind => SpotKind.Jump;

    public override string OwnName => Words.Trim();

    public override string Goal => SceneId;

    public override bool CountsWhenOpened => false;

    internal override bool Binds => true;

    /// <summary>Without words of its own it has the name of where it leads.</summary>
    internal override string? NameIn(Activity activity) =>
        OwnName.Length == 0 && activity.SceneOf(SceneId) is { } scene ? activity.Words.Say("toScene", activity.TitleOf(scene)) : null;

    internal override IEnumerable<Weakness> Check(Activity activity, string name)
    {
        if (SceneId.Length == 0)
        {
            yield return new Weakness(true, "A jump leads nowhere yet: choose its scene.", "scene");
        }
        else if (activity.SceneOf(SceneId) is null)
        {
            yield return new Weakness(true, $"The jump «{name}» leads to a scene that was deleted.", "scene");
        }
    }

    /// <summary>A jump to the scene that is copied leads to the copy; one that leads elsewhere still does.</summary>
    internal override Content In(Copy copy) => this with { SceneId = copy.Of(SceneId) };

    protected override Content OverSame(Content older) => this with { SceneId = older.Goal! };

    internal override IEnumerable<Difference> DifferencesFrom(Content older, string name) =>
        older.Goal != Goal ? [new Difference(DifferenceSort.Structure, $"Jump leads elsewhere: {name}")] : [];
}
