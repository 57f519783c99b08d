namespace ZestySlate.Core.Captions;

/// <summary>What is said in a stretch of a video or sound.</summary>
/// <param name="From">Seconds from the beginning.</param>
/// <param name="To">Seconds from the beginning, after <paramref name="From"/>.</param>
/// <param name="Text">The words, as plain text; lines are parted by a line feed.</param>
public sealed record Caption(decimal From, decimal To, string Text);

/// <summary>A sentence, with the time in which it is said.</summary>
/// <param name="From">Seconds from the beginning.</param>
/// <param name="To">Seconds from the beginning: the moment at which it has been said.</param>
/// <param name="Text">The words.</param>
public sealed record Sentence(decimal From, decimal To, string Text)
{
    /// <summary>True when it ends inside a caption, so that its end is reckoned by characters, and may be off by
    /// <see cref="Sentences.Doubt"/>.</summary>
    public bool EndReckoned { get; init; }
}
