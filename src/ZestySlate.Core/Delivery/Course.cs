using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Delivery;

/// <summary>What a learner sees at a time when an activity goes in order.</summary>
/// <param name="Id">The id of the scene, or of the question where it is one question of a page.</param>
/// <param name="Sections">The scenes of this step, each with the spots that are shown of it.</param>
public sealed record Step(string Id, ValueList<StepSection> Sections)
{
    /// <summary>The spots of the step.</summary>
    public IEnumerable<string> SpotIds => Sections.SelectMany(section => section.SpotIds);
}

/// <summary>A scene, or a part of a page, in a step.</summary>
/// <param name="SceneId">The scene.</param>
/// <param name="SpotIds">The spots that are shown, in their order.</param>
/// <param name="WithText">True when the page's text is shown: with the first part of it.</param>
public sealed record StepSection(string SceneId, ValueList<string> SpotIds, bool WithText);

/// <summary>Draws and arranges what a learner gets: pure, the same for the same seeds.</summary>
internal static class Course
{
    /// <summary>The steps in order; none when learners go where they like.</summary>
    internal static ValueList<Step> Of(Activity activity, long seed, long drawSeed)
    {
        if (activity.Flow.Way == Way.Free)
        {
            return [];
        }

        var steps = new List<Step>();
        foreach (var scene in activity.Scenes)
        {
            var spots = Arranged(activity, scene, seed, drawSeed);
            if (scene.Backdrop is not PageBackdrop || activity.Flow.Paging == Paging.SectionOnAPage)
            {
                steps.Add(new Step(scene.Id, [new StepSection(scene.Id, spots.Select(spot => spot.Id).ToValueList(), true)]));
            }
            else if (activity.Flow.Paging == Paging.AllOnAPage)
            {
                var section = new StepSection(scene.Id, spots.Select(spot => spot.Id).ToValueList(), true);
                if (steps.Count > 0 && activity.SceneOf(steps[^1].Sections[0].SceneId)!.Backdrop is PageBackdrop)
                {
                    steps[^1] = steps[^1] with { Sections = steps[^1].Sections.Add(section) };
                }
                else
                {
                    steps.Add(new Step(scene.Id, [section]));
                }
            }
            else
            {
                steps.AddRange(OneAtATime(scene, spots));
            }
        }

        return steps.ToValueList();
    }

    /// <summary>Each question is a step; what stands before it goes with it, what stands behind the last one with that.</summary>
    private static IEnumerable<Step> OneAtATime(Scene scene, ValueList<Spot> spots)
    {
        var together = new List<string>();
        var last = spots.LastOrDefault(spot => spot.Content is Ask)?.Id;
        var first = true;
        foreach (var spot in spots)
        {
            together.Add(spot.Id);
            if (spot.Content is Ask && spot.Id != last)
            {
                yield return Step(spot.Id);
            }
        }

        if (together.Count > 0 || (first && scene.Backdrop is PageBackdrop { HasContent: true }))
        {
            yield return Step(last ?? scene.Id);
        }

        Step Step(string id)
        {
            var step = new Step(id, [new StepSection(scene.Id, together.ToValueList(), first)]);
            together.Clear();
            first = false;
            return step;
        }
    }

    /// <summary>The spots of a scene as this learner gets them: questions drawn and shuffled, the others where they are.</summary>
    private static ValueList<Spot> Arranged(Activity activity, Scene scene, long seed, long drawSeed)
    {
        var questions = scene.Spots.Where(spot => spot.Content is Ask).ToValueList();
        if (scene.Draw is { } draw && draw < questions.Count)
        {
            var drawn = SeededRandom.For(drawSeed, "draw " + scene.Id).Shuffle(questions).Take(Math.Max(1, draw)).Select(spot => spot.Id).ToHashSet();
            questions = questions.RemoveAll(spot => !drawn.Contains(spot.Id));
        }

        if (activity.Flow.ShuffleQuestions)
        {
            questions = SeededRandom.For(seed, "questions " + scene.Id).Shuffle(questions);
        }

        var next = 0;
        return scene.Spots.Select(spot => spot.Content is not Ask ? spot : next < questions.Count ? questions[next++] : null).OfType<Spot>().ToValueList();
    }
}
