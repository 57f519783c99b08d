using System.Globalization;
using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Editing;

/// <summary>Puts a new spot on a scene, last in reading order.</summary>
public sealed record AddSpot(string SceneId, Spot Spot) : Edit
{
    public override string SummaryOn(Activity activity) => $"Added a {Spot.Content.KindName.ToLowerInvariant()}";

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (activity.SceneOf(SceneId) is null)
        {
            return NoScene;
        }

        return activity.SpotOf(Spot.Id) is not null
            ? Outcome<Activity>.Refused("This spot is in the activity already.")
            : activity with { Scenes = activity.Scenes.Replace(scene => scene.Id == SceneId, scene => scene with { Spots = scene.Spots.Add(Spot) }) };
    }
}

/// <summary>Puts a spot at another place.</summary>
public sealed record MoveSpot(string SpotId, Place Place) : SpotEdit(SpotId)
{
    public override string StepKey => "move " + SpotId;

    public override string SummaryOn(Activity activity) => $"Moved {NameOf(activity, SpotId)}";

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) => activity.WithSpot(SpotId, s => s with { Place = Place });
}

/// <summary>Gives a spot another sign.</summary>
public sealed record SetSign(string SpotId, Sign Sign) : SpotEdit(SpotId)
{
    public override string StepKey => "sign " + SpotId;

    public override string SummaryOn(Activity activity) => $"Sign of {NameOf(activity, SpotId)}";

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) => activity.WithSpot(SpotId, s => s with { Sign = Sign });
}

/// <summary>Gives a spot a name of its own; an empty one goes back to the name drawn from the content.</summary>
public sealed record RenameSpot(string SpotId, string Name) : SpotEdit(SpotId)
{
    public override string StepKey => "name " + SpotId;

    public override string SummaryOn(Activity activity) => $"Name of {NameOf(activity, SpotId)}";

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) => activity.WithSpot(SpotId, s => s with { Name = Name.Trim() });
}

/// <summary>Sets what a spot holds.</summary>
public sealed record SetContent(string SpotId, Content Content) : SpotEdit(SpotId)
{
    public override string StepKey => "content " + SpotId;

    public override string SummaryOn(Activity activity) => $"Words of {NameOf(activity, SpotId)}";

    protected override Outcome<Activity> Apply(Activity activity, Spot spot)
    {
        if (Content is Callout callout && new StringInfo(callout.Text).LengthInTextElements is > Callout.MostCharacters and var length)
        {
            return Outcome<Activity>.Refused($"A callout has up to {Callout.MostCharacters} characters; this one has {length}. A note holds more.");
        }

        return activity.WithSpot(SpotId, s => s with { Content = Content });
    }
}

/// <summary>Makes a twin of a spot beside the original, never on it nor on another spot.</summary>
public sealed record CopySpot(string SpotId, string NewId) : SpotEdit(SpotId)
{
    private const double Step = 0.045, TooNear = 0.03;

    public override string SummaryOn(Activity activity) => $"Copied {NameOf(activity, SpotId)}";

    protected override Outcome<Activity> Apply(Activity activity, Spot spot)
    {
        var scene = activity.Scenes.First(s => s.Spots.Contains(spot));
        var twin = spot with { Id = NewId, Place = FreePlaceBeside(scene, spot.Place) };
        var spots = scene.Spots.Insert(scene.Spots.IndexOf(s => s.Id == SpotId) + 1, twin);
        return activity with { Scenes = activity.Scenes.Replace(s => s.Id == scene.Id, s => s with { Spots = spots }) };
    }

    private static Place FreePlaceBeside(Scene scene, Place original)
    {
        var candidates =
            from ring in Enumerable.Range(1, 30)
            from way in new (double Right, double Down)[] { (1, 0), (-1, 0), (0, 1), (0, -1), (1, 1), (-1, -1), (1, -1), (-1, 1) }
            select original.Shifted(way.Right * ring * Step, way.Down * ring * Step);
        return candidates.FirstOrDefault(place => scene.Spots.All(other => !Near(other.Place, place))) ?? original.Shifted(Step, 0);
    }

    private static bool Near(Place a, Place b) =>
        a is AtPoint p && b is AtPoint q && Math.Abs(p.X - q.X) < TooNear && Math.Abs(p.Y - q.Y) < TooNear;
}

/// <summary>Takes a spot away.</summary>
public sealed record DeleteSpot(string SpotId) : SpotEdit(SpotId)
{
    public override string SummaryOn(Activity activity) => $"Deleted {NameOf(activity, SpotId)}";

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) => activity with
    {
        Scenes = activity.Scenes.Select(scene => scene with { Spots = scene.Spots.RemoveAll(s => s.Id == SpotId) }).ToValueList(),
    };
}

/// <summary>Puts a spot earlier or later in its scene's reading order.</summary>
public sealed record ReorderSpot(string SpotId, int Steps) : SpotEdit(SpotId)
{
    public override string SummaryOn(Activity activity) => $"Reading order of {NameOf(activity, SpotId)}";

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) => activity with
    {
        Scenes = activity.Scenes.Select(scene =>
        {
            var at = scene.Spots.IndexOf(s => s.Id == SpotId);
            return at < 0 ? scene : scene with { Spots = scene.Spots.RemoveAll(s => s.Id == SpotId).Insert(at + Steps, spot) };
        }).ToValueList(),
    };
}
