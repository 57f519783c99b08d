using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Stories;

/// <summary>What a story keeps in mind while learners decide, and how it counts.</summary>
public sealed record Story
{
    /// <summary>The most states and things of one story.</summary>
    public const int MostStates = 60;

    /// <summary>Its states and things, in the order in which they are shown.</summary>
    public ValueList<StoryState> States { get; init; } = [];

    public StoryScoring Scoring { get; init; }

    /// <summary>The state whose value is the score, for <see cref="StoryScoring.ByState"/>.</summary>
    public string? ScoredBy { get; init; }

    /// <summary>What becomes of a choice that was tried, when one comes back to its decision.</summary>
    public TriedChoice Tried { get; init; }

    /// <summary>True when each attempt has the choices of a scene in an order of its own, the same whenever one is there.</summary>
    public bool Shuffles { get; init; }

    /// <summary>True when learners read the names of the endings they have not found; false when they are only counted.</summary>
    public bool NamesEndings { get; init; }

    /// <summary>The state with this id, or null.</summary>
    public StoryState? StateOf(string id) => States.FirstOrDefault(state => state.Id == id);

    /// <summary>How every state stands before anything was chosen.</summary>
    [JsonIgnore]
    public ValueList<StateValue> Beginning => States.Select(state => new StateValue(state.Id, state.Within(state.Begins))).ToValueList();

    /// <summary>What its things look like.</summary>
    internal IEnumerable<Picture> Pictures => States.Select(state => state.Picture).OfType<Picture>();

    /// <summary>True when there are things to be seen among the findings.</summary>
    [JsonIgnore]
    public bool ShowsThings => States.Any(state => state is { IsThing: true, Shown: true, Picture: not null });

    internal Story With(MediaSwap swap) =>
        this with
        {
            States = States.Replace(state => state.Picture is not null, state => state with { Picture = swap.OrNone(state.Picture) }),
        };

    /// <summary>For attempts at work: the names, units, pictures and what is shown of a newer one; what counts and how it begins stays.</summary>
    internal Story WithWording(Story? newer) =>
        newer is null
            ? this
            : this with
            {
                NamesEndings = newer.NamesEndings,
                Tried = newer.Tried,
                States = States.Select(state => newer.StateOf(state.Id) is { } same ? state.WithWording(same) : state).ToValueList(),
            };

    /// <summary>For marking again: what of a newer one is the score.</summary>
    internal Story WithKey(Story? newer) => this with { Scoring = newer?.Scoring ?? StoryScoring.None, ScoredBy = newer?.ScoredBy };

    /// <summary>Why it cannot be, in words; null when it can.</summary>
    public string? Refuse() =>
        States.Count > MostStates ? AuthorWords.Say("storyKeepsUpStatesThings", MostStates)
        : States.FirstOrDefault(state => state.Name.Trim().Length == 0) is not null ? AuthorWords.Say("stateOrThingNeedsName")
        : States.Select(state => state.Refuse()).FirstOrDefault(refusal => refusal is not null);
}

/// <summary>Something that a story keeps in mind: a number, or a thing that one has or has not.</summary>
public sealed record StoryState
{
    /// <summary>Unique in the activity, and stable.</summary>
    public required string Id { get; init; }

    public string Name { get; init; } = "";

    /// <summary>True for a thing, which is there (1) or not (0).</summary>
    public bool IsThing { get; init; }

    /// <summary>How it stands at the beginning.</summary>
    public decimal Begins { get; init; }

    /// <summary>It never falls below this.</summary>
    public decimal Least { get; init; }

    /// <summary>It never rises above this.</summary>
    public decimal Most { get; init; } = 100;

    /// <summary>Written behind the number, as %; empty for none.</summary>
    public string Unit { get; init; } = "";

    /// <summary>True when learners see how it stands.</summary>
    public bool Shown { get; init; } = true;

    /// <summary>What a thing looks like; null for a sign that all things have.</summary>
    public Picture? Picture { get; init; }

    internal StoryState WithWording(StoryState newer) =>
        this with
        {
            Name = newer.Name,
            Unit = newer.Unit,
            Shown = newer.Shown,
            Picture = newer.Picture,
        };

    /// <summary>The value, no further than it may go.</summary>
    public decimal Within(decimal value) => IsThing ? (value >= 1 ? 1 : 0) : Math.Clamp(value, Least, Math.Max(Least, Most));

    /// <summary>Why it cannot be, in words; null when it can.</summary>
    internal string? Refuse() =>
        IsThing ? null
        : Least >= Most ? AuthorWords.Say("goesFromSmallerNumberLarger", Name)
        : Begins < Least || Begins > Most ? AuthorWords.Say("beginsBetween", Name, Least, Most)
        : null;
}

/// <summary>How a state stands.</summary>
/// <param name="State">The state's id.</param>
/// <param name="Value">Its value; of a thing 1 or 0.</param>
public sealed record StateValue(string State, decimal Value);

/// <summary>What a choice makes of a state.</summary>
/// <param name="State">The state's id.</param>
/// <param name="By">How.</param>
/// <param name="Value">To what, or by how much.</param>
public sealed record StateChange(string State, ChangeBy By, decimal Value)
{
    /// <summary>The value afterwards.</summary>
    public decimal Of(decimal before) =>
        By switch
        {
            ChangeBy.Raise => before + Value,
            ChangeBy.Lower => before - Value,
            _ => Value,
        };
}

/// <summary>How a choice changes a state.</summary>
public enum ChangeBy
{
    /// <summary>It has this value from now on.</summary>
    Set,

    /// <summary>It grows by so much.</summary>
    Raise,

    /// <summary>It falls by so much.</summary>
    Lower,
}

/// <summary>What of a story is its score.</summary>
public enum StoryScoring
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>The value of the ending that was reached, out of the highest of all.</summary>
    ByEnding,

    /// <summary>The value of a state when it is handed in, out of the most it can have.</summary>
    ByState,
}

/// <summary>What becomes of a choice that was tried.</summary>
public enum TriedChoice
{
    /// <summary>It is marked.</summary>
    Marked,

    /// <summary>It is there no more, as long as another is.</summary>
    Gone,

    /// <summary>It is as before.</summary>
    AsBefore,
}

/// <summary>Where a story ends.</summary>
/// <param name="Kind">Of what kind, in the author's words; empty for none.</param>
/// <param name="Value">What it is worth where endings are the score, 0 or more.</param>
public sealed record StoryEnding(string Kind, decimal Value)
{
    /// <summary>For attempts at work: of what kind it is in a newer edition.</summary>
    internal StoryEnding WithWording(StoryEnding? newer) => this with { Kind = newer?.Kind ?? Kind };

    /// <summary>For marking again: what it is worth in a newer edition.</summary>
    internal StoryEnding WithKey(StoryEnding? newer) => this with { Value = newer?.Value ?? Value };
}

/// <summary>What follows from a choice.</summary>
public sealed record Consequence
{
    /// <summary>What is said on the way.</summary>
    public RichText Said { get; init; }

    /// <summary>What is seen on the way, or nothing.</summary>
    public Picture? Picture { get; init; }

    /// <summary>What is heard on the way, or nothing.</summary>
    public Sound? Sound { get; init; }

    /// <summary>What becomes of states and things.</summary>
    public ValueList<StateChange> Changes { get; init; } = [];

    /// <summary>The same in a copy, where the states it changes may have twins.</summary>
    internal Consequence In(Copy copy) => this with { Changes = copy.Of(Changes) };

    /// <summary>True when nothing is said, seen or heard on the way.</summary>
    [JsonIgnore]
    public bool IsSilent => Said.IsEmpty && Picture is null && Sound is null;

    /// <summary>This one with what is said, seen and heard on the way of a newer one.</summary>
    internal Consequence WithWording(Consequence newer) => this with { Said = newer.Said, Picture = newer.Picture, Sound = newer.Sound };

    /// <summary>The same with one file of the library in another's place.</summary>
    internal Consequence With(MediaSwap swap) => this with { Picture = swap.OrNone(Picture), Sound = swap.Of(Sound) };
}
