using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks.Answers;
using ZestySlate.Core.Locks.Chances;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Core.Locks.Joined;
using ZestySlate.Core.Locks.Numbers;
using ZestySlate.Core.Locks.Rewards;
using ZestySlate.Core.Locks.Scores;
using ZestySlate.Core.Locks.States;
using ZestySlate.Core.Locks.Videos;
using ZestySlate.Core.Locks.Visits;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Locks;

/// <summary>
/// What opens a lock. Each kind has a room of its own and one line here; what is asked of all of them is asked through the
/// members of this record, never by type.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(CodeKey), "code")]
[JsonDerivedType(typeof(NumberKey), "number")]
[JsonDerivedType(typeof(AnswerKey), "answer")]
[JsonDerivedType(typeof(ScoreKey), "score")]
[JsonDerivedType(typeof(FoundKey), "found")]
[JsonDerivedType(typeof(WatchedKey), "watched")]
[JsonDerivedType(typeof(StateKey), "state")]
[JsonDerivedType(typeof(RewardKey), "reward")]
[JsonDerivedType(typeof(VisitsKey), "visits")]
[JsonDerivedType(typeof(ChanceKey), "chance")]
[JsonDerivedType(typeof(JoinedKey), "joined")]
public abstract record LockKey
{
    /// <summary>The entry of the wording that says how it opens; {0} is what is needed.</summary>
    [JsonIgnore]
    public abstract string WordsKey { get; }

    /// <summary>Points, or things, that are needed; 0 where none are counted.</summary>
    [JsonIgnore]
    public virtual decimal Needed => 0;

    /// <summary>The entry of the wording that says how near it is; {0} is what is there, {1} what is needed. Null where that is not said.</summary>
    [JsonIgnore]
    public virtual string? NearnessKey => null;

    /// <summary>True when the lock closes again as soon as it would not open any more.</summary>
    [JsonIgnore]
    public virtual bool Closes => false;

    /// <summary>The keys that it is made of; itself where it is one.</summary>
    [JsonIgnore]
    public virtual ValueList<LockKey> Conditions => [this];

    /// <summary>True when one of its conditions is enough.</summary>
    [JsonIgnore]
    public virtual bool AnyOf => false;

    /// <summary>What of it the road decides that one has come: all of these must hold. None for what is done once and stays done.</summary>
    [JsonIgnore]
    public virtual IEnumerable<Clause> Clauses => [];

    /// <summary>True when it waits for stops of the trail that it is on.</summary>
    [JsonIgnore]
    public virtual bool IsOfTrail => false;

    /// <summary>Whether a stop of the trail must be done for it.</summary>
    internal virtual bool NeedsStop(string stopId) => false;

    /// <summary>The spots that it depends on.</summary>
    [JsonIgnore]
    public virtual IEnumerable<string> DependsOn => [];

    /// <summary>Points, or things, of those needed that are there.</summary>
    internal virtual decimal Has(AttemptState state) => 0;

    /// <summary>How near it is, for what counts something.</summary>
    internal virtual IEnumerable<Nearness> Nearness(AttemptState state) =>
        NearnessKey is { } key ? [new Nearness(key, Has(state), Needed)] : [];

    /// <summary>Whether it opens by itself, without typing, with what is there.</summary>
    internal abstract bool OpensWith(IOpening there);

    /// <summary>Whether it can be opened by a learner who has all this in reach. Codes count as found.</summary>
    internal abstract bool CanOpenWith(IReach reach);

    /// <summary>Why nothing can open it, in words; null when something can.</summary>
    internal virtual string? Weakness(Activity activity) => null;

    /// <summary>Why an author cannot have it so, in words; null when it can be.</summary>
    internal virtual string? Refuse() => null;

    /// <summary>The same key in a copy, where what it names may have a twin.</summary>
    internal virtual LockKey In(Copy copy) => this;
}

/// <summary>How near a lock is to opening.</summary>
/// <param name="WordsKey">The entry of the wording that says so; {0} is what is there, {1} what is needed.</param>
/// <param name="Has">Points, or things, that are there.</param>
/// <param name="Needed">How many are needed.</param>
public sealed record Nearness(string WordsKey, decimal Has, decimal Needed);

/// <summary>What is there of what opens locks, at a moment of an attempt.</summary>
internal interface IOpening
{
    /// <summary>The state of a question, or null.</summary>
    QuestionState? QuestionOf(string spotId);

    /// <summary>Whether the spot was opened.</summary>
    bool HasOpened(string spotId);

    /// <summary>Whether the learner has been in the scene.</summary>
    bool HasVisited(string sceneId);

    /// <summary>The points so far.</summary>
    Fraction Points();

    /// <summary>The share of a scene's course in time that was watched, 0 to 1; 0 where there is none, or it is not known how long it is.</summary>
    decimal ShareWatched(string sceneId);

    /// <summary>How a state of the story stands; null where there is none such.</summary>
    decimal? StateOf(string stateId);

    /// <summary>How often the learner has come to the scene.</summary>
    int VisitsOf(string sceneId);

    /// <summary>Whether luck is with who is where the learner is now, for the lock that is asked about.</summary>
    /// <param name="share">How likely it is, 0..1.</param>
    bool Falls(decimal share);

    /// <summary>Whether the reward of a stop is won, or, where it has none, all in it was answered.</summary>
    bool HasDone(string stopId);
}

/// <summary>What a learner can get to, by the building of the activity alone.</summary>
internal interface IReach
{
    /// <summary>The spot, where a learner can get to it; else null.</summary>
    Spot? SpotOf(string spotId);

    /// <summary>Whether a learner can get to the scene.</summary>
    bool HasScene(string sceneId);

    /// <summary>Between what a state of the story can stand, by the choices that can be reached; null where there is none such.</summary>
    (decimal Least, decimal Most)? ValuesOf(string stateId);

    /// <summary>Whether a learner can get to all of a stop.</summary>
    bool HasStop(string stopId);

    /// <summary>All points that can be had there.</summary>
    decimal Points { get; }
}
