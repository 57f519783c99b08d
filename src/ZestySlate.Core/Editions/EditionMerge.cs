using System.Runtime.CompilerServices;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Editions;

/// <summary>Brings the wording of a newer edition to an older one, whose questions, key and rules stay as they were.</summary>
public static class EditionMerge
{
    // Activities never change, so what was merged of two of them is the same for every attempt, as long as both live.
    private static readonly ConditionalWeakTable<Activity, ConditionalWeakTable<Activity, Activity>> Wordings = [],
        Keys = [];

    /// <summary>The older activity with the wording of the newer: what somebody sees who is at work while a new edition is published.</summary>
    public static Activity WithWording(Activity older, Activity newer) => Remembered(Wordings, older, newer, MergeWording);

    /// <summary>The older activity marked by the key of the newer: what is right, points and rules of marking of the questions that both
    /// have. What is asked, how long and how often, and when things are shown stay.</summary>
    public static Activity WithKey(Activity older, Activity newer) => Remembered(Keys, older, newer, MergeKey);

    private static Activity Remembered(
        ConditionalWeakTable<Activity, ConditionalWeakTable<Activity, Activity>> known,
        Activity older,
        Activity newer,
        Func<Activity, Activity, Activity> merge
    ) => known.GetOrCreateValue(older).GetValue(newer, with => merge(older, with));

    private static Activity MergeWording(Activity older, Activity newer) =>
        older with
        {
            Title = newer.Title,
            Summary = newer.Summary,
            Language = newer.Language,
            Audience = newer.Audience,
            Look = newer.Look,
            SceneList = newer.SceneList,
            Wording = newer.Wording,
            Flow = older.Flow with { Progress = newer.Flow.Progress, Introduction = newer.Flow.Introduction, Picture = newer.Flow.Picture },
            Rules = RulesWithWording(older.Rules, newer.Rules),
            Story = older.Story?.WithWording(newer.Story),
            Trail = older.Trail?.WithWording(newer.Trail),
            Scenes = older
                .Scenes.Select(scene => newer.SceneOf(scene.Id) is { } same ? WithWording(older, newer, scene, same) : scene)
                .ToValueList(),
        };

    private static Activity MergeKey(Activity older, Activity newer) =>
        older with
        {
            Rules = older.Rules with
            {
                TryCosts = newer.Rules.TryCosts,
                HintCost = newer.Rules.HintCost,
                Counts = newer.Rules.Counts,
                PassMark = newer.Rules.PassMark,
                DistinctionMark = newer.Rules.DistinctionMark,
                GoesBelowZero = newer.Rules.GoesBelowZero,
                Bands = newer.Rules.Bands,
            },
            Story = older.Story?.WithKey(newer.Story),
            Trail = older.Trail?.WithKey(newer.Trail),
            Scenes = older
                .Scenes.Select(scene =>
                    scene with
                    {
                        Ending = scene.Ending?.WithKey(newer.SceneOf(scene.Id)?.Ending),
                        Spots = scene
                            .Spots.Select(spot =>
                                spot.Question is { } was && newer.SpotOf(spot.Id)?.Question is { } now
                                    ? spot with
                                    {
                                        Content = new Ask(QuestionTypes.For(was).WithKey(was, now)),
                                    }
                                    : spot
                            )
                            .ToValueList(),
                    }
                )
                .ToValueList(),
        };

    /// <summary>True when a spot is part of the structure: answers, ways or locks depend on it, so it stays as it was for attempts at work.</summary>
    internal static bool IsStructure(Activity activity, Spot spot) =>
        spot.Content.IsStructure || spot.Lock is not null || activity.Locks.Any(entry => entry.Lock.Key.DependsOn.Contains(spot.Id));

    /// <summary>The older spot with the words, place and look of the newer; its question's key, the scene it leads to and what opens it stay.</summary>
    /// <param name="older">The older spot.</param>
    /// <param name="newer">The same spot in the newer edition.</param>
    /// <param name="stays">True when something depends on it: then it stays of the kind it is.</param>
    internal static Spot WithWording(Spot older, Spot newer, bool stays) =>
        newer with
        {
            During = older.During,
            Lock = WithWording(older.Lock, newer.Lock),
            Content = newer.Content.Over(older.Content, stays),
        };

    internal static Lock? WithWording(Lock? older, Lock? newer) => older is null || newer is null ? older : newer with { Key = older.Key };

    internal static Rules RulesWithWording(Rules older, Rules newer) =>
        older with
        {
            Bands = older.Bands.WithWording(newer.Bands),
            LetsKeepCopy = newer.LetsKeepCopy,
        };

    private static Scene WithWording(Activity activity, Activity newest, Scene older, Scene newer)
    {
        var before = older.Spots.ToDictionary(spot => spot.Id);
        var spots = new List<Spot>();
        foreach (var spot in newer.Spots)
        {
            if (before.Remove(spot.Id, out var was))
            {
                spots.Add(WithWording(was, spot, IsStructure(activity, was)));
            }
            else if (
                !spot.Content.IsStructure
                && spot.Lock is null
                && !(activity.SpotOf(spot.Id) is { } elsewhere && IsStructure(activity, elsewhere))
            )
            {
                spots.Add(spot);
            }
        }

        // What the attempt depends on stays where it was for those who began with it; moved elsewhere, it still has the newer words.
        spots.AddRange(
            before
                .Values.Where(spot => IsStructure(activity, spot))
                .Select(spot => newest.SpotOf(spot.Id) is { } moved ? WithWording(spot, moved, stays: true) : spot)
        );
        var backdrop = older.Backdrop.WithWording(newer.Backdrop);
        return older with
        {
            Title = newer.Title,
            Text = newer.Text,
            Ending = older.Ending?.WithWording(newer.Ending),
            Backdrop = backdrop,
            Ambient = newer.Ambient,
            LearnersSpots = newer.LearnersSpots,
            Lock = WithWording(older.Lock, newer.Lock),
            Spots = spots.Select(spot => spot with { Place = spot.Place.On(backdrop) }).ToValueList(),
        };
    }
}
