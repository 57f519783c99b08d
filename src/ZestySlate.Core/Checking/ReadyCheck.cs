using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Checking;

/// <summary>Looks through an activity for what is missing or weak before it is published.</summary>
public static class ReadyCheck
{
    /// <summary>The findings, those that block publishing first.</summary>
    public static ValueList<Finding> Run(Activity activity) =>
        OfActivity(activity).Concat(LooksCheck.Run(activity)).Concat(WaysCheck.Run(activity)).Concat(FlowCheck.Run(activity)).Concat(activity.Scenes.SelectMany(scene => OfScene(activity, scene)))
            .OrderBy(finding => finding.Blocks ? 0 : 1).ToValueList();

    private static IEnumerable<Finding> OfActivity(Activity activity)
    {
        if (string.IsNullOrWhiteSpace(activity.Title))
        {
            yield return new Finding(true, "The activity has no title.", null, null, "title");
        }

        if (!activity.Spots.Any() && !activity.Scenes.Any(scene => scene.Backdrop is WebPageBackdrop or PageBackdrop { HasContent: true }))
        {
            yield return new Finding(true, "Nothing is in it yet.", null, null, "stage");
        }

        if (activity.Rules.Completion == Completion.Passed && activity.Rules.PassMark is null)
        {
            yield return new Finding(true, "It is completed when it is passed, but there is no pass mark.", null, null, "passMark");
        }

        if (activity.Rules.PassMark is not null && activity.OutOf == 0)
        {
            yield return new Finding(true, "There is a pass mark but no question that earns points, so it cannot be reached.", null, null, "passMark");
        }
    }

    private static IEnumerable<Finding> OfScene(Activity activity, Scene scene)
    {
        switch (scene.Backdrop)
        {
            case { Shown.LacksAlternativeText: true }:
                yield return new Finding(false, "The picture has no alternative text: say what it shows, for those who cannot see it.", scene.Id, null, "alternativeText");
                break;
            case BlankBackdrop:
                yield return new Finding(false, $"The scene «{activity.TitleOf(scene)}» has no picture yet.", scene.Id, null, "backdrop");
                break;
            case PageBackdrop { Material: { } material }:
                foreach (var message in material.Weaknesses)
                {
                    yield return new Finding(false, $"{message} (beside the questions of «{activity.TitleOf(scene)}»).", scene.Id, null, "material");
                }

                break;
            case WebPageBackdrop { Refuses: true }:
                yield return new Finding(false, $"The page of «{activity.TitleOf(scene)}» forbids being shown inside other pages; learners get a link to it.", scene.Id, null, "address");
                break;
        }

        if (scene.Ambient is { Transcript: "" })
        {
            yield return new Finding(false, $"The ambient sound of «{activity.TitleOf(scene)}» is not described for those who cannot hear it.", scene.Id, null, "ambient");
        }

        foreach (var finding in scene.Spots.SelectMany(spot => OfSpot(activity, scene, spot)))
        {
            yield return finding;
        }

        foreach (var (a, b) in Neighbours(scene))
        {
            yield return new Finding(false, $"«{activity.NameOf(a)}» and «{activity.NameOf(b)}» lie on one place; only one can be pressed.", scene.Id, b.Id, "place");
        }
    }

    private static IEnumerable<Finding> OfSpot(Activity activity, Scene scene, Spot spot)
    {
        var name = activity.NameOf(spot);
        Finding Of(bool blocks, string message, string field) => new(blocks, message, scene.Id, spot.Id, field);

        switch (spot.Content)
        {
            case Callout { OwnName: "" }:
                yield return Of(true, "A callout has no words.", "text");
                break;
            case Note note:
                if (note.OwnName.Length == 0 && note.Illustrations.Count == 0 && note.Video is null && note.Sound is null)
                {
                    yield return Of(true, "A note is empty.", "title");
                }
                else if (note.Title.Trim().Length == 0)
                {
                    yield return Of(false, $"The note «{name}» has no title.", "title");
                }

                if (note.Illustrations.Any(picture => picture.LacksAlternativeText))
                {
                    yield return Of(false, $"A picture in the note «{name}» has no alternative text.", "illustrations");
                }

                if (note.Sound is { Transcript: "" })
                {
                    yield return Of(false, $"The sound in the note «{name}» has no transcript for those who cannot hear it.", "sound");
                }

                if (note.Video is { Captions: "" })
                {
                    yield return Of(false, $"The video in the note «{name}» has no captions.", "video");
                }

                if (note.ButtonWords.Length > 0 != note.ButtonAddress.Length > 0)
                {
                    yield return Of(false, $"The button in the note «{name}» needs both words and an address; it is not shown.", "button");
                }

                break;
            case Link { Address: "" }:
                yield return Of(true, "A link has no address.", "address");
                break;
            case WebPanel { Address: "" }:
                yield return Of(true, "A web panel has no address.", "address");
                break;
            case WebPanel { Refuses: true }:
                yield return Of(false, $"The page «{name}» forbids being shown inside other pages; learners get a link to it.", "address");
                break;
            case Jump { SceneId: "" }:
                yield return Of(true, "A jump leads nowhere yet: choose its scene.", "scene");
                break;
            case Jump jump when activity.SceneOf(jump.SceneId) is null:
                yield return Of(true, $"The jump «{name}» leads to a scene that was deleted.", "scene");
                break;
            case Insert { ActivityId: "" }:
                yield return Of(true, "No activity is chosen to be inside.", "insert");
                break;
            case Ask { Question: var question }:
                if (question.Prompt.IsEmpty)
                {
                    yield return Of(true, "A question has no prompt.", "prompt");
                }

                if (question.Pictures.Any(picture => picture.LacksAlternativeText))
                {
                    yield return Of(false, $"The question «{name}» shows a picture without alternative text.", "alternativeText");
                }

                if (question.Sound is { Transcript: "" } || question.Faces.Any(part => part.Face.Sound is { Transcript: "" }))
                {
                    yield return Of(false, $"The question «{name}» plays a sound that is not described for those who cannot hear it.", "sound");
                }

                if (question.Video is { Captions: "" })
                {
                    yield return Of(false, $"The question «{name}» shows a video without captions.", "video");
                }

                foreach (var weakness in QuestionTypes.For(question).Check(question, activity.Words.Culture))
                {
                    yield return Of(weakness.Blocks, $"The question «{name}» {weakness.Message}.", weakness.Field);
                }

                break;
        }

        if (spot.Place.Covered is { Outline: var outline } && (outline.Max(c => c.X) - outline.Min(c => c.X) < LeastArea || outline.Max(c => c.Y) - outline.Min(c => c.Y) < LeastArea))
        {
            yield return Of(false, $"The area of «{name}» is too small for a finger.", "place");
        }
    }

    /// <summary>About 24 pixels on a small phone held upright.</summary>
    private const double LeastArea = 0.03;

    /// <summary>Pairs of spots so near that one hides the other.</summary>
    private static IEnumerable<(Spot, Spot)> Neighbours(Scene scene)
    {
        const double near = 0.008;
        var points = scene.Spots.Where(spot => spot.Place is not InFlow && spot.Place.Covered is null).ToList();
        for (var i = 0; i < points.Count; i++)
        {
            for (var j = i + 1; j < points.Count; j++)
            {
                var (p, q) = (points[i].Place.Anchor, points[j].Place.Anchor);
                if (Math.Abs(p.X - q.X) < near && Math.Abs(p.Y - q.Y) < near)
                {
                    yield return (points[i], points[j]);
                }
            }
        }
    }
}
