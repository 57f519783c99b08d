using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>An edit of several spots of one scene.</summary>
public abstract record SeveralSpotsEdit(ValueList<string> SpotIds) : Edit
{
    public sealed override Outcome<Activity> Apply(Activity activity)
    {
        var spots = SpotIds.Select(activity.SpotOf).OfType<Spot>().ToList();
        return spots.Count == 0 ? Outcome<Activity>.Refused(AuthorWords.Say("theseSpotsNotInActivity")) : Apply(activity, spots);
    }

    protected abstract Outcome<Activity> Apply(Activity activity, IReadOnlyList<Spot> spots);

    protected static Activity Each(Activity activity, IReadOnlyList<Spot> spots, Func<Spot, Spot> change) =>
        spots.Aggregate(activity, (result, spot) => result.WithSpot(spot.Id, change));
}

/// <summary>The line on which spots are put.</summary>
public enum Alignment
{
    Left,
    Right,
    Top,
    Bottom,

    /// <summary>On one line from left to right, evenly apart.</summary>
    SpreadAcross,

    /// <summary>On one line from top to bottom, evenly apart.</summary>
    SpreadDown,
}

/// <summary>Puts spots on one line.</summary>
public sealed record AlignSpots(ValueList<string> SpotIds, Alignment Alignment) : SeveralSpotsEdit(SpotIds)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAlignedSpots", SpotIds.Count);

    protected override Outcome<Activity> Apply(Activity activity, IReadOnlyList<Spot> spots)
    {
        var (xs, ys) = (spots.Select(spot => spot.Place.Anchor.X).ToList(), spots.Select(spot => spot.Place.Anchor.Y).ToList());
        double Even(double least, double most, int rank) => spots.Count < 2 ? least : least + ((most - least) * rank / (spots.Count - 1));
        int Rank(List<double> values, Spot spot, double value) =>
            values.Count(v => v < value)
            + spots.TakeWhile(s => s.Id != spot.Id).Count(s => (values == xs ? s.Place.Anchor.X : s.Place.Anchor.Y) == value);
        return Each(activity, spots, spot =>
        {
            var (x, y) = spot.Place.Anchor;
            return spot with
            {
                Place = Alignment switch
                {
                    Alignment.Left => spot.Place.MovedTo(xs.Min(), y),
                    Alignment.Right => spot.Place.MovedTo(xs.Max(), y),
                    Alignment.Top => spot.Place.MovedTo(x, ys.Min()),
                    Alignment.Bottom => spot.Place.MovedTo(x, ys.Max()),
                    Alignment.SpreadAcross => spot.Place.MovedTo(Even(xs.Min(), xs.Max(), Rank(xs, spot, x)), ys.Average()),
                    _ => spot.Place.MovedTo(xs.Average(), Even(ys.Min(), ys.Max(), Rank(ys, spot, y))),
                },
            };
        });
    }
}

/// <summary>Moves spots by shares of the backdrop's width and height.</summary>
public sealed record ShiftSpots(ValueList<string> SpotIds, double Right, double Down) : SeveralSpotsEdit(SpotIds)
{
    public override string StepKey => "shift " + string.Join(' ', SpotIds);

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editMovedSpots", SpotIds.Count);

    protected override Outcome<Activity> Apply(Activity activity, IReadOnlyList<Spot> spots) =>
        Each(activity, spots, spot => spot with { Place = spot.Place.Shifted(Right, Down) });
}

/// <summary>Takes several spots away.</summary>
public sealed record DeleteSpots(ValueList<string> SpotIds) : SeveralSpotsEdit(SpotIds)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editDeletedSpots", SpotIds.Count);

    protected override Outcome<Activity> Apply(Activity activity, IReadOnlyList<Spot> spots) =>
        activity with
        {
            Scenes = activity
                .Scenes.Select(scene => scene with { Spots = scene.Spots.RemoveAll(spot => SpotIds.Contains(spot.Id)) })
                .ToValueList(),
        };
}

/// <summary>Copies spots into another scene, or moves them there with their ids, so that answers already given still belong to them.</summary>
public sealed record BringSpots(ValueList<string> SpotIds, string SceneId, bool Move) : SeveralSpotsEdit(SpotIds)
{
    public override string SummaryOn(Activity activity) =>
        Move ? AuthorWords.Say("editMovedSpotsAnotherScene", SpotIds.Count) : AuthorWords.Say("editCopiedSpotsAnotherScene", SpotIds.Count);

    protected override Outcome<Activity> Apply(Activity activity, IReadOnlyList<Spot> spots)
    {
        if (activity.SceneOf(SceneId) is not { } target)
        {
            return NoScene;
        }

        var twins = Copies.Into(target, spots);
        if (!Move)
        {
            return activity.WithScene(SceneId, scene => scene with { Spots = scene.Spots.Concat(twins).ToValueList() });
        }

        var moved = spots.Zip(twins, (spot, twin) => spot with { Place = twin.Place }).ToList();
        var without = activity with
        {
            Scenes = activity
                .Scenes.Select(scene => scene with { Spots = scene.Spots.RemoveAll(spot => SpotIds.Contains(spot.Id)) })
                .ToValueList(),
        };
        return without.WithScene(SceneId, scene => scene with { Spots = scene.Spots.Concat(moved).ToValueList() });
    }
}
