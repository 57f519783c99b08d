namespace ZestySlate.Core.Locks;

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
