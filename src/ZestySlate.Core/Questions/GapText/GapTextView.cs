namespace ZestySlate.Core.Questions.GapText;

/// <summary>What a learner may see of a gap text now.</summary>
/// <param name="Filling">How gaps are filled.</param>
/// <param name="Pieces">The text, piece by piece.</param>
/// <param name="Bank">The words of the bank, in a new order; empty when there is none.</param>
/// <param name="WordsOften">True when a word of the bank can be used again.</param>
public sealed record GapTextView(GapFilling Filling, ValueList<GapPiece> Pieces, ValueList<string> Bank, bool WordsOften) : QuestionView;

/// <summary>A piece of the text: words, or a gap.</summary>
public sealed record GapPiece(string Text, GapView? Gap);

/// <summary>What a learner may see of a gap.</summary>
/// <param name="Id">The gap's id.</param>
/// <param name="Number">Its number in the text, from 1.</param>
/// <param name="Given">What the learner put there.</param>
/// <param name="Kept">True when it was right in an earlier try and stays.</param>
/// <param name="Hint">Shown at the gap.</param>
/// <param name="Width">Room for the answer, in characters; it says no more of it than that.</param>
/// <param name="Choices">The words to choose from; empty when it is typed.</param>
/// <param name="Said">What may be said of it.</param>
/// <param name="Right">The right answer, once it may be shown; else empty.</param>
public sealed record GapView(
    string Id,
    int Number,
    string Given,
    bool Kept,
    string Hint,
    int Width,
    ValueList<string> Choices,
    PartSaid Said,
    string Right
);
