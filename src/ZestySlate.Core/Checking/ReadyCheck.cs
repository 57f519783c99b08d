using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Checking;

/// <summary>Looks through an activity for what is missing or weak before it is published.</summary>
public static class ReadyCheck
{
    /// <summary>The findings, those that block publishing first.</summary>
    public static ValueList<Finding> Run(Activity activity) =>
        OfActivity(activity).Concat(activity.Scenes.SelectMany(scene => OfScene(scene)))
            .OrderBy(finding => finding.Blocks ? 0 : 1).ToValueList();

    private static IEnumerable<Finding> OfActivity(Activity activity)
    {
        if (string.IsNullOrWhiteSpace(activity.Title))
        {
            yield return new Finding(true, "The activity has no title.", null, null, "title");
        }

        if (!activity.Spots.Any())
        {
            yield return new Finding(true, "Nothing is on the picture yet: press anywhere on it.", null, null, "stage");
        }

        if (activity.Rules.PassMark is not null && activity.OutOf == 0)
        {
            yield return new Finding(true, "There is a pass mark but no question that earns points, so it cannot be reached.", null, null, "passMark");
        }
    }

    private static IEnumerable<Finding> OfScene(Scene scene)
    {
        if (scene.Backdrop is PictureBackdrop { Picture.LacksAlternativeText: true })
        {
            yield return new Finding(false, "The picture has no alternative text: say what it shows, for those who cannot see it.", scene.Id, null, "alternativeText");
        }

        foreach (var finding in scene.Spots.SelectMany(spot => OfSpot(scene, spot)))
        {
            yield return finding;
        }

        foreach (var (a, b) in Neighbours(scene.Spots))
        {
            yield return new Finding(false, $"«{a.ReportName}» and «{b.ReportName}» lie on one place; only one can be pressed.", scene.Id, b.Id, "place");
        }
    }

    private static IEnumerable<Finding> OfSpot(Scene scene, Spot spot)
    {
        Finding Of(bool blocks, string message, string field) => new(blocks, message, scene.Id, spot.Id, field);

        switch (spot.Content)
        {
            case Callout { OwnName: "" }:
                yield return Of(true, "A callout has no words.", "text");
                break;
            case Note note:
                if (note.OwnName.Length == 0 && note.Illustrations.Count == 0)
                {
                    yield return Of(true, "A note is empty.", "title");
                }
                else if (note.Title.Trim().Length == 0)
                {
                    yield return Of(false, $"The note «{spot.ReportName}» has no title.", "title");
                }

                if (note.Illustrations.Any(picture => picture.LacksAlternativeText))
                {
                    yield return Of(false, $"A picture in the note «{spot.ReportName}» has no alternative text.", "illustrations");
                }

                break;
            case Ask { Question: var question }:
                if (question.Prompt.IsEmpty)
                {
                    yield return Of(true, "A question has no prompt.", "prompt");
                }

                foreach (var weakness in QuestionTypes.For(question).Check(question))
                {
                    yield return Of(weakness.Blocks, $"The question «{spot.ReportName}» {weakness.Message}.", weakness.Field);
                }

                break;
        }
    }

    /// <summary>Pairs of spots so near that one hides the other.</summary>
    private static IEnumerable<(Spot, Spot)> Neighbours(ValueList<Spot> spots)
    {
        const double near = 0.008;
        for (var i = 0; i < spots.Count; i++)
        {
            for (var j = i + 1; j < spots.Count; j++)
            {
                if (spots[i].Place is AtPoint p && spots[j].Place is AtPoint q && Math.Abs(p.X - q.X) < near && Math.Abs(p.Y - q.Y) < near)
                {
                    yield return (spots[i], spots[j]);
                }
            }
        }
    }
}
