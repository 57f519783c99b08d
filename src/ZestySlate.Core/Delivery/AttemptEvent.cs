using System.Text.Json.Serialization;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>Something that happened in an attempt. The list of events is the only truth about an attempt; all else is computed from it.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Began), "began")]
[JsonDerivedType(typeof(Started), "started")]
[JsonDerivedType(typeof(Visited), "visited")]
[JsonDerivedType(typeof(Opened), "opened")]
[JsonDerivedType(typeof(Chose), "chose")]
[JsonDerivedType(typeof(WentBack), "wentBack")]
[JsonDerivedType(typeof(Watched), "watched")]
[JsonDerivedType(typeof(TriedCode), "triedCode")]
[JsonDerivedType(typeof(Annotated), "annotated")]
[JsonDerivedType(typeof(LookedRound), "lookedRound")]
[JsonDerivedType(typeof(Answered), "answered")]
[JsonDerivedType(typeof(AskedToMark), "askedToMark")]
[JsonDerivedType(typeof(Stepped), "stepped")]
[JsonDerivedType(typeof(Voted), "voted")]
[JsonDerivedType(typeof(AnotherGo), "anotherGo")]
[JsonDerivedType(typeof(BeganStopAgain), "beganStopAgain")]
[JsonDerivedType(typeof(AskedForHint), "askedForHint")]
[JsonDerivedType(typeof(SawAnswer), "sawAnswer")]
[JsonDerivedType(typeof(HandedIn), "handedIn")]
[JsonDerivedType(typeof(Reviewed), "reviewed")]
[JsonDerivedType(typeof(Returned), "returned")]
[JsonDerivedType(typeof(TakenBack), "takenBack")]
[JsonDerivedType(typeof(Reopened), "reopened")]
[JsonDerivedType(typeof(GotTime), "gotTime")]
[JsonDerivedType(typeof(TimeRanOut), "timeRanOut")]
[JsonDerivedType(typeof(TookWording), "tookWording")]
[JsonDerivedType(typeof(TookKey), "tookKey")]
[JsonDerivedType(typeof(GaveBackKey), "gaveBackKey")]
public abstract record AttemptEvent
{
    /// <summary>Made by the learner's device, unique in the attempt; the same event sent twice counts once.</summary>
    public required string Id { get; init; }

    /// <summary>When the server received it.</summary>
    public required DateTimeOffset At { get; init; }
}

/// <summary>The attempt began, on an edition, with a seed for every random choice.</summary>
/// <param name="Edition">The edition.</param>
/// <param name="Seed">For every random choice.</param>
public sealed record Began(int Edition, long Seed) : AttemptEvent
{
    /// <summary>For drawing questions, when that is not to change with each go; null for the seed.</summary>
    public long? DrawSeed { get; init; }

    /// <summary>What the learner got; null where nobody keeps the attempt, and where there is only something to look at: then it is what
    /// the seeds draw.</summary>
    public Handout? Handout { get; init; }

    /// <summary>How much more time this learner has: 1 for as much as all, 1.5 for half as much again.</summary>
    public decimal TimeFactor { get; init; } = 1;
}

/// <summary>The learner pressed start; clocks run from here.</summary>
public sealed record Started : AttemptEvent;

/// <summary>The learner went to a scene, or to a step where the activity goes in order.</summary>
public sealed record Visited(string SceneId) : AttemptEvent;

/// <summary>A spot was opened.</summary>
public sealed record Opened(string SpotId) : AttemptEvent;

/// <summary>The learner decided for a choice of the scene they are in.</summary>
public sealed record Chose(string SpotId) : AttemptEvent;

/// <summary>At an ending the learner went back to a decision of their road, with all as it stood before it.</summary>
/// <param name="StepId">The event that decided there; empty for the beginning.</param>
public sealed record WentBack(string StepId) : AttemptEvent;

/// <summary>A stretch of a scene that has a course in time was played, forwards and without a jump.</summary>
/// <param name="SceneId">The scene.</param>
/// <param name="From">Seconds from the beginning.</param>
/// <param name="To">Seconds from the beginning, after <paramref name="From"/>.</param>
public sealed record Watched(string SceneId, decimal From, decimal To) : AttemptEvent;

/// <summary>A code was typed into the lock of a scene or spot.</summary>
public sealed record TriedCode(string LockId, string Typed) : AttemptEvent;

/// <summary>The learner wrote something beside a finding; empty takes it away.</summary>
public sealed record Annotated(string SpotId, string Text) : AttemptEvent;

/// <summary>The learner has looked round and begins to answer: one question, or, with an empty spot, all that go as the whole activity
/// does.</summary>
public sealed record LookedRound(string SpotId) : AttemptEvent;

/// <summary>An answer was given or changed; it is kept but not yet marked.</summary>
public sealed record Answered(string SpotId, Response Response) : AttemptEvent;

/// <summary>The learner asked to have an answer marked: one try.</summary>
public sealed record AskedToMark(string SpotId, Response Response) : AttemptEvent
{
    /// <summary>True when it costs one life at most, however many parts are wrong. In attempts from before this was on record, each wrong
    /// part costs one.</summary>
    public bool OneLife { get; init; }
}

/// <summary>One step of a question whose steps are marked one by one: how it stands after the step, and the part that was moved.</summary>
public sealed record Stepped(string SpotId, Response Response, string Part) : AttemptEvent;

/// <summary>The learner voted, once for all.</summary>
/// <param name="SpotId">The question.</param>
/// <param name="Response">The vote; null on record where votes are anonymous: then it is only in the count of all.</param>
public sealed record Voted(string SpotId, Response? Response) : AttemptEvent;

/// <summary>The learner begins the question once more.</summary>
public sealed record AnotherGo(string SpotId) : AttemptEvent
{
    /// <summary>The orders in which this go shows what is shuffled; null where nobody keeps the attempt.</summary>
    public ValueList<Questions.PartOrder>? Orders { get; init; }
}

/// <summary>The learner begins a stop of a trail once more: what is right in it stays, the rest begins anew.</summary>
/// <param name="StopId">The stop.</param>
public sealed record BeganStopAgain(string StopId) : AttemptEvent
{
    /// <summary>The orders in which its questions show what is shuffled; null where nobody keeps the attempt.</summary>
    public ValueList<DrawnOrders>? Orders { get; init; }
}

/// <summary>The learner asked for the hint.</summary>
public sealed record AskedForHint(string SpotId) : AttemptEvent;

/// <summary>The learner gave the question up to see the answer.</summary>
public sealed record SawAnswer(string SpotId) : AttemptEvent;

/// <summary>The learner handed in. Answers that were not yet marked count as a try.</summary>
public sealed record HandedIn : AttemptEvent;

/// <summary>A teacher looked at an answer; the newest review of it counts. With an empty spot it is about the whole: only a comment.</summary>
public sealed record Reviewed(string SpotId, Review Review) : AttemptEvent;

/// <summary>The teacher gave the work back: from now on the learner reads what was said, and the total holds the teacher's points.</summary>
public sealed record Returned : AttemptEvent;

/// <summary>The teacher took the work back to go on reviewing it.</summary>
public sealed record TakenBack : AttemptEvent;

/// <summary>A teacher opened the work again: the handing-in before is on record and holds no more, and a clock stood still since then.</summary>
/// <param name="By">Who.</param>
public sealed record Reopened(string By) : AttemptEvent;

/// <summary>A teacher gave more time on the clock of the whole; when it had run out, it goes on.</summary>
/// <param name="Seconds">How much more, above 0.</param>
/// <param name="By">Who.</param>
public sealed record GotTime(int Seconds, string By) : AttemptEvent;

/// <summary>A clock had run out and nothing else happened; written by the server when it notices.</summary>
public sealed record TimeRanOut : AttemptEvent;

/// <summary>The wording of a newer edition reached the attempt.</summary>
public sealed record TookWording(int Edition) : AttemptEvent
{
    /// <summary>What the learner gets from now on, where the attempt goes over to that edition as a whole: who has only looked round in
    /// what is asked depends on nothing of the older one. Null where wording alone was taken.</summary>
    public Handout? Handout { get; init; }
}

/// <summary>The attempt was marked again by the key of another edition.</summary>
/// <param name="Edition">Whose key, points and rules of marking count from now on, for all that was answered.</param>
/// <param name="Run">The marking again that this is part of.</param>
public sealed record TookKey(int Edition, string Run) : AttemptEvent
{
    /// <summary>When the attempt had ended, or null when it goes on: what has ended stays ended, whatever the new key makes of lives.</summary>
    public DateTimeOffset? EndedAt { get; init; }

    /// <summary>What had ended it, or null.</summary>
    public Ending? EndedBy { get; init; }
}

/// <summary>A marking again was undone: the key that counted before counts again.</summary>
/// <param name="Run">The marking again.</param>
public sealed record GaveBackKey(string Run) : AttemptEvent;
