using ZestySlate.Core.Activities;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;

namespace ZestySlate.Core.Delivery;

/// <summary>
/// Writes down what attempts got that began before handouts were on record. The rule of then went by positions in the
/// newest edition that had reached the attempt; what it gives today is what their learners saw last, and stays.
/// </summary>
public static class HandoutOfBefore
{
    /// <summary>The events with what they drew. Those of an attempt that has it on record already, or needs none, are unchanged.</summary>
    /// <param name="editions">The activity's editions.</param>
    /// <param name="events">The events of one attempt.</param>
    public static IReadOnlyList<AttemptEvent> Recorded(Func<int, Activity> editions, IReadOnlyList<AttemptEvent> events)
    {
        if (events is not [Began { Handout: null } began, ..] || Beginning.IsOnlyLookedAt(editions(began.Edition)))
        {
            return events;
        }

        var seen = AsSeen(editions, events, began);
        var steps = Course.Of(seen, scene => Arranged(seen, scene, began));
        var given = steps.SelectMany(step => step.SpotIds).ToHashSet();
        var orders = seen
            .Asked.Where(asked => given.Contains(asked.Spot.Id))
            .Select(asked => new DrawnOrders(asked.Spot.Id, OrdersOf(seen, asked.Spot.Id, asked.Question, began.Seed, 1)))
            .Where(drawn => drawn.Orders.Count > 0);
        var recorded = events.ToList();
        recorded[0] = began with { Handout = new Handout(steps, orders.ToValueList()) };
        for (var i = 1; i < recorded.Count; i++)
        {
            if (
                recorded[i] is AnotherGo { Orders: null } again
                && Replay.Run(editions, recorded.Take(i).ToList()).QuestionOf(again.SpotId) is { } question
            )
            {
                recorded[i] = again with { Orders = OrdersOf(seen, again.SpotId, question.Question, began.Seed, question.Tries.Count + 1) };
            }
        }

        return recorded;
    }

    private static Activity AsSeen(Func<int, Activity> editions, IReadOnlyList<AttemptEvent> events, Began began)
    {
        var undone = events.OfType<GaveBackKey>().Select(back => back.Run).ToHashSet();
        return events.Aggregate(editions(began.Edition), (seen, happened) => happened switch
            {
                TookWording took => WithBackdrops(EditionMerge.WithWording(seen, editions(took.Edition)), editions(took.Edition)),
                TookKey took when !undone.Contains(took.Run) => EditionMerge.WithKey(seen, editions(took.Edition)),
                _ => seen,
            });
    }

    /// <summary>A picture that became a page was a page for everybody.</summary>
    private static Activity WithBackdrops(Activity seen, Activity newer) =>
        seen with
        {
            Scenes = seen.Scenes.Replace(
                _ => true,
                scene => newer.SceneOf(scene.Id) is { } same ? scene with { Backdrop = same.Backdrop } : scene
            ),
        };

    private static ValueList<Spot> Arranged(Activity activity, Scene scene, Began began)
    {
        if (activity.Flow.Way == Way.Free)
        {
            return scene.Spots;
        }

        var questions = scene.Spots.Where(spot => spot.Question is not null).ToValueList();
        if (scene.Draw is { } draw && draw < questions.Count)
        {
            var drawn = SeededRandom
                .For(began.DrawSeed ?? began.Seed, "draw " + scene.Id)
                .Shuffle(questions)
                .Take(Math.Max(1, draw))
                .Select(spot => spot.Id)
                .ToHashSet();
            questions = questions.RemoveAll(spot => !drawn.Contains(spot.Id));
        }

        return Handout.InPlaces(
            scene.Spots,
            activity.Flow.ShuffleQuestions ? SeededRandom.For(began.Seed, "questions " + scene.Id).Shuffle(questions) : questions
        );
    }

    /// <summary>As now, but for families that drew by another rule.</summary>
    private static ValueList<PartOrder> OrdersOf(Activity activity, string spotId, Question question, long seed, int go) =>
        QuestionTypes.For(question).As<IDrewOtherwise>() is { } family
            ? family.DrawnBefore(question, SeededRandom.For(seed, spotId, go))
            : Handout.OrdersOf(activity, spotId, question, seed, go);
}
