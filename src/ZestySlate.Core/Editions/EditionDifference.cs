using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editions;

/// <summary>
/// What differs between two editions, of three sorts. Wording (texts, pictures, hints, notes, looks) reaches everybody at
/// once; the key (what is right, points, rules of marking) and the structure (questions and scenes added or removed, the order
/// in which they come, the kind of a backdrop) reach new attempts only.
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
            wording.Add(AuthorWords.Say("titleNow", older.Title, newer.Title));
        }

        if (older.Look != newer.Look || older.SceneList != newer.SceneList)
        {
            wording.Add(AuthorWords.Say("lookActivity"));
        }

        if (older.Summary != newer.Summary || older.Language != newer.Language || older.Audience != newer.Audience)
        {
            wording.Add(AuthorWords.Say("summaryLanguageOrWhom"));
        }

        if (
            older.Wording != newer.Wording
            || (older.Flow with { Introduction = newer.Flow.Introduction, Picture = newer.Flow.Picture, Progress = newer.Flow.Progress })
                != older.Flow
        )
        {
            wording.Add(AuthorWords.Say("introductionProgressOrOwnWords"));
        }

        if (
            (newer.Flow with { Introduction = older.Flow.Introduction, Picture = older.Flow.Picture, Progress = older.Flow.Progress })
            != older.Flow
        )
        {
            structure.Add(AuthorWords.Say("howLearnersGoThrough"));
        }

        if (older.Story != newer.Story)
        {
            CompareStories(older.Story, newer.Story, wording, key, structure);
        }

        if (older.Trail != newer.Trail)
        {
            CompareTrails(older, newer, wording, key, structure);
        }

        if (older.Rules.Round != newer.Rules.Round)
        {
            structure.Add(AuthorWords.Say("whetherLearnersLookRoundOr"));
        }

        if (older.Language != newer.Language)
        {
            key.Add(AuthorWords.Say("languageInWhichAnswersRead"));
        }

        if (EditionMerge.RulesWithWording(older.Rules, newer.Rules) != older.Rules)
        {
            wording.Add(AuthorWords.Say("wordsScoreBandsOrWhether"));
        }

        if (EditionMerge.RulesWithWording(older.Rules, newer.Rules) with { Round = newer.Rules.Round } != newer.Rules)
        {
            key.Add(AuthorWords.Say("rulesMarking"));
        }

        foreach (var scene in newer.Scenes)
        {
            if (older.SceneOf(scene.Id) is not { } before)
            {
                structure.Add(AuthorWords.Say("newScene", newer.TitleOf(scene)));
            }
            else
            {
                var worded = before.Backdrop.WithWording(scene.Backdrop);
                if (worded != scene.Backdrop)
                {
                    structure.Add(
                        worded.GetType() == scene.Backdrop.GetType()
                            ? AuthorWords.Say("partsBackdrop", newer.TitleOf(scene))
                            : AuthorWords.Say("kindBackdrop", newer.TitleOf(scene))
                    );
                }

                if (
                    before.Title != scene.Title
                    || before.Backdrop != worded
                    || before.Ambient != scene.Ambient
                    || before.Text != scene.Text
                    || before.Ending?.Kind != scene.Ending?.Kind
                    || before.LearnersSpots != scene.LearnersSpots
                )
                {
                    wording.Add(AuthorWords.Say("backdropTitleSoundOrLearners", newer.TitleOf(scene)));
                }

                if (before.Ending is null != scene.Ending is null)
                {
                    structure.Add(AuthorWords.Say("endingOfScene", newer.TitleOf(scene)));
                }
                else if (before.Ending?.Value != scene.Ending?.Value)
                {
                    key.Add(AuthorWords.Say("whatEndingWorth", newer.TitleOf(scene)));
                }

                if (before.Stop != scene.Stop)
                {
                    structure.Add(AuthorWords.Say("stopTrail", newer.TitleOf(scene)));
                }

                if (before.Draw != scene.Draw)
                {
                    structure.Add(AuthorWords.Say("numberQuestionsDrawn", newer.TitleOf(scene)));
                }

                CompareLocks(newer.TitleOf(scene), before.Lock, scene.Lock, wording, structure);
            }
        }

        structure.AddRange(
            older
                .Scenes.Where(scene => newer.SceneOf(scene.Id) is null)
                .Select(scene => AuthorWords.Say("sceneRemoved", older.TitleOf(scene)))
        );
        CompareSpots(older, newer, wording, key, structure);
        return new EditionDifference(wording.ToValueList(), key.ToValueList(), structure.ToValueList());
    }

    private static void CompareStories(Story? older, Story? newer, List<string> wording, List<string> key, List<string> structure)
    {
        if (older is null || newer is null || older.WithWording(newer).WithKey(newer) != newer)
        {
            structure.Add(AuthorWords.Say("editWhatStoryKeepsInMind"));
        }
        else if (older.WithKey(newer) != newer)
        {
            wording.Add(AuthorWords.Say("namesLooksWhatStoryKeeps"));
        }

        if (older?.Scoring != newer?.Scoring || older?.ScoredBy != newer?.ScoredBy)
        {
            key.Add(AuthorWords.Say("whatStoryScore"));
        }
    }

    private static void CompareTrails(Activity older, Activity newer, List<string> wording, List<string> key, List<string> structure)
    {
        var was = older.Trail ?? new Trail();
        var now = newer.Trail ?? new Trail();
        if (was.Sheet != now.Sheet || !was.Stops.Select(stop => stop.Id).SequenceEqual(now.Stops.Select(stop => stop.Id)))
        {
            structure.Add(AuthorWords.Say("stopsTrailOrFindingsSheet"));
        }

        if (was.Shown != now.Shown || was.Closing != now.Closing)
        {
            wording.Add(AuthorWords.Say("howStopsShown"));
        }

        foreach (var stop in now.Stops)
        {
            // What it was taken from is nothing that learners see.
            if (was.StopOf(stop.Id) is not { } before || before with { Origin = stop.Origin } == stop)
            {
                continue;
            }

            var title = newer.TitleOf(stop);
            if (before.WithWording(stop) != before)
            {
                wording.Add(AuthorWords.Say("titleOrRewardStop", title));
            }

            if (before.WithKey(stop) != before)
            {
                key.Add(AuthorWords.Say("whatStopCountsOrFrom", title));
            }

            if (before.WithWording(stop).WithKey(stop) with { Origin = stop.Origin } != stop)
            {
                structure.Add(AuthorWords.Say("rulesStop", title));
            }
        }
    }

    private static void CompareSpots(Activity older, Activity newer, List<string> wording, List<string> key, List<string> structure)
    {
        foreach (var spot in newer.Spots)
        {
            var name = newer.NameOf(spot);
            var kind = spot.Content.KindName;
            if (older.SpotOf(spot.Id) is not { } before || before.Content.Kind != spot.Content.Kind)
            {
                (spot.Content.IsStructure || spot.Lock is not null ? structure : wording).Add(
                    AuthorWords.Say("newSpot", kind.ToLowerInvariant(), name)
                );
                continue;
            }

            if (older.SceneWith(spot.Id)!.Id != newer.SceneWith(spot.Id)!.Id)
            {
                structure.Add(AuthorWords.Say("movedAnotherScene", name));
            }

            if (before.During != spot.During)
            {
                structure.Add(AuthorWords.Say("timeSpot", name));
            }

            CompareLocks(name, before.Lock, spot.Lock, wording, structure);
            if (
                before with { Content = spot.Content, Lock = spot.Lock, During = spot.During } != spot
                || spot.Content.HasOtherWords(before.Content)
            )
            {
                wording.Add($"{kind}: {name}");
            }

            foreach (var difference in spot.Content.DifferencesFrom(before.Content, name))
            {
                (
                    difference.Sort switch
                    {
                        DifferenceSort.Wording => wording,
                        DifferenceSort.Key => key,
                        _ => structure,
                    }
                ).Add(difference.Words);
            }
        }

        foreach (var gone in older.Spots.Where(spot => newer.SpotOf(spot.Id) is null))
        {
            (EditionMerge.IsStructure(older, gone) ? structure : wording).Add(
                AuthorWords.Say("spotRemoved", gone.Content.KindName, older.NameOf(gone))
            );
        }

        var stayed = older.Spots.Select(spot => spot.Id).Where(id => newer.SpotOf(id) is not null);
        if (!stayed.SequenceEqual(newer.Spots.Select(spot => spot.Id).Where(id => older.SpotOf(id) is not null)))
        {
            structure.Add(AuthorWords.Say("orderSpots"));
        }
    }

    private static void CompareLocks(string name, Lock? was, Lock? now, List<string> wording, List<string> structure)
    {
        if (was is null != now is null || was?.Key != now?.Key)
        {
            structure.Add(AuthorWords.Say("lockOfSpot", name));
        }

        if (EditionMerge.WithWording(was, now) != was)
        {
            wording.Add(AuthorWords.Say("wordsLock", name));
        }
    }
}
