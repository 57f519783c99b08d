using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Stories;

/// <summary>What a story says on paper, where nobody keeps account but the reader: where to go on, what holds only when, what to note down.</summary>
public sealed class StoryOnPaper(Activity activity)
{
    /// <summary>Where a way leads: the number of the scene, from 1, or of each where that depends on an answer.</summary>
    /// <param name="spot">The way.</param>
    /// <param name="here">The number of the scene it is in.</param>
    public string GoalOf(Spot spot, int here)
    {
        var numbers = spot
            .Goals.Select(goal => activity.Scenes.IndexOf(scene => scene.Id == goal))
            .Where(at => at >= 0)
            .Select(at => at + 1);
        return numbers
            .Distinct()
            .DefaultIfEmpty(here)
            .Select(number => activity.Words.Say("goTo", number))
            .Aggregate((one, other) => activity.Words.Say("orElse", one, other));
    }

    /// <summary>What must hold, in the activity's language; none for what always is there.</summary>
    public IEnumerable<string> ConditionsOf(Spot spot)
    {
        if (spot.Lock is not { Key: var key })
        {
            yield break;
        }

        foreach (var clause in key.Clauses)
        {
            var ways = clause.AnyOf.Select(Said).OfType<string>();
            ways = clause.Chance > 0 ? ways.Append(activity.Words.Say("onlyByChance", Math.Round(clause.Chance * 100))) : ways;
            if (ways.Any())
            {
                yield return ways.Aggregate((one, other) => activity.Words.Say("orElse", one, other));
            }
        }

        if (key.Conditions.Any(one => !one.Clauses.Any()))
        {
            yield return activity.Words["locked"];
        }
    }

    /// <summary>A condition in words; null where what it counts is not there any more.</summary>
    private string? Said(Condition condition) =>
        condition.Of.IsVisits
            ? activity.SceneOf(condition.Of.Id) is { } scene
                ? activity.Words.Say("onlyIf" + condition.Is, activity.Words.Say("visitsTo", activity.TitleOf(scene)), condition.Value)
                : null
            : activity.Story?.StateOf(condition.Of.Id) is not { } state
                ? null
                : state.IsThing
                    ? activity.Words.Say(condition.Is == Comparison.AtLeast ? "onlyIfHas" : "onlyIfLacks", state.Name)
                    : activity.Words.Say("onlyIf" + condition.Is, state.Name, condition.Value);

    /// <summary>What the reader notes down.</summary>
    public IEnumerable<string> ChangesOf(Spot spot) =>
        from change in spot.Content.Consequence?.Changes ?? []
        let state = activity.Story?.StateOf(change.State)
        where state is not null
        select state.IsThing
            ? activity.Words.Say(change.Of(0) >= 1 ? "youGet" : "youLose", state.Name)
            : $"{state.Name} {SignOf(change.By)} {activity.Words.Number(change.Value)}";

    private static string SignOf(ChangeBy by) =>
        by switch
        {
            ChangeBy.Raise => "+",
            ChangeBy.Lower => "−",
            _ => "=",
        };
}
