using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Editions;

/// <summary>Brings the wording of a newer edition to an older one, whose questions, key and rules stay as they were.</summary>
public static class EditionMerge
{
    /// <summary>The older activity with the wording of the newer: what somebody sees who is at work while a new edition is published.</summary>
    public static Activity WithWording(Activity older, Activity newer) => older with
    {
        Title = newer.Title,
        Summary = newer.Summary,
        Language = newer.Language,
        Rules = RulesWithWording(older.Rules, newer.Rules),
        Scenes = older.Scenes.Select(scene => newer.SceneOf(scene.Id) is { } same ? WithWording(scene, same) : scene).ToValueList(),
    };

    internal static Rules RulesWithWording(Rules older, Rules newer) => older with
    {
        Bands = ScoreBands.Of(older.Bands.Bands.Select(band => newer.Bands.Bands.FirstOrDefault(b => b.UpTo == band.UpTo) ?? band)),
    };

    private static Scene WithWording(Scene older, Scene newer)
    {
        var asked = older.Spots.Where(spot => spot.Content is Ask).ToDictionary(spot => spot.Id);
        var spots = new List<Spot>();
        foreach (var spot in newer.Spots)
        {
            if (spot.Content is not Ask { Question: var now })
            {
                spots.Add(spot);
            }
            else if (asked.Remove(spot.Id, out var before) && before.Content is Ask { Question: var was })
            {
                spots.Add(spot with { Content = new Ask(QuestionTypes.For(was).WithWording(was, now)) });
            }
        }

        // Questions that were removed stay for those who began with them.
        spots.AddRange(older.Spots.Where(spot => asked.ContainsKey(spot.Id)));
        return older with { Title = newer.Title, Backdrop = newer.Backdrop, Spots = spots.DistinctBy(spot => spot.Id).ToValueList() };
    }
}
