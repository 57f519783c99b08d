using ZestySlate.Core.Activities;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Classes.Statistics;

/// <summary>How a class decided in one scene of a story.</summary>
/// <param name="SceneId">The scene.</param>
/// <param name="Title">Its title.</param>
/// <param name="Learners">How many decided there.</param>
/// <param name="Choices">Its choices, in their order.</param>
public sealed record Decision(string SceneId, string Title, int Learners, ValueList<ChoiceTaken> Choices)
{
    /// <summary>What is to be looked at, in words; null for nothing. With few learners nothing is said.</summary>
    public string? Problem =>
        Learners < ClassStatistics.Fewest || Choices.Count < 2 ? null
        : Choices.FirstOrDefault(choice => choice.Learners == Learners) is { } all
        && Choices.All(other => other == all || other.Learners == 0)
            ? AuthorWords.Say("everybodyTakesThereNothingDecide", all.Words)
        : Choices.Where(choice => choice.Learners == 0).ToList() is { Count: > 0 } nobody
            ? AuthorWords.Say("nobodyTakes", string.Join(", ", nobody.Select(choice => $"“{choice.Words}”")))
        : null;

    /// <summary>The decisions of an activity, in the order of its scenes; those to which nobody came are left out.</summary>
    public static ValueList<Decision> Of(Activity activity, IReadOnlyList<AttemptRow> attempts) =>
        activity.Scenes.Select(scene => Of(activity, scene, attempts)).Where(decision => decision.Learners > 0).ToValueList();

    private static Decision Of(Activity activity, Scene scene, IReadOnlyList<AttemptRow> attempts)
    {
        var ways = DecidingWay.In(activity, scene);
        var spots = ways.Select(way => way.SpotId).ToHashSet();
        return new(
            scene.Id,
            activity.TitleOf(scene),
            attempts.Count(attempt => attempt.Chosen.Any(one => spots.Contains(one.SpotId))),
            ways.Select(way =>
                {
                    var taken = attempts.SelectMany(attempt => attempt.Chosen.Where(way.Is)).ToList();
                    return new ChoiceTaken(
                        way.SpotId,
                        way.Words,
                        activity.SceneOf(way.To ?? "") is { } goal ? activity.TitleOf(goal) : "",
                        taken.Count,
                        taken.Sum(one => one.Times)
                    );
                })
                .ToValueList()
        );
    }
}

/// <summary>How often a choice was taken.</summary>
/// <param name="SpotId">The choice, or the question whose answers are.</param>
/// <param name="Words">Its words, or after which answers.</param>
/// <param name="LeadsTo">Where it leads; empty for back to the decision.</param>
/// <param name="Learners">How many took it, at least once.</param>
/// <param name="Times">How often it was taken.</param>
public sealed record ChoiceTaken(string SpotId, string Words, string LeadsTo, int Learners, int Times);

/// <summary>How many reached an ending.</summary>
/// <param name="Title">Its name.</param>
/// <param name="Kind">Of what kind, in the author's words.</param>
/// <param name="Learners">How many reached it.</param>
public sealed record EndingReached(string Title, string Kind, int Learners)
{
    /// <summary>The endings of an activity, in the order of its scenes.</summary>
    public static ValueList<EndingReached> Of(Activity activity, IReadOnlyList<AttemptRow> attempts) =>
        activity
            .Scenes.Where(scene => scene.Ending is not null)
            .Select(scene => new EndingReached(
                activity.TitleOf(scene),
                scene.Ending!.Kind,
                attempts.Count(attempt => attempt.Endings.Contains(scene.Id))
            ))
            .ToValueList();
}
