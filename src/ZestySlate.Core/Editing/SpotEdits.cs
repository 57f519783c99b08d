using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Puts a new spot on a scene, last in reading order.</summary>
public sealed record AddSpot(string SceneId, Spot Spot) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAdded", Spot.Content.KindName.ToLowerInvariant());

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (activity.SceneOf(SceneId) is null)
        {
            return NoScene;
        }

        return activity.SpotOf(Spot.Id) is not null
            ? Outcome<Activity>.Refused(AuthorWords.Say("spotInActivityAlready"))
            : activity with
            {
                Scenes = activity.Scenes.Replace(scene => scene.Id == SceneId, scene => scene with { Spots = scene.Spots.Add(Spot) }),
            };
    }
}

/// <summary>Moves a spot's sign, and its area with it, to a place given as shares of the backdrop's picture.</summary>
public sealed record MoveSpot(string SpotId, double X, double Y) : SpotEdit(SpotId)
{
    public override string StepKey => "move " + SpotId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editMoved", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        activity.WithSpot(SpotId, s => s with { Place = s.Place.MovedTo(X, Y) });
}

/// <summary>Gives a spot another place: a point, or an area.</summary>
public sealed record SetPlace(string SpotId, Place Place) : SpotEdit(SpotId)
{
    public override string StepKey => "place " + SpotId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editPlace", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        activity.WithSpot(SpotId, s => s with { Place = Place.On(activity.SceneWith(SpotId)!.Backdrop) });
}

/// <summary>Sets when a spot is there, or that it always is.</summary>
public sealed record SetDuring(string SpotId, During? During) : SpotEdit(SpotId)
{
    public override string StepKey => "during " + SpotId;

    public override string SummaryOn(Activity activity) =>
        During is { OnlyLeads: true }
            ? AuthorWords.Say("editWhereLeads", NameOf(activity, SpotId))
            : AuthorWords.Say("editTime", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        During is { OnlyLeads: false } && !activity.SceneWith(SpotId)!.Backdrop.HasTime
            ? Outcome<Activity>.Refused(AuthorWords.Say("backdropSceneHasNoCourse"))
        : During?.Refuse() is { } refusal ? Outcome<Activity>.Refused(refusal)
        : ScenesOf(During).Except(ScenesOf(spot.During)).Any(scene => activity.SceneOf(scene) is null)
            ? Outcome<Activity>.Refused(AuthorWords.Say("sceneLeadsNotThereAny"))
        : activity.WithSpot(SpotId, s => s with { During = During });

    private static IEnumerable<string> ScenesOf(During? during) => during?.Turns.Select(turn => turn.Scene).OfType<string>() ?? [];
}

/// <summary>Gives a spot another sign.</summary>
public sealed record SetSign(string SpotId, Sign Sign) : SpotEdit(SpotId)
{
    public override string StepKey => "sign " + SpotId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editSign", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) => activity.WithSpot(SpotId, s => s with { Sign = Sign });
}

/// <summary>Sets where the panel of a spot opens; null for beside its sign.</summary>
public sealed record SetPanel(string SpotId, PanelBox? Panel) : SpotEdit(SpotId)
{
    public override string StepKey => "panel " + SpotId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editPanel", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        Panel?.Refuse() is { } refusal ? Outcome<Activity>.Refused(refusal) : activity.WithSpot(SpotId, s => s with { Panel = Panel });
}

/// <summary>Gives a spot a name of its own; an empty one goes back to the name drawn from the content.</summary>
public sealed record RenameSpot(string SpotId, string Name) : SpotEdit(SpotId)
{
    public override string StepKey => "name " + SpotId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editName", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        activity.WithSpot(SpotId, s => s with { Name = Name.Trim() });
}

/// <summary>Sets what a spot holds.</summary>
public sealed record SetContent(string SpotId, Content Content) : SpotEdit(SpotId)
{
    /// <summary>True for a press, which is undone by itself; what is typed in one go is undone in one go.</summary>
    public bool IsPress { get; init; }

    public override string? StepKey => IsPress ? null : "content " + SpotId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editWords", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot)
    {
        return Content.Refuse() is { } refusal
            ? Outcome<Activity>.Refused(refusal)
            : activity.WithSpot(SpotId, s => s with { Content = Content });
    }
}

/// <summary>Makes a twin of a spot beside the original, never on it nor on another spot.</summary>
public sealed record CopySpot(string SpotId, string NewId) : SpotEdit(SpotId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editCopied", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot)
    {
        var scene = activity.SceneWith(SpotId)!;
        var twin = spot with { Id = NewId, Place = Copies.FreePlaceBeside(scene, spot.Place) };
        return activity.WithScene(scene.Id, s => s with { Spots = s.Spots.Insert(s.Spots.IndexOf(o => o.Id == SpotId) + 1, twin) });
    }
}

/// <summary>Brings a linked spot or scene up to a newer edition of what it was taken from.</summary>
public sealed record TakeUpdate(string Id, Scene? Scene, Spot? Spot, int Edition) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editTookEdition", Edition);

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (Spot is not null && activity.SpotOf(Id) is { Origin: { } origin })
        {
            return activity.WithSpot(Id, old => old with { Content = Spot.Content, Origin = origin with { Edition = Edition } });
        }

        return Scene is not null && activity.SceneOf(Id) is { Origin: { } source }
            ? activity.WithScene(Id, old =>
                old with
                {
                    Backdrop = Scene.Backdrop,
                    Title = Scene.Title,
                    Ambient = Scene.Ambient,
                    Spots = Copies.Of(Scene, Id, linked: true).Spots,
                    Origin = source with { Edition = Edition },
                }
            )
            : Outcome<Activity>.Refused(AuthorWords.Say("notLinkedAnyMore"));
    }
}

/// <summary>Ends the link of a spot or scene to what it was taken from; it is a copy from now on.</summary>
public sealed record CutLink(string Id) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editNoLongerLinked");

    public override Outcome<Activity> Apply(Activity activity) =>
        activity.SceneOf(Id) is not null
            ? activity.WithScene(Id, scene => scene with { Origin = null })
            : activity.WithSpot(Id, spot => spot with { Origin = null });
}

/// <summary>Takes a spot away.</summary>
public sealed record DeleteSpot(string SpotId) : SpotEdit(SpotId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editDeleted", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        activity with
        {
            Scenes = activity.Scenes.Select(scene => scene with { Spots = scene.Spots.RemoveAll(s => s.Id == SpotId) }).ToValueList(),
        };
}

/// <summary>Puts a spot earlier or later in its scene's reading order.</summary>
public sealed record ReorderSpot(string SpotId, int Steps) : SpotEdit(SpotId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editReadingOrder", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        activity with
        {
            Scenes = activity
                .Scenes.Select(scene =>
                {
                    var at = scene.Spots.IndexOf(s => s.Id == SpotId);
                    return at < 0 ? scene : scene with { Spots = scene.Spots.RemoveAll(s => s.Id == SpotId).Insert(at + Steps, spot) };
                })
                .ToValueList(),
        };
}
