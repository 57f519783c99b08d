using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Classes.Rehearsing;

/// <summary>What a simulated class made of an activity: guesses by a model, good for finding what cannot work, not for predicting grades.</summary>
/// <param name="Learners">How many there were.</param>
/// <param name="HandedIn">How many handed in.</param>
/// <param name="Statistics">The statistics of those who handed in.</param>
/// <param name="MedianTime">The middle of the times from beginning to handing in.</param>
/// <param name="LivesLost">How many lost their last life; null where lives are not counted.</param>
/// <param name="LivesUsed">How many lives were used in the mean; null where lives are not counted.</param>
/// <param name="TimeUp">How many the clock ended; null where none runs.</param>
/// <param name="NeverRight">The names of questions that nobody got fully right.</param>
/// <param name="NeverReached">The titles of scenes that nobody reached.</param>
/// <param name="EndedIn">In which scenes without a way on they ended, and how many; only where learners go freely through several scenes.</param>
public sealed record Rehearsal(
    int Learners,
    int HandedIn,
    ClassStatistics Statistics,
    TimeSpan MedianTime,
    int? LivesLost,
    double? LivesUsed,
    int? TimeUp,
    ValueList<string> NeverRight,
    ValueList<string> NeverReached,
    ValueList<(string Scene, int Times)> EndedIn
)
{
    /// <summary>How many there are unless it is set.</summary>
    public const int UsualLearners = 100;

    /// <summary>The most there can be.</summary>
    public const int MostLearners = 2000;

    private const int MostEvents = 2000;

    /// <summary>Lets a class do the activity; the same seed gives the same class.</summary>
    /// <param name="activity">The activity.</param>
    /// <param name="learners">How many.</param>
    /// <param name="seed">The seed.</param>
    /// <param name="difficulties">How hard questions are, by spot; those that are not named are guessed by their family.</param>
    public static Rehearsal Run(
        Activity activity,
        int learners,
        long seed,
        IReadOnlyDictionary<string, ItemDifficulty>? difficulties = null
    )
    {
        var ended = new List<(AttemptState State, IReadOnlyList<AttemptEvent> Events)>();
        for (var i = 0; i < learners; i++)
        {
            ended.Add(Play(activity, new SimulatedLearner(seed, i, difficulties), SeededRandom.For(seed, "try", i).Next(int.MaxValue)));
        }

        var done = ended.Where(one => one.State.IsHandedIn).ToList();
        var statistics = ClassStatistics.Of(activity, done.Select(one => AttemptRow.Of(one.State, one.Events)).ToList());
        var right = done.SelectMany(one => one.State.Questions.Where(question => question.Points(activity.Rules.Counts) >= question.OutOf))
            .Select(question => question.Spot.Id)
            .ToHashSet();
        var met = done.SelectMany(one => one.State.Questions)
            .Where(question => question.OutOf > 0 && QuestionTypes.For(question.Question).MarksAlone(question.Question))
            .DistinctBy(question => question.Spot.Id);
        var reached = ended
            .SelectMany(one =>
                one.State.IsInOrder
                    ? one
                        .State.Steps.Where(step => one.State.VisitedScenes.Contains(step.Id))
                        .SelectMany(step => step.Sections)
                        .Select(section => section.SceneId)
                    : one.State.VisitedScenes
            )
            .ToHashSet();
        var free = activity.Flow.Way == Way.Free && activity.Scenes.Count > 1;
        return new Rehearsal(
            learners,
            done.Count,
            statistics,
            TimeSpan.FromSeconds(
                Measures.Median(done.Select(one => (one.State.HandedInAt!.Value - one.State.BeganAt).TotalSeconds).ToList())
            ),
            activity.Rules.Lives is null ? null : done.Count(one => one.State.EndedBy == Ending.Lives),
            activity.Rules.Lives is { } lives
                ? done.Select(one => (double)Math.Min(lives, one.State.Mistakes)).DefaultIfEmpty(0).Average()
                : null,
            activity.Rules.Clock is null ? null : done.Count(one => one.State.EndedBy == Ending.Time),
            met.Where(question => !right.Contains(question.Spot.Id)).Select(question => activity.NameOf(question.Spot)).ToValueList(),
            activity.Scenes.Where(scene => !reached.Contains(scene.Id)).Select(activity.TitleOf).ToValueList(),
            free
                ? ended
                    .Select(one => one.State.Scene)
                    .Where(scene => !scene.Spots.Any(spot => spot.Goals.Any()))
                    .GroupBy(scene => scene.Id)
                    .Select(same => (activity.TitleOf(same.First()), same.Count()))
                    .OrderByDescending(one => one.Item2)
                    .ToValueList()
                : []
        );
    }

    /// <summary>One learner's attempt, from beginning to end, through the delivery.</summary>
    private static (AttemptState State, IReadOnlyList<AttemptEvent> Events) Play(Activity activity, SimulatedLearner learner, long seed)
    {
        var played = new Played(activity, seed, DateTimeOffset.UnixEpoch);
        while (
            played.Events.Count < MostEvents
            && learner.Next(played.State, played.State.LastAt) is { } happened
            && played.Take(happened) is null
        )
        {
            // One step after the other, until nothing more is done, or the clock has run out before it was.
        }

        return (played.State, played.Events);
    }
}
