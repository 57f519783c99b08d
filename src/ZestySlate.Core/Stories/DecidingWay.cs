using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Stories;

/// <summary>A way that can be decided for in a scene, as its author calls it.</summary>
/// <param name="SpotId">The choice, or the question whose answer is the choice.</param>
/// <param name="To">The scene it leads to; empty for back to the decision.</param>
/// <param name="Words">The words of the choice, or after which answers.</param>
/// <param name="ByAnswer">True for a question, from which several ways lead.</param>
internal sealed record DecidingWay(string SpotId, string To, string Words, bool ByAnswer)
{
    /// <summary>The ways of a scene, in the order of its spots; the answers that lead to one scene are one way.</summary>
    internal static ValueList<DecidingWay> In(Activity activity, Scene scene)
    {
        var several = scene.Spots.Count(spot => spot.IsLeading) > 1;
        return scene
            .Spots.SelectMany(spot =>
                spot.Content.Consequence is not null ? [new(spot.Id, spot.Content.Goal ?? "", activity.NameOf(spot), false)]
                : spot.IsLeading
                    ? spot.During!.Turns.Where(turn => activity.SceneOf(turn.Scene ?? "") is not null)
                        .GroupBy(turn => turn.Scene!)
                        .Select(same => new DecidingWay(
                            spot.Id,
                            same.Key,
                            (several ? activity.NameOf(spot) + ": " : "")
                                + string.Join(", ", same.Select(turn => WordsOf(spot.Question!, turn)).OfType<string>()),
                            true
                        ))
                : []
            )
            .ToValueList();
    }

    /// <summary>True for what was decided by this way. A choice is the same wherever it led then.</summary>
    internal bool Is(WayChosen way) => way.SpotId == SpotId && (!ByAnswer || way.To == To);

    private static string? WordsOf(Question question, Turn turn) =>
        turn.After switch
        {
            TurnAfter.Right => AuthorWords.Say("afterRightAnswer"),
            TurnAfter.Wrong => AuthorWords.Say("afterWrongAnswer"),
            TurnAfter.Score => AuthorWords.Say("afterScore", Math.Round((turn.Share ?? 0) * 100)),
            TurnAfter.Chosen => QuestionTypes.For(question).OptionsOf(question).FirstOrDefault(option => option.Id == turn.Option)
                is { } option
                ? $"“{option.Words}”"
                : null,
            _ => AuthorWords.Say("afterAnythingElse"),
        };
}
