using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Editions;

/// <summary>
/// What differs between two editions, of three sorts. Wording (texts, pictures, hints, notes, looks) reaches everybody at
/// once; the key (what is right, points, rules of marking) and the structure (questions and scenes added or removed)
/// reach new attempts only.
/// </summary>
public sealed record EditionDifference(ValueList<string> Wording, ValueList<string> Key, ValueList<string> Structure)
{
    public bool IsEmpty => Wording.Count + Key.Count + Structure.Count == 0;

    /// <summary>Compares an older activity with a newer one.</summary>
    public static EditionDifference Between(Activity older, Activity newer)
    {
        var wording = new List<string>();
        var key = new List<string>();
        var structure = new List<string>();

        if (older.Title != newer.Title)
        {
            wording.Add($"Title: «{older.Title}» is now «{newer.Title}»");
        }

        if (older.Summary != newer.Summary || older.Language != newer.Language)
        {
            wording.Add("Summary or language");
        }

        if (EditionMerge.RulesWithWording(older.Rules, newer.Rules) != older.Rules)
        {
            wording.Add("Words of the score bands");
        }

        if (EditionMerge.RulesWithWording(older.Rules, newer.Rules) != newer.Rules)
        {
            key.Add("Rules of marking");
        }

        foreach (var scene in newer.Scenes)
        {
            if (older.SceneOf(scene.Id) is not { } before)
            {
                structure.Add($"New scene: {scene.Title}");
            }
            else if (before.Title != scene.Title || before.Backdrop != scene.Backdrop)
            {
                wording.Add($"Backdrop: {scene.Title}");
            }
        }

        structure.AddRange(older.Scenes.Where(scene => newer.SceneOf(scene.Id) is null).Select(scene => $"Scene removed: {scene.Title}"));
        CompareSpots(older, newer, wording, key, structure);
        return new EditionDifference(wording.ToValueList(), key.ToValueList(), structure.ToValueList());
    }

    private static void CompareSpots(Activity older, Activity newer, List<string> wording, List<string> key, List<string> structure)
    {
        foreach (var spot in newer.Spots)
        {
            var before = older.SpotOf(spot.Id);
            if (before is null || (before.Content is Ask) != (spot.Content is Ask))
            {
                (spot.Content is Ask ? structure : wording).Add($"New {spot.Content.KindName.ToLowerInvariant()}: {spot.ReportName}");
                continue;
            }

            if (before with { Content = spot.Content } != spot || (before.Content is not Ask && before.Content != spot.Content))
            {
                wording.Add($"{spot.Content.KindName}: {spot.ReportName}");
            }

            if (before.Content is Ask { Question: var was } && spot.Content is Ask { Question: var now })
            {
                CompareQuestion(spot.ReportName, was, now, wording, key, structure);
            }
        }

        foreach (var gone in older.Spots.Where(spot => newer.SpotOf(spot.Id) is null))
        {
            (gone.Content is Ask ? structure : wording).Add($"{gone.Content.KindName} removed: {gone.ReportName}");
        }

        var stayed = older.Spots.Select(spot => spot.Id).Where(id => newer.SpotOf(id) is not null);
        if (!stayed.SequenceEqual(newer.Spots.Select(spot => spot.Id).Where(id => older.SpotOf(id) is not null)))
        {
            wording.Add("Reading order of the spots");
        }
    }

    private static void CompareQuestion(string name, Question was, Question now, List<string> wording, List<string> key, List<string> structure)
    {
        var family = QuestionTypes.For(was);
        if (family.WithWording(was, now) != was)
        {
            wording.Add($"Words of the question: {name}");
        }

        if (family.WithKey(was, now) != was)
        {
            key.Add($"Key or points of the question: {name}");
        }

        if (family.WithKey(family.WithWording(was, now), now) != now)
        {
            structure.Add($"Parts of the question: {name}");
        }
    }
}
