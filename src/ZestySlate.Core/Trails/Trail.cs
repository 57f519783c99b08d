using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Trails;

/// <summary>Several activities under one cover: stops on one way, done in one attempt, with one score.</summary>
public sealed record Trail
{
    /// <summary>The most stops.</summary>
    public const int Most = 100;

    /// <summary>The stops, in their order.</summary>
    public ValueList<Stop> Stops { get; init; } = [];

    /// <summary>How learners see the stops.</summary>
    public TrailShown Shown { get; init; }

    /// <summary>The id of the scene with the findings sheet, at hand from everywhere; empty for none.</summary>
    public string Sheet { get; init; } = "";

    /// <summary>True when learners see how far they are with every stop, before and after handing in.</summary>
    public bool Closing { get; init; } = true;

    /// <summary>The stop with this id, or null.</summary>
    public Stop? StopOf(string? id) => id is { Length: > 0 } ? Stops.FirstOrDefault(stop => stop.Id == id) : null;

    /// <summary>The stop and those it is part of, the nearest first.</summary>
    internal IEnumerable<Stop> Around(Stop stop)
    {
        var seen = new HashSet<string>();
        for (var at = stop; at is not null && seen.Add(at.Id); at = StopOf(at.Within))
        {
            yield return at;
        }
    }

    /// <summary>The ids of a stop and of all that is part of it.</summary>
    internal HashSet<string> Inside(string stopId) =>
        Stops.Where(stop => Around(stop).Any(one => one.Id == stopId)).Select(stop => stop.Id).ToHashSet();

    /// <summary>By how much the points of a stop's questions count: the product of its weight and those around it, never above the most of one.</summary>
    internal decimal WeightOf(Stop stop) =>
        Around(stop).Aggregate(1m, (weight, one) => Math.Clamp(weight * Math.Clamp(one.Weight, 0, Stop.MostWeight), 0, Stop.MostWeight));

    /// <summary>The rules that hold in a stop.</summary>
    /// <param name="rules">Those of the whole.</param>
    /// <param name="stop">The stop.</param>
    internal Rules RulesIn(Rules rules, Stop stop) =>
        Around(stop).Reverse().Aggregate(rules, (so, one) => so with { Tries = one.Tries ?? so.Tries, Reveal = one.Reveal ?? so.Reveal });

    /// <summary>This trail's structure and key with the words of a newer one.</summary>
    internal Trail WithWording(Trail? newer) =>
        newer is null
            ? this
            : this with
            {
                Shown = newer.Shown,
                Closing = newer.Closing,
                Stops = Stops.Replace(_ => true, stop => newer.StopOf(stop.Id) is { } same ? stop.WithWording(same) : stop),
            };

    /// <summary>This trail with what counts of a newer one.</summary>
    internal Trail WithKey(Trail? newer) =>
        newer is null
            ? this
            : this with
            {
                Stops = Stops.Replace(_ => true, stop => newer.StopOf(stop.Id) is { } same ? stop.WithKey(same) : stop),
            };

    /// <summary>Why an author cannot have it so, in words; null when it can be.</summary>
    public string? Refuse() =>
        Stops.Count > Most ? AuthorWords.Say("trailHasUpStops", Most)
        : Stops.Select(stop => stop.Id).Distinct().Count() < Stops.Count ? AuthorWords.Say("twoStopsHaveSameId")
        : Stops.Any(stop => stop.Id.Length == 0) ? AuthorWords.Say("stopHasNoId")
        : Stops.Any(stop => stop.Within is not null && Around(stop).Last().Within is not null)
            ? AuthorWords.Say("stopInsideSomethingNotThere")
        : Stops.Select(stop => stop.Refuse()).FirstOrDefault(refusal => refusal is not null);
}

/// <summary>How learners see the stops of a trail.</summary>
public enum TrailShown
{
    /// <summary>As a list beside what they are in.</summary>
    Contents,

    /// <summary>On the first scene, a board whose spots lead to them.</summary>
    Board,

    /// <summary>Below each other; the one they are in is unfolded.</summary>
    Unfolding,
}
