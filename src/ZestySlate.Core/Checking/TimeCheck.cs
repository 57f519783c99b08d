using ZestySlate.Core.Activities;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Checking;

/// <summary>Looks along the course in time of a scene: what never comes, comes at once, or is gone before it can be read.</summary>
internal static class TimeCheck
{
    /// <summary>How many characters are read in a second without haste, as captions reckon it.</summary>
    private const decimal ReadInASecond = 15;

    /// <summary>Stops as near as this come at once, in seconds.</summary>
    private const decimal AtOnce = 1;

    /// <summary>So long one watches on without anything to do before it is told, in seconds.</summary>
    private const decimal Long = 300;

    /// <summary>A stop as near as this to the beginning or the end of a sentence does not cut it, in seconds: what is said and what is written
    /// are never exactly together.</summary>
    private const decimal Edge = 0.25m;

    /// <summary>So many stops within <see cref="Crowded"/> are too many.</summary>
    private const int TooMany = 4;

    /// <summary>The time in which stops are counted, in seconds.</summary>
    private const decimal Crowded = 30;

    internal static IEnumerable<Finding> Run(Activity activity, Scene scene, Func<string, IReadOnlyList<Sentence>?>? sentencesOf)
    {
        foreach (
            var spot in scene.Spots.Where(spot =>
                spot.During?.Turns.Any(turn => turn.Scene is { } to && activity.SceneOf(to) is null) == true
            )
        )
        {
            yield return new Finding(true, AuthorWords.Say("afterAnswerLeadsSceneNot", activity.NameOf(spot)), scene.Id, spot.Id, "during");
        }

        if (!scene.Backdrop.HasTime)
        {
            yield break;
        }

        foreach (var spot in scene.Spots.Where(spot => spot.During is not null))
        {
            foreach (var (blocks, words) in OfSpot(activity.NameOf(spot), spot, scene.Backdrop.Lasts))
            {
                yield return new Finding(blocks, words, scene.Id, spot.Id, "during");
            }
        }

        var stops = scene.Spots.Where(spot => spot.During is { Pauses: true }).OrderBy(spot => spot.During!.From).ToList();
        foreach (var (first, second) in stops.Zip(stops.Skip(1)))
        {
            if (second.During!.From - first.During!.From < AtOnce)
            {
                yield return new Finding(
                    false,
                    AuthorWords.Say(
                        "videoStopsAtNearlyOne",
                        activity.NameOf(first),
                        activity.NameOf(second),
                        Moments.Write(first.During.From)
                    ),
                    scene.Id,
                    second.Id,
                    "during"
                );
            }
        }

        foreach (var (spot, sentence) in Cut(stops, scene.Backdrop.SaidIn is { } file ? sentencesOf?.Invoke(file) : null))
        {
            yield return new Finding(
                false,
                AuthorWords.Say("stopsVideoInMiddleSentence", activity.NameOf(spot), sentence.Text.Cut(80), Moments.Write(sentence.To)),
                scene.Id,
                spot.Id,
                "during"
            );
        }

        var crowds = stops.Zip(stops.Skip(TooMany - 1)).Where(run => run.Second.During!.From - run.First.During!.From < Crowded);
        foreach (var (begins, ends) in crowds.Take(1))
        {
            yield return new Finding(
                false,
                AuthorWords.Say("fromVideoStopsTimesMuch", Moments.Write(begins.During!.From), Moments.Write(ends.During!.From), TooMany),
                scene.Id,
                begins.Id,
                "during"
            );
        }

        foreach (var (from, to) in Gaps(scene))
        {
            yield return new Finding(
                false,
                AuthorWords.Say("fromThereNothingDoIn", Moments.Write(from), Moments.Write(to), activity.TitleOf(scene)),
                scene.Id,
                null,
                "stage"
            );
        }
    }

    /// <summary>The stops that lie inside a sentence.</summary>
    private static IEnumerable<(Spot Spot, Sentence Sentence)> Cut(List<Spot> stops, IReadOnlyList<Sentence>? sentences)
    {
        if (sentences is null || stops.Count == 0)
        {
            yield break;
        }

        foreach (var spot in stops)
        {
            var (at, begins) = (spot.During!.From, Edge);
            foreach (var one in sentences)
            {
                // What is reckoned by characters may be off; nobody is told off for a pause that was heard.
                var ends = one.EndReckoned ? Sentences.Doubt : Edge;
                if (one.From + begins < at && at < one.To - ends)
                {
                    yield return (spot, one);
                    break;
                }

                begins = ends;
            }
        }
    }

    private static IEnumerable<(bool Blocks, string Words)> OfSpot(string name, Spot spot, decimal? lasts)
    {
        var during = spot.During!;
        if (during.From >= lasts)
        {
            yield return (false, AuthorWords.Say("beginsAtVideoEndsAt", name, Moments.Write(during.From), Moments.Write(lasts.Value)));
        }

        if (during.NeverGoesOn)
        {
            yield return (true, AuthorWords.Say("leadsBackEachTimeNobody", name, Moments.Write(during.Turns[0].To!.Value)));
        }

        if (
            during is { Pauses: false, Opens: false, Until: { } until }
            && spot.Content.OwnName is { Length: > 0 } words
            && words.Length > (until - during.From) * ReadInASecond
        )
        {
            yield return (false, AuthorWords.Say("thereSecondsTooShortRead", name, until - during.From));
        }
    }

    /// <summary>Stretches in which nothing stops and nothing stands; none where the course has no stops at all, which is to be watched only.</summary>
    private static IEnumerable<(decimal From, decimal To)> Gaps(Scene scene)
    {
        var moments = scene.Spots.Select(spot => spot.During).OfType<During>().OrderBy(during => during.From).ToList();
        if (moments.Count == 0 || scene.Backdrop.Lasts is not { } lasts)
        {
            return [];
        }

        var begins = moments.Select(during => Math.Min(during.From, lasts)).Append(lasts);
        return moments.Select(during => Math.Min(during.From, lasts)).Prepend(0m).Zip(begins).Where(gap => gap.Second - gap.First > Long);
    }
}
