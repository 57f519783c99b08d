using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Trails;

/// <summary>A part of a trail: the scenes that name it, with rules of its own.</summary>
public sealed record Stop
{
    /// <summary>The most that the points of a stop are multiplied by.</summary>
    public const decimal MostWeight = 100;

    /// <summary>The most goes, and the most tries a question, that can be set.</summary>
    public const int MostGoes = 100;

    /// <summary>So often as it takes.</summary>
    public const int UntilWon = 0;

    public required string Id { get; init; }

    /// <summary>The author's own title; empty for that of its first scene.</summary>
    public string Title { get; init; } = "";

    /// <summary>The stop that it is part of, where a trail was taken into a trail; null for none.</summary>
    public string? Within { get; init; }

    /// <summary>The activity it was taken from, where it stays linked; its item is empty.</summary>
    public Origin? Origin { get; init; }

    /// <summary>What the points of its questions are multiplied by, 0..100; with 0 it is practice: done and seen, and no part of what is
    /// handed in.</summary>
    public decimal Weight { get; init; } = 1;

    /// <summary>How often it may be done; <see cref="UntilWon"/> for until its reward is won, or, without one, until all is right.</summary>
    public int Goes { get; init; } = 1;

    /// <summary>How often a question may be marked in a go; null for as the trail says.</summary>
    public int? Tries { get; init; }

    /// <summary>When things are shown; null for as the trail says.</summary>
    public Reveal? Reveal { get; init; }

    /// <summary>What to say for which part of it.</summary>
    public ScoreBands Bands { get; init; } = ScoreBands.None;

    /// <summary>What can be won; null for nothing.</summary>
    public Reward? Reward { get; init; }

    /// <summary>True when nothing in it counts.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsPractice => Weight <= 0;

    /// <summary>The pictures of its reward and of what is said of it.</summary>
    internal IEnumerable<Picture> Pictures => Bands.Bands.Select(band => band.Picture).Append(Reward?.Picture).OfType<Picture>();

    internal Stop With(MediaSwap swap) => this with { Bands = swap.Of(Bands), Reward = Reward?.With(swap) };

    internal Stop WithWording(Stop newer) =>
        this with
        {
            Title = newer.Title,
            Bands = newer.Bands,
            Reward = Reward?.WithWording(newer.Reward),
        };

    internal Stop WithKey(Stop newer) => this with { Weight = newer.Weight, Reward = Reward?.WithKey(newer.Reward) };

    /// <summary>Why an author cannot have it so, in words; null when it can be.</summary>
    internal string? Refuse() =>
        Weight is < 0 or > MostWeight ? AuthorWords.Say("stopCountsBetweenTimes", MostWeight)
        : Goes is < UntilWon or > MostGoes ? AuthorWords.Say("stopDoneBetweenTimes", MostGoes)
        : Tries is < 1 or > MostGoes ? AuthorWords.Say("questionInStopHasBetween", MostGoes)
        : Reward is { From: < 0 or > 100 } ? AuthorWords.Say("rewardWonFromBetweenPercent")
        : null;
}
