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

/// <summary>Lays out what a learner gets, step by step.</summary>
internal static class Course
{
    /// <summary>The steps: where learners go as they like, each scene is one.</summary>
    /// <param name="activity">The activity.</param>
    /// <param name="arranged">The spots of a scene as this learner gets them.</param>
    internal static ValueList<Step> Of(Activity activity, Func<Scene, ValueList<Spot>> arranged)
    {
        var steps = new List<Step>();
        foreach (var scene in activity.Scenes)
        {
            var spots = arranged(scene);
            if (activity.Flow.Way == Way.Free || !scene.Backdrop.IsFlow || activity.Flow.Paging == Paging.SectionOnAPage)
            {
                steps.Add(new Step(scene.Id, [new StepSection(scene.Id, spots.Select(spot => spot.Id).ToValueList(), true)]));
            }
            else if (activity.Flow.Paging == Paging.AllOnAPage)
            {
                var section = new StepSection(scene.Id, spots.Select(spot => spot.Id).ToValueList(), true);
                if (steps.Count > 0 && activity.SceneOf(steps[^1].Sections[0].SceneId)!.Backdrop.IsFlow)
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
        var last = spots.LastOrDefault(spot => spot.Question is not null)?.Id;
        var first = true;
        foreach (var spot in spots)
        {
            together.Add(spot.Id);
            if (spot.Question is not null && spot.Id != last)
            {
                yield return Step(spot.Id);
            }
        }

        if (together.Count > 0 || (first && scene.Backdrop.HasContent))
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
}
