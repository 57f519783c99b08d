using ZestySlate.Core.Activities;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Checking;

/// <summary>Looks through an activity for what is missing or weak before it is published.</summary>
public static class ReadyCheck
{
    /// <summary>The findings, those that block publishing first.</summary>
    /// <param name="activity">The activity.</param>
    /// <param name="sentencesOf">The sentences of a captions file, by its hash; without it nothing is told of sentences.</param>
    public static ValueList<Finding> Run(Activity activity, Func<string, IReadOnlyList<Sentence>?>? sentencesOf = null) =>
        OfActivity(activity)
            .Concat(LooksCheck.Run(activity))
            .Concat(WaysCheck.Run(activity))
            .Concat(FlowCheck.Run(activity))
            .Concat(StuckCheck.Run(activity))
            .Concat(TrailCheck.Run(activity))
            .Concat(OfThings(activity))
            .Concat(OfTexts(activity with { Scenes = [] }, AuthorWords.Say("textOfActivity"), null, null))
            .Concat(activity.Scenes.SelectMany(scene => OfScene(activity, scene, sentencesOf)))
            .OrderBy(finding => finding.Blocks ? 0 : 1)
            .ToValueList();

    private static IEnumerable<Finding> OfThings(Activity activity) =>
        from state in activity.Story?.States ?? []
        where state is { IsThing: true, Picture.LacksAlternativeText: true }
        select new Finding(false, AuthorWords.Say("pictureThingHasNoAlternative", state.Name), null, null, "story");

    private static IEnumerable<Finding> OfActivity(Activity activity)
    {
        if (string.IsNullOrWhiteSpace(activity.Title))
        {
            yield return new Finding(true, AuthorWords.Say("activityHasNoTitle"), null, null, "title");
        }

        if (!activity.Spots.Any(spot => spot.Content.Acts) && !activity.Scenes.Any(scene => scene.Backdrop.HasContent))
        {
            yield return new Finding(true, AuthorWords.Say("nothingInYet"), null, null, "stage");
        }

        if (activity.Rules.Completion == Completion.Passed && activity.Rules.PassMark is null)
        {
            yield return new Finding(true, AuthorWords.Say("completedWhenPassedButThere"), null, null, "passMark");
        }

        if (activity.Rules.PassMark is not null && activity.OutOf == 0)
        {
            yield return new Finding(true, AuthorWords.Say("therePassMarkButNo"), null, null, "passMark");
        }
    }

    private static IEnumerable<Finding> OfScene(Activity activity, Scene scene, Func<string, IReadOnlyList<Sentence>?>? sentencesOf)
    {
        foreach (var finding in OfTexts(scene with { Spots = [] }, AuthorWords.Say("textOf", activity.TitleOf(scene)), scene.Id, null))
        {
            yield return finding;
        }

        foreach (var weakness in scene.Backdrop.Check(activity.TitleOf(scene)))
        {
            yield return new Finding(weakness.Blocks, weakness.Message, scene.Id, null, weakness.Field);
        }

        if (scene.Ambient is { Transcript: "" })
        {
            yield return new Finding(
                false,
                AuthorWords.Say("ambientSoundNotDescribedThose", activity.TitleOf(scene)),
                scene.Id,
                null,
                "ambient"
            );
        }

        foreach (var finding in scene.Spots.SelectMany(spot => OfSpot(activity, scene, spot)))
        {
            yield return finding;
        }

        foreach (var finding in TimeCheck.Run(activity, scene, sentencesOf))
        {
            yield return finding;
        }

        foreach (var (a, b) in Neighbours(scene))
        {
            yield return new Finding(
                false,
                AuthorWords.Say("lieOnOnePlaceOnly", activity.NameOf(a), activity.NameOf(b)),
                scene.Id,
                b.Id,
                "place"
            );
        }
    }

    /// <summary>The pictures in the formatted texts of a part that say nothing to those who cannot see them.</summary>
    private static IEnumerable<Finding> OfTexts(object part, string whose, string? sceneId, string? spotId) =>
        Written.Texts(part).Any(text => text.LacksAlternativeText)
            ? [new Finding(false, AuthorWords.Say("pictureInTextHasNo", whose), sceneId, spotId, "text")]
            : [];

    private static IEnumerable<Finding> OfSpot(Activity activity, Scene scene, Spot spot)
    {
        var name = activity.NameOf(spot);
        foreach (var finding in OfTexts(spot, AuthorWords.Say("textOf", name), scene.Id, spot.Id))
        {
            yield return finding;
        }

        foreach (var weakness in spot.Content.Check(activity, name))
        {
            yield return new Finding(weakness.Blocks, weakness.Message, scene.Id, spot.Id, weakness.Field);
        }

        if (spot.Place.Covered is { IsTooSmall: true })
        {
            yield return new Finding(false, AuthorWords.Say("areaTooSmallFinger", name), scene.Id, spot.Id, "place");
        }
    }

    /// <summary>Pairs of spots so near that one hides the other.</summary>
    private static IEnumerable<(Spot, Spot)> Neighbours(Scene scene)
    {
        const double near = 0.008;
        var points = scene
            .Spots.Where(spot =>
                spot.Place is not InFlow && spot.Place.Covered is null && spot.Content is { Consequence: null, Acts: true }
            )
            .ToList();
        for (var i = 0; i < points.Count; i++)
        {
            for (var j = i + 1; j < points.Count; j++)
            {
                var (p, q) = (points[i].Place.Anchor, points[j].Place.Anchor);
                if (
                    Math.Abs(p.X - q.X) < near
                    && Math.Abs(p.Y - q.Y) < near
                    && (!scene.Backdrop.HasTime || During.Meet(points[i].During, points[j].During))
                )
                {
                    yield return (points[i], points[j]);
                }
            }
        }
    }
}
