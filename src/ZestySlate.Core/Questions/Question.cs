using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Questions;

/// <summary>What every question has; each family adds what its type needs in a room of its own.</summary>
public abstract record Question
{
    public RichText Prompt { get; init; }

    /// <summary>A help the learner may ask for before answering; empty for none.</summary>
    public string Hint { get; init; } = "";

    /// <summary>Why the right answer is right; shown with it.</summary>
    public string Explanation { get; init; } = "";

    /// <summary>The points of the whole question, or null for one point a part.</summary>
    public decimal? Points { get; init; }

    /// <summary>True when only a fully right answer earns points.</summary>
    public bool AllOrNothing { get; init; }

    /// <summary>The same question with the common words of another version of it.</summary>
    internal Question WithCommonWording(Question newer) => this with
    {
        Prompt = newer.Prompt,
        Hint = newer.Hint,
        Explanation = newer.Explanation,
    };

    /// <summary>The same question with the common rules of marking of another version of it.</summary>
    internal Question WithCommonKey(Question newer) => this with
    {
        Points = newer.Points,
        AllOrNothing = newer.AllOrNothing,
    };
}
