using System.Text.Json.Serialization;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Activities;

/// <summary>When a spot is there, on a backdrop that has a course in time, and what it does to that course; on any other, in which scene one
/// goes on after an answer. It belongs to the structure, as what one may do depends on it.</summary>
/// <param name="From">Seconds from the beginning, 0 or more.</param>
/// <param name="Until">Seconds from the beginning, after <paramref name="From"/>; null for up to the end.</param>
public sealed record During(decimal From, decimal? Until)
{
    /// <summary>The longest course in time, in seconds: a day.</summary>
    public const decimal Longest = 86_400;

    /// <summary>True when the course stands still where the spot begins, until the learner goes on.</summary>
    public bool Pauses { get; init; }

    /// <summary>True when the spot opens by itself where it begins; false for a sign that waits for a press.</summary>
    public bool Opens { get; init; }

    /// <summary>True when it does so each time its beginning comes round; false when only until there is no more to do at it.</summary>
    public bool Repeats { get; init; }

    /// <summary>Where the course goes on after the learner is done at it; the first that fits counts, and without any it goes on from
    /// there.</summary>
    public ValueList<Turn> Turns { get; init; } = [];

    /// <summary>How long something new is there, in seconds.</summary>
    private const decimal UsualSpan = 5;

    /// <summary>Something new at a moment: it stops the course and opens by itself, or it comes and goes.</summary>
    /// <param name="from">The moment, in seconds; brought into the course.</param>
    /// <param name="stops">True where the course stops for it.</param>
    /// <param name="lasts">How long the course lasts, in seconds; null where that is not known.</param>
    public static During Beginning(decimal from, bool stops, decimal? lasts)
    {
        var begins = Math.Round(Math.Clamp(from, 0, lasts is { } end ? Math.Max(0, end - 0.1m) : Longest - 1), 3);
        return new During(begins, begins + UsualSpan < lasts ? begins + UsualSpan : null) { Pauses = stops, Opens = stops };
    }

    /// <summary>Nothing but ways on after an answer, on a backdrop without a course in time: the question is itself the choice.</summary>
    public static During Leading(ValueList<Turn> turns) => new(0, null) { Turns = turns };

    /// <summary>True when it says nothing of time: only in which scene one goes on after an answer.</summary>
    [JsonIgnore]
    public bool OnlyLeads => this == Leading(Turns) && Turns.All(turn => turn.To is null);

    /// <summary>True when it is there at this moment; its end is not part of it.</summary>
    public bool Holds(decimal second) => second >= From && (Until is null || second < Until);

    /// <summary>True when two are there at one moment; what has no time always is.</summary>
    public static bool Meet(During? one, During? other) =>
        one is null || other is null || ((other.Until is null || one.From < other.Until) && (one.Until is null || other.From < one.Until));

    /// <summary>True when whatever is done leads back to it or before it, so that nothing behind it is ever seen.</summary>
    [JsonIgnore]
    public bool NeverGoesOn =>
        Pauses
        && Repeats
        && Turns.Count > 0
        && Turns.Any(turn => turn.After == TurnAfter.Always)
        && Turns.All(turn => turn.LeadsBackFrom(From));

    /// <summary>The same in a copy, where the scenes it leads into may have twins.</summary>
    internal During In(Editing.Copy copy) =>
        this with
        {
            Turns = Turns.Replace(turn => turn.Scene is not null, turn => turn with { Scene = copy.Of(turn.Scene!) }),
        };

    /// <summary>The most turns of one spot.</summary>
    public const int MostTurns = 60;

    /// <summary>Why it cannot be, in words; null when it can.</summary>
    public string? Refuse() =>
        From is < 0 or >= Longest ? AuthorWords.Say("spotThereFromMomentBetween")
        : Until <= From ? AuthorWords.Say("spotThereSomeTimeEnd")
        : Until > Longest ? AuthorWords.Say("spotThereUpDay")
        : Turns.Count > MostTurns ? AuthorWords.Say("spotMayHaveUpJumps", MostTurns)
        : Turns.Any(turn => turn.Share is < 0 or > 1) ? AuthorWords.Say("jumpAfterScoreShareBetween")
        : Turns.Any(turn => turn.To is < 0 or > Longest) ? AuthorWords.Say("jumpLeadsMomentBetweenBeginning")
        : null;
}

/// <summary>Where a course in time goes on after an answer.</summary>
/// <param name="After">The answer.</param>
/// <param name="To">Seconds from the beginning; null to go on from where it stands, or in another scene.</param>
public sealed record Turn(TurnAfter After, decimal? To)
{
    /// <summary>The option that is chosen, by its id, for <see cref="TurnAfter.Chosen"/>.</summary>
    public string? Option { get; init; }

    /// <summary>The least share of the points, 0 to 1, for <see cref="TurnAfter.Score"/>.</summary>
    public decimal? Share { get; init; }

    /// <summary>The scene in which it goes on, by its id; null for this one.</summary>
    public string? Scene { get; init; }

    /// <summary>True when it leads to where one was already, or before it.</summary>
    public bool LeadsBackFrom(decimal moment) => Scene is null && To <= moment;
}

/// <summary>What comes before a turn.</summary>
public enum TurnAfter
{
    /// <summary>The answer is wholly right.</summary>
    Right,

    /// <summary>The answer is not wholly right.</summary>
    Wrong,

    /// <summary>Whatever was done.</summary>
    Always,

    /// <summary>One option is among those chosen.</summary>
    Chosen,

    /// <summary>The answer has at least a share of the points.</summary>
    Score,
}
