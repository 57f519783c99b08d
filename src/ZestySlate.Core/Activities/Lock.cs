using System.Text.Json.Serialization;

namespace ZestySlate.Core.Activities;

/// <summary>Keeps a scene or a spot closed until something is done. What is behind it is not sent to the learner before it opens.</summary>
public sealed record Lock
{
    /// <summary>What opens it.</summary>
    public required LockKey Key { get; init; }

    /// <summary>What the learner reads on it; empty for words of the product.</summary>
    public string Words { get; init; } = "";

    /// <summary>What the learner reads after a wrong code; empty for words of the product.</summary>
    public string WrongWords { get; init; } = "";

    /// <summary>What the learner reads when it opens; empty for words of the product.</summary>
    public string OpenWords { get; init; } = "";
}

/// <summary>What opens a lock.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(CodeKey), "code")]
[JsonDerivedType(typeof(NumberKey), "number")]
[JsonDerivedType(typeof(AnswerKey), "answer")]
[JsonDerivedType(typeof(ScoreKey), "score")]
[JsonDerivedType(typeof(FoundKey), "found")]
public abstract record LockKey;

/// <summary>A key that is typed in.</summary>
public abstract record TypedKey : LockKey
{
    /// <summary>Points that each wrong code takes from the total, which never falls below zero by it; 0 when wrong codes cost nothing.</summary>
    public decimal WrongCosts { get; init; }
}

/// <summary>A code in letters or signs, read by the text rules.</summary>
/// <param name="Accepted">The codes that open; any of them will do.</param>
public sealed record CodeKey(ValueList<string> Accepted) : TypedKey
{
    /// <summary>True when capitals matter.</summary>
    public bool MatchCase { get; init; }

    /// <summary>True when é may be typed for e and the other way round.</summary>
    public bool LenientAccents { get; init; } = true;
}

/// <summary>A number, read as people write numbers.</summary>
/// <param name="Value">The number that opens.</param>
public sealed record NumberKey(Fraction Value) : TypedKey
{
    /// <summary>How far it may be off, either way.</summary>
    public Fraction Tolerance { get; init; }
}

/// <summary>A question answered right.</summary>
public sealed record AnswerKey(string SpotId) : LockKey;

/// <summary>So many points in all.</summary>
public sealed record ScoreKey(decimal Points) : LockKey;

/// <summary>Things found: spots that were opened.</summary>
/// <param name="SpotIds">The spots.</param>
/// <param name="AtLeast">How many of them are enough; 0 for all.</param>
public sealed record FoundKey(ValueList<string> SpotIds, int AtLeast = 0) : LockKey
{
    /// <summary>How many must be found.</summary>
    [JsonIgnore]
    public int Needed => AtLeast <= 0 || AtLeast > SpotIds.Count ? SpotIds.Count : AtLeast;
}
