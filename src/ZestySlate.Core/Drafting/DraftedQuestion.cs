using ZestySlate.Core.Captions;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Drafting;

/// <summary>
/// A question drafted from what is said in a video. It is made by a rule that can be explained, not by understanding; an author looks at
/// each, and takes, changes or leaves it.
/// </summary>
/// <param name="Rule">The rule that made it.</param>
/// <param name="Sentence">The sentence it is about; the video stops where it has been said.</param>
/// <param name="Why">Why the rule made it, in words.</param>
/// <param name="Question">A complete question.</param>
public sealed record DraftedQuestion(DraftRule Rule, Sentence Sentence, string Why, Question Question)
{
    /// <summary>Its name: the same sentence and rule give the same.</summary>
    public string Id { get; } = FormattableString.Invariant($"{Rule}-{Sentence.To}").ToLowerInvariant();
}

/// <summary>What is looked for in a sentence.</summary>
public enum DraftRule
{
    /// <summary>Something that leads to something else.</summary>
    Cause,

    /// <summary>A word that is explained.</summary>
    Term,

    /// <summary>A number with what it counts or measures.</summary>
    Number,

    /// <summary>A word with an opposite, by which a true sentence becomes a false one.</summary>
    Opposite,

    /// <summary>A long word that is said once.</summary>
    RareWord,

    /// <summary>Sentences that say what comes first and what then.</summary>
    Steps,

    /// <summary>The end, where one thinks about the whole.</summary>
    Reflection,
}
