using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>
/// What a learner got, by id and in order: drawn once, when the attempt begins, and on record from then on. Replay arranges
/// what is recorded; nothing is found by its place in a document that may have changed since.
/// </summary>
/// <param name="Steps">What is seen at a time; where learners go as they like, each scene with its spots.</param>
/// <param name="Orders">For each question with something shuffled, the orders of the first go.</param>
public sealed record Handout(ValueList<Step> Steps, ValueList<DrawnOrders> Orders)
{
    /// <summary>Draws what a learner gets of an edition.</summary>
    /// <param name="activity">The edition.</param>
    /// <param name="began">With the seeds.</param>
    public static Handout Draw(Activity activity, Began began)
    {
        var steps = Course.Of(activity, scene => Arranged(activity, scene, began));
        var given = steps.SelectMany(step => step.SpotIds).ToHashSet();
        return new Handout(
            steps,
            activity
                .Asked.Where(asked => given.Contains(asked.Spot.Id))
                .Select(asked => new DrawnOrders(asked.Spot.Id, OrdersOf(activity, asked.Spot.Id, asked.Question, began.Seed, 1)))
                .Where(drawn => drawn.Orders.Count > 0)
                .ToValueList()
        );
    }

    /// <summary>The orders in which a go at a question shows its parts.</summary>
    /// <param name="activity">The activity as the attempt sees it.</param>
    /// <param name="spotId">The question's spot.</param>
    /// <param name="question">The question.</param>
    /// <param name="seed">The attempt's.</param>
    /// <param name="go">1 for the first.</param>
    internal static ValueList<PartOrder> OrdersOf(Activity activity, string spotId, Question question, long seed, int go) =>
        QuestionTypes.For(question).Draw(question, SeededRandom.For(seed, spotId, go), activity.Flow.ShuffleOptions);

    /// <summary>The beginning of an attempt with what it draws on record; where there is only something to look at, nothing is.</summary>
    /// <param name="edition">The edition it begins with.</param>
    /// <param name="began">With the seeds.</param>
    public static Began Recorded(Activity edition, Began began) =>
        Beginning.IsOnlyLookedAt(edition) ? began : began with { Handout = Draw(edition, began) };

    /// <summary>What an attempt takes of a newer edition: its wording, or, where it was only looked at, all of it.</summary>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="newest">The newer edition.</param>
    /// <param name="began">With the seeds.</param>
    /// <param name="took">The event.</param>
    public static TookWording Recorded(AttemptState state, Activity newest, Began began, TookWording took) =>
        state.OnlyLooks ? took with { Handout = Draw(newest, began) } : took;

    /// <summary>An event with what holds for it on record: another go has new orders, a try costs one life at most.</summary>
    public static AttemptEvent Recorded(AttemptState state, AttemptEvent happened) =>
        happened switch
        {
            AnotherGo again when state.QuestionOf(again.SpotId) is { } question => again with
            {
                Orders = OrdersOf(state.Activity, again.SpotId, question.Question, state.Seed, question.Tries.Count + 1),
            },
            BeganStopAgain again => again with
            {
                Orders = state
                    .QuestionsOf(again.StopId)
                    .Select(one => new DrawnOrders(
                        one.Spot.Id,
                        OrdersOf(state.Activity, one.Spot.Id, one.Question, state.Seed, one.Tries.Count + 1)
                    ))
                    .Where(drawn => drawn.Orders.Count > 0)
                    .ToValueList(),
            },
            AskedToMark asked => asked with { OneLife = true },
            _ => happened,
        };

    /// <summary>The orders of the first go at a question.</summary>
    internal ValueList<PartOrder> FirstOf(string spotId) => Orders.FirstOrDefault(drawn => drawn.SpotId == spotId)?.Orders ?? [];

    /// <summary>
    /// The activity with every scene's spots as they were given: recorded ones in their order; what has come since (only
    /// words to read can) behind what it follows in the newer edition. Questions that were not drawn stand last where steps say what is
    /// shown; where learners go as they like, they are not there.
    /// </summary>
    internal Activity On(Activity activity)
    {
        var given = Steps.SelectMany(step => step.Sections).ToLookup(section => section.SceneId, section => section.SpotIds);
        var recorded = Steps.SelectMany(step => step.SpotIds).ToHashSet();
        ValueList<Spot> DrawnOf(Scene scene) =>
            scene.Draw is null || activity.Flow.Way != Way.Free
                ? scene.Spots
                : scene.Spots.RemoveAll(spot => spot.Question is not null && !recorded.Contains(spot.Id));
        return activity with
        {
            Scenes = activity.Scenes.Replace(
                _ => true,
                scene =>
                    Placed(DrawnOf(scene), given[scene.Id].SelectMany(ids => ids)) is var placed && placed == scene.Spots
                        ? scene
                        : scene with
                        {
                            Spots = placed,
                        }
            ),
        };
    }

    /// <summary>The recorded steps with what has come since and without what is gone.</summary>
    /// <param name="arranged">The activity as <see cref="On"/> arranges it.</param>
    internal ValueList<Step> StepsOn(Activity arranged)
    {
        var recorded = Steps.SelectMany(step => step.SpotIds).ToHashSet();
        return Steps
            .Select(step =>
                step with
                {
                    Sections = step
                        .Sections.Where(section => arranged.SceneOf(section.SceneId) is not null)
                        .Select(section => section with { SpotIds = Filled(section, arranged.SceneOf(section.SceneId)!, recorded) })
                        .ToValueList(),
                }
            )
            .Where(step => step.Sections.Count > 0)
            .ToValueList();
    }

    private static ValueList<string> Filled(StepSection section, Scene scene, HashSet<string> recorded)
    {
        var filled = new List<string>();
        var inside = section.WithText;
        foreach (var spot in scene.Spots)
        {
            var own = section.SpotIds.Contains(spot.Id);
            inside = recorded.Contains(spot.Id) ? own : inside && spot.Question is null;
            if (own || inside)
            {
                filled.Add(spot.Id);
            }
        }

        return filled.ToValueList();
    }

    private static ValueList<Spot> Placed(ValueList<Spot> spots, IEnumerable<string> recorded)
    {
        var there = spots.ToDictionary(spot => spot.Id);
        var order = recorded.Where(there.ContainsKey).ToList();
        var placed = order.ToHashSet();
        var at = 0;
        foreach (var spot in spots)
        {
            if (placed.Contains(spot.Id))
            {
                at = order.IndexOf(spot.Id) + 1;
            }
            else if (spot.Question is null)
            {
                order.Insert(at++, spot.Id);
            }
        }

        return order
            .Concat(spots.Where(spot => spot.Question is not null && !placed.Contains(spot.Id)).Select(spot => spot.Id))
            .Select(id => there[id])
            .ToValueList();
    }

    /// <summary>The spots of a scene as this learner gets them: questions drawn and, where the activity goes in order, shuffled; the others
    /// where they are.</summary>
    private static ValueList<Spot> Arranged(Activity activity, Scene scene, Began began)
    {
        var questions = scene.Spots.Where(spot => spot.Question is not null).ToDictionary(spot => spot.Id);
        var ids = questions.Keys.ToList();
        if (scene.Draw is { } draw && draw < ids.Count)
        {
            var drawn = SeededRandom.Ranked(began.DrawSeed ?? began.Seed, "draw", ids).Take(Math.Max(1, draw)).ToHashSet();
            ids.RemoveAll(id => !drawn.Contains(id));
        }

        if (activity.Flow is { Way: Way.InOrder, ShuffleQuestions: true })
        {
            ids = [.. SeededRandom.Ranked(began.Seed, "questions", ids)];
        }

        return InPlaces(scene.Spots, ids.Select(id => questions[id]));
    }

    /// <summary>Questions put one after the other where questions stand; places that are left over fall away.</summary>
    internal static ValueList<Spot> InPlaces(ValueList<Spot> spots, IEnumerable<Spot> questions)
    {
        var next = new Queue<Spot>(questions);
        return spots
            .Select(spot =>
                spot.Question is null ? spot
                : next.TryDequeue(out var question) ? question
                : null
            )
            .OfType<Spot>()
            .ToValueList();
    }
}

/// <summary>The orders that were drawn for one question.</summary>
public sealed record DrawnOrders(string SpotId, ValueList<PartOrder> Orders);
