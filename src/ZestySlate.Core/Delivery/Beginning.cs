using System.Collections.Immutable;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Delivery;

/// <summary>How an attempt stands before anything has happened in it.</summary>
internal static class Beginning
{
    /// <param name="seen">The activity as the attempt sees it: the edition it began with, and what it has taken since.</param>
    /// <param name="edition">The newest edition whose wording is in it.</param>
    /// <param name="began">How it began.</param>
    /// <param name="handout">What the learner got.</param>
    internal static AttemptState Of(Activity seen, int edition, Began began, Handout handout)
    {
        var activity = handout.On(seen);
        var steps = activity.Flow.Way == Way.Free ? [] : handout.StepsOn(activity);
        var first =
            steps.Count > 0 ? steps[0].Id
            : activity.Scenes.Count > 0 ? activity.Scenes[0].Id
            : "";
        var questions = Asked(activity, steps)
            .Select(asked => new QuestionState
            {
                Spot = asked.Spot,
                Question = asked.Question,
                OutOf = activity.WorthOf(asked.Spot),
                IsPractice = activity.IsPractice(asked.Spot),
                Round = activity.RoundOf(asked.Question),
                Orders = handout.FirstOf(asked.Spot.Id),
            })
            .ToValueList();
        return new AttemptState
        {
            Activity = activity,
            Index = new AttemptIndex(activity, questions),
            Edition = edition,
            KeyEdition = began.Edition,
            KeyLanguage = activity.Language,
            Given = handout.Steps.SelectMany(step => step.SpotIds).ToHashSet(),
            Seed = began.Seed,
            TimeFactor = began.TimeFactor,
            BeganAt = began.At,
            StartedAt = HasStart(activity) ? null : began.At,
            StepSince = began.At,
            Steps = steps,
            OpenedSpots = new HashSet<string>(),
            Annotations = new Dictionary<string, string>(),
            Way = [first],
            States = activity.Story?.Beginning ?? [],
            VisitedScenes = new HashSet<string> { first },
            Visits = ImmutableDictionary<string, int>.Empty.Add(first, 1),
            OpenLocks = new HashSet<string>(),
            WrongCodes = new Dictionary<string, CodeTries>(),
            Questions = questions,
        };
    }

    /// <summary>True when learners press start first: something is to be read, or a clock or lives begin to count.</summary>
    internal static bool HasStart(Activity activity) =>
        activity.Rules.Clock is not null
        || activity.Rules.Lives is not null
        || !activity.Flow.Introduction.IsEmpty
        || activity.Flow.Picture is not null;

    /// <summary>True when there is nothing to answer and nothing to open, so that nothing is on record that another edition could change:
    /// whoever looks sees the newest.</summary>
    internal static bool IsOnlyLookedAt(Activity activity) => !activity.Asked.Any() && !activity.Locks.Any() && !activity.HasChoices;

    private static IEnumerable<(Spot Spot, Question Question)> Asked(Activity activity, ValueList<Step> steps)
    {
        if (steps.Count == 0)
        {
            return activity.Asked;
        }

        var asked = activity.Asked.ToDictionary(entry => entry.Spot.Id);
        return steps.SelectMany(step => step.SpotIds).Where(asked.ContainsKey).Select(id => asked[id]);
    }
}
